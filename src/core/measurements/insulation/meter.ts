import { measureKey } from '../../installation/slot';
import { type TesterReads, looked, megohms, pairOf, refuse } from '../../physics/tester';

/** Between the conductors of a circuit at its board; with the circuit opened at a point, from either side of it. */
export const meter: TesterReads = (probed) => {
  const { meter, measure, testVolts } = probed;
  if (probed.at === 'way') {
    const { id } = probed.circuit;
    const shown =
      measure.pair === 'LN-E'
        ? meter.insulation(id, ['L', 'C'], { linked: true })
        : meter.insulation(id, measure.pair === 'L-N' ? ['L', 'N'] : pairOf(measure.pair === 'L-E' ? 'L-C' : 'N-C'));
    return megohms(shown, testVolts);
  }
  if (probed.at !== 'point') return looked;
  const { circuit, point } = probed;
  const cable = circuit.cables.find((each) => each.to === point);
  if (!cable) return refuse(`No cable runs to “${point}” here.`);
  const home = circuit.cables.find((each) => each.to === 'B');
  const opened = [
    { circuit: circuit.id, cable: cable.id, end: 'from' as const },
    ...(home ? [{ circuit: circuit.id, cable: home.id, end: 'to' as const }] : []),
  ];
  const side = measureKey(measure).endsWith('far side') ? { cable: cable.id } : 'board';
  return megohms(meter.insulation(circuit.id, ['L', 'C'], { linked: true, opened, side }), testVolts);
};

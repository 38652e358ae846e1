import { type TesterReads, looked, ohms, pairOf, refuse } from '../../physics/tester';

/** The ends of a ring at its board, and each socket with the legs crossed or linked on the same side. */
export const meter: TesterReads = (probed) => {
  const { meter, measure } = probed;
  if (probed.at !== 'way' && probed.at !== 'point') return looked;
  const { circuit, point } = probed;
  if (circuit.arrangement !== 'ring')
    return refuse(probed.at === 'way' ? 'Not a ring: it has one end here.' : 'Not a ring.');
  if (probed.at === 'way') return ohms(meter.ringEnd(circuit.id, pairOf(measure.pair)[0]));
  const shown =
    measure.position === 'same side'
      ? meter.ringStep(circuit.id, 2, 'same')
      : meter.ringStep(circuit.id, measure.step === 2 ? 2 : 3, 'opposite', pairOf(measure.pair));
  return ohms(
    shown.find((each) => each.point === point),
    point,
  );
};

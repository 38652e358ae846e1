import type { Dwelling } from '../../core/installation/dwelling';
import type { Meter, PointShown, Shown } from '../../core/meter/meter';
import type { ReadingValue } from '../../core/quantity/reading-value';
import type { Measure } from './messages';

export type Played = { readonly ok: true; readonly value: ReadingValue; readonly testVolts: number | null; readonly leadNull: boolean } | { readonly ok: false; readonly why: string };

/** What the tester shows when a test is asked for at a place of the dwelling it is connected to. */
export function play(dwelling: Dwelling, meter: Meter, { test, way, point, testVolts }: Pick<Measure, 'test' | 'way' | 'point' | 'testVolts'>): Played {
  const circuit = dwelling.circuits.find((each) => each.id === String(way));
  const at = (shown: readonly PointShown[]): Shown | null => shown.find((each) => each.point === point) ?? null;
  const refuse = (why: string): Played => ({ ok: false, why });
  const ohms = (shown: Shown | null): Played => (shown ? { ok: true, value: shown.moves && shown.moves.low !== shown.moves.high ? { is: 'unstable', ...shown.moves } : shown.value, testVolts: null, leadNull: true } : refuse(`The tester finds no point “${point ?? ''}” here.`));
  const plain = (shown: Shown): Played => ({ ok: true, value: shown.value, testVolts: null, leadNull: false });
  const megohms = (shown: Shown): Played => ({ ok: true, value: shown.value, testVolts: testVolts ?? 500, leadNull: false });
  const bond = /^bond-(\w+)-continuity$/.exec(test)?.[1];
  if (bond) return dwelling.bonds.some((each) => each.service === bond) ? ohms(meter.bonding(bond)) : refuse(`No bond to ${bond} is there to measure.`);
  if (test === 'ze') return plain(meter.externalLoop());
  if (test === 'ipf-ln' || test === 'ipf-le') return plain(meter.faultCurrent(test === 'ipf-ln' ? 'L–N' : 'L–E'));
  if (!circuit) return refuse('The tester is not connected to a circuit here.');
  const furthest = (shown: readonly PointShown[]): Shown | null => shown.reduce<Shown | null>((worst, each) => (!worst || (each.true ?? Infinity) > (worst.true ?? Infinity) ? each : worst), null);
  const ring = circuit.arrangement === 'ring';
  switch (test) {
    case 'ring-r1':
    case 'ring-rn':
    case 'ring-r2':
      return ring ? ohms(meter.ringEnd(circuit.id, test === 'ring-r1' ? 'L' : test === 'ring-rn' ? 'N' : 'C')) : refuse('Not a ring: it has one end here.');
    case 'ring-step2':
    case 'ring-step2-nc':
    case 'ring-step2-lc':
      return ring ? ohms(at(meter.ringStep(circuit.id, 2, 'opposite', test === 'ring-step2' ? ['L', 'N'] : test === 'ring-step2-nc' ? ['N', 'C'] : ['L', 'C']))) : refuse('Not a ring.');
    case 'ring-step3':
    case 'ring-step3-nc':
    case 'ring-step3-ln':
      return ring ? ohms(at(meter.ringStep(circuit.id, 3, 'opposite', test === 'ring-step3' ? ['L', 'C'] : test === 'ring-step3-nc' ? ['N', 'C'] : ['L', 'N']))) : refuse('Not a ring.');
    case 'ring-same-side':
      return ring ? ohms(at(meter.ringStep(circuit.id, 2, 'same'))) : refuse('Not a ring.');
    case 'point-r1r2':
      return ohms(at(meter.lineAndCpc(circuit.id)));
    case 'point-r2':
      return ohms(at(meter.cpcAlone(circuit.id)));
    case 'r1r2':
      return ohms(furthest(ring ? meter.ringStep(circuit.id, 3) : meter.lineAndCpc(circuit.id)));
    case 'r2':
      return ohms(furthest(meter.cpcAlone(circuit.id)));
    case 'ir-ll':
    case 'ir-ll-over':
      return megohms(meter.insulation(circuit.id, ['L', 'N']));
    case 'ir-l-e':
    case 'ir-l-e-over':
      return megohms(meter.insulation(circuit.id, ['L', 'C']));
    case 'ir-n-e':
    case 'ir-n-e-over':
      return megohms(meter.insulation(circuit.id, ['N', 'C']));
    case 'ir-le':
    case 'ir-le-over':
      return megohms(meter.insulation(circuit.id, ['L', 'C'], { linked: true }));
    case 'ir-near':
    case 'ir-far': {
      const cable = circuit.cables.find((each) => each.to === point);
      if (!cable) return refuse(`No cable runs to “${point ?? ''}” here.`);
      const home = circuit.cables.find((each) => each.to === 'B');
      const opened = [{ circuit: circuit.id, cable: cable.id, end: 'from' as const }, ...(home ? [{ circuit: circuit.id, cable: home.id, end: 'to' as const }] : [])];
      return megohms(meter.insulation(circuit.id, ['L', 'C'], { linked: true, opened, side: test === 'ir-far' ? { cable: cable.id } : 'board' }));
    }
    case 'zs':
      return plain(meter.earthLoop(circuit.id, point ?? circuit.points.at(-1)?.id ?? '', circuit.residual ? 'no-trip' : 'two-lead'));
    case 'rcd-time':
      return plain(meter.tripTime(circuit.id, point ?? circuit.points.at(-1)?.id ?? ''));
    default:
      return refuse('This is looked at, not measured: enter it yourself.');
  }
}

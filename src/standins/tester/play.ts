import { measureKey } from '../../core/installation/slot';
import type { ConductorLetter, Dwelling, DwellingCircuit } from '../../core/physics/dwelling';
import type { Meter, PointShown, Shown } from '../../core/physics/meter';
import type { ReadingValue } from '../../core/quantity/reading-value';
import type { TesterRequest } from '../../instruments/messages';

export type Played =
  | { readonly ok: true; readonly value: ReadingValue; readonly testVolts: number | null; readonly leadNull: boolean }
  | { readonly ok: false; readonly why: string };

type Asked = Pick<TesterRequest, 'measure' | 'where' | 'testVolts'>;

const refuse = (why: string): Played => ({ ok: false, why });
const plain = (shown: Shown): Played => ({ ok: true, value: shown.value, testVolts: null, leadNull: false });
const megohms = (shown: Shown, testVolts: number | null): Played => ({
  ok: true,
  value: shown.value,
  testVolts: testVolts ?? 500,
  leadNull: false,
});
const looked = refuse('This is looked at, not measured: enter it yourself.');

function ohms(shown: Shown | null, point: string): Played {
  if (!shown) return refuse(`The tester finds no point “${point}” here.`);
  const { moves, value } = shown;
  const moved = moves && moves.low !== moves.high;
  return { ok: true, value: moved ? { is: 'unstable', ...moves } : value, testVolts: null, leadNull: true };
}

const pairOf = (pair: string | undefined): [ConductorLetter, ConductorLetter] => {
  const letter = (text: string | undefined): ConductorLetter => (text === 'N' ? 'N' : text === 'L' ? 'L' : 'C');
  const [one, other] = (pair ?? 'L-C').split('-');
  return [letter(one), letter(other)];
};

/** What the tester shows when a measure is asked for at a place of the dwelling it is connected to. */
export function play(dwelling: Dwelling, meter: Meter, asked: Asked): Played {
  const { where, measure } = asked;
  if (where.of === 'conductor')
    return dwelling.bonds.some((each) => each.service === where.to)
      ? ohms(meter.bonding(where.to), '')
      : refuse(`No bond to ${where.to} is there to measure.`);
  if (where.of === 'supply') {
    if (measure.test === 'ze') return plain(meter.externalLoop());
    return measure.test === 'ipf' ? plain(meter.faultCurrent(measure.pair === 'L-N' ? 'L–N' : 'L–E')) : looked;
  }
  if (where.of === 'board') return refuse('The tester is not connected to a circuit here.');
  const circuit = dwelling.circuits.find((each) => each.id === String(where.way));
  if (!circuit) return refuse('The tester is not connected to a circuit here.');
  return where.of === 'way' ? playCircuit(meter, circuit, asked) : playPoint(meter, circuit, where.point, asked);
}

const furthest = (shown: readonly PointShown[]): Shown | null =>
  shown.reduce<Shown | null>(
    (worst, each) => (!worst || (each.true ?? Infinity) > (worst.true ?? Infinity) ? each : worst),
    null,
  );

function insulationOf(meter: Meter, circuit: DwellingCircuit, pair: string, volts: number | null): Played {
  const shown =
    pair === 'LN-E'
      ? meter.insulation(circuit.id, ['L', 'C'], { linked: true })
      : meter.insulation(circuit.id, pair === 'L-N' ? ['L', 'N'] : pair === 'L-E' ? ['L', 'C'] : ['N', 'C']);
  return megohms(shown, volts);
}

function playCircuit(meter: Meter, circuit: DwellingCircuit, { measure, testVolts }: Asked): Played {
  const isRing = circuit.arrangement === 'ring';
  const last = circuit.points.at(-1)?.id ?? '';
  switch (measure.test) {
    case 'ring':
      return isRing
        ? ohms(meter.ringEnd(circuit.id, pairOf(measure.pair)[0]), '')
        : refuse('Not a ring: it has one end here.');
    case 'r1r2':
      return ohms(furthest(isRing ? meter.ringStep(circuit.id, 3) : meter.lineAndCpc(circuit.id)), '');
    case 'r2':
      return ohms(furthest(meter.cpcAlone(circuit.id)), '');
    case 'insulation':
      return insulationOf(meter, circuit, measure.pair ?? '', testVolts);
    case 'zs':
      return plain(meter.earthLoop(circuit.id, last, circuit.residual ? 'no-trip' : 'two-lead'));
    case 'rcd time':
      return plain(meter.tripTime(circuit.id, last));
    default:
      return looked;
  }
}

function playPoint(meter: Meter, circuit: DwellingCircuit, point: string, { measure, testVolts }: Asked): Played {
  const at = (shown: readonly PointShown[]): Played => ohms(shown.find((each) => each.point === point) ?? null, point);
  if (measure.test === 'ring') {
    if (circuit.arrangement !== 'ring') return refuse('Not a ring.');
    if (measure.position === 'same side') return at(meter.ringStep(circuit.id, 2, 'same'));
    return at(meter.ringStep(circuit.id, measure.step === 2 ? 2 : 3, 'opposite', pairOf(measure.pair)));
  }
  if (measure.test === 'r1r2') return at(meter.lineAndCpc(circuit.id));
  if (measure.test === 'r2') return at(meter.cpcAlone(circuit.id));
  if (measure.test !== 'insulation') return looked;
  const cable = circuit.cables.find((each) => each.to === point);
  if (!cable) return refuse(`No cable runs to “${point}” here.`);
  const home = circuit.cables.find((each) => each.to === 'B');
  const opened = [
    { circuit: circuit.id, cable: cable.id, end: 'from' as const },
    ...(home ? [{ circuit: circuit.id, cable: home.id, end: 'to' as const }] : []),
  ];
  const side = measureKey(measure).endsWith('far side') ? { cable: cable.id } : 'board';
  return megohms(meter.insulation(circuit.id, ['L', 'C'], { linked: true, opened, side }), testVolts);
}

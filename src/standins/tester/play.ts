import { type Measure, measureKey } from '../../core/installation/slot';
import type { ConductorLetter, Dwelling, DwellingCircuit } from '../../core/physics/dwelling';
import type { Meter, PointShown, Shown } from '../../core/physics/meter';
import type { ReadingValue } from '../../core/quantity/reading-value';
import type { TesterRequest } from '../../instruments/messages';

type Companion = { readonly measure: Measure; readonly value: ReadingValue };
export type Played = {
  /** Ways that went dead with the test. */
  readonly tripped?: readonly number[];
} & (
  | {
      readonly ok: true;
      readonly value: ReadingValue;
      readonly testVolts: number | null;
      readonly leadNull: boolean;
      readonly also?: readonly Companion[];
    }
  | { readonly ok: false; readonly why: string }
);

type Asked = Pick<TesterRequest, 'measure' | 'where' | 'testVolts' | 'method'>;

const refuse = (why: string): Played => ({ ok: false, why });
const plain = (shown: Shown, also: readonly Companion[] = [], tripped: readonly number[] = []): Played => ({
  ok: true,
  value: shown.value,
  testVolts: null,
  leadNull: false,
  also,
  tripped,
});
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
export function play(dwelling: Dwelling, meter: Meter, asked: Asked, off: ReadonlySet<number> = new Set()): Played {
  const { where, measure } = asked;
  if (where.of === 'conductor')
    return dwelling.bonds.some((each) => each.service === where.to)
      ? ohms(meter.bonding(where.to), '')
      : refuse(`No bond to ${where.to} is there to measure.`);
  if (where.of === 'supply') {
    return playOrigin(meter, measure);
  }
  if (where.of === 'board')
    return measure.test === 'ipf'
      ? plain(meter.faultCurrent(measure.pair === 'L-E' ? 'L–E' : 'L–N'))
      : refuse('The tester is not connected to a circuit here.');
  const circuit = dwelling.circuits.find((each) => each.id === String(where.way));
  if (!circuit) return refuse('The tester is not connected to a circuit here.');
  const last = where.of === 'point' ? where.point : (circuit.points.at(-1)?.id ?? '');
  if (isLive(measure)) {
    if (!circuit.points.some(({ id }) => id === last)) return refuse(`The tester finds no point “${last}” here.`);
    if (!off.has(Number(circuit.id))) return playLive(dwelling, meter, circuit, last, asked);
    return dwelling.faults.some((fault) => fault.kind === 'second source' && fault.circuit === circuit.id)
      ? refuse(`Stop: voltage here with way ${circuit.id} off. A second source feeds it.`)
      : refuse(`No voltage here: way ${circuit.id} is dead.`);
  }
  return where.of === 'way' ? playCircuit(meter, circuit, asked) : playPoint(meter, circuit, where.point, asked);
}

const liveTests: ReadonlySet<string> = new Set(['zs', 'rcd time', 'rcd ramp', 'touch volts']);
const isLive = ({ test }: Measure) => liveTests.has(test);

function playOrigin(meter: Meter, measure: Measure): Played {
  if (measure.phase) return refuse('This dwelling has one phase.');
  const volts = (['L-N', 'L-E', 'N-E'] as const).map((pair) => ({
    measure: { test: 'volts', pair },
    value: meter.supplyVolts(pair).value,
  }));
  switch (measure.test) {
    case 'ze':
      return plain(meter.externalLoop());
    case 'ipf': {
      const [own, other] = measure.pair === 'L-E' ? (['L–E', 'L–N'] as const) : (['L–N', 'L–E'] as const);
      const beside = { test: 'ipf', pair: other === 'L–E' ? 'L-E' : 'L-N' };
      const also = [{ measure: beside, value: meter.faultCurrent(other).value }, ...volts];
      return plain(meter.faultCurrent(own), also);
    }
    case 'volts':
      return ['L-N', 'L-E', 'N-E', 'T-E'].includes(measure.pair ?? '')
        ? plain(meter.supplyVolts(measure.pair as 'L-N'))
        : refuse('This dwelling has one phase.');
    default:
      return looked;
  }
}

/** The ways that go dead when the RCD of a circuit trips: those behind the same device. */
const behind = (dwelling: Dwelling, circuit: DwellingCircuit): number[] =>
  dwelling.circuits
    .filter(({ id, residual }) => id === circuit.id || (residual?.group && residual.group === circuit.residual?.group))
    .map(({ id }) => Number(id));

const touchLimitVolts = 50;

/** Whether current of a circuit comes back past its RCD, by the neutral of one behind another device. */
const comesBackPast = (dwelling: Dwelling, circuit: DwellingCircuit): boolean =>
  dwelling.faults.some((fault) => {
    if (fault.kind !== 'borrowed neutral') return false;
    const pair = [fault.circuit, fault.from.circuit];
    if (!pair.includes(circuit.id)) return false;
    const [one, other] = pair.map((id) => dwelling.circuits.find((each) => each.id === id)?.residual?.group ?? id);
    return one !== other;
  });

/** A test made live: it may trip what it is made behind, and stops where metalwork would rise above 50 V. */
function playLive(
  dwelling: Dwelling,
  meter: Meter,
  circuit: DwellingCircuit,
  point: string,
  { measure, method }: Asked,
): Played {
  const { residual } = circuit;
  const tripped = residual ? behind(dwelling, circuit) : [];
  const isEarthed = meter.earthPath(circuit.id, point) !== null;
  const rises = Number((meter.touchVolts(circuit.id, point).value as { shown?: string }).shown ?? 0);
  switch (measure.test) {
    case 'touch volts':
      return plain(meter.touchVolts(circuit.id, point));
    case 'zs': {
      if (measure.pair === 'L-N') return plain(meter.lineNeutralLoop(circuit.id, point));
      const wanted = method ?? (residual ? 'no-trip' : 'two-lead');
      if (isEarthed && rises > touchLimitVolts) return refuse('Stopped: touch voltage over 50 V.');
      // What flows to earth over an open CPC trips nothing: the instrument runs out of range.
      if (wanted === 'two-lead' && residual && isEarthed)
        return { ok: false, why: 'The RCD tripped: read it again by the no-trip method.', tripped };
      const also = [{ measure: { test: 'zs', pair: 'L-N' }, value: meter.lineNeutralLoop(circuit.id, point).value }];
      return plain(meter.earthLoop(circuit.id, point, wanted), also);
    }
    default: {
      if (!residual) return refuse('No RCD trips here.');
      if (comesBackPast(dwelling, circuit))
        return { ok: false, why: 'The RCD tripped before the test: current comes back past it.', tripped };
      if (rises > touchLimitVolts) return refuse('Stopped: touch voltage over 50 V.');
      if (measure.test === 'rcd ramp') return plain(meter.rampCurrent(circuit.id, point), [], tripped);
      const [, share = '1'] = /^(half|five times)/.exec(measure.position ?? '') ?? [];
      const half = measure.position?.endsWith('180') ? '180' : '0';
      const multiple = share === 'half' ? 0.5 : share === 'five times' ? 5 : 1;
      const shown = meter.tripTime(circuit.id, point, multiple, half);
      const also = [{ measure: { test: 'touch volts' }, value: meter.touchVolts(circuit.id, point).value }];
      return plain(shown, also, shown.value.is === 'number' ? tripped : []);
    }
  }
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

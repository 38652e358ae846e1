import type { Measure } from '../installation/slot';
import type { ReadingValue } from '../quantity/reading-value';
import type { ConductorLetter, Dwelling, DwellingCircuit } from './dwelling';
import type { Meter, PointShown, Shown } from './meter';

type Companion = { readonly measure: Measure; readonly value: ReadingValue };

/** What a tester shows for what it was asked, or why it shows nothing. */
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

/** Where the probes of a tester are and what it is set to. */
type Probed = {
  readonly dwelling: Dwelling;
  readonly meter: Meter;
  readonly measure: Measure;
  readonly testVolts: number | null;
  readonly method: 'no-trip' | 'two-lead' | null | undefined;
} & (
  | { readonly at: 'supply' | 'board' }
  | { readonly at: 'conductor'; readonly to: string }
  | { readonly at: 'way' | 'point'; readonly circuit: DwellingCircuit; readonly point: string }
);

/** How a tester reads what a family of tests measures: the one translation between its slots and the network. */
export type TesterReads = (probed: Probed) => Played;

export const refuse = (why: string): Played => ({ ok: false, why });
export const looked = refuse('This is looked at, not measured: enter it yourself.');

/** As it is shown, with what the same press shows beside it. */
export const plain = (shown: Shown, also: readonly Companion[] = [], tripped: readonly number[] = []): Played => ({
  ok: true,
  value: shown.value,
  testVolts: null,
  leadNull: false,
  also,
  tripped,
});

export const megohms = (shown: Shown, testVolts: number | null): Played => ({
  ok: true,
  value: shown.value,
  testVolts: testVolts ?? 500,
  leadNull: false,
});

/** A reading of continuity, the leads' null off it; unstable where it moves. */
export function ohms(shown: Shown | null | undefined, point = ''): Played {
  if (!shown) return refuse(`The tester finds no point “${point}” here.`);
  const { moves, value } = shown;
  const moved = moves && moves.low !== moves.high;
  return { ok: true, value: moved ? { is: 'unstable', ...moves } : value, testVolts: null, leadNull: true };
}

/** The two conductors of a pair: L to CPC where none is named. */
export function pairOf(pair: string | undefined): [ConductorLetter, ConductorLetter] {
  const letter = (text: string | undefined): ConductorLetter => (text === 'N' ? 'N' : text === 'L' ? 'L' : 'C');
  const [one, other] = (pair ?? 'L-C').split('-');
  return [letter(one), letter(other)];
}

/** The one that reads highest; open counts as higher than any figure. */
export const furthest = (shown: readonly PointShown[]): Shown | null =>
  shown.reduce<Shown | null>(
    (worst, each) => (!worst || (each.true ?? Infinity) > (worst.true ?? Infinity) ? each : worst),
    null,
  );

/** The ways that go dead when the RCD of a circuit trips: those behind the same device. */
export const behind = (dwelling: Dwelling, circuit: DwellingCircuit): number[] =>
  dwelling.circuits
    .filter(({ id, residual }) => id === circuit.id || (residual?.group && residual.group === circuit.residual?.group))
    .map(({ id }) => Number(id));

const touchLimitVolts = 50;

/** Whether metalwork would rise above 50 V while a test runs: a tester stops itself there. */
export const stopsItself = (meter: Meter, circuit: DwellingCircuit, point: string): boolean =>
  Number((meter.touchVolts(circuit.id, point).value as { shown?: string }).shown ?? 0) > touchLimitVolts;

import type { FirmState } from './firm';
import { type InstrumentFunction, type StatedAccuracy, functions, lastDigit } from '../quantity/stated-accuracy';
import type { Check } from './kinds/check';

/** One thing a firm checks its instruments against. */
export type Reference = {
  readonly id: string;
  readonly function: InstrumentFunction;
  readonly name: string;
  readonly unit: 'Ω' | 'MΩ' | 'ms';
  /** What it is; null for a socket or an RCD that is only always the same one. */
  readonly nominal: number | null;
};

const resistors = (id: InstrumentFunction, unit: 'Ω' | 'MΩ', values: readonly number[]): Reference[] =>
  values.map((nominal) => ({
    id: `${id} ${nominal}`,
    function: id,
    name: `${id === 'continuity' ? 'Continuity' : 'Insulation'} ${nominal} ${unit}`,
    unit,
    nominal,
  }));

/** The references of a check: a box of resistors, one socket, one RCD, the same each month. */
export const references: readonly Reference[] = [
  ...resistors('continuity', 'Ω', [0.5, 1, 2]),
  ...resistors('insulation', 'MΩ', [0.5, 1, 10]),
  { id: 'loop', function: 'loop', name: 'Loop at the test socket', unit: 'Ω', nominal: null },
  { id: 'rcd', function: 'rcd', name: 'RCD at IΔn', unit: 'ms', nominal: null },
];

/** Where its maker says nothing, what is usual for testers of the trade: percent of reading, and last digits. */
export const usualAccuracy: Required<StatedAccuracy> = {
  continuity: { percent: 2, digits: 2 },
  insulation: { percent: 3, digits: 3 },
  loop: { percent: 5, digits: 5 },
  rcd: { percent: 5, digits: 5 },
};
/** How far the reference itself may be from what it says. */
const referencePercent = 1;
/** A socket or RCD of no stated value is taken for what the first checks found. */
const firstChecks = 3;

/** How far a figure may lie from the truth, in its own unit. */
export const mayBeOff = (of: InstrumentFunction, value: number, stated: StatedAccuracy = {}): number => {
  const { percent, digits } = stated[of] ?? usualAccuracy[of];
  return (Math.abs(value) * percent) / 100 + digits * lastDigit[of];
};

export type Bounds = { readonly from: number; readonly low: number; readonly high: number };

/** Between what a reference has to read on an instrument; null while a reference of no stated value has been read too seldom. */
export function boundsOf(reference: Reference, checks: readonly Check[], stated: StatedAccuracy): Bounds | null {
  const first = figuresOf(reference, checks).slice(0, firstChecks);
  const from =
    reference.nominal ??
    (first.length === firstChecks ? [...first].sort((a, b) => a - b)[Math.floor(firstChecks / 2)] : undefined);
  if (from === undefined) return null;
  const off =
    mayBeOff(reference.function, from, stated) + (reference.nominal === null ? 0 : (from * referencePercent) / 100);
  // As the instrument shows it: half a digit is neither in nor out.
  const round = (value: number) => Number(value.toFixed(6));
  return { from, low: round(from - off), high: round(from + off) };
}

const figuresOf = (reference: Reference, checks: readonly Check[]): number[] =>
  checks.flatMap(({ readings }) =>
    readings.filter(({ against }) => against === reference.id).map(({ shown }) => Number(shown)),
  );

/** An instrument's checks, in the order they were made. */
export const checksOf = (firm: Pick<FirmState, 'checks'>, instrumentId: string): Check[] =>
  firm.checks.filter((check) => check.instrumentId === instrumentId);

/** Against which references a check was out of bounds; what was known when it was made decides. */
export function outOf(firm: Pick<FirmState, 'checks' | 'accuracies'>, check: Check): Reference[] {
  const all = checksOf(firm, check.instrumentId);
  const until = all.slice(0, all.indexOf(check) + 1);
  return references.filter((reference) => {
    const bounds = boundsOf(reference, until, firm.accuracies.get(check.instrumentId) ?? {});
    return bounds !== null && figuresOf(reference, [check]).some((value) => value < bounds.low || value > bounds.high);
  });
}

/** A time in which readings of one function of an instrument cannot be relied on. */
export type Doubt = {
  readonly instrumentId: string;
  readonly function: InstrumentFunction;
  /** The last moment it was known to be sound; null where it never was. */
  readonly since: string | null;
  /** When it was known to be sound again; null while it is not. */
  readonly until: string | null;
  readonly because: string;
};

type Event = {
  readonly at: string;
  readonly about: readonly InstrumentFunction[];
  readonly wrong: readonly (readonly [InstrumentFunction, string])[];
};

/** Everything that told whether an instrument was sound, oldest first. */
function eventsOf(firm: FirmState, instrumentId: string): Event[] {
  const checks = checksOf(firm, instrumentId).map((check): Event => {
    const out = outOf(firm, check);
    const about = new Set(
      check.readings.flatMap(({ against }) => references.find(({ id }) => id === against)?.function ?? []),
    );
    return {
      at: check.at,
      about: [...about],
      wrong: out.map((reference) => [
        reference.function,
        `${reference.name} read ${check.readings.find(({ against }) => against === reference.id)?.shown} ${reference.unit}`,
      ]),
    };
  });
  const calibrations = firm.calibrations
    .filter((each) => each.instrumentId === instrumentId)
    .map(({ at }): Event => ({ at, about: functions, wrong: [] }));
  // A look finds what is broken; that nothing is seen does not prove a reading right.
  const looks = firm.looks
    .filter(({ instrumentIds, sound }) => instrumentIds.includes(instrumentId) && !sound)
    .map(({ at, what }): Event => ({ at, about: functions, wrong: functions.map((each) => [each, what] as const) }));
  return [...checks, ...calibrations, ...looks].sort((a, b) => (a.at < b.at ? -1 : 1));
}

/**
 * When readings of an instrument are in doubt: from the last time it was known to be sound before a check or a look found
 * it was not, until it was found sound again. A check says so of the functions it tried, a calibration of all.
 */
export function doubtsOf(firm: FirmState, instrumentId: string): Doubt[] {
  const events = eventsOf(firm, instrumentId);
  return functions.flatMap((of) => {
    const doubts: Doubt[] = [];
    let sound: string | null = null;
    let open: Doubt | null = null;
    for (const { at, about, wrong } of events) {
      if (!about.includes(of)) continue;
      const found = wrong.find(([which]) => which === of);
      if (found) open ??= { instrumentId, function: of, since: sound, until: null, because: found[1] };
      else {
        if (open) doubts.push({ ...open, until: at });
        open = null;
        sound = at;
      }
    }
    return open ? [...doubts, open] : doubts;
  });
}

/** Whether a reading made then is in doubt. */
export const isInDoubt = ({ since, until }: Doubt, madeAt: string): boolean =>
  (since === null || madeAt > since) && (until === null || madeAt < until);

/** What stands against using an instrument on a job, and whether it may be used all the same. */
export type Objection = { readonly says: string; readonly forbids: boolean };

/** Why an instrument is not to be used on a job today; null where nothing stands against it. */
export function objectionTo(firm: FirmState, instrumentId: string, today: string): Objection | null {
  const instrument = firm.instruments.get(instrumentId);
  if (!instrument || instrument.retired !== null) return { says: 'It is withdrawn.', forbids: true };
  const doubt = doubtsOf(firm, instrumentId).find(({ until }) => until === null);
  if (doubt) return { says: `Out of tolerance: ${doubt.because}.`, forbids: true };
  return instrument.nextDueOn && instrument.nextDueOn < today
    ? { says: `Its calibration ran out on ${instrument.nextDueOn}.`, forbids: false }
    : null;
}

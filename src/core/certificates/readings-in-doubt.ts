import { type Doubt, isInDoubt } from '../firm/accuracy';
import type { InstrumentFunction } from '../firm/kinds/check';
import type { Job } from '../job/job';
import { standing } from '../job/job';
import type { ReadingTaken } from '../job/kinds/reading';
import type { TestList } from '../job/test-list';
import type { Recorded } from '../ledger/entry';
import type { ReadingSpec } from '../quantity/parse-reading';

/** Which function of a tester takes what a cell takes; null where it is no check's to judge. */
export function functionOf(spec: ReadingSpec): InstrumentFunction | null {
  if (spec.takes !== 'figure') return null;
  if (spec.unit === 'megohm') return 'insulation';
  if (spec.unit === 'kiloamp') return 'loop';
  if (spec.unit === 'ohm') return spec.mayBeOpen ? 'continuity' : 'loop';
  return spec.unit === 'millisecond' || spec.unit === 'milliamp' ? 'rcd' : null;
}

export type ReadingInDoubt = { readonly entry: Recorded<ReadingTaken>; readonly doubt: Doubt };

/** Standing readings of a job taken while their instrument was not known to be sound in what it read. */
export function readingsInDoubt(job: Job, tests: TestList, doubts: readonly Doubt[]): ReadingInDoubt[] {
  if (doubts.length === 0) return [];
  return [...job.readings.values()].flatMap((readings) =>
    standing(readings).flatMap((entry) => {
      const { instrumentId, slot } = entry.body;
      const spec = instrumentId ? tests.of(slot)?.spec : undefined;
      const of = spec ? functionOf(spec) : null;
      const doubt = doubts.find(
        (each) => each.instrumentId === instrumentId && each.function === of && isInDoubt(each, entry.madeAt),
      );
      return doubt ? [{ entry, doubt }] : [];
    }),
  );
}

/** Isolations proved by an indicator that was not known to be sound. */
export const isolationsInDoubt = (job: Job, doubts: readonly Doubt[]) =>
  job.isolations.filter(({ begun, begunAt }) =>
    doubts.some((doubt) => doubt.instrumentId === begun.indicatorId && isInDoubt(doubt, begunAt)),
  );

import { type Doubt, isInDoubt } from '../firm/accuracy';
import type { Job } from '../job/job';
import { standing } from '../job/job';
import type { ReadingTaken } from '../job/kinds/reading';
import type { TestList } from '../job/test-list';
import type { Recorded } from '../ledger/entry';
import { functionOf } from '../quantity/stated-accuracy';

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

import type { Job } from './job';
import type { ReadingTaken } from './kinds/reading';

/** Whether any reading that stands is one of these. */
export const someReading = (job: Pick<Job, 'readings'>, isOne: (body: ReadingTaken) => boolean): boolean =>
  [...job.readings.values()].some((readings) => readings.some(({ entry, struck }) => !struck && isOne(entry.body)));

import * as z from 'zod';
import { day, line } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { statedAccuracy } from '../../quantity/stated-accuracy';
import { jobKind } from '../kind';
import { someReading } from '../standing';

const instrumentBrought = z.object({
  instrumentId: z.uuid().toLowerCase(),
  name: line,
  serial: line,
  calibratedOn: day.nullable(),
  /** What its maker says of its accuracy; absent where the firm said nothing. */
  accuracy: statedAccuracy.optional(),
});
export type InstrumentBrought = z.infer<typeof instrumentBrought>;

/** An instrument used on this job, as it was then. */
export const brought = jobKind({
  body: instrumentBrought,
  versions: [unchanged('may carry its stated accuracy')],
  touches: ['instruments'],
  apply: (job, entry) => void job.instruments.set(entry.body.instrumentId, entry.body),
  strike: (job, { body }) =>
    someReading(job, ({ instrumentId }) => instrumentId === body.instrumentId) ||
    job.isolations.some(({ begun }) => begun.indicatorId === body.instrumentId)
      ? 'Readings or an isolation name this instrument. Remove those first.'
      : null,
});

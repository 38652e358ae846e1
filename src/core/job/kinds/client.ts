import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import { jobKind } from '../kind';

/** Who pays for the document. */
const clientFields = z
  .object({ name: line.nullable(), address: paragraph.nullable(), telephone: line.nullable(), email: line.nullable() })
  .partial();
export type ClientFields = z.infer<typeof clientFields>;

export const clientNamed = jobKind({
  body: clientFields,
  office: true,
  apply(job, entry) {
    job.client = { ...job.client, ...entry.body };
  },
});

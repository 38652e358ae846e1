import * as z from 'zod';
import { editionIds } from '../../core/edition/pack';

const text = z.string().trim().max(200, 'At most 200 characters.');

/** What a job is opened with. */
export const openJobFields = z.object({
  jobId: z.uuid(),
  reference: text.min(1, 'Give a reference of your own.'),
  edition: z.enum(editionIds),
  address: text.min(1, 'Give the address of the installation.'),
  premises: text,
  client: text,
});
export type OpenJobFields = z.infer<typeof openJobFields>;

'use server';

import * as z from 'zod';
import { type DeviceAway, devicesAway } from '../../../server/devices';
import { issueDocument, type IssueResult } from '../../../server/issue';
import { requireAsker } from '../../../server/who';

const asked = z.object({
  jobId: z.uuid(),
  documentId: z.uuid(),
  device: z.string().min(1).max(80),
  /** Whether to leave out what other devices may still hold. */
  without: z.boolean(),
});
type Asked = z.infer<typeof asked>;

/** Seals, prints and issues a job's document; where other devices are out of reach with it open, only if told to go on. */
export async function issueAction(form: Asked): Promise<IssueResult | { issued: false; away: readonly DeviceAway[] }> {
  const asker = await requireAsker();
  const parsed = asked.safeParse(form);
  if (!parsed.success) return { issued: false, reason: 'There is no such job.' };
  const { jobId, documentId, device, without } = parsed.data;
  const now = new Date();
  const away = without ? [] : await devicesAway(asker, jobId, device, now);
  return away.length > 0 ? { issued: false, away } : issueDocument(asker, jobId, documentId, now, device);
}

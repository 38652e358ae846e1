'use server';

import { redirect } from 'next/navigation';
import { v7 } from 'uuid';
import { type JobBody, type JobKind, jobStream } from '../../core/catalogue';
import { firmState } from '../../server/people';
import { openJob } from '../../server/streams';
import { requireAsker } from '../../server/who';
import { type OpenJobFields, openJobFields } from './fields';

/** Opens a condition report and goes to it; answers only what is in the way. Sent twice, it opens one job. */
export async function openJobAction(fields: OpenJobFields): Promise<{ readonly problem: string }> {
  const asker = await requireAsker();
  const parsed = openJobFields.safeParse(fields);
  if (!parsed.success) {
    return {
      problem: `Check ${parsed.error.issues.map((issue) => issue.path.join('.')).join(', ')}: nothing was opened.`,
    };
  }
  const { jobId, reference, edition, address, premises, client } = parsed.data;
  const madeAt = new Date().toISOString();
  const draft = <K extends JobKind>(kind: K, body: JobBody<K>) =>
    jobStream.draft(kind, body, { id: v7(), madeAt, device: 'office form' });
  const {
    school = null,
    samplingPercent = null,
    investigateBelowMegohms = null,
  } = (await firmState(asker.firmId)).defaults;
  const results = await openJob(asker, jobId, [
    draft('job.opened', { reference, began: null }),
    draft('document.begun', { documentId: v7(), kind: 'EICR', edition, covers: null, because: null, replaces: null }),
    draft('site.described', { address, premises: premises || null }),
    draft('client.named', { name: client || null }),
    draft('brief.agreed', { school, samplingPercent, investigateBelowMegohms }),
  ]);
  if (!results) return { problem: 'That job belongs to somebody else. Reload the page and try again.' };
  redirect(`/jobs/${jobId}`);
}

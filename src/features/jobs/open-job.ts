'use server';

import { redirect } from 'next/navigation';
import { v7 } from 'uuid';
import { z } from 'zod';
import { editionIds } from '../../core/edition/pack';
import { line } from '../../core/installation/text';
import { type Draft, readDraft } from '../../core/ledger/entry';
import { currentVersion, type EntryKind } from '../../core/ledger/kinds';
import { openJob } from '../../db/ledger-store';
import { requireAsker } from '../session/who';

const form = z.object({
  jobId: z.uuid(),
  reference: line.min(1),
  edition: z.enum(editionIds),
  address: line.min(1),
  premises: line,
  client: line,
});

export type OpenJobState = { readonly problem: string | null };

/** Opens a condition report and goes to it. Sent twice, it opens one job. */
export async function openJobAction(_: OpenJobState, data: FormData): Promise<OpenJobState> {
  const asker = await requireAsker();
  const parsed = form.safeParse(data instanceof FormData ? Object.fromEntries(data) : null);
  if (!parsed.success) {
    return { problem: `Check ${parsed.error.issues.map((issue) => issue.path.join('.')).join(', ')}: nothing was opened.` };
  }
  const { jobId, reference, edition, address, premises, client } = parsed.data;
  const madeAt = new Date().toISOString();
  const draft = (kind: EntryKind, body: unknown): Draft => {
    const read = readDraft({ id: v7(), kind, version: currentVersion(kind), body, madeAt, device: 'office form' });
    if (!read.ok) throw new Error(read.problem);
    return read.draft;
  };
  const results = await openJob(asker, jobId, [
    draft('job.opened', { document: 'EICR', edition, reference }),
    draft('site.described', { address, premises: premises || null }),
    draft('client.named', { name: client || null }),
  ]);
  if (!results) return { problem: 'That job belongs to somebody else. Reload the page and try again.' };
  redirect(`/jobs/${jobId}`);
}

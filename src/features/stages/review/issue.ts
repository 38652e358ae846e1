'use server';

import * as z from 'zod';
import { issueDocument, type IssueResult } from '../../../server/issue';
import { requireAsker } from '../../../server/who';

const asked = z.object({ jobId: z.uuid(), documentId: z.uuid(), device: z.string().min(1).max(80) });

/** Seals, prints and issues a job's document. */
export async function issueAction(jobId: string, documentId: string, device: string): Promise<IssueResult> {
  const asker = await requireAsker();
  const parsed = asked.safeParse({ jobId, documentId, device });
  if (!parsed.success) return { issued: false, reason: 'There is no such job.' };
  return issueDocument(asker, parsed.data.jobId, parsed.data.documentId, new Date(), parsed.data.device);
}

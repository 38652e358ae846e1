'use server';

import * as z from 'zod';
import { issueDocument, type IssueResult } from '../../../server/documents';
import { printed } from '../../../server/print';
import { requireAsker } from '../../../server/who';

const asked = z.object({ jobId: z.uuid(), documentId: z.uuid(), device: z.string().min(1).max(80) });

/** Seals and issues a job's document, and prints it so that its file can be checked from then on. */
export async function issueAction(jobId: string, documentId: string, device: string): Promise<IssueResult> {
  const asker = await requireAsker();
  const parsed = asked.safeParse({ jobId, documentId, device });
  if (!parsed.success) return { issued: false, reason: 'There is no such job.' };
  const result = await issueDocument(asker, parsed.data.jobId, parsed.data.documentId, new Date(), parsed.data.device);
  if (result.issued) await printed(asker, result.documentId);
  return result;
}

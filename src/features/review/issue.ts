'use server';

import { z } from 'zod';
import { issueDocument, type IssueResult } from '../../db/documents';
import { printed } from '../documents/print';
import { requireAsker } from '../session/who';

/** Seals and issues a job's document, and prints it so that its file can be checked from then on. */
export async function issueAction(jobId: string, device: string): Promise<IssueResult> {
  const asker = await requireAsker();
  const parsed = z.object({ jobId: z.uuid(), device: z.string().min(1).max(80) }).safeParse({ jobId, device });
  if (!parsed.success) return { issued: false, reason: 'There is no such job.' };
  const result = await issueDocument(asker, parsed.data.jobId, new Date(), parsed.data.device);
  if (result.issued) await printed(asker, result.documentId);
  return result;
}

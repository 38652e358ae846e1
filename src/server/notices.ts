import 'server-only';
import { randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import * as z from 'zod';
import { documents, jobStream } from '../core/catalogue';
import { dutiesOf } from '../core/certificates/documents';
import { buildingControl } from '../core/certificates/duties';
import type { Notice } from '../core/certificates/notice';
import { documentOf } from '../core/job/job';
import { env } from '../env';
import { forFirm } from './connection';
import { firmParticulars } from './people';
import { document } from './schema';
import { type FirmActor, append, stateOf } from './streams';

/** Whether there is a desk that takes notices. */
export const takesNotices = (): boolean => Boolean(env().NOTICE_URL);

/** The notice that follows from an issued certificate; null where none does. */
export async function noticeOf(
  actor: FirmActor,
  issueId: string,
): Promise<(Notice & { readonly jobId: string; readonly begunId: string }) | null> {
  const [row] = await forFirm(actor.firmId, (tx) =>
    tx
      .select()
      .from(document)
      .where(and(eq(document.id, issueId), eq(document.firmId, actor.firmId))),
  );
  const job = row && (await stateOf(actor.firmId, 'job', row.jobId));
  const due = job && dutiesOf(job).find((each) => each.issueId === issueId && each.duty === buildingControl);
  const begun = job && due && documentOf(job, due.documentId);
  if (!row || !job || !due || !begun?.works.completedOn) return null;
  const { name, address, telephone, email } = await firmParticulars(actor.firmId);
  return {
    format: 'orange-ledger/notice/1',
    certificate: row.number,
    documentHash: row.documentHash,
    title: documents.of(row.kind)?.title ?? row.kind,
    firm: { name, address, telephone, email },
    installation: job.site.address ?? '',
    country: job.site.country ?? null,
    work: begun.works.description ?? '',
    completedOn: begun.works.completedOn,
    dueOn: due.dueOn,
    jobId: row.jobId,
    begunId: begun.id,
  };
}

export type Told = { readonly ok: true; readonly number: string } | { readonly ok: false; readonly problem: string };

const acknowledgement = z.object({ number: z.string().trim().min(1).max(60) });
const patienceMillis = 15_000;

/** Gives notice to the desk that is set, and records under which number it was acknowledged. */
export async function giveNotice(actor: FirmActor, issueId: string, now: Date): Promise<Told> {
  const url = env().NOTICE_URL;
  if (!url) return { ok: false, problem: 'Sending notices is not set up here. Send it yourself, then record it.' };
  const found = await noticeOf(actor, issueId);
  if (!found) return { ok: false, problem: 'No notice follows from this document.' };
  const { jobId, begunId, ...notice } = found;
  const answer = await fetch(url, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'Idempotency-Key': issueId },
    body: JSON.stringify(notice),
    signal: AbortSignal.timeout(patienceMillis),
  }).catch(() => null);
  const read = answer?.ok ? acknowledgement.safeParse(await answer.json().catch(() => null)) : null;
  if (!read?.success) return { ok: false, problem: 'It was not acknowledged. Nothing was recorded. Try again later.' };
  const { number } = read.data;
  const body = {
    documentId: begunId,
    duty: buildingControl,
    on: now.toISOString().slice(0, 10),
    note: `acknowledged as ${number}`,
  };
  const draft = jobStream.draft('duty.met', body, {
    id: randomUUID(),
    madeAt: now.toISOString(),
    device: 'the application',
  });
  const [recorded] = (await append(actor, 'job', jobId, [draft])) ?? [];
  return recorded?.accepted
    ? { ok: true, number }
    : { ok: false, problem: recorded?.reason ?? 'There is no such job.' };
}

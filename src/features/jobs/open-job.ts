'use server';

import { redirect } from 'next/navigation';
import { v7 } from 'uuid';
import { type JobBody, type JobKind, documents, jobStream } from '../../core/catalogue';
import { adviseJob, jobSorts, kindsOf } from '../../core/certificates/job-sorts';
import { noticeWords } from '../../core/certificates/which-document';
import { isHeld } from '../../core/edition/pack';
import { type KnownVisit, forwardFrom, latestAt } from '../../server/earlier';
import { installationFor } from '../../server/installations';
import { firmState } from '../../server/people';
import { openJob, stateOf } from '../../server/streams';
import { requireAsker } from '../../server/who';
import { type OpenJobFields, openJobFields } from './fields';

/** Opens a job with the papers it calls for and goes to it; answers only what is in the way. Sent twice, it opens one job. */
export async function openJobAction(fields: OpenJobFields): Promise<{ readonly problem: string }> {
  const asker = await requireAsker();
  const parsed = openJobFields.safeParse(fields);
  if (!parsed.success) {
    return {
      problem: `Check ${parsed.error.issues.map((issue) => issue.path.join('.')).join(', ')}. Nothing was created.`,
    };
  }
  const { jobId, reference, edition, address, premises, client, sort, paper, because, whose, bring, ...asked } =
    parsed.data;
  const advice = adviseJob(sort, asked);
  const proposed = kindsOf[advice.document];
  const differs = paper !== null && !proposed.includes(paper);
  if (differs && !because)
    return { problem: `Give a reason for ${paper} instead of ${proposed.join(' and ')}. Nothing was created.` };
  const kinds = paper ? [paper] : proposed;
  // A form for each circuit altered.
  const begun = kinds.flatMap((kind) =>
    Array.from({ length: documents.of(kind)?.oneCircuit ? Math.max(1, advice.count) : 1 }, () => ({
      kind,
      documentId: v7(),
    })),
  );
  const { defaults, editions } = await firmState(asker.firmId);
  const own = isHeld(edition) ? null : editions.get(edition);
  const workedTo = isHeld(edition) ? { edition } : own ? { edition: own.basedOn, ownEdition: own } : null;
  if (!workedTo) return { problem: 'This edition no longer exists. Choose another. Nothing was created.' };
  const forward = bring ? await forwardFrom(asker, bring) : null;
  if (bring && !forward) return { problem: 'The earlier job no longer exists. Nothing was created.' };
  // Sent again after an answer that was lost: it is open.
  if ((await stateOf(asker.firmId, 'job', jobId))?.opened) redirect(`/jobs/${jobId}`);
  const installationId = await installationFor(asker, { address, premises, client });
  const madeAt = new Date().toISOString();
  const draft = <K extends JobKind>(kind: K, body: JobBody<K>) =>
    jobStream.draft(kind, body, { id: v7(), madeAt, device: 'office form' });
  const { school = null, samplingPercent = null, investigateBelowMegohms = null } = defaults;
  const results = await openJob(asker, jobId, [
    draft('job.opened', { reference, began: null }),
    ...begun.map(({ kind, documentId }) =>
      draft('document.begun', {
        documentId,
        kind,
        ...workedTo,
        covers: null,
        because: differs ? because : null,
        replaces: null,
      }),
    ),
    ...begun
      .filter(({ kind }) => documents.of(kind)?.about === 'works')
      .map(({ documentId }) =>
        draft('works.described', {
          documentId,
          fields: {
            description: asked.did || null,
            nature: jobSorts[sort].nature,
            notifiable: advice.notifiable,
            notice: [noticeWords(advice.notifiable), advice.how].join(' ').slice(0, 200),
          },
        }),
      ),
    draft('site.described', { address, premises: premises || null, country: asked.country }),
    ...(installationId ? [draft('installation.set', { installationId })] : []),
    draft('client.named', { name: client || null }),
    draft('brief.agreed', {
      school,
      samplingPercent,
      investigateBelowMegohms,
      ...(whose ? { reason: whose } : {}),
      ...(forward ? { previousReport: forward.previously } : {}),
    }),
    ...(forward?.drafts ?? []).map(({ kind, body }) => draft(kind, body)),
  ]);
  const refused = results?.find((result) => !result.accepted);
  if (refused && !refused.accepted)
    return { problem: `${refused.reason} The job is open; what follows was not brought forward.` };
  if (!results) return { problem: 'That job belongs to another company. Reload the page and try again.' };
  redirect(`/jobs/${jobId}`);
}

/** The firm's latest visit to an address, where it has been there; null where it has not, or the address says too little. */
export async function knownAtAction(address: unknown): Promise<KnownVisit | null> {
  const asker = await requireAsker();
  const asked = openJobFields.shape.address.safeParse(address);
  return asked.success ? latestAt(asker, asked.data) : null;
}

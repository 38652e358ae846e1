import 'server-only';
import { randomUUID } from 'node:crypto';
import { v7 } from 'uuid';
import { type JobBody, jobStream, viewOf } from '../core/catalogue';
import { type Offer, offerOf } from '../core/certificates/offer';
import { beginPapers, offered } from '../core/certificates/options';
import { forFirm, forStream } from './connection';
import { jobNow } from './folds';
import { type Made, type To, makeLink, noteOpened, openLink, spend } from './links';
import { firmParticulars } from './people';
import { daysFrom } from './today';
import { type FirmActor, appendWithin } from './streams';

/** Sends what is offered by a link one of the options can be accepted by, once. */
export async function offerByLink(actor: FirmActor, jobId: string, optionsId: string, to: To): Promise<Made> {
  const firm = await firmParticulars(actor.firmId);
  return forFirm(actor.firmId, async (tx) => {
    const job = await jobNow(tx, jobId);
    const offer = job && offered(job);
    if (!job || offer?.optionsId !== optionsId)
      return { ok: false, problem: 'The options are not on the server yet. Send them first.' };
    if (offer.accepted) return { ok: false, problem: 'An option was already accepted.' };
    return makeLink(tx, actor, 'choose', {
      jobId,
      documentId: optionsId,
      role: null,
      to,
      subject: `Remedial options, from ${firm.name}`,
      text: (url) =>
        `${to.name},\n\n${firm.name} offers remedial options for\n${job.site.address ?? ''}\n\nCompare them, and accept one if you wish:\n\n${url}\n\n${[firm.name, firm.telephone, firm.email].filter(Boolean).join('\n')}\n`,
    });
  });
}

/** What somebody is offered by a link. */
export type OfferedTo = {
  readonly name: string;
  readonly firm: { readonly name: string; readonly telephone: string };
  readonly offer: Offer;
  /** Whether the prices no longer stand. */
  readonly isPast: boolean;
};

export async function offeredByLink(token: string, isOwnLook: boolean): Promise<OfferedTo | null> {
  const found = await openLink(token, 'choose');
  if (!found) return null;
  if (!isOwnLook) await noteOpened(found.firmId, found.id);
  const { name, telephone } = await firmParticulars(found.firmId);
  return forFirm(found.firmId, async (tx) => {
    const job = await jobNow(tx, found.jobId);
    const offer = job && offered(job);
    if (!job || offer?.optionsId !== found.documentId || offer.accepted) return null;
    return { name: found.name, firm: { name, telephone }, offer: offerOf(job, offer), isPast: isPast(offer.goodUntil) };
  });
}

const isPast = (goodUntil: string | null): boolean => goodUntil !== null && goodUntil < daysFrom(0);

export type Accepted = { readonly ok: true } | { readonly ok: false; readonly problem: string };
class NotAccepted extends Error {}

/** Accepts an option by its link, once: who took it goes into the job, and the papers it needs are begun. */
export async function acceptByLink(
  token: string,
  { chosen, by, words }: Pick<JobBody<'option.accepted'>, 'chosen' | 'by' | 'words'>,
  address: string,
): Promise<Accepted> {
  const found = await openLink(token, 'choose');
  if (!found) return { ok: false, problem: 'This link no longer works: it was used, withdrawn or has expired.' };
  const actor = { id: `link:${found.id}`, firmId: found.firmId, roles: ['inspector'] as const };
  const stamp = () => ({ id: randomUUID(), madeAt: new Date().toISOString(), device: 'a link' });
  let committed: (() => void) | undefined;
  try {
    await forStream(found.firmId, found.jobId, async (tx) => {
      if (!(await spend(tx, found.id))) throw new NotAccepted('This link has just been used.');
      const job = await jobNow(tx, found.jobId);
      const view = job && viewOf(job);
      const offer = job && offered(job);
      if (!job || !view || offer?.optionsId !== found.documentId)
        throw new NotAccepted('The options have changed. Ask for a new link.');
      if (isPast(offer.goodUntil)) throw new NotAccepted('These prices have expired. Ask for new ones.');
      const body = { optionsId: offer.optionsId, chosen, by, words, outside: { linkId: found.id, address } };
      const drafts = [
        jobStream.draft('option.accepted', body, stamp()),
        ...beginPapers(job, view.document, offer, chosen, v7).map((begins) =>
          jobStream.draft(begins.kind, begins.body, stamp()),
        ),
      ];
      const appended = await appendWithin(tx, actor, 'job', found.jobId, drafts);
      const refused = appended?.results.find((result) => !result.accepted);
      if (!appended || (refused && !refused.accepted))
        throw new NotAccepted(refused?.reason ?? 'There is no such job.');
      committed = appended.committed;
    });
  } catch (error) {
    if (error instanceof NotAccepted) return { ok: false, problem: error.message };
    throw error;
  }
  committed?.();
  return { ok: true };
}

import 'server-only';
import { createHash, randomBytes, randomInt } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { v7 } from 'uuid';
import { documents, viewOf } from '../core/catalogue';
import { isTechnical } from '../core/ledger/actor';
import { missing } from '../core/job/document-definition';
import { documentOf } from '../core/job/job';
import { mixesScripts, sameName } from '../core/firm/same-name';
import { drawnSignature, notOutside } from '../core/job/kinds/document';
import type { PrintedModel } from '../core/certificates/printed-model';
import type { Cue } from '../core/job/kinds/hand';
import { nameOfDevice } from '../core/work/on-now';
import { env } from '../env';
import { type Transaction, forFirm, forLink } from './connection';
import { picturesFor } from './pictures';
import { type IssuedDocument, findDocument, modelOf } from './documents';
import { foldAt, jobNow } from './folds';
import { firmParticulars, firmState } from './people';
import { isPostOpen } from './post-office';
import { type Printed, printed } from './print';
import { queueLetter } from './queue';
import { whyNoLetter } from './quotas';
import { document, link, stream } from './schema';
import { type SignResult, signDocument } from './sign';
import type { FirmActor } from './streams';
import { checkOwn } from './verification';

/** How a link stands: what the firm sees of it. The link itself is shown once, when it is made. */
export type LinkStanding = {
  readonly id: string;
  readonly role: string | null;
  readonly name: string;
  readonly email: string | null;
  readonly madeAt: Date;
  readonly expiresAt: Date;
  readonly sentAt: Date | null;
  readonly problem: string | null;
  readonly openedAt: Date | null;
  readonly usedAt: Date | null;
  readonly withdrawnAt: Date | null;
};

export type Made = { readonly ok: true; readonly url: string } | { readonly ok: false; readonly problem: string };

export type To = { readonly name: string; readonly email: string | null };

const day = 24 * 3_600_000;
/** A paper is read for as long as it is usually good for; a signature is waited for two weeks; a hand helps for the day; a question is for now; an offer stands for a season. */
const lifeMillis = { read: 10 * 365 * day, sign: 14 * day, hand: day / 2, ask: 3 * day, choose: 90 * day } as const;
const pageOf = { read: 'paper', sign: 'sign', ask: 'ask', choose: 'choose' } as const;
const mostLinks = 50;

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

type Making = {
  readonly jobId: string;
  readonly documentId: string;
  readonly role: string | null;
  readonly to: To;
  readonly subject: string;
  /** The letter, given the link. */
  readonly text: (url: string) => string;
};

/** Makes a link and, where there is an address, queues the letter that carries it. */
export async function makeLink(
  tx: Transaction,
  actor: FirmActor,
  purpose: keyof typeof pageOf,
  { jobId, documentId, role, to, subject, text }: Making,
): Promise<Made> {
  if (to.email && !isPostOpen())
    return { ok: false, problem: 'This server sends no e-mail. Leave the address empty and send the link yourself.' };
  const enough = to.email ? await whyNoLetter(tx, actor.firmId, to.email) : null;
  if (enough) return { ok: false, problem: enough };
  const earlier = await tx.select({ id: link.id }).from(link).where(eq(link.documentId, documentId));
  if (earlier.length >= mostLinks) return { ok: false, problem: `No more than ${mostLinks} links for one document.` };
  const token = randomBytes(24).toString('base64url');
  const id = v7();
  await tx.insert(link).values({
    id,
    firmId: actor.firmId,
    jobId,
    purpose,
    documentId,
    role,
    ...to,
    tokenHash: hashOf(token),
    madeBy: actor.id,
    expiresAt: new Date(Date.now() + lifeMillis[purpose]),
  });
  const url = `${env().APP_URL}/${pageOf[purpose]}/${token}`;
  if (to.email) await queueLetter(tx, { firmId: actor.firmId, linkId: id, to: to.email, subject, text: text(url) });
  return { ok: true, url };
}

/** Hands an issued document over by a link, sent where there is an address to send it to. */
export async function handOver(actor: FirmActor, documentId: string, to: To): Promise<Made> {
  const firm = await firmParticulars(actor.firmId);
  return forFirm(actor.firmId, async (tx) => {
    const [row] = await tx.select().from(document).where(eq(document.id, documentId));
    if (!row) return { ok: false, problem: 'There is no such document.' };
    const title = documents.of(row.kind)?.title ?? row.kind;
    return makeLink(tx, actor, 'read', {
      jobId: row.jobId,
      documentId,
      role: null,
      to,
      subject: `${title} ${row.number} from ${firm.name}`,
      text: (url) =>
        `${to.name},\n\nhere is your ${title}, ${row.number}. The page explains it in plain words, with the PDF and how to check it.\n\n${url}\n\nYou need no account. Keep the PDF with the building.\n\n${[firm.name, firm.telephone, firm.email].filter(Boolean).join('\n')}\n`,
    });
  });
}

/** Asks somebody outside the firm for one signature under one document in the making. */
export async function askForSignature(
  actor: FirmActor,
  jobId: string,
  documentId: string,
  role: string,
  to: To,
): Promise<Made> {
  if (!isTechnical(actor)) return { ok: false, problem: 'Only an inspector can request a signature.' };
  const firm = await firmParticulars(actor.firmId);
  return forFirm(actor.firmId, async (tx) => {
    const job = await jobNow(tx, jobId);
    const begun = job ? documentOf(job, documentId) : undefined;
    const definition = begun && documents.of(begun.kind);
    const signs = definition?.roles.find((each) => each.role === role);
    if (!job || !definition || !signs) return { ok: false, problem: 'There is no such declaration in this job.' };
    if (begun.issued) return { ok: false, problem: `${begun.issued.body.number} is sealed already.` };
    if (!signs.outsiders) return { ok: false, problem: notOutside };
    const own = await ownNameOf(actor.firmId, to);
    if (own) return { ok: false, problem: `${own} works in the company: they sign in and sign here.` };
    return makeLink(tx, actor, 'sign', {
      jobId,
      documentId,
      role,
      to,
      subject: `Your signature under the ${definition.title}, requested by ${firm.name}`,
      text: (url) =>
        `${to.name},\n\n${firm.name} requests your signature: ${signs.title.toLowerCase()}, under the ${definition.title} for\n${job.site.address ?? ''}\n\nThe page shows all that you would sign. It works once and for two weeks:\n\n${url}\n\n${[firm.name, firm.telephone, firm.email].filter(Boolean).join('\n')}\n`,
    });
  });
}

/** Who of the firm a name or an address is that of; null where it is nobody's of the firm. */
async function ownNameOf(firmId: string, { name, email }: To): Promise<string | null> {
  const { people } = await firmState(firmId);
  const same = (address: string) => email !== null && address.toLowerCase() === email.trim().toLowerCase();
  return [...people.values()].find((each) => sameName(each.name, name) || same(each.email))?.name ?? null;
}

/** The links made for one document, the newest first. */
export const linksOf = (actor: FirmActor, documentId: string): Promise<LinkStanding[]> =>
  forFirm(actor.firmId, (tx) =>
    tx
      .select({
        id: link.id,
        role: link.role,
        name: link.name,
        email: link.email,
        madeAt: link.madeAt,
        expiresAt: link.expiresAt,
        sentAt: link.sentAt,
        problem: link.problem,
        openedAt: link.openedAt,
        usedAt: link.usedAt,
        withdrawnAt: link.withdrawnAt,
      })
      .from(link)
      .where(eq(link.documentId, documentId))
      .orderBy(desc(link.id)),
  );

/** Takes a link back: from then on it opens nothing. False where it is used or taken back already. */
export const withdrawLink = (actor: FirmActor, linkId: string): Promise<boolean> =>
  forFirm(actor.firmId, async (tx) => {
    const taken = await tx
      .update(link)
      .set({ withdrawnAt: new Date() })
      .where(and(eq(link.id, linkId), isNull(link.withdrawnAt), isNull(link.usedAt)))
      .returning({ id: link.id });
    return taken.length > 0;
  });

/** The link a token stands for while it opens anything; null where it never was, was used or taken back, or has run out. */
export async function openLink(
  token: string,
  purpose: keyof typeof lifeMillis,
): Promise<typeof link.$inferSelect | null> {
  if (token.length > 100) return null;
  const [row] = await forLink(hashOf(token), (tx) => tx.select().from(link));
  if (!row || row.purpose !== purpose || row.withdrawnAt || row.usedAt) return null;
  return row.expiresAt.getTime() < Date.now() ? null : row;
}

export const noteOpened = (firmId: string, linkId: string): Promise<unknown> =>
  forFirm(firmId, (tx) =>
    tx
      .update(link)
      .set({ openedAt: new Date() })
      .where(and(eq(link.id, linkId), isNull(link.openedAt))),
  );

/** Uses a link up, within what is done by it: false where it was used or taken back a moment before. */
export async function spend(tx: Transaction, linkId: string): Promise<boolean> {
  const taken = await tx
    .update(link)
    .set({ usedAt: new Date() })
    .where(and(eq(link.id, linkId), isNull(link.usedAt), isNull(link.withdrawnAt)))
    .returning({ id: link.id });
  return taken.length > 0;
}

export type ReadByLink = { readonly document: IssuedDocument; readonly intact: boolean };

/** The document a link lets somebody read. That it was opened is noted, unless the firm itself looks. */
export async function readByLink(token: string, isOwnLook: boolean): Promise<ReadByLink | null> {
  const found = await openLink(token, 'read');
  if (!found) return null;
  if (!isOwnLook) await noteOpened(found.firmId, found.id);
  const actor: FirmActor = { id: `link:${found.id}`, firmId: found.firmId, roles: [] };
  const [document, checked] = await Promise.all([
    findDocument(actor, found.documentId),
    checkOwn(actor, found.documentId),
  ]);
  return document && { document, intact: checked?.intact ?? false };
}

/** The sealed file a link lets somebody have: the one that was sealed or none. */
export async function fileByLink(token: string): Promise<Printed | null> {
  const found = await openLink(token, 'read');
  if (!found) return null;
  const result = await printed({ id: `link:${found.id}`, firmId: found.firmId, roles: [] }, found.documentId);
  return result?.ok ? result.printed : null;
}

/** What somebody is asked to sign: all of it, as it stands at `upTo`. */
export type AskedToSign = {
  readonly linkId: string;
  readonly name: string;
  readonly role: string;
  readonly roleTitle: string;
  readonly statement: string;
  readonly title: string;
  readonly kind: string;
  readonly model: PrintedModel;
  readonly pictures: ReadonlyMap<string, Buffer>;
  readonly upTo: number;
  /** Whether anything is missing: nothing can be signed before it is there. */
  readonly isFinished: boolean;
};

export async function askedToSign(token: string, lookerFirmId: string | null): Promise<AskedToSign | null> {
  const found = await openLink(token, 'sign');
  // It opens for nobody of the firm that asks: who is of it signs in and signs there.
  if (!found || found.firmId === lookerFirmId) return null;
  await noteOpened(found.firmId, found.id);
  const firm = await firmParticulars(found.firmId);
  return forFirm(found.firmId, async (tx) => {
    const [head] = await tx.select().from(stream).where(eq(stream.id, found.jobId));
    const job = head ? await foldAt(tx, 'job', found.jobId, head.lastSeq) : null;
    const view = job && viewOf(job, found.documentId);
    const signs = view?.definition.roles.find((each) => each.role === found.role);
    if (!head || !view || !signs || view.document.issued) return null;
    const { kind } = view.document;
    const model = modelOf(kind, view.definition.build(view, firm));
    return {
      linkId: found.id,
      name: found.name,
      role: signs.role,
      roleTitle: signs.title,
      statement: signs.statement,
      title: view.definition.title,
      kind,
      model,
      pictures: await picturesFor(tx, model),
      upTo: head.lastSeq,
      isFinished: missing(view.definition.gaps(view)).length === 0,
    };
  });
}

export type OutsideSigning = {
  readonly upTo: number;
  readonly name: string;
  readonly position: string;
  readonly drawn: unknown;
};

/** Signs by a link, once: the same declaration, the same conditions, and what stood when its page was shown. */
export async function signByLink(
  token: string,
  { upTo, name, position, drawn }: OutsideSigning,
  address: string,
  signerFirmId: string | null,
): Promise<SignResult> {
  const found = await openLink(token, 'sign');
  if (!found || found.role === null)
    return { signed: false, reason: 'This link no longer works: it was used, withdrawn or has expired.' };
  if (found.firmId === signerFirmId)
    return {
      signed: false,
      reason: 'You are signed in to the company that sent this. Sign there. Nothing was signed.',
    };
  if (mixesScripts(name)) return { signed: false, reason: 'Use letters of one alphabet in your name.' };
  const own = await ownNameOf(found.firmId, { name, email: null });
  if (own)
    return { signed: false, reason: `${own} is in the company that sent this, and signs there. Nothing was signed.` };
  const strokes = drawnSignature.optional().safeParse(drawn ?? undefined);
  if (!strokes.success)
    return { signed: false, reason: 'The drawing cannot be read. Draw it again, or leave it empty.' };
  const signer = { id: `link:${found.id}`, firmId: found.firmId, roles: ['inspector'] as const, name, position };
  const asked = { jobId: found.jobId, documentId: found.documentId, role: found.role, upTo };
  return signDocument(signer, asked, new Date(), 'a link', {
    linkId: found.id,
    address,
    drawn: strokes.data,
    async takeUp(tx) {
      return (await spend(tx, found.id)) ? null : 'This link has just been used.';
    },
  });
}

/** Letters and figures nobody takes for one another, read out from one phone and typed into the other. */
const codeLetters = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
const codeLength = 10;

/** A code by which a second phone is told what to switch on this job, for half a day; an earlier one is taken back. */
export async function handCode(actor: FirmActor, jobId: string): Promise<Made> {
  if (!isTechnical(actor)) return { ok: false, problem: 'Only an inspector can connect a second device.' };
  return forFirm(actor.firmId, async (tx) => {
    if (!(await jobNow(tx, jobId))) return { ok: false, problem: 'There is no such job.' };
    await tx
      .update(link)
      .set({ withdrawnAt: new Date() })
      .where(and(eq(link.jobId, jobId), eq(link.purpose, 'hand'), isNull(link.withdrawnAt)));
    const code = Array.from({ length: codeLength }, () => codeLetters[randomInt(codeLetters.length)]).join('');
    await tx.insert(link).values({
      id: v7(),
      firmId: actor.firmId,
      jobId,
      purpose: 'hand',
      // It is of the job as a whole, and of no paper.
      documentId: jobId,
      role: null,
      name: 'A second device',
      email: null,
      tokenHash: hashOf(code),
      madeBy: actor.id,
      expiresAt: new Date(Date.now() + lifeMillis.hand),
    });
    return { ok: true, url: `${env().APP_URL}/hand/${code}` };
  });
}

/** What the second phone shows: one thing to do, and since when. */
export type Told = { readonly cue: Cue; readonly what: string; readonly at: string | null; readonly number: number };

/** What a second phone is told now; null where its code is not open. */
export async function toldByCode(code: string): Promise<Told | null> {
  const found = await openLink(code, 'hand');
  if (!found) return null;
  return forFirm(found.firmId, async (tx) => {
    const job = await jobNow(tx, found.jobId);
    if (!job) return null;
    const { hand } = job;
    if (!hand) return { cue: 'stand by', what: '', at: null, number: 0 };
    const { cue, device, at, number } = hand;
    return { cue, what: device ? nameOfDevice(job, device) : '', at, number };
  });
}

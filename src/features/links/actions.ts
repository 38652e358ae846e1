'use server';

import { headers } from 'next/headers';
import * as z from 'zod';
import {
  type LinkStanding,
  type Made,
  askForSignature,
  handCode,
  handOver,
  linksOf,
  signByLink,
  withdrawLink,
} from '../../server/links';
import { type Accepted, acceptByLink, offerByLink } from '../../server/options';
import { type Answered, answerByLink, askByLink } from '../../server/questions';
import type { SignResult } from '../../server/sign';
import { requireAsker, whoIsAsking } from '../../server/who';
import { acceptFields, answerFields, outsideFields, recipientFields } from './fields';

const unread = {
  ok: false,
  problem: 'Something in the form cannot be read: nothing was sent. Check it and try again.',
} as const;
const addressed = ({ name, email }: z.infer<typeof recipientFields>) => ({ name, email: email || null });

/** Hands an issued document over by a link. */
export async function handOverAction(documentId: unknown, form: unknown): Promise<Made> {
  const asker = await requireAsker();
  const [id, to] = [z.uuid().safeParse(documentId), recipientFields.safeParse(form)];
  return id.success && to.success ? handOver(asker, id.data, addressed(to.data)) : unread;
}

const declaration = z.object({ jobId: z.uuid(), documentId: z.uuid(), role: z.string().min(1).max(40) });

/** Asks somebody outside the firm to sign one declaration. */
export async function askOutsideAction(which: unknown, form: unknown): Promise<Made> {
  const asker = await requireAsker();
  const [asked, to] = [declaration.safeParse(which), recipientFields.safeParse(form)];
  if (!asked.success || !to.success) return unread;
  const { jobId, documentId, role } = asked.data;
  return askForSignature(asker, jobId, documentId, role, addressed(to.data));
}

/** How the links of a document stand. */
export async function linksAction(documentId: unknown): Promise<LinkStanding[]> {
  const asker = await requireAsker();
  const id = z.uuid().safeParse(documentId);
  return id.success ? linksOf(asker, id.data) : [];
}

export async function withdrawLinkAction(linkId: unknown): Promise<boolean> {
  const asker = await requireAsker();
  const id = z.uuid().safeParse(linkId);
  return id.success && (await withdrawLink(asker, id.data));
}

/** Makes the code by which a second phone joins a job. */
export async function handCodeAction(jobId: unknown): Promise<Made> {
  const asker = await requireAsker();
  const id = z.uuid().safeParse(jobId);
  return id.success ? handCode(asker, id.data) : unread;
}

/** Signs by a link: whoever holds it may, once. */
export async function signByLinkAction(token: unknown, upTo: unknown, form: unknown): Promise<SignResult> {
  const [held, seen, said] = [
    z.string().max(100).safeParse(token),
    z.number().int().min(0).safeParse(upTo),
    outsideFields.safeParse(form),
  ];
  if (!held.success || !seen.success || !said.success)
    return { signed: false, reason: 'Something in the form cannot be read: nothing was signed.' };
  const asker = await whoIsAsking();
  return signByLink(held.data, { upTo: seen.data, ...said.data }, await whence(), asker?.firmId ?? null);
}

/** The network address a request comes from. */
const whence = async (): Promise<string> =>
  (await headers()).get('x-forwarded-for')?.split(',').at(-1)?.trim().slice(0, 60) ?? '';

const question = z.object({ jobId: z.uuid(), questionId: z.uuid() });

/** Asks somebody one question of a job by a link. */
export async function askByLinkAction(which: unknown, form: unknown): Promise<Made> {
  const asker = await requireAsker();
  const [asked, to] = [question.safeParse(which), recipientFields.safeParse(form)];
  return asked.success && to.success
    ? askByLink(asker, asked.data.jobId, asked.data.questionId, addressed(to.data))
    : unread;
}

/** Answers a question by its link: whoever holds it may, once. */
export async function answerByLinkAction(token: unknown, form: unknown): Promise<Answered> {
  const [held, said] = [z.string().max(100).safeParse(token), answerFields.safeParse(form)];
  if (!held.success || !said.success)
    return { ok: false, problem: 'Something in the form cannot be read: nothing was sent.' };
  const { answer, words, by } = said.data;
  return answerByLink(held.data, { answer, words: words || null, by }, await whence());
}

const offer = z.object({ jobId: z.uuid(), optionsId: z.uuid() });

/** Sends what is offered to the client by a link. */
export async function offerByLinkAction(which: unknown, form: unknown): Promise<Made> {
  const asker = await requireAsker();
  const [asked, to] = [offer.safeParse(which), recipientFields.safeParse(form)];
  return asked.success && to.success
    ? offerByLink(asker, asked.data.jobId, asked.data.optionsId, addressed(to.data))
    : unread;
}

/** Accepts an option by its link: whoever holds it may, once. */
export async function acceptByLinkAction(token: unknown, form: unknown): Promise<Accepted> {
  const [held, said] = [z.string().max(100).safeParse(token), acceptFields.safeParse(form)];
  if (!held.success || !said.success)
    return { ok: false, problem: 'Something in the form cannot be read: nothing was sent.' };
  const { chosen, words, by } = said.data;
  return acceptByLink(held.data, { chosen, words: words || null, by }, await whence());
}

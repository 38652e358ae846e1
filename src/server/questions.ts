import 'server-only';
import { randomUUID } from 'node:crypto';
import { jobStream } from '../core/catalogue';
import type { Job } from '../core/job/job';
import { picturesAbout } from '../core/job/kinds/picture';
import type { QuestionAnswered } from '../core/job/kinds/question';
import { type Transaction, forFirm, forStream } from './connection';
import { jobNow } from './folds';
import { type Made, type To, makeLink, noteOpened, openLink, spend } from './links';
import { firmParticulars } from './people';
import { picturesNamed } from './pictures';
import { type FirmActor, appendWithin } from './streams';

/** Asks somebody one question of a job by a link that works once. */
export async function askByLink(actor: FirmActor, jobId: string, questionId: string, to: To): Promise<Made> {
  const firm = await firmParticulars(actor.firmId);
  return forFirm(actor.firmId, async (tx) => {
    const job = await jobNow(tx, jobId);
    const question = job?.questions.find((each) => each.questionId === questionId);
    if (!job || !question) return { ok: false, problem: 'The question is not on the server yet. Send it first.' };
    if (question.answered) return { ok: false, problem: 'That is already answered.' };
    return makeLink(tx, actor, 'ask', {
      jobId,
      documentId: questionId,
      role: null,
      to,
      subject: `A question from ${firm.name}`,
      text: (url) =>
        `${to.name},\n\n${firm.name} is working at\n${job.site.address ?? ''}\nand asks:\n\n${question.what}\n\nAnswer here, once, within three days:\n\n${url}\n\n${[firm.name, firm.telephone, firm.email].filter(Boolean).join('\n')}\n`,
    });
  });
}

/** What somebody is asked by a link: one question of one job. */
export type AskedOne = {
  readonly name: string;
  readonly firm: string;
  readonly telephone: string;
  readonly address: string;
  readonly what: string;
  readonly where: string | null;
  /** Pictures of what is asked about, that have arrived, as data addresses. */
  readonly pictures: readonly {
    readonly source: string;
    readonly caption: string;
    readonly width: number;
    readonly height: number;
  }[];
};

export async function askedByLink(token: string, isOwnLook: boolean): Promise<AskedOne | null> {
  const found = await openLink(token, 'ask');
  if (!found) return null;
  if (!isOwnLook) await noteOpened(found.firmId, found.id);
  const firm = await firmParticulars(found.firmId);
  return forFirm(found.firmId, async (tx) => {
    const job = await jobNow(tx, found.jobId);
    const question = job?.questions.find((each) => each.questionId === found.documentId);
    if (!job || !question || question.answered) return null;
    return {
      name: found.name,
      firm: firm.name,
      telephone: firm.telephone,
      address: job.site.address ?? '',
      what: question.what,
      where: question.where,
      pictures: await picturesOf(tx, job, question.questionId),
    };
  });
}

async function picturesOf(tx: Transaction, job: Job, questionId: string): Promise<AskedOne['pictures']> {
  const mine = picturesAbout(job, { of: 'question', id: questionId });
  const arrived = await picturesNamed(
    tx,
    mine.map(({ sha256 }) => sha256),
  );
  return mine.flatMap(({ sha256, caption, width, height }) => {
    const bytes = arrived.get(sha256);
    return bytes ? [{ source: `data:image/jpeg;base64,${bytes.toString('base64')}`, caption, width, height }] : [];
  });
}

export type Answered = { readonly ok: true } | { readonly ok: false; readonly problem: string };
class NotAnswered extends Error {}

/** Answers a question by its link, once: the answer goes into the job with who gave it. */
export async function answerByLink(
  token: string,
  { answer, words, by }: Pick<QuestionAnswered, 'answer' | 'words' | 'by'>,
  address: string,
): Promise<Answered> {
  const found = await openLink(token, 'ask');
  if (!found) return { ok: false, problem: 'This link no longer works: it was used, withdrawn or has expired.' };
  const actor = { id: `link:${found.id}`, firmId: found.firmId, roles: ['inspector'] as const };
  let committed: (() => void) | undefined;
  try {
    await forStream(found.firmId, found.jobId, async (tx) => {
      if (!(await spend(tx, found.id))) throw new NotAnswered('This link has just been used.');
      const draft = jobStream.draft(
        'question.answered',
        { questionId: found.documentId, answer, words, by, outside: { linkId: found.id, address } },
        { id: randomUUID(), madeAt: new Date().toISOString(), device: 'a link' },
      );
      const appended = await appendWithin(tx, actor, 'job', found.jobId, [draft]);
      const recorded = appended?.results[0];
      if (!recorded?.accepted) throw new NotAnswered(recorded?.reason ?? 'There is no such job.');
      committed = appended?.committed;
    });
  } catch (error) {
    if (error instanceof NotAnswered) return { ok: false, problem: error.message };
    throw error;
  }
  committed?.();
  return { ok: true };
}

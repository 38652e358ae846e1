import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import { jobKind } from '../kind';

const questionAsked = z.object({
  questionId: z.uuid().toLowerCase(),
  /** One question, as it is asked: "May I take down the shelf in front of the board?" */
  what: paragraph.min(1),
  where: line.nullable(),
});

export const permissions = ['yes', 'no', 'in words'] as const;
const questionAnswered = z
  .object({
    questionId: z.uuid().toLowerCase(),
    answer: z.enum(permissions),
    words: paragraph.nullable(),
    /** Who answered, by their own word. */
    by: line.min(1),
    /** By which link, and from which network address; null where they said it. */
    outside: z.object({ linkId: z.uuid().toLowerCase(), address: z.string().max(60) }).nullable(),
  })
  .refine(({ answer, words }) => answer !== 'in words' || Boolean(words?.trim()), {
    path: ['words'],
    message: 'Enter your answer.',
  });
export type QuestionAnswered = z.infer<typeof questionAnswered>;
export type Question = z.infer<typeof questionAsked> & {
  readonly entryId: string;
  readonly at: string;
  readonly answered: (QuestionAnswered & { readonly at: string }) | null;
};

/** One question to the client, the agent or a colleague. */
export const questionIsAsked = jobKind({
  body: questionAsked,
  touches: ['questions'],
  office: true,
  paper: true,
  apply(job, { id, body, madeAt }) {
    job.questions.push({ ...body, entryId: id, at: madeAt, answered: null });
  },
  admit: (job, { questionId }) =>
    job.questions.some((each) => each.questionId === questionId) ? 'That question exists already.' : null,
});

const answers = jobKind({
  body: questionAnswered,
  touches: ['questions'],
  office: true,
  paper: true,
  apply(job, { body, madeAt }) {
    job.questions = job.questions.map((each) =>
      each.questionId === body.questionId ? { ...each, answered: { ...body, at: madeAt } } : each,
    );
  },
  admit(job, { questionId }) {
    const question = job.questions.find((each) => each.questionId === questionId);
    if (!question) return 'There is no such question in this job.';
    return question.answered ? 'That is already answered.' : null;
  },
});

/** An answer given by a link: recorded by the server alone. */
export const questionIsAnswered = { ...answers, ownAct: true as const };

/** An answer somebody gave by word of mouth, as the inspector heard it. */
export const answerIsNoted = {
  ...answers,
  admit: (
    job: Parameters<NonNullable<typeof answers.admit>>[0],
    body: QuestionAnswered,
    by: Parameters<NonNullable<typeof answers.admit>>[2],
  ) => (body.outside ? 'What came by a link is recorded by the server.' : (answers.admit?.(job, body, by) ?? null)),
};

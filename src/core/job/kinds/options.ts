import * as z from 'zod';
import { day, line, paragraph } from '../../installation/text';
import { jobKind } from '../kind';
import { mostQuoteLines } from './works';

/** What a line of an option amounts to, as far as it decides which paper is due; nothing where none is. */
export const optionWorks = ['nothing', 'like for like', 'remedial', 'new circuit', 'board change', 'rewire'] as const;
export type OptionWork = (typeof optionWorks)[number];

const optionLine = z.object({
  what: line.min(1),
  /** The findings it puts right. */
  observationIds: z.array(z.uuid().toLowerCase()).max(200),
  minutes: z.number().int().min(0).max(100_000),
  materialsPence: z.number().int().min(0).max(100_000_000),
  work: z.enum(optionWorks),
});
export type OptionLine = z.infer<typeof optionLine>;

/** As many lines as a quote holds: what is accepted becomes one. */
const option = z.object({ title: line.min(1), lines: z.array(optionLine).min(1).max(mostQuoteLines) });
export type Option = z.infer<typeof option>;

export const mostOptions = 3;
const optionsSet = z.object({
  optionsId: z.uuid().toLowerCase(),
  /** What an hour of work costs, in whole pence. */
  hourPence: z.number().int().min(0).max(1_000_000),
  options: z.array(option).min(1).max(mostOptions),
  /** The findings that were open when it was offered. */
  observationIds: z.array(z.uuid().toLowerCase()).max(400),
  /** What may be left as it is, and why; said honestly. */
  leave: paragraph,
  /** Taxes, what is not in it, how it is paid. */
  terms: paragraph.nullable(),
  goodUntil: day.nullable(),
});
export type OptionsSet = z.infer<typeof optionsSet>;

const optionAccepted = z.object({
  optionsId: z.uuid().toLowerCase(),
  /** Which of them, counted from nought. */
  chosen: z
    .number()
    .int()
    .min(0)
    .max(mostOptions - 1),
  /** Who accepted it, by their own word. */
  by: line.min(1),
  words: paragraph.nullable(),
  /** By which link, and from which network address; null where they said it. */
  outside: z.object({ linkId: z.uuid().toLowerCase(), address: z.string().max(60) }).nullable(),
});
export type OptionAccepted = z.infer<typeof optionAccepted>;
/** Ways to put right what was found, as they were offered, and which was taken. */
export type Options = OptionsSet & {
  readonly entryId: string;
  readonly at: string;
  readonly accepted: (OptionAccepted & { readonly at: string }) | null;
};

/** What is offered to the client now: what was offered before stays as it was, and can no longer be accepted. */
export const optionsAreSet = jobKind({
  body: optionsSet,
  touches: ['options'],
  office: true,
  paper: true,
  apply(job, { id, body, madeAt }) {
    job.options.push({ ...body, entryId: id, at: madeAt, accepted: null });
  },
  admit(job, { optionsId, options, observationIds: open }) {
    if (job.options.some((each) => each.optionsId === optionsId)) return 'That offer exists already.';
    const known = new Set(job.observations.map(({ id }) => id));
    const answered = options.flatMap(({ lines }) => lines.flatMap(({ observationIds }) => observationIds));
    return [...open, ...answered].every((id) => known.has(id)) ? null : 'There is no such observation.';
  },
});

const accepts = jobKind({
  body: optionAccepted,
  touches: ['options'],
  office: true,
  paper: true,
  apply(job, { body, madeAt }) {
    job.options = job.options.map((each) =>
      each.optionsId === body.optionsId ? { ...each, accepted: { ...body, at: madeAt } } : each,
    );
  },
  admit(job, { optionsId, chosen }) {
    const offered = job.options.at(-1);
    if (offered?.optionsId !== optionsId) return 'The options have changed. Reload and look again.';
    if (offered.accepted) return `${offered.accepted.by} has already accepted an option.`;
    return offered.options[chosen] ? null : 'There is no such option.';
  },
});

/** One was accepted by a link: recorded by the server alone. */
export const optionIsAccepted = { ...accepts, ownAct: true as const };

/** One was accepted by word of mouth, as somebody of the firm heard it. */
export const acceptanceIsNoted = {
  ...accepts,
  admit: (
    job: Parameters<NonNullable<typeof accepts.admit>>[0],
    body: OptionAccepted,
    by: Parameters<NonNullable<typeof accepts.admit>>[2],
  ) => (body.outside ? 'What came by a link is recorded by the server.' : (accepts.admit?.(job, body, by) ?? null)),
};

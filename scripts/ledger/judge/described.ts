import * as z from 'zod';
import { editionPack } from '../../../src/core/edition/editions';
import { parseReading } from '../../../src/core/quantity/parse-reading';
import { parseExact } from '../../../src/core/quantity/exact';
import type { EditionPack } from '../../../src/core/edition/pack';
import type { ReadingSpec } from '../../../src/core/quantity/parse-reading';
import type { ReadingValue } from '../../../src/core/quantity/reading-value';
import type { Judgement } from '../../../src/core/words/judgement';

/** The edition a question is judged by where it names none: the one its defaults are from. */
export const usualPack = editionPack('bs7671-2018-a2');

const bare = (text: string): string => text.toLowerCase().replace(/[\s_\u2010-\u2015-]+/g, '');

/**
 * One of several words, each with what else it is called; case, spaces and dashes do not matter. Anything else is refused by
 * name: a word nobody knows is never taken for the usual one.
 */
export function oneOf<const Words extends Readonly<Record<string, readonly string[]>>>(words: Words) {
  const names = Object.keys(words) as (keyof Words & string)[];
  const known = new Map(
    names.flatMap((name) => [name, ...(words[name] ?? [])].map((each) => [bare(each), name] as const)),
  );
  return z
    .union([z.string(), z.number().transform(String)])
    .transform((text, context): keyof Words & string => {
      const found = known.get(bare(text));
      if (found !== undefined) return found;
      context.addIssue({ code: 'custom', message: `“${text}” is not one of: ${names.join(', ')}` });
      return z.NEVER;
    })
    .meta({ description: `one of: ${names.join(', ')}` });
}

/** What is said beside a question and decides nothing: where, of what, how it was obtained. */
export const remark = z.unknown().optional().meta({ description: 'a remark: decides nothing' });

/** The standards a protective device may be made to, with the spellings they are written in. */
export const deviceStandard = oneOf({
  'BS EN 60898': ['BS EN 60898-1', 'EN 60898', '60898', '60898-1', 'MCB'],
  'BS EN 61009': ['BS EN 61009-1', 'EN 61009', '61009', '61009-1', 'RCBO'],
  'BS EN 60947-2': ['EN 60947-2', '60947-2', 'MCCB'],
  'BS EN 62606': ['EN 62606', '62606', 'AFDD'],
  'BS 88-2': ['BS EN 60269-2', '88-2', 'BS 88-2.2'],
  'BS 88-3': ['88-3', 'BS 88-3.1'],
  'BS 1361': ['1361'],
  'BS 1362': ['1362'],
  'BS 3036': ['3036', 'rewireable'],
  'BS 3871': ['3871'],
});
export const earthing = oneOf({ 'TN-C-S': ['TNCS', 'PME', 'TN-C-S (PME)'], 'TN-S': ['TNS'], TT: [] });

/** A figure in a described context: as text or as a number; always handed on as text. */
export const figure = z
  .union([z.string(), z.number()])
  .transform(String)
  .refine((text) => parseExact(text) !== null, 'a plain decimal figure');
export const amount = figure.transform(Number).refine((value) => value > 0, 'a figure above zero');

/** What was typed, or such texts by name: a pair, a phase, an end. */
export const reading = z.union([z.string(), z.number().transform(String), z.record(z.string(), z.string())]);
export type Reading = z.infer<typeof reading>;

/** A mark where nothing was typed: blank is no value at all. */
export const blank: ReadingValue = { is: 'not-taken', mark: 'N/V' };

/** A reading that cannot be read, with what to type instead. */
export class Unreadable extends Error {}

/** One text as a person types it into a cell. */
export function read(text: string | undefined, spec: ReadingSpec): ReadingValue {
  if (text === undefined || text.trim() === '') return blank;
  const parsed = parseReading(text, spec);
  if (!parsed.ok) throw new Unreadable(parsed.problem);
  return parsed.value;
}

export const single = (given: Reading): string => {
  if (typeof given !== 'string') throw new Unreadable('One reading is wanted here, as text.');
  return given;
};
export const named = (given: Reading): Readonly<Record<string, string>> => {
  if (typeof given === 'string') throw new Unreadable('Readings by name are wanted here.');
  return given;
};

/** A plain figure where one was typed, or null for a blank or a mark. */
export function plain(text: string | undefined): string | null {
  const trimmed = (text ?? '').trim();
  if (trimmed === '' || /^(lim|n\/?a|n\/?v)\b/i.test(trimmed)) return null;
  if (!parseExact(trimmed) || trimmed.startsWith('-'))
    throw new Unreadable(`“${trimmed}” is not a figure. Type it as a plain decimal.`);
  return trimmed;
}

/** A test as the command line judges it: what its context says, and the core's own judgement of the reading in it. */
export type Judged<Context extends z.ZodType = z.ZodType> = {
  readonly context: Context;
  readonly judge: (context: z.infer<Context>, reading: Reading, pack: EditionPack) => Judgement;
};
export const judged = <Context extends z.ZodType>(
  context: Context,
  judge: (context: z.infer<Context>, reading: Reading, pack: EditionPack) => Judgement,
): Judged => ({ context, judge: judge as Judged['judge'] });

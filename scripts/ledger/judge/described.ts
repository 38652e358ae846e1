import * as z from 'zod';
import { editionPack } from '../../../src/core/edition/editions';
import { parseReading } from '../../../src/core/quantity/parse-reading';
import { parseExact } from '../../../src/core/quantity/exact';
import type { ReadingSpec } from '../../../src/core/quantity/parse-reading';
import type { ReadingValue } from '../../../src/core/quantity/reading-value';
import type { Judgement } from '../../../src/core/words/judgement';

export const pack = editionPack('bs7671-2018-a2');

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
  readonly judge: (context: z.infer<Context>, reading: Reading) => Judgement;
};
export const judged = <Context extends z.ZodType>(
  context: Context,
  judge: (context: z.infer<Context>, reading: Reading) => Judgement,
): Judged => ({ context, judge: judge as Judged['judge'] });

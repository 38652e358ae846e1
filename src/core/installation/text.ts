import * as z from 'zod';

/** Text a person wrote, trimmed. Control characters other than line breaks are refused: no ledger or PDF can hold them. */
const written = (most: number) =>
  z
    .string()
    .trim()
    .max(most)
    .regex(/^[^\u0000-\u0009\u000b-\u001f\u007f]*$/, 'no control characters');

/** One line: a name, a place, a mark. */
export const line = written(200);
/** A paragraph or a few. */
export const paragraph = written(4000);
/** A calendar day, `2026-11-24`. */
export const day = z.iso.date();

import * as z from 'zod';

const code = z.enum(['none', 'C3', 'FI', 'C2', 'C1']);
const question = z.strictObject({
  id: z.string(),
  ask: z.string(),
  /** The code an answer settles, if it settles one. */
  yes: code.nullable(),
  no: code.nullable(),
  because: z.string(),
});

/** A typical finding: its usual code, and the questions that settle another, in the order they are asked. */
const finding = z.strictObject({
  id: z.string(),
  what: z.string(),
  look: z.string(),
  item: z.string().nullable(),
  usual: code,
  questions: z.array(question),
  otherView: z.string().nullable(),
  overcoded: z.string().nullable(),
  undercoded: z.string().nullable(),
  regulations: z.array(z.string()),
  /** Why it matters, in words for whoever lives there. */
  matters: z.string(),
  onTheDay: z.string().nullable(),
  /** Other words people look for it by. */
  search: z.array(z.string()),
});
export type Finding = z.infer<typeof finding>;
export type AdvisedCode = Finding['usual'];

/**
 * The typical findings both editions know, read when first needed: they are larger than the rest of the pack together.
 * Rejects where the file cannot be loaded or is not what it should be.
 */
export async function loadFindings(): Promise<readonly Finding[]> {
  const { default: rows } = await import('./bs7671-2018-a2/findings.json');
  return z.array(finding).parse(rows);
}

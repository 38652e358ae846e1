import * as z from 'zod';
import { features } from './features';

/** Where a person stands to see what an item is about. */
const standpoints = [
  'intake',
  'board',
  'kitchen',
  'bathRoom',
  'room',
  'loft',
  'underFloor',
  'outside',
  'outbuilding',
  'everyPoint',
] as const;
export type Standpoint = (typeof standpoints)[number];

/** What the premises are asked about, where an item may not apply: what can be told, and what the record shows. */
const facts = [
  ...features,
  'sources',
  'earthing',
  'gas',
  'oil',
  'water',
  'structuralSteel',
  'lightning',
  'spd',
] as const;
export type Fact = (typeof facts)[number];

export type FactRule =
  | { readonly fact: Fact; readonly is: boolean | string | readonly string[] }
  | { readonly all: readonly FactRule[] }
  | { readonly any: readonly FactRule[] };
const rule: z.ZodType<FactRule> = z.lazy(() =>
  z.union([
    z.strictObject({ fact: z.enum(facts), is: z.union([z.boolean(), z.string(), z.array(z.string())]) }),
    z.strictObject({ all: z.array(rule) }),
    z.strictObject({ any: z.array(rule) }),
  ]),
);

/** What an item of a schedule asks, for somebody who stands before it. */
const guidance = z.strictObject({
  document: z.enum(['EICR', 'EIC']),
  item: z.string(),
  title: z.string(),
  lookFor: z.array(z.string()),
  acceptable: z.array(z.string()),
  oftenMissed: z.array(z.string()),
  oftenOverCoded: z.array(z.string()),
  /** When it does not apply: in words, and by what the job says where that decides it. */
  naWhen: z.strictObject({ condition: z.string(), rule: rule.nullable() }).nullable(),
  /** Checks whose figures decide it. */
  decidedBy: z.array(z.string()),
  where: z.array(z.enum(standpoints)),
  regulations: z.array(z.string()),
  /** Typical findings under it, by their ids. */
  findings: z.array(z.string()),
});
export type ItemGuidance = z.infer<typeof guidance>;

/**
 * What every item of both schedules asks, read when first needed: it is larger than the schedules themselves. Rejects
 * where the file cannot be loaded or is not what it should be.
 */
export async function loadGuidance(): Promise<readonly ItemGuidance[]> {
  const { default: rows } = await import('./bs7671-2018-a2/item-guidance.json');
  return z.array(guidance).parse(rows);
}

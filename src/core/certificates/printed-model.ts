import * as z from 'zod';
import { factSchema } from './fact';

const modelFirm = z.object({
  name: z.string(),
  address: z.string(),
  telephone: z.string(),
  email: z.string(),
  logo: z.string().default(''),
});

/** What the model of every kind of document says, whatever else it says: enough to file, show and verify it. */
export const printedModel = z.object({
  kind: z.string(),
  edition: z.string(),
  reference: z.string(),
  firm: modelFirm,
  client: z.array(factSchema),
  site: z.array(factSchema),
  /** Of what was found; the bytes are known by their hash. */
  pictures: z
    .array(z.object({ sha256: z.string(), width: z.number(), height: z.number(), caption: z.string() }))
    .default([]),
  /** Contradictions the inspector explained: both sides, and the words. Nothing in documents of before. */
  explained: z.array(z.string()).default([]),
  /** The issued document this one puts right, and why. */
  replaces: z.object({ number: z.string(), because: z.string() }).nullable(),
});
export type PrintedModel = z.infer<typeof printedModel>;

import * as z from 'zod';
import type { ModelSchema } from '../../job/document-definition';
import { drawnSignature } from '../../job/kinds/document';
import { factSchema } from '../fact';
import { declarationsSchema } from '../paper';
import { printedModel } from '../printed-model';

/** A danger notice as it is printed: each danger with who was told of it and what was done. */
const noticeSchema = printedModel.extend({
  version: z.literal(1),
  kind: z.literal('DN'),
  warning: z.string(),
  dangers: z.array(
    z.object({
      /** The observation in its job. */
      id: z.string(),
      number: z.number(),
      what: z.string(),
      where: z.string(),
      why: z.string(),
      /** How it was made safe; null where it was not. */
      madeSafe: z.string().nullable(),
      facts: z.array(factSchema),
      /** Who was told, and how they took the notice; null where nobody was. */
      taken: z.object({ who: z.string(), words: z.string(), drawn: drawnSignature.nullable() }).nullable(),
    }),
  ),
  advice: z.array(z.string()),
  declarations: declarationsSchema,
});
export type DangerNotice = z.infer<typeof noticeSchema>;

export const noticeModel: ModelSchema<DangerNotice> = {
  schema: noticeSchema,
  read: (stored) => noticeSchema.parse(stored),
};

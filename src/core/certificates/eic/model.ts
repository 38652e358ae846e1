import * as z from 'zod';
import type { ModelSchema } from '../../job/document-definition';
import { factSchema } from '../fact';
import { declarationsSchema, instrumentsSchema } from '../paper';
import { printedModel } from '../printed-model';
import { inspectionSchema } from '../schedule-of-inspections';
import { boardSchema } from '../schedule-of-tests';

const facts = z.array(factSchema);

/** An installation certificate as it is printed: words and figures only, nothing left to compute. */
const certificateSchema = printedModel.extend({
  version: z.literal(1),
  kind: z.literal('EIC'),
  works: facts,
  extentCovered: z.string(),
  extentNotCovered: z.string(),
  existing: z.string(),
  departures: z.string(),
  /** Findings of a report it puts right. */
  remedies: z.array(z.string()),
  comeBack: facts,
  supply: facts,
  earthing: facts,
  mainSwitch: facts,
  demand: z.object({
    lines: z.array(z.object({ purpose: z.string(), working: z.string(), amps: z.string() })),
    facts,
  }),
  inspection: inspectionSchema,
  boards: z.array(boardSchema),
  instruments: instrumentsSchema,
  declarations: declarationsSchema,
});
export type Certificate = z.infer<typeof certificateSchema>;

export const certificateModel: ModelSchema<Certificate> = {
  schema: certificateSchema,
  read: (stored) => certificateSchema.parse(stored),
};

import * as z from 'zod';
import type { ModelSchema } from '../../job/document-definition';
import { factSchema } from '../fact';
import { declarationsSchema, instrumentsSchema } from '../paper';
import { printedModel } from '../printed-model';

const facts = z.array(factSchema);

/** A minor-works form as it is printed, in its five parts. */
const formSchema = printedModel.extend({
  version: z.literal(1),
  kind: z.literal('MWC'),
  /** 1: the work, its date and its departures, what was seen beside it. */
  works: facts,
  remedies: z.array(z.string()),
  /** 2: the installation it is part of. */
  installation: facts,
  /** 3: the circuit. */
  circuit: facts,
  /** 4: its test results, with reasons and limits that stand behind them. */
  results: facts,
  notes: z.array(z.string()),
  instruments: instrumentsSchema,
  /** 5: the declaration. */
  declarations: declarationsSchema,
});
export type WorksForm = z.infer<typeof formSchema>;

export const formModel: ModelSchema<WorksForm> = { schema: formSchema, read: (stored) => formSchema.parse(stored) };

import * as z from 'zod';
import { line } from './text';

/** A consumer unit or distribution board as it was seen. */
export const boardFields = z.object({
  name: line.nullable(),
  location: line.nullable(),
  suppliedFrom: line.nullable(),
  supplyDevice: line.nullable(),
  assemblyStandard: line.nullable(),
  surgeProtection: line.nullable(),
});
export type Board = Partial<z.infer<typeof boardFields>> & { readonly id: string };

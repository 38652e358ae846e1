import * as z from 'zod';
import { line } from './text';

export const assemblies = ['declared', 'foreign device'] as const;
export const assemblyWords: Record<(typeof assemblies)[number], string> = {
  declared: 'Stands: the declared assembly, behind a type II fuse of at most 100 A',
  'foreign device': 'Void: a device foreign to it is fitted',
};

/** A consumer unit or distribution board as it was seen. */
export const boardFields = z.object({
  name: line.nullable(),
  location: line.nullable(),
  suppliedFrom: line.nullable(),
  supplyDevice: line.nullable(),
  assemblyStandard: line.nullable(),
  /** Whether its conditional rating stands: as a declared assembly, or void because a device foreign to it is fitted. */
  assembly: z.enum(assemblies).nullable(),
  surgeProtection: line.nullable(),
});
export type Board = Partial<z.infer<typeof boardFields>> & { readonly id: string };

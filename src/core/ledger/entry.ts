import * as z from 'zod';

/** What the maker of an entry says: a dated, typed fact with an id made where it was made. */
export type Drafted<Body = unknown, Kind extends string = string> = {
  readonly id: string;
  readonly kind: Kind;
  readonly version: number;
  readonly body: Body;
  readonly madeAt: string;
  readonly device: string;
};

/** A draft with who made it; `seq` is the stream's own order and null until the ledger has accepted it. */
export type Recorded<Body = unknown, Kind extends string = string> = Drafted<Body, Kind> & {
  readonly madeBy: string;
  readonly seq: number | null;
};

/** What every entry says of itself, whatever its kind. */
export const envelope = z.object({
  id: z.uuid().toLowerCase(),
  kind: z.string().min(1).max(60),
  version: z.number().int().min(1),
  body: z.unknown(),
  madeAt: z.iso.datetime(),
  device: z.string().min(1).max(80),
});

/** What the ledger adds when it numbers an entry. */
export const numbered = z.object({ madeBy: z.string().min(1), seq: z.number().int().min(1) });

export function firstIssue(error: z.ZodError): string {
  const issue = error.issues[0];
  return issue ? `${issue.path.join('.') || 'whole'}: ${issue.message}` : 'unreadable';
}

import { z } from 'zod';
import { type BodyOf, type EntryKind, currentVersion, entryKindNames, entryKinds } from './kinds';

/** What the maker of an entry says: a dated, typed fact with an id made where it was made. */
export type Draft = {
  [K in EntryKind]: {
    readonly id: string;
    readonly kind: K;
    readonly version: number;
    readonly body: BodyOf<K>;
    readonly madeAt: string;
    readonly device: string;
  };
}[EntryKind];

/** A draft with who made it; `seq` is the ledger's own order and null until the ledger has accepted it. */
export type Entry = Draft & { readonly madeBy: string; readonly seq: number | null };

export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;

const envelope = z.object({
  id: z.uuid(),
  kind: z.enum(entryKindNames),
  version: z.number().int().min(1),
  body: z.unknown(),
  madeAt: z.iso.datetime(),
  device: z.string().min(1).max(80),
});

export type ReadDraft = { ok: true; draft: Draft } | { ok: false; problem: string };

/**
 * Reads a draft from outside: checks the envelope, carries an older body up to the current version, checks the body.
 * A version newer than this application knows is an explicit failure, as is an unknown kind.
 */
export function readDraft(raw: unknown): ReadDraft {
  const parsed = envelope.safeParse(raw);
  if (!parsed.success) return { ok: false, problem: `Not an entry: ${firstIssue(parsed.error)}` };
  const { kind, version } = parsed.data;
  const current = currentVersion(kind);
  if (version > current) {
    return { ok: false, problem: `${kind} version ${version} is newer than this application knows (${current}).` };
  }
  const upcasted = upcast(parsed.data.body, version, entryKinds[kind].upcasts);
  const body = entryKinds[kind].body.safeParse(upcasted);
  if (!body.success) return { ok: false, problem: `${kind}: ${firstIssue(body.error)}` };
  return { ok: true, draft: { ...parsed.data, version: current, body: body.data } as Draft };
}

const numbered = z.object({ madeBy: z.string().min(1), seq: z.number().int().min(1) });

export type ReadEntry = { ok: true; entry: Entry } | { ok: false; problem: string };

/** Reads an entry that the ledger has numbered: as a draft, with its maker and its number. */
export function readEntry(raw: unknown): ReadEntry {
  const read = readDraft(raw);
  if (!read.ok) return read;
  const parsed = numbered.safeParse(raw);
  return parsed.success ? { ok: true, entry: { ...read.draft, ...parsed.data } } : { ok: false, problem: `Not an entry of the ledger: ${firstIssue(parsed.error)}` };
}

/** Carries a body of an older version up through every later one. */
export function upcast(body: unknown, version: number, upcasts: readonly ((body: unknown) => unknown)[]): unknown {
  return upcasts.slice(version - 1).reduce((current, step) => step(current), body);
}

function firstIssue(error: z.ZodError): string {
  const issue = error.issues[0];
  return issue ? `${issue.path.join('.') || 'whole'}: ${issue.message}` : 'unreadable';
}

import { v5, v7 } from 'uuid';
import * as z from 'zod';
import { loadStream, forgetStream } from '../../client/on-this-device';
import { practiceIssue } from '../../client/practice-issue';
import { forgetLast } from '../../client/practice-link';
import { type JobDraft, jobStream, viewOf } from '../../core/catalogue';
import type { JobView } from '../../core/job/view';
import type { Recorded } from '../../core/ledger/entry';
import { type Exercise, documentsDue, exercises } from '../../core/practice/exercises';
import type { House } from '../../core/practice/house';
import { paperStream } from '../../core/practice/paper-stream';
import { type PracticeEntry, recordOf } from '../../core/practice/record';
import type { Visit } from '../../core/practice/visit';
import { restOfPaper } from '../../core/practice/write-paper';
import { dayHere } from '../../core/words/moment';
import { visitKept, visitOf } from './kept';

/** Whose paper it is, on this device. */
export const learner = 'learner';
export const signsAs = { name: 'A learner', position: 'Learner' } as const;
export const practiceFirm = { name: 'Practice', address: '', telephone: '', email: '', logo: '' } as const;

/**
 * A paper as it was begun: of which visit, and with what was read and found by then, under ids that follow from its seed;
 * the first had none.
 */
const keptPaper = z.object({
  seed: z.uuid().nullable(),
  exercise: z.string().nullable(),
  entries: z.array(z.unknown()),
});
type KeptPaper = z.infer<typeof keptPaper>;

const keyOf = (house: House): string => `paper ${paperStream(house.number)}`;
const firstKeyOf = (house: House): string => `begun ${paperStream(house.number)}`;
const idsOf = (seed: string) => (name: string) => v5(name, seed);

function paperKept(house: House): KeptPaper | null {
  const [kept, first] = [keyOf(house), firstKeyOf(house)].map((key) => localStorage.getItem(key));
  try {
    const earlier = first ? { seed: null, exercise: null, entries: JSON.parse(first) as unknown } : null;
    return keptPaper.parse(earlier ?? JSON.parse(kept ?? 'null'));
  } catch {
    return null;
  }
}

/** Which visit to a house a paper begun now is of: the latest in which anything was done. */
function latestVisit(house: House): string | null {
  const all = [null, ...exercises.map(({ id }) => id)].map((exercise) => {
    const { acts, begunAt } = visitKept(house.number, exercise);
    return { exercise, since: begunAt ?? (acts.length > 0 ? 0 : -1) };
  });
  return all.reduce((a, b) => (b.since > a.since ? b : a)).exercise;
}

type Of = { readonly seed: string; readonly exercise: string | null };

/** Entries as the ledger takes them: each under the id its name has. */
const draftsOf = (told: readonly PracticeEntry[], idOf: (name: string) => string): JobDraft[] =>
  told.map(({ name, kind, body }) =>
    jobStream.draft(kind as JobDraft['kind'], body as never, {
      id: idOf(`entry ${name}`),
      madeAt: new Date().toISOString(),
      device: 'practice',
    }),
  );
const numberedFrom = (first: number, drafts: readonly JobDraft[]) =>
  drafts.map((draft, index) => ({ ...draft, madeBy: learner, seq: first + index }));

/** What was read and found on a visit. */
async function told(house: House, { seed, exercise: id }: Of): Promise<JobDraft[]> {
  const { visit } = await visitOf(house, visitKept(house.number, id));
  const exercise = exercises.find((each) => each.id === id) ?? null;
  return draftsOf(recordOf(house, visit, idsOf(seed), documentsDue(house, exercise)), idsOf(seed));
}

export type HousePaper = { readonly entries: readonly unknown[]; readonly since: readonly JobDraft[] };

/** The paper of a house: what it was begun with, and what was read and found at the house since. */
export async function paperOf(house: House): Promise<HousePaper> {
  const known = paperKept(house);
  if (known) {
    const { seed, exercise, entries } = known;
    if (seed === null) return { entries, since: [] };
    const ids = new Set(entries.map((entry) => (entry as { id?: string }).id));
    const now = await told(house, { seed, exercise });
    return { entries, since: now.filter(({ id }) => !ids.has(id)) };
  }
  const of = { seed: v7(), exercise: latestVisit(house) };
  const entries = numberedFrom(1, await told(house, of));
  localStorage.setItem(keyOf(house), JSON.stringify({ ...of, entries } satisfies KeptPaper));
  return { entries, since: [] };
}

/** Writes the paper of an exercise as one who knows writes it, signed and issued. One that is there stays what it is. */
export async function writePaper(house: House, exercise: Exercise, visit: Visit): Promise<void> {
  if (paperKept(house)) return;
  const [seed, today] = [v7(), dayHere(new Date())];
  const idOf = idsOf(seed);
  const known = recordOf(house, visit, idOf, documentsDue(house, exercise));
  const entries = numberedFrom(1, draftsOf([...known, ...restOfPaper(house, visit, exercise, idOf, today)], idOf));
  const add = (name: string, kind: string, body: unknown) =>
    entries.push(...numberedFrom(entries.length + 1, draftsOf([{ name, kind, body }], idOf)));
  const view = () => viewOf(jobStream.fold(entries));
  const written = view();
  for (const { role, statement } of written?.definition.roles ?? [])
    add(role, 'declaration.signed', { documentId: written?.document.id, role, statement, ...signsAs });
  const signed = view();
  if (signed) {
    const { kind, body } = await practiceIssue(signed, practiceFirm);
    add('', kind, body);
  }
  localStorage.setItem(keyOf(house), JSON.stringify({ seed, exercise: exercise.id, entries } satisfies KeptPaper));
}

/** The paper of a visit as it stood when its house was handed over; null where it was never begun. */
export async function paperWritten(house: House, exercise: string | null, until: number): Promise<JobView | null> {
  const begun = paperKept(house);
  if (begun?.exercise !== exercise) return null;
  const streamId = paperStream(house.number);
  const { entries, outgoing } = await loadStream(streamId, learner, jobStream, new Set());
  const waiting = outgoing
    .filter(({ refused }) => refused === null)
    .map(({ draft }): Recorded => ({ ...draft, madeBy: learner, seq: null }));
  const all = [...begun.entries, ...entries, ...waiting].flatMap((raw): Recorded[] => {
    const read = jobStream.readEntry(raw);
    return read.ok && Date.parse(read.value.madeAt) <= until ? [read.value] : [];
  });
  return viewOf(jobStream.fold(all));
}

/** Forgets the paper of a visit to a house: the next is begun anew. */
export async function forgetPaper(house: House, exercise: string | null): Promise<void> {
  if (paperKept(house)?.exercise !== exercise) return;
  const streamId = paperStream(house.number);
  for (const key of [keyOf(house), firstKeyOf(house)]) localStorage.removeItem(key);
  forgetLast(streamId);
  await forgetStream(streamId);
}

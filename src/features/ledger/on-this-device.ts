import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { type Draft, type Entry, readDraft, readEntry } from '../../core/ledger/entry';
import { keptPages } from '../../workers/kept-pages';

/** An entry made here and not yet taken by the ledger; `refused` holds the ledger's reason once it said no. */
export type Outgoing = { readonly jobId: string; readonly madeBy: string; readonly order: number; readonly draft: Draft; readonly refused: string | null };

/** What this device keeps of a job: entries on their way out, and a copy of those the ledger has numbered. */
export type Kept = { readonly outgoing: readonly Outgoing[]; readonly entries: readonly Entry[] };

interface Schema extends DBSchema {
  outgoing: { key: string; value: Outgoing & { id: string }; indexes: { job: string } };
  numbered: { key: string; value: { id: string; jobId: string; entry: Entry }; indexes: { job: string } };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

const database = () =>
  (opened ??= openDB<Schema>('orange-ledger', 2, {
    upgrade(db, from) {
      if (from < 1) db.createObjectStore('outgoing', { keyPath: 'id' }).createIndex('job', 'jobId');
      if (from < 2) db.createObjectStore('numbered', { keyPath: 'id' }).createIndex('job', 'jobId');
    },
    // A page of a newer version waits to carry the database up: this one makes way.
    blocking(_from, _to, event) {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
  }));

/** What this device keeps of one job for one person; entries on their way out oldest first. */
export async function loadJob(jobId: string, personId: string): Promise<Kept> {
  const db = await database();
  const [outgoing, numbered] = await Promise.all([db.getAllFromIndex('outgoing', 'job', jobId), db.getAllFromIndex('numbered', 'job', jobId)]);
  return {
    outgoing: outgoing.filter((item) => item.madeBy === personId).sort((a, b) => a.order - b.order).map(readOutgoing),
    entries: numbered.flatMap(({ entry }) => {
      const read = readEntry(entry);
      return read.ok ? [read.entry] : [];
    }),
  };
}

/** What an earlier version of the application left is carried up; what cannot be read stays, as refused. */
function readOutgoing(item: Outgoing): Outgoing {
  const read = readDraft(item.draft);
  return read.ok ? { ...item, draft: read.draft } : { ...item, refused: item.refused ?? read.problem };
}

export async function keepOutgoing(items: readonly Outgoing[]): Promise<void> {
  const tx = (await database()).transaction('outgoing', 'readwrite');
  await Promise.all([...items.map((item) => tx.store.put({ ...item, id: item.draft.id })), tx.done]);
}

/** Keeps numbered entries; they are on their way out no longer. */
export async function keepNumbered(jobId: string, entries: readonly Entry[]): Promise<void> {
  const tx = (await database()).transaction(['numbered', 'outgoing'], 'readwrite');
  await Promise.all([
    ...entries.flatMap((entry) => [tx.objectStore('numbered').put({ id: entry.id, jobId, entry }), tx.objectStore('outgoing').delete(entry.id)]),
    tx.done,
  ]);
}

export async function dropOutgoing(id: string): Promise<void> {
  await (await database()).delete('outgoing', id);
}

/** Takes jobs and pages off this device, for whoever sits down next. What was not sent yet stays for its maker. */
export async function forgetJobs(): Promise<void> {
  await Promise.allSettled([globalThis.caches?.delete(keptPages), database().then((db) => db.clear('numbered'))]);
}

import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Draft } from '../../core/ledger/entry';

/** An entry made here and not yet taken by the ledger; `refused` holds the ledger's reason once it said no. */
export type Outgoing = { readonly jobId: string; readonly madeBy: string; readonly order: number; readonly draft: Draft; readonly refused: string | null };

interface Schema extends DBSchema {
  outgoing: { key: string; value: Outgoing & { id: string }; indexes: { job: string } };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

const database = () =>
  (opened ??= openDB<Schema>('orange-ledger', 1, {
    upgrade: (db) => db.createObjectStore('outgoing', { keyPath: 'id' }).createIndex('job', 'jobId'),
  }));

/** What waits in this browser for one job and person, oldest first. */
export async function loadOutgoing(jobId: string, personId: string): Promise<Outgoing[]> {
  const all = await (await database()).getAllFromIndex('outgoing', 'job', jobId);
  return all.filter((item) => item.madeBy === personId).sort((a, b) => a.order - b.order);
}

export async function keepOutgoing(items: readonly Outgoing[]): Promise<void> {
  const tx = (await database()).transaction('outgoing', 'readwrite');
  await Promise.all([...items.map((item) => tx.store.put({ ...item, id: item.draft.id })), tx.done]);
}

export async function dropOutgoing(ids: readonly string[]): Promise<void> {
  const tx = (await database()).transaction('outgoing', 'readwrite');
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

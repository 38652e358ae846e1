import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Drafted, Recorded } from '../core/ledger/entry';
import type { Read } from '../core/ledger/stream';
import { houseOfPaper } from '../core/practice/paper-stream';
import { keptPages } from '../workers/kept-pages';

/** An entry made here and not yet taken by the ledger; `refused` holds the ledger's reason once it said no. */
export type Outgoing = {
  readonly streamId: string;
  readonly madeBy: string;
  readonly order: number;
  readonly draft: Drafted;
  readonly refused: string | null;
};

/** What this device keeps of a stream. */
export type Kept = {
  readonly outgoing: readonly Outgoing[];
  /** Entries the ledger has numbered that the page did not come with. */
  readonly entries: readonly Recorded[];
  /** The ids of all numbered entries that are kept. */
  readonly copied: ReadonlySet<string>;
};

/** A picture taken here: its bytes stay for the page to show, and go to the server once there is a network. */
type KeptPicture = {
  readonly key: string;
  readonly streamId: string;
  readonly sha256: string;
  readonly bytes: Blob;
  readonly sent: boolean;
};

interface Schema extends DBSchema {
  pictures: { key: string; value: KeptPicture; indexes: { stream: string } };
  outgoing: { key: string; value: Outgoing & { id: string }; indexes: { stream: string } };
  numbered: { key: string; value: { id: string; streamId: string; entry: Recorded }; indexes: { stream: string } };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

const database = () =>
  (opened ??= openDB<Schema>('orange-ledger', 4, {
    async upgrade(db, from, _to, transaction) {
      if (from < 4) db.createObjectStore('pictures', { keyPath: 'key' }).createIndex('stream', 'streamId');
      for (const name of ['outgoing', 'numbered'] as const) {
        if (!db.objectStoreNames.contains(name)) db.createObjectStore(name, { keyPath: 'id' });
        const store = transaction.objectStore(name);
        if (from < 3) store.createIndex('stream', 'streamId');
        // Before there were streams of two sorts, what a device kept belonged to a job.
        for (let at = await store.openCursor(); from < 3 && at; at = await at.continue()) {
          const { jobId, ...item } = at.value as typeof at.value & { jobId?: string };
          await at.update({ ...item, streamId: jobId ?? item.streamId } as never);
        }
      }
    },
    // A page of a newer version waits to carry the database up: this one makes way.
    blocking(_from, _to, event) {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
  }));

/** How what this device keeps is read: as the stream it belongs to reads entries. */
export type Reader = {
  readonly readDraft: (raw: unknown) => Read<Drafted>;
  readonly readEntry: (raw: unknown) => Read<Recorded>;
};

/**
 * What this device keeps of one stream for one person; entries on their way out oldest first. Numbered entries that are
 * known already are not read again.
 */
export async function loadStream(
  streamId: string,
  personId: string,
  reader: Reader,
  known: ReadonlySet<string>,
): Promise<Kept> {
  const db = await database();
  const [outgoing, copied] = await Promise.all([
    db.getAllFromIndex('outgoing', 'stream', streamId),
    db.getAllKeysFromIndex('numbered', 'stream', streamId),
  ]);
  const lacking = copied.filter((id) => !known.has(id));
  const numbered = (await Promise.all(lacking.map((id) => db.get('numbered', id)))).flatMap((each) => each ?? []);
  return {
    copied: new Set(copied),
    outgoing: outgoing
      .filter((item) => item.madeBy === personId)
      .sort((a, b) => a.order - b.order)
      .map((item) => readOutgoing(item, reader)),
    entries: numbered.flatMap(({ entry }) => {
      const read = reader.readEntry(entry);
      return read.ok ? [read.value] : [];
    }),
  };
}

/** What an earlier version of the application left is carried up; what cannot be read stays, as refused. */
function readOutgoing(item: Outgoing, reader: Reader): Outgoing {
  const read = reader.readDraft(item.draft);
  return read.ok ? { ...item, draft: read.value } : { ...item, refused: item.refused ?? read.problem };
}

/** What waits on this device to be sent for one person, by stream; practice is nobody's to send. */
export async function waitingHere(personId: string): Promise<ReadonlyMap<string, number>> {
  const waiting = new Map<string, number>();
  for (const { streamId, madeBy, refused } of await (await database()).getAll('outgoing'))
    if (madeBy === personId && refused === null && !houseOfPaper(streamId))
      waiting.set(streamId, (waiting.get(streamId) ?? 0) + 1);
  return waiting;
}

/** Keeps entries on their way out. Once asked for they are kept, though the page be left in the same breath. */
export async function keepOutgoing(items: readonly Outgoing[]): Promise<void> {
  const tx = (await database()).transaction('outgoing', 'readwrite');
  const put = items.map((item) => tx.store.put({ ...item, id: item.draft.id }));
  // Waiting for the answers first would leave it to a page that may be gone by then.
  tx.commit();
  await Promise.all([...put, tx.done]);
}

/** Keeps numbered entries; they are on their way out no longer. */
export async function keepNumbered(streamId: string, entries: readonly Recorded[]): Promise<void> {
  const tx = (await database()).transaction(['numbered', 'outgoing'], 'readwrite');
  const [numbered, outgoing] = [tx.objectStore('numbered'), tx.objectStore('outgoing')];
  const taken = new Set(entries.map((entry) => entry.id));
  const gone = (await outgoing.getAllKeys()).filter((id) => taken.has(id));
  await Promise.all([
    ...entries.map((entry) => numbered.put({ id: entry.id, streamId, entry })),
    ...gone.map((id) => outgoing.delete(id)),
    tx.done,
  ]);
}

export async function dropOutgoing(id: string): Promise<void> {
  await (await database()).delete('outgoing', id);
}

const pictureKey = (streamId: string, sha256: string): string => `${streamId} ${sha256}`;

export async function keepPicture(streamId: string, sha256: string, bytes: Blob): Promise<void> {
  await (await database()).put('pictures', { key: pictureKey(streamId, sha256), streamId, sha256, bytes, sent: false });
}

export const picturesHere = async (streamId: string): Promise<readonly KeptPicture[]> =>
  (await database()).getAllFromIndex('pictures', 'stream', streamId);

export async function pictureArrived(streamId: string, sha256: string): Promise<void> {
  const db = await database();
  const held = await db.get('pictures', pictureKey(streamId, sha256));
  if (held) await db.put('pictures', { ...held, sent: true });
}

/** Takes one stream off this device, sent or not: only where nobody else waits for it. */
export async function forgetStream(streamId: string): Promise<void> {
  const tx = (await database()).transaction(['outgoing', 'numbered', 'pictures'], 'readwrite');
  for (const name of ['outgoing', 'numbered', 'pictures'] as const) {
    const store = tx.objectStore(name);
    const keys = await store.index('stream').getAllKeys(streamId);
    await Promise.all(keys.map((key) => store.delete(key)));
  }
  await tx.done;
}

/** Takes jobs and pages off this device, for whoever sits down next. What was not sent yet stays for its maker. */
export async function forgetJobs(): Promise<void> {
  const forget = async () => {
    const db = await database();
    const tx = db.transaction('numbered', 'readwrite');
    // Practice is no job of anybody's: it has no other copy.
    for (let at = await tx.store.openCursor(); at; at = await at.continue())
      if (houseOfPaper(at.value.streamId) === null) await at.delete();
    await tx.done;
    const arrived = (await db.getAll('pictures')).filter(({ sent }) => sent);
    await Promise.all(arrived.map(({ key }) => db.delete('pictures', key)));
  };
  await Promise.allSettled([globalThis.caches?.delete(keptPages), forget()]);
}

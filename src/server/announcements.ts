import 'server-only';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import { type Transaction, countingPool, listeningUrl } from './connection';
import { logFault } from './trouble';

type Listener = () => void;
type Held = {
  listeners: Map<string, Set<Listener>>;
  client: Client | null;
  /** Whether the connection hears what is announced: not while it is made, or lost. */
  hears: boolean;
  waiting: ReturnType<typeof setTimeout> | null;
  /** Since when it hears, and when it last heard of each firm's moves. */
  since: number;
  heardAt: Map<string, number>;
};

const holder = globalThis as typeof globalThis & { ledgerAnnouncements?: Held };
const held: Held = (holder.ledgerAnnouncements ??= {
  listeners: new Map(),
  client: null,
  hears: false,
  waiting: null,
  since: Infinity,
  heardAt: new Map(),
});

/** Under which name a change of what a person is signed in on is announced. */
export const sessionsOf = (personId: string): string => `sessions:${personId}`;

/** Under which name it is announced that anything of a firm's moved: a ledger grew, a device opened or closed a job. */
const moves = 'moves:';
export const movesOf = (firmId: string): string => `${moves}${firmId}`;

/** Says to every process that something of that name happened, once the transaction has committed. */
export const announce = (tx: Transaction, name: string): Promise<unknown> =>
  tx.execute(sql`select pg_notify('ledger', ${name})`);

const gatherMillis = 10;
const toAnnounce = new Set<string>();

/**
 * The same for what has committed already, gathered for a moment: commits that announce wait for one another, and these
 * need not. Where the process ends within that moment, whoever listens elsewhere hears of it with the next.
 */
export function announceSoon(...names: readonly string[]): void {
  if (toAnnounce.size === 0) setTimeout(announceGathered, gatherMillis);
  for (const name of names) toAnnounce.add(name);
}

function announceGathered(): void {
  const names = [...toAnnounce];
  toAnnounce.clear();
  countingPool()
    .query("select pg_notify('ledger', name) from unnest($1::text[]) as name", [names])
    .catch((error: unknown) => logFault('no listener heard that a stream grew', error));
}

/**
 * Calls `listener` whenever something of that name happened, whichever process it happened in: a stream's ledger grew,
 * by the stream's id, a person's sessions changed, or anything of a firm's moved. Answers how to stop.
 */
export function subscribe(name: string, listener: Listener): () => void {
  const ofName = held.listeners.get(name) ?? new Set();
  held.listeners.set(name, ofName.add(listener));
  listen();
  return () => {
    ofName.delete(listener);
    if (ofName.size === 0) held.listeners.delete(name);
  };
}

/** Whether whatever is announced from now on is heard here. */
export const hearsAnnouncements = (): boolean => held.hears;

/** Whether anything of a firm's may have moved after a moment, as far as this process can know. */
export const mayHaveMoved = (firmId: string, after: number): boolean =>
  !held.hears || held.since > after || (held.heardAt.get(movesOf(firmId)) ?? 0) >= after;

/** One connection per process listens for all jobs. When it is lost it is made again, and everyone is told to look. */
function listen(): void {
  if (held.client) return;
  const client = new Client({ connectionString: listeningUrl() });
  held.client = client;
  const again = () => {
    if (held.client !== client) return;
    held.client = null;
    held.hears = false;
    client.end().catch(() => undefined);
    held.waiting ??= setTimeout(() => {
      held.waiting = null;
      if (held.listeners.size > 0) listen();
    }, 1000);
  };
  client.on('error', again);
  client.on('end', again);
  client.on('notification', ({ payload = '' }) => {
    if (payload.startsWith(moves)) held.heardAt.set(payload, Date.now());
    held.listeners.get(payload)?.forEach((listener) => listener());
  });
  client
    .connect()
    .then(() => client.query('listen ledger'))
    .then(() => held.listeners.forEach((ofJob) => ofJob.forEach((listener) => listener())))
    .then(() => {
      held.hears = held.client === client;
      held.since = Date.now();
      held.heardAt.clear();
    })
    .catch(again);
}

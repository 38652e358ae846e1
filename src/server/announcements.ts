import 'server-only';
import { Client } from 'pg';
import { listeningUrl } from './connection';

type Listener = () => void;
type Held = {
  listeners: Map<string, Set<Listener>>;
  client: Client | null;
  /** Whether the connection hears what is announced: not while it is made, or lost. */
  hears: boolean;
  waiting: ReturnType<typeof setTimeout> | null;
};

const holder = globalThis as typeof globalThis & { ledgerAnnouncements?: Held };
const held: Held = (holder.ledgerAnnouncements ??= {
  listeners: new Map(),
  client: null,
  hears: false,
  waiting: null,
});

/** Under which name a change of what a person is signed in on is announced. */
export const sessionsOf = (personId: string): string => `sessions:${personId}`;

/**
 * Calls `listener` whenever something of that name happened, whichever process it happened in: a stream's ledger grew,
 * by the stream's id, or a person's sessions changed. Answers how to stop.
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
  client.on('notification', ({ payload }) => held.listeners.get(payload ?? '')?.forEach((listener) => listener()));
  client
    .connect()
    .then(() => client.query('listen ledger'))
    .then(() => held.listeners.forEach((ofJob) => ofJob.forEach((listener) => listener())))
    .then(() => (held.hears = held.client === client))
    .catch(again);
}

import 'server-only';
import { sql } from 'drizzle-orm';
import { hearsAnnouncements, sessionsOf, subscribe } from './announcements';
import type { Database, Transaction } from './connection';

/** The longest a session is believed without being looked up, should an announcement ever be lost. */
const mostMillis = 10_000;
const mostKept = 5_000;

type Known<Person> = { readonly person: Person; readonly until: number };

const holder = globalThis as typeof globalThis & { ledgerSessions?: Map<string, Known<{ readonly id: string }>> };
const kept = (holder.ledgerSessions ??= new Map());
const followed = new Map<string, () => void>();

/**
 * Who a session cookie stands for, looked up once in ten seconds: for as long as this process hears what is announced,
 * because whatever changes a person's sessions, name or roles announces it.
 */
export async function knownSession<Person extends { readonly id: string }>(
  cookie: string | null,
  lookUp: () => Promise<Person | null>,
  now = Date.now(),
): Promise<Person | null> {
  if (cookie === null) return lookUp();
  const known = kept.get(cookie) as Known<Person> | undefined;
  if (known && known.until > now && hearsAnnouncements()) return known.person;
  kept.delete(cookie);
  const hears = hearsAnnouncements();
  const changesBefore = changes;
  const person = await lookUp();
  if (!person) return null;
  const wasFollowed = followed.has(person.id);
  follow(person.id);
  // Kept only where any change since the look-up began would have been heard, and none was.
  if (hears && wasFollowed && changes === changesBefore) {
    if (kept.size >= mostKept) kept.clear();
    kept.set(cookie, { person, until: now + mostMillis });
  }
  return person;
}

/** How often anything was forgotten. */
let changes = 0;

function follow(personId: string): void {
  if (!followed.has(personId))
    followed.set(
      personId,
      subscribe(sessionsOf(personId), () => forget(personId)),
    );
}

function forget(personId: string): void {
  changes += 1;
  for (const [cookie, { person }] of kept) if (person.id === personId) kept.delete(cookie);
}

/** Says to every process that a person's sessions, name or roles are not what they were; this one knows at once. */
export async function sessionsChanged(database: Database | Transaction, personId: string): Promise<void> {
  forget(personId);
  await database.execute(sql`select pg_notify('ledger', ${sessionsOf(personId)})`);
}

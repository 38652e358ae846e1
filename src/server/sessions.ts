import 'server-only';
import { headers } from 'next/headers';
import { and, desc, eq, gt } from 'drizzle-orm';
import { deviceOf } from '../core/words/device';
import { authentication } from './authentication';
import { authenticationDatabase } from './connection';
import { sessionsChanged } from './known-sessions';
import { session } from './schema';

export type OwnSession = {
  readonly id: string;
  readonly device: string;
  readonly since: string;
  /** The one that is asking. */
  readonly here: boolean;
};

const asking = async () => (await authentication().api.getSession({ headers: await headers() }))?.session ?? null;

/** Where the person asking is signed in, this device first. Their keys stay here. */
export async function ownSessions(personId: string): Promise<readonly OwnSession[]> {
  const here = await asking();
  const rows = await authenticationDatabase()
    .select()
    .from(session)
    .where(and(eq(session.userId, personId), gt(session.expiresAt, new Date())))
    .orderBy(desc(session.createdAt))
    .limit(50);
  return rows
    .map((row) => ({
      id: row.id,
      device: deviceOf(row.userAgent ?? ''),
      since: row.createdAt.toISOString(),
      here: row.id === here?.id,
    }))
    .sort((one, other) => Number(other.here) - Number(one.here));
}

/** Signs the person asking out on another of their devices; false where that is no session of theirs, or this one. */
export async function endOwnSession(personId: string, sessionId: string): Promise<boolean> {
  const here = await asking();
  if (sessionId === here?.id) return false;
  const gone = await authenticationDatabase()
    .delete(session)
    .where(and(eq(session.id, sessionId), eq(session.userId, personId)))
    .returning({ id: session.id });
  await sessionsChanged(authenticationDatabase(), personId);
  return gone.length > 0;
}

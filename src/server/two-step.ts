import 'server-only';
import { headers } from 'next/headers';
import { and, desc, eq, like } from 'drizzle-orm';
import { authentication, confirmPassword } from './authentication';
import { authenticationDatabase } from './connection';
import { type Done, ownAct, recordOwnActs } from './firms';
import { sessionsChanged } from './known-sessions';
import { firmState } from './people';
import { passkey, session, twoFactor, user } from './schema';
import type { FirmActor } from './streams';

/** Whether supervisors of a firm may act as such only where they signed in with two steps. */
export const asksTwoSteps = async (firmId: string): Promise<boolean> => (await firmState(firmId)).twoStepOfSupervisors;

type Asker = FirmActor & { readonly email: string; readonly twoStep: boolean };

/** Asks supervisors of the firm for two steps, or no longer. Whoever asks it of others has set up their own. */
export function askTwoSteps(asker: Asker, ofSupervisors: boolean): Promise<Done> {
  if (ofSupervisors && !asker.twoStep)
    return Promise.resolve({ ok: false, problem: 'Set up your own two-step sign-in first, under Your account.' });
  return recordOwnActs(asker, [ownAct('twostep.asked', { ofSupervisors })], async (tx) => {
    const supervisors = await tx
      .select({ id: user.id })
      .from(user)
      .where(and(eq(user.firmId, asker.firmId), like(user.roles, '%supervisor%')));
    for (const { id } of supervisors) await sessionsChanged(tx, id);
  });
}

/** Takes away what somebody of the firm signs in with beside their password, and signs them out. */
export function removeTwoSteps(asker: FirmActor, personId: string): Promise<Done> {
  return recordOwnActs(asker, [ownAct('twostep.removed', { personId })], async (tx) => {
    const [person] = await tx
      .update(user)
      .set({ twoFactorEnabled: false })
      .where(and(eq(user.id, personId), eq(user.firmId, asker.firmId)))
      .returning({ id: user.id });
    if (!person) return { ok: false, problem: 'There is no such person with access to this firm.' };
    await tx.delete(passkey).where(eq(passkey.userId, personId));
    await tx.delete(twoFactor).where(eq(twoFactor.userId, personId));
    await tx.delete(session).where(eq(session.userId, personId));
    await sessionsChanged(tx, personId);
    return undefined;
  });
}

export type OwnPasskey = { readonly id: string; readonly name: string; readonly since: string };
export type OwnTwoSteps = {
  readonly passkeys: readonly OwnPasskey[];
  /** Codes from an app are set up. */
  readonly codes: boolean;
};

/** What the person asking signs in with beside their password. */
export async function ownTwoSteps(personId: string): Promise<OwnTwoSteps> {
  const database = authenticationDatabase();
  const [person] = await database.select().from(user).where(eq(user.id, personId));
  const rows = await database
    .select()
    .from(passkey)
    .where(eq(passkey.userId, personId))
    .orderBy(desc(passkey.createdAt))
    .limit(50);
  return {
    codes: person?.twoFactorEnabled === true,
    passkeys: rows.map(({ id, name, createdAt }) => ({
      id,
      name: name ?? 'Passkey',
      since: (createdAt ?? new Date(0)).toISOString(),
    })),
  };
}

/** Confirms by the password that it is the person themselves: for ten minutes this session may change passkeys. */
export async function confirmOwnSession(asker: Asker, password: string): Promise<Done> {
  const asked = await headers();
  const wrong = await confirmPassword(asker, password, asked, 'nothing was changed');
  if (wrong) return { ok: false, problem: wrong };
  const held = await authentication().api.getSession({ headers: asked });
  if (!held) return { ok: false, problem: 'Sign in first.' };
  await authenticationDatabase()
    .update(session)
    .set({ confirmedAt: new Date() })
    .where(and(eq(session.id, held.session.id), eq(session.userId, asker.id)));
  return { ok: true };
}

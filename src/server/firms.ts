import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import { and, count, eq, isNull, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { type FirmBody, type FirmKind, firmStream } from '../core/catalogue';
import type { Particulars } from '../core/firm/kinds/particulars';
import type { PersonFields } from '../core/firm/kinds/person';
import { hashPassword } from './authentication';
import { type Transaction, authenticationDatabase, forFirm, forInvitation, forStream } from './connection';
import { sessionsChanged } from './known-sessions';
import { account, firm, invitation, session, stream, user } from './schema';
import { type FirmActor, appendWithin } from './streams';

export type Done = { readonly ok: true } | { readonly ok: false; readonly problem: string };

const problem = (text: string): { ok: false; problem: string } => ({ ok: false, problem: text });
const device = 'the application';
const invitationMillis = 7 * 24 * 3_600_000;

/** An entry of the firm's stream that the application records itself. */
export const ownAct = <K extends FirmKind>(kind: K, body: FirmBody<K>) =>
  firmStream.draft(kind, body, { id: v7(), madeAt: new Date().toISOString(), device });

/** Whether this database holds no firm yet: then, and only then, anybody may begin one. */
export async function isUnbegun(): Promise<boolean> {
  const [row] = await authenticationDatabase().select({ people: count() }).from(user);
  return row?.people === 0;
}

type FirstPerson = PersonFields & { readonly email: string; readonly password: string };

/** Begins a firm with its first person. `onlyFirst` refuses where any firm has been begun before. */
export async function beginFirm(
  particulars: Omit<Required<Particulars>, 'logo'>,
  person: FirstPerson,
  onlyFirst = false,
): Promise<{ readonly ok: true; readonly actor: FirmActor } | { readonly ok: false; readonly problem: string }> {
  const firmId = v7();
  const id = v7();
  const password = await hashPassword(person.password);
  const actor: FirmActor = { id, firmId, roles: person.roles };
  let committed: (() => void) | undefined;
  const result = await forFirm(firmId, async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(767102)`);
    if (onlyFirst && (await tx.select({ id: user.id }).from(user).limit(1)).length > 0)
      return problem('A company is already set up here. Sign in, or ask for an invitation.');
    if (await isTaken(tx, person.email)) return problem('That e-mail address is already in use.');
    await tx.insert(firm).values({ id: firmId, ...particulars });
    await tx.insert(stream).values({ id: firmId, firmId, sort: 'firm' });
    await addUser(tx, id, firmId, person, person.email, password);
    const fields = { name: person.name, position: person.position, roles: [...person.roles] };
    const appended = await appendWithin(tx, actor, 'firm', firmId, [
      ownAct('firm.described', particulars),
      ownAct('person.joined', { personId: id, email: person.email, fields, invitationId: null }),
    ]);
    const refused = appended?.results.find((each) => !each.accepted);
    if (!appended || refused) throw new Error('The company could not be created');
    committed = appended.committed;
    return { ok: true as const, actor };
  });
  committed?.();
  return result;
}

async function isTaken(tx: Transaction, email: string): Promise<boolean> {
  return (await tx.select({ id: user.id }).from(user).where(eq(user.email, email))).length > 0;
}

async function addUser(
  tx: Transaction,
  id: string,
  firmId: string,
  { name, position, roles }: PersonFields,
  email: string,
  password: string,
): Promise<void> {
  await tx.insert(user).values({ id, name, email, emailVerified: true, firmId, roles: roles.join(','), position });
  await tx.insert(account).values({ id: v7(), accountId: id, providerId: 'credential', userId: id, password });
}

/** Records acts of the application in the firm's stream; the first refusal is the answer. */
export async function recordOwnActs(
  actor: FirmActor,
  drafts: Parameters<typeof appendWithin>[4],
  beside: (tx: Transaction) => Promise<Done | void>,
): Promise<Done> {
  let committed: (() => void) | undefined;
  try {
    await forStream(actor.firmId, actor.firmId, async (tx) => {
      const appended = await appendWithin(tx, actor, 'firm', actor.firmId, drafts);
      const refused = appended?.results.find((each) => !each.accepted);
      if (!appended) throw new Refused('There is no such firm.');
      if (refused && !refused.accepted) throw new Refused(refused.reason);
      const done = await beside(tx);
      if (done && !done.ok) throw new Refused(done.problem);
      committed = appended.committed;
    });
  } catch (error) {
    if (error instanceof Refused) return problem(error.message);
    throw error;
  }
  committed?.();
  return { ok: true };
}

/** Rolls a transaction back with a reason a person can read. */
class Refused extends Error {}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

export type Invited = { readonly ok: true; readonly token: string } | { readonly ok: false; readonly problem: string };

/** Asks somebody to join by a link that works once and for a week. */
export async function invite(actor: FirmActor, fields: PersonFields): Promise<Invited> {
  const token = randomBytes(24).toString('base64url');
  const id = v7();
  const expiresAt = new Date(Date.now() + invitationMillis);
  const said = {
    invitationId: id,
    fields: { ...fields, roles: [...fields.roles] },
    expiresOn: expiresAt.toISOString(),
  };
  const done = await recordOwnActs(actor, [ownAct('person.invited', said)], async (tx) => {
    await tx.insert(invitation).values({
      id,
      firmId: actor.firmId,
      tokenHash: hashOf(token),
      name: fields.name,
      position: fields.position,
      roles: fields.roles.join(','),
      invitedBy: actor.id,
      expiresAt,
    });
  });
  return done.ok ? { ok: true, token } : done;
}

/** Takes an invitation back: its link no longer works. */
export function withdrawInvitation(actor: FirmActor, invitationId: string): Promise<Done> {
  return recordOwnActs(actor, [ownAct('invitation.withdrawn', { invitationId })], async (tx) => {
    const taken = await tx
      .update(invitation)
      .set({ usedAt: new Date() })
      .where(and(eq(invitation.id, invitationId), isNull(invitation.usedAt)))
      .returning({ id: invitation.id });
    return taken.length > 0 ? undefined : problem('That invitation is no longer open.');
  });
}

export type OpenInvitation = { readonly firmId: string; readonly id: string } & PersonFields;

/** The invitation a link stands for; null where it never was, was used, was taken back, or has run out. */
export async function openInvitation(token: string): Promise<OpenInvitation | null> {
  const [row] = await forInvitation(hashOf(token), (tx) => tx.select().from(invitation));
  if (!row || row.usedAt || row.expiresAt.getTime() < Date.now()) return null;
  const { id, firmId, name, position, roles } = row;
  return { id, firmId, name, position, roles: roles.split(',') as PersonFields['roles'] };
}

/** Takes up an invitation: a person of the firm from then on. The link works once. */
export async function join(token: string, name: string, email: string, password: string): Promise<Done> {
  const open = await openInvitation(token);
  if (!open) return problem('This invitation no longer works. Ask for another.');
  const id = v7();
  const hash = await hashPassword(password);
  const fields = { name, position: open.position, roles: [...open.roles] };
  const actor: FirmActor = { id, firmId: open.firmId, roles: open.roles };
  const joins = ownAct('person.joined', { personId: id, email, fields, invitationId: open.id });
  return recordOwnActs(actor, [joins], async (tx) => {
    const taken = await tx
      .update(invitation)
      .set({ usedAt: new Date() })
      .where(and(eq(invitation.id, open.id), isNull(invitation.usedAt)))
      .returning({ id: invitation.id });
    if (taken.length === 0) return problem('This invitation was used just now.');
    if (await isTaken(tx, email)) return problem('That e-mail address is already in use.');
    await addUser(tx, id, open.firmId, fields, email, hash);
    return undefined;
  });
}

/** Says anew what somebody is in the firm, for what they sign and may do from now on. */
export function describePerson(actor: FirmActor, personId: string, fields: Partial<PersonFields>): Promise<Done> {
  const said = { ...fields, ...(fields.roles ? { roles: [...fields.roles] } : {}) };
  return recordOwnActs(actor, [ownAct('person.described', { personId, fields: said })], async (tx) => {
    const { roles, ...rest } = fields;
    await tx
      .update(user)
      .set({ ...rest, ...(roles ? { roles: roles.join(',') } : {}) })
      .where(and(eq(user.id, personId), eq(user.firmId, actor.firmId)));
    await sessionsChanged(tx, personId);
  });
}

/** Ends somebody's access at once, on every device; what they made stays theirs. */
export function endAccess(actor: FirmActor, personId: string, why: string): Promise<Done> {
  return recordOwnActs(actor, [ownAct('access.ended', { personId, why })], async (tx) => {
    await tx
      .update(user)
      .set({ accessEndedAt: new Date() })
      .where(and(eq(user.id, personId), eq(user.firmId, actor.firmId)));
    await tx.delete(session).where(eq(session.userId, personId));
    await sessionsChanged(tx, personId);
  });
}

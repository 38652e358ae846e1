'use server';

import * as z from 'zod';
import type { Done } from '../../server/firms';
import * as firms from '../../server/firms';
import { removeJob } from '../../server/keeping';
import * as twoStep from '../../server/two-step';
import { endOwnSession } from '../../server/sessions';
import { requireAsker } from '../../server/who';
import { beginFields, inviteFields, joinFields } from './fields';

const no = (problem: string): { readonly ok: false; readonly problem: string } => ({ ok: false, problem });
const unread = no('Something in the form cannot be read: nothing was changed. Check it and send it again.');

/** Begins the first firm of this installation of the application; anybody may, once. */
export async function beginFirmAction(form: unknown): Promise<Done> {
  const parsed = beginFields.safeParse(form);
  if (!parsed.success) return unread;
  const { firm: name, address, telephone, firmEmail, ...person } = parsed.data;
  const begun = await firms.beginFirm(
    { name, address, telephone, email: firmEmail },
    { ...person, roles: ['inspector', 'supervisor', 'office'] },
    true,
  );
  return begun.ok ? { ok: true } : begun;
}

/** Takes up an invitation; whoever holds its link may, once. */
export async function joinAction(token: unknown, form: unknown): Promise<Done> {
  const [link, parsed] = [z.string().max(100).safeParse(token), joinFields.safeParse(form)];
  if (!link.success || !parsed.success) return unread;
  return firms.join(link.data, parsed.data.name, parsed.data.email, parsed.data.password);
}

export async function inviteAction(form: unknown): Promise<firms.Invited> {
  const asker = await requireAsker();
  const parsed = inviteFields.safeParse(form);
  return parsed.success ? firms.invite(asker, parsed.data) : unread;
}

export async function withdrawInvitationAction(invitationId: unknown): Promise<Done> {
  const asker = await requireAsker();
  const id = z.uuid().safeParse(invitationId);
  return id.success ? firms.withdrawInvitation(asker, id.data) : unread;
}

const person = z.string().min(1).max(60);

export async function describePersonAction(personId: unknown, form: unknown): Promise<Done> {
  const asker = await requireAsker();
  const [id, parsed] = [person.safeParse(personId), inviteFields.safeParse(form)];
  return id.success && parsed.success ? firms.describePerson(asker, id.data, parsed.data) : unread;
}

export async function endAccessAction(personId: unknown, why: unknown): Promise<Done> {
  const asker = await requireAsker();
  const [id, reason] = [person.safeParse(personId), z.string().trim().max(200).safeParse(why)];
  return id.success && reason.success ? firms.endAccess(asker, id.data, reason.data) : unread;
}

export async function endSessionAction(sessionId: unknown): Promise<Done> {
  const asker = await requireAsker();
  const id = z.string().min(1).max(100).safeParse(sessionId);
  if (!id.success) return unread;
  return (await endOwnSession(asker.id, id.data)) ? { ok: true } : no('That device is signed out already.');
}

/** Says by the password that it is you, before passkeys are changed. */
export async function confirmAction(password: unknown): Promise<Done> {
  const asker = await requireAsker();
  const parsed = z.string().min(1).max(200).safeParse(password);
  return parsed.success ? twoStep.confirmOwnSession(asker, parsed.data) : unread;
}

/** Asks supervisors of the firm for two-step sign-in, or no longer. */
export async function askTwoStepsAction(ofSupervisors: unknown): Promise<Done> {
  const asker = await requireAsker();
  const parsed = z.boolean().safeParse(ofSupervisors);
  return parsed.success ? twoStep.askTwoSteps(asker, parsed.data) : unread;
}

/** Takes away a colleague's passkeys and codes: they lost what those were on. */
export async function removeTwoStepsAction(personId: unknown): Promise<Done> {
  const asker = await requireAsker();
  const id = person.safeParse(personId);
  return id.success ? twoStep.removeTwoSteps(asker, id.data) : unread;
}

/** Removes one of the firm's jobs that is past keeping. */
export async function removeJobAction(jobId: unknown): Promise<Done> {
  const asker = await requireAsker();
  const parsed = z.uuid().safeParse(jobId);
  return parsed.success ? removeJob(asker, parsed.data) : unread;
}

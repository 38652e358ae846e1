import * as z from 'zod';
import { line } from '../../installation/text';
import { type Actor, roles, supervises } from '../../ledger/actor';
import type { FirmState } from '../firm';
import { firmKind } from '../kind';

const personId = z.string().min(1).max(60);
const held = z.array(z.enum(roles)).min(1).max(roles.length);

/** What somebody is in the firm: the position a signature carries, and what they may do. */
const personFields = z.object({ name: line.min(1), position: line.min(1), roles: held });
export type PersonFields = z.infer<typeof personFields>;
export type Person = PersonFields & { readonly id: string; readonly email: string; readonly ended: string | null };

const personInvited = z.object({
  invitationId: z.uuid().toLowerCase(),
  fields: personFields,
  expiresOn: z.iso.datetime(),
});
export type Invitation = z.infer<typeof personInvited> & {
  readonly state: 'open' | 'taken' | 'withdrawn';
};

const whyNotTheirs = (actor: Actor): string | null =>
  supervises(actor) ? null : 'Only a supervisor can change people.';

/** Why a change would leave nobody to answer for the firm; null where somebody would. */
function whyNobodyLeft(firm: FirmState, personId: string, becomes: PersonFields['roles']): string | null {
  const others = [...firm.people.values()].filter((person) => person.id !== personId && !person.ended);
  return [becomes, ...others.map((person) => person.roles)].some((roles) => roles.includes('supervisor'))
    ? null
    : 'The company needs a supervisor. Make someone else a supervisor first.';
}

/** Somebody was asked to join, by a link that works once. */
export const invited = firmKind({
  body: personInvited,
  ownAct: true,
  touches: ['invitations'],
  apply: (firm, { body }) => void firm.invitations.set(body.invitationId, { ...body, state: 'open' }),
  admit: (_firm, _body, { actor }) => whyNotTheirs(actor),
});

export const withdrawn = firmKind({
  body: z.object({ invitationId: z.uuid().toLowerCase() }),
  ownAct: true,
  touches: ['invitations'],
  apply(firm, { body }) {
    const invitation = firm.invitations.get(body.invitationId);
    if (invitation) firm.invitations.set(body.invitationId, { ...invitation, state: 'withdrawn' });
  },
  admit: (firm, body, { actor }) =>
    whyNotTheirs(actor) ??
    (firm.invitations.get(body.invitationId)?.state === 'open' ? null : 'That invitation is no longer open.'),
});

/** Somebody joined: by an invitation, or as the first. */
export const joined = firmKind({
  body: z.object({
    personId,
    email: line.min(1),
    fields: personFields,
    invitationId: z.uuid().toLowerCase().nullable(),
  }),
  ownAct: true,
  office: true,
  touches: ['people', 'invitations'],
  apply(firm, { body }) {
    firm.people.set(body.personId, { ...body.fields, id: body.personId, email: body.email, ended: null });
    const invitation = body.invitationId ? firm.invitations.get(body.invitationId) : undefined;
    if (invitation) firm.invitations.set(invitation.invitationId, { ...invitation, state: 'taken' });
  },
});

/** A supervisor says anew what somebody is in the firm. */
export const personDescribed = firmKind({
  body: z.object({ personId, fields: personFields.partial() }),
  ownAct: true,
  touches: ['people'],
  apply(firm, { body }) {
    const person = firm.people.get(body.personId);
    if (person) firm.people.set(person.id, { ...person, ...body.fields });
  },
  admit(firm, body, { actor }) {
    const person = firm.people.get(body.personId);
    if (!person || person.ended) return 'There is no such person with access to this firm.';
    return whyNotTheirs(actor) ?? whyNobodyLeft(firm, person.id, body.fields.roles ?? person.roles);
  },
});

/** Somebody left: they no longer sign in, and their work stays theirs. */
export const accessEnded = firmKind({
  body: z.object({ personId, why: line }),
  ownAct: true,
  touches: ['people'],
  apply(firm, { body, madeAt }) {
    const person = firm.people.get(body.personId);
    if (person) firm.people.set(person.id, { ...person, ended: madeAt });
  },
  admit(firm, body, { actor }) {
    const person = firm.people.get(body.personId);
    if (!person || person.ended) return 'There is no such person with access to this firm.';
    if (body.personId === actor.id) return 'You cannot remove your own access. Ask another supervisor.';
    return whyNotTheirs(actor) ?? whyNobodyLeft(firm, person.id, []);
  },
});

import * as z from 'zod';
import { supervises } from '../../ledger/actor';
import { firmKind } from '../kind';

/** A supervisor says whether supervisors of the firm have to sign in with two steps. */
export const twoStepAsked = firmKind({
  body: z.object({ ofSupervisors: z.boolean() }),
  ownAct: true,
  apply: (firm, { body }) => void (firm.twoStepOfSupervisors = body.ofSupervisors),
  admit: (_firm, _body, { actor }) => (supervises(actor) ? null : 'Only a supervisor can change sign-in rules.'),
});

/** A supervisor took somebody's passkeys and codes away, who lost what they were on. */
export const twoStepRemoved = firmKind({
  body: z.object({ personId: z.string().min(1).max(60) }),
  ownAct: true,
  apply: () => undefined,
  admit(firm, { personId }, { actor }) {
    const person = firm.people.get(personId);
    if (!person || person.ended) return 'There is no such person with access to this firm.';
    if (personId === actor.id) return 'Change your own under Your account.';
    return supervises(actor) ? null : 'Only a supervisor can reset another person’s sign-in.';
  },
});

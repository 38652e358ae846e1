'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState, useTransition } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { toast } from '../../ui/toast';
import { peopleWithAccess } from '../../core/firm/firm';
import type { Person } from '../../core/firm/kinds/person';
import { type Role, roles, supervises } from '../../core/ledger/actor';
import { showDay } from '../../core/words/day';
import { useFirm } from '../../client/firm-provider';
import { Button } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { Confirm } from '../../ui/confirm';
import { FormField, FormProblem } from '../../ui/form-field';
import {
  askTwoStepsAction,
  describePersonAction,
  endAccessAction,
  inviteAction,
  removeTwoStepsAction,
  withdrawInvitationAction,
} from './actions';
import { type InviteFields, inviteFields } from './fields';
import { unanswered } from './unanswered';

const roleWords: { [R in Role]: string } = {
  inspector: 'inspector: tests, records, signs',
  supervisor: 'supervisor: authorises, manages the company',
  office: 'office: clients, sites, job details',
};

/** Who works for the firm and what each may do. Supervisors ask people in and end their access. */
export function People() {
  const { firm, me } = useFirm();
  const may = supervises(me);
  const [editing, setEditing] = useState<string | null>(null);
  const open = [...firm.invitations.values()].filter(({ state }) => state === 'open');
  return (
    <section aria-labelledby="people">
      <h2 id="people" className="border-b border-rule-strong pb-1 text-xl">
        People
      </h2>
      <ul>
        {peopleWithAccess(firm).map((person) => (
          <li key={person.id} className="border-b border-rule py-2">
            <div className="flex flex-wrap items-baseline gap-x-4">
              <span className="font-semibold">{person.name}</span>
              <span>{person.position}</span>
              <span className="text-sm text-faint">
                {person.email} · {person.roles.join(', ')}
              </span>
              {may && (
                <span className="ml-auto flex gap-3">
                  <Button look="quiet" onClick={() => setEditing(editing === person.id ? null : person.id)}>
                    Edit
                  </Button>
                  {person.id !== me.id && <EndAccess person={person} />}
                </span>
              )}
            </div>
            {editing === person.id && person.id !== me.id && <RemoveTwoSteps person={person} />}
            {editing === person.id && (
              <PersonForm
                act="Save"
                start={person}
                send={async (fields) => {
                  const done = await describePersonAction(person.id, fields).catch(unanswered);
                  if (done.ok) setEditing(null);
                  return done.ok ? null : done.problem;
                }}
              />
            )}
          </li>
        ))}
        {open.map((invitation) => (
          <li key={invitation.invitationId} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2">
            <span className="font-semibold">{invitation.fields.name}</span>
            <span className="text-sm text-faint">
              invited as {invitation.fields.roles.join(', ')}; link valid until{' '}
              {showDay(invitation.expiresOn.slice(0, 10))}
            </span>
            {may && <Withdraw id={invitation.invitationId} />}
          </li>
        ))}
      </ul>
      {may && <TwoStepOfSupervisors asks={firm.twoStepOfSupervisors} />}
      {may ? <Invite /> : <p className="pt-3 text-sm text-faint">Only a supervisor can invite people.</p>}
    </section>
  );
}

/** Whether supervisors have to sign in with two steps before they may act as such. */
function TwoStepOfSupervisors({ asks }: { asks: boolean }) {
  const [busy, start] = useTransition();
  return (
    <div className="pt-3">
      <Checkbox
        label="Require two-step sign-in for supervisors"
        checked={asks}
        disabled={busy}
        onChange={(next) =>
          start(async () => {
            const done = await askTwoStepsAction(next).catch(unanswered);
            if (!done.ok) toast(done.problem);
          })
        }
      />
      <p className="text-sm text-faint">
        A passkey, or a code from an app with the password. Without it they cannot act as supervisor.
      </p>
    </div>
  );
}

function RemoveTwoSteps({ person }: { person: Person }) {
  const [busy, start] = useTransition();
  return (
    <Confirm
      trigger={
        <Button look="quiet" disabled={busy}>
          Reset two-step sign-in
        </Button>
      }
      title={`Reset two-step sign-in for ${person.name}?`}
      what="For a lost phone. Their passkeys and codes stop working, and they are signed out everywhere. They sign in with the password and set it up again."
      act="Reset"
      onConfirm={() =>
        start(async () => {
          const done = await removeTwoStepsAction(person.id).catch(unanswered);
          toast(done.ok ? `Reset. ${person.name} now signs in with the password alone.` : done.problem);
        })
      }
    />
  );
}

function EndAccess({ person }: { person: Person }) {
  const [busy, start] = useTransition();
  return (
    <Confirm
      trigger={
        <Button look="quiet" disabled={busy}>
          Remove access
        </Button>
      }
      title={`Remove access for ${person.name}?`}
      what="They are signed out everywhere at once and cannot sign in again. What they recorded and signed stays theirs."
      act="Remove access"
      onConfirm={() =>
        start(async () => {
          const done = await endAccessAction(person.id, '').catch(unanswered);
          if (!done.ok) toast(done.problem);
        })
      }
    />
  );
}

function Withdraw({ id }: { id: string }) {
  const [busy, start] = useTransition();
  return (
    <Button
      look="quiet"
      className="ml-auto"
      disabled={busy}
      onClick={() =>
        start(async () => {
          const done = await withdrawInvitationAction(id).catch(unanswered);
          if (!done.ok) toast(done.problem);
        })
      }
    >
      Cancel invitation
    </Button>
  );
}

/** Asks somebody in. The link is shown once: only its fingerprint is kept. */
function Invite() {
  const [link, setLink] = useState<{ name: string; address: string } | null>(null);
  return (
    <div className="pt-4">
      <h3 className="text-base">Invite</h3>
      {link && (
        <div role="status" className="my-2 border-l-4 border-ink pl-3">
          <p className="font-semibold">
            Send this link to {link.name}. It works once, for a week, and is not shown again.
          </p>
          <p className="break-all select-all font-mono text-sm">{link.address}</p>
        </div>
      )}
      <PersonForm
        act="Create link"
        start={{ name: '', position: '', roles: ['inspector'] }}
        clears
        send={async (fields) => {
          const invited = await inviteAction(fields).catch(unanswered);
          if (!invited.ok) return invited.problem;
          setLink({ name: fields.name, address: `${location.origin}/join/${invited.token}` });
          return null;
        }}
      />
    </div>
  );
}

type PersonFormProps = {
  readonly act: string;
  readonly start: { readonly name: string; readonly position: string; readonly roles: readonly Role[] };
  readonly clears?: boolean;
  readonly send: (fields: InviteFields) => Promise<string | null>;
};

function PersonForm({ act, start, clears = false, send }: PersonFormProps) {
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, control, setValue, reset, formState } = useForm<InviteFields>({
    resolver: zodResolver(inviteFields),
    defaultValues: { name: start.name, position: start.position, roles: [...start.roles] },
  });
  const { errors, isSubmitting } = formState;
  const held = useWatch({ control, name: 'roles' });
  const submit = handleSubmit(async (fields) => {
    const wrong = await send(fields);
    setProblem(wrong);
    if (!wrong && clears) reset();
  });
  return (
    <form
      aria-label={clears ? 'Invite' : `Edit ${start.name}`}
      noValidate
      className="grid items-start gap-3 pt-2 md:grid-cols-[14rem_16rem_1fr]"
      onSubmit={(event) => void submit(event)}
    >
      <FormField label="Name" problem={errors.name?.message} {...register('name')} />
      <FormField label="Position" problem={errors.position?.message} {...register('position')} />
      <fieldset>
        <legend className="text-sm font-semibold">Role</legend>
        {roles.map((role) => (
          <Checkbox
            key={role}
            label={roleWords[role]}
            checked={held.includes(role)}
            onChange={(checked) =>
              setValue(
                'roles',
                roles.filter((each) => (each === role ? checked : held.includes(each))),
                { shouldValidate: true },
              )
            }
          />
        ))}
        {errors.roles && (
          <p role="alert" className="text-sm font-semibold">
            {errors.roles.message}
          </p>
        )}
      </fieldset>
      <div className="space-y-2 md:col-span-3">
        {problem && <FormProblem>{problem}</FormProblem>}
        <Button type="submit" disabled={isSubmitting}>
          {act}
        </Button>
      </div>
    </form>
  );
}

import { describe, expect, it } from 'vitest';
import { firmStream } from '../../catalogue';
import type { Actor, Role } from '../../ledger/actor';
import type { Drafted, Recorded } from '../../ledger/entry';
import type { FirmState } from '../firm';

type Act = readonly [kind: string, body: object];
const invitationId = '0195a000-0000-7000-8000-0000000000aa';
const other = '0195a000-0000-7000-8000-0000000000bb';
const madeAt = '2026-03-02T12:00:00.000Z';

function draftOf([kind, body]: Act, index: number): Drafted {
  const id = `0195a000-0000-7000-8000-${String(index).padStart(12, '0')}`;
  const read = firmStream.readDraft(
    firmStream.draft(kind as 'person.joined', body as never, { id, madeAt, device: 'test' }),
  );
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}
const firmOf = (...acts: readonly Act[]): FirmState =>
  firmStream.fold(acts.map((act, index) => ({ ...draftOf(act, index), madeBy: 'first', seq: index + 1 }) as Recorded));
const person = (personId: string, roles: readonly Role[], more: object = {}): Act => [
  'person.joined',
  {
    personId,
    email: `${personId}@fenwhistle.example`,
    fields: { name: personId, position: 'Electrician', roles },
    invitationId: null,
    ...more,
  },
];
const invitation: Act = [
  'person.invited',
  {
    invitationId,
    fields: { name: 'New', position: 'Mate', roles: ['inspector'] },
    expiresOn: '2026-04-01T12:00:00.000Z',
  },
];
const says = (personId: string, fields: object): Act => ['person.described', { personId, fields }];
const ends = (personId: string): Act => ['access.ended', { personId, why: 'Left the firm' }];

const supervisor: Actor = { id: 'first', roles: ['supervisor', 'inspector'] };
const inspector: Actor = { id: 'second', roles: ['inspector'] };
const refusal = (firm: FirmState, act: Act, actor: Actor): string | null => {
  const admission = firmStream.admit(firm, draftOf(act, 900), actor);
  return admission.accepted ? null : admission.reason;
};

const both = [person('first', ['supervisor', 'inspector']), person('second', ['inspector'])] as const;

describe('who says who works for a firm', () => {
  it.each<[string, Act]>([
    ['asking somebody in', invitation],
    ['saying anew what somebody is', says('second', { position: 'Inspector' })],
    ['ending an access', ends('first')],
  ])('%s is a supervisor’s', (_name, act) => {
    expect(refusal(firmOf(...both), act, inspector)).toBe('Only a supervisor can change people.');
  });
  it('a supervisor may ask in, describe and end', () => {
    const firm = firmOf(...both);
    for (const act of [invitation, says('second', { position: 'Inspector' }), ends('second')])
      expect(refusal(firm, act, supervisor)).toBeNull();
  });
});

describe('somebody is always left to answer for the firm', () => {
  it.each<[string, readonly Act[], Act, boolean]>([
    ['the last supervisor to inspector', both, says('first', { roles: ['inspector'] }), false],
    [
      'the last supervisor keeps that beside another role',
      both,
      says('first', { roles: ['supervisor', 'office'] }),
      true,
    ],
    ['the last supervisor’s position alone', both, says('first', { position: 'Owner' }), true],
    [
      'one of two supervisors',
      [...both, says('second', { roles: ['supervisor'] })],
      says('first', { roles: ['inspector'] }),
      true,
    ],
    [
      'one of two, the other of whom has left',
      [...both, says('second', { roles: ['supervisor'] }), ends('second')],
      says('first', { roles: ['inspector'] }),
      false,
    ],
    ['somebody who is not a supervisor', both, says('second', { roles: ['office'] }), true],
  ])('%s', (_name, before, act, isTaken) => {
    const why = refusal(firmOf(...before), act, supervisor);
    if (isTaken) expect(why).toBeNull();
    else expect(why).toMatch(/^The company needs a supervisor/);
  });
  it('nobody ends their own access, were there ten supervisors', () => {
    const firm = firmOf(...both, says('second', { roles: ['supervisor'] }));
    expect(refusal(firm, ends('first'), supervisor)).toBe('You cannot remove your own access. Ask another supervisor.');
    expect(refusal(firm, ends('first'), { ...inspector, roles: ['supervisor'] })).toBeNull();
  });
});

describe('what became of somebody', () => {
  it('who left stands there with the day, and is neither described nor ended again', () => {
    const firm = firmOf(...both, ends('second'));
    expect(firm.people.get('second')).toMatchObject({ name: 'second', ended: madeAt });
    for (const act of [says('second', { position: 'Inspector' }), ends('second')])
      expect(refusal(firm, act, supervisor)).toBe('There is no such person with access to this firm.');
  });
  it('who never was is nobody', () => {
    for (const act of [says('nobody', { position: 'Inspector' }), ends('nobody')])
      expect(refusal(firmOf(...both), act, supervisor)).toBe('There is no such person with access to this firm.');
  });
  it('what is said of somebody changes that alone', () => {
    const firm = firmOf(...both, says('second', { position: 'Inspector' }));
    expect(firm.people.get('second')).toMatchObject({
      name: 'second',
      position: 'Inspector',
      roles: ['inspector'],
      ended: null,
    });
  });
  it('of somebody who is not there changes nothing', () => {
    expect([...firmOf(...both, says('nobody', { name: 'X' }), ends('nobody')).people.keys()]).toEqual([
      'first',
      'second',
    ]);
  });
});

describe('an invitation', () => {
  const state = (...acts: readonly Act[]) => firmOf(...both, ...acts).invitations.get(invitationId)?.state;
  it('is open, and taken or withdrawn once', () => {
    expect(state(invitation)).toBe('open');
    expect(state(invitation, ['invitation.withdrawn', { invitationId }])).toBe('withdrawn');
    expect(state(invitation, person('third', ['inspector'], { invitationId }))).toBe('taken');
    expect(state(person('third', ['inspector'], { invitationId }))).toBeUndefined();
  });
  it.each<[string, readonly Act[], boolean]>([
    ['open', [invitation], true],
    ['withdrawn', [invitation, ['invitation.withdrawn', { invitationId }]], false],
    ['taken', [invitation, person('third', ['inspector'], { invitationId })], false],
    ['never made', [], false],
  ])('%s: may it be withdrawn', (_name, before, isTaken) => {
    const why = refusal(firmOf(...both, ...before), ['invitation.withdrawn', { invitationId }], supervisor);
    expect(why).toBe(isTaken ? null : 'That invitation is no longer open.');
  });
  it('of another is another', () => {
    const firm = firmOf(...both, invitation, ['invitation.withdrawn', { invitationId: other }]);
    expect(firm.invitations.get(invitationId)?.state).toBe('open');
    expect(firm.invitations.has(other)).toBe(false);
  });
});

describe('what cannot be said of anybody', () => {
  it.each<[string, object]>([
    ['no name', { name: '', position: 'P', roles: ['inspector'] }],
    ['no role', { name: 'N', position: 'P', roles: [] }],
    ['a role there is not', { name: 'N', position: 'P', roles: ['owner'] }],
    ['a name of 900 kB', { name: 'N'.repeat(900_000), position: 'P', roles: ['inspector'] }],
  ])('%s', (_name, fields) => {
    expect(() =>
      draftOf(['person.joined', { personId: 'x', email: 'x@x.example', fields, invitationId: null }], 1),
    ).toThrow();
  });
});

import { describe, expect, it } from 'vitest';
import { v7 } from 'uuid';
import { firmStream } from '../../src/core/catalogue';
import { roles } from '../../src/core/ledger/actor';
import {
  beginFirm,
  describePerson,
  endAccess,
  invite,
  isUnbegun,
  join,
  openInvitation,
  withdrawInvitation,
} from '../../src/server/firms';
import { firmParticulars, firmState } from '../../src/server/people';
import { type FirmActor, append } from '../../src/server/streams';
import { asOwner } from '../support/database';
import { newFirm } from '../support/firm';

const email = () => `${crypto.randomUUID()}@firm.example`;
const password = 'four words set in type';
const inspector = { name: 'Wren Hallam', position: 'Inspector', roles: ['inspector'] as const };
const fields = { ...inspector, roles: [...inspector.roles] };

const ask = async (actor: FirmActor): Promise<string> => {
  const invited = await invite(actor, fields);
  if (!invited.ok) throw new Error(invited.problem);
  return invited.token;
};

async function joined(actor: FirmActor): Promise<FirmActor> {
  const address = email();
  expect(await join(await ask(actor), 'Wren Hallam', address, password)).toEqual({ ok: true });
  const person = [...(await firmState(actor.firmId)).people.values()].find((each) => each.email === address);
  return { id: person?.id ?? '', firmId: actor.firmId, roles: person?.roles ?? [] };
}

describe('a firm', () => {
  it('is begun by a stranger only where there is none yet', async () => {
    await newFirm();
    expect(await isUnbegun()).toBe(false);
    const particulars = { name: 'Second firm', address: 'a', telephone: '', email: '' };
    const person = { name: 'P', position: 'Inspector', roles: [...roles], email: email(), password };
    expect(await beginFirm(particulars, person, true)).toMatchObject({ ok: false });
    const { rows } = await asOwner((c) => c.query("select 1 from firm where name = 'Second firm'"));
    expect(rows).toEqual([]);
  });

  it('says its particulars by entries of its own, office included, and documents carry the latest', async () => {
    const actor = await newFirm();
    const office: FirmActor = { ...actor, roles: ['office'] };
    const said = (name: string) =>
      firmStream.draft('firm.described', { name }, { id: v7(), madeAt: new Date().toISOString(), device: 'd' });
    const results = await append(office, 'firm', actor.firmId, [said('Larkrise Electrical')]);
    expect(results?.every(({ accepted }) => accepted)).toBe(true);
    expect(await firmParticulars(actor.firmId)).toMatchObject({ name: 'Larkrise Electrical' });
    const other = await newFirm();
    expect(await append(other, 'firm', actor.firmId, [said('Taken over')])).toBeNull();
    expect((await firmParticulars(actor.firmId)).name).toBe('Larkrise Electrical');
  });
});

describe('a logo', () => {
  const jpeg = (rest: string) => `data:image/jpeg;base64,/9j/${rest}`;
  it.each([
    ['a small JPEG', jpeg('AAAA'), true],
    ['none', '', true],
    ['as large as allowed', jpeg('A'.repeat(90_000 - 27)), true],
    ['larger', jpeg('A'.repeat(90_000 - 26)), false],
    ['a drawing with a script', 'data:image/svg+xml;base64,PHN2Zz4=', false],
    ['another address', 'https://elsewhere.example/logo.jpg', false],
    ['a PNG', 'data:image/png;base64,iVBORw0KGgo=', false],
    ['a JPEG by name only', 'data:image/jpeg;base64,PHN2Zz4=', false],
  ])('that is %s', async (_name, logo, taken) => {
    const made = { id: v7(), version: 2, madeAt: new Date().toISOString(), device: 'd' };
    const read = firmStream.readDraft({ ...made, kind: 'firm.described', body: { logo } });
    expect(read.ok).toBe(taken);
    if (!read.ok) return;
    const actor = await newFirm();
    await append(actor, 'firm', actor.firmId, [read.value]);
    expect((await firmParticulars(actor.firmId)).logo.length).toBe(logo.length);
  });
});

describe('an invitation', () => {
  it('works once', async () => {
    const actor = await newFirm();
    const token = await ask(actor);
    expect(await openInvitation(token)).toMatchObject({ firmId: actor.firmId, ...fields });
    const tries = await Promise.all([1, 2, 3].map(() => join(token, 'Wren Hallam', email(), password)));
    expect(tries.filter(({ ok }) => ok)).toHaveLength(1);
    expect(await openInvitation(token)).toBeNull();
    const firm = await firmState(actor.firmId);
    expect(firm.people.size).toBe(2);
    expect([...firm.invitations.values()].map(({ state }) => state)).toEqual(['taken']);
  });

  it('is gone when taken back, when it has run out, and when it never was', async () => {
    const actor = await newFirm();
    const [withdrawn, old] = [await ask(actor), await ask(actor)];
    const [first, second] = [...(await firmState(actor.firmId)).invitations.values()];
    expect(await withdrawInvitation(actor, first?.invitationId ?? '')).toEqual({ ok: true });
    expect(await withdrawInvitation(actor, first?.invitationId ?? '')).toMatchObject({ ok: false });
    await asOwner((c) =>
      c.query("update invitation set expires_at = now() - interval '1 second' where id = $1", [second?.invitationId]),
    );
    for (const token of [withdrawn, old, 'never'])
      expect(await join(token, 'Wren Hallam', email(), password)).toMatchObject({ ok: false });
    expect((await firmState(actor.firmId)).people.size).toBe(1);
  });

  it('keeps no link, only its fingerprint', async () => {
    const token = await ask(await newFirm());
    const { rows } = await asOwner((c) => c.query('select to_jsonb(i)::text as row from invitation i'));
    expect(rows.some(({ row }: { row: string }) => row.includes(token))).toBe(false);
  });

  it('lets nobody take an address somebody signs in with', async () => {
    const actor = await newFirm();
    const [person] = [...(await firmState(actor.firmId)).people.values()];
    const token = await ask(actor);
    expect(await join(token, 'Wren Hallam', person?.email ?? '', password)).toMatchObject({ ok: false });
    expect(await openInvitation(token)).not.toBeNull();
  });

  it('lets somebody of the office join, who records no technical facts', async () => {
    const actor = await newFirm();
    const invited = await invite(actor, { ...fields, roles: ['office'] });
    expect(invited.ok && (await join(invited.token, 'Wren Hallam', email(), password))).toEqual({ ok: true });
  });
});

describe('people of a firm', () => {
  it('are a supervisor’s to ask in, change and end; nobody else’s', async () => {
    const actor = await newFirm();
    const other = await joined(actor);
    for (const attempt of [
      () => invite(other, fields),
      () => describePerson(other, other.id, { ...fields, roles: ['supervisor'] }),
      () => endAccess(other, actor.id, ''),
    ])
      expect(await attempt()).toMatchObject({ ok: false, problem: expect.stringContaining('supervisor') });
    expect(await describePerson(actor, other.id, { ...fields, roles: ['inspector', 'supervisor'] })).toEqual({
      ok: true,
    });
    expect(await endAccess(actor, other.id, 'left')).toEqual({ ok: true });
    expect(await endAccess(actor, other.id, 'left')).toMatchObject({ ok: false });
  });

  it('never leave the firm without somebody to answer for it', async () => {
    const actor = await newFirm();
    expect(await describePerson(actor, actor.id, { ...fields, roles: ['inspector'] })).toMatchObject({ ok: false });
    expect(await endAccess(actor, actor.id, '')).toMatchObject({ ok: false });
    const other = await joined(actor);
    const both = await Promise.all([
      describePerson(actor, actor.id, { ...fields, roles: ['inspector'] }),
      describePerson(actor, other.id, { ...fields, roles: ['inspector'] }),
    ]);
    expect(both[0]).toMatchObject({ ok: false });
    const supervisors = [...(await firmState(actor.firmId)).people.values()].filter(({ roles: held }) =>
      held.includes('supervisor'),
    );
    expect(supervisors).toHaveLength(1);
  });

  it('of another firm are out of reach', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm()];
    expect(await endAccess(stranger, actor.id, '')).toMatchObject({ ok: false });
    expect(await describePerson(stranger, actor.id, fields)).toMatchObject({ ok: false });
  });
});

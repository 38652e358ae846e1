import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { rentedHouse } from '../../scripts/demo/dwellings';
import { firmStream } from '../../src/core/catalogue';
import { closeConnections } from '../../src/server/connection';
import { installationFor, latestVisits, takeUpJobs, visitsTo } from '../../src/server/installations';
import { firmState } from '../../src/server/people';
import { append, openJob, stateOf } from '../../src/server/streams';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';

afterAll(closeConnections);

const place = (address: string, client = 'Larkspur Lettings') => ({ address, premises: 'House', client });
const made = () => ({ id: v7(), madeAt: new Date().toISOString(), device: 'test' });

describe('installations of a firm', () => {
  it('one place is one, however it is written and however many tell of it at once', async () => {
    const actor = await newFirm();
    const written = ['4 The Row\nMarrowby', '4 the row, Marrowby', ' 4  THE ROW marrowby '];
    const ids = await Promise.all(written.map((address) => installationFor(actor, place(address))));
    expect(new Set(ids).size).toBe(1);
    expect(ids[0]).not.toBeNull();
    expect(await installationFor(actor, place('5 The Row, Marrowby'))).not.toBe(ids[0]);
    const firm = await firmState(actor.firmId);
    expect([firm.installations.size, firm.clients.size]).toEqual([2, 1]);
    // Somebody else pays from now on.
    await installationFor(actor, place('4 The Row, Marrowby', 'Mrs Oake'));
    const { installations, clients } = await firmState(actor.firmId);
    const oake = installations.get(ids[0] ?? '')?.clientId ?? '';
    expect(clients.get(oake)?.name).toBe('Mrs Oake');
    // Renamed, she is known by her new name; whoever is told of by the old one is somebody else.
    const renamed = firmStream.draft('client.described', { clientId: oake, fields: { name: 'Mrs Rowan' } }, made());
    await append(actor, 'firm', actor.firmId, [renamed]);
    await installationFor(actor, place('6 The Row, Marrowby', 'Mrs Oake'));
    const after = [...(await firmState(actor.firmId)).clients.values()].map(({ name }) => name);
    expect(after.sort()).toEqual(['Larkspur Lettings', 'Mrs Oake', 'Mrs Rowan']);
  });

  it('jobs of before are put to the one at their address, and stay with their firm', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm('Another firm')];
    const jobId = v7();
    await openJob(actor, jobId, rentedHouse(noon, []).drafts);
    expect(await latestVisits(actor.firmId)).toMatchObject({ visits: [], atNone: 1 });
    expect(await takeUpJobs(stranger)).toBe(0);
    expect(await takeUpJobs(actor)).toBe(1);
    expect(await takeUpJobs(actor)).toBe(0);
    const installationId = (await stateOf(actor.firmId, 'job', jobId))?.installationId ?? '';
    expect(await latestVisits(actor.firmId)).toMatchObject({ visits: [{ installationId, jobId }], atNone: 0 });
    const { address } = (await firmState(actor.firmId)).installations.get(installationId) ?? { address: '' };
    expect(await visitsTo(actor.firmId, installationId, address)).toMatchObject([{ jobId }]);
    expect(await visitsTo(stranger.firmId, installationId, address)).toEqual([]);
  });

  it('refuses two at one address, and a client nobody knows', async () => {
    const actor = await newFirm();
    const fields = { address: '1 The Row', premises: '', clientId: null, access: '', parking: '', position: null };
    const add = async (more: object) => {
      const body = { installationId: v7(), fields: { ...fields, ...more } };
      const [result] =
        (await append(actor, 'firm', actor.firmId, [firmStream.draft('installation.added', body, made())])) ?? [];
      return result?.accepted ? null : result?.reason;
    };
    expect(await add({})).toBeNull();
    expect(await add({ address: '1, the row' })).toBe('There is already an installation at that address.');
    expect(await add({ address: '2 The Row', clientId: v7() })).toBe('The company has no such client.');
  });
});

import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { rentedHouse } from '../../scripts/demo/dwellings';
import { jobStream } from '../../src/core/catalogue';
import { closeConnections } from '../../src/server/connection';
import { forwardFrom, latestAt } from '../../src/server/earlier';
import { append, openJob, stateOf } from '../../src/server/streams';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';

afterAll(closeConnections);

const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];
const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });

describe('an installation the firm has been to', () => {
  it('is known by the letters and figures of its address, to that firm alone', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm('Another firm')];
    const jobId = v7();
    await openJob(actor, jobId, rentedHouse(noon, instruments).drafts);
    const address = (await stateOf(actor.firmId, 'job', jobId))?.site.address ?? '';
    expect(await latestAt(actor, ` ${address.toUpperCase().split('\n').join(' , ')} `)).toMatchObject({
      jobId,
      reference: 'FW-118',
    });
    expect(await latestAt(actor, `${address} 2`)).toBeNull();
    expect(await latestAt(actor, 'a')).toBeNull();
    expect(await latestAt(stranger, address)).toBeNull();
    expect(await forwardFrom(stranger, jobId)).toBeNull();
    const brought = await forwardFrom(actor, jobId);
    expect(brought?.previously).toMatch(/^FW-118/);
    expect(brought?.drafts.map(({ kind }) => kind)).toContain('earlier.brought');
    // All of it is taken by the ledger of a new job, and nobody sends such a thing in.
    const again = v7();
    const drafts = [
      jobStream.draft('job.opened', { reference: 'AGAIN', began: null }, made()),
      ...(brought?.drafts ?? []).map(({ kind, body }) => jobStream.draft(kind, body as never, made())),
    ];
    const results = await openJob(actor, again, drafts);
    expect(results?.filter((result) => !result.accepted)).toEqual([]);
    const job = await stateOf(actor.firmId, 'job', again);
    expect(job?.readings.size).toBe(0);
    expect(job?.earlier[0]?.results.length).toBeGreaterThan(20);
    expect(await append(actor, 'job', again, [])).toEqual([]);
  });
});

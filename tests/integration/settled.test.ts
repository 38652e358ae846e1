import pg from 'pg';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { jobStream } from '../../src/core/catalogue';
import { closeConnections } from '../../src/server/connection';
import { listJobs } from '../../src/server/list-jobs';
import { settleFirm } from '../../src/server/projections/settle';
import { type FirmActor, append, openJob } from '../../src/server/streams';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';

let actor: FirmActor;
const owner = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });

beforeAll(async () => {
  await owner.connect();
  actor = await newFirm();
});
afterAll(async () => {
  await owner.end();
  await closeConnections();
});

const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });

async function opened(reference: string): Promise<string> {
  const jobId = v7();
  await openJob(actor, jobId, [jobStream.draft('job.opened', { reference, began: null }, made())]);
  return jobId;
}
const address = (jobId: string, text: string) =>
  append(actor, 'job', jobId, [jobStream.draft('site.described', { address: text }, made())]);

/** How far a job is, and how far the tables made of it are. */
async function far(jobId: string): Promise<{ last: number; projected: number; summed: number | null }> {
  const { rows } = await owner.query(
    `select last_seq as last, projected_seq as projected, (select last_seq from job_summary where job_id = $1) as summed
     from stream where id = $1`,
    [jobId],
  );
  return rows[0] as { last: number; projected: number; summed: number | null };
}
const listed = async (jobId: string) => (await listJobs(actor.firmId)).find((each) => each.jobId === jobId);

describe('the tables made of jobs', () => {
  it('stand behind an append, and are as the job is for whoever reads them next', async () => {
    const jobId = await opened('S-1');
    await settleFirm(actor.firmId);
    expect(await far(jobId)).toEqual({ last: 1, projected: 1, summed: 1 });
    await address(jobId, '4 Tansy Court');
    expect(await listed(jobId)).toMatchObject({ siteAddress: '4 Tansy Court', lastSeq: 2 });
    expect(await far(jobId)).toEqual({ last: 2, projected: 2, summed: 2 });
  });

  it('catch up with what a process wrote that ended before its turn came', async () => {
    const jobId = await opened('S-2');
    await settleFirm(actor.firmId);
    await owner.query('update stream set projected_seq = 0 where id = $1', [jobId]);
    await owner.query('delete from job_summary where job_id = $1', [jobId]);
    expect(await listed(jobId)).toMatchObject({ reference: 'S-2', lastSeq: 1 });
  });

  it('do not wait for a job somebody is recording in, and lose nothing of it', async () => {
    const [held, free] = [await opened('S-3'), await opened('S-4')];
    await settleFirm(actor.firmId);
    await Promise.all([address(held, 'held'), address(free, 'free')]);
    await owner.query('update stream set projected_seq = 1 where id = any($1)', [[held, free]]);
    await owner.query('begin');
    await owner.query('select 1 from stream where id = $1 for update', [held]);
    expect(await listed(free)).toMatchObject({ siteAddress: 'free' });
    expect((await far(held)).projected).toBe(1);
    await owner.query('commit');
    expect(await listed(held)).toMatchObject({ siteAddress: 'held' });
  });

  it('are settled for one firm and no other', async () => {
    const other = await newFirm('Another firm');
    const theirs = v7();
    await openJob(other, theirs, [jobStream.draft('job.opened', { reference: 'O-1', began: null }, made())]);
    await owner.query('update stream set projected_seq = 0 where id = $1', [theirs]);
    await listJobs(actor.firmId);
    expect((await far(theirs)).projected).toBe(0);
    await settleFirm(other.firmId);
    expect((await far(theirs)).projected).toBe(1);
  });
});

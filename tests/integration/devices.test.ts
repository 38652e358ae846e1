import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { towelRail } from '../../scripts/demo/new-work';
import { closeConnections } from '../../src/server/connection';
import { deviceGone, deviceLeft, deviceOpened, deviceSeen, devicesAway, jobsOpenNow } from '../../src/server/devices';
import { movesOf, subscribe } from '../../src/server/announcements';
import { append, openJob } from '../../src/server/streams';
import { jobStream } from '../../src/core/catalogue';
import { noon } from '../support/entries';
import { eventually } from '../support/eventually';
import { newFirm } from '../support/firm';

afterAll(closeConnections);

const at = (seconds: number) => new Date(noon.getTime() + seconds * 1000);

async function opened() {
  const actor = await newFirm();
  const jobId = v7();
  await openJob(actor, jobId, towelRail(noon, []).drafts);
  const away = async (now: Date, except = 'tablet') =>
    (await devicesAway(actor, jobId, except, now)).map(({ device }) => device);
  return { actor, jobId, away };
}

describe('devices that have a job open', () => {
  it.each([
    [59, []],
    [60, []],
    [61, ['phone']],
    [24 * 3600 - 1, ['phone']],
    [24 * 3600, []],
  ])('are out of reach %i seconds after they were last heard of: %j', async (seconds, expected) => {
    const { actor, jobId, away } = await opened();
    await deviceSeen(actor, jobId, 'phone', at(0));
    await deviceSeen(actor, jobId, 'tablet', at(0));
    expect(await away(at(seconds))).toEqual(expected);
  });
  it('are out of reach at once where the line was cut, and are not where they closed it with everything sent', async () => {
    const { actor, jobId, away } = await opened();
    await deviceSeen(actor, jobId, 'phone', at(0));
    await deviceGone(actor, jobId, 'phone', at(0));
    expect(await away(at(1))).toEqual(['phone']);
    expect(await away(at(1), 'phone')).toEqual([]);
    await deviceLeft(actor, jobId, 'phone');
    expect(await away(at(1))).toEqual([]);
  });
  it('are in reach again when heard of on another line, whichever of the two is told of first', async () => {
    const { actor, jobId, away } = await opened();
    await deviceSeen(actor, jobId, 'phone', at(0));
    await deviceSeen(actor, jobId, 'phone', at(5));
    await deviceGone(actor, jobId, 'phone', at(0));
    expect(await away(at(6))).toEqual([]);
  });
  it('are no business of another firm', async () => {
    const { actor, jobId } = await opened();
    await deviceSeen(actor, jobId, 'phone', at(0));
    expect(await devicesAway(await newFirm(), jobId, 'x', at(600))).toEqual([]);
    await expect(deviceSeen(await newFirm(), jobId, 'phone', at(0))).rejects.toThrow();
  });
  it.each([
    [60, 0],
    [59, 1],
  ])('count as having it open until nothing was heard of them for a minute: %i seconds, %i', async (seconds, jobs) => {
    const { actor, jobId } = await opened();
    await deviceSeen(actor, jobId, 'phone', at(0));
    await deviceSeen(actor, jobId, 'tablet', at(0));
    const open = await jobsOpenNow(actor.firmId, at(seconds));
    expect([open.size, open.get(jobId) ?? []]).toEqual([jobs, jobs ? [actor.id] : []]);
    await deviceLeft(actor, jobId, 'phone');
    await deviceGone(actor, jobId, 'tablet', at(0));
    expect((await jobsOpenNow(actor.firmId, at(1))).size).toBe(0);
    expect((await jobsOpenNow((await newFirm()).firmId, at(1))).size).toBe(0);
  });
  it('are told of to their own firm as they open and close a job, and so is every entry', async () => {
    const { actor, jobId } = await opened();
    let mine = 0;
    let others = 0;
    const stop = [
      subscribe(movesOf(actor.firmId), () => (mine += 1)),
      subscribe(movesOf((await newFirm()).firmId), () => (others += 1)),
    ];
    // The line of announcements opens, and says so.
    await eventually(() => expect(Math.min(mine, others)).toBeGreaterThan(0));
    const begun = others;
    const grows = async (work: () => Promise<unknown>) => {
      const before = mine;
      await work();
      await eventually(() => expect(mine).toBeGreaterThan(before));
    };
    await grows(() => deviceOpened(actor, jobId, 'phone', at(0)));
    const draft = { id: v7(), madeAt: new Date().toISOString(), device: 'test' };
    await grows(() => append(actor, 'job', jobId, [jobStream.draft('parking.set', { until: null }, draft)]));
    await grows(() => deviceLeft(actor, jobId, 'phone'));
    expect(others).toBe(begun);
    stop.forEach((each) => each());
  });
});

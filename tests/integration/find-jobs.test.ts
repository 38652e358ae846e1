import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bungalow, rentedHouse } from '../../scripts/demo/dwellings';
import { jobStream } from '../../src/core/catalogue';
import { closeConnections, forFirm } from '../../src/server/connection';
import { type JobFilters, findJobs, jobFilters } from '../../src/server/find-jobs';
import { rebuildProjections } from '../../src/server/projections/rebuild';
import { type FirmActor, openJob } from '../../src/server/streams';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';

let actor: FirmActor;
let stranger: FirmActor;
let rented: string;

const plain = async (reference: string, address: string, on: string | null): Promise<string> => {
  const jobId = v7();
  const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });
  await openJob(actor, jobId, [
    jobStream.draft('job.opened', { reference, began: null }, made()),
    jobStream.draft('site.described', { address }, made()),
    ...(on ? [jobStream.draft('brief.agreed', { inspectedFrom: on }, made())] : []),
  ]);
  return jobId;
};

beforeAll(async () => {
  [actor, stranger] = [await newFirm(), await newFirm('Another firm')];
  rented = v7();
  await openJob(actor, rented, rentedHouse(noon, []).drafts);
  await openJob(actor, v7(), bungalow(noon, noon).drafts);
  for (let index = 0; index < 120; index += 1)
    await plain(
      `PL-${index}`,
      `${index} Cinder Lane\nOverby`,
      index % 10 === 0 ? null : `2025-0${1 + (index % 9)}-0${1 + (index % 3)}`,
    );
}, 120_000);
afterAll(closeConnections);

const asked = (part: Partial<JobFilters>): JobFilters => ({ ...jobFilters.parse({}), ...part });
const by = async (q: string, firm = actor) => (await findJobs(firm.firmId, asked({ q }), null)).jobs;

describe('finding jobs', () => {
  it.each([
    ['its reference', 'fw-118'],
    ['its client', 'larkspur'],
    ['part of its address', 'sallow r'],
    ['letters in the wrong place', 'Lakrspur Letings'],
    ['one letter wrong', 'Sallov Rise'],
    ['two letters of one word the wrong way round', 'Lakrspur'],
    ['a circuit', 'garden room'],
    ['a finding', 'type AC'],
    ['a finding by another form of its words', 'resistances minimum'],
  ])('by %s', async (_name, q) => expect((await by(q)).map(({ jobId }) => jobId)).toContain(rented));

  it('puts what has the letters as they stand first', async () => {
    expect((await by('PL-77'))[0]?.reference).toBe('PL-77');
    expect((await by('77 cinder'))[0]?.reference).toBe('PL-77');
  });

  it.each(['', '%', '_', "'; drop table entry; --", '\\', '(((', '!&|', 'é', '🦊🦊🦊', 'x'.repeat(100)])(
    'is not thrown by %j',
    async (q) => expect(Array.isArray(await by(q))).toBe(true),
  );

  it('answers nobody of another firm', async () => {
    expect(await by('larkspur', stranger)).toEqual([]);
    expect((await findJobs(stranger.firmId, asked({}), null)).jobs).toEqual([]);
  });

  it('gives every job once, a page at a time, the latest first and the undated last', async () => {
    const seen: string[] = [];
    const days: string[] = [];
    let after: string | null = null;
    let pages = 0;
    do {
      const found: Awaited<ReturnType<typeof findJobs>> = await findJobs(actor.firmId, asked({}), after);
      seen.push(...found.jobs.map(({ jobId }) => jobId));
      days.push(...found.jobs.map(({ inspectedOn }) => inspectedOn ?? ''));
      after = found.after;
      pages += 1;
    } while (after !== null);
    expect(pages).toBe(3);
    expect([seen.length, new Set(seen).size]).toEqual([122, 122]);
    expect(days).toEqual([...days].sort().reverse());
  });

  it('is narrowed by state, paper, code and day, at both ends', async () => {
    const count = async (part: Partial<JobFilters>) => (await findJobs(actor.firmId, asked(part), null)).jobs.length;
    expect(await count({ code: 'C2' })).toBe(1);
    expect(await count({ code: 'C1' })).toBe(0);
    expect(await count({ status: 'issued' })).toBe(0);
    expect(await count({ document: 'EICR' })).toBe(2);
    const of = async (day: string) => count({ from: day, to: day });
    const [a, b] = [
      await count({ from: '2025-03-01', to: '2025-03-03' }),
      await count({ from: '2025-03-02', to: '2025-03-03' }),
    ];
    expect(a).toBe(b + (await of('2025-03-01')));
    expect(await count({ q: 'cinder', from: '2025-03-01', to: '2025-03-03' })).toBeLessThanOrEqual(a);
  });

  it('stands the same when it is made again from entries alone', async () => {
    const before = await by('Sallov Rise');
    await forFirm(actor.firmId, (tx) => rebuildProjections(tx, actor.firmId));
    expect(await by('Sallov Rise')).toEqual(before);
  });
});

import { afterAll, describe, expect, it } from 'vitest';
import { type PracticeResult, mostResults } from '../../src/core/practice/result';
import { closeConnections } from '../../src/server/connection';
import { keepResults, resultsOf } from '../../src/server/practice-results';
import { asOwner } from '../support/database';
import { newFirm } from '../support/firm';

afterAll(closeConnections);

const made = (at: number): PracticeResult => ({
  house: 'flat-rewireable.abc',
  exercise: 'origin',
  at: Date.UTC(2026, 2, 2) + at * 60_000,
  minutes: 7.5,
  percent: 80,
  parts: { safety: [18, 20] },
});

describe('results of practice', () => {
  it('are kept once each, for the person alone, in the order they were made', async () => {
    const actor = await newFirm();
    const colleague = { ...actor, id: 'a colleague' };
    await keepResults(actor, [made(2), made(1)]);
    await keepResults(actor, [made(1), made(3)]);
    expect(await resultsOf(actor)).toEqual([made(1), made(2), made(3)]);
    expect(await resultsOf(colleague)).toEqual([]);
    expect(await resultsOf(await newFirm())).toEqual([]);
    await keepResults(actor, []);
    expect(await resultsOf(actor)).toHaveLength(3);
  });
  it('are the latest so many', async () => {
    const actor = await newFirm();
    await keepResults(
      actor,
      Array.from({ length: mostResults }, (_, at) => made(at)),
    );
    expect(await resultsOf(actor)).toHaveLength(mostResults);
    await keepResults(actor, [made(mostResults), made(mostResults + 1)]);
    const kept = await resultsOf(actor);
    expect([kept.length, kept[0], kept.at(-1)]).toEqual([mostResults, made(2), made(mostResults + 1)]);
  });
  it('are no part of the firm’s record: no entry, no list, nothing found by them', async () => {
    const actor = await newFirm();
    const count = () =>
      asOwner((client) =>
        client.query<{ n: number }>(
          `select (select count(*) from entry where firm_id = $1) + (select count(*) from job_summary where firm_id = $1)
             + (select count(*) from job_search where firm_id = $1) + (select count(*) from document where firm_id = $1) as n`,
          [actor.firmId],
        ),
      );
    const before = (await count()).rows;
    await keepResults(actor, [made(1)]);
    expect((await count()).rows).toEqual(before);
  });
});

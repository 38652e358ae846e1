import { afterAll, describe, expect, it } from 'vitest';
import { v7 } from 'uuid';
import { closeConnections } from '../../src/server/connection';
import { countEntries, mostADay } from '../../src/server/quotas';
import { asOwner } from '../support/database';

afterAll(closeConnections);

describe('entries of a firm within a day', () => {
  it('are counted over every process, and of one firm alone', async () => {
    const [here, there] = [countEntries(), countEntries()];
    const [firm, other] = [v7(), v7()];
    expect(await here(firm, 200)).toBe(0);
    expect(await here(firm, mostADay.entries / 2 - 200)).toBe(0);
    expect(await there(firm, mostADay.entries / 2)).toBe(0);
    expect(await there(firm, 1)).toBeGreaterThan(86_000);
    expect(await here(firm, 1)).toBeGreaterThan(86_000);
    expect(await here(other, 200)).toBe(0);
    // The next day.
    await asOwner((c) => c.query('update quota set expire = 1'));
    expect(await here(firm, 1)).toBe(0);
  });

  it('are asked of the database once for many', async () => {
    const count = countEntries();
    const firm = v7();
    for (let at = 0; at < 50; at += 1) expect(await count(firm, 10)).toBe(0);
    const { rows } = await asOwner((c) =>
      c.query<{ points: number }>('select points from quota where key like $1', [`%${firm}`]),
    );
    expect(rows).toEqual([{ points: 500 }]);
  });
});

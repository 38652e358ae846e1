import { describe, expect, it } from 'vitest';
import { rentedHouseEntries, viewAt } from '../../../../tests/support/entries';
import { emptyHanded } from '../../../core/work/in-hand';
import { cellEntries, cellText } from './cell-entries';
import { columns, isIdle } from './columns';

const view = viewAt(rentedHouseEntries());
const ways = [...view.job.ways.values()];
const column = (id: string) => columns.find((c) => c.id === id) ?? columns[0]!;
const typed = (way: number, id: string, text: string) =>
  cellEntries(column(id), ways[way - 1]!, text, view, emptyHanded);

describe('typing into the circuit ledger', () => {
  it('records nothing when it says what stands there', () => {
    for (const way of ways) {
      for (const c of columns) {
        if (isIdle(c, way) || c.sort === 'computed') continue;
        const text = cellText(c, way, view);
        if (text)
          expect(cellEntries(c, way, text, view, emptyHanded), `${way.number} ${c.id}`).toEqual({
            ok: true,
            entries: [],
          });
      }
    }
  });
  it('replaces what stands in the cell, which is struck and stays in the ledger', () => {
    const kinds = (...asked: Parameters<typeof typed>) => {
      const result = typed(...asked);
      return result.ok && result.entries.map((e) => e.kind);
    };
    expect(kinds(3, 'zs', '0.57')).toEqual(['entry.struck', 'reading.taken']);
    // Of a confirmation the latest counts, and a mark stands beside no figure.
    expect(kinds(3, 'polarity', 'rev')).toEqual(['entry.struck', 'reading.taken']);
    expect(kinds(3, 'zs', 'LIM locked')).toEqual(['entry.struck', 'reading.taken']);
    const corrected = typed(3, 'zs', '0.57');
    expect(corrected.ok && corrected.entries[0]?.body).toMatchObject({ why: 'Corrected to 0.57' });
  });
  it('strikes alone when a cell is emptied', () => {
    const result = typed(3, 'zs', '');
    expect(result.ok && result.entries.map((e) => e.kind)).toEqual(['entry.struck']);
  });
  it.each([
    [1, 'zs', 'abc', /not a reading/],
    [1, 'device', 'B33', /no 33 A rating/],
    [1, 'kind', 's', /type ring/],
    [1, 'points', 'many', /number of points/],
    [1, 'cable', '7/1', /not a cable/],
    [1, 'method', 'D', /reference method/],
    [1, 'maxZs', '1', /Nothing to enter/],
    [4, 'r1r2', '0.01', /stands at Utility room 3 and governs/],
    [8, 'insulation/LN-E', '>999', /stands as insulation resistance, neutral to earth and governs/],
  ])('way %i %s refuses %j', (way, id, text, problem) => {
    const result = typed(way, id, text);
    expect(result.ok ? '' : result.problem).toMatch(problem);
  });
  it('leads to where the reading stands that governs', () => {
    const refused = typed(4, 'r1r2', '0.01');
    expect(refused.ok ? null : refused.elsewhere).toMatchObject({
      of: 'slot',
      slot: { on: { of: 'point' }, test: 'r1r2' },
    });
  });
  it('leaves ring cells of radials, RCD cells without one, and spares alone', () => {
    expect(isIdle(column('ring/1/L-L'), ways[2] ?? null)).toBe(true);
    expect(isIdle(column('ring/1/L-L'), ways[0] ?? null)).toBe(false);
    expect(isIdle(column('rcd time'), ways[8] ?? null)).toBe(true);
    expect(isIdle(column('zs'), ways[9] ?? null)).toBe(true);
  });
});

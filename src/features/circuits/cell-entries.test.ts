import { describe, expect, it } from 'vitest';
import { rentedHouseEntries } from '../../../tests/support/entries';
import { editionPack } from '../../core/edition/editions';
import { fold } from '../../core/ledger/fold';
import { emptyHanded } from '../ledger/record-reading';
import { cellEntries, cellText, parseBlock } from './cell-entries';
import { columns, isIdle } from './columns';

const job = fold(rentedHouseEntries());
const pack = editionPack('bs7671-2018-a2');
const ways = [...job.ways.values()];
const column = (id: string) => columns.find((c) => c.id === id) ?? columns[0]!;
const typed = (way: number, id: string, text: string) => cellEntries(column(id), ways[way - 1]!, text, job, pack, emptyHanded);

describe('typing into the circuit ledger', () => {
  it('records nothing when it says what stands there', () => {
    for (const way of ways) {
      for (const c of columns) {
        if (isIdle(c, way) || c.sort === 'computed') continue;
        const text = cellText(c, way, job);
        if (text) expect(cellEntries(c, way, text, job, pack, emptyHanded), `${way.number} ${c.id}`).toEqual({ ok: true, entries: [] });
      }
    }
  });
  it('strikes what stood before it takes another reading', () => {
    const result = typed(1, 'zs', '0.57');
    expect(result.ok && result.entries.map((e) => e.kind)).toEqual(['entry.struck', 'reading.taken']);
    expect(result.ok && result.entries[0]?.body).toMatchObject({ why: 'Corrected to 0.57' });
  });
  it('strikes alone when a cell is emptied', () => {
    const result = typed(1, 'zs', '');
    expect(result.ok && result.entries.map((e) => e.kind)).toEqual(['entry.struck']);
  });
  it.each([
    [1, 'zs', 'abc', /not a reading/],
    [1, 'device', 'B33', /no 33 A rating/],
    [1, 'kind', 's', /type ring/],
    [1, 'points', 'many', /number of points/],
    [1, 'cable', '7/1', /not a cable/],
    [1, 'method', 'D', /reference method/],
    [1, 'maxZs', '1', /nothing to type/],
    [4, 'r1r2', '0.01', /stands at Utility room 3 and governs/],
    [8, 'ir-le', '>999', /stands as insulation resistance, neutral to earth and governs/],
  ])('way %i %s refuses %j', (way, id, text, problem) => {
    const result = typed(way, id, text);
    expect(result.ok ? '' : result.problem).toMatch(problem);
  });
  it('leaves ring cells of radials, RCD cells without one, and spares alone', () => {
    expect(isIdle(column('ring-r1'), ways[2] ?? null)).toBe(true);
    expect(isIdle(column('ring-r1'), ways[0] ?? null)).toBe(false);
    expect(isIdle(column('rcd-time'), ways[8] ?? null)).toBe(true);
    expect(isIdle(column('zs'), ways[9] ?? null)).toBe(true);
  });
});

describe('a block from a spreadsheet', () => {
  it.each([
    ['a\tb\nc\td', [['a', 'b'], ['c', 'd']]],
    ['a\t\tb\r\n\t\tx\r\n', [['a', '', 'b'], ['', '', 'x']]],
    ['"two\nlines"\tb', [['two lines', 'b']]],
    ['"say ""no"""\tb', [['say "no"', 'b']]],
    ['one', [['one']]],
  ])('%j', (text, rows) => expect(parseBlock(text)).toEqual(rows));
});

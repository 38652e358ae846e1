import { describe, expect, it } from 'vitest';
import { opened, viewOfScribe } from '../../../tests/support/entries';
import type { Results, Scribe, WayShorthand } from '../../../scripts/demo/scribe';
import { slotAt } from '../installation/slot';
import { zs } from '../measurements/loop/slots';
import { scheduleOfWay, schedulesOfTests } from './schedule-of-tests';

const ring: WayShorthand = ['Ring down', 'ring', 9, 'B32', '30 A', '2.5/1.5', 'C'];
const lights: WayShorthand = ['Lights', 'lights', 6, 'B6', 'none', '1/1', 'C'];

function house(...ways: readonly (readonly [WayShorthand, Results])[]): { s: Scribe; ids: string[] } {
  const s = opened();
  s.say('supply.described', { earthing: 'TN-C-S' });
  const board = s.board('Main board', 'Hall', 'Origin');
  const ids = ways.map(([way, results], index) => {
    const id = s.way(board, index + 1, way);
    s.results(id, results);
    return id;
  });
  return { s, ids };
}
/** One row as it is printed, by its headings. */
function rowOf(s: Scribe, index = 0): Record<string, string> {
  const [board] = schedulesOfTests(viewOfScribe(s));
  return Object.fromEntries(board?.columns.map(({ heading }, at) => [heading, board.rows[index]?.[at] ?? '']) ?? []);
}

describe('a circuit as its row is printed', () => {
  const { s } = house(
    [ring, { ringR1: '0.41', ringRn: '0.42', ringR2: '0.68', liveLive: '>999', liveEarth: '150', zs: '0.61' }],
    [lights, {}],
  );
  it('has how it is made', () =>
    expect(rowOf(s)).toMatchObject({
      'No.': '1',
      Circuit: 'Ring down',
      Pts: '9',
      'Ref. method': 'C',
      'Live mm²': '2.5',
      'CPC mm²': '1.5',
      'RCD mA, type': '30 A',
    }));
  it('has every figure as the instrument showed it', () => {
    const row = rowOf(s);
    const figures = Object.values(row);
    for (const shown of ['0.41', '0.42', '0.68', '>999', '150', '0.61']) expect(figures).toContain(shown);
    expect(row['IR at V']).toBe('500');
  });
  it('says N/A of a ring’s ends on a radial, and a dash of what was not read', () => {
    const row = rowOf(s, 1);
    const ends = Object.entries(row).filter(([heading]) => /^r[1n2] /.test(heading));
    expect(ends).toHaveLength(3);
    for (const [, shown] of ends) expect(shown).toBe('N/A');
    expect(Object.entries(row).find(([heading]) => heading.startsWith('R1+R2'))?.[1]).toBe('—');
    expect(row['IR at V']).toBe('—');
  });
  it('has the largest Zs to two places, and one the inspector set with a mark and its reason', () => {
    const limited = house([ring, { zs: '0.61' }]);
    expect(rowOf(limited.s)['Max Zs Ω']).toMatch(/^\d\.\d\d$/);
    limited.s.say('limit.overridden', {
      slot: slotAt({ of: 'way', id: limited.ids[0] ?? '' }, zs),
      limit: '0.70',
      reason: 'Device of the maker’s own curve',
    });
    expect(rowOf(limited.s)['Max Zs Ω']).toBe('0.70*');
    expect(schedulesOfTests(viewOfScribe(limited.s))[0]?.notes).toContain(
      'Way 1: Zs limit of 0.70 Ω set by the inspector: Device of the maker’s own curve.',
    );
  });
});

describe('a board', () => {
  it('has as many cells in every row as it has columns, in their places', () => {
    const { s } = house([ring, {}], [lights, {}]);
    const [board] = schedulesOfTests(viewOfScribe(s));
    expect(board?.rows).toHaveLength(2);
    for (const row of board?.rows ?? []) expect(row).toHaveLength(board?.columns.length ?? 0);
    expect(board?.columns[0]?.heading).toBe('No.');
    expect(board?.facts).toContainEqual({ label: 'Location', value: 'Hall' });
  });
  it('shows a spare way by its number and as spare, with nothing else', () => {
    const { s } = house([ring, {}]);
    const view = viewOfScribe(s);
    const [board] = [...view.job.boards.keys()];
    const wayId = s.say('way.added', {
      wayId: '0195a000-0000-7000-8000-0000000000b1',
      boardId: board ?? '',
      number: 2,
    });
    expect(wayId).not.toBe('');
    s.say('way.described', { wayId: '0195a000-0000-7000-8000-0000000000b1', fields: { arrangement: 'spare' } });
    const shown = Object.values(rowOf(s, 1)).filter(Boolean);
    expect(shown).toEqual(['2', 'Spare']);
  });
});

it('prints what was read off devices, in rows as wide as their headings; nothing where nothing was', () => {
  const { s, ids } = house([ring, {}], [lights, {}]);
  expect(schedulesOfTests(viewOfScribe(s))[0]?.devices).toBeNull();
  s.say('device.described', {
    device: { of: 'way', id: ids[1] as string },
    fields: { serialNumber: '70114', ratedAmps: 6 },
  });
  const devices = schedulesOfTests(viewOfScribe(s))[0]?.devices;
  expect(devices?.rows).toEqual([['Way 2 Lights', '60898 B6, 6 kA', '2', '—', '70114', '6']]);
  expect(devices?.headings).toHaveLength(6);
  const { described } = scheduleOfWay(viewOfScribe(s), viewOfScribe(s).job.ways.get(ids[1] as string) as never);
  expect(described).toContainEqual({ label: 'Device: serial number', value: '70114' });
});

it('one circuit alone says the same as its row', () => {
  const { s, ids } = house([ring, { ringR1: '0.41', zs: '0.61' }]);
  const view = viewOfScribe(s);
  const way = view.job.ways.get(ids[0] ?? '');
  if (!way) throw new Error('no way');
  const { described, measured } = scheduleOfWay(view, way);
  const row = rowOf(s);
  for (const { label, value } of [...described, ...measured]) expect([label, value]).toEqual([label, row[label]]);
});

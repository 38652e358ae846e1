import { describe, expect, it } from 'vitest';
import { opened, viewOfScribe } from '../../../tests/support/entries';
import { tests } from '../catalogue';
import { type Slot, type Subject, keyOf, slotAt } from '../installation/slot';
import { ipfLineEarth, ipfLineNeutral } from '../measurements/origin/slots';
import { governingOf } from './governing';
import { judgeJob } from './verdicts';

const parts = tests.slots.filter(({ countsWith }) => countsWith);

function house() {
  const s = opened();
  s.say('supply.described', { earthing: 'TN-C-S', liveConductors: 'single-phase', nominalVolts: 230 });
  const board = s.board('CU', 'hall', 'intake');
  const way = s.way(board, 1, ['Sockets', 'ring', 3, 'B32', '30 A', '2.5/1.5', 'C']);
  const [point = ''] = s.points(way, [['Hall']]).values();
  const ids = { board, way, point };
  const on = (of: Subject['of']): Subject =>
    of === 'supply' ? { of } : of === 'conductor' ? { of, to: 'gas' } : { of, id: ids[of] };
  return { s, on, ids };
}

describe('whatever is declared to count, counts', () => {
  it('is declared somewhere, on the supply, boards, ways and points', () =>
    expect(new Set(parts.map(({ on }) => on))).toEqual(new Set(['supply', 'board', 'way', 'point'])));

  it.each(parts.map((part) => [`${part.name} on a ${part.on}`, part] as const))('%s', (_, part) => {
    const { s, on, ids } = house();
    const typed = part.spec.takes === 'confirmation' ? 'rev' : '0.7';
    const id = s.read(on(part.on), part.measure, typed);
    const view = viewOfScribe(s);
    const slot = slotAt(on(part.on), part.measure);
    const whole = view.tests.wholeOf(slot, ids.way) as Slot;
    expect(view.tests.of(whole), 'its whole is a slot').toBeDefined();
    expect(governingOf(view, whole)?.id).toBe(id);
    expect(judgeJob(view).has(keyOf(whole))).toBe(true);
  });

  it.each([
    ['L–N', ipfLineNeutral],
    ['L–E', ipfLineEarth],
  ] as const)('40 kA %s at a board stops a device of 6 kA', (_, measure) => {
    const { s, ids } = house();
    s.read({ of: 'board', id: ids.board }, measure, '40');
    const view = viewOfScribe(s);
    expect(view.definition.gaps(view).map(({ what }) => what)).toContainEqual(
      expect.stringMatching(/Way 1.*Ipf line to .*40.*> 6/),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { extend, fold, noon, numbered, opened, rentedHouseEntries, viewAt } from '../../../tests/support/entries';
import { boardChange, towelRail } from '../../../scripts/demo/new-work';
import { viewOf } from '../catalogue';
import { slotKey } from '../installation/slot';
import type { Recorded } from '../ledger/entry';
import { r1r2 } from '../measurements/continuity/slots';
import { zs } from '../measurements/loop/slots';
import { ze } from '../measurements/origin/slots';
import { judgeJob, verdictKeeper } from './verdicts';

const instruments = [
  { id: '0195a000-0000-7000-8000-000000000001', name: 'T', serial: 'S', calibratedOn: '2026-01-10' },
];
const told = {
  'a rented house': rentedHouseEntries(),
  'a board change': numbered(boardChange(noon, instruments).drafts),
  'a towel rail': numbered(towelRail(noon, instruments).drafts),
};

/** The job after each of its entries, as a page sees it grow. */
function* growing(entries: readonly Recorded[]) {
  let job = fold([]);
  for (const entry of entries) {
    job = extend(job, entry);
    const view = viewOf(job);
    if (view) yield view;
  }
}

describe('verdicts that are kept', () => {
  it.each(Object.entries(told))('are those of judging everything, after every entry of %s', (_, entries) => {
    const keep = verdictKeeper();
    for (const view of growing(entries)) expect(keep(view)).toEqual(judgeJob(view));
  });
  it('are so whatever is read, struck or said of the supply, in any order', () => {
    const base = opened();
    const board = base.board('CU', 'Hall', 'Meter');
    const ways = [1, 2].map((n) => base.way(board, n, ['Sockets', 'sockets', 3, 'B32', '30 A', '2.5/1.5', 'C']));
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(6), fc.nat()), { maxLength: 20 }), (acts) => {
        const s = opened();
        s.drafts.splice(0, 1, ...base.drafts);
        for (const [act, pick] of acts) {
          const on = { of: 'way', id: ways[pick % 2] ?? '' } as const;
          if (act === 0) s.say('entry.struck', { entryId: s.drafts[pick % s.drafts.length]?.id ?? '', why: 'x' });
          else if (act === 1) s.say('supply.described', { earthing: pick % 2 ? 'TT' : 'TN-S' });
          else if (act === 2) s.read({ of: 'supply' }, ze, `0.${10 + (pick % 80)}`);
          else s.read(on, act % 2 ? zs : r1r2, `${pick % 3}.${10 + (pick % 80)}`);
        }
        const keep = verdictKeeper();
        for (const view of growing(numbered(s.drafts))) expect(keep(view)).toEqual(judgeJob(view));
      }),
      { numRuns: 40 },
    );
  });
  it('stay the same objects where nothing they looked at changed', () => {
    const s = opened();
    const board = s.board('CU', 'Hall', 'Meter');
    const [one = '', other = ''] = [1, 2].map((n) =>
      s.way(board, n, ['Sockets', 'sockets', 3, 'B32', '30 A', '2.5/1.5', 'C']),
    );
    s.say('supply.described', { earthing: 'TN-S' });
    const at = (id: string) => slotKey({ of: 'way', id }, zs);
    s.read({ of: 'way', id: one }, zs, '0.50');
    s.read({ of: 'way', id: other }, zs, '0.60');
    const keep = verdictKeeper();
    const first = fold(numbered(s.drafts));
    const before = keep(viewOf(first) ?? viewAt([]));
    expect(keep(viewOf(first) ?? viewAt([]))).toBe(before);
    s.read({ of: 'way', id: one }, zs, '0.70');
    const after = keep(viewOf(extend(first, numbered(s.drafts).at(-1) as Recorded)) ?? viewAt([]));
    expect(after.get(at(other))).toBe(before.get(at(other)));
    expect(after.get(at(one))).not.toBe(before.get(at(one)));
    // Ze governs what both are expected to be.
    s.read({ of: 'supply' }, ze, '0.40');
    const all = keep(viewOf(fold(numbered(s.drafts))) ?? viewAt([]));
    expect(all.get(at(other))).not.toBe(after.get(at(other)));
  });
});

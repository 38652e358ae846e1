import { describe, expect, it } from 'vitest';
import { numbered, opened, viewAt } from '../../../../tests/support/entries';
import { missing } from '../../job/document-definition';
import { judgeJob } from '../../job/verdicts';
import { emptyHanded } from '../../work/in-hand';
import { recordTyped } from '../../work/recorder';
import { slotAt, slotKey } from '../../installation/slot';
import { supplyFacts, earthingFacts } from '../../certificates/supply-facts';
import { electrode, electrodeByClamp } from './slots';

const supply = { of: 'supply' } as const;

function read(shown: string, earthing: 'TT' | 'TN-S' = 'TT') {
  const s = opened();
  s.say('supply.described', { earthing });
  const boardId = s.board('CU', 'Hall', 'Meter');
  s.way(boardId, 1, ['Sockets', 'sockets', 4, 'B32', '30 A', '2.5/1.5', 'C']);
  s.read(supply, electrodeByClamp, shown);
  return viewAt(numbered(s.drafts));
}
const verdictAt = (shown: string) => judgeJob(read(shown)).get(slotKey(supply, electrodeByClamp))?.judgement;

describe('an electrode by clamp', () => {
  it.each([
    ['12.4', 'meets'],
    ['200', 'meets'],
    ['201', 'doubt'],
    ['1666', 'doubt'],
    ['1667', 'fails'],
  ])('%s Ω behind 30 mA: %s', (shown, verdict) => expect(verdictAt(shown)?.verdict).toBe(verdict));
  it('takes nothing over range: it would stand for RA though nothing was measured', () => {
    const view = read('64');
    const typed = recordTyped(view, slotAt(supply, electrodeByClamp), '>1500', emptyHanded);
    expect(typed).toMatchObject({ ok: false });
  });
  it('stands for RA on paper and among what is missing', () => {
    const view = read('64');
    expect(earthingFacts(view)).toContainEqual({ label: 'RA', value: '64 Ω' });
    expect(supplyFacts(view).map(({ label }) => label)).not.toContain('RA clamp');
    const lacks = missing(view.definition.gaps(view)).map(({ what }) => what);
    expect(lacks.filter((what) => /earth electrode resistance/.test(what))).toEqual([]);
    expect(judgeJob(view).get(slotKey(supply, electrode))?.judgement.verdict).toBe('meets');
  });
  it('is offered where the installation has its own electrode', () => {
    const offered = (earthing: 'TT' | 'TN-S') => {
      const view = read('64', earthing);
      return view.tests.slots.some(({ on, offered: is }) => on === 'supply' && is?.(view));
    };
    expect([offered('TT'), offered('TN-S')]).toEqual([true, false]);
  });
});

import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { Scribe } from '../../../scripts/demo/scribe';
import { admit, fold, inspector, numbered, opened, viewOfScribe } from '../../../tests/support/entries';
import { loadFindings } from '../edition/findings';
import { bondLookWords } from '../job/kinds/bond';
import { mainTerminal } from '../job/kinds/part';
import { saySupplementary, supplementaryOf } from './supplementary';

const place = 'Bathroom';
const number = (shown: string) => ({ is: 'number' as const, shown });

type Told = {
  readonly tripMillis?: string;
  readonly residual?: number | null;
  readonly zsOhms?: string;
  readonly bonded?: boolean;
};

/** A bath room with a light and a shower on two circuits, described as far as it is told. */
function bathRoom({ tripMillis = '24', residual = 30, zsOhms = '0.80', bonded = true }: Told = {}): {
  s: Scribe;
  ways: string[];
} {
  const s = opened();
  const boardId = v7();
  s.say('board.added', { boardId });
  s.say('supply.described', {
    earthing: 'TN-C-S',
    ...(bonded ? { bondWater: 'bonded', bondGas: 'not-present', bondingCsaMm2: 10 } : { bondWater: 'not-bonded' }),
  });
  const ways = ['Bathroom light', 'Bathroom shower'].map((name, index) => {
    const wayId = v7();
    s.say('way.added', { wayId, boardId, number: index + 1 });
    s.say('way.described', {
      wayId,
      fields: {
        description: name,
        deviceStandard: 'BS EN 60898',
        deviceType: 'B',
        deviceAmps: 6,
        arrangement: 'radial',
        ...(residual ? { residualMilliamps: residual } : { residualAbsent: true, residualMilliamps: null }),
      },
    });
    s.say('point.added', {
      pointId: v7(),
      wayId,
      fields: {
        name,
        room: place,
        kind: 'wet room',
        order: 1,
        spur: false,
        switching: 'none',
        unplaced: false,
      },
    });
    if (zsOhms) s.read({ of: 'way', id: wayId }, { test: 'zs' }, zsOhms);
    if (residual && tripMillis) s.read({ of: 'way', id: wayId }, { test: 'rcd time' }, tripMillis);
    return wayId;
  });
  if (bonded) s.read({ of: 'conductor', to: 'water' }, { test: 'continuity' }, '0.03');
  return { s, ways };
}
function part(s: Scribe, name: string, sort: 'extraneous' | 'exposed'): string {
  const partId = v7();
  s.say('part.named', { partId, place, name, sort, gone: false });
  return partId;
}
const read = (s: Scribe, from: string, to: string, ohms: string) =>
  s.say('pair.read', { from, to, value: number(ohms), instrumentId: null });
const room = (s: Scribe) => supplementaryOf(viewOfScribe(s), place);

describe('whether supplementary bonding may be left out of a bath room (701.415.2)', () => {
  it.each<[string, Told, 'yes' | 'no' | 'not known']>([
    ['30 mA on all, cut off in time, bonds proved', {}, 'yes'],
    ['an RCD of 100 mA', { residual: 100 }, 'no'],
    ['an RCD that is too slow', { tripMillis: '480' }, 'no'],
    ['an RCD nobody tested', { tripMillis: '' }, 'not known'],
    ['no RCD', { residual: null }, 'no'],
    ['Zs too high without an RCD', { residual: null, zsOhms: '9.00' }, 'no'],
    ['Zs not read', { zsOhms: '' }, 'not known'],
    ['main bonding missing', { bonded: false }, 'no'],
  ])('%s: %s', (_name, told, expected) => expect(room(bathRoom(told).s).mayBeOmitted).toBe(expected));

  it('goes by each part read to the terminal before what the origin says', () => {
    const { s } = bathRoom({ bonded: false });
    const tap = part(s, 'Cold tap', 'extraneous');
    read(s, tap, mainTerminal, '0.05');
    expect(room(s).mayBeOmitted).toBe('yes');
    read(s, tap, mainTerminal, '1800');
    expect(room(s)).toMatchObject({
      mayBeOmitted: 'no',
      why: expect.arrayContaining([expect.stringMatching(/Cold tap/)]),
    });
  });
});

describe('its parts, pair by pair', () => {
  it('are every two within reach, and each part from outside with the main earthing terminal', () => {
    const { s } = bathRoom();
    part(s, 'Cold tap', 'extraneous');
    part(s, 'Towel rail', 'exposed');
    part(s, 'Light', 'exposed');
    expect(room(s).pairs.map(({ from, to }) => [from.name, to?.name ?? mainTerminal])).toEqual([
      ['Cold tap', 'Towel rail'],
      ['Cold tap', 'Light'],
      ['Cold tap', mainTerminal],
      ['Towel rail', 'Light'],
    ]);
  });
  it.each([
    [30, '1666', 'meets'],
    [30, '1667', 'fails'],
    [100, '500', 'meets'],
    [100, '501', 'fails'],
  ])('behind %d mA %s Ω %s: 50 V ÷ IΔn', (residual, ohms, verdict) => {
    const { s } = bathRoom({ residual });
    const [one, other] = [part(s, 'Cold tap', 'extraneous'), part(s, 'Light', 'exposed')];
    read(s, other, one, ohms);
    expect(room(s).pairs[0]?.judgement?.verdict).toBe(verdict);
  });
  it('counts what is read and what is too high, and forgets a part that is not there', () => {
    const { s } = bathRoom({ residual: null });
    const [one, other] = [part(s, 'Cold tap', 'extraneous'), part(s, 'Light', 'exposed')];
    read(s, one, other, '1.66');
    expect(saySupplementary(room(s))).toBe('needed; 2 parts, 1 of 2 pairs read, none too high');
    read(s, one, other, '1.70');
    expect(saySupplementary(room(s))).toBe('needed; 2 parts, 1 of 2 pairs read, 1 too high');
    s.say('pair.read', { from: other, to: one, value: null, instrumentId: null });
    expect(room(s).pairs.every(({ read }) => !read)).toBe(true);
    s.say('part.named', { partId: other, place, name: 'Light', sort: 'exposed', gone: true });
    expect(room(s).parts.map(({ name }) => name)).toEqual(['Cold tap']);
    s.say('pair.read', { from: one, to: other, value: number('0.1'), instrumentId: null });
    const lost = s.drafts.pop();
    expect(lost && admit(fold(numbered(s.drafts)), lost, inspector)).toMatchObject({ accepted: false });
    expect(() => s.say('pair.read', { from: one, to: one, value: null, instrumentId: null })).toThrow(/no pair/);
  });
});

describe('a bond that is followed', () => {
  it('is of a service that is bonded, and what is not so is a finding there is', async () => {
    const s = opened();
    s.say('bond.followed', { service: 'water', look: 'clamp', found: 'no' });
    const early = s.drafts.pop();
    expect(early && admit(fold(numbered(s.drafts)), early, inspector)).toMatchObject({ accepted: false });
    s.say('supply.described', { bondWater: 'bonded' });
    s.say('bond.followed', { service: 'water', look: 'clamp', found: 'no' });
    expect([...viewOfScribe(s).job.bonds]).toEqual([['water/clamp', 'no']]);
    s.say('bond.followed', { service: 'water', look: 'clamp', found: null });
    expect(viewOfScribe(s).job.bonds.size).toBe(0);
    const ids = new Set((await loadFindings()).map(({ id }) => id));
    for (const { finding } of Object.values(bondLookWords)) expect(ids).toContain(finding);
  });
});

import { describe, expect, it } from 'vitest';
import type { IsolationRead, IsolationRecord } from '../job/kinds/isolation';
import { type Link, linkSorts } from '../job/kinds/link';
import { isolationFor, isolationState, linkConsequence, mayEnergise, pairsFor } from './isolation';

const id = '0195a000-0000-7000-8000-000000000001';
const board = '0195a000-0000-7000-8000-0000000000b0';
const way = '0195a000-0000-7000-8000-0000000000a0';
const begun: IsolationRecord['begun'] = {
  isolationId: id,
  scope: { of: 'board', id: board },
  permission: 'Ms Sedge',
  told: 'tenants',
  device: 'main switch',
  lockable: true,
  doublePole: true,
  lock: '7',
  notice: true,
  indicatorId: null,
  provingUnit: 'PU-3',
  phases: 'single',
};
type Step = [IsolationRead['step'], string | null, number];
const record = (steps: readonly Step[], more: Partial<IsolationRecord> = {}): IsolationRecord => ({
  begun,
  begunAt: '0',
  ended: null,
  ...more,
  reads: steps.map(([step, pair, volts], i) => ({
    isolationId: id,
    step,
    pair,
    place: 'board',
    volts,
    at: String(i + 1),
  })),
});
const proof: Step[] = [
  ['prove', null, 230],
  ['test', 'L–N', 0],
  ['test', 'L–E', 0],
  ['test', 'N–E', 0],
  ['re-prove', null, 230],
];

describe('an isolation record', () => {
  it.each([
    ['nothing done', [], 'prove the indicator'],
    ['indicator proved', proof.slice(0, 1), 'test dead'],
    ['one pair not entered is not zero', proof.slice(0, 3), 'test dead'],
    ['all pairs', proof.slice(0, 4), 're-prove the indicator'],
    ['the whole', proof, 'proved dead'],
    ['an indicator that showed 49 V', [['prove', null, 49], ...proof.slice(1)], 'prove the indicator'],
    ['an indicator that showed 50 V', [['prove', null, 50], ...proof.slice(1)], 'proved dead'],
    ['re-proof skipped pairs', [...proof.slice(0, 3), ['re-prove', null, 230]], 'test dead'],
    ['a volt on one pair', [...proof.slice(0, 3), ['test', 'N–E', 1]], 'stop: not dead'],
    ['a volt found after the proof', [...proof, ['test', 'N–E', 90]], 'stop: not dead'],
    [
      'the cause found and the pair read again',
      [...proof.slice(0, 3), ['test', 'N–E', 90], ['test', 'N–E', 0], ['re-prove', null, 230]],
      'proved dead',
    ],
    ['the indicator failing afterwards', [...proof.slice(0, 4), ['re-prove', null, 0]], 'void'],
    ['begun anew with a sound indicator', [...proof.slice(0, 4), ['re-prove', null, 0], ...proof], 'proved dead'],
    ['proving again without testing again', [...proof, ['prove', null, 230]], 'test dead'],
  ] as [string, Step[], string][])('%s: %3$s', (_name, steps, state) => {
    const found = isolationState(record(steps));
    expect(found.state).toBe(state);
    expect(found.inForce).toBe(state === 'proved dead');
  });
  it('lapses when left, with the reason', () =>
    expect(
      isolationState(record(proof, { ended: { isolationId: id, why: 'left site', note: null, at: '9' } })),
    ).toMatchObject({ state: 'lapsed', inForce: false, why: expect.stringContaining('left site') }));
  it('wants ten pairs of three phases', () => {
    expect(pairsFor('three')).toHaveLength(10);
    expect(isolationState({ ...record(proof), begun: { ...begun, phases: 'three' } }).pairsLeft).toHaveLength(9);
  });
  it('warns of what the device is not', () =>
    expect(
      isolationState({
        ...record([]),
        begun: { ...begun, lockable: false, doublePole: false, notice: false },
      }).cautions.join(),
    ).toMatch(/cannot be locked.*notice.*single-pole/s));
});

describe('a dead reading', () => {
  it('belongs to the board’s record for a way on it, and to none elsewhere', () => {
    expect(isolationFor([record(proof)], { of: 'way', id: way }, board)).toEqual({ isolationId: id });
    expect(isolationFor([record(proof)], { of: 'way', id: way }, 'another')).toMatchObject({
      why: expect.stringContaining('No isolation record covers'),
    });
    expect(isolationFor([record(proof.slice(0, 2))], { of: 'board', id: board }, null)).toMatchObject({
      why: expect.stringContaining('pairs still to test'),
    });
  });
});

describe('energising', () => {
  const link = (sort: Link['sort'], clearedAt: string | null): Link => ({
    linkId: id,
    sort,
    on: { of: 'way', id: way },
    where: 'way 3',
    test: null,
    madeAt: '1',
    clearedAt,
  });
  it('waits for every link and every conductor, saying what each would do', () => {
    for (const sort of linkSorts) {
      const found = mayEnergise([link('L+N link', '2'), link(sort, null)]);
      expect(found.ready).toBe(false);
      expect(found.reasons).toEqual([`${sort}, way 3: ${linkConsequence[sort]}.`]);
    }
  });
  it('is ready when all are cleared, and when none was made', () =>
    expect([mayEnergise([]).ready, mayEnergise([link('CPC off', '3')]).ready]).toEqual([true, true]));
});

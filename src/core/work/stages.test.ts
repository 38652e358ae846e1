import { describe, expect, it } from 'vitest';
import { cottageEntries, opened, viewAt, viewOfScribe } from '../../../tests/support/entries';
import type { Subject } from '../installation/slot';
import type { JobView } from '../job/view';
import { r1r2 } from '../measurements/continuity/slots';
import { zs } from '../measurements/loop/slots';
import { isCircuitDone } from './circuit-done';
import { emptyHanded } from './in-hand';
import { deviceOfScope, nameOfScope, whyNotLive } from './isolation';
import { recordTyped } from './recorder';
import { stageState } from './stages';

function house() {
  const s = opened();
  const board = s.board('CU', 'hall', 'intake');
  const one = s.way(board, 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '4/1.5', 'C']);
  const two = s.way(board, 2, ['Lights', 'lights', 3, 'RCBO B 6', '30 A', '1.5/1', 'C']);
  return { s, board, one, two };
}
type House = ReturnType<typeof house>;

/** An isolation of a scope: begun, and proved dead or not. */
function isolate({ s }: House, scope: Subject, proved: boolean, lock: string | null = '7'): string {
  const isolationId = crypto.randomUUID();
  s.say('isolation.begun', {
    isolationId,
    scope,
    permission: 'Ms Sedge',
    told: null,
    device: 'B32',
    lockable: true,
    doublePole: false,
    lock,
    notice: true,
    indicatorId: null,
    provingUnit: 'PU-3',
    phases: 'single',
  });
  const read = (step: 'prove' | 'test' | 're-prove', pair: string | null, volts: number) =>
    s.say('isolation.read', { isolationId, step, pair, place: 'board', volts });
  read('prove', null, 230);
  if (!proved) return isolationId;
  for (const pair of ['L–N', 'L–E', 'N–E']) read('test', pair, 0);
  read('re-prove', null, 230);
  return isolationId;
}
const stateOf = (view: JobView, stage: Parameters<typeof stageState>[2]) =>
  stageState(view, view.definition.gaps(view), stage);

describe('a tick means done', () => {
  it('isolation: only when something was proved dead', () => {
    const at = house();
    expect(stateOf(viewOfScribe(at.s), 'isolation')).toBe('untouched');
    isolate(at, { of: 'supply' }, false);
    expect(stateOf(viewOfScribe(at.s), 'isolation')).toBe('open');
    const proved = isolate(at, { of: 'supply' }, true);
    expect(stateOf(viewOfScribe(at.s), 'isolation')).toBe('complete');
    at.s.say('isolation.ended', { isolationId: proved, why: 'left site', note: null });
    expect(stateOf(viewOfScribe(at.s), 'isolation')).toBe('complete');
  });
  it('tests: only when every reading due stands; review: only when everybody signed', () => {
    const at = house();
    expect(stateOf(viewOfScribe(at.s), 'tests')).toBe('untouched');
    at.s.read({ of: 'way', id: at.one }, r1r2, '0.4');
    expect(stateOf(viewOfScribe(at.s), 'tests')).toBe('open');
    const entries = cottageEntries();
    expect(stateOf(viewAt(entries), 'tests')).toBe('complete');
    expect(stateOf(viewAt(entries), 'review')).toBe('open');
    const live = entries.findLastIndex(({ kind }) => kind === 'reading.taken');
    expect(stateOf(viewAt(entries.filter((_, index) => index !== live)), 'tests')).toBe('open');
  });
  it('a circuit: only when all its points were read, or say why not', () => {
    const at = house();
    const [hall = '', porch = ''] = at.s.points(at.one, [['Hall'], ['Porch']]).values();
    const done = () => {
      const view = viewOfScribe(at.s);
      return isCircuitDone(view, view.job.ways.get(at.one)!, zs);
    };
    at.s.read({ of: 'way', id: at.one }, zs, '0.4');
    expect(done()).toBe(false);
    at.s.read({ of: 'point', id: hall }, zs, '0.4');
    expect(done()).toBe(false);
    at.s.read({ of: 'point', id: porch }, zs, 'LIM locked');
    expect(done()).toBe(true);
  });
});

describe('an isolation of one circuit', () => {
  it('says that circuit, and takes device and poles from what is isolated', () => {
    const at = house();
    at.s.say('supply.described', { mainSwitchPoles: 1 });
    const { job } = viewOfScribe(at.s);
    const of = (scope: Subject) => ({ name: nameOfScope(job, scope), ...deviceOfScope(job, scope) });
    expect(of({ of: 'way', id: at.one })).toEqual({ name: 'Way 1, Sockets', device: '60898 B32', doublePole: false });
    expect(of({ of: 'way', id: at.two }).device).toMatch(/6/);
    expect(of({ of: 'board', id: at.board })).toMatchObject({ name: 'CU, whole', doublePole: true });
    expect(of({ of: 'supply' })).toEqual({ name: 'Whole installation', device: 'Main switch', doublePole: false });
  });
});

describe('a live reading of what is locked off', () => {
  const typed = (at: House, wayId: string, typedText = '0.5', how: 'measured' | 'calculated' = 'measured') =>
    recordTyped(viewOfScribe(at.s), { on: { of: 'way', id: wayId }, ...zs }, typedText, emptyHanded, { how });
  it('is refused where the circuit, its board or the whole is proved dead, and taken elsewhere', () => {
    for (const scopeOf of [
      (at: House) => ({ of: 'way', id: at.one }) as const,
      (at: House) => ({ of: 'board', id: at.board }) as const,
      () => ({ of: 'supply' }) as const,
    ]) {
      const at = house();
      const scope = scopeOf(at);
      isolate(at, scope, true);
      expect(typed(at, at.one)).toMatchObject({
        ok: false,
        problem: expect.stringMatching(/isolated and proved dead/),
      });
      expect(typed(at, at.two).ok).toBe(scope.of === 'way');
    }
  });
  it('is refused while its device is locked, before anything is proved, and taken once that is on again', () => {
    const at = house();
    const isolationId = isolate(at, { of: 'way', id: at.one }, false);
    expect(typed(at, at.one)).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/Way 1 Sockets is locked off/),
    });
    at.s.say('isolation.ended', { isolationId, why: 'restored', note: null });
    expect(typed(at, at.one).ok).toBe(true);
    expect(whyNotLive(viewOfScribe(at.s).job, { of: 'supply' })).toBeNull();
  });
  it('may be worked out, or marked as not taken', () => {
    const at = house();
    isolate(at, { of: 'supply' }, true);
    expect(typed(at, at.one, '0.5', 'calculated').ok).toBe(true);
    expect(typed(at, at.one, 'LIM no access').ok).toBe(true);
  });
});

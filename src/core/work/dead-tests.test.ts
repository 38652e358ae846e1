import { describe, expect, it } from 'vitest';
import { fold, numbered, opened, rentedHouseEntries, viewAt, viewOfScribe } from '../../../tests/support/entries';
import type { Scribe } from '../../../scripts/demo/scribe';
import { editionPack } from '../edition/editions';
import { copyOfWay, typicalCircuits } from '../installation/typical';
import { wayFields } from '../installation/way';
import { parseDevice } from '../installation/device-text';
import { governing } from '../job/governing';
import { showValue } from '../quantity/reading-value';
import { gapsOf as gapsOfView } from '../certificates/eicr/gaps';
import { type Measure, sameMeasure, slotKey } from '../installation/slot';
import { insulationOfWay, treeOfPoints } from '../measurements/insulation/circuit';
import { planOfTests } from './plan';
import { repeatsDue } from './repeats';
import { judgeJob, resultVerdicts } from '../job/verdicts';
import { metalwork, r1r2 } from '../measurements/continuity/slots';
import {
  boardSide,
  farSide,
  lineEarth,
  liveEarth,
  liveLive,
  liveLiveOver,
  neutralEarth,
  neutralEarthOver,
} from '../measurements/insulation/slots';
import { zs } from '../measurements/loop/slots';
import { polarity } from '../measurements/polarity/slots';

const pack = editionPack('bs7671-2018-a2');
const jobOf = (s: Scribe) => fold(numbered(s.drafts));
const verdictsOf = (s: Scribe) => judgeJob(viewOfScribe(s));
const gapsOf = (s: Scribe) => gapsOfView(viewOfScribe(s));

function lights() {
  const s = opened();
  const board = s.board('CU', 'hall', 'intake');
  const way = s.way(board, 1, ['Lights', 'lights', 3, 'B6', '30 A', '1.5/1', 'C']);
  const points = s.points(way, [
    ['Porch', 'light'],
    ['Passage', 'light'],
    ['Gatepost', 'outdoor'],
  ]);
  const at = (name: string) => ({ of: 'point', id: points.get(name) ?? '' }) as const;
  return { s, board, way, on: { of: 'way', id: way } as const, at };
}
const ofWay = (s: Scribe, way: string, test: Measure) => {
  const entry = governing(viewOfScribe(s), { of: 'way', id: way }, test);
  return entry ? showValue(entry.body.value) : null;
};

describe('a circuit’s result from what was read at its points', () => {
  it('is the highest R1+R2, wherever it was read', () => {
    const { s, way, at, on } = lights();
    s.read(at('Porch'), r1r2, '0.31');
    s.read(at('Gatepost'), r1r2, '0.84');
    s.read(at('Passage'), r1r2, '0.55');
    expect(ofWay(s, way, r1r2)).toBe('0.84');
    s.read(at('Passage'), r1r2, '0.80~1.20');
    expect(ofWay(s, way, r1r2)).toBe('0.80~1.20');
    s.read(at('Porch'), r1r2, 'open');
    expect(ofWay(s, way, r1r2)).toBe('open');
    expect(verdictsOf(s).get(slotKey(on, r1r2))?.judgement.verdict).toBe('fails');
  });
  it('is the lowest of every pair and position to earth', () => {
    const { s, way, on } = lights();
    s.read(on, lineEarth, '>999');
    s.read(on, neutralEarth, '3.2');
    expect(ofWay(s, way, liveEarth)).toBe('3.2');
    s.read(on, neutralEarthOver, '0.9');
    expect(ofWay(s, way, liveEarth)).toBe('0.9');
    s.read(on, liveLiveOver, '40');
    expect(ofWay(s, way, liveLive)).toBe('40');
  });
  it('is reversed polarity as soon as one point is', () => {
    const { s, way, at, on } = lights();
    s.read(at('Porch'), polarity, 'rev');
    s.read(at('Passage'), polarity, 'ok');
    expect(ofWay(s, way, polarity)).toBe('reversed');
    s.read(on, polarity, 'ok');
    expect(ofWay(s, way, polarity)).toBe('reversed');
  });
  it('counts once among the results', () => {
    const { s, on } = lights();
    s.read(on, neutralEarth, '0.4');
    const verdicts = verdictsOf(s);
    expect([...verdicts.values()].filter(({ judgement }) => judgement.verdict === 'fails')).toHaveLength(2);
    expect(
      resultVerdicts(viewOfScribe(s), verdicts).filter(({ judgement }) => judgement.verdict === 'fails'),
    ).toHaveLength(1);
  });
  it('judges an unstable reading by its highest and never as sound', () => {
    const { s, at } = lights();
    s.read(at('Porch'), metalwork, '0.02~0.04');
    s.read(at('Passage'), metalwork, '0.05');
    s.read(at('Gatepost'), metalwork, '0.06');
    const verdicts = verdictsOf(s);
    const of = (name: string) => verdicts.get(slotKey(at(name), metalwork))?.judgement;
    expect(of('Porch')).toMatchObject({ verdict: 'doubt', rule: 'metalwork.joined.unstable' });
    expect(of('Passage')).toMatchObject({ verdict: 'meets' });
    expect(of('Gatepost')).toMatchObject({ verdict: 'doubt', rule: 'metalwork.poor' });
    s.read(at('Gatepost'), metalwork, 'open');
    expect(verdictsOf(s).get(slotKey(at('Gatepost'), metalwork))?.judgement.verdict).toBe('fails');
  });
});

describe('halving a circuit as the job holds it', () => {
  it('is silent while nothing is low, and asks for points where there are none', () => {
    const { s, way, on } = lights();
    s.read(on, liveEarth, '>999');
    const found = insulationOfWay(viewOfScribe(s), jobOf(s).ways.get(way)!);
    expect(found.pattern).toBeNull();
    expect(found.located).toBeNull();
  });
  it('finds the section between the readings of both sides', () => {
    const { s, way, on, at } = lights();
    for (const [test, typed] of [
      [liveLive, '>999'],
      [lineEarth, '700'],
      [neutralEarth, '0.6'],
    ] as const)
      s.read(on, test, typed);
    const look = () => insulationOfWay(viewOfScribe(s), jobOf(s).ways.get(way)!);
    expect(look().pattern?.cause).toMatch(/Neutral alone/);
    expect(look().located).toMatchObject({ ok: true, location: { next: { before: expect.any(String) } } });
    s.read(at('Gatepost'), boardSide, '>999');
    s.read(at('Gatepost'), farSide, '0.6');
    const { located } = look();
    expect(located?.ok && located.location.suspects.map((each) => each.section)).toEqual([at('Gatepost').id]);
    expect(located?.ok && located.location.next).toBeNull();
    expect(look().observation).toEqual({ item: '5.3', code: 'C2' });
  });
  it('takes the investigation threshold where the circuit only wants a look', () => {
    const { s, way, on, at } = lights();
    s.read(on, liveEarth, '1.4');
    s.read(at('Passage'), farSide, '1.5');
    const found = insulationOfWay(viewOfScribe(s), jobOf(s).ways.get(way)!);
    expect(found.lowBelow).toBe('2');
    expect(found.observation).toEqual({ item: '5.3', code: null });
    expect(found.openings).toMatchObject([{ farSide: 'low', boardSide: null }]);
  });
  it('hangs a spur from the last point that is not one', () => {
    const base = { wayId: 'w', room: null, kind: 'socket', switching: 'none', unplaced: false } as const;
    const point = (id: string, order: number, spur = false) => ({ ...base, id, name: id, order, spur });
    expect(
      treeOfPoints([point('a', 1), point('b', 2, true), point('c', 3, true), point('d', 4)]).map(({ id, after }) => [
        id,
        after,
      ]),
    ).toEqual([
      ['a', null],
      ['b', 'a'],
      ['c', 'a'],
      ['d', 'a'],
    ]);
  });
});

describe('repeats after a repair', () => {
  it('are the test that found it and those before it, on that circuit alone', () => {
    const { s, way, on, board } = lights();
    const other = s.way(board, 2, ['Boiler', 'fixed', 1, 'B6', '30 A', '1.5/1', 'C']);
    s.read({ of: 'way', id: other }, r1r2, '0.2');
    for (const [test, typed] of [
      [r1r2, '0.9'],
      [liveEarth, '0.4'],
      [polarity, 'ok'],
      [zs, '1.1'],
    ] as const)
      s.read(on, test, typed);
    s.say('repair.made', { repairId: way, wayId: way, found: liveEarth, what: 'Damp fitting renewed' });
    expect(repeatsDue(viewOfScribe(s)).map(({ slot }) => slot)).toMatchObject([r1r2, liveEarth]);
    expect(
      gapsOf(s)
        .filter((gap) => /again, after/.test(gap.what))
        .map((gap) => gap.what),
    ).toEqual([
      'Way 1: R1+R2 again, after the repair (Damp fitting renewed)',
      'Way 1: insulation resistance, live to earth again, after the repair (Damp fitting renewed)',
    ]);
    const old = s.drafts.find((draft) => draft.kind === 'reading.taken' && sameMeasure(draft.body.slot, liveEarth));
    s.say('entry.struck', { entryId: old?.id ?? '', why: 'Corrected to >999' });
    s.read(on, liveEarth, '>999');
    s.read(on, r1r2, '0.9');
    expect(repeatsDue(viewOfScribe(s))).toEqual([]);
  });
});

describe('the plan of tests', () => {
  const house = viewAt(rentedHouseEntries());
  it('walks the rooms twice at most for the dead tests, rings and radials together', () => {
    const { steps } = planOfTests(house);
    expect(steps.filter((step) => step.where === 'rooms' && !step.live).map((step) => step.id)).toEqual([
      'walk-1',
      'walk-2',
    ]);
    expect(steps.map((step) => step.live)).toEqual(
      [...steps.map((step) => step.live)].sort((a, b) => Number(a) - Number(b)),
    );
  });
  it('puts live first where that is agreed, and then only circuits that leave a doubt are read dead', () => {
    const s = opened();
    s.say('brief.agreed', { school: 'live-first' });
    const board = s.board('CU', 'hall', 'intake');
    const one = s.way(board, 1, ['Lights', 'lights', 3, 'B6', '30 A', '1.5/1', 'C']);
    const two = s.way(board, 2, ['Boiler', 'fixed', 1, 'B6', '30 A', '1.5/1', 'C']);
    s.read({ of: 'way', id: one }, zs, '1.1');
    const { steps } = planOfTests(viewOfScribe(s));
    expect(steps[0]).toMatchObject({ id: 'origin', live: true });
    const insulation = steps.find((step) => step.id === 'insulation');
    expect(new Set(insulation?.tasks.map((task) => task.wayId))).toEqual(new Set([two]));
  });
  it('blocks dead tests without an isolation, and live ones by a link or an unproved CPC', () => {
    const { s, way, on } = lights();
    const step = (id: string) => planOfTests(viewOfScribe(s)).steps.find((each) => each.id === id);
    expect(step('insulation')).toMatchObject({
      state: 'blocked',
      blockedBy: expect.stringMatching(/No isolation record/),
    });
    expect(step('zs')).toMatchObject({ state: 'blocked', blockedBy: 'CPC not proved on way 1' });
    s.isolate('Ms Sedge', '4', null);
    expect(step('insulation')).toMatchObject({ state: 'ready', blockedBy: null });
    s.read(on, r1r2, '0.4');
    expect(step('zs')).toMatchObject({ state: 'blocked', blockedBy: 'it is isolated and not recorded as live' });
    s.goLive('Ms Sedge');
    expect(step('zs')?.state).toBe('ready');
    s.say('link.made', { linkId: way, sort: 'L–CPC link', on, where: 'way 1', test: null });
    expect(step('zs')).toMatchObject({ state: 'blocked', blockedBy: '1 link or disconnection still in' });
    s.read(on, zs, '1.0');
    expect(step('zs')).toMatchObject({ state: 'done', blockedBy: null });
  });
});

describe('a point that does not answer', () => {
  it('leaves its circuit, is asked for, and goes where it is found with what was read on it', () => {
    const { s, board, way, at } = lights();
    const other = s.way(board, 2, ['Outside', 'lights', 1, 'B6', '30 A', '1.5/1', 'C']);
    s.read(at('Gatepost'), r1r2, '0.84');
    s.read(at('Porch'), r1r2, '0.31');
    s.say('point.described', { pointId: at('Gatepost').id, fields: { unplaced: true } });
    expect(ofWay(s, way, r1r2)).toBe('0.31');
    expect(gapsOf(s).filter((gap) => gap.stage === 'tests')).toMatchObject([
      { severity: 'query', what: 'Gatepost: on which circuit it is' },
    ]);
    s.say('point.moved', { pointId: at('Gatepost').id, wayId: other, order: 1 });
    expect(ofWay(s, other, r1r2)).toBe('0.84');
    expect(ofWay(s, way, r1r2)).toBe('0.31');
    expect(gapsOf(s).filter((gap) => gap.stage === 'tests')).toEqual([]);
  });
});

describe('ways on the wall', () => {
  function three() {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const ways = ['A', 'B', 'C'].map((name, index) =>
      s.way(board, index + 1, [name, 'lights', 1, 'B6', '30 A', '1.5/1', 'C']),
    );
    return { s, ways };
  }
  const order = (s: Scribe) => [...jobOf(s).ways.values()].map((way) => `${way.number}${way.description ?? ''}`);
  it.each([
    [2, 1, ['1C', '2A', '3B']],
    [0, 3, ['1B', '2C', '3A']],
    [1, 2, ['1A', '2B', '3C']],
    [0, 9, ['2B', '3C', '9A']],
  ])('the one at %i moved to %i', (index, to, wanted) => {
    const { s, ways } = three();
    s.say('way.moved', { wayId: ways[index] ?? '', to });
    expect(order(s)).toEqual(wanted);
  });
  it('offers typical circuits that the edition knows, and copies without what was found of the run', () => {
    for (const { fields } of typicalCircuits) {
      expect(wayFields.partial().safeParse(fields).success).toBe(true);
      if (fields.deviceAmps) expect(parseDevice(pack, `${fields.deviceType ?? ''}${fields.deviceAmps}`).ok).toBe(true);
    }
    expect(
      copyOfWay({ description: 'Lights', deviceAmps: 6, points: 9, furthestPoint: 'Loft', lengthMetres: 30 }),
    ).toEqual({ description: 'Lights (copy)', deviceAmps: 6 });
  });
});

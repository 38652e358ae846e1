import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../../core/physics/seeded-random';
import { editionPack } from '../../edition/editions';
import type { ReadingValue } from '../../quantity/reading-value';
import { type RunPoint, readRun } from './run';

const cable = { pack: editionPack('bs7671-2018-a2'), liveCsaMm2: 2.5, cpcCsaMm2: 1.5 };
const [linePerMetre, cpcPerMetre] = [0.00741, 0.0121];
const value = (ohms: number): ReadingValue => ({ is: 'number', shown: Math.max(0, ohms).toFixed(2) });
const open: ReadingValue = { is: 'open' };

type Extra = { readonly section?: number; readonly point?: number; readonly line?: number; readonly cpc?: number };
/** A run as copper: metres between points, extra resistance in a section or at one point, read with a tester's own wander. */
function run(metres: readonly number[], extras: readonly Extra[], wander: () => number, withR2 = false): RunPoint[] {
  let [line, cpc] = [0, 0];
  return metres.map((length, index) => {
    line += length * linePerMetre;
    cpc += length * cpcPerMetre;
    for (const extra of extras.filter(({ section }) => section === index)) {
      line += extra.line ?? 0;
      cpc += extra.cpc ?? 0;
    }
    const own = extras.filter(({ point }) => point === index);
    const sum = (key: 'line' | 'cpc') => own.reduce((total, each) => total + (each[key] ?? 0), 0);
    const read = (ohms: number) => value(ohms * (1 + 0.015 * wander()) + 0.008 * wander());
    return {
      name: `P${index + 1}`,
      spur: false,
      lineAndCpc: read(line + cpc + sum('line') + sum('cpc')),
      cpcAlone: withR2 ? read(cpc + sum('cpc')) : null,
    };
  });
}
const still = () => 0;
const rules = (points: readonly RunPoint[], of = cable) =>
  readRun(points, of).findings.map(({ rule, at }) => `${rule} ${at.join()}`);
const five = [8, 6, 5, 7, 6];

describe('a run of points', () => {
  it('is left alone while it is sound, whatever its lengths and however the tester wanders', () => {
    const random = randomFrom(7);
    for (let round = 0; round < 800; round += 1) {
      const metres = Array.from({ length: 2 + Math.floor(random() * 9) }, () => 3 + random() * 6);
      expect(rules(run(metres, [], () => 2 * random() - 1, round % 2 === 0))).toEqual([]);
    }
  });
  it('says the metres each section implies', () => {
    const { sections } = readRun(run(five, [], still), cable);
    expect(sections.map(({ from, to }) => `${from}–${to}`)).toEqual([
      'the board–P1',
      'P1–P2',
      'P2–P3',
      'P3–P4',
      'P4–P5',
    ]);
    sections.forEach(({ metres }, index) => expect(Math.abs((metres ?? 0) - (five[index] ?? 0))).toBeLessThan(0.6));
  });
  it.each([
    ['a joint in the line', run(five, [{ section: 2, line: 0.5 }], still), ['run.step P2,P3']],
    ['the same with R2 read', run(five, [{ section: 2, line: 0.5 }], still, true), ['run.step-in-line P2,P3']],
    ['a joint in the CPC', run(five, [{ section: 3, cpc: 0.6 }], still, true), ['run.step-in-cpc P3,P4']],
    ['a worn contact', run(five, [{ point: 1, line: 0.4 }], still), ['run.stands-out P2']],
    ['a path that lowers one', run(five, [{ point: 3, cpc: -0.3 }], still), ['run.falls P4']],
  ] as [string, RunPoint[], string[]][])('places %s', (_what, points, found) => {
    expect(rules(points).filter((rule) => !rule.startsWith('run.parallel'))).toEqual(expect.arrayContaining(found));
    expect(rules(points)[0]).toBe(found[0]);
  });
  it.each([
    [[0, 1, 2, 3, 4], ['run.open-everywhere P1,P2,P3,P4,P5']],
    [[2, 3, 4], ['run.open-beyond P3,P4,P5']],
    [[4], ['run.open-last P5']],
    [[2], ['run.open-alone P3']],
    [
      [1, 3, 4],
      ['run.open-beyond P4,P5', 'run.open-alone P2'],
    ],
  ])('opens at %j', (at, found) => {
    const points = run(five, [], still).map((point, index) =>
      at.includes(index) ? { ...point, lineAndCpc: open } : point,
    );
    expect(rules(points)).toEqual(found);
  });
  it('tells another CPC, a lead left in and a path beside it by the long lead', () => {
    const smaller = run(five, [], still, true);
    expect(rules(smaller, { ...cable, cpcCsaMm2: 1 })).toEqual(
      ['run.behaves-like P1,P2,P3,P4,P5'].map(() => expect.stringMatching(/^run\.behaves-like/)),
    );
    const leads = smaller.map((point, index) => (index === 4 ? { ...point, cpcAlone: value(0.99) } : point));
    expect(rules(leads)).toEqual(['run.r2-above P5']);
    const beside = smaller.map((point, index) => (index === 4 ? { ...point, cpcAlone: value(0.05) } : point));
    expect(rules(beside)).toEqual(['run.parallel P5']);
  });
  it('takes a spur for what it is, and says nothing where nothing was read', () => {
    const points = run(five, [], still);
    const spur = { name: 'Spur', spur: true, lineAndCpc: value(0.95), cpcAlone: null };
    expect(rules([...points.slice(0, 3), spur, ...points.slice(3)])).toEqual(['run.long-spur P3,Spur']);
    expect(readRun([], cable)).toEqual({ sections: [], findings: [] });
    expect(rules(points.map((point) => ({ ...point, lineAndCpc: null })))).toEqual([]);
    expect(rules([{ name: 'P1', spur: false, lineAndCpc: open, cpcAlone: null }])).toEqual(['run.open-last P1']);
  });
  it('is the clearer the larger the joint: more is never said to be less', () => {
    for (const ohms of [0.3, 0.5, 1, 2, 10, 100])
      expect(rules(run(five, [{ section: 2, line: ohms }], still))).toEqual(['run.step P2,P3']);
  });
});

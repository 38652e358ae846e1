import { describe, expect, it } from 'vitest';
import { loadFindings } from '../edition/findings';
import type { Act, Claim } from './act';
import { type PracticeCode, loadDwellingTypes } from './dwelling-type';
import { houseOf, numberOf } from './house';
import { type Mark, type Part, parts, scoreOf, total } from './score';
import { AtHouse } from './visit';

const types = await loadDwellingTypes();
const findings = await loadFindings();
function at(typeId: string, faults: readonly string[]): AtHouse {
  const type = types.find(({ id }) => id === typeId);
  const house = type && houseOf(numberOf(type, 's9', faults), types);
  if (!house) throw new Error('no such house');
  return new AtHouse(house);
}
const claimed = (claim: Partial<Claim>): Act => ({
  is: 'claim',
  claim: { at: 'intake', sort: 'earth', code: 'C2', regulation: '', ...claim },
});
const finish = (document: 'EICR' | 'EIC' | 'MWC', satisfactory = true): Act => ({
  is: 'finish',
  paper: { document, satisfactory, limitations: [] },
});
const of = (marks: readonly Mark[], part: Part) => total(marks.filter((mark) => mark.part === part));

describe('a code by the other view', () => {
  const points = (typeId: string, faultId: string, code: PracticeCode): number => {
    const there = at(typeId, [faultId]);
    const [hidden] = there.house.hidden;
    const visit = there.after([claimed({ at: hidden?.places[0] ?? '', sort: hidden?.fault.sort ?? '', code })]);
    const { marks } = scoreOf(there.house, visit, findings);
    return marks.find(({ what }) => what.startsWith('Code of'))?.got ?? -1;
  };
  it.each<[string, string, PracticeCode, number]>([
    ['tt-cottage', 'type-ac', 'C3', 2],
    ['tt-cottage', 'type-ac', 'none', 2],
    ['hundred-repairs', 'bond-small', 'C3', 2],
    ['hundred-repairs', 'bond-small', 'C2', 2],
    ['hundred-repairs', 'bond-small', 'C1', 0],
    ['shared-house', 'board-exit', 'none', 2],
    ['smallholding', 'rod-gone', 'C1', 2],
    ['tt-cottage', 'rcd-slow', 'C3', 2],
    // What answers can come to is half of it; what nobody holds is nothing.
    ['flat-rewireable', 'reversed', 'C1', 1],
    ['flat-rewireable', 'reversed', 'C3', 0],
    ['new-build', 'snag-ring-open', 'snag', 2],
    ['new-build', 'snag-ring-open', 'C2', 1],
    ['new-build', 'snag-ring-open', 'C1', 0],
  ])('%s, %s: %s has %i', (typeId, faultId, code, got) => expect(points(typeId, faultId, code)).toBe(got));
  it('is said with the reason, where there is one', () => {
    const there = at('hundred-repairs', ['bond-small']);
    const { marks } = scoreOf(there.house, there.after([]), findings);
    expect(marks.find(({ what }) => what.startsWith('Code of'))?.why).toMatch(/The other view: No code where/);
  });
});

describe('two things of one sort at one place', () => {
  const there = at('tt-cottage', ['voltage-operated', 'type-ac']);
  const place = there.house.hidden[0]?.places[0] ?? '';
  const both = (codes: readonly PracticeCode[]) => {
    const visit = there.after(codes.map((code) => claimed({ at: place, sort: 'residual type', code })));
    const { marks } = scoreOf(there.house, visit, findings);
    return marks.filter(({ what }) => what.startsWith('Code of')).map(({ got }) => got);
  };
  it('each has the one with its code, in whatever order they were written down', () => {
    expect(both(['C2', 'C3'])).toEqual([2, 2]);
    expect(both(['C3', 'C2'])).toEqual([2, 2]);
  });
  it('one written down alone is coded for one of them', () =>
    expect(both(['C2']).filter((got) => got === 2)).toHaveLength(1));
});

describe('the document that is due', () => {
  const there = at('loft-conversion', []);
  const document = (said: 'EICR' | 'EIC' | 'MWC', documents?: readonly string[]) =>
    of(scoreOf(there.house, there.after([finish(said)]), findings, documents ? { documents } : {}).marks, 'paper').got;
  it.each([
    ['EICR', undefined, 5],
    ['MWC', undefined, 3],
    ['MWC', ['MWC'], 5],
    ['EICR', ['MWC'], 3],
    ['EIC', ['EIC', 'EICR'], 5],
  ] as const)('%s where %j is due has %i with its outcome', (said, documents, got) =>
    expect(document(said, documents)).toBe(got),
  );
});

describe('a paper that was written', () => {
  const there = at('loft-conversion', []);
  const written: Mark[] = [{ part: 'paper', what: 'The document: complete', got: 1, of: 4, why: 'x' }];
  const marked = (counted: readonly Part[], more: readonly Mark[]) =>
    scoreOf(there.house, there.after([finish('EICR')]), findings, { counted, written: more });
  it('counts with the paper, and not where the paper does not count', () => {
    expect(of(marked(['paper'], written).marks, 'paper')).toEqual({ got: 6, of: 9 });
    expect(of(marked(['paper'], []).marks, 'paper')).toEqual({ got: 5, of: 5 });
    expect(marked(['tests'], written).marks.some(({ part }) => part === 'paper')).toBe(false);
  });
  it('lowers what it came to by what it lacks', () => {
    expect(marked(['paper'], []).percent).toBe(100);
    expect(marked(['paper'], written).percent).toBeCloseTo(66.7, 1);
  });
});

it('never comes to less than nothing or more than a hundred, whatever was guessed', () => {
  const there = at('hundred-repairs', ['hall-strapper', 'bond-small', 'rev-two']);
  const guesses = there.house.places.flatMap(({ id }) => [
    claimed({ at: id, sort: 'joint', code: 'C1' }),
    claimed({ at: id }),
  ]);
  for (const acts of [[], guesses, [...guesses, finish('EICR', false)]]) {
    const { percent, marks } = scoreOf(there.house, there.after(acts), findings);
    expect(percent).toBeGreaterThanOrEqual(0);
    expect(percent).toBeLessThanOrEqual(100);
    for (const part of parts) expect(of(marks, part).got).toBeLessThanOrEqual(of(marks, part).of);
  }
});

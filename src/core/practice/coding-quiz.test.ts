import { describe, expect, it } from 'vitest';
import { otherCodes } from '../certificates/code-advice';
import { loadFindings } from '../edition/findings';
import { type CodingSaid, codesToSay, codingCases, markCoding } from './coding-quiz';

const findings = await loadFindings();
const byId = (id: string) => {
  const found = findings.find((each) => each.id === id);
  if (!found) throw new Error(`no finding ${id}`);
  return found;
};
const seeds = ['a', 'b', 'c', 'd', 'e'];

describe('the other view of a finding', () => {
  it('gives a finding that has one another code than the usual, but where it only denies what lessens it', () => {
    const held = findings.filter(({ otherView }) => otherView !== null);
    expect(held.length).toBeGreaterThan(60);
    const alike = held.filter((finding) => otherCodes(finding).length === 0).map(({ id }) => id);
    expect(alike).toEqual(['shallow-cables-no-rcd', 'bath-room-no-rcd']);
    for (const finding of held) expect(otherCodes(finding)).not.toContain(finding.usual);
  });
  it.each([
    ['tails-hidden-in-wall', ['C2']],
    ['earth-label-missing', ['none']],
    ['bonding-smaller-than-now', ['C2', 'none']],
    ['hot-tub-supply', ['FI']],
    ['point-not-reachable', ['none']],
    ['cut-out-overheated', []],
  ])('%s: %j', (id, codes) => expect(otherCodes(byId(id))).toEqual(codes));
});

describe('ten findings to code', () => {
  it('are ten different ones, the same for the same seed, each settled', () => {
    for (const seed of seeds) {
      const cases = codingCases(seed, findings);
      expect(new Set(cases.map(({ finding }) => finding.id)).size).toBe(10);
      expect(codingCases(seed, findings)).toEqual(cases);
      for (const { finding, answers } of cases)
        expect(Object.keys(answers).sort()).toEqual(finding.questions.map(({ id }) => id).sort());
    }
    expect(codingCases('a', findings)).not.toEqual(codingCases('b', findings));
  });
  it('are not all at their usual code, and not all away from it', () => {
    const cases = seeds.flatMap((seed) => codingCases(seed, findings));
    const usual = cases.filter(({ finding, code }) => code === finding.usual).length;
    expect(usual).toBeGreaterThan(cases.length * 0.15);
    expect(usual).toBeLessThan(cases.length * 0.85);
  });
  it('the right code with its regulation has all three, any answer something between none and all', () => {
    for (const told of seeds.flatMap((seed) => codingCases(seed, findings))) {
      const [regulation = ''] = told.finding.regulations;
      expect(markCoding(told, { code: told.code, regulation })).toMatchObject({ got: 3, of: 3 });
      for (const code of codesToSay) {
        const { got, of } = markCoding(told, { code, regulation: '' });
        expect(got).toBeGreaterThanOrEqual(0);
        expect(got).toBeLessThan(of);
      }
    }
  });
});

describe('marks', () => {
  const told = { finding: byId('bonding-smaller-than-now'), answers: {}, because: 'usual' };
  const settled = byId('socket-shutter-broken');
  it.each<[string, CodingSaid, number]>([
    ['the usual code', { code: 'C3', regulation: '' }, 2],
    ['what the strictest hold', { code: 'C2', regulation: '' }, 2],
    ['what the mildest hold', { code: 'none', regulation: '' }, 2],
    ['what nobody holds', { code: 'C1', regulation: '' }, 0],
    ['its regulation alone', { code: 'C1', regulation: told.finding.regulations[0] ?? '' }, 1],
    ['its regulation with a slip of spaces', { code: 'C3', regulation: ` ${told.finding.regulations[0]} ` }, 3],
    ['another regulation', { code: 'C3', regulation: '411.3.3.9' }, 2],
  ])('%s', (_name, said, got) => expect(markCoding({ ...told, code: 'C3' }, said).got).toBe(got));
  it('where an answer settles the code the other view of the usual one is no excuse', () => {
    const other = otherCodes(settled)[0] ?? 'C1';
    const settledElsewhere = { finding: settled, answers: {}, because: 'settled', code: 'C3' } as const;
    expect(settled.usual).not.toBe('C3');
    expect(markCoding(settledElsewhere, { code: other, regulation: '' }).got).toBeLessThan(2);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { whichDocument } from '../document/which-document';
import { editionPack } from '../edition/editions';
import { adviseCode } from './code-advice';
import { checkDescription } from './description';
import { type SamplePoint, grownPercent, samplingPlan } from './sampling';

const pack = editionPack('bs7671-2018-a2');
const row = (finding: string) => {
  const found = pack.findings.find((f) => f.finding.startsWith(finding));
  if (!found) throw new Error(finding);
  return found;
};

describe('code advice', () => {
  it('begins with the usual code and asks what decides', () => {
    const { code, questions, otherSchool } = adviseCode(row('Socket-outlets up to 32 A'), {});
    expect(code).toBe('C3');
    expect(questions.map((q) => [q.text, q.leadsTo])).toEqual([['Likely to feed equipment outdoors, or TT?', 'C2']]);
    expect(otherSchool).toMatch(/C2/);
  });
  it.each([
    ['Bathroom circuits', {}, 'C3'],
    ['Bathroom circuits', { 'raises-1': true }, 'C2'],
    ['Bathroom circuits', { 'lowers-1': true }, 'none'],
    ['Bathroom circuits', { 'raises-1': true, 'lowers-1': true }, 'C2'],
    ['Blank missing', {}, 'C1'],
    ['Blank missing', { 'lowers-1': true }, 'C2'],
    ['Connections buried', { 'raises-2': true }, 'FI'],
    ['Connections buried', { 'raises-1': true, 'raises-2': true }, 'C2'],
    ['Rewireable fuses in good order', {}, 'none'],
  ] as const)('%s with %j: %s', (finding, answers, code) => expect(adviseCode(row(finding), answers).code).toBe(code));
  it('gives every finding a code it knows and a question for each condition, in both editions', () => {
    const all = [...pack.findings, ...editionPack('bs7671-2018-a3').findings];
    expect(all.length).toBeGreaterThan(100);
    for (const finding of all) {
      const { questions } = adviseCode(finding, {});
      const conditions = `${finding.raises};${finding.lowers}`.split(';').filter((part) => part.trim());
      expect(questions).toHaveLength(conditions.length);
      for (const question of questions) expect(question.text).toMatch(/^.+\?$/);
    }
  });
});

describe('a description', () => {
  it.each([
    ['Fused connection unit for a towel rail, second-floor landing, from circuit 4', []],
    ['Added a point', ['what', 'where', 'circuit']],
    ['New socket in the kitchen', ['circuit']],
    ['Replaced the shower isolator on circuit 7', ['where']],
    ['Kitchen, circuit 2', ['what']],
    ['Consumer unit replaced, under the stairs', []],
    ['Two downlights in the bathroom from the lighting circuit', []],
    ['', ['what', 'where', 'circuit']],
  ])('%s', (text, missing) => {
    const check = checkDescription(text);
    expect(check.missing).toEqual(missing);
    expect(check.questions).toHaveLength(missing.length);
  });
});

describe('a sampling plan', () => {
  const house: SamplePoint[] = ['1', '2', '3'].flatMap((circuit) => ['kitchen', 'hall', 'loft', 'hall', 'kitchen'].map((room, i) => ({ id: `${circuit}-${i}`, circuit, room })));
  it('opens at least one of every circuit, spread over rooms', () => {
    const { chosen, share } = samplingPlan(house, 10);
    expect(new Set(chosen.map((id) => id[0]))).toEqual(new Set(['1', '2', '3']));
    expect(new Set(chosen.map((id) => house.find((p) => p.id === id)?.room)).size).toBe(3);
    expect(share).toBe('3 of 15 (20 %)');
  });
  it.each([[10, 0, 10], [10, 1, 20], [10, 2, 40], [10, 3, 100], [60, 1, 100]])('%s %% after %s defects is %s %%', (percent, defects, grown) => expect(grownPercent(percent, defects)).toBe(grown));
  it('keeps what a smaller plan chose, never chooses twice, and chooses all at 100 %', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99 }), fc.integer({ min: 0, max: 3 }), (percent, defects) => {
        const small = samplingPlan(house, percent).chosen;
        const grown = samplingPlan(house, percent, defects).chosen;
        expect(grown.slice(0, small.length)).toEqual(small);
        expect(new Set(grown).size).toBe(grown.length);
        expect(samplingPlan(house, 100).chosen).toHaveLength(15);
      }),
    );
  });
});

describe('which document', () => {
  const work = { newCircuit: false, boardChanged: false, altered: false, likeForLike: false, circuitsAltered: 1, specialLocation: false, nation: 'England' } as const;
  it.each([
    [{ newCircuit: true }, 'EIC', 'required', 'yes'],
    [{ boardChanged: true }, 'EIC', 'required', 'yes'],
    [{ altered: true }, 'MWC', 'allowed', 'no'],
    [{ altered: true, specialLocation: true }, 'MWC', 'allowed', 'yes'],
    [{ altered: true, nation: 'Wales' }, 'MWC', 'allowed', 'check locally'],
    [{ likeForLike: true }, 'MWC', 'advised', 'no'],
    [{ likeForLike: true, specialLocation: true }, 'MWC', 'advised', 'no'],
    [{}, 'EICR', 'required', 'no'],
    [{ newCircuit: true, altered: true }, 'EIC', 'required', 'yes'],
  ] as const)('%j: %s, %s, notifiable %s', (part, document, due, notifiable) => expect(whichDocument({ ...work, ...part })).toMatchObject({ document, due, notifiable }));
  it('is one minor-works form for each circuit altered', () => expect(whichDocument({ ...work, altered: true, circuitsAltered: 3 }).count).toBe(3));
});

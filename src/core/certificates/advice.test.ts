import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { loadFindings } from '../edition/findings';
import { opened, viewOfScribe } from '../../../tests/support/entries';
import { adviseCode, answersOfRecord } from './code-advice';
import { type SamplePoint, grownPercent, samplingPlan } from '../work/sampling';

const findings = await loadFindings();
const of = (id: string) => {
  const found = findings.find((finding) => finding.id === id);
  if (!found) throw new Error(id);
  return found;
};

describe('code advice', () => {
  it('begins with the usual code and asks one question at a time', () => {
    const { code, questions, settled } = adviseCode(of('cut-out-or-service-cable-damaged'), {});
    expect([code, questions.map((q) => q.id), settled]).toEqual(['C2', ['live-touch'], false]);
  });
  it.each([
    ['cut-out-or-service-cable-damaged', { 'live-touch': true }, 'C1', true],
    ['cut-out-or-service-cable-damaged', { 'live-touch': false }, 'C2', false],
    ['cut-out-or-service-cable-damaged', { 'live-touch': false, 'chip-only': true }, 'C3', true],
    ['cut-out-or-service-cable-damaged', { 'live-touch': false, 'chip-only': false }, 'C2', true],
    ['cut-out-or-service-cable-damaged', { 'live-touch': true, 'chip-only': true }, 'C1', true],
    ['supply-polarity-reversed', {}, 'C1', true],
    ['one-way-device-with-generation', { forbidden: false, 'both-ways': true }, 'none', true],
  ] as const)('%s with %j: %s, settled %s', (id, answers, code, settled) =>
    expect(adviseCode(of(id), answers)).toMatchObject({ code, settled }),
  );
  it.each<[string, string | null, string, string | null, object, string | null]>([
    ['sockets-no-rcd', 'TT', 'Hall', null, { tt: true }, 'C2'],
    ['sockets-no-rcd', 'TN-S', 'Hall', null, { tt: false }, 'C3'],
    ['sockets-no-rcd', 'TN-S', 'Garden wall', null, { tt: false, outdoors: true }, 'C2'],
    ['sockets-no-rcd', null, 'Hall', null, {}, 'C3'],
    ['freezer-socket-no-rcd', 'TT', 'Utility', null, { 'outdoors-or-tt': true }, 'C2'],
    ['freezer-socket-no-rcd', 'TN-S', 'Utility', null, {}, 'none'],
    ['lighting-no-rcd', 'TT', 'Hall', null, {}, 'C3'],
    ['lighting-no-rcd', 'TN-S', 'Hall', null, { tt: false }, 'C3'],
    ['outdoor-socket-no-rcd', 'TT', 'Patio', null, {}, 'C2'],
  ])('%s on %s in %s: the record answers', (id, earthing, where, wayId, answers, code) => {
    const scribe = opened();
    if (earthing) scribe.say('supply.described', { earthing: earthing as 'TT' });
    const known = answersOfRecord(viewOfScribe(scribe), of(id), { where, wayId });
    expect(known).toEqual(answers);
    expect(adviseCode(of(id), known).code).toBe(code);
  });
  it('asks every question until one is settled, and what settles it is the code', () => {
    for (const finding of findings) {
      const open = finding.questions.map(({ yes, no }) => (yes === null ? true : no === null ? false : null));
      const settling = open.indexOf(null);
      const asked = settling < 0 ? finding.questions.length : settling + 1;
      const unsettling = Object.fromEntries(finding.questions.map(({ id }, at) => [id, open[at] ?? true]));
      expect(adviseCode(finding, unsettling).questions, finding.id).toHaveLength(asked);
      finding.questions.slice(0, asked).forEach(({ id, yes, no }, at) => {
        for (const [said, code] of [
          [true, yes],
          [false, no],
        ] as const)
          if (code) {
            const before = Object.fromEntries(finding.questions.slice(0, at).map((q, i) => [q.id, open[i] ?? true]));
            expect(adviseCode(finding, { ...before, [id]: said }), `${finding.id} ${id}`).toMatchObject({
              code,
              settled: true,
            });
          }
      });
    }
  });
});

describe('a sampling plan', () => {
  const house: SamplePoint[] = ['1', '2', '3'].flatMap((circuit) =>
    ['kitchen', 'hall', 'loft', 'hall', 'kitchen'].map((room, i) => ({ id: `${circuit}-${i}`, circuit, room })),
  );
  it('opens at least one of every circuit, spread over rooms', () => {
    const { chosen, share } = samplingPlan(house, 10);
    expect(new Set(chosen.map((id) => id[0]))).toEqual(new Set(['1', '2', '3']));
    expect(new Set(chosen.map((id) => house.find((p) => p.id === id)?.room)).size).toBe(3);
    expect(share).toBe('3 of 15 (20 %)');
  });
  it.each([
    [10, 0, 10],
    [10, 1, 20],
    [10, 2, 40],
    [10, 3, 100],
    [60, 1, 100],
  ])('%s %% after %s defects is %s %%', (percent, defects, grown) =>
    expect(grownPercent(percent, defects)).toBe(grown),
  );
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

import { describe, expect, it } from 'vitest';
import { loadFindings } from '../edition/findings';
import { earthPlaces, neutralJoins, recogniseEarthing } from './means-of-earthing';

describe('the means of earthing', () => {
  it.each([
    [['sheath'], null, 'TN-S', null],
    [['cut-out'], 'joined', 'TN-C-S', null],
    [['cut-out'], 'apart', 'TN-S', null],
    [['cut-out'], 'not seen', 'TN-C-S', null],
    [['cut-out'], null, 'TN-C-S', null],
    [['rod'], null, 'TT', null],
    [['rod', 'pipe'], null, 'TT', null],
    [['sheath', 'rod'], null, 'TN-S', 'two-earths-at-once'],
    [['cut-out', 'rod'], 'joined', 'TN-C-S', 'two-earths-at-once'],
    [['sheath', 'cut-out'], 'joined', 'TN-C-S', null],
    [['sheath', 'cut-out'], 'apart', 'TN-S', null],
    [['pipe'], null, null, 'pipe-used-as-earth'],
  ] as const)('%j, neutral %s: %s', (goesTo, join, system, finding) =>
    expect(recogniseEarthing(goesTo, join)).toMatchObject({ system, finding }),
  );
  it('is none where nothing goes anywhere, and not said before anybody looked', () => {
    expect(recogniseEarthing([], null)).toBeNull();
    expect(recogniseEarthing([], null, true)).toMatchObject({ system: null, finding: 'no-means-of-earthing' });
  });
  it('names findings there are, says a pipe is none wherever one is, and never takes a pipe for an earth', async () => {
    const known = new Set((await loadFindings()).map(({ id }) => id));
    const some = earthPlaces.flatMap((one) => [[one], ...earthPlaces.map((other) => [one, other])]);
    for (const goesTo of some)
      for (const join of [...neutralJoins, null]) {
        const means = recogniseEarthing(goesTo, join);
        if (means?.finding) expect(known.has(means.finding)).toBe(true);
        if (goesTo.includes('pipe')) expect(means?.also.join(' ')).toMatch(/542\.2\.6/);
        if (goesTo.every((place) => place === 'pipe')) expect(means?.system).toBeNull();
      }
  });
});

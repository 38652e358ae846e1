import { describe, expect, it } from 'vitest';
import { viewOf } from '../../catalogue';
import { insulationTestOf } from './test-voltage';
import { judgeInsulation, lookAgainBelow } from './insulation';
import { fold, numbered, opened } from '../../../../tests/support/entries';

const megohms = (shown: string) => ({ is: 'number', shown }) as const;

describe('when insulation is looked into', () => {
  const verdictWith = (below: number | null, shown: string) => {
    const s = opened();
    s.say('brief.agreed', { investigateBelowMegohms: below });
    const view = viewOf(fold(numbered(s.drafts)));
    if (!view) throw new Error('it has a document');
    expect(insulationTestOf(view.pack, null).minimumMegohms.value).toBe('1.0');
    const test = insulationTestOf(view.pack, null);
    return [true, false].map(
      (isNew) =>
        judgeInsulation(megohms(shown), {
          pack: view.pack,
          test,
          testVolts: 500,
          lookAgainBelowMegohms: lookAgainBelow(view.pack, test, isNew),
        }).verdict,
    );
  };
  it.each([
    [null, '1.99', 'doubt'],
    [null, '2', 'meets'],
    [20, '19.9', 'doubt'],
    [20, '20', 'meets'],
    [1, '1', 'meets'],
    [1, '0.99', 'fails'],
    [1000, '0.99', 'fails'],
  ] as const)('below %s MΩ, a reading of %s %s', (below, shown, verdict) =>
    expect(verdictWith(below, shown)[1]).toBe(verdict),
  );
  it.each([
    [null, '19.9', 'doubt'],
    [null, '20', 'meets'],
    [5, '5', 'meets'],
    [5, '4.9', 'doubt'],
  ] as const)('on new work, below %s MΩ, a reading of %s %s', (below, shown, verdict) =>
    expect(verdictWith(below, shown)[0]).toBe(verdict),
  );
});

import { describe, expect, it } from 'vitest';
import { viewOf } from '../../catalogue';
import { insulationTestOf } from './test-voltage';
import { judgeInsulation } from './insulation';
import { fold, numbered, opened } from '../../../../tests/support/entries';

const megohms = (shown: string) => ({ is: 'number', shown }) as const;

describe('when insulation is looked into', () => {
  const verdictWith = (below: number | null, shown: string) => {
    const s = opened();
    s.say('brief.agreed', { investigateBelowMegohms: below });
    const view = viewOf(fold(numbered(s.drafts)));
    if (!view) throw new Error('it has a document');
    expect(insulationTestOf(view.pack, null).minimumMegohms.value).toBe('1.0');
    return judgeInsulation(megohms(shown), view.pack, 500).verdict;
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
    expect(verdictWith(below, shown)).toBe(verdict),
  );
});

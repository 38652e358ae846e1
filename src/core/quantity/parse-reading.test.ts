import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { confirmation as tick, continuityOhms as ohms, loopOhms as loop, megohms } from './reading-spec';
import { parseReading, type ReadingSpec } from './parse-reading';
import { readingValue, showValue } from './reading-value';

describe('what people type', () => {
  it.each<[string, ReadingSpec, string]>([
    ['0.37', ohms, '0.37'],
    ['.37', ohms, '0.37'],
    ['  0.370 ', ohms, '0.370'],
    ['5.', ohms, '5'],
    ['0.37 Ω', ohms, '0.37'],
    ['0.37ohm', ohms, '0.37'],
    ['>999', megohms, '>999'],
    ['> 200', megohms, '>200'],
    ['>999MΩ', megohms, '>999'],
    ['999 M', megohms, '999'],
    ['lim', ohms, 'LIM'],
    ['n/a', ohms, 'N/A'],
    ['NA', megohms, 'N/A'],
    ['nv', loop, 'N/V'],
    ['open', ohms, 'open'],
    ['O/C', ohms, 'open'],
    ['0.31~0.58', ohms, '0.31~0.58'],
    ['.3 to .6 Ω', ohms, '0.3~0.6'],
    ['0.31-0.58', ohms, '0.31~0.58'],
    ['0.9~1.4', loop, '0.9~1.4'],
    ['ok', tick, '✓'],
    ['Y', tick, '✓'],
    ['rev', tick, 'reversed'],
    ['n/v', tick, 'N/V'],
  ])('%j stands as %s', (typed, spec, shown) => {
    const parsed = parseReading(typed, spec);
    expect(parsed.ok && showValue(parsed.value)).toBe(shown);
    expect(parsed.ok && readingValue.safeParse(parsed.value).success).toBe(true);
  });

  it.each<[string, ReadingSpec, RegExp]>([
    ['', ohms, /Nothing typed/],
    ['abc', ohms, /not a reading/],
    ['0,37', ohms, /point for decimals/],
    ['-0.02', ohms, /below zero: check the lead null/],
    ['1e3', ohms, /not a reading/],
    ['Infinity', ohms, /not a reading/],
    ['10001', ohms, /more than any instrument/],
    ['0.3 MΩ', ohms, /not a reading/],
    ['open', loop, /no place/],
    ['>', megohms, /not a reading/],
    ['>>5', megohms, /not a reading/],
    ['limited', ohms, /not a reading/],
    ['0.6~0.3', ohms, /lower figure first/],
    ['0.3~0.3', ohms, /lower figure first/],
    ['0.3~', ohms, /not a reading/],
    ['0.3~10001', ohms, /lowest and the highest/],
    ['1~2', megohms, /stands still/],
    ['0.4', tick, /not one of/],
  ])('%j is refused with a reason', (typed, spec, problem) => {
    const parsed = parseReading(typed, spec);
    expect(parsed.ok ? '' : parsed.problem).toMatch(problem);
  });

  it('takes the reason behind a mark', () => {
    expect(parseReading('LIM hob cannot be moved', ohms)).toEqual({
      ok: true,
      value: { is: 'not-taken', mark: 'LIM' },
      reason: 'hob cannot be moved',
    });
    expect(parseReading('N/V: no access', megohms)).toMatchObject({ reason: 'no access' });
  });

  it('accepts the limit of belief itself and refuses just above it', () => {
    expect(parseReading('10000', ohms).ok).toBe(true);
    expect(parseReading('10000.01', ohms).ok).toBe(false);
  });

  it('reads back every figure it shows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 199_999 }), fc.boolean(), (hundredths, over) => {
        const first = parseReading(`${over ? '>' : ''}${(hundredths / 100).toFixed(2)}`, megohms);
        if (!first.ok) throw new Error(first.problem);
        expect(parseReading(showValue(first.value), megohms)).toEqual(first);
      }),
    );
  });

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary' }),
        fc.constantFrom(ohms, megohms, loop, tick),
        (typed, spec) => typeof parseReading(typed, spec).ok === 'boolean',
      ),
    );
  });
});

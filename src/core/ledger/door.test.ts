import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { canonical } from './canonical';
import { whyNotMadeThen, whyUnfit } from './door';

const nested = (depth: number): unknown => (depth === 0 ? 'x' : { in: nested(depth - 1) });

describe('what can be kept', () => {
  it.each([
    ['plain text', { name: 'Würth — Ω ≥ 1 MΩ, 二階, 🔌' }],
    ['nothing', { name: null, list: [], text: '' }],
    ['the least figure', { at: 1e-6 }],
    ['the largest figure', { at: 1e15 }],
    ['a day of 1900', { on: '1900-01-01' }],
    ['a day of 2199', { on: '2199-12-31' }],
    ['a sentence with an odd day in it', { text: 'Found a label of 0999-01-01 on it' }],
    ['twelve deep', nested(12)],
  ])('%s', (_, value) => expect(whyUnfit(value)).toBeNull());

  it.each([
    ['a lone high surrogate', { name: 'a\ud800b' }],
    ['a lone low surrogate', { name: '\udc00' }],
    ['surrogates the wrong way round', { name: '\udc00\ud800' }],
    ['NUL', { name: 'a\0b' }],
    ['NUL in a name of a field', { 'a\0': 1 }],
    ['a figure below the least', { at: 1e-7 }],
    ['a figure above the largest', { at: 1e16 }],
    ['thirty digits', { at: -123456789012345678901234567890 }],
    ['year 0000', { on: '0000-01-01' }],
    ['1899', { on: '1899-12-31' }],
    ['2200', { on: '2200-01-01' }],
    ['thirteen deep', nested(13)],
    ['a list without end', { list: Array.from({ length: 20_001 }, () => 1) }],
    ['a field name of 81', { ['a'.repeat(81)]: 1 }],
  ])('not %s', (_, value) => expect(whyUnfit(value)).not.toBeNull());

  it('whatever is let in comes back from text the same, and has one canonical form', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        if (whyUnfit(value) !== null) return;
        const back: unknown = JSON.parse(Buffer.from(JSON.stringify(value), 'utf8').toString('utf8'));
        expect(canonical(back)).toBe(canonical(value));
        expect(canonical(value)).not.toMatch(/\\ud[89a-f]/);
      }),
      { numRuns: 500 },
    );
  });
});

describe('when an entry can have been made', () => {
  const now = new Date('2026-11-26T12:00:00Z');
  const opened = '2026-11-20T09:00:00.000Z';
  it.each([
    ['2026-11-26T12:00:00Z', true],
    ['2026-11-27T12:00:00Z', true],
    ['2026-11-27T12:00:00.001Z', false],
    ['2999-01-01T00:00:00Z', false],
    ['2026-11-19T09:00:00Z', true],
    ['2026-11-19T08:59:59.999Z', false],
    ['0000-01-01T00:00:00Z', false],
    ['soon', false],
  ])('%s: %s', (madeAt, can) => expect(whyNotMadeThen(madeAt, now, opened) === null).toBe(can));

  it('has no beginning where nothing was opened yet', () => {
    expect(whyNotMadeThen('1999-01-01T00:00:00Z', now, null)).toBeNull();
  });
});

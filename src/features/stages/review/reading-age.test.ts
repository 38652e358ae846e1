import { describe, expect, it } from 'vitest';
import { rentedHouseEntries, cottageEntries, opened, viewAt, viewOfScribe } from '../../../../tests/support/entries';
import { draftSummary } from '../../../core/certificates/plain-summary';
import { plainAge, readingAge } from './reading-age';

const plain =
  'We looked at the wires in your home. They are safe to use. One light by the gate is wet inside. Do not use it until it has been made dry again.';
const heavy =
  'Comprehensive verification of the installation established deterioration of insulation resistance, necessitating immediate remedial intervention by appropriately qualified personnel notwithstanding operational continuity of the associated distribution equipment.';

describe('the age a text reads with ease at', () => {
  it('is low for short words and sentences, high for long ones, and not said of a few words', () => {
    expect(readingAge(plain)).toBeLessThanOrEqual(9);
    expect(readingAge(heavy)).toBeGreaterThan(18);
    expect(readingAge('Too few words to say.')).toBeNull();
    expect(readingAge('')).toBeNull();
  });
  it('never falls when sentences are run together', () => {
    const together = plain.replace(/\. (\w)/g, (_, letter: string) => ` and ${letter.toLowerCase()}`);
    expect(readingAge(together)).toBeGreaterThan(readingAge(plain) ?? 0);
  });
  it('takes any text', () => {
    for (const text of ['!'.repeat(1000), 'é'.repeat(900_000).slice(0, 4000), `${'a '.repeat(2000)}`, '\n\n\n1 2 3'])
      expect(() => readingAge(text)).not.toThrow();
  });
});

describe('a summary drafted from what was found', () => {
  it('names the gravest first, and what could not be looked at, in words most people read', () => {
    const draft = draftSummary(viewAt(rentedHouseEntries()));
    expect(draft).toMatch(/^We inspected the wiring here on .*Work is needed\./);
    expect(draft.indexOf('Fix without delay')).toBeGreaterThan(0);
    expect(draft.indexOf('could be improved')).toBeGreaterThan(draft.indexOf('Fix without delay'));
    expect(readingAge(draft)).toBeLessThanOrEqual(plainAge + 2);
  });
  it('says so where nothing was found', () => {
    expect(draftSummary(viewOfScribe(opened()))).toMatch(/safe to go on using\.\n\nWe found nothing wrong\.$/);
    expect(draftSummary(viewAt(cottageEntries()))).not.toMatch(/undefined|null/);
  });
});

import { describe, expect, it } from 'vitest';
import { mixesScripts, sameName } from './same-name';

describe('a name that may be that of somebody of the firm', () => {
  it.each([
    ['Idris Pennock', 'Idris Pennock'],
    ['idris  pennock', 'Idris Pennock'],
    ['Mr I. Pennock', 'Idris Pennock'],
    ['I Pennock', 'Idris Pennock'],
    ['Ídris Pennóck', 'Idris Pennock'],
    ['Idris J. Pennock', 'Idris Pennock'],
    ['IdrisPennock', 'Idris Pennock'],
  ])('%s and %s', (one, other) => {
    expect(sameName(one, other)).toBe(true);
    expect(sameName(other, one)).toBe(true);
  });
  it.each([
    ['Maud Tarrant', 'Idris Pennock'],
    ['Irene Pennock', 'Idris Pennock'],
    ['Pennock', 'Idris Pennock'],
    ['', 'Idris Pennock'],
    ['O. Quillet', 'Idris Pennock'],
  ])('not %s and %s', (one, other) => expect(sameName(one, other)).toBe(false));
  it('letters of two scripts are told, of one they are not', () => {
    expect(mixesScripts('Idris Pennоck')).toBe(true);
    expect(mixesScripts('Idris Pennock')).toBe(false);
    expect(mixesScripts('Ольга Петрова')).toBe(false);
  });
});

import { describe, expect, it } from 'vitest';
import { editionPack } from '../edition/editions';
import { itemsNamed, sayNext } from './next-step';

const pack = editionPack('bs7671-2018-a2');

describe('what to do next, in words', () => {
  it.each([
    ['polarity.reversed-supply', /^STOP.*item 1\.1/],
    ['ring.open', /item 5\.6 or 5\.8/],
    ['bonding.open', /item 3\.7/],
    ['continuity.open', /before any live test.*item 5\.8/],
    ['breaking.conditional', /16 kA conditional/],
    ['zs.electrode-unstable', /^Above 200 Ω/],
    ['switching.wrong', /item 5\.21/],
  ] as const)('%s', (rule, said) => expect(sayNext(pack, { rule })).toMatch(said));
  it('names the figures the rule worked out', () =>
    expect(sayNext(pack, { rule: 'ring.ratio-of-another', figures: { cable: '2.5/1 mm²' } })).toContain('2.5/1 mm²'));
  it('says nothing where nothing is to be done', () => expect(sayNext(pack, null)).toBeNull());
  it('numbers items as the edition at hand does', () => {
    const other = { ...pack, itemRoles: { ...pack.itemRoles, bonding: ['9.9'] } };
    expect(itemsNamed(other, 'bonding')).toBe('item 9.9');
    expect(sayNext(other, { rule: 'bonding.open' })).toContain('item 9.9');
  });
});

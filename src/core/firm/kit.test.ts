import { describe, expect, it } from 'vitest';
import { type Ahead, kitFor } from './kit';

const ahead = (part: Partial<Ahead> = {}): Ahead => ({
  document: 'EICR',
  words: '',
  earthing: null,
  devices: [],
  ...part,
});
const has = (part: Partial<Ahead>, what: RegExp) => kitFor(ahead(part), []).some((each) => what.test(each.what));

describe('a kit list', () => {
  it.each<[Partial<Ahead>, RegExp, boolean]>([
    [{}, /lock-off/i, true],
    [{}, /spikes/, false],
    [{ earthing: 'TT' }, /spikes/, true],
    [{ words: 'TT cottage' }, /spikes/, true],
    [{ words: 'Butterfly house' }, /spikes/, false],
    [{ devices: ['BS 3036'] }, /Fuse wire/, true],
    [{ devices: ['BS EN 60898'] }, /Fuse wire/, false],
    [{ words: 'Two-bedroom house, let' }, /Detector/, true],
    [{ words: 'Letchworth style villa' }, /Detector/, false],
    [{ words: 'House with solar and storage' }, /DC lock/, true],
    [{ document: 'MWC' }, /drum/, false],
    [{ document: 'EIC', words: 'new consumer unit' }, /Fire sealant/, true],
    [{ document: 'EICR', words: 'new consumer unit' }, /Fire sealant/, false],
    [{ document: 'EIC', words: 'one more socket' }, /Fire sealant/, false],
    [{ document: 'MWC' }, /Shoe covers/, true],
    [{ document: 'EIC' }, /Shoe covers/, false],
    [{ words: 'Loft conversion' }, /ladder/, true],
    [{ devices: ['BS 88-3'] }, /cartridges/, true],
  ])('%j asks for %s: %s', (part, what, wanted) => expect(has(part, what)).toBe(wanted));

  it('begins with what was missed before on such work, the most often first, and gives every other reason', () => {
    const missed = [
      { id: '1', what: 'Hole saw', document: null, times: 1 },
      { id: '2', what: 'Long bit', document: 'EICR' as const, times: 3 },
      { id: '3', what: 'Trunking', document: 'EIC' as const, times: 9 },
    ];
    const list = kitFor(ahead(), missed);
    expect(list.slice(0, 2)).toEqual([
      { what: 'Long bit', because: 'missed 3 times before' },
      { what: 'Hole saw', because: 'missed once before' },
    ]);
    expect(list.some(({ what }) => what === 'Trunking')).toBe(false);
    expect(new Set(list.map(({ what }) => what)).size).toBe(list.length);
  });
});

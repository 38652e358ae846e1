import { describe, expect, it } from 'vitest';
import { isolationHazards } from './hazards';

const way = (number: number, description: string, more: object = {}) => ({
  id: String(number),
  boardId: 'b',
  number,
  description,
  ...more,
});
const lights = { load: 'lighting' as const };

describe('hazards of an isolation', () => {
  it.each([
    ['one lighting circuit', [way(1, 'Landing lights', lights)], {}, 0],
    ['two, one by the stairs', [way(1, 'Landing lights', lights), way(2, 'Kitchen lights', lights)], {}, 1],
    ['two, none by the stairs', [way(1, 'Loft lights', lights), way(2, 'Kitchen lights', lights)], {}, 0],
    [
      'two rings',
      [way(1, 'Sockets', { arrangement: 'ring' as const }), way(2, 'Sockets', { arrangement: 'ring' as const })],
      {},
      1,
    ],
    ['no other source', [], { otherSources: 'None' }, 0],
    ['not asked yet', [], { otherSources: null }, 0],
    ['solar panels', [], { otherSources: 'solar panels' }, 1],
  ])('%s', (_name, ways, supply, count) =>
    expect(isolationHazards(supply, ways, { doublePole: true })).toHaveLength(count),
  );
  it('a single-pole device', () => expect(isolationHazards({}, [], { doublePole: false })).toHaveLength(1));
});

import { type Way, isSpare } from './way';
import type { DemandPurpose } from '../edition/rows';
import type { DemandLoad } from './demand';

const named: readonly (readonly [RegExp, DemandPurpose])[] = [
  [/cook|oven|hob|range/i, 'cooking'],
  [/shower|instant/i, 'instant water'],
  [/immersion|water heater|cylinder/i, 'stored water'],
  [/vehicle|charg/i, 'vehicle charging'],
  [/storage/i, 'storage heating'],
  [/under ?floor|floor warm/i, 'floor warming'],
  [/heat|radiator|towel/i, 'heating'],
];

/** A first list of loads from a board's ways, each at its device's rating: the inspector corrects what is known better. */
export function loadsFromWays(ways: readonly Way[]): DemandLoad[] {
  return ways.flatMap((way): DemandLoad[] => {
    if (isSpare(way) || !way.deviceAmps) return [];
    const name = way.description ?? `Way ${way.number}`;
    const purpose =
      way.load === 'lighting'
        ? 'lighting'
        : way.load === 'sockets' || way.arrangement === 'ring'
          ? 'sockets'
          : (named.find(([words]) => words.test(name))?.[1] ?? 'other');
    return [{ name, purpose, amps: String(way.deviceAmps), socketInControlUnit: false }];
  });
}

import { type Way, isSpare } from './way';
import type { DemandPurpose } from '../edition/rows';
import type { DemandLoad } from './demand';

const named: readonly (readonly [RegExp, DemandPurpose])[] = [
  [/cook|oven|hob|range/i, 'cooking'],
  [/shower|instant/i, 'instant water'],
  [/immersion|water heater|cylinder/i, 'stored water'],
  [/vehicle|charg/i, 'vehicle charging'],
  [/heat pump/i, 'heat pump'],
  [/storage/i, 'storage heating'],
  [/under ?floor|floor warm/i, 'floor warming'],
  [/heat|radiator|towel/i, 'heating'],
];

/**
 * Loads from a board's ways, in ampere: sockets at their device's rating, others at their design current where it is
 * recorded and at their device's rating otherwise. What a load counts as is read from its name until somebody says.
 */
export function loadsFromWays(ways: readonly Way[]): DemandLoad[] {
  return ways.flatMap((way): DemandLoad[] => {
    if (isSpare(way) || !way.deviceAmps) return [];
    const name = way.description ?? `Way ${way.number}`;
    const purpose =
      way.demandAs ??
      (way.load === 'lighting'
        ? 'lighting'
        : way.load === 'sockets' || way.arrangement === 'ring'
          ? 'sockets'
          : (named.find(([words]) => words.test(name))?.[1] ?? 'other'));
    const amps = purpose === 'sockets' ? way.deviceAmps : (way.designAmps ?? way.deviceAmps);
    return [{ name, purpose, amps: String(amps), socketInControlUnit: way.cookerSocket ?? false }];
  });
}

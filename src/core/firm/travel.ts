import areas from './postcode-areas.json';
import type { Position } from './kinds/installation';

/** Somewhere a day goes through: where it was told to be, else what its address says. */
export type Spot = { readonly position: Position | null; readonly address: string };

export type Travelled = { readonly minutes: number; readonly how: 'same place' | 'distance' | 'postcodes' | 'assumed' };

/** How long it takes from one place to another. A route service could stand behind it. */
export type Travel = (from: Spot, to: Spot) => Travelled;

const centres: Readonly<Record<string, readonly number[]>> = areas;

/** The middle of the postcode area an address ends in; null where it names none. */
export function areaOf(address: string): Position | null {
  const found = [...address.toUpperCase().matchAll(/\b([A-Z]{1,2})\d[A-Z\d]?\s*\d[A-Z]{2}\b/g)].at(-1)?.[1];
  const [north, east] = (found && Object.hasOwn(centres, found) && centres[found]) || [];
  return north === undefined || east === undefined ? null : { north, east };
}

const radiusKm = 6371;
const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Kilometres over the ground in a straight line. */
export function kilometres(a: Position, b: Position): number {
  const [north, east] = [radians(b.north - a.north), radians(b.east - a.east)];
  const h =
    Math.sin(north / 2) ** 2 + Math.cos(radians(a.north)) * Math.cos(radians(b.north)) * Math.sin(east / 2) ** 2;
  return 2 * radiusKm * Math.asin(Math.min(1, Math.sqrt(h)));
}

const roadsAreLonger = 1.3;
/** Getting away and finding somewhere to stand. */
const aroundMinutes = 6;
/** Kilometres an hour in a town, between towns, and beyond. */
const speeds = [
  [8, 25],
  [30, 45],
  [Infinity, 70],
] as const;

function drive(straight: number): number {
  let left = straight * roadsAreLonger;
  let begun = 0;
  let minutes = aroundMinutes;
  for (const [until, speed] of speeds) {
    const part = Math.min(left, until - begun);
    minutes += (part / speed) * 60;
    left -= part;
    begun = until;
    if (left <= 0) break;
  }
  return Math.ceil(minutes / 5) * 5;
}

const assumedMinutes = 20;
const bare = (address: string) => address.toLowerCase().replaceAll(/[^a-z0-9]+/g, '');

/**
 * Minutes by van, rounded up to five, from the straight line between two places: a third more for roads, slower in towns.
 * Where only postcodes are known their areas stand for them, and 20 minutes where not even those.
 */
export const roughTravel: Travel = (from, to) => {
  if (from.address && bare(from.address) === bare(to.address)) return { minutes: 0, how: 'same place' };
  if (from.position && to.position) return { minutes: drive(kilometres(from.position, to.position)), how: 'distance' };
  const [a, b] = [from.position ?? areaOf(from.address), to.position ?? areaOf(to.address)];
  // Two places of one area may be next door or an hour apart.
  const apart = a && b ? kilometres(a, b) : 0;
  return a && b && apart > 1
    ? { minutes: drive(apart), how: 'postcodes' }
    : { minutes: assumedMinutes, how: 'assumed' };
};

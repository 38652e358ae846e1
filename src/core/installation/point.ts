import * as z from 'zod';
import { line } from './text';
import type { Way } from './way';
import { capital } from '../words/capital';

export const pointKinds = [
  'socket',
  'light',
  'switch',
  'junction',
  'outdoor',
  'wet room',
  'fixed',
  'recent work',
] as const;

export const switchings = ['none', 'one-way', 'two-way', 'intermediate'] as const;

/** A point of a circuit: where it is, what it is, and its place along the cable. */
export const pointFields = z.object({
  name: line.min(1),
  room: line.nullable(),
  kind: z.enum(pointKinds),
  /** Place along the cable, counted from the board (leg A of a ring). */
  order: z.number().int().min(1).max(500),
  /** On a spur rather than on the ring or run itself. */
  spur: z.boolean(),
  /** How it is switched: what has to be tried in every position. */
  switching: z.enum(switchings),
  /** It did not answer on its circuit, and which one it is on is not known yet. */
  unplaced: z.boolean(),
});
export type Point = z.infer<typeof pointFields> & { readonly id: string; readonly wayId: string };

/** Whether its switches are changed over between two tests, so that every conductor is tested. */
export const changesOver = ({ switching }: Pick<Point, 'switching'>): boolean =>
  switching === 'two-way' || switching === 'intermediate';

/** What a point of a circuit usually is, and how it is switched, by what the circuit feeds. */
export function usualPoint(load: Way['load']): Pick<Point, 'kind' | 'switching'> {
  if (load === 'lighting') return { kind: 'light', switching: 'one-way' };
  return { kind: load === 'fixed' || load === 'distribution' ? 'fixed' : 'socket', switching: 'none' };
}

const outdoors = /garden|outside|gate|drive|patio|outdoor/i;

/** Whether words of a place say that it is outdoors. */
export const isOutdoors = (words: string): boolean => outdoors.test(words);
const wet = /bath|shower|ensuite|en-suite|wc/i;

export type PointsTyped =
  | {
      readonly ok: true;
      readonly points: readonly {
        readonly name: string;
        readonly room: string;
        readonly kind: (typeof pointKinds)[number];
      }[];
    }
  | { readonly ok: false; readonly problem: string };

/** Reads `kitchen 4` as four points of the kitchen, `hall` as one; several rooms apart by commas. `taken` are the names in use, `usual` what a point of this circuit is. */
export function parsePoints(
  typed: string,
  taken: readonly string[],
  usual: (typeof pointKinds)[number] = 'socket',
): PointsTyped {
  const parts = typed
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean);
  if (parts.length === 0) return { ok: false, problem: 'Type a room, and how many points: kitchen 4, hall.' };
  const used = new Set(taken.map((name) => name.toLowerCase()));
  const points: { name: string; room: string; kind: (typeof pointKinds)[number] }[] = [];
  for (const part of parts) {
    const match = /^(.*?)(?:\s+(\d{1,2}))?$/.exec(part);
    const words = (match?.[1] ?? '').trim();
    const count = match?.[2] === undefined ? 1 : Number(match[2]);
    if (!/\p{L}/u.test(words) || words.length > 60 || count < 1)
      return { ok: false, problem: `“${part}”: type a room, and how many points: kitchen 4.` };
    const room = capital(words);
    const kind = outdoors.test(room) ? 'outdoor' : wet.test(room) ? 'wet room' : usual;
    for (let made = 0, number = 1; made < count; number += 1) {
      const name = count === 1 && number === 1 ? room : `${room} ${number}`;
      if (used.has(name.toLowerCase())) continue;
      used.add(name.toLowerCase());
      points.push({ name, room, kind });
      made += 1;
    }
  }
  return points.length > 100 ? { ok: false, problem: 'A hundred points at once at the most.' } : { ok: true, points };
}

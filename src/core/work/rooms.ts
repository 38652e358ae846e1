import type { Point } from '../installation/point';

/** The room a point is in: as it was said, else as its name begins. */
export const roomOf = ({ room, name }: Pick<Point, 'room' | 'name'>): string =>
  (room ?? name)
    .replace(/ (light|lights|switch|socket|fan|oven|hob)\b.*$/i, '')
    .replace(/ \d+$/, '')
    .trim();

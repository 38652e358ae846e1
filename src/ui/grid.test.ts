import { describe, expect, it } from 'vitest';
import { type CellLook, nextToFill } from './grid';

const look = (mark: string): CellLook => ({
  shown: '',
  label: '',
  face: null,
  pattern: '',
  idle: mark === '.',
  readOnly: mark === '=',
});
/** `o` takes something, `.` takes nothing here, `=` is worked out. */
const sheet = (...rows: string[]) => rows.map((row) => [...row].map(look));

describe('the next cell to fill', () => {
  it.each<[string, string[], [number, number], 1 | -1, [number, number] | null]>([
    ['beside it', ['ooo'], [0, 0], 1, [0, 1]],
    ['past what takes nothing and what is worked out', ['o.=o'], [0, 0], 1, [0, 3]],
    ['in the next row', ['oo.', '..o'], [0, 1], 1, [1, 2]],
    ['in the row before, going back', ['oo.', '..o'], [1, 2], -1, [0, 1]],
    ['none after the last', ['oo'], [0, 1], 1, null],
    ['none before the first', ['oo'], [0, 0], -1, null],
    ['from a cell that itself takes nothing', ['.o', 'o.'], [0, 0], 1, [0, 1]],
  ])('%s', (_name, rows, [row, column], step, found) =>
    expect(nextToFill(sheet(...rows), { row, column }, step)).toEqual(found && { row: found[0], column: found[1] }),
  );
});

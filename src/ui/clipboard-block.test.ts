import { describe, expect, it } from 'vitest';
import { parseBlock } from './clipboard-block';

describe('a block from a spreadsheet', () => {
  it.each([
    [
      'a\tb\nc\td',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    [
      'a\t\tb\r\n\t\tx\r\n',
      [
        ['a', '', 'b'],
        ['', '', 'x'],
      ],
    ],
    ['"two\nlines"\tb', [['two lines', 'b']]],
    ['"say ""no"""\tb', [['say "no"', 'b']]],
    ['one', [['one']]],
  ])('%j', (text, rows) => expect(parseBlock(text)).toEqual(rows));
});

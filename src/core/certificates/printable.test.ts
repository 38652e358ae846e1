import { readdirSync } from 'node:fs';
import * as fontkit from 'fontkit';
import { describe, expect, it } from 'vitest';
import { isPrintable, lettersLost } from './printable';

describe('what the paper can show', () => {
  it('is what every one of its faces has, and no more', () => {
    const files = readdirSync('src/print/fonts').filter((name) => name.endsWith('.ttf'));
    expect(files.length).toBeGreaterThan(3);
    const faces = files.map(
      (name) => new Set((fontkit.openSync(`src/print/fonts/${name}`) as fontkit.Font).characterSet),
    );
    for (let code = 32; code <= 0x2ffff; code += 1) {
      if (code >= 0xd800 && code <= 0xdfff) continue;
      const has = faces.every((face) => face.has(code));
      if (isPrintable(String.fromCodePoint(code)) !== has) expect.fail(`U+${code.toString(16)}: ${has}`);
    }
  });

  it.each([
    ['names of many of those who live here', 'Nguyễn Thị Ạnh, Łukasz Żółć, Ŵyn, Żaneta Čech, Αθήνα, Жуков, Ğül', null],
    ['the signs of the trade', '0.35 Ω ≥ 1 MΩ ± 5 %, √2, ½ IΔn, 2.5 mm², 70 °C → ✓', null],
    ['an accent put on after its letter', 'Nguye\u0302\u0303n', null],
    ['two lines', 'one\ntwo', null],
    ['Chinese', '李 Li', ['李']],
    ['Arabic', 'محمد', ['م', 'ح', 'د']],
    ['Hebrew, Devanagari, Bengali, Gurmukhi', 'ש न ব ਗ', ['ש', 'न', 'ব', 'ਗ']],
    ['a picture', 'socket 🔌', ['🔌']],
  ])('%s', (_, text, letters) => expect(lettersLost({ site: [{ value: text }] })?.letters ?? null).toEqual(letters));

  it('names the texts they stand in, wherever in the document', () => {
    expect(
      lettersLost({
        client: [{ value: 'Mr 李' }],
        boards: [
          {
            rows: [
              ['1', '李 room'],
              ['2', 'hall'],
            ],
          },
        ],
      }),
    ).toEqual({
      letters: ['李'],
      texts: ['Mr 李', '李 room'],
    });
  });
});

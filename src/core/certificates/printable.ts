/**
 * The characters every face of the paper has, in hexadecimal: Latin with Vietnamese, Greek, Cyrillic and the signs of the
 * trade. A test compares them with the faces.
 */
const ranges = [
  '20-7e a0-17f 18f 192 1a0-1a1 1af-1b0 1cd-1dc 1fa-1ff 218-21b 237 259 2bb-2bc 2c6-2c7 2d8-2dd 300-304 ',
  '306-30c 312 315 31b 323 326-328 37e 384-38a 38c 38e-3a1 3a3-3ce 400-45f 462-463 46a-46b 472-475 490-4c2 ',
  '4cf-4d9 4dc-4e9 4ee-4f9 524-525 e3f 1e80-1e85 1e9e 1ea0-1ef9 2000-200d 2010-2015 2018-201a 201c-201e ',
  '2020-2022 2026 2028-2029 202f-2030 2032-2033 2039-203a 2044 2070 2074-2079 2080-2089 20a1 20a4 20a6 ',
  '20a8-20ae 20b1-20b2 20b4-20b5 20b8-20ba 20bd 20bf 2113 2116 2122 2126 212e 2150-2151 2153-215e 2190-2199 ',
  '21a9-21aa 21b0-21b3 21b6-21b7 21ba-21bb 21c4 21c6 2202 2206 220f 2211-2212 2215 2219-221a 221e 222b 2236 ',
  '2248 2260 2264-2265 25ca 2713 274c 2b0e-2b11 ece0 efcc f6d7-f6d8 fb01-fb02 feff fffd ffff ',
].join('');

const held: readonly (readonly [number, number])[] = ranges
  .trim()
  .split(' ')
  .map((range) => {
    const [from = '', to = from] = range.split('-');
    return [parseInt(from, 16), parseInt(to, 16)];
  });

/** Whether the paper can show a character; a line break is none. */
export function isPrintable(character: string): boolean {
  const code = character.codePointAt(0) ?? 0;
  return code === 10 || held.some(([from, to]) => from <= code && code <= to);
}

export type LettersLost = { readonly letters: readonly string[]; readonly texts: readonly string[] };

/** The characters of a document that its paper cannot show, and the first few texts they stand in; null where there are none. */
export function lettersLost(model: unknown): LettersLost | null {
  const letters = new Set<string>();
  const texts = new Set<string>();
  const look = (at: unknown): void => {
    if (typeof at === 'string') {
      for (const character of at.normalize('NFC')) {
        if (isPrintable(character)) continue;
        letters.add(character);
        texts.add(at);
      }
    } else if (at !== null && typeof at === 'object') Object.values(at).forEach(look);
  };
  look(model);
  return letters.size === 0 ? null : { letters: [...letters].slice(0, 40), texts: [...texts].slice(0, 5) };
}

// Makes the fonts of the screens from those of the papers: letters of European names and every sign the screens use.
// Run by hand with `node scripts/subset-fonts.mjs` when a sign is added; a test says which one is lacking.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import subsetFont from 'subset-font';

const root = join(import.meta.dirname, '..');
const screens = ['src/app', 'src/ui', 'src/features', 'src/client', 'src/core'];
const faces = ['IBMPlexSans-Regular', 'IBMPlexSans-SemiBold', 'IBMPlexSerif-SemiBold'];

const between = (from, to) =>
  Array.from({ length: to - from + 1 }, (_, at) => String.fromCodePoint(from + at)).join('');

/** Latin of western and central Europe, Welsh among it. */
const letters = between(0x20, 0x7e) + between(0xa0, 0x17f);

/** Every sign beyond those that stands in the sources of the screens. */
const signs = new Set(
  screens
    .flatMap((folder) =>
      readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' }).map((name) => join(folder, name)),
    )
    .filter((name) => /\.tsx?$/.test(name))
    .flatMap((name) => readFileSync(join(root, name), 'utf8').match(/[^\x00-\x7f]/gu) ?? []),
);

for (const face of faces) {
  const whole = readFileSync(join(root, 'src/print/fonts', `${face}.ttf`));
  const part = await subsetFont(whole, letters + [...signs].join(''), { targetFormat: 'woff2', noHinting: true });
  writeFileSync(join(root, 'src/ui/fonts', `${face}.woff2`), part);
  process.stdout.write(`${face}: ${(part.length / 1024).toFixed(1)} KB, ${signs.size} signs beside the letters\n`);
}

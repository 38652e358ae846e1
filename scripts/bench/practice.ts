// An automatic inspector plays practice dwellings from a fresh seed and is marked against the truth; then again without a
// part of the work, to see that it loses that part's points and no others. Prints docs/practice.md. Arguments: houses, seed.
import { loadFindings } from '../../src/core/edition/findings';
import { loadDwellingTypes } from '../../src/core/practice/dwelling-type';
import { houseOf, numberOf } from '../../src/core/practice/house';
import { inspect } from '../../src/core/practice/inspector';
import { type Part, scoreOf, total } from '../../src/core/practice/score';
import { AtHouse } from '../../src/core/practice/visit';
import { median } from '../../src/core/measurements/ring/evidence';

const count = Number(process.argv[2] ?? 1000);
const seed = Number(process.argv[3] ?? Date.now() % 1_000_000);
const skipped: readonly Part[] = ['safety', 'tests', 'found', 'codes', 'paper'];

async function main(): Promise<void> {
  const [types, findings] = await Promise.all([loadDwellingTypes(), loadFindings()]);
  const rows = new Map(
    types.map(({ id }) => [id, { houses: 0, full: 0, percent: 0, hidden: 0, found: 0, invented: 0 }]),
  );
  const lost = new Map<Part, { elsewhere: number; houses: number }>();
  const millis: number[] = [];
  for (let index = 0; index < count; index += 1) {
    const type = types[index % types.length];
    const house = type && houseOf(numberOf(type, `${seed.toString(36)}${index.toString(36)}`), types);
    const row = type && rows.get(type.id);
    if (!house || !row) throw new Error('A kind of dwelling without a house');
    const from = performance.now();
    const visit = inspect(new AtHouse(house));
    millis.push(performance.now() - from);
    const { marks, percent } = scoreOf(house, visit, findings);
    row.houses += 1;
    row.percent += percent;
    row.full += percent === 100 ? 1 : 0;
    const coded = house.hidden.filter(({ fault }) => fault.code !== 'none');
    row.hidden += coded.length;
    row.found += marks.filter(({ part, of, got }) => part === 'found' && of > 1 && got >= of - 1).length;
    row.invented += marks.filter(({ part, of, got }) => part === 'codes' && of === 0 && got < 0).length;
    if (index >= types.length * 3) continue;
    for (const part of skipped) {
      const without = scoreOf(house, inspect(new AtHouse(house), [part]), findings).marks;
      const of = (those: typeof marks, is: boolean) => total(those.filter((mark) => (mark.part === part) === is)).got;
      const known = lost.get(part) ?? { elsewhere: 0, houses: 0 };
      // What is not tested is not found either; what is not found is not coded.
      const follows = part === 'tests' || part === 'found';
      lost.set(part, {
        houses: known.houses + (of(without, true) < of(marks, true) ? 1 : 0),
        elsewhere: known.elsewhere + (!follows && of(without, false) < of(marks, false) ? 1 : 0),
      });
    }
  }
  const all = [...rows.values()];
  const sum = (of: (row: (typeof all)[number]) => number) => all.reduce((amount, row) => amount + of(row), 0);
  const share = (part: number, whole: number) => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`;
  const line = (name: string, { houses, full, percent, hidden, found, invented }: (typeof all)[number]) =>
    `| ${name} | ${houses} | ${share(full, houses)} | ${(percent / Math.max(1, houses)).toFixed(1)} | ${hidden} | ${share(found, hidden)} | ${invented} |`;
  process.stdout.write(`# Practice: an automatic inspector plays the dwellings

\`npm run bench -- practice\` writes this page from a fresh seed each time (this one: ${seed}). ${count} dwellings of ${types.length} kinds, their faults
drawn by weight; the inspector is told nothing but what it sees and reads. Median ${(median(millis) ?? 0).toFixed(0)} ms a dwelling.

| kind of dwelling | played | with 100 of 100 | mean | faults to find | found and named | named and not there |
|---|---:|---:|---:|---:|---:|---:|
${[...rows].map(([name, row]) => line(name, row)).join('\n')}
${line('**all**', {
  houses: sum(({ houses }) => houses),
  full: sum(({ full }) => full),
  percent: sum(({ percent }) => percent),
  hidden: sum(({ hidden }) => hidden),
  found: sum(({ found }) => found),
  invented: sum(({ invented }) => invented),
})}

Made to skip a part of the work (three dwellings of each kind), it loses points of that part, and of no other but what follows from it:
what is not tested is not found, what is not found is not coded.

| skipped | lost points of it in | lost points elsewhere in |
|---|---:|---:|
${[...lost].map(([part, { houses, elsewhere }]) => `| ${part} | ${houses} of ${types.length * 3} | ${part === 'tests' || part === 'found' ? 'follows' : elsewhere} |`).join('\n')}
`);
}

void main();

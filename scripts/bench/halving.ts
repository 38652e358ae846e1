// How many openings it takes to find where insulation is down, on random circuits from a fresh seed; prints
// docs/halving.md. Arguments: circuits of each sort, seed.
import { type Opening, legHome, locateFault } from '../../src/core/measurements/insulation/locate';
import { randomFrom } from '../../src/core/physics/seeded-random';
import { type Section, randomSections, readSides } from '../../tests/support/opened-tree';

const count = Number(process.argv[2] ?? 2500);
const seed = Number(process.argv[3] ?? Date.now() % 1_000_000);
const random = randomFrom(seed);

function hunted(sections: readonly Section[], lastOfRing: string | null, faults: ReadonlySet<string>) {
  const run = lastOfRing ? [...sections, { id: legHome, after: lastOfRing, kind: 'socket' as const }] : sections;
  const openings: Opening[] = [];
  const from = performance.now();
  for (;;) {
    const located = locateFault(sections, openings, lastOfRing);
    if (!located.ok) throw new Error(located.problem);
    const { next, found } = located.location;
    if (!next) return { found, openings: openings.length, millis: performance.now() - from };
    const open = new Set([...openings.map((each) => each.before), next.before]);
    openings.push({ before: next.before, ...readSides(run, faults, open, next.before) });
  }
}

const sorts = [
  { name: 'a run without branches', branching: 0, ring: false, faults: 1 },
  { name: 'branches', branching: 0.35, ring: false, faults: 1 },
  { name: 'a ring with spurs, legs apart', branching: 0.15, ring: true, faults: 1 },
  { name: 'two faults, with branches', branching: 0.35, ring: false, faults: 2 },
] as const;

const middle = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const rows = sorts.map(({ name, branching, ring, faults }) => {
  const beyond: number[] = [];
  const millis: number[] = [];
  let [right, within] = [0, 0];
  for (let round = 0; round < count; round += 1) {
    const size = 4 + Math.floor(random() * 37);
    const sections = randomSections(random, size, branching);
    const last = ring ? (sections.at(-1)?.id ?? null) : null;
    const all = [...sections.map(({ id }) => id), ...(ring ? [legHome] : [])];
    const faulty = new Set<string>();
    while (faulty.size < faults) faulty.add(all[Math.floor(random() * all.length)] ?? '');
    const hunt = hunted(sections, last, faulty);
    if (hunt.found.length === faulty.size && hunt.found.every((each) => faulty.has(each))) right += 1;
    const allowed = faults * (Math.ceil(Math.log2(all.length)) + 1);
    if (hunt.openings <= allowed) within += 1;
    beyond.push(hunt.openings - allowed);
    millis.push(hunt.millis / Math.max(1, hunt.openings));
  }
  return { name, right, within, median: middle(beyond), most: Math.max(...beyond), millis: middle(millis) };
});

process.stdout.write(`# Halving: how many openings find where insulation is down

\`npm run bench -- halving\` writes this page from a fresh seed each time (this one: ${seed}). Circuits of 4 to 40 sections; the faults
lie anywhere, whatever the belief says; both sides are read at every opening and it stays open. Allowed are ceil(log2 sections) + 1
openings a fault.

| | circuits | all faults found, nothing else | openings against allowed, median | at the worst | within what is allowed | ms a reading, median |
|---|---:|---:|---:|---:|---:|---:|
${rows.map(({ name, right, within, median, most, millis }) => `| ${name} | ${count} | ${((100 * right) / count).toFixed(1)} % | ${median > 0 ? '+' : ''}${median} | ${most > 0 ? '+' : ''}${most} | ${((100 * within) / count).toFixed(1)} % | ${millis.toFixed(2)} |`).join('\n')}
`);

// How often the ring diagnosis is right, on rings solved as networks of conductors and read by an instrument that tells
// nobody its noise, from a fresh seed; prints docs/ring-diagnosis.md. Arguments: rings of each kind, seed.
import { diagnoseRing, nameOf } from '../../src/core/measurements/ring/diagnose';
import type { RingReading, RingReadings } from '../../src/core/measurements/ring/evidence';
import { randomFrom } from '../../src/core/physics/seeded-random';
import {
  type Meterings,
  type Wrong,
  nameOfWrong,
  oneWrong,
  randomRun,
  readRing,
  singleKinds,
} from '../../tests/support/solved-ring';

const count = Number(process.argv[2] ?? 60);
const seed = Number(process.argv[3] ?? Date.now() % 1_000_000);
const random = randomFrom(seed);
const noise = () => 0.006 + 0.014 * random();
const someSockets = () => 5 + Math.floor(random() * 14);
const percent = (part: number, of: number) => (of === 0 ? 'not asked' : `${((100 * part) / of).toFixed(1)} %`);

/** With its own pairs alone, a socket with a loose line and one of another circuit read alike. */
const alike = (name: string): readonly string[] =>
  name === 'loose L' || name === 'elsewhere' ? ['loose L', 'elsewhere'] : [name];
const confusion = new Map<string, number>();
const sure = { rings: 0, wrong: 0 };
const millis: number[] = [];

function namesOf(
  readings: RingReadings,
  truths: readonly string[],
  /** What may be said first besides: leads not nulled are put right before anything of the house. */
  besides: readonly string[] = [],
): { names: string[]; confident: boolean } {
  const from = performance.now();
  const { explanations, confident } = diagnoseRing(readings);
  if (readings.sockets === 14) millis.push(performance.now() - from);
  const names = explanations.map((each) => nameOf(each.fault));
  sure.rings += 1;
  if (confident && ![...truths.flatMap(alike), ...besides].includes(names[0] ?? '')) sure.wrong += 1;
  return { names, confident };
}

/** A ring with one thing wrong that shows by 0.06 Ω at least, five standard deviations of a usual instrument. */
function single(kind: (typeof singleKinds)[number], metering: () => Meterings) {
  for (;;) {
    const sockets = someSockets();
    const wrong = oneWrong(random, kind, sockets);
    const ring = readRing(random, randomRun(random, sockets), [wrong], metering());
    if (ring.change >= 0.06) return { readings: ring.readings, wrong };
  }
}

type Row = { label: string; rings: number; first: number; two: number };
function row(
  label: string,
  of: readonly { readings: RingReadings; truth: string }[],
  besides: readonly string[] = [],
): Row {
  const found = { label, rings: of.length, first: 0, two: 0 };
  for (const { readings, truth } of of) {
    const { names: all } = namesOf(readings, [truth], besides);
    const names = all.filter((name) => !besides.includes(name));
    const isRight = (name: string | undefined) => alike(truth).includes(name ?? '');
    if (isRight(names[0])) found.first += 1;
    else
      confusion.set(`${label} | ${truth} | ${names[0]}`, (confusion.get(`${label} | ${truth} | ${names[0]}`) ?? 0) + 1);
    if (isRight(names[0]) || isRight(names[1])) found.two += 1;
  }
  return found;
}
const singles = (label: string, metering: () => Meterings, times: number): [Row, Row[]] => {
  const byKind = singleKinds.map((kind) =>
    row(
      `${label}${label ? ', ' : ''}${kind}`,
      Array.from({ length: times }, () => {
        const { readings, wrong } = single(kind, metering);
        return { readings, truth: nameOfWrong(wrong) };
      }),
    ),
  );
  const sum = (key: 'rings' | 'first' | 'two') => byKind.reduce((total, each) => total + each[key], 0);
  return [{ label, rings: sum('rings'), first: sum('first'), two: sum('two') }, byKind];
};

const [clean, cleanByKind] = singles('', () => ({ noise: noise() }), count);
const halfRead = () => {
  const parity = Math.floor(random() * 2);
  return { noise: noise(), read: (socket: number) => socket % 2 === parity };
};
const [half] = singles('half the sockets read', halfRead, Math.ceil(count / 2));
const [loose] = singles('order unknown', () => ({ noise: noise(), ordered: false }), Math.ceil(count / 2));
const sound = row(
  'sound rings',
  Array.from({ length: count * 12 }, () => ({
    readings: readRing(random, randomRun(random, someSockets()), [], { noise: noise() }).readings,
    truth: 'healthy',
  })),
);
const leads = row(
  'leads not nulled on a sound ring',
  Array.from({ length: count * 2 }, () => ({
    readings: readRing(random, randomRun(random, someSockets()), [], { noise: noise(), leads: 0.1 + 0.4 * random() })
      .readings,
    truth: 'leads',
  })),
);

/** A worn contact moves when the plug is rocked: from a little better to a good deal worse. */
const worn = row(
  'worn contacts',
  Array.from({ length: count * 4 }, (_, i) => {
    const { readings, wrong } = single(
      (['contact L', 'contact N', 'contact C'] as const)[i % 3] ?? 'contact L',
      () => ({
        noise: noise(),
      }),
    );
    const { socket, of, ohms } = wrong as Extract<Wrong, { is: 'contact' }>;
    const moving = (value: RingReading | null, k: number): RingReading | null =>
      k === socket && typeof value === 'number'
        ? {
            low: Math.round(Math.max(0, value - 0.1 * ohms) * 100) / 100,
            high: Math.round((value + 0.3 * ohms) * 100) / 100,
          }
        : value;
    return {
      readings: {
        ...readings,
        step2: of === 'C' ? readings.step2 : readings.step2.map(moving),
        step3: of === 'N' ? readings.step3 : readings.step3.map(moving),
      },
      truth: nameOfWrong(wrong),
    };
  }),
);
const figure = (): RingReading => (random() < 0.1 ? 'open' : Math.round(random() * 150) / 100);
const junk = row(
  'figures of nothing',
  Array.from({ length: count * 4 }, () => {
    const sockets = someSockets();
    const some = () => Array.from({ length: sockets }, figure);
    return {
      readings: {
        sockets,
        ordered: true,
        ends: { r1: figure(), rn: figure(), r2: figure() },
        step2: some(),
        step3: some(),
      },
      truth: 'nothing fits',
    };
  }),
);

const ofASocket = singleKinds.slice(singleKinds.indexOf('spur'));
/** Everything at 0.00: the probes on one another, or on nothing that is a ring. */
const zeros = row(
  'every reading 0.00',
  Array.from({ length: count }, () => {
    const sockets = someSockets();
    const none = () => Array.from({ length: sockets }, () => 0);
    return {
      readings: { sockets, ordered: true, ends: { r1: 0, rn: 0, r2: 0 }, step2: none(), step3: none() },
      truth: 'nothing fits',
    };
  }),
);
/** One thing wrong with the house and leads not nulled beside it: the house's is asked for. */
const unNulled = row(
  'leads not nulled and one thing wrong',
  Array.from({ length: count * 4 }, (_, i) => {
    const { readings, wrong } = single(singleKinds[i % singleKinds.length] ?? 'spur', () => ({
      noise: noise(),
      leads: 0.1 + 0.4 * random(),
    }));
    return { readings, truth: nameOfWrong(wrong) };
  }),
  ['leads', 'nothing fits'],
);

/** Two things at once, the second of one socket: both among the first three. */
const pairs = { rings: 0, both: 0, sureOfNeither: 0 };
while (pairs.rings < count * 6) {
  const sockets = 7 + Math.floor(random() * 10);
  const first = singleKinds[Math.floor(random() * singleKinds.length)] ?? 'spur';
  const second = ofASocket[Math.floor(random() * ofASocket.length)] ?? 'spur';
  if (['broken LNC', 'one link', 'same leg', 'unearthed'].includes(first) || first.startsWith('not linked')) continue;
  const both = [oneWrong(random, first, sockets), oneWrong(random, second, sockets)];
  const [one, two] = both as [Wrong, Wrong];
  if ('socket' in one && 'socket' in two && one.socket === two.socket) continue;
  const run = randomRun(random, sockets);
  if (both.some((each) => readRing(random, run, [each], { noise: 0 }).change < 0.08)) continue;
  const truths = both.map(nameOfWrong);
  const { names, confident } = namesOf(readRing(random, run, both, { noise: noise() }).readings, truths);
  const isNamed = (truth: string) => names.slice(0, 3).some((name) => alike(truth).includes(name));
  pairs.rings += 1;
  if (truths.every(isNamed)) pairs.both += 1;
  if (confident && !truths.some(isNamed)) pairs.sureOfNeither += 1;
}

millis.sort((a, b) => a - b);
const at = (share: number) => (millis[Math.floor(millis.length * share)] ?? 0).toFixed(0);
const line = ({ label, rings, first, two }: Row, aim = '') =>
  `| ${label} | ${rings} | ${percent(first, rings)} | ${percent(two, rings)} | ${aim} |`;

console.log(`# Ring diagnosis: how often it is right

\`npm run bench -- rings\` writes this page from a fresh seed each time (this one: ${seed}, ${sure.rings} rings).

The rings are networks of conductors, solved by the network solver and not by the closed form the diagnosis uses: 5 to 18 sockets,
sections of random length, 2.5/1.5 mostly, 2.5/1.0 or 4/1.5 else, one in ten with a stretch of another pair. They are read to
0.01 Ω by an instrument whose noise (0.006 to 0.02 Ω, standard deviation, and half a percent of the figure) nobody is told; the cable
is recorded; at an open socket the other pairs are tried. Joints and contacts 0.2 to 1 Ω, spurs 5 to 15 m, bridges of 2 to 10 m over
three sockets or more. What changes no reading by 0.06 Ω is not asked.

| | rings | right first | among first two | aim |
|---|---:|---:|---:|---|
${line({ ...clean, label: 'one thing wrong' }, 'first 98 %, among two 99.5 %')}
${line(half, 'first 95 %')}
${line(loose, 'first 96 %')}
${line(worn, 'first 97 %')}
${line(leads, 'recognised')}
${line(unNulled, 'beside the leads; no aim')}
${line(zeros, 'never sound')}
${line(junk, 'recognised 99 %')}
${line(sound, 'called faulty at most 0.5 %')}

Two things at once: both among the first three in ${percent(pairs.both, pairs.rings)} of ${pairs.rings} (aim 94 %), confident with neither ${pairs.sureOfNeither} times (aim never).
Confident and wrong over everything, un-nulled, unearthed, unlinked, cut, bridged without an order and all zeros among it: ${percent(sure.wrong, sure.rings)} of all ${sure.rings} (aim at most 0.3 %). A ring of 14 sockets takes ${at(0.5)} ms, 95th percentile ${at(0.95)} (aim 15).

A socket with a loose line and one of another circuit read alike on every pair of both steps: they are counted as one. A break or joint
in the neutral and a break of all three cannot be placed by steps 2 and 3 linked as usual: the answer gives no place then.

## One thing wrong, by kind

| kind | rings | right first | among first two | |
|---|---:|---:|---:|---|
${cleanByKind.map((each) => line(each)).join('\n')}

## What was taken for what

| asked | is | taken for | times |
|---|---|---|---:|
${[...confusion]
  .sort((a, b) => b[1] - a[1])
  .slice(0, 25)
  .map(([what, times]) => `| ${what} | ${times} |`)
  .join('\n')}`);

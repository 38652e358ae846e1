import { jobStream, viewOf } from '../../src/core/catalogue';
import type { Recorded } from '../../src/core/ledger/entry';
import { judgeJob } from '../../src/core/job/verdicts';
import { editionPack } from '../../src/core/edition/editions';
import { readFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readDwelling } from '../../src/core/physics/dwelling';
import { locateFault } from '../../src/core/measurements/insulation/locate';
import { idealInstrument, meterOn } from '../../src/core/physics/meter';
import type { Resistor } from '../../src/core/network/network';
import { prepare } from '../../src/core/network/solver';
import { diagnoseRing } from '../../src/core/measurements/ring/diagnose';
import { randomFrom } from '../../src/core/physics/seeded-random';
import { oneWrong, randomRun, readRing, singleKinds } from '../../tests/support/solved-ring';
import { largeJob } from './large-job';
import { figureOf, tell, timed } from './measure';

const pack = editionPack('bs7671-2018-a2');
const entries = largeJob().drafts.map((draft, index) => ({ ...draft, madeBy: 'p', seq: index + 1 }) as Recorded);

tell(figureOf('fold of 1,500 entries, 30 circuits', 'ms', await timed(200, () => jobStream.fold(entries))));
const seen = () => {
  const view = viewOf(jobStream.fold(entries));
  if (!view) throw new Error('The large job has a document');
  return view;
};
const view = seen();
tell(figureOf('judge every reading of that job', 'ms', await timed(200, () => judgeJob(view))));
tell(figureOf('fold and judge together', 'ms', await timed(200, () => judgeJob(seen())), 'under 5 ms'));
tell(figureOf('list what is missing in that job', 'ms', await timed(200, () => view.definition.gaps(view))));

/** A ring of 14 sockets linked for step 2, as resistors. */
const ring: Resistor[] = ['L', 'N', 'C'].flatMap((c) =>
  Array.from({ length: 15 }, (_, k) => ({
    id: `${c}${k}`,
    a: k === 0 ? `A.${c}` : `${k}.${c}`,
    b: k === 14 ? `B.${c}` : `${k + 1}.${c}`,
    ohms: 0.03 + 0.001 * k,
  })),
);
const links: [string, string][] = [
  ['A.L', 'B.N'],
  ['B.L', 'A.N'],
];
const solverOf = (resistors: readonly Resistor[], joins: readonly (readonly [string, string])[]) => {
  const prepared = prepare({ resistors, joins });
  if (!prepared.ok) throw new Error(prepared.problem);
  return prepared.solver;
};
const inMicroseconds = (samples: readonly number[], per: number) => samples.map((ms) => (1000 * ms) / per);
const ringSolver = solverOf(ring, links);
tell(
  figureOf(
    'one reading on a ring of 14 sockets (42 conductors), prepared',
    'µs',
    inMicroseconds(
      await timed(60, () => {
        for (let i = 0; i < 1400; i += 1) ringSolver.resistance(`${1 + (i % 14)}.L`, `${1 + (i % 14)}.N`);
      }),
      1400,
    ),
    'a tenth of the simulator in process',
  ),
);
tell(
  figureOf(
    'the same, the network prepared anew',
    'µs',
    inMicroseconds(
      await timed(60, () => {
        for (let i = 0; i < 100; i += 1) solverOf(ring, links).resistance('7.L', '7.N');
      }),
      100,
    ),
  ),
);

/** ngspice on the same reading: started for it, and an operating point repeated inside one run. */
function ngspice(repeats: number): number {
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  const node = (name: string) =>
    ({ 'A.L': 'x', 'B.N': 'x', 'B.L': 'y', 'A.N': 'y', '7.N': '0' })[name] ?? `n${name.replace('.', '')}`;
  const file = join(folder, 'ring.cir');
  writeFileSync(
    file,
    [
      '* ring',
      ...ring.filter((r) => !r.id.startsWith('C')).map((r) => `R${r.id} ${node(r.a)} ${node(r.b)} ${r.ohms}`),
      'I1 0 n7L 1',
      '.control',
      'op',
      ...(repeats ? [`repeat ${repeats}`, 'op', 'destroy', 'end'] : []),
      '.endc',
      '.end',
      '',
    ].join('\n'),
  );
  const from = performance.now();
  const { status } = spawnSync('ngspice', ['-b', file]);
  rmSync(folder, { recursive: true });
  if (status !== 0 && status !== 1) throw new Error(`ngspice ended with ${status}`);
  return performance.now() - from;
}
const started = await timed(10, () => ngspice(0));
tell(figureOf('ngspice started for that reading', 'ms', started));
const repeated = Array.from({ length: 5 }, () => (1000 * (ngspice(4000) - ngspice(0))) / 4000);
tell(figureOf('ngspice, its operating point repeated in process', 'µs', repeated));

const random = randomFrom(1);
const big: Resistor[] = Array.from({ length: 3000 }, (_, i) => ({
  id: `${i}`,
  a: `${i + 1}`,
  b: `${Math.max(0, i - Math.floor(random() * 4))}`,
  ohms: 0.01 + random(),
}));
for (let i = 0; i < 60; i += 1)
  big.push({
    id: `x${i}`,
    a: `${Math.floor(random() * 3000)}`,
    b: `${Math.floor(random() * 3000)}`,
    ohms: 1 + random(),
  });
const hundreds = big.filter((r) => Number(r.a) <= 300 && Number(r.b) <= 300);
const smaller = solverOf(hundreds, []);
const bigger = solverOf(big, []);
tell(
  figureOf(
    'one reading on a network of 300 nodes',
    'ms',
    await timed(60, () => smaller.resistance('3', '290')),
    'well under 1 ms',
  ),
);
tell(
  figureOf(
    'one reading on a network of 3,000 nodes',
    'ms',
    await timed(40, () => bigger.resistance('5', '2900')),
    'a few ms',
  ),
);

const read = readDwelling(JSON.parse(readFileSync('docs/formats/examples/installation.json', 'utf8')));
if (!read.ok) throw new Error(read.problem);
const house = read.dwelling;
tell(
  figureOf(
    'a whole ring simulated: three ends, steps 2 and 3 at six sockets',
    'ms',
    await timed(60, () => {
      const on = meterOn(house, pack, idealInstrument);
      if (!on.ok) throw new Error(on.problem);
      return [
        on.meter.ringEnd('sockets', 'L'),
        on.meter.ringEnd('sockets', 'N'),
        on.meter.ringEnd('sockets', 'C'),
        on.meter.ringStep('sockets', 2),
        on.meter.ringStep('sockets', 3),
      ];
    }),
  ),
);
const ringsOf = (sockets: number) =>
  singleKinds.flatMap((kind) =>
    [1, 2, 3].map(
      () => readRing(random, randomRun(random, sockets), [oneWrong(random, kind, sockets)], { noise: 0.012 }).readings,
    ),
  );
const [rings, longRings] = [ringsOf(14), ringsOf(30)];
tell(
  figureOf(
    'diagnosis of a ring of 14 sockets, every kind of fault',
    'ms',
    await timed(rings.length, (i) => diagnoseRing(rings[(i + rings.length) % rings.length] ?? rings[0]!)),
    'at most 15 ms',
  ),
);
tell(
  figureOf(
    'diagnosis of a ring of 30 sockets, every kind of fault',
    'ms',
    await timed(longRings.length, (i) =>
      diagnoseRing(longRings[(i + longRings.length) % longRings.length] ?? rings[0]!),
    ),
    'at most 60 ms',
  ),
);
const row = Array.from({ length: 24 }, (_, i) => ({
  id: `P${i}`,
  after: i === 0 ? null : `P${i - 1}`,
  kind: 'socket' as const,
}));
tell(figureOf('next opening on a circuit of 24 points', 'ms', await timed(60, () => locateFault(row, []))));
const found: number[] = [];
for (const { id } of row) {
  const openings: { before: string; boardSide: 'low' | 'well'; farSide: 'low' | 'well' }[] = [];
  for (;;) {
    const located = locateFault(row, openings);
    if (!located.ok) throw new Error(located.problem);
    const { next } = located.location;
    if (!next) break;
    const far = Number(id.slice(1)) >= Number(next.before.slice(1));
    openings.push({ before: next.before, boardSide: far ? 'well' : 'low', farSide: far ? 'low' : 'well' });
  }
  found.push(openings.length);
}
tell(
  figureOf(
    'openings to find a fault among 24 sections, each in turn',
    'openings',
    found,
    `log2 24 = ${Math.log2(24).toFixed(1)}`,
  ),
);

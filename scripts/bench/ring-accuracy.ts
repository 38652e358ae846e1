// How often the ring diagnosis is right, by kind of fault, on rings simulated from a seed: npx tsx scripts/bench/ring-accuracy.ts SEED COUNT
import { diagnoseRing, nameOf } from '../../src/core/ring/diagnose';
import { randomFrom } from '../../tests/support/random';
import { faultKinds, placedWithinOne, simulatedRing } from '../../tests/support/simulated-ring';

const [seed = '1', count = '40'] = process.argv.slice(2);
const rows: string[] = [];
const total = { n: 0, first: 0, two: 0, placed: 0, placeable: 0, healthyFaulty: 0, healthy: 0 };
const mistaken = new Map<string, number>();
for (const kind of faultKinds) {
  const random = randomFrom(Number(seed) * 7919 + faultKinds.indexOf(kind));
  let first = 0;
  let two = 0;
  let placed = 0;
  let placeable = 0;
  const ms: number[] = [];
  for (let i = 0; i < Number(count); i += 1) {
    const ring = simulatedRing(random, kind);
    const from = performance.now();
    const { explanations } = diagnoseRing(ring.readings);
    ms.push(performance.now() - from);
    const names = explanations.map((e) => nameOf(e.fault));
    if (names[0] === ring.name) first += 1;
    else mistaken.set(`${ring.name} → ${names[0]}`, (mistaken.get(`${ring.name} → ${names[0]}`) ?? 0) + 1);
    if (names.slice(0, 2).includes(ring.name)) two += 1;
    if (names[0] === ring.name && ('after' in ring.fault || 'socket' in ring.fault || 'from' in ring.fault) && ring.name !== 'broken LNC' && ring.name !== 'broken N') {
      placeable += 1;
      if (explanations[0] && placedWithinOne(ring.fault, explanations[0].fault)) placed += 1;
    }
  }
  ms.sort((a, b) => a - b);
  const n = Number(count);
  rows.push(`${kind.padEnd(14)} first ${((100 * first) / n).toFixed(1)} % two ${((100 * two) / n).toFixed(1)} % placed ${placeable ? ((100 * placed) / placeable).toFixed(1) : '-'} %  ${ms[Math.floor(n / 2)]?.toFixed(1)} ms (p95 ${ms[Math.floor(n * 0.95)]?.toFixed(1)})`);
  total.n += n;
  total.first += first;
  total.two += two;
  total.placed += placed;
  total.placeable += placeable;
  if (kind === 'healthy') [total.healthy, total.healthyFaulty] = [n, n - first];
}
console.log(rows.join('\n'));
console.log(`all: first ${((100 * total.first) / total.n).toFixed(2)} % two ${((100 * total.two) / total.n).toFixed(2)} % placed ${((100 * total.placed) / total.placeable).toFixed(2)} % healthy called faulty ${((100 * total.healthyFaulty) / total.healthy).toFixed(2)} %`);
console.log([...mistaken].sort((a, b) => b[1] - a[1]).slice(0, 25).map(([what, times]) => `${times} × ${what}`).join('\n'));

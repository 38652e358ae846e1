import { slotKey } from '../installation/slot';
import { governing } from '../job/governing';
import { pointsOf } from '../job/job';
import type { Repair } from '../job/kinds/repair';
import type { Readings } from '../job/view';
import { type ReadingValue, figureOf, showValue } from '../quantity/reading-value';
import { compare } from '../quantity/exact';

export type BeforeAfter = {
  /** The test that had found the fault. */
  readonly name: string;
  readonly before: string | null;
  readonly after: string | null;
};

/** What the test that found a fault read on its circuit before it was mended, and what it reads since; null where nothing. */
export function beforeAndAfter(at: Readings, repair: Repair): BeforeAfter {
  const { job, tests } = at;
  const on = { of: 'way', id: repair.wayId } as const;
  const definition = tests.on('way', repair.found) ?? tests.on('point', repair.found);
  const points = pointsOf(job, repair.wayId);
  const parts = definition ? tests.partsOf(definition) : [];
  const keys = [
    slotKey(on, repair.found),
    ...parts.flatMap((part) =>
      part.on === 'way'
        ? [slotKey(on, part.measure)]
        : points.map(({ id }) => slotKey({ of: 'point', id }, part.measure)),
    ),
  ];
  const earlier = keys
    .flatMap((key) => job.readings.get(key) ?? [])
    .flatMap(({ entry }) => (repair.before.has(entry.id) ? [entry.body.value] : []));
  const now = governing(at, on, repair.found);
  const before = earlier.reduce<ReadingValue | null>(
    (worst, each) => (worst && !isHigher(each, worst) ? worst : each),
    null,
  );
  return {
    name: definition?.name ?? repair.found.test,
    before: before && showValue(before),
    after: now && !repair.before.has(now.id) ? showValue(now.body.value) : null,
  };
}

function isHigher(one: ReadingValue, other: ReadingValue): boolean {
  const [a, b] = [figureOf(one), figureOf(other)];
  if (!a || !b) return one.is === 'open' || one.is === 'over' || one.is === 'reversed';
  return compare(a, b) > 0;
}

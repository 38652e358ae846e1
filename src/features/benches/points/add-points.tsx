'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import type { Slot } from '../../../core/installation/slot';
import type { Job } from '../../../core/job/job';
import { type Point, parsePoints, usualPoint } from '../../../core/installation/point';
import type { Way } from '../../../core/installation/way';
import { pointsOf } from '../../../core/job/job';
import { Button } from '../../../ui/button';
import { Checkbox } from '../../../ui/checkbox';
import { useJob, useJobNow } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { useMeasure, useSlotInFocus } from '../../measure/measure-provider';

/** The point of a circuit a slot is at; undefined for any other. */
function pointAt(job: Job, way: Way, slot: Slot | null): Point | undefined {
  const point = slot?.on.of === 'point' ? job.points.get(slot.on.id) : undefined;
  return point?.wayId === way.id ? point : undefined;
}

function AfterPoint({ way }: { way: Way }) {
  const now = useJobNow();
  const name = useSlotInFocus((slot) => pointAt(now().job, way, slot)?.name);
  return <>after {name}</>;
}

/** Points typed as rooms with a count: `kitchen 4, hall`. */
export function AddPoints({ way, record }: { way: Way; record: (entries: readonly NewJobEntry[]) => boolean }) {
  const now = useJobNow();
  const isSealed = useJob((held) => held.isSealed);
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [inPlace, setInPlace] = useState(false);
  // Which one it is, is asked when something is added: going from point to point draws only its name.
  const { focus } = useMeasure();
  const isAtPoint = useSlotInFocus((slot) => pointAt(now().job, way, slot) !== undefined);
  if (isSealed) return null;
  const add = () => {
    const here = pointsOf(now().job, way.id);
    const usual = usualPoint(way.load);
    const parsed = parsePoints(
      typed,
      here.map((point) => point.name),
      usual.kind,
    );
    if (!parsed.ok) return setProblem(parsed.problem);
    const after = inPlace ? pointAt(now().job, way, focus.getSnapshot().focus?.slot ?? null) : undefined;
    const from = after?.order ?? Math.max(0, ...here.map((point) => point.order));
    setProblem(null);
    const added = parsed.points.map((fields, i): NewJobEntry => ({
      kind: 'point.added',
      body: {
        pointId: v7(),
        wayId: way.id,
        fields: { ...fields, order: from + i + 1, spur: false, unplaced: false, switching: usual.switching },
      },
    }));
    // What stands beyond the point in hand moves along.
    const moved = here
      .filter(({ order }) => order > from)
      .map(({ id, order }): NewJobEntry => ({
        kind: 'point.moved',
        body: { pointId: id, wayId: way.id, order: order + added.length },
      }));
    if (
      record([
        ...moved,
        ...added,
        { kind: 'way.described', body: { wayId: way.id, fields: { points: here.length + added.length } } },
      ])
    )
      setTyped('');
  };
  return (
    <form
      className="flex flex-wrap items-center gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <label className="flex items-center gap-2 text-sm font-semibold">
        Add points
        <input
          className="min-h-9 w-56 min-w-0 max-w-full rounded-md border border-rule-strong bg-sheet px-2 font-normal max-md:min-h-11"
          placeholder="kitchen 4, hall"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          aria-invalid={problem !== null}
        />
      </label>
      <Button type="submit" className="max-md:min-h-11">
        Add
      </Button>
      {isAtPoint && <Checkbox label={<AfterPoint way={way} />} checked={inPlace} onChange={setInPlace} />}
      {problem && (
        <p role="alert" className="text-sm font-semibold">
          {problem}
        </p>
      )}
    </form>
  );
}

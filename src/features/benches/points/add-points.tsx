'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { parsePoints, usualPoint } from '../../../core/installation/point';
import type { Way } from '../../../core/installation/way';
import { pointsOf } from '../../../core/job/job';
import { Button } from '../../../ui/button';
import { Checkbox } from '../../../ui/checkbox';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { usePlaceInFocus } from '../frame/bench-provider';

/** Points typed as rooms with a count: `kitchen 4, hall`. */
export function AddPoints({ way, record }: { way: Way; record: (entries: readonly NewJobEntry[]) => boolean }) {
  const { job, isSealed } = useJob();
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [inPlace, setInPlace] = useState(false);
  const cell = usePlaceInFocus();
  const inHand = cell?.slot.on.of === 'point' ? job.points.get(cell.slot.on.id) : undefined;
  const after = inPlace && inHand?.wayId === way.id ? inHand : null;
  if (isSealed) return null;
  const add = () => {
    const here = pointsOf(job, way.id);
    const usual = usualPoint(way.load);
    const parsed = parsePoints(
      typed,
      here.map((point) => point.name),
      usual.kind,
    );
    if (!parsed.ok) return setProblem(parsed.problem);
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
          className="min-h-9 w-56 rounded-md border border-rule-strong bg-sheet px-2 font-normal max-md:min-h-11"
          placeholder="kitchen 4, hall"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          aria-invalid={problem !== null}
        />
      </label>
      <Button type="submit" className="max-md:min-h-11">
        Add
      </Button>
      {inHand?.wayId === way.id && <Checkbox label={`after ${inHand.name}`} checked={inPlace} onChange={setInPlace} />}
      {problem && (
        <p role="alert" className="text-sm font-semibold">
          {problem}
        </p>
      )}
    </form>
  );
}

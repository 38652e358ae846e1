'use client';

import { GripVertical } from 'lucide-react';
import { useState } from 'react';
import { type Point, pointKinds, switchings } from '../../../core/installation/point';
import type { Way } from '../../../core/installation/way';
import { entryThatAdded, pointsOf } from '../../../core/job/job';
import { Checkbox } from '../../../ui/checkbox';
import { Select } from '../../../ui/select';
import { Sortable, useSorted } from '../../../ui/sortable';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { AddPoints } from './add-points';

type Record = (entries: readonly NewJobEntry[]) => boolean;
const look =
  'min-h-8 rounded-md border border-transparent bg-transparent px-1 text-sm hover:border-rule-strong focus:border-ink max-md:min-h-11';

/** A circuit's points in their order along the cable: dragged, named, marked as spurs, with how they are switched. */
export function PointsEditor({ way, record }: { way: Way; record: Record }) {
  const { job } = useJob();
  const points = pointsOf(job, way.id);
  const move = (id: string, from: number, to: number) => {
    const order = points.map((point) => point.id);
    order.splice(to, 0, ...order.splice(from, 1));
    const entries = order.flatMap((pointId, index): NewJobEntry[] =>
      job.points.get(pointId)?.order === index + 1
        ? []
        : [{ kind: 'point.moved', body: { pointId, wayId: way.id, order: index + 1 } }],
    );
    record(entries);
  };
  return (
    <section aria-label={`Points of way ${way.number}`}>
      <h3 className="border-b border-rule-strong pb-1 text-base">Points, from the board</h3>
      <Sortable id={`points-${way.id}`} ids={points.map((point) => point.id)} layout="list" onMove={move}>
        <ol>
          {points.map((point, index) => (
            <Row key={point.id} point={point} number={index + 1} record={record} />
          ))}
        </ol>
      </Sortable>
      <AddPoints way={way} record={record} />
    </section>
  );
}

function Row({ point, number, record }: { point: Point; number: number; record: Record }) {
  const { job, isSealed } = useJob();
  const { setNodeRef, style, handle } = useSorted(point.id, isSealed);
  const [name, setName] = useState(point.name);
  const describe = (fields: Partial<Omit<Point, 'id' | 'wayId'>>) =>
    record([{ kind: 'point.described', body: { pointId: point.id, fields } }]);
  const added = entryThatAdded(job, 'point.added', point.id);
  return (
    <li
      ref={setNodeRef}
      style={style}
      className={`flex flex-wrap items-center gap-x-1 border-b border-rule bg-paper ${point.spur ? 'pl-5' : ''}`}
    >
      <button
        type="button"
        {...handle}
        aria-label={`Move ${point.name}`}
        className="grid min-h-8 w-7 cursor-grab touch-none place-items-center text-faint max-md:min-h-11"
      >
        <GripVertical size={16} aria-hidden />
      </button>
      <span className="w-5 text-right text-sm text-faint">{number}</span>
      <input
        aria-label={`Name of point ${number}`}
        className={`${look} min-w-24 flex-1`}
        maxLength={200}
        value={name}
        disabled={isSealed}
        onChange={(event) => setName(event.target.value)}
        onBlur={() =>
          name.trim() && name.trim() !== point.name ? describe({ name: name.trim() }) : setName(point.name)
        }
      />
      <Select
        label={`${point.name}: what it is`}
        look="quiet"
        className="text-sm"
        value={point.kind}
        disabled={isSealed}
        onChange={(kind) => describe({ kind })}
        options={pointKinds.map((value) => ({ value, label: value }))}
      />
      <Select
        label={`${point.name}: switching`}
        look="quiet"
        className="text-sm"
        value={point.switching}
        disabled={isSealed}
        onChange={(switching) => describe({ switching })}
        options={switchings.map((value) => ({ value, label: value === 'none' ? 'no switch' : value }))}
      />
      <Checkbox label="spur" checked={point.spur} disabled={isSealed} onChange={(spur) => describe({ spur })} />
      {added && !isSealed && (
        <button
          type="button"
          aria-label={`Remove ${point.name}`}
          className="min-h-8 px-1 text-sm text-faint hover:text-ink max-md:min-h-11"
          onClick={() =>
            record([{ kind: 'entry.struck', body: { entryId: added.id, why: 'Not a point of this circuit' } }])
          }
        >
          ×
        </button>
      )}
    </li>
  );
}

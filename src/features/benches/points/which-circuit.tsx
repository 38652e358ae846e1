'use client';

import { useState } from 'react';
import { isOfKind } from '../../../core/catalogue';
import { useJob } from '../../../client/job-provider';
import { placeKey } from '../../../core/installation/place';
import { type Way, isSpare } from '../../../core/installation/way';
import { pointsOf, unplacedPoints } from '../../../core/job/job';
import { type TracedBy, tracedBy, tracedByWords } from '../../../core/job/kinds/traced';
import { Button } from '../../../ui/button';
import { Select } from '../../../ui/select';
import { ToggleGroup } from '../../../ui/toggle-group';
import { showMoment } from '../../workspace/struck-readings';
import { useMeasure } from '../../measure/measure-provider';

/** Points that answered on no circuit yet, and circuits nobody knows: found by what answers, by switching, by tone. */
export function WhichCircuit({ unknown = [] }: { unknown?: readonly Way[] }) {
  const { job, isSealed, people } = useJob();
  const { record } = useMeasure();
  const [by, setBy] = useState<TracedBy>('answers');
  const points = unplacedPoints(job);
  const moves = [...job.entries.values()].flatMap((entry) =>
    isOfKind(entry, 'point.moved') && !job.strikes.has(entry.id) && entry.body.foundBy ? [entry] : [],
  );
  const nowhere = [...job.traced.values()].filter(({ feeds }) => feeds === null);
  if (points.length === 0 && unknown.length === 0 && moves.length === 0 && nowhere.length === 0) return null;
  const named = (wayId: string): string => {
    const way = job.ways.get(wayId);
    return way ? `way ${way.number} ${way.description ?? ''}`.trim() : 'a removed way';
  };
  return (
    <section
      id={placeKey({ of: 'list', list: 'unplaced points' })}
      aria-labelledby="which"
      className="max-w-3xl pt-3 print:hidden"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule-strong pb-1">
        <h3 id="which" className="text-base">
          Which circuit is it?
        </h3>
        {!isSealed && points.length + unknown.length > 0 && (
          <ToggleGroup
            label="Found"
            className="text-sm"
            value={by}
            onChange={setBy}
            choices={tracedBy.map((value) => ({ value, face: tracedByWords[value] }))}
          />
        )}
      </div>
      <ul className="text-sm">
        {points.map((point) => (
          <li key={point.id} className="flex items-center justify-between gap-2 border-b border-rule py-1">
            {point.name}
            <Select
              label={`${point.name} is on`}
              disabled={isSealed}
              value={null}
              placeholder="is on…"
              className="min-w-0 max-w-60"
              onChange={(wayId) =>
                record([
                  {
                    kind: 'point.moved',
                    body: { pointId: point.id, wayId, order: pointsOf(job, wayId).length + 1, foundBy: by },
                  },
                ])
              }
              options={[...job.ways.values()]
                .filter((way) => !isSpare(way))
                .map((way) => ({ value: way.id, label: `${way.number} ${way.description ?? ''}` }))}
            />
          </li>
        ))}
        {unknown.map((way) => (
          <Unknown key={way.id} way={way} by={by} />
        ))}
        {nowhere.map(({ wayId, by: how, at }) => (
          <li key={wayId} className="border-b border-rule py-1">
            {named(wayId)}: feeds nothing that was found, {tracedByWords[how]}, {showMoment(at)}. A note for behind the
            blank is under Labels.
          </li>
        ))}
        {moves.map((entry) => {
          const { pointId, wayId, foundBy } = entry.body;
          return (
            <li key={entry.id} className="border-b border-rule py-1 text-faint">
              {job.points.get(pointId)?.name ?? 'A removed point'}: to {named(wayId)}
              {foundBy && `, ${tracedByWords[foundBy]}`}, {people[entry.madeBy] ?? ''}, {showMoment(entry.madeAt)}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** A circuit without a name: what it feeds once it is found, or that it leads nowhere. */
function Unknown({ way, by }: { way: Way; by: TracedBy }) {
  const { isSealed } = useJob();
  const { record } = useMeasure();
  const [feeds, setFeeds] = useState('');
  const trace = (found: string | null) =>
    record([{ kind: 'circuit.traced', body: { wayId: way.id, by, feeds: found } }]);
  return (
    <li className="border-b border-rule py-1">
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (feeds.trim()) trace(feeds.trim());
        }}
      >
        <span className="flex-1">Way {way.number}, unknown</span>
        <input
          aria-label={`Way ${way.number} feeds`}
          placeholder="feeds…"
          maxLength={200}
          disabled={isSealed}
          value={feeds}
          onChange={(event) => setFeeds(event.target.value)}
          className="min-h-9 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
        />
        <Button type="submit" disabled={isSealed || !feeds.trim()} className="max-md:min-h-11">
          Found
        </Button>
        <Button look="quiet" disabled={isSealed} onClick={() => trace(null)}>
          Feeds nothing found
        </Button>
      </form>
    </li>
  );
}

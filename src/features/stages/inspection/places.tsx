'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../../client/job-provider';
import type { usePictures } from '../../../client/use-pictures';
import type { NewJobEntry } from '../../../core/catalogue';
import type { Point } from '../../../core/installation/point';
import { type OpenedOutcome, openedOutcomes } from '../../../core/job/kinds/accessory';
import { type PlaceOutcome, placeOutcomes } from '../../../core/job/kinds/place';
import { type WalkPlace, atTheBoard, roomsSeen, wholeHouse } from '../../../core/work/inspection-walk';
import { Button } from '../../../ui/button';
import { Select } from '../../../ui/select';
import { toast } from '../../../ui/toast';
import { ToggleGroup } from '../../../ui/toggle-group';
import { findingAddress } from '../../workspace/address';
import { draftEffect } from '../../../core/work/limitation-effect';
import { isBathRoom } from '../../../core/work/premises';
import { SupplementaryBonding } from './supplementary';
import { Pictures } from '../../pictures/pictures';
import { JobLink } from '../../workspace/place';

type Go = (name: string) => void;
const leftWord = ({ left, walked }: WalkPlace) =>
  walked?.outcome === 'none here'
    ? 'none'
    : walked?.outcome === 'not reached'
      ? 'LIM'
      : left === 0
        ? '✓'
        : String(left);

/** The places of the walk with what is left in each. */
export function Places({ walk, here, go }: { walk: readonly WalkPlace[]; here: string; go: Go }) {
  return (
    <nav aria-label="Places">
      <Select
        label="Place"
        className="w-full font-semibold md:hidden"
        value={here}
        onChange={go}
        options={walk.map((place) => ({ value: place.name, label: `${place.name} · ${leftWord(place)}` }))}
      />
      <ol className="max-md:hidden">
        {walk.map((place) => (
          <li key={place.name}>
            <button
              type="button"
              aria-current={place.name === here ? 'step' : undefined}
              onClick={() => go(place.name)}
              className={`flex min-h-8 w-full items-center justify-between border-b border-rule px-1 text-left text-sm ${place.name === here ? 'border-l-4 border-l-ink bg-sheet pl-2 font-semibold' : 'hover:bg-hover'}`}
            >
              {place.name}
              <span className={place.left === 0 ? 'text-faint' : 'font-semibold'}>{leftWord(place)}</span>
            </button>
          </li>
        ))}
      </ol>
    </nav>
  );
}

const outcomeFaces: Record<PlaceOutcome, string> = {
  seen: 'Inspected',
  'none here': 'None here',
  'not reached': 'No access',
};

/** A place's own line: whether one was in it, and the accessories chosen to be opened there. */
export function PlaceHead({
  place,
  walk,
  pictures,
}: {
  place: WalkPlace;
  walk: readonly WalkPlace[];
  pictures: ReturnType<typeof usePictures>;
}) {
  const { job, append, isSealed } = useJob();
  const [asking, setAsking] = useState(false);
  const say = (entries: readonly NewJobEntry[]) => {
    const result = append(entries);
    if (!result.ok) toast(result.reason);
    setAsking(false);
  };
  const walked = (outcome: PlaceOutcome, reason: string | null): NewJobEntry => ({
    kind: 'place.walked',
    body: { place: place.name, outcome, reason },
  });
  const rooms = roomsSeen(walk);
  return (
    <header className="border-b border-rule-strong pb-1 max-md:pt-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="text-lg">{place.name}</h2>
        {place.name === wholeHouse && (
          <span className="text-sm">
            <strong>
              {rooms.seen} of {rooms.of} rooms seen
            </strong>
            : items seen in every room are recorded here
          </span>
        )}
        {!place.isFixed && (
          <ToggleGroup
            label={`${place.name}: how far`}
            value={asking ? 'not reached' : (place.walked?.outcome ?? null)}
            disabled={isSealed}
            onChange={(outcome) => (outcome === 'not reached' ? setAsking(true) : say([walked(outcome, null)]))}
            choices={placeOutcomes
              .filter((value) => value !== 'none here' || !place.isRoom)
              .map((value) => ({ value, face: outcomeFaces[value] }))}
          />
        )}
        {place.walked?.reason && <span className="text-sm">{place.walked.reason}</span>}
      </div>
      {asking && (
        <WhyNot
          what={`${place.name} had no access`}
          record={(reason) =>
            say([
              walked('not reached', reason),
              {
                kind: 'limitation.noted',
                body: {
                  limitationId: v7(),
                  sort: 'operational',
                  what: `Inspection: ${place.name}`,
                  why: reason,
                  agreedWith: null,
                  effect: draftEffect({ what: `Inspection: ${place.name}` }),
                },
              },
            ])
          }
          leave={() => setAsking(false)}
        />
      )}
      {place.name === atTheBoard &&
        [...job.boards.values()].map(({ id, name }) => (
          <Pictures key={id} about={{ of: 'board', id }} name={name || 'the board'} pictures={pictures} />
        ))}
      {isBathRoom(place.name) && <SupplementaryBonding place={place.name} />}
      {place.open.length > 0 && (
        <ul aria-label="Accessories to open here" className="pt-1">
          {place.open.map((point) => (
            <Accessory key={point.id} point={point} pictures={pictures} />
          ))}
        </ul>
      )}
    </header>
  );
}

const openedFaces: Record<OpenedOutcome, string> = { sound: 'sound', defect: 'defect', 'not opened': 'not opened' };

function Accessory({ point, pictures }: { point: Point; pictures: ReturnType<typeof usePictures> }) {
  const { job, jobId, append, isSealed } = useJob();
  const [asking, setAsking] = useState(false);
  const looked = job.accessories.get(point.id) ?? null;
  const way = job.ways.get(point.wayId);
  const say = (found: OpenedOutcome, reason: string | null) => {
    const what = `Accessory not opened: ${point.name}${way ? `, way ${way.number}` : ''}`;
    const limitation: readonly NewJobEntry[] =
      found === 'not opened' && reason
        ? [
            {
              kind: 'limitation.noted',
              body: {
                limitationId: v7(),
                sort: 'operational',
                what,
                why: reason,
                agreedWith: null,
                effect: draftEffect({ what }),
              },
            },
          ]
        : [];
    const result = append([{ kind: 'accessory.opened', body: { pointId: point.id, found, reason } }, ...limitation]);
    if (!result.ok) toast(result.reason);
    setAsking(false);
  };
  const finding = findingAddress(jobId, { where: point.name, way: point.wayId });
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 py-0.5 text-sm">
      <span>
        Open <strong>{point.name}</strong> <span className="text-faint">{way ? `way ${way.number}` : ''}</span>
      </span>
      <ToggleGroup
        label={`${point.name}, opened`}
        value={asking ? 'not opened' : (looked?.found ?? null)}
        disabled={isSealed}
        onChange={(found) => (found === 'not opened' ? setAsking(true) : say(found, null))}
        choices={openedOutcomes.map((value) => ({ value, face: openedFaces[value] }))}
      />
      {looked?.reason && <span>{looked.reason}</span>}
      <Pictures about={{ of: 'point', id: point.id }} name={point.name} pictures={pictures} />
      {looked?.found === 'defect' && !isSealed && (
        <JobLink href={finding} className="font-semibold text-next-ink underline underline-offset-4">
          Add what was found
        </JobLink>
      )}
      {asking && (
        <WhyNot
          what={`${point.name} was not opened`}
          record={(reason) => say('not opened', reason)}
          leave={() => setAsking(false)}
        />
      )}
    </li>
  );
}

/** Reasons heard most, and room for another. */
const usual = ['Painted in', 'Behind furniture', 'Out of reach', 'Occupant asked not to', 'Locked, no key'] as const;

function WhyNot({ what, record, leave }: { what: string; record: (reason: string) => void; leave: () => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      aria-label={what}
      className="flex w-full flex-wrap items-center gap-2 py-1 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim()) record(reason.trim());
      }}
    >
      {usual.map((each) => (
        <Button key={each} onClick={() => record(each)} className="max-md:min-h-11">
          {each}
        </Button>
      ))}
      <input
        aria-label="Another reason"
        placeholder="Another reason"
        maxLength={200}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        className="min-h-9 min-w-40 flex-1 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
      />
      <Button type="submit">Save limitation</Button>
      <Button look="quiet" onClick={leave}>
        Cancel
      </Button>
    </form>
  );
}

'use client';

import { Fragment } from 'react';
import { v7 } from 'uuid';
import { type Way, legOf } from '../../../core/installation/way';
import { type Subject, slotAt } from '../../../core/installation/slot';
import { findingAddress } from '../../workspace/address';
import { Button, linkLook } from '../../../ui/button';
import { Cell } from '../../measure/cell';
import { useMeasure } from '../../measure/measure-provider';
import { JobLink } from '../../workspace/place';
import { useJob } from '../../../client/job-provider';
import { AddPoints } from '../points/add-points';
import { legHome } from '../../../core/measurements/insulation/locate';
import { type InsulationOfWay, openedBefore } from '../../../core/measurements/insulation/circuit';
import { boardSide, farSide } from '../../../core/measurements/insulation/slots';

/** The run of the circuit from the board down: sections struck out as they clear, and where to open next. */
export function Halving({ way, state }: { way: Way; state: InsulationOfWay }) {
  const { jobId, isSealed } = useJob();
  const { record } = useMeasure();
  const { points, located, openings, observation } = state;
  if (points.length === 0) {
    return (
      <div>
        <p className="text-sm">Enter the circuit’s points in order to find the fault by halving.</p>
        <AddPoints way={way} record={record} />
      </div>
    );
  }
  if (!located) return null;
  if (!located.ok) {
    return (
      <p role="alert" className="text-sm font-semibold">
        {located.problem}
      </p>
    );
  }
  const { suspects, cleared, next, openingsLeft, openingsAtMost, reasons, faults, found } = located.location;
  const shareOf = new Map(suspects.map((suspect) => [suspect.section, suspect.share]));
  const isRing = way.arrangement === 'ring';
  const places: readonly { id: string; name: string; spur: boolean; on: Subject }[] = [
    ...points.map(({ id, name, spur }) => ({ id, name, spur, on: { of: 'point', id } as const })),
    ...(isRing ? [{ id: legHome, name: legHome, spur: false, on: { of: 'way', id: way.id } as const }] : []),
  ];
  const names = found.map((section) => places.find(({ id }) => id === section)?.name ?? '');
  const isOver = !next && names.length > 0;
  return (
    <div>
      <h3 className="flex flex-wrap items-baseline gap-x-3 border-b border-rule-strong pb-1 text-base">
        Find the fault by halving
        <span className="font-sans text-sm font-normal text-faint" role="status">
          {isOver
            ? `The fault is in the section to ${names.join(', and in the one to ')}`
            : `${suspects.length} sections left, about ${Math.ceil(openingsLeft)} opening${Math.ceil(openingsLeft) === 1 ? '' : 's'}, at most ${openingsAtMost}${faults === 'at least two' ? ', at least two faults' : ''}`}
        </span>
      </h3>
      {isRing && (
        <p className="text-sm">
          Both legs off the board and apart. The board side is read on {legOf(way, 'A')}, the far side on the leg home
          {way.marksLegB && ` (${way.marksLegB})`}.
        </p>
      )}
      <ol className="relative" aria-label="Sections from the board">
        <li className="py-1 text-sm text-faint">{isRing ? 'board, leg A' : 'board'}</li>
        {places.map((place, index) => {
          const opened = openings.some((opening) => opening.before === place.id);
          const isNext = next?.before === place.id;
          return (
            <Fragment key={place.id}>
              {(opened || isNext) && <Opening place={place} index={index} way={way} isNext={isNext} />}
              <li
                className={`flex items-center gap-2 border-l-[3px] py-0.5 pl-3 text-sm ${cleared.includes(place.id) ? 'border-rule text-faint line-through' : 'border-ink'} ${place.spur ? 'ml-4' : ''}`}
              >
                <span className="w-5 text-right text-faint">{place.id === legHome ? '' : index + 1}</span>
                <span className={found.includes(place.id) ? 'font-semibold' : ''}>{place.name}</span>
                {shareOf.has(place.id) && (
                  <span className="ml-auto flex items-center gap-2 text-xs text-faint">
                    <span
                      className="dots inline-block h-3 border border-rule-strong"
                      style={{ width: `${Math.max(4, Math.round(90 * (shareOf.get(place.id) ?? 0)))}px` }}
                      aria-hidden
                    />
                    {found.includes(place.id) ? 'low' : `${Math.round(100 * (shareOf.get(place.id) ?? 0))} %`}
                  </span>
                )}
              </li>
            </Fragment>
          );
        })}
      </ol>
      {reasons.map((reason) => (
        <p key={reason} className="pt-1 text-sm text-faint">
          {reason}
        </p>
      ))}
      {isOver && !isSealed && (
        <JobLink
          href={findingAddress(jobId, {
            ...observation,
            way: way.id,
            what: `Insulation resistance below the minimum in the section to ${names.join(' and in the one to ')}, way ${way.number}`,
          })}
          className={`${linkLook('plain')} mt-2`}
        >
          Add observation for this section
        </JobLink>
      )}
    </div>
  );
}

/** Where the circuit is opened: both sides read, and logged until it is joined again. */
function Opening({
  place: { name, on },
  index,
  way,
  isNext,
}: {
  place: { name: string; on: Subject };
  index: number;
  way: Way;
  isNext: boolean;
}) {
  const { job, isSealed } = useJob();
  const { record } = useMeasure();
  const where = openedBefore(way, name);
  const link = job.links.find(
    (each) => each.clearedAt === null && each.sort === 'circuit opened' && each.where === where,
  );
  return (
    <li
      className={`my-1 flex flex-wrap items-center gap-x-3 gap-y-1 border border-dashed border-ink p-1.5 text-sm ${isNext ? '' : 'border-rule-strong'}`}
    >
      <span className={isNext ? 'bg-ink px-2 font-semibold text-paper' : ''}>
        {isNext ? `Open before ${name}` : `Opened before ${name}`}
      </span>
      {!isSealed && (
        <Button
          onClick={() =>
            record(
              link
                ? [{ kind: 'link.cleared', body: { linkId: link.linkId } }]
                : [
                    {
                      kind: 'link.made',
                      body: {
                        linkId: v7(),
                        sort: 'circuit opened',
                        on: { of: 'way', id: way.id },
                        where,
                        test: 'insulation',
                      },
                    },
                  ],
            )
          }
          className="max-md:min-h-11"
        >
          {link ? 'open: ✓ Reconnected' : 'opened'}
        </Button>
      )}
      <span className="flex items-center gap-1">
        board side{' '}
        <Cell
          slot={slotAt(on, boardSide)}
          label={`Board side, opened before ${name}`}
          sequence={7000 + index * 2}
          row={700 + index}
          column={0}
        />
      </span>
      <span className="flex items-center gap-1">
        far side{' '}
        <Cell
          slot={slotAt(on, farSide)}
          label={`Far side, opened before ${name}`}
          sequence={7001 + index * 2}
          row={700 + index}
          column={1}
        />
      </span>
    </li>
  );
}

'use client';

import { useMemo } from 'react';
import { useJob } from '../../../client/job-provider';
import type { ItemGuidance, Standpoint } from '../../../core/edition/guidance';
import { measuredItem } from '../../../core/work/measured-items';
import { addressOf } from '../../workspace/address';
import { JobLink } from '../../workspace/place';
import { VerdictMark } from '../../workspace/verdict-mark';

const standpointWords: Record<Standpoint, string> = {
  intake: 'intake',
  board: 'board',
  kitchen: 'kitchen',
  bathRoom: 'bath room',
  room: 'rooms',
  loft: 'loft',
  underFloor: 'under the floor',
  outside: 'outside',
  outbuilding: 'outbuildings',
  everyPoint: 'every point',
};

/** What an item asks, beside it: what to look for, when it is in order, what is missed and what is coded too high. */
export function Guidance({ guidance }: { guidance: ItemGuidance }) {
  const { where, regulations, naWhen } = guidance;
  const lists: readonly (readonly [string, readonly string[]])[] = [
    ['Look for', guidance.lookFor],
    ['In order when', guidance.acceptable],
    ['Often missed', guidance.oftenMissed],
    ['Often coded too high', guidance.oftenOverCoded],
  ];
  return (
    <div className="grid gap-x-6 gap-y-2 text-sm lg:grid-cols-2" data-testid="guidance">
      {lists.map(
        ([title, lines]) =>
          lines.length > 0 && (
            <section key={title} aria-label={title}>
              <h3 className="font-semibold">{title}</h3>
              <ul className="list-disc pl-4">
                {lines.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </section>
          ),
      )}
      <p className="text-faint lg:col-span-2">
        {naWhen && <>N/A: {naWhen.condition}. </>}
        Seen at: {where.map((each) => standpointWords[each]).join(', ')}.
        {regulations.length > 0 && ` ${regulations.join(', ')}.`}
      </p>
    </div>
  );
}

/** What was measured of an item, with its figures: it proposes, and settles nothing by itself. */
export function Measured({ guidance }: { guidance: ItemGuidance }) {
  const view = useJob();
  const measured = useMemo(() => measuredItem(view, view.verdicts, guidance), [view, guidance]);
  if (!measured) return null;
  return (
    <ul aria-label="Measured" className="margin-line pl-3 text-sm">
      {measured.checks.map(({ says, verdict, place }) => (
        <li key={says} className="flex items-start gap-2">
          <VerdictMark verdict={verdict} />
          {place ? (
            <JobLink href={addressOf(view, view.jobId, place)} className="underline underline-offset-4">
              {says}
            </JobLink>
          ) : (
            <span>{says}</span>
          )}
        </li>
      ))}
    </ul>
  );
}

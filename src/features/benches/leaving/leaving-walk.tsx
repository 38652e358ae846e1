'use client';

import { Fragment, useMemo } from 'react';
import { useJob } from '../../../client/job-provider';
import { lastWalk } from '../../../core/work/leaving';
import { timeSpent } from '../../../core/work/time-spent';
import { pointsOf } from '../../../core/job/job';
import { isSpare } from '../../../core/installation/way';
import { stillToTouch } from '../../../core/measurements/loop/walk';
import { showMinutes } from '../../../core/words/moment';
import { Checkbox } from '../../../ui/checkbox';
import { useMeasure } from '../../measure/measure-provider';
import { CoverOf } from '../frame/going-live';
import type { BenchProps } from '../registry';
import { capital } from '../../../core/words/capital';

/** The last walk: what to look at before the door shuts, what the record says against it, and what the day came to. */
export function LeavingWalk(_props: BenchProps) {
  const view = useJob();
  const { job, isSealed } = view;
  const { record } = useMeasure();
  const walk = useMemo(() => lastWalk(job), [job]);
  const day = useMemo(() => timeSpent(view), [view]);
  const left = [...job.ways.values()]
    .filter((way) => !isSpare(way) && pointsOf(job, way.id).length > 0)
    .flatMap((way) => {
      const says = stillToTouch(view, way);
      return says ? [`Way ${way.number}. ${says}`] : [];
    });
  const open = walk.filter(({ done }) => !done).length;
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <section aria-labelledby="leaving">
        <div className="flex items-baseline gap-x-4 pb-1">
          <h2 id="leaving" className="text-xl">
            Before you leave
          </h2>
          <span className="text-sm text-faint">{open === 0 ? 'all checked' : `${open} of ${walk.length} left`}</span>
        </div>
        <ul>
          {walk.map(({ id, check, against, done }) => (
            <li key={id} className="border-b border-rule py-1">
              <Checkbox
                label={check}
                checked={done}
                disabled={isSealed}
                onChange={(next) => record([{ kind: 'leaving.checked', body: { check: id, done: next, note: null } }])}
              />
              {against && <p className="pl-7 text-sm font-semibold">{against}</p>}
              {id === 'covers' &&
                [...job.boards.values()].map((board) => (
                  <div key={board.id} className="pl-7">
                    <CoverOf boardId={board.id} name={board.name ?? 'Board'} record={record} />
                  </div>
                ))}
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="day">
        <h2 id="day" className="border-b border-rule-strong pb-1 text-xl">
          Time on site
        </h2>
        <p className="py-2 text-lg">
          <strong>{showMinutes(day.minutes)} here</strong>, {day.circuits} circuit{day.circuits === 1 ? '' : 's'},{' '}
          {day.points} point{day.points === 1 ? '' : 's'}, {day.readings} reading{day.readings === 1 ? '' : 's'}
        </p>
        <dl className="grid grid-cols-[1fr_auto] text-sm">
          {day.parts.map(({ stint, minutes }) => (
            <Fragment key={stint}>
              <dt className="border-b border-rule py-0.5">{capital(stint)}</dt>
              <dd className="border-b border-rule py-0.5 text-right">{showMinutes(minutes)}</dd>
            </Fragment>
          ))}
        </dl>
        <p className="pt-1 text-xs text-faint">Counted between entries. Gaps over 20 minutes are left out.</p>
        <h3 className="border-b border-rule pt-2 text-base">Still to test</h3>
        <ul className="text-sm">
          {left.map((says) => (
            <li key={says} className="border-b border-rule py-1">
              {says.replace('. Still to test: ', ': ')}
            </li>
          ))}
          {left.length === 0 && <li className="py-1 text-faint">Every point is tested, or has a reason why not.</li>}
        </ul>
      </section>
    </div>
  );
}

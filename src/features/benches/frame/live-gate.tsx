'use client';

import isEqual from 'fast-deep-equal';
import type { ReactNode } from 'react';
import { useJob } from '../../../client/job-provider';
import { whetherLive } from '../../../core/job/whether-live';
import { type InTheWay, inTheWayOfLive } from '../../../core/work/live-tests';
import { useMeasure } from '../../measure/measure-provider';
import { GoingLive } from './going-live';

/** A live bench: until the installation is live, what is in the way and the step that makes it so stand in its place. */
export function LiveGate({ children }: { children: ReactNode }) {
  const isSealed = useJob((held) => held.isSealed);
  const obstacles = useJob(inTheWayOfLive, isEqual);
  const isLive = useJob(({ job }) => whetherLive(job).live);
  const { record } = useMeasure();
  if (obstacles.length === 0 || isSealed) return children;
  return (
    <section aria-labelledby="not-live">
      <h2 id="not-live" className="pb-1 text-xl">
        Not live yet
      </h2>
      <div role="status" className="border-l-4 border-ink pl-3">
        <Obstacles all={obstacles} />
      </div>
      {!isLive && <GoingLive record={record} />}
    </section>
  );
}

/** What is in the way, each with why it matters. */
export function Obstacles({ all }: { all: readonly InTheWay[] }) {
  return (
    <ul className="text-sm">
      {all.map(({ what, matters }) => (
        <li key={what}>
          <strong>{what}.</strong> {matters}
        </li>
      ))}
    </ul>
  );
}

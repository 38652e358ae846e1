'use client';

import { useJob } from '../../../client/job-provider';
import type { Subject } from '../../../core/installation/slot';

/** What an isolation is of. */
export function ScopeName({ scope }: { scope: Subject }) {
  const { job } = useJob();
  if (scope.of === 'supply') return <>The whole installation</>;
  if (scope.of === 'conductor') return <>Its earthing and bonding conductors</>;
  if (scope.of === 'board') return <>{job.boards.get(scope.id)?.name ?? 'Board'}, whole</>;
  const way = job.ways.get(scope.id);
  return (
    <>
      Way {way?.number} {way?.description ?? ''}
    </>
  );
}

'use client';

import { useJob } from '../../../client/job-provider';
import { isolationHazards } from '../../../core/work/hazards';

/** What of this installation can still bite while it is locked off. */
export function Hazards({ doublePole }: { doublePole: boolean }) {
  const { job } = useJob();
  const hazards = isolationHazards(job.supply, [...job.ways.values()], { doublePole });
  if (hazards.length === 0) return null;
  return (
    <ul aria-label="Hazards here" className="space-y-1 border-l-4 border-ink pl-3 text-sm">
      {hazards.map((hazard) => (
        <li key={hazard}>{hazard}</li>
      ))}
    </ul>
  );
}

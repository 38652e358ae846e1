import type { Metadata } from 'next';
import { firmState } from '../../server/people';
import { listJobs } from '../../server/projections/job-summary';
import { DutiesDue } from '../../features/jobs/duties-due';
import { dutiesDue } from '../../server/projections/duties';
import { daysFrom } from '../../server/today';
import { JobList } from '../../features/jobs/job-list';
import { OpenJobHere } from './open-job-here';
import { KeepPage } from '../../client/keep-page';
import { requireAsker } from '../../server/who';

export const metadata: Metadata = { title: 'Jobs' };

export default async function JobsPage() {
  const asker = await requireAsker();
  const [today, soon] = [daysFrom(0), daysFrom(28)];
  const [jobs, firm, due] = await Promise.all([
    listJobs(asker.firmId),
    firmState(asker.firmId),
    dutiesDue(asker.firmId, soon),
  ]);
  return (
    <div>
      <KeepPage path="/" />
      <div className="flex items-center justify-between pt-4">
        <h1 className="text-2xl">Jobs</h1>
        <OpenJobHere firm={firm} />
      </div>
      <DutiesDue due={due} today={today} />
      <JobList jobs={jobs} />
    </div>
  );
}

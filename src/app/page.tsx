import type { Metadata } from 'next';
import { defaultEditionId } from '../core/edition/editions';
import { isUnbegun } from '../server/firms';
import { firmState } from '../server/people';
import { listJobs } from '../server/projections/job-summary';
import { DutiesDue } from '../features/jobs/duties-due';
import { dutiesDue } from '../server/projections/duties';
import { daysFrom } from '../server/today';
import { JobList } from '../features/jobs/job-list';
import { NewJob } from '../features/jobs/new-job';
import { KeepPage } from '../client/keep-page';
import { FindJob } from '../features/jobs/find-job';
import { PersonMenu } from '../features/firm/person-menu';
import { redirect } from 'next/navigation';
import Link from 'next/link';
import { requireAsker, whoIsAsking } from '../server/who';

export const metadata: Metadata = { title: 'Jobs' };

export default async function JobsPage() {
  if (!(await whoIsAsking()) && (await isUnbegun())) redirect('/begin');
  const asker = await requireAsker();
  const [today, soon] = [daysFrom(0), daysFrom(28)];
  const [jobs, firm, due] = await Promise.all([
    listJobs(asker.firmId),
    firmState(asker.firmId),
    dutiesDue(asker.firmId, soon),
  ]);
  const ownEditions = [...firm.editions.values()].map(({ editionId, title }) => ({ value: editionId, label: title }));
  return (
    <div className="mx-auto max-w-6xl px-4 pb-16">
      <KeepPage path="/" />
      <header className="flex min-h-14 flex-wrap items-center gap-4 border-b border-rule-strong">
        <h1 className="text-xl">Orange Ledger</h1>
        <p className="min-w-0 flex-1 truncate text-sm">
          <Link href="/firm" className="underline underline-offset-4 max-sm:hidden">
            {firm.particulars.name ?? 'The firm'}
          </Link>
        </p>
        <FindJob />
        <PersonMenu name={asker.name} />
      </header>
      <main>
        <div className="flex items-center justify-between pt-4">
          <h2 className="text-2xl">Jobs</h2>
          <NewJob usual={firm.defaults.edition ?? defaultEditionId} own={ownEditions} />
        </div>
        <DutiesDue due={due} today={today} />
        <JobList jobs={jobs} />
      </main>
    </div>
  );
}

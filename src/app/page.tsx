import type { Metadata } from 'next';
import { listJobs } from '../db/job-summary';
import { JobList } from '../features/jobs/job-list';
import { NewJob } from '../features/jobs/new-job';
import { KeepPage } from '../features/session/keep-page';
import { SignOutButton } from '../features/session/sign-in-form';
import { requireAsker } from '../features/session/who';

export const metadata: Metadata = { title: 'Jobs' };

export default async function JobsPage() {
  const asker = await requireAsker();
  const jobs = await listJobs(asker.firmId);
  return (
    <div className="mx-auto max-w-6xl px-4 pb-16">
      <KeepPage path="/" />
      <header className="flex min-h-14 flex-wrap items-center gap-4 border-b border-rule-strong">
        <h1 className="text-xl">Orange Ledger</h1>
        <p className="flex-1 text-sm text-faint">
          {asker.name}
          <span className="max-sm:hidden">, {asker.position}</span>
        </p>
        <SignOutButton />
      </header>
      <main>
        <div className="flex items-center justify-between pt-4">
          <h2 className="text-2xl">Jobs</h2>
          <NewJob />
        </div>
        <JobList jobs={jobs} />
      </main>
    </div>
  );
}

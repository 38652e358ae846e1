import type { Metadata } from 'next';
import { AllJobs } from '../../../features/jobs/all-jobs';
import { afterWhich, findJobs, jobFilters } from '../../../server/find-jobs';
import { requireAsker } from '../../../server/who';
import { FirmHere } from '../firm-here';

export const metadata: Metadata = { title: 'All jobs' };

type Asked = Readonly<Record<string, string | string[] | undefined>>;

export default async function AllJobsPage({ searchParams }: { searchParams: Promise<Asked> }) {
  const { firmId } = await requireAsker();
  const asked = await searchParams;
  const filters = jobFilters.parse(asked);
  const after = afterWhich.parse(asked.after ?? null);
  return (
    <FirmHere>
      <AllJobs
        key={JSON.stringify([filters, after])}
        filters={filters}
        found={await findJobs(firmId, filters, after)}
      />
    </FirmHere>
  );
}

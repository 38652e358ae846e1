'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { type ListedJob, firmJobs } from '../../client/firm-jobs';
import { Find } from '../../ui/find';
import { housePages } from './house-pages';

/** Any job of the firm, or page of the house, by a few letters: on the pages that are no job's. */
export function FindJob() {
  const router = useRouter();
  const [jobs, setJobs] = useState<readonly ListedJob[]>([]);
  const onOpen = useCallback(() => void firmJobs().then(setJobs), []);
  const page = (says: string, address: string) => ({ id: address, says, run: () => router.push(address) });
  return (
    <Find
      hint="A job, a client, an address"
      onOpen={onOpen}
      groups={() => [
        {
          name: 'Jobs',
          items: jobs.map((job) => ({
            id: job.jobId,
            says: `${job.reference} ${job.siteAddress.split('\n').join(', ')}`,
            aside: job.clientName,
            run: () => router.push(`/jobs/${job.jobId}`),
          })),
        },
        {
          name: 'Pages',
          items: [
            ...housePages.map(({ says, href }) => page(says, href)),
            page('All jobs: search', '/jobs'),
            page('Your account', '/account'),
          ],
        },
      ]}
    />
  );
}

import type { Metadata } from 'next';
import { JobOverview } from '../../../features/job/job-overview';

export const metadata: Metadata = { title: 'Job' };

export default function Page() {
  return <JobOverview />;
}

import { listJobs } from '../../../server/list-jobs';
import { signedIn } from '../../../server/who';

/** The firm's jobs, as much of each as it takes to find it. */
export const GET = signedIn(async (_request, asker) => {
  const jobs = await listJobs(asker.firmId);
  return Response.json({
    jobs: jobs.map(({ jobId, reference, siteAddress, clientName }) => ({ jobId, reference, siteAddress, clientName })),
  });
});

import * as z from 'zod';

const listed = z.object({
  jobs: z.array(z.object({ jobId: z.uuid(), reference: z.string(), siteAddress: z.string(), clientName: z.string() })),
});
export type ListedJob = z.infer<typeof listed>['jobs'][number];

/** The firm's jobs by name; none where the ledger cannot be reached. */
export async function firmJobs(): Promise<readonly ListedJob[]> {
  try {
    const answer = await fetch('/api/jobs');
    return answer.ok ? listed.parse(await answer.json()).jobs : [];
  } catch {
    return [];
  }
}

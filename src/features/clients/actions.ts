'use server';

import { takeUpJobs } from '../../server/installations';
import { requireAsker } from '../../server/who';

/** Puts jobs that say no installation to the one at their address; answers in words. */
export async function takeUpJobsAction(): Promise<string> {
  const taken = await takeUpJobs(await requireAsker());
  return `${taken} job${taken === 1 ? '' : 's'} linked to the installation at their address.`;
}

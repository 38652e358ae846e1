import { v7 } from 'uuid';
import { closeConnections } from '../../src/server/connection';
import { append, openJob } from '../../src/server/streams';
import { rentedHouse } from '../demo/dwellings';
import { actorOf } from '../demo/actor';

/** Opens jobs of 300 entries for a person of the demo firm, and prints their ids: LOAD_JOBS of them, for LOAD_EMAIL. */
async function main(): Promise<void> {
  const actor = await actorOf(process.env.LOAD_EMAIL ?? '');
  const ids: string[] = [];
  for (let job = 0; job < Number(process.env.LOAD_JOBS); job += 1) {
    const jobId = v7();
    const { drafts } = rentedHouse(new Date(), [
      { id: v7(), name: 'Tester', serial: 'S-1', calibratedOn: '2026-01-01' },
    ]);
    await openJob(actor, jobId, drafts);
    const more = Array.from({ length: Math.max(0, 300 - drafts.length) }, (_, i) => ({
      id: v7(),
      kind: 'brief.agreed',
      version: 1,
      body: { estimatedAgeYears: i % 100 },
      madeAt: new Date().toISOString(),
      device: 'bench',
    }));
    if (more.length > 0) await append(actor, 'job', jobId, more);
    ids.push(jobId);
  }
  process.stdout.write(`${JSON.stringify(ids)}\n`);
  await closeConnections();
}

main().catch((error: unknown) => {
  process.stderr.write(`${String(error)}\n`);
  process.exit(1);
});

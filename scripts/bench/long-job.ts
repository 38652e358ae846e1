import { v7 } from 'uuid';
import { closeConnections } from '../../src/server/connection';
import { append, openJob } from '../../src/server/streams';
import { actorOf } from '../demo/actor';
import { largeJob } from './large-job';

/** Opens a job of 1,500 entries in the demo firm, and tells its id. */
async function main(): Promise<void> {
  const actor = await actorOf('idris@fenwhistle.example');
  const large = v7();
  const drafts = largeJob().drafts.map((draft) => ({ ...draft, id: v7() }));
  await openJob(actor, large, drafts.slice(0, 200));
  for (let from = 200; from < drafts.length; from += 200)
    await append(actor, 'job', large, drafts.slice(from, from + 200));
  process.stdout.write('{}\n');
  process.stderr.write(`${JSON.stringify({ large })}\n`);
  await closeConnections();
}

void main();

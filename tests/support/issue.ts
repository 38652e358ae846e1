import { closeConnections } from '../../src/server/connection';
import { issueDocument } from '../../src/server/issue';
import { endPrinting } from '../../src/server/printing';
import type { FirmActor } from '../../src/server/streams';

/** Issues documents at once in a process of its own: an actor and pairs of a job and a document, as JSON; prints the numbers. */
async function main([actor = '', asked = '']: string[]): Promise<void> {
  const pairs = JSON.parse(asked) as { jobId: string; documentId: string }[];
  const results = await Promise.all(
    pairs.map(({ jobId, documentId }) =>
      issueDocument(JSON.parse(actor) as FirmActor, jobId, documentId, new Date(), 'x'),
    ),
  );
  process.stdout.write(JSON.stringify(results.map((result) => (result.issued ? result.number : result.reason))));
  await endPrinting();
  await closeConnections();
}

void main(process.argv.slice(2));

import * as z from 'zod';
import type { Reader } from './on-this-device';
import { type LedgerLink, NotTaken, Unreadable, sendResult } from './ledger-link';

const sendAnswer = z.object({ results: z.array(sendResult) });
const entriesAnswer = z.object({ entries: z.array(z.unknown()) });
const problemAnswer = z.object({ problem: z.string() });

async function checked(response: Response): Promise<unknown> {
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body;
  const problem = problemAnswer.safeParse(body);
  const retry = response.status >= 500 || response.status === 408 || response.status === 429 || response.status === 401;
  throw new NotTaken(
    problem.success ? problem.data.problem : `The server answered ${response.status}.`,
    retry,
    response.status === 500,
    response.status === 507,
  );
}

/** The ledger over HTTP: a stream's entries under its address, `/api/jobs/…` or `/api/firm`. */
export const httpLink = (address: string, { readEntry }: Reader): LedgerLink => ({
  async send(drafts) {
    const response = await fetch(`${address}/entries`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ entries: drafts }),
    });
    return sendAnswer.parse(await checked(response)).results;
  },
  async fetchAfter(seq) {
    const answer = entriesAnswer.parse(await checked(await fetch(`${address}/entries?after=${seq}`)));
    return answer.entries.map((raw) => {
      const read = readEntry(raw);
      if (!read.ok) throw new Unreadable(read.problem);
      return read.value;
    });
  },
});

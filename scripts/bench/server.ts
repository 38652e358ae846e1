import pg from 'pg';
import { v7 } from 'uuid';
import { reportOf } from '../../src/core/document/report';
import type { Entry } from '../../src/core/ledger/entry';
import { fold } from '../../src/core/ledger/fold';
import { closeConnections } from '../../src/db/connection';
import { append, openJob } from '../../src/db/ledger-store';
import { reportPdf } from '../../src/documents/report-pdf';
import { Scribe } from '../demo/scribe';
import { largeJob } from './large-job';
import { figureOf, tell, timed } from './measure';

const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
await client.connect();
const person = (await client.query<{ id: string; firm_id: string }>(`select id, firm_id from "user" where roles like '%supervisor%' limit 1`)).rows[0];
await client.end();
if (!person) throw new Error('The bench runs on a database with the demo in it');
const actor = { id: person.id, firmId: person.firm_id, roles: ['inspector', 'supervisor'] as const };

const batch = () => {
  const s = new Scribe(new Date(), 'bench');
  for (let i = 0; i < 20; i += 1) s.read({ of: 'supply' }, 'ze', `0.${10 + i}`);
  return s.drafts.map((draft) => ({ ...draft, id: v7() }));
};
const samples: number[] = [];
for (let round = -5; round < 40; round += 1) {
  const small = v7();
  await openJob(actor, small, largeJob().drafts.slice(0, 40).map((draft) => ({ ...draft, id: v7() })));
  const from = performance.now();
  await append(actor, small, batch());
  if (round >= 0) samples.push(performance.now() - from);
}
tell(figureOf('append a batch of 20 to a job of 40 entries', 'ms', samples));

const large = v7();
const drafts = largeJob().drafts;
for (let from = 0; from < drafts.length; from += 200) await (from === 0 ? openJob : append)(actor, large, drafts.slice(from, from + 200));
tell(figureOf('append a batch of 20 to a job of 1,500 entries', 'ms', await timed(30, () => append(actor, large, batch()))));

const entries = drafts.map((draft, index) => ({ ...draft, madeBy: 'p', seq: index + 1 }) as Entry);
const report = reportOf(fold(entries), { name: 'Firm', address: 'A', telephone: 'T', email: 'E' });
const seal = { number: 'EICR-2026-0001', issuedAt: new Date('2026-03-02T17:00:00Z'), documentHash: 'ab'.repeat(32), verifyUrl: 'https://ledger.example/verify/00' };
tell(figureOf('PDF of a report with 30 circuits', 'ms', await timed(15, () => reportPdf(report, seal, seal.issuedAt))));
process.stderr.write(`${large}\n`);
await closeConnections();

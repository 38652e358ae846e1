import pg from 'pg';
import { v7 } from 'uuid';
import { jobStream, viewOf } from '../../src/core/catalogue';
import { buildReport } from '../../src/core/certificates/eicr/build';
import { ze } from '../../src/core/measurements/origin/slots';
import { reportPdf } from '../../src/print/layouts/eicr';
import { closeConnections, forFirm } from '../../src/server/connection';
import { entry, stream } from '../../src/server/schema';
import { append, openJob } from '../../src/server/streams';
import { Scribe } from '../demo/scribe';
import { largeJob } from './large-job';
import { ringJob } from './ring-job';
import { figureOf, tell, timed } from './measure';

const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
await client.connect();
const person = (
  await client.query<{ id: string; firm_id: string }>(
    `select id, firm_id from "user" where roles like '%supervisor%' limit 1`,
  )
).rows[0];
await client.end();
if (!person) throw new Error('The bench runs on a database with the demo in it');
const actor = { id: person.id, firmId: person.firm_id, roles: ['inspector', 'supervisor'] as const };

const batch = () => {
  const s = new Scribe(new Date(), 'bench');
  for (let i = 0; i < 20; i += 1) s.read({ of: 'supply' }, ze, `0.${10 + i}`);
  return s.drafts.map((draft) => ({ ...draft, id: v7() }));
};

/** A job of so many entries, opened through the door. */
async function jobOf(many: number): Promise<string> {
  const id = v7();
  const drafts = largeJob()
    .drafts.slice(0, many)
    .map((draft) => ({ ...draft, id: v7() }));
  await openJob(actor, id, drafts.slice(0, 200));
  for (let from = 200; from < drafts.length; from += 200)
    await append(actor, 'job', id, drafts.slice(from, from + 200));
  return id;
}

/** The same twenty rows, put into the same table in one transaction, with nothing asked of them. */
async function bare(): Promise<number> {
  const id = v7();
  await forFirm(actor.firmId, (tx) => tx.insert(stream).values({ id, firmId: actor.firmId }));
  const rows = batch().map(({ madeAt, ...draft }, index) => ({
    ...draft,
    firmId: actor.firmId,
    streamId: id,
    seq: index + 1,
    madeBy: actor.id,
    madeAt: new Date(madeAt),
  }));
  const from = performance.now();
  await forFirm(actor.firmId, (tx) => tx.insert(entry).values(rows));
  return performance.now() - from;
}

/** What appending twenty to a job costs; the same job for each, so that its fold is as warm as in use. */
async function appended(id: string): Promise<number> {
  const twenty = batch();
  const from = performance.now();
  await append(actor, 'job', id, twenty);
  return performance.now() - from;
}

const rounds = 40;
const taken = { bare: [] as number[], small: [] as number[], large: [] as number[] };
const large = await jobOf(1500);
// Taken in turn, so that a slow moment of the machine falls on all three alike.
for (let round = -5; round < rounds; round += 1) {
  const small = await jobOf(40);
  const one = { bare: await bare(), small: await appended(small), large: await appended(large) };
  if (round >= 0) for (const name of ['bare', 'small', 'large'] as const) taken[name].push(one[name]);
}
const median = (samples: readonly number[]) => [...samples].sort((a, b) => a - b)[Math.floor(samples.length / 2)] ?? 0;
tell(figureOf('20 rows inserted bare into the same table', 'ms', taken.bare));
tell(figureOf('append a batch of 20 to a job of 40 entries', 'ms', taken.small, 'twice bare'));
tell(figureOf('append a batch of 20 to a job of 1,500 entries', 'ms', taken.large, '1.3 times that of 40'));
tell(figureOf('appending to 1,500 entries against 40', 'times', [median(taken.large) / median(taken.small)], '≤ 1.3'));
tell(figureOf('appending to 40 entries against bare', 'times', [median(taken.small) / median(taken.bare)], '≤ 2'));

const drafts = largeJob().drafts;
const view = viewOf(jobStream.fold(drafts.map((draft, index) => ({ ...draft, madeBy: 'p', seq: index + 1 }))));
if (!view) throw new Error('The large job has a document');
const report = buildReport(view, { name: 'Firm', address: 'A', telephone: 'T', email: 'E', logo: '' });
const seal = {
  number: 'EICR-2026-0001',
  issuedAt: new Date('2026-03-02T17:00:00Z'),
  documentHash: 'ab'.repeat(32),
  verifyUrl: 'https://ledger.example/verify/00',
};
tell(figureOf('PDF of a report with 30 circuits', 'ms', await timed(15, () => reportPdf(report, seal, seal.issuedAt))));
/** The same report with every longer text as long as the ledger takes one. */
const filled = (text: string) => ({
  ...report,
  summary: text,
  brief: report.brief.map((fact) => ({ ...fact, value: text })),
  observations: Array.from({ length: 10 }, (_, i) => ({
    id: null,
    number: i + 1,
    code: 'C3' as const,
    what: text,
    where: text.slice(0, 200),
    why: text,
    item: '5.3',
    circuit: '1',
    regulation: '643.3',
    remedied: null,
  })),
});
const [words, unbroken] = ['many words '.repeat(364).slice(0, 4000), 'W'.repeat(4000)];
const inWords = await timed(5, () => reportPdf(filled(words), seal, seal.issuedAt));
const inOne = await timed(5, () => reportPdf(filled(unbroken), seal, seal.issuedAt));
tell(figureOf('PDF with 4,000 characters of words in every longer text', 'ms', inWords));
tell(figureOf('the same with 4,000 letters W and no space', 'ms', inOne, 'twice that of words'));

const ring = v7();
await openJob(
  actor,
  ring,
  ringJob().drafts.map((draft) => ({ ...draft, id: v7() })),
);
process.stderr.write(`${JSON.stringify({ large, ring })}\n`);
await closeConnections();

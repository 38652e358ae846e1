import { randomBytes } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import pg from 'pg';
import { v7 } from 'uuid';
import type { Draft } from '../src/core/ledger/entry';
import { currentVersion } from '../src/core/ledger/kinds';
import { hashPassword } from '../src/db/authentication';
import { closeConnections } from '../src/db/connection';
import { issueDocument } from '../src/db/documents';
import { type FirmActor, append, openJob } from '../src/db/ledger-store';
import { printed } from '../src/features/documents/print';
import { type Instrument, bungalow, cottage, rentedHouse } from './demo/dwellings';
import type { Scribe } from './demo/scribe';

const people = [
  { name: 'Idris Pennock', email: 'idris@fenwhistle.example', roles: 'inspector,supervisor', position: 'Inspector and qualified supervisor' },
  { name: 'Maud Tarrant', email: 'maud@fenwhistle.example', roles: 'inspector,office', position: 'Inspector and office' },
];
const hour = 3_600_000;
const dayMillis = 24 * hour;

async function owner(): Promise<pg.Client> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await client.connect();
  return client;
}

/** Empties every table: the only way entries ever go, and only by the owner's own hand. */
async function empty(): Promise<void> {
  const client = await owner();
  await client.query("set session_replication_role = 'replica'");
  await client.query('delete from document_pdf; delete from document; delete from entry; delete from job_summary; delete from job; delete from instrument; delete from session; delete from account; delete from sign_in_failure; delete from rate_limit; delete from "user"; delete from firm');
  await client.end();
}

async function makeFirm(password: string): Promise<{ actors: FirmActor[]; instruments: Instrument[] }> {
  const client = await owner();
  const firmId = v7();
  await client.query('insert into firm (id, name, address, telephone, email) values ($1, $2, $3, $4, $5)', [firmId, 'Fenwhistle Electrical Inspection', '9 Weavers Yard\nMarrowby', '01632 960 900', 'office@fenwhistle.example']);
  const calibratedOn = new Date(Date.now() - 60 * dayMillis).toISOString().slice(0, 10);
  const instruments: Instrument[] = [
    { id: v7(), name: 'Multifunction tester', serial: 'MF-20417', calibratedOn },
    { id: v7(), name: 'Two-pole voltage indicator', serial: 'VI-3381', calibratedOn },
  ];
  for (const i of instruments) await client.query('insert into instrument (id, firm_id, name, serial, calibrated_on) values ($1, $2, $3, $4, $5)', [i.id, firmId, i.name, i.serial, i.calibratedOn]);
  const actors: FirmActor[] = [];
  for (const person of people) {
    const id = v7();
    await client.query('insert into "user" (id, name, email, email_verified, firm_id, roles, position) values ($1, $2, $3, true, $4, $5, $6)', [id, person.name, person.email, firmId, person.roles, person.position]);
    await client.query("insert into account (id, account_id, provider_id, user_id, password) values ($1, $2, 'credential', $2, $3)", [v7(), id, await hashPassword(password)]);
    actors.push({ id, firmId, roles: person.roles.split(',') as FirmActor['roles'] });
  }
  await client.end();
  return { actors, instruments };
}

/** Through the same door as everyone: whatever the ledger refuses stops the demo. */
async function record(actor: FirmActor, scribe: Scribe): Promise<string> {
  const jobId = v7();
  const results = await openJob(actor, jobId, scribe.drafts);
  const refused = results?.find((result) => !result.accepted);
  if (!results || refused) throw new Error(`The demo was refused: ${refused && !refused.accepted ? refused.reason : 'no job'}`);
  return jobId;
}

async function sign(actor: FirmActor, jobId: string, role: 'inspector' | 'authoriser', at: Date): Promise<void> {
  const draft: Draft = {
    id: v7(),
    kind: 'declaration.signed',
    version: currentVersion('declaration.signed'),
    body: {
      role,
      name: people[0]?.name ?? '',
      position: people[0]?.position ?? '',
      statement: role === 'inspector' ? 'I inspected and tested this installation with reasonable skill and care, within the extent and limitations stated.' : 'I have reviewed this report and authorise it to be issued on behalf of the firm.',
    },
    madeAt: at.toISOString(),
    device: 'demo tablet',
  };
  const [result] = (await append(actor, jobId, [draft])) ?? [];
  if (!result?.accepted) throw new Error(`The demo was not signed: ${result?.reason ?? 'no job'}`);
}

async function load(): Promise<void> {
  const password = randomBytes(9).toString('base64url');
  const { actors, instruments } = await makeFirm(password);
  const [idris, maud] = actors;
  if (!idris || !maud) throw new Error('The demo has two people');
  const now = Date.now();
  await record(idris, rentedHouse(new Date(now - 3 * hour), instruments));
  await record(maud, bungalow(new Date(now - dayMillis), new Date(now + 2 * dayMillis)));
  const visit = new Date(now - 12 * dayMillis);
  const issued = await record(idris, cottage(visit, instruments));
  const signedAt = new Date(visit.getTime() + 5 * hour);
  await sign(idris, issued, 'inspector', signedAt);
  await sign(idris, issued, 'authoriser', new Date(signedAt.getTime() + 600_000));
  const result = await issueDocument(idris, issued, new Date(signedAt.getTime() + 700_000), 'demo tablet');
  if (!result.issued) throw new Error(`The demo document was not issued: ${result.reason}`);

  await printed(idris, result.documentId);
  const path = process.env.DEMO_FILE ?? '.local/demo.json';
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, JSON.stringify({ password, people: people.map(({ email, roles, name }) => ({ email, roles, name })) }, null, 2), { mode: 0o600 });
  process.stdout.write(`The demo firm is loaded: three jobs, two people. Their password is ${password}\n`);
}

async function main(): Promise<void> {
  const [verb] = process.argv.slice(2);
  if (verb !== 'load' && verb !== 'reset') throw new Error('Say load or reset.');
  if (verb === 'reset') await empty();
  await load();
  await closeConnections();
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
  process.exit(1);
});

import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import pg from 'pg';
import { v7 } from 'uuid';
import { documents, firmStream, jobStream } from '../src/core/catalogue';
import { readJpeg } from '../src/core/job/jpeg';
import type { PersonFields } from '../src/core/firm/kinds/person';
import { closeConnections } from '../src/server/connection';
import { issueDocument } from '../src/server/issue';
import { beginFirm, invite, join } from '../src/server/firms';
import { installationFor } from '../src/server/installations';
import { firmState } from '../src/server/people';
import { jobsOpen } from '../src/server/list-jobs';
import { endPrinting } from '../src/server/printing';
import { keepPicture } from '../src/server/pictures';
import { type FirmActor, append, openJob, stateOf } from '../src/server/streams';
import { actorOf } from './demo/actor';
import { type Instrument, bungalow, cottage, rentedHouse } from './demo/dwellings';
import { boardToQuote, likeForLike, newHouse, remedial, rewire, smallWorks, workshop } from './demo/every-sort';
import { boardChange, towelRail } from './demo/new-work';
import { diary } from './demo/diary';
import { dayHere } from '../src/core/words/moment';
import type { Scribe } from './demo/scribe';

const people: readonly (PersonFields & { readonly email: string })[] = [
  {
    name: 'Idris Pennock',
    email: 'idris@fenwhistle.example',
    roles: ['inspector', 'supervisor'],
    position: 'Inspector and qualified supervisor',
  },
  {
    name: 'Maud Tarrant',
    email: 'maud@fenwhistle.example',
    roles: ['inspector', 'office'],
    position: 'Inspector and office',
  },
];
const hour = 3_600_000;
const dayMillis = 24 * hour;

async function owner(): Promise<pg.Client> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await client.connect();
  return client;
}

const demoFirm = 'Fenwhistle Electrical Inspection';

/**
 * Empties every table: the only way entries ever go, and only by the owner's own hand. Where a firm stands that is not
 * the demo's, only if the database is named in full.
 */
async function empty(named: string | undefined): Promise<void> {
  const client = await owner();
  const { rows } = await client.query<{ database: string; firms: string[] | null }>(
    'select current_database() as database, (select array_agg(name order by name) from firm where name <> $1) as firms',
    [demoFirm],
  );
  const { database = '', firms } = rows[0] ?? {};
  if (firms && named !== database) {
    await client.end();
    throw new Refused(
      `Nothing was emptied: ${firms.join(', ')} would be lost for ever, with every document. If that is meant, name the database: npm run demo:reset -- ${database}`,
    );
  }
  await client.query("set session_replication_role = 'replica'");
  await client.query(
    'delete from job_search; delete from firm_file; delete from calendar_feed; delete from practice_result; delete from link; delete from duty; delete from job_device; delete from job_export; delete from document_removed; delete from picture; delete from log_head; delete from log_leaf; delete from document_pdf; delete from document; delete from entry; delete from job_summary; delete from stream; delete from invitation; delete from session; delete from account; delete from sign_in_failure; delete from rate_limit; delete from "user"; delete from firm',
  );
  await client.end();
}

/** Begins the firm, asks its second person in, and adds its instruments: as anybody would. */
async function makeFirm(password: string): Promise<{ actors: FirmActor[]; instruments: Instrument[] }> {
  const [first, second] = people;
  if (!first || !second) throw new Error('The demo has two people');
  const begun = await beginFirm(
    {
      name: demoFirm,
      address: '9 Weavers Yard\nMarrowby',
      telephone: '01632 960 900',
      email: 'office@fenwhistle.example',
    },
    { ...first, password },
  );
  if (!begun.ok) throw new Error(begun.problem);
  const { actor } = begun;
  const invited = await invite(actor, second);
  if (!invited.ok) throw new Error(invited.problem);
  const joined = await join(invited.token, second.name, second.email, password);
  if (!joined.ok) throw new Error(joined.problem);

  const calibratedOn = new Date(Date.now() - 60 * dayMillis).toISOString().slice(0, 10);
  const nextDueOn = new Date(Date.now() + 305 * dayMillis).toISOString().slice(0, 10);
  const soon = new Date(Date.now() + 12 * dayMillis).toISOString().slice(0, 10);
  const said = [
    { sort: 'multifunction tester', name: 'Multifunction tester', serial: 'MF-20417' },
    { sort: 'voltage indicator', name: 'Two-pole voltage indicator', serial: 'VI-3381' },
  ] as const;
  const instruments = said.map((each): Instrument => ({
    id: v7(),
    name: each.name,
    serial: each.serial,
    calibratedOn,
  }));
  const made = () => ({ id: v7(), madeAt: new Date().toISOString(), device: 'office' });
  const drafts = said.map((each, index) =>
    firmStream.draft(
      'instrument.added',
      {
        instrumentId: instruments[index]?.id ?? '',
        // The indicator is due soon.
        fields: { ...each, calibratedOn, nextDueOn: index === 0 ? nextDueOn : soon },
      },
      made(),
    ),
  );
  // A year of monthly checks, the continuity function drifting within its bounds.
  const checks = [150, 120, 90, 60, 30, 3].map((days, index) => {
    const at = new Date(Date.now() - days * dayMillis);
    const shown = (from: number, step: number, places = 2) => (from + step * index).toFixed(places);
    return firmStream.draft(
      'check.made',
      {
        instrumentId: instruments[0]?.id ?? '',
        on: at.toISOString().slice(0, 10),
        readings: [
          { against: 'continuity 0.5', shown: shown(0.5, 0.004) },
          { against: 'continuity 1', shown: shown(1, 0.007) },
          { against: 'insulation 1', shown: shown(0.99, 0.002) },
          { against: 'insulation 10', shown: shown(9.98, 0.01) },
          { against: 'loop', shown: shown(0.31, index % 2 ? 0.004 : 0) },
          { against: 'rcd', shown: shown(24.2, 0.1, 1) },
        ],
        note: '',
      },
      { id: v7(), madeAt: at.toISOString(), device: 'office' },
    );
  });
  const defaults = firmStream.draft('defaults.set', { edition: 'bs7671-2018-a2', samplingPercent: 20 }, made());
  refuseNothing(await append(actor, 'firm', actor.firmId, [...drafts, ...checks, defaults]));
  return { actors: [actor, await actorOf(second.email)], instruments };
}

function refuseNothing(results: Awaited<ReturnType<typeof append>>): void {
  const refused = results?.find((result) => !result.accepted);
  if (!results || refused)
    throw new Error(`The demo was refused: ${refused && !refused.accepted ? refused.reason : 'no such stream'}`);
}

/** Through the same door as everyone: whatever the ledger refuses stops the demo. */
async function record(actor: FirmActor, scribe: Scribe): Promise<string> {
  const jobId = v7();
  refuseNothing(await openJob(actor, jobId, scribe.drafts));
  const job = await stateOf(actor.firmId, 'job', jobId);
  const { address, premises } = job?.site ?? {};
  const client = job?.client.name ?? '';
  const installationId = await installationFor(actor, { address: address ?? '', premises: premises ?? '', client });
  if (!installationId) throw new Error('The demo firm was told of no installation');
  const made = { id: v7(), madeAt: new Date().toISOString(), device: 'office' };
  refuseNothing(await append(actor, 'job', jobId, [jobStream.draft('installation.set', { installationId }, made)]));
  return jobId;
}

/** Signs every declaration of a job's paper, one after the other, and issues it. */
async function issue(actor: FirmActor, scribe: Scribe, kind: string, signedAt: Date): Promise<void> {
  const jobId = await record(actor, scribe);
  const { documentId } = scribe;
  const { name = '', position = '' } = people[0] ?? {};
  for (const [index, { role, statement }] of (documents.of(kind)?.roles ?? []).entries()) {
    const madeAt = new Date(signedAt.getTime() + index * 200_000).toISOString();
    const body = { documentId, role, name, position, statement };
    const draft = jobStream.draft('declaration.signed', body, { id: v7(), madeAt, device: 'demo tablet' });
    refuseNothing(await append(actor, 'job', jobId, [draft]));
  }
  const result = await issueDocument(actor, jobId, documentId, new Date(signedAt.getTime() + 700_000), 'demo tablet');
  if (!result.issued) throw new Error(`The demo document was not issued: ${result.reason}`);
}

/** A drawing of our own beside one of a job's findings, by the same doors as a picture taken on site. */
async function addPicture(
  actor: FirmActor,
  jobId: string,
  number: number,
  name: string,
  caption: string,
): Promise<void> {
  const bytes = readFileSync(new URL(`demo/pictures/${name}.jpg`, import.meta.url));
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const size = readJpeg(bytes);
  const finding = (await stateOf(actor.firmId, 'job', jobId))?.observations.find((each) => each.number === number);
  const kept = await keepPicture(actor, jobId, sha256, bytes);
  if (!size.ok || !finding || !kept?.ok) throw new Error(`The demo picture ${name} was refused`);
  const { width, height } = size;
  const about = { of: 'observation' as const, id: finding.id };
  const made = { id: v7(), madeAt: new Date().toISOString(), device: 'demo tablet' };
  const draft = jobStream.draft('picture.taken', { pictureId: v7(), about, sha256, width, height, caption }, made);
  refuseNothing(await append(actor, 'job', jobId, [draft]));
}

/** Whether the demo's firm stands in the database, whole or half. */
async function demoStands(): Promise<boolean> {
  const client = await owner();
  const { rowCount } = await client.query('select 1 from firm where name = $1', [demoFirm]);
  await client.end();
  return (rowCount ?? 0) > 0;
}

/**
 * Loads the demo's firm, or what a load that was killed left of it: while it loads its password stands in a file beside the
 * one it ends in, so that the next start knows what is half done, takes that away and begins again.
 */
async function load(): Promise<void> {
  const path = process.env.DEMO_FILE ?? '.local/demo.json';
  const loading = `${path}.loading`;
  mkdirSync(dirname(path), { recursive: true });
  if (await demoStands()) {
    // Whoever held the turn before may have finished what its own start did not live to see.
    if (existsSync(path) && !existsSync(loading)) {
      process.stdout.write('The demo firm is loaded: another start of this folder did it.\n');
      return;
    }
    if (!existsSync(loading))
      throw new Refused(
        'The demo firm is in this database already, and its password is not known here. npm run demo:reset loads it again; npm start -- --empty serves a database of its own.',
      );
    process.stdout.write('A load of the demo firm was cut short: it is taken away and loaded again.\n');
    await empty(undefined);
  }
  const password = randomBytes(9).toString('base64url');
  writeFileSync(
    loading,
    JSON.stringify(
      { password, people: people.map(({ email, roles, name }) => ({ email, roles: roles.join(','), name })) },
      null,
      2,
    ),
    { mode: 0o600 },
  );
  const { actors, instruments } = await makeFirm(password);
  const [idris, maud] = actors;
  if (!idris || !maud) throw new Error('The demo has two people');
  const now = Date.now();
  const rented = await record(idris, rentedHouse(new Date(now - 3 * hour), instruments));
  await addPicture(idris, rented, 1, 'gatepost-light', 'Water in the lantern, moss below it');
  await addPicture(idris, rented, 2, 'two-rcds', 'Both marked type AC');
  await record(maud, newHouse(new Date(now - 8 * hour)));
  await record(maud, rewire(new Date(now - 20 * hour), instruments));
  await record(idris, workshop(new Date(now - 30 * hour), instruments));
  await record(idris, boardToQuote(new Date(now - 32 * hour), instruments));
  await record(maud, remedial(new Date(now - 34 * hour), instruments));
  await record(maud, smallWorks(new Date(now - 52 * hour), instruments));
  await record(maud, bungalow(new Date(now - dayMillis), new Date(now + 2 * dayMillis)));
  await record(idris, towelRail(new Date(now - 26 * hour), instruments));
  const visit = new Date(now - 12 * dayMillis);
  await issue(idris, cottage(visit, instruments), 'EICR', new Date(visit.getTime() + 5 * hour));
  const lamp = new Date(now - 9 * dayMillis);
  await issue(idris, likeForLike(lamp, instruments), 'MWC', new Date(lamp.getTime() + hour));
  const change = new Date(now - 6 * dayMillis);
  await issue(idris, boardChange(change, instruments), 'EIC', new Date(change.getTime() + 5 * hour));

  const { firmId } = idris;
  const booked = diary(await firmState(firmId), await jobsOpen(firmId), [idris.id, maud.id], dayHere(new Date(now)));
  refuseNothing(await append(idris, 'firm', firmId, booked));

  // Only now: a file that stands says that all of it is there.
  renameSync(loading, path);
  process.stdout.write(`The demo firm is loaded: twelve jobs, two people. Their password is ${password}\n`);
}

/**
 * One loads at a time: a load goes on when the start that asked for it is killed, and the next start waits for it here. The
 * lock goes with the connection, whatever ends it.
 */
async function alone(work: () => Promise<void>): Promise<void> {
  const client = await owner();
  await client.query('select pg_advisory_lock(767109)');
  try {
    await work();
  } finally {
    await client.end();
  }
}

async function main(): Promise<void> {
  const [verb, named] = process.argv.slice(2);
  if (verb !== 'load' && verb !== 'reset') throw new Error('Say load or reset.');
  await alone(async () => {
    if (verb === 'reset') {
      rmSync(process.env.DEMO_FILE ?? '.local/demo.json', { force: true });
      await empty(named);
    }
    await load();
  });
  await endPrinting();
  await closeConnections();
}

/** What is not done, with a reason for whoever asked. */
class Refused extends Error {}

main().catch((error: unknown) => {
  const words =
    error instanceof Error ? ((error instanceof Refused ? null : error.stack) ?? error.message) : String(error);
  process.stderr.write(`${words}\n`);
  process.exit(1);
});

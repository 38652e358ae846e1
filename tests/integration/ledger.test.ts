import { inspect } from 'node:util';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { Scribe } from '../../scripts/demo/scribe';
import type { Drafted } from '../../src/core/ledger/entry';
import { ze } from '../../src/core/measurements/origin/slots';
import { closeConnections, forFirm } from '../../src/server/connection';
import { listJobs } from '../../src/server/list-jobs';
import { rebuildProjections } from '../../src/server/projections/rebuild';
import { type FirmActor, append, entriesAfter, openJob } from '../../src/server/streams';
import { readEntries } from '../../src/server/stored-entries';
import { asOwner } from '../support/database';
import { newFirm } from '../support/firm';
import { noon, opened, rentedHouseEntries } from '../support/entries';

afterAll(closeConnections);

const application = async (sql: string, values: unknown[] = [], firmId?: string) => {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  try {
    if (firmId) await client.query("select set_config('ledger.firm', $1, false)", [firmId]);
    return await client.query(sql, values);
  } finally {
    await client.end();
  }
};

async function job(actor: FirmActor, scribe: Scribe = opened()): Promise<string> {
  const jobId = v7();
  await openJob(actor, jobId, scribe.drafts);
  return jobId;
}
const reading = (shown: string): Drafted => {
  const s = new Scribe(noon, 'test');
  s.read({ of: 'supply' }, ze, shown);
  return { ...(s.drafts[0] as Drafted), id: v7() };
};

describe('appending', () => {
  it('takes the same batch again as once, whole or in part, at once or later', async () => {
    const actor = await newFirm();
    const jobId = await job(actor);
    const drafts = Array.from({ length: 20 }, (_, i) => reading(`0.${10 + i}`));
    const answers = await Promise.all([
      append(actor, 'job', jobId, drafts),
      append(actor, 'job', jobId, drafts),
      append(actor, 'job', jobId, drafts.slice(5, 9)),
    ]);
    for (const answer of answers) expect(answer?.every((result) => result.accepted)).toBe(true);
    expect(answers[0]).toEqual(answers[1]);
    const entries = await entriesAfter(actor, 'job', jobId, 0);
    expect(entries?.map((e) => e.seq)).toEqual(Array.from({ length: 22 }, (_, i) => i + 1));
  });

  it('numbers the entries of many writers without gaps or doubles', async () => {
    const actor = await newFirm();
    const jobId = await job(actor);
    await Promise.all(
      Array.from({ length: 12 }, (_, w) =>
        append(
          actor,
          'job',
          jobId,
          Array.from({ length: 5 }, (_, i) => reading(`0.${w}${i}`)),
        ),
      ),
    );
    const entries = await entriesAfter(actor, 'job', jobId, 0);
    expect(entries?.map((e) => e.seq)).toEqual(Array.from({ length: 62 }, (_, i) => i + 1));
    expect(new Set(entries?.map((e) => e.id)).size).toBe(62);
  });

  it('lets one of two people strike the same reading and keeps what both typed', async () => {
    const actor = await newFirm();
    const jobId = await job(actor);
    const first = reading('0.20');
    await append(actor, 'job', jobId, [first]);
    const strike = (why: string): Drafted => ({
      ...first,
      id: v7(),
      kind: 'entry.struck',
      version: 1,
      body: { entryId: first.id, why },
    });
    const [a, b] = await Promise.all([
      append(actor, 'job', jobId, [strike('by a'), reading('0.21')]),
      append(actor, 'job', jobId, [strike('by b'), reading('0.22')]),
    ]);
    const struck = [a?.[0], b?.[0]];
    expect(struck.filter((r) => r?.accepted)).toHaveLength(1);
    expect(struck.find((r) => !r?.accepted)).toMatchObject({
      reason: expect.stringMatching(/struck already: by [ab]/),
    });
    expect([a?.[1]?.accepted, b?.[1]?.accepted]).toEqual([true, true]);
  });

  it('refuses another text under a known id, and an id of another job', async () => {
    const actor = await newFirm();
    const [one, two] = [await job(actor), await job(actor)];
    const draft = reading('0.20');
    await append(actor, 'job', one, [draft]);
    expect(
      await append(actor, 'job', one, [{ ...draft, body: { ...(draft.body as object), reason: 'other' } } as Drafted]),
    ).toMatchObject([{ accepted: false, reason: expect.stringContaining('Another entry') }]);
    expect(await append(actor, 'job', two, [draft])).toMatchObject([
      { accepted: false, reason: expect.stringContaining('Another entry') },
    ]);
  });

  it('keeps every digit and letter as it was said', async () => {
    const actor = await newFirm();
    const s = opened();
    s.say('client.named', { name: "Ω “quoted” 😀 \\ ' % ", address: 'two\nlines' });
    s.read({ of: 'supply' }, ze, '0.370');
    const jobId = await job(actor, s);
    const entries = await entriesAfter(actor, 'job', jobId, 0);
    expect(entries?.map((e) => e.body)).toEqual(s.drafts.map((d) => d.body));
    expect(entries?.map((e) => e.madeAt)).toEqual(s.drafts.map((d) => d.madeAt));
  });
});

describe('the store', () => {
  it("lets the application's role neither change nor remove an entry or a document", async () => {
    const actor = await newFirm();
    await job(actor);
    for (const sql of [
      'update entry set device = $$x$$',
      'delete from entry',
      'truncate entry',
      'update document set number = $$x$$',
      'delete from document',
      'alter table entry disable trigger all',
      'drop table entry',
      "set session_replication_role = 'replica'",
      'create table mine (x int)',
    ]) {
      await expect(application(sql, [], actor.firmId), sql).rejects.toThrow(
        /permission denied|must be owner|append-only/,
      );
    }
  });

  it('refuses even its owner, unless the owner takes the guard away by hand', async () => {
    await expect(asOwner((c) => c.query("update entry set device = 'x'"))).rejects.toThrow(/append-only/);
    await expect(asOwner((c) => c.query('delete from entry'))).rejects.toThrow(/append-only/);
    await expect(asOwner((c) => c.query('truncate entry cascade'))).rejects.toThrow(/append-only/);
  });

  it('shows nothing to a connection that has not said for which firm it asks, and only its own to one that has', async () => {
    const [mine, theirs] = [await newFirm('mine'), await newFirm('theirs')];
    const jobId = await job(mine);
    for (const table of ['firm', 'stream', 'entry', 'job_summary', 'document', 'document_pdf', 'invitation']) {
      expect((await application(`select * from ${table}`)).rowCount, table).toBe(0);
      const own = table === 'firm' ? 'id' : 'firm_id';
      const seen = await application(`select ${own} as firm from ${table}`, [], theirs.firmId);
      expect(
        seen.rows.every((row) => row.firm === theirs.firmId),
        table,
      ).toBe(true);
    }
    expect(await entriesAfter(theirs, 'job', jobId, 0)).toBeNull();
    expect(await append(theirs, 'job', jobId, [reading('0.2')])).toBeNull();
    await expect(
      application('insert into stream (id, firm_id) values ($1, $2)', [v7(), mine.firmId], theirs.firmId),
    ).rejects.toThrow(/row-level security/);
    expect((await openJob(theirs, jobId, opened().drafts)) === null).toBe(true);
  });

  it('says of a query that failed what it was, and nothing of what it was asked with', async () => {
    const secret = 'Mr Quillfeather of Ashby Mere';
    const failed = await forFirm(v7(), (tx) => tx.execute(sql`select ${secret}::uuid`)).catch(
      (error: unknown) => error,
    );
    expect(failed).toBeInstanceOf(Error);
    const said = inspect(failed, { depth: 9, showHidden: true });
    expect(said).toContain('22P02');
    expect(said).not.toContain('Quillfeather');
  });
});

const struckBody = ({ body }: Drafted) => body as { readonly entryId: string; readonly why: string };

describe('projections', () => {
  it('are the same after being dropped and rebuilt from entries', async () => {
    const actor = await newFirm();
    const old = rentedHouseEntries();
    const drafts = old.map(({ kind, version, body, madeAt, device }) => ({
      id: v7(),
      kind,
      version,
      body,
      madeAt,
      device,
    }));
    const ids = new Map(old.map((entry, index) => [entry.id, drafts[index]?.id ?? '']));
    const relinked = drafts.map((d) =>
      d.kind === 'entry.struck'
        ? { ...d, body: { ...struckBody(d), entryId: ids.get(struckBody(d).entryId) ?? '' } }
        : d,
    );
    const jobId = v7();
    const results = await openJob(actor, jobId, relinked);
    expect(results?.filter((r) => !r.accepted)).toEqual([]);
    await job(actor);
    const before = await listJobs(actor.firmId);
    expect(before).toHaveLength(2);
    await application('delete from job_summary', [], actor.firmId);
    expect(await listJobs(actor.firmId)).toEqual([]);
    expect(await forFirm(actor.firmId, (tx) => rebuildProjections(tx, actor.firmId))).toBe(3);
    expect(await listJobs(actor.firmId)).toEqual(before);
    expect(before.find((row) => row.jobId === jobId)).toMatchObject({
      status: 'under way',
      codes: '1 × C2, 1 × C3',
      nextStage: 'inspection',
    });
  });

  it('stay out of an entry that cannot be read: the failure is said, with its place', async () => {
    const actor = await newFirm();
    const jobId = await job(actor);
    await application(
      `insert into entry (id, firm_id, stream_id, seq, kind, version, body, made_at, made_by, device) values ($1, $2, $3, 3, 'client.named', 99, '{}', now(), 'x', 'x')`,
      [v7(), actor.firmId, jobId],
      actor.firmId,
    );
    await expect(forFirm(actor.firmId, (tx) => readEntries(tx, 'job', jobId))).rejects.toThrow(
      /Entry 3 .* newer than this application knows/,
    );
  });
});

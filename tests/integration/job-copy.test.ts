import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Unzipped, strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type pg from 'pg';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { exportJobTo, importJob } from '../../scripts/copy/job-copy';
import { cottage } from '../../scripts/demo/dwellings';
import { jobStream } from '../../src/core/catalogue';
import { closeConnections } from '../../src/server/connection';
import { endPrinting } from '../../src/server/printing';
import { type FirmActor, append, stateOf } from '../../src/server/streams';
import { checkOwn } from '../../src/server/verification';
import { asOwner } from '../support/database';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';
import { issueWork } from '../support/issued-work';

const folder = mkdtempSync(join(tmpdir(), 'job-copy-'));
const saved = join(folder, 'saved.zip');
let actor: FirmActor;
let job: { jobId: string; issueId: string };
let parts: Unzipped;

beforeAll(async () => {
  actor = await newFirm('A firm that copies');
  const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];
  job = await issueWork(actor, cottage(noon, instruments), 'EICR', noon);
  await asOwner((client) => exportJobTo(client, saved, job.jobId));
  parts = unzipSync(new Uint8Array(readFileSync(saved)));
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await endPrinting();
  await closeConnections();
});

/** As if it had never been: by the owner's hand, past every trigger. */
const forget = () =>
  asOwner(async (client) => {
    await client.query("set session_replication_role = 'replica'");
    for (const [table, column] of [
      ['document_pdf', 'document_id'],
      ['log_leaf', 'issue_id'],
    ])
      await client.query(`delete from ${table} where ${column} = $1`, [job.issueId]);
    for (const [table, column] of [
      ['document', 'job_id'],
      ['duty', 'job_id'],
      ['job_search', 'job_id'],
      ['job_summary', 'job_id'],
      ['entry', 'stream_id'],
      ['stream', 'id'],
    ])
      await client.query(`delete from ${table} where ${column} = $1`, [job.jobId]);
    await client.query('update firm set next_document_number = 1 where id = $1', [actor.firmId]);
  });

const importing = (changed: Unzipped, named?: string) => {
  const file = join(folder, `${v7()}.zip`);
  writeFileSync(file, zipSync({ ...parts, ...changed }));
  return asOwner((client: pg.Client) => importJob(client, file, named));
};
const changedIn = (name: string, from: string | RegExp, to: string): Unzipped => {
  const text = strFromU8(parts[name] ?? new Uint8Array());
  expect(text).toMatch(from);
  return { [name]: strToU8(text.replace(from, to)) };
};
const documentName = () => Object.keys(parts).find((name) => /^documents.*json$/.test(name)) ?? '';

describe('a job out as a file and in again', () => {
  it('is refused where it stands already', async () => {
    await expect(importing({})).rejects.toThrow(/That job is here already. Nothing was imported/);
  });

  it('is the same again: entries, paper, seal, lists; and work goes on', async () => {
    await forget();
    expect(await importing({})).toMatchObject({ firm: 'A firm that copies', documents: 1 });
    const again = join(folder, 'again.zip');
    await asOwner((client) => exportJobTo(client, again, job.jobId));
    expect(unzipSync(new Uint8Array(readFileSync(again)))).toEqual(parts);
    expect(await checkOwn(actor, job.issueId)).toMatchObject({ intact: true });
    const { rows } = await asOwner((client) =>
      client.query<{ status: string; next: number; leaves: number }>(
        `select s.status, f.next_document_number as next, (select count(*)::int from log_leaf where issue_id = $2) as leaves
         from job_summary s join firm f on f.id = s.firm_id where s.job_id = $1`,
        [job.jobId, job.issueId],
      ),
    );
    expect(rows).toEqual([{ status: 'issued', next: 2, leaves: 1 }]);
    const draft = { id: v7(), madeAt: new Date().toISOString(), device: 'test' };
    const [kept] =
      (await append(actor, 'job', job.jobId, [jobStream.draft('parking.set', { until: null }, draft)])) ?? [];
    expect(kept).toMatchObject({ accepted: true });
  });

  it('is refused whole where anything of it is another, missing or of others', async () => {
    await forget();
    await expect(importing(changedIn('ledger.json', '"shown": "0.', '"shown": "9.'))).rejects.toThrow(
      /entry \d+ was changed. Nothing was imported/,
    );
    await expect(importing({ [documentName()]: strToU8('{}') })).rejects.toThrow(/cannot be read as a document/);
    await expect(importing(changedIn('ledger.json', /"seq": 2\b/, '"seq": 3'))).rejects.toThrow(/Nothing was imported/);
    const { [documentName()]: _paper, ...others } = parts;
    const file = join(folder, 'no-paper.zip');
    writeFileSync(file, zipSync(others));
    await expect(asOwner((client) => importJob(client, file, actor.firmId))).rejects.toThrow(
      /was issued, and is not in the file/,
    );
    await expect(importing({ [`pictures/${'a'.repeat(64)}.jpg`]: strToU8('another') })).rejects.toThrow(/Picture a+/);
    expect(await stateOf(actor.firmId, 'job', job.jobId)).toBeNull();
  });

  it('goes nowhere but to the firm that issued its papers', async () => {
    const other = await newFirm('Another firm');
    await importing({}, other.firmId);
    expect(await stateOf(other.firmId, 'job', job.jobId)).toBeNull();
    expect(await stateOf(actor.firmId, 'job', job.jobId)).not.toBeNull();
    await expect(asOwner((client) => exportJobTo(client, saved, 'no such job'))).rejects.toThrow(/There is no job/);
  });
});

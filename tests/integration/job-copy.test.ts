import { type KeyObject, createHash, createPublicKey, generateKeyPairSync, sign } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Unzipped, strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type pg from 'pg';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { exportJobTo, importJob } from '../../scripts/copy/job-copy';
import { cottage } from '../../scripts/demo/dwellings';
import type { DocumentFile } from '../../scripts/ledger/saved-job';
import { jobStream } from '../../src/core/catalogue';
import { hashOfLeaf, signedWords } from '../../src/core/ledger/daily-head';
import { type SealedEntry, seal } from '../../src/core/ledger/seal';
import { resetEnvironment } from '../../src/env';
import { closeConnections } from '../../src/server/connection';
import { endPrinting } from '../../src/server/printing';
import { hashOfHex } from '../../src/server/signed-head';
import { type FirmActor, append, stateOf } from '../../src/server/streams';
import { checkOwn } from '../../src/server/verification';
import { asOwner } from '../support/database';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';
import { issueWork } from '../support/issued-work';

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');
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
const forget = (leaf: 'kept' | 'gone' = 'kept') =>
  asOwner(async (client) => {
    await client.query("set session_replication_role = 'replica'");
    for (const [table, column] of [
      ['document_pdf', 'document_id'],
      ['document_proof', 'document_id'],
      ...(leaf === 'gone' ? [['log_leaf', 'issue_id']] : []),
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
    expect(await importing({})).toMatchObject({ firm: 'A firm that copies', documents: 1, unproved: [] });
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

/** The job as somebody with the file and this program would forge it: another model and number, sealed anew throughout. */
async function forged(change: (document: DocumentFile & { model: { reference: string } }) => void): Promise<Unzipped> {
  const ledger = JSON.parse(strFromU8(parts['ledger.json'] ?? new Uint8Array())) as { entries: SealedEntry[] };
  const raw = JSON.parse(strFromU8(parts[documentName()] ?? new Uint8Array())) as DocumentFile & {
    model: { reference: string };
  };
  change(raw);
  const record = ledger.entries[raw.links.length];
  if (!record) throw new Error('It was issued');
  const { number, issuedAt, model, kind, firmId, begunId, replaces, verificationToken } = raw;
  const covered = { number, issuedAt, model, kind, firmId, begunId, replaces, verificationToken };
  const made = { issuedBy: record.madeBy, device: record.device, sealedTo: raw.links.length };
  const sealed = await seal(ledger.entries.slice(0, raw.links.length), { ...covered, ...made }, sha256);
  const body = { ...(record.body as object), number, documentHash: sealed.documentHash };
  return {
    'ledger.json': strToU8(
      JSON.stringify({
        ...ledger,
        entries: ledger.entries.map((each) => (each === record ? { ...each, body } : each)),
      }),
    ),
    [documentName()]: strToU8(JSON.stringify({ ...raw, ...sealed })),
  };
}

describe('a paper that was not issued here', () => {
  const saidOf = async () => (await checkOwn(actor, job.issueId)) ?? null;
  const leafOf = (document: DocumentFile) => ({
    issueId: document.id,
    documentHash: document.documentHash,
    pdfSha256: document.pdfSha256,
  });
  /** The same job with the way up to a head that somebody signed over this one document. */
  const provedBy = (key: KeyObject): Unzipped => {
    const raw = JSON.parse(strFromU8(parts[documentName()] ?? new Uint8Array())) as DocumentFile;
    const head = { day: '2026-03-02', size: 1, root: hashOfLeaf(leafOf(raw), hashOfHex) };
    const signature = sign(null, Buffer.from(signedWords(head)), key).toString('base64');
    const proof = {
      format: 'orange-ledger/proof/1',
      leaf: leafOf(raw),
      index: 0,
      path: [],
      head: { ...head, publicKey: publicOf(key), signature },
    };
    return { [documentName()]: strToU8(JSON.stringify({ ...raw, proof })) };
  };
  const publicOf = (key: KeyObject) => createPublicKey(key).export({ format: 'der', type: 'spki' }).toString('base64');
  const [own, other] = [generateKeyPairSync('ed25519').privateKey, generateKeyPairSync('ed25519').privateKey];
  const setKeys = (known: string) => {
    process.env.HEAD_KEY = own.export({ format: 'der', type: 'pkcs8' }).toString('base64');
    process.env.KNOWN_HEAD_KEYS = known;
    resetEnvironment();
  };
  const keys = [process.env.HEAD_KEY, process.env.KNOWN_HEAD_KEYS];
  afterAll(() => {
    [process.env.HEAD_KEY, process.env.KNOWN_HEAD_KEYS] = keys.map((key) => key ?? '');
    resetEnvironment();
  });

  it('comes in and cannot be proved, and is not put among what was issued', async () => {
    await forget('gone');
    const changed = await forged((document) => (document.model.reference = 'FORGED'));
    expect(await importing(changed)).toMatchObject({ unproved: ['EICR-2026-0001'] });
    expect(await saidOf()).toEqual({ intact: false, what: 'unproved' });
    const leaves = await asOwner((client) => client.query('select 1 from log_leaf where issue_id = $1', [job.issueId]));
    expect(leaves.rowCount).toBe(0);
  });

  it('is proved by a head of our own key, of a key that is known here, and of no other', async () => {
    for (const [key, known, isProved] of [
      [own, '', true],
      [other, '', false],
      [other, `x, ${publicOf(other)}`, true],
    ] as const) {
      await forget('gone');
      setKeys(known);
      expect(await importing(provedBy(key))).toMatchObject({ unproved: isProved ? [] : ['EICR-2026-0001'] });
      expect(await saidOf()).toMatchObject(isProved ? { intact: true } : { what: 'unproved' });
    }
  });

  it('is refused with the proof of another, and under a number that is none or out of reach', async () => {
    await forget('gone');
    const [document] = Object.values(provedBy(own));
    const text = strFromU8(document ?? new Uint8Array());
    const another = text.replace(/"leaf":\{"issueId":"[0-9a-f-]{36}"/, `"leaf":{"issueId":"${v7()}"`);
    expect(another).not.toBe(text);
    await expect(importing({ [documentName()]: strToU8(another) })).rejects.toThrow(/does not prove it/);
    for (const [number, problem] of [
      ['EICR-2026-99999', /out of reach/],
      ['EICR-2026-10002', /out of reach/],
      ['EICR-2026-9999999999', /is no number/],
      ['EICR-2024-0001', /is no number/],
      ['MWC-2026-0001', /is no number/],
      ['EICR-2026-1', /is no number/],
    ] as const)
      await expect(importing(await forged((each) => void Object.assign(each, { number })))).rejects.toThrow(problem);
    const furthest = { number: 'EICR-2026-10001' };
    expect(await importing(await forged((each) => void Object.assign(each, furthest)))).toMatchObject({
      unproved: [furthest.number],
    });
  });
});

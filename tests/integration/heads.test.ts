import { generateKeyPairSync } from 'node:crypto';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cottage } from '../../scripts/demo/dwellings';
import { jobStream } from '../../src/core/catalogue';
import { type DailyHead, checkProof, hashOfLeaf, signedWords } from '../../src/core/ledger/daily-head';
import { consistencyProof, provesConsistency, treeRoot } from '../../src/core/ledger/merkle';
import { resetEnvironment } from '../../src/env';
import { closeConnections } from '../../src/server/connection';
import { checkHeads, dailyHeads, proofOf, signDailyHead } from '../../src/server/daily-heads';
import { findDocument } from '../../src/server/documents';
import { issueDocument } from '../../src/server/issue';
import { endPrinting } from '../../src/server/printing';
import { hashOfHex, isSigned } from '../../src/server/signed-head';
import { append, openJob } from '../../src/server/streams';
import { checkByToken } from '../../src/server/verification';
import { asOwner, tamper } from '../support/database';
import { declared, noon } from '../support/entries';
import { newFirm } from '../support/firm';

const { privateKey } = generateKeyPairSync('ed25519');
beforeAll(() => {
  process.env.HEAD_KEY = privateKey.export({ format: 'der', type: 'pkcs8' }).toString('base64');
  resetEnvironment();
});
afterAll(async () => {
  await endPrinting();
  await closeConnections();
});

const dayMillis = 86_400_000;
const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });

async function issued() {
  const actor = await newFirm();
  const jobId = v7();
  const scribe = cottage(noon, [{ id: v7(), name: 'Tester', serial: 'S-1', calibratedOn: '2026-01-01' }]);
  await openJob(actor, jobId, scribe.drafts);
  const { documentId } = scribe;
  const signatures = (['inspector', 'authoriser'] as const).map((role) =>
    jobStream.draft(
      'declaration.signed',
      { documentId, role, name: 'P', position: 'Inspector', statement: declared(role) },
      made(),
    ),
  );
  await append(actor, 'job', jobId, signatures);
  const result = await issueDocument(actor, jobId, documentId, noon, 'test');
  if (!result.issued) throw new Error(result.reason);
  const document = await findDocument(actor, result.documentId);
  if (!document) throw new Error('It was issued');
  return document;
}

const leaves = async () =>
  (
    await asOwner((c) =>
      c.query<{ index: number; issue_id: string; document_hash: string; pdf_sha256: string | null; logged_at: Date }>(
        'select * from log_leaf order by index',
      ),
    )
  ).rows;
const hashes = async () =>
  (await leaves()).map((row) =>
    hashOfLeaf(
      {
        issueId: row.issue_id,
        documentHash: row.document_hash,
        pdfSha256: row.pdf_sha256,
        loggedAt: row.logged_at.toISOString(),
      },
      hashOfHex,
    ),
  );

describe('the daily head', () => {
  it('is signed once over every document of every firm, and each proves itself under it', async () => {
    const documents = await Promise.all([issued(), issued(), issued()]);
    const before = await leaves();
    expect(before.map(({ index }) => index)).toEqual(before.map((_, index) => index));
    for (const document of documents) expect(await proofOf(document.id)).toBeNull();

    const tomorrow = new Date(Date.now() + dayMillis);
    const head = (await signDailyHead(tomorrow)) as DailyHead;
    expect(head).toMatchObject({ size: before.length, day: new Date().toISOString().slice(0, 10) });
    expect(head.root).toBe(treeRoot(await hashes(), hashOfHex));
    expect(isSigned(signedWords(head), head.signature, head.publicKey)).toBe(true);
    expect(await signDailyHead(tomorrow)).toBeNull();
    expect(await signDailyHead(new Date(Date.now() + 2 * dayMillis))).toBeNull();
    expect((await dailyHeads())[0]).toEqual(head);

    for (const document of documents) {
      const proof = await proofOf(document.id);
      if (!proof) throw new Error('It is in a head');
      expect(proof).toMatchObject({ head, leaf: { documentHash: document.documentHash } });
      expect(checkProof(proof, hashOfHex, isSigned)).toEqual({ holds: true });
    }

    await issued();
    const next = (await signDailyHead(new Date(Date.now() + 3 * dayMillis))) as DailyHead;
    expect(next.size).toBe(head.size + 1);
    const now = await hashes();
    expect(provesConsistency(head, next, consistencyProof(head.size, now, hashOfHex), hashOfHex)).toBe(true);
  });

  it('shows a history rewritten to the last trace to whoever kept one', async () => {
    const document = await issued();
    await signDailyHead(new Date(Date.now() + 4 * dayMillis));
    const kept = (await dailyHeads())[0] as DailyHead;
    const proof = await proofOf(document.id);
    const other = 'ab'.repeat(32);
    await tamper('update document set document_hash = $2 where id = $1', [document.id, other]);
    expect((await checkByToken(document.verificationToken))?.verification).toMatchObject({ intact: false });
    await tamper('update log_leaf set document_hash = $2 where issue_id = $1', [document.id, other]);
    expect(treeRoot((await hashes()).slice(0, kept.size), hashOfHex)).not.toBe(kept.root);
    expect(proof && checkProof(proof, hashOfHex, isSigned)).toEqual({ holds: true });
  });

  it('is over the time of each leaf, and goes on where a clock was once ahead', async () => {
    const document = await issued();
    await tamper("update log_leaf set logged_at = '2036-01-01T00:00:00Z' where issue_id = $1", [document.id]);
    await issued();
    await tamper(
      `insert into log_head select '2036-01-01', size, root, public_key, signature from log_head order by size desc limit 1`,
      [],
    );
    const size = (await leaves()).length;
    const head = await signDailyHead(new Date(Date.now() + 5 * dayMillis));
    expect(head).toMatchObject({ size });
    expect((await checkHeads()).filter((each) => each.includes(head?.day ?? '?'))).toEqual([]);
    await tamper("update log_leaf set logged_at = logged_at + interval '1 day' where issue_id = $1", [document.id]);
    expect((await checkHeads()).filter((each) => each.includes(head?.day ?? '?'))).toHaveLength(1);
    await tamper("update log_leaf set logged_at = logged_at - interval '1 day' where issue_id = $1", [document.id]);
    await tamper('update log_leaf set covers_time = false where issue_id = $1', [document.id]);
    expect((await checkHeads()).filter((each) => each.includes(head?.day ?? '?'))).toHaveLength(1);
  });

  it('is taken back by nobody', async () => {
    await asOwner(async (client) => {
      for (const table of ['log_leaf', 'log_head'])
        for (const act of [`update ${table} set size = 1`, `delete from ${table}`, `truncate ${table}`])
          await expect(client.query(act.replace('log_leaf set size', 'log_leaf set index'))).rejects.toThrow(
            /append-only/,
          );
    });
  });
});

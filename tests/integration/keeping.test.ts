import { createHash } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { strFromU8, unzipSync } from 'fflate';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { boardChange } from '../../scripts/demo/new-work';
import { firmStream, jobStream } from '../../src/core/catalogue';
import { closeConnections, forFirm } from '../../src/server/connection';
import { findDocument } from '../../src/server/documents';
import { copiesOf, exportJob, removeJob } from '../../src/server/keeping';
import { printed } from '../../src/server/print';
import { endPrinting } from '../../src/server/printing';
import { type FirmActor, append, entriesAfter } from '../../src/server/streams';
import { checkByToken, removedByToken } from '../../src/server/verification';
import { asOwner } from '../support/database';
import { newFirm } from '../support/firm';
import { issueWork } from '../support/issued-work';

afterAll(async () => {
  await endPrinting();
  await closeConnections();
});

const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2019-01-10' }];
const yearsAgo = (years: number, days = 0) => {
  const at = new Date();
  at.setUTCFullYear(at.getUTCFullYear() - years);
  return new Date(at.getTime() - days * 86_400_000);
};
const issuedThen = (actor: FirmActor, at: Date) => issueWork(actor, boardChange(at, instruments), 'EIC', at);
const made = () => ({ id: v7(), madeAt: new Date().toISOString(), device: 'test' });
const problemOf = async (done: ReturnType<typeof removeJob>) => {
  const answer = await done;
  return answer.ok ? null : answer.problem;
};

describe('keeping copies', () => {
  it('hands a job out whole, and removes it only past keeping, saved as it stands, by a supervisor of its firm', async () => {
    const actor = await newFirm('Kept & Co');
    const { jobId, issueId } = await issuedThen(actor, yearsAgo(4));
    const document = await findDocument(actor, issueId);
    const file = await printed(actor, issueId);
    const token = document?.verificationToken ?? '';
    const number = document?.number ?? '';
    expect((await checkByToken(token))?.verification).toMatchObject({ intact: true });

    expect(await problemOf(removeJob(actor, jobId))).toMatch(/Download it first/);
    const exported = await exportJob(actor, jobId);
    expect(exported?.name).toBe('FW-112.zip');
    const contents = unzipSync(exported?.file ?? new Uint8Array());
    expect(Object.keys(contents).sort()).toEqual([
      `documents/${number}.json`,
      `documents/${number}.pdf`,
      'ledger.json',
    ]);
    const { entries } = JSON.parse(strFromU8(contents['ledger.json'] ?? new Uint8Array())) as { entries: object[] };
    expect(entries).toHaveLength((await entriesAfter(actor, 'job', jobId, 0))?.length ?? -1);
    const hash = createHash('sha256')
      .update(contents[`documents/${number}.pdf`] ?? '')
      .digest('hex');
    expect(file?.ok && file.printed.sha256).toBe(hash);

    // Something was recorded after: what was saved is no longer all of it.
    await append(actor, 'job', jobId, [jobStream.draft('client.named', { telephone: '01632 960 199' }, made())]);
    expect(await problemOf(removeJob(actor, jobId))).toMatch(/Download it first/);
    expect((await copiesOf(actor.firmId, new Date())).past).toMatchObject([{ jobId, saved: false }]);
    await exportJob(actor, jobId);
    expect((await copiesOf(actor.firmId, new Date())).past).toMatchObject([{ jobId, saved: true }]);
    expect(await problemOf(removeJob({ ...actor, roles: ['office', 'inspector'] }, jobId))).toMatch(
      /Only a supervisor/,
    );
    const stranger = await newFirm();
    expect(await exportJob(stranger, jobId)).toBeNull();
    expect(await problemOf(removeJob(stranger, jobId))).toMatch(/no such job/);

    expect(await problemOf(removeJob(actor, jobId))).toBeNull();
    expect(await problemOf(removeJob(actor, jobId))).toMatch(/no such job/);
    expect(await entriesAfter(actor, 'job', jobId, 0)).toBeNull();
    expect(await findDocument(actor, issueId)).toBeNull();
    expect(await checkByToken(token)).toBeNull();
    expect(await removedByToken(token)).toMatchObject({
      number,
      documentHash: document?.documentHash,
      issuedAt: document?.issuedAt,
      pdfSha256: hash,
      firmName: 'Kept & Co',
    });
    expect(await removedByToken('0'.repeat(32))).toBeNull();
    expect((await copiesOf(actor.firmId, new Date())).removed).toMatchObject([{ number }]);
    expect((await copiesOf(stranger.firmId, new Date())).removed).toEqual([]);
    const leaves = await asOwner((c) => c.query('select 1 from log_leaf where issue_id = $1', [issueId]));
    expect(leaves.rowCount).toBe(1);
    // Its number is not given again.
    const next = await issuedThen(actor, yearsAgo(4));
    expect((await findDocument(actor, next.issueId))?.number).not.toBe(number);
  });

  it.each([
    ['a day short of three years', 3, -1, null, /not over/],
    ['a day past three years', 3, 1, null, null],
    ['a day past three years where the firm keeps five', 3, 1, 5, /not over/],
    ['a day past five years where the firm keeps five', 5, 1, 5, null],
  ])('%s', async (_name, years, days, keepYears, refused) => {
    const actor = await newFirm();
    if (keepYears) await append(actor, 'firm', actor.firmId, [firmStream.draft('defaults.set', { keepYears }, made())]);
    const { jobId } = await issuedThen(actor, yearsAgo(years, days));
    await exportJob(actor, jobId);
    expect((await copiesOf(actor.firmId, new Date())).past).toHaveLength(refused ? 0 : 1);
    const problem = await problemOf(removeJob(actor, jobId));
    if (refused) expect(problem).toMatch(refused);
    else expect(problem).toBeNull();
  });

  it('is not to be had round the rule: not with fewer years, not by deleting, not by pretending to remove', async () => {
    const actor = await newFirm();
    const { jobId } = await issuedThen(actor, yearsAgo(1));
    await exportJob(actor, jobId);
    const asked = await forFirm(actor.firmId, (tx) =>
      tx.execute<{ why: string }>(sql`select remove_job(${jobId}::uuid, -5, 'x', 'y') as why`),
    );
    expect(asked.rows[0]?.why).toBe('young');
    const fails = (work: () => Promise<unknown>) => expect(work()).rejects.toThrow();
    await fails(() =>
      forFirm(actor.firmId, async (tx) => {
        await tx.execute(sql`select set_config('ledger.removing', 'yes', true)`);
        await tx.execute(sql`delete from entry where stream_id = ${jobId}`);
      }),
    );
    await fails(() => asOwner((c) => c.query('delete from entry where stream_id = $1', [jobId])));
    await fails(() => asOwner((c) => c.query('delete from document_removed')));
    expect(await entriesAfter(actor, 'job', jobId, 0)).not.toBeNull();
  });
});

import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { cottage } from '../../scripts/demo/dwellings';
import { jobStream } from '../../src/core/catalogue';
import { closeConnections } from '../../src/server/connection';
import { issueDocument } from '../../src/server/issue';
import { exportJob } from '../../src/server/keeping';
import { keepFile } from '../../src/server/instruments';
import { findPicture, keepPicture } from '../../src/server/pictures';
import { mostADay } from '../../src/server/quotas';
import { printed } from '../../src/server/print';
import { endPrinting } from '../../src/server/printing';
import { type FirmActor, append, openJob, stateOf } from '../../src/server/streams';
import { checkOwn } from '../../src/server/verification';
import { asOwner, tamper } from '../support/database';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';
import { signAll } from '../support/issued-work';

afterAll(async () => {
  await endPrinting();
  await closeConnections();
});

const jpeg = readFileSync('tests/fixtures/logo.jpg');
const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const named = sha256(jpeg);
const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];
const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });

async function reported(actor: FirmActor) {
  const jobId = v7();
  const scribe = cottage(noon, instruments);
  await openJob(actor, jobId, scribe.drafts);
  const [finding] = (await stateOf(actor.firmId, 'job', jobId))?.observations ?? [];
  const take = async (part: object = {}) => {
    const body = {
      pictureId: v7(),
      about: { of: 'observation' as const, id: finding?.id ?? '' },
      sha256: named,
      width: 60,
      height: 20,
      caption: 'Rose seen from below',
      ...part,
    };
    const [result] = (await append(actor, 'job', jobId, [jobStream.draft('picture.taken', body, made())])) ?? [];
    return result?.accepted ? null : result?.reason;
  };
  return { jobId, documentId: scribe.documentId, take };
}

describe('pictures of what was found', () => {
  it('are waited for before an issue, printed with their words, covered by the seal and handed out with the job', async () => {
    const actor = await newFirm();
    const { jobId, documentId, take } = await reported(actor);
    expect(await take()).toBeNull();
    expect(await take()).toMatch(/there already/);
    expect(await take({ about: { of: 'observation' as const, id: v7() } })).toMatch(/no such observation/);
    await signAll(actor, jobId, documentId, 'EICR', noon);
    expect(await issueDocument(actor, jobId, documentId, noon, 'test')).toMatchObject({
      issued: false,
      reason: expect.stringMatching(/^1 picture has not arrived/),
    });
    expect(await keepPicture(actor, jobId, named, jpeg)).toEqual({ ok: true });
    expect(await keepPicture(actor, jobId, named, jpeg)).toEqual({ ok: true });
    const issued = await issueDocument(actor, jobId, documentId, noon, 'test');
    if (!issued.issued) throw new Error(issued.reason);
    const file = await printed(actor, issued.documentId);
    if (!file?.ok) throw new Error('not printed');
    const path = join(mkdtempSync(join(tmpdir(), 'pictures-')), 'report.pdf');
    writeFileSync(path, file.printed.pdf);
    expect(execFileSync('pdfimages', ['-list', path], { encoding: 'utf8' })).toMatch(/jpeg/);
    expect(execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' })).toContain(
      'Observation 1: Rose seen from below',
    );
    expect(execFileSync('pdfinfo', ['-struct', path], { encoding: 'utf8' })).toMatch(/Figure/);
    expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toMatch(
      /No syntax or stream encoding errors/,
    );
    expect(Object.keys(unzipSync((await exportJob(actor, jobId))?.file ?? new Uint8Array()))).toContain(
      `pictures/${named}.jpg`,
    );
    expect(await checkOwn(actor, issued.documentId)).toMatchObject({ intact: true });
    await tamper(
      "update entry set body = jsonb_set(body, '{sha256}', $1) where stream_id = $2 and kind = 'picture.taken'",
      [JSON.stringify('0'.repeat(64)), jobId],
    );
    expect(await checkOwn(actor, issued.documentId)).toMatchObject({ intact: false, what: 'changed' });
  });

  it('are refused where they are none, are others than named, are too large a side, or carry where they were taken', async () => {
    const actor = await newFirm();
    const { jobId } = await reported(actor);
    const problem = async (bytes: Buffer, name = sha256(bytes)) => {
      const kept = await keepPicture(actor, jobId, name, bytes);
      return kept?.ok === false ? kept.problem : kept;
    };
    const spliced = (marker: number) =>
      Buffer.concat([
        jpeg.subarray(0, 2),
        Buffer.from([0xff, marker, 0, 8, 69, 120, 105, 102, 0, 0]),
        jpeg.subarray(2),
      ]);
    const wide = Buffer.from(jpeg);
    const at = wide.findIndex((byte, index) => byte === 0xff && (wide[index + 1] === 0xc0 || wide[index + 1] === 0xc2));
    wide.writeUInt16BE(1601, at + 7);
    expect(await problem(Buffer.from('not a picture at all'))).toMatch(/no JPEG/);
    expect(await problem(jpeg, '0'.repeat(64))).toMatch(/does not match its entry/);
    expect(await problem(wide)).toMatch(/1600 pixels/);
    expect(await problem(spliced(0xe1))).toMatch(/where it was taken/);
    // In whatever segment.
    for (const marker of [0xe0, 0xe2, 0xe5, 0xfe]) expect(await problem(spliced(marker))).toMatch(/where it was taken/);
    expect(await problem(jpeg)).toEqual({ ok: true });
  });

  it('are no business of another firm', async () => {
    const [actor, other] = [await newFirm(), await newFirm()];
    const { jobId } = await reported(actor);
    expect(await keepPicture(other, jobId, named, jpeg)).toBeNull();
    await keepPicture(actor, jobId, named, jpeg);
    expect(await findPicture(other, named)).toBeNull();
    expect((await findPicture(actor, named))?.equals(jpeg)).toBe(true);
  });
});

describe('what a firm keeps within a day', () => {
  it.each([
    ['pictures', 'picture (firm_id, sha256, bytes)', "''::bytea"],
    ['files', 'firm_file (firm_id, sha256, type, bytes)', "'application/pdf', ''::bytea"],
  ] as const)('has an end for %s, and takes the last before it', async (what, into, values) => {
    const actor = await newFirm();
    const { jobId } = await reported(actor);
    const fill = (many: number) =>
      asOwner((client) =>
        client.query(
          `insert into ${into} select $1, encode(sha256(gen_random_uuid()::text::bytea), 'hex'), ${values} from generate_series(1, $2)`,
          [actor.firmId, many],
        ),
      );
    const keep = () => (what === 'pictures' ? keepPicture(actor, jobId, named, jpeg) : keepFile(actor, named, jpeg));
    await fill(mostADay[what]);
    expect(await keep()).toMatchObject({ ok: false, problem: expect.stringMatching(/^Daily limit of .* reached/) });
    const table = what === 'pictures' ? 'picture' : 'firm_file';
    await tamper(`delete from ${table} where sha256 = (select sha256 from ${table} where firm_id = $1 limit 1)`, [
      actor.firmId,
    ]);
    expect(await keep()).toEqual({ ok: true });
    // Sent again, it is kept already, and there is nothing to refuse; another one is refused until it is tomorrow.
    expect(await keep()).toEqual({ ok: true });
    await tamper(`delete from ${table} where firm_id = $1 and sha256 = $2`, [actor.firmId, named]);
    await fill(1);
    expect(await keep()).toMatchObject({ ok: false });
    await tamper(`update ${table} set kept_at = now() - interval '25 hours' where firm_id = $1`, [actor.firmId]);
    expect(await keep()).toEqual({ ok: true });
  });
});

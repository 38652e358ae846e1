import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Unzipped, strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cottage } from '../../scripts/demo/dwellings';
import { reportOf } from '../../scripts/ledger/report';
import { verifyFile } from '../../scripts/ledger/verify';
import { closeConnections } from '../../src/server/connection';
import { exportJob } from '../../src/server/keeping';
import { endPrinting } from '../../src/server/printing';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';
import { issueWork } from '../support/issued-work';

const folder = mkdtempSync(join(tmpdir(), 'verify-'));
let parts: Unzipped;

beforeAll(async () => {
  const actor = await newFirm();
  const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];
  const { jobId } = await issueWork(actor, cottage(noon, instruments), 'EICR', noon);
  const exported = await exportJob(actor, jobId);
  parts = unzipSync(exported?.file ?? new Uint8Array());
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await endPrinting();
  await closeConnections();
});

/** What is said of the saved job when one of its parts is another. */
async function saidOf(
  changed: Unzipped,
): Promise<{ exit: number; documents: { intact: boolean; why: string | null }[] }> {
  const file = join(folder, `${v7()}.zip`);
  writeFileSync(file, zipSync({ ...parts, ...changed }));
  const { exit, output } = await verifyFile(file);
  return { exit, documents: (output as { documents?: { intact: boolean; why: string | null }[] }).documents ?? [] };
}
const nameOf = (end: string): string =>
  Object.keys(parts).find((name) => name.startsWith('documents/') && name.endsWith(end)) ?? '';
const changedIn = (name: string, from: string | RegExp, to: string): Unzipped => {
  const text = strFromU8(parts[name] ?? new Uint8Array());
  const changed = text.replace(from, to);
  expect(changed).not.toBe(text);
  return { [name]: strToU8(changed) };
};

describe('a saved job, checked without network or database', () => {
  it('is as it was sealed', async () => {
    expect(await saidOf({})).toMatchObject({ exit: 0, documents: [{ intact: true, why: null }] });
  });

  it('names what was done to it: an entry, the model, the file, the hash', async () => {
    expect(await saidOf(changedIn('ledger.json', '"shown": "0.', '"shown": "9.'))).toMatchObject({
      exit: 1,
      documents: [{ intact: false, why: expect.stringMatching(/^entry \d+ was changed$/) }],
    });
    expect(await saidOf(changedIn(nameOf('.json'), /"title": "[^"]+"/, '"title": "Another"'))).toMatchObject({
      exit: 1,
      documents: [{ why: 'the document is not what was sealed' }],
    });
    const pdf = Uint8Array.from(parts[nameOf('.pdf')] ?? []);
    pdf[pdf.length - 10] = (pdf[pdf.length - 10] ?? 0) ^ 1;
    expect(await saidOf({ [nameOf('.pdf')]: pdf })).toMatchObject({
      documents: [{ why: 'its printed file is not what was sealed' }],
    });
    expect((await saidOf(changedIn(nameOf('.json'), /"documentHash": "[0-9a-f]/, '"documentHash": "x'))).exit).toBe(1);
  });

  it('says what is no saved job at all', async () => {
    const file = join(folder, 'not-one.zip');
    writeFileSync(file, 'not one');
    expect(await verifyFile(file)).toMatchObject({ exit: 2 });
    expect(await verifyFile(join(folder, 'nowhere.zip'))).toMatchObject({ exit: 2 });
    expect((await saidOf({ 'ledger.json': strToU8('{}') })).exit).toBe(2);
  });

  it('refuses what grows beyond any job, without unpacking it', async () => {
    const nothing = new Uint8Array(61_000_000);
    const bomb = join(folder, 'bomb.zip');
    writeFileSync(bomb, zipSync({ ...parts, 'pictures/x.jpg': [nothing, { level: 1 }] }));
    expect(await verifyFile(bomb)).toMatchObject({
      exit: 2,
      output: { problem: expect.stringMatching(/larger than any/) },
    });
    const many = Object.fromEntries(Array.from({ length: 10_001 }, (_, at) => [`x/${at}`, new Uint8Array()]));
    writeFileSync(bomb, zipSync(many));
    expect(await verifyFile(bomb)).toMatchObject({
      exit: 2,
      output: { problem: expect.stringMatching(/larger than any/) },
    });
    // One that lies of its size is not unpacked beyond it.
    const lies = zipSync({ 'ledger.json': [nothing, { level: 1 }] });
    const view = new DataView(lies.buffer);
    for (let at = 0; at + 4 < lies.length; at += 1) {
      if (view.getUint32(at, true) === 0x04034b50) view.setUint32(at + 22, 100, true);
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 100, true);
    }
    writeFileSync(bomb, lies);
    expect(await verifyFile(bomb)).toMatchObject({ exit: 2 });
  });
});

describe('a report from a saved job alone', () => {
  const written = (changed: Unzipped): string => {
    const file = join(folder, `${v7()}.zip`);
    writeFileSync(file, zipSync({ ...parts, ...changed }));
    return file;
  };

  it('says each paper, what was found and what is not met, and writes the paper as it was sealed', async () => {
    const to = join(folder, 'paper.pdf');
    const { exit, output } = await reportOf(written({}), to);
    expect([exit, output]).toMatchObject([
      0,
      { papers: [{ kind: 'EICR', number: expect.stringMatching(/^EICR-/), missing: [] }] },
    ]);
    expect(readFileSync(to)).toEqual(Buffer.from(parts[nameOf('.pdf')] ?? []));
  });

  it('writes a draft of what was not issued', async () => {
    const job = JSON.parse(strFromU8(parts['ledger.json'] ?? new Uint8Array())) as { entries: { kind: string }[] };
    const entries = job.entries.filter(({ kind }) => kind !== 'document.issued');
    const to = join(folder, 'draft.pdf');
    const file = written({ 'ledger.json': strToU8(JSON.stringify({ ...job, entries })) });
    expect(await reportOf(file, to)).toMatchObject({ exit: 0, output: { papers: [{ number: null }], written: to } });
    expect(readFileSync(to).subarray(0, 5).toString()).toBe('%PDF-');
    expect(readFileSync(to)).not.toEqual(Buffer.from(parts[nameOf('.pdf')] ?? []));
  });

  it('says what cannot be read', async () => {
    expect(await reportOf(join(folder, 'nowhere.zip'), undefined)).toMatchObject({ exit: 2 });
    const file = written(changedIn('ledger.json', '"kind": "job.opened"', '"kind": "job.closed"'));
    expect(await reportOf(file, undefined)).toMatchObject({ exit: 2 });
  });
});

import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { boardChange } from '../../scripts/demo/new-work';
import { resetEnvironment } from '../../src/env';
import { closeConnections, forFirm } from '../../src/server/connection';
import { findDocument } from '../../src/server/documents';
import { giveNotice, noticeOf } from '../../src/server/notices';
import { endPrinting, print } from '../../src/server/printing';
import { dueBy } from '../../src/server/due';
import { rebuildProjections } from '../../src/server/projections/rebuild';
import type { FirmActor } from '../../src/server/streams';
import { serveNoticeDesk } from '../../src/standins/notice-desk/serve';
import { issueWork } from '../support/issued-work';
import { newFirm } from '../support/firm';
import { noon } from '../support/entries';

/** Duties alone: what else is due is tried elsewhere. */
const dutiesDue = async (firmId: string, by: string) =>
  (await dueBy(firmId, by, '2026-03-02')).filter(({ sort }) => sort === 'duty');

afterAll(async () => {
  await endPrinting();
  await closeConnections();
});

const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];

const boardChanged = async (actor: FirmActor): Promise<string> =>
  (await issueWork(actor, boardChange(noon, instruments), 'EIC', noon)).issueId;

describe('notice of notifiable work', () => {
  it('is due until the desk has acknowledged it, and is given under one number however often', async () => {
    const actor = await newFirm();
    const issueId = await boardChanged(actor);
    const desk = await serveNoticeDesk(0);
    expect(await dutiesDue(actor.firmId, '2026-04-01')).toMatchObject([
      { href: `/documents/${issueId}#duties`, dueOn: '2026-04-01' },
    ]);
    expect(await dutiesDue(actor.firmId, '2026-03-31')).toEqual([]);
    expect(await giveNotice(actor, issueId, noon)).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/not set up here/),
    });
    process.env.NOTICE_URL = 'http://127.0.0.1:1/';
    resetEnvironment();
    expect(await giveNotice(actor, issueId, noon)).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/again later/),
    });
    expect((await findDocument(actor, issueId))?.duties).toMatchObject([{ met: null }]);
    process.env.NOTICE_URL = desk.url;
    resetEnvironment();
    const told = await giveNotice(actor, issueId, noon);
    expect(told).toMatchObject({ ok: true });
    expect(await giveNotice(actor, issueId, noon)).toEqual(told);
    expect((await findDocument(actor, issueId))?.duties).toMatchObject([
      { met: { on: '2026-03-02', note: `acknowledged as ${told.ok ? told.number : ''}` } },
    ]);
    expect(await dutiesDue(actor.firmId, '2036-01-01')).toEqual([]);
    const other = await newFirm();
    expect(await giveNotice(other, issueId, noon)).toMatchObject({ ok: false });
    delete process.env.NOTICE_URL;
    resetEnvironment();
    await desk.close();
  });

  it('goes on paper too, whole and readable, and not to another firm', async () => {
    const actor = await newFirm();
    const issueId = await boardChanged(actor);
    const notice = await noticeOf(actor, issueId);
    if (!notice) throw new Error('No notice follows');
    const path = join(mkdtempSync(join(tmpdir(), 'notice-')), 'notice.pdf');
    writeFileSync(path, await print({ notice, at: noon }));
    const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
    for (const said of [
      notice.certificate,
      notice.documentHash,
      '14 Ropewalk Lane',
      'Consumer unit replaced',
      '1 April 2026',
    ])
      expect(text).toContain(said);
    expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toMatch(
      /No syntax or stream encoding errors/,
    );
    expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toMatch(/Tagged:\s+yes/);
    expect(await noticeOf(await newFirm(), issueId)).toBeNull();
  });

  it('stands the same when the list of what is due is made again from entries alone', async () => {
    const actor = await newFirm();
    await boardChanged(actor);
    const before = await dutiesDue(actor.firmId, '2026-12-31');
    await forFirm(actor.firmId, (tx) => rebuildProjections(tx, actor.firmId));
    expect(await dutiesDue(actor.firmId, '2026-12-31')).toEqual(before);
    expect(before).toHaveLength(1);
  });
});

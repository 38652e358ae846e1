import { mkdtempSync, readFileSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';
import { afterAll, afterEach, describe, expect, it } from 'vitest';
import { cottage, rentedHouse } from '../../scripts/demo/dwellings';
import { firmStream, jobStream } from '../../src/core/catalogue';
import { resetEnvironment } from '../../src/env';
import { closeConnections } from '../../src/server/connection';
import { dueBy } from '../../src/server/due';
import { firmState } from '../../src/server/people';
import { endPrinting } from '../../src/server/printing';
import { endQueue, workQueue } from '../../src/server/queue';
import { forFirm } from '../../src/server/connection';
import { makeLink } from '../../src/server/links';
import { mostADay } from '../../src/server/quotas';
import { remind } from '../../src/server/reminders';
import { append, openJob } from '../../src/server/streams';
import { servePostOffice } from '../../src/standins/post-office/serve';
import { noon } from '../support/entries';
import { eventually } from '../support/eventually';
import { newFirm } from '../support/firm';
import { issueWork } from '../support/issued-work';

const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];
const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });

afterEach(() => {
  delete process.env.SMTP_URL;
  resetEnvironment();
});
afterAll(async () => {
  await endQueue();
  await endPrinting();
  await closeConnections();
});

describe('what is due', () => {
  it('is of every sort, by day, and the firm’s own alone', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm('Another firm')];
    const issued = await issueWork(actor, cottage(noon, instruments), 'EICR', noon);
    const draft = v7();
    await openJob(actor, draft, rentedHouse(noon, instruments).drafts);
    await append(actor, 'firm', actor.firmId, [
      firmStream.draft(
        'instrument.added',
        {
          instrumentId: v7(),
          fields: {
            sort: 'loop tester',
            name: 'Loop tester',
            serial: 'L-1',
            calibratedOn: null,
            nextDueOn: '2026-05-01',
          },
        },
        made(),
      ),
    ]);
    const all = await dueBy(actor.firmId, '2040-01-01', '2026-06-01');
    expect(new Set(all.map(({ sort }) => sort))).toEqual(new Set(['inspection', 'draft', 'calibration']));
    expect(all.map(({ dueOn }) => dueOn)).toEqual([...all.map(({ dueOn }) => dueOn)].sort());
    expect(all.find(({ sort }) => sort === 'draft')).toMatchObject({ href: `/jobs/${draft}`, dueOn: '2026-03-16' });
    // Thirteen days without a word are not forgotten yet.
    expect((await dueBy(actor.firmId, '2040-01-01', '2026-03-15')).some(({ sort }) => sort === 'draft')).toBe(false);
    const inspection = all.find(({ sort }) => sort === 'inspection');
    expect(inspection?.key).toBe(`inspection ${issued.issueId} next-inspection`);
    const [day = ''] = [inspection?.dueOn];
    expect(await dueBy(actor.firmId, day, '2026-03-02')).toContainEqual(inspection);
    const before = new Date(Date.parse(day) - 86_400_000).toISOString().slice(0, 10);
    expect((await dueBy(actor.firmId, before, '2026-03-02')).map(({ sort }) => sort)).not.toContain('inspection');
    expect(await dueBy(stranger.firmId, '2040-01-01', '2026-06-01')).toEqual([]);
  });

  it('a finding of a report stays due until it is put right, and a snag until it is mended', async () => {
    const actor = await newFirm();
    const scribe = cottage(noon, instruments);
    const observationId = v7();
    scribe.say('observation.noted', {
      observationId,
      fields: {
        code: 'C2',
        what: 'No main bond to water',
        where: 'Under the sink',
        why: 'A fault would make the pipe live',
        item: null,
        wayId: null,
        regulation: '411.3.1.2',
        livePartsAccessible: false,
        codeReason: null,
      },
    });
    const { jobId } = await issueWork(actor, scribe, 'EICR', noon);
    const findings = async () =>
      (await dueBy(actor.firmId, '2040-01-01', '2026-03-02')).filter(({ sort }) => sort === 'finding');
    expect(await findings()).toMatchObject([
      { what: 'C2 No main bond to water, Under the sink', forClient: true, href: `/jobs/${jobId}/observations` },
    ]);
  });

  it('the next inspection stays due while a paper for work is made of the same job, and after', async () => {
    const actor = await newFirm();
    const first = new Date(noon.getTime() - 400 * 86_400_000);
    const { jobId, issueId } = await issueWork(actor, cottage(first, instruments), 'EICR', first);
    const inspections = async () =>
      (await dueBy(actor.firmId, '2040-01-01', '2026-03-02')).filter(({ sort }) => sort === 'inspection');
    const before = await inspections();
    expect(before).toMatchObject([{ key: `inspection ${issueId} next-inspection` }]);
    const begun = {
      documentId: v7(),
      kind: 'MWC',
      edition: 'bs7671-2018-a2',
      covers: null,
      because: null,
      replaces: null,
    };
    await append(actor, 'job', jobId, [jobStream.draft('document.begun', begun as never, made())]);
    expect(await inspections()).toEqual(before);
    // A later visit that says so too takes its place.
    const again = await issueWork(actor, cottage(noon, instruments), 'EICR', noon);
    expect((await inspections()).map(({ key }) => key)).toEqual([`inspection ${again.issueId} next-inspection`]);
  });

  it('a reminder goes by post and is written down, both or neither', async () => {
    const actor = await newFirm();
    const letter = {
      about: 'inspection x',
      to: 'client@house.example',
      subject: 'Next inspection',
      text: 'Dear client,',
    };
    expect(await remind(actor, letter)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('sends no e-mail'),
    });
    expect((await firmState(actor.firmId)).reminders.size).toBe(0);
    const folder = mkdtempSync(join(tmpdir(), 'post-'));
    const office = await servePostOffice({ folder, mailPort: 0, pagePort: 0 });
    process.env.SMTP_URL = office.smtpUrl;
    resetEnvironment();
    await workQueue();
    expect(await remind(actor, letter)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('for the client first'),
    });
    const client = { name: 'C', sort: null, telephone: '', email: 'Client@House.example', address: '' };
    const first = { id: v7(), madeAt: new Date().toISOString(), device: 'test' };
    await append(actor, 'firm', actor.firmId, [
      firmStream.draft('client.added', { clientId: v7(), fields: client }, first),
    ]);
    expect(await remind(actor, letter)).toEqual({ ok: true });
    expect((await firmState(actor.firmId)).reminders.get('inspection x')).toMatchObject({ to: letter.to });
    await eventually(() => {
      const [arrived = ''] = readdirSync(folder);
      expect(readFileSync(join(folder, arrived), 'utf8')).toContain(letter.to);
    });
    // A person with a script is stopped at what anybody needs.
    const made = (many: number, to: string) =>
      Array.from({ length: many }, (_, index) =>
        firmStream.draft(
          'reminder.made',
          { about: `${to} ${index}`, to, subject: 's' },
          { id: v7(), madeAt: new Date().toISOString(), device: 'test' },
        ),
      );
    await append(actor, 'firm', actor.firmId, made(mostADay.lettersToOne - 2, letter.to));
    expect(await remind(actor, letter)).toEqual({ ok: true });
    expect(await remind(actor, letter)).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/to client@.*tomorrow/),
    });
    await append(actor, 'firm', actor.firmId, made(mostADay.letters - mostADay.lettersToOne, 'others@house.example'));
    const paper = v7();
    const link = forFirm(actor.firmId, (tx) =>
      makeLink(tx, actor, 'read', {
        jobId: paper,
        documentId: paper,
        role: null,
        to: { name: 'N', email: 'n@n.example' },
        subject: 's',
        text: String,
      }),
    );
    expect(await link).toMatchObject({ ok: false, problem: expect.stringMatching(/^Daily e-mail limit reached/) });
    await office.close();
  });
});

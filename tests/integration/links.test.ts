import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { rentedHouse } from '../../scripts/demo/dwellings';
import { boardChange, towelRail } from '../../scripts/demo/new-work';
import { jobStream } from '../../src/core/catalogue';
import { resetEnvironment } from '../../src/env';
import { closeConnections } from '../../src/server/connection';
import {
  askForSignature,
  askedToSign,
  fileByLink,
  handCode,
  handOver,
  linksOf,
  readByLink,
  signByLink,
  toldByCode,
  withdrawLink,
} from '../../src/server/links';
import { acceptByLink, offerByLink, offeredByLink } from '../../src/server/options';
import { endPrinting } from '../../src/server/printing';
import { endQueue, workQueue } from '../../src/server/queue';
import { firmState } from '../../src/server/people';
import { type FirmActor, append, entriesAfter, openJob } from '../../src/server/streams';
import { servePostOffice } from '../../src/standins/post-office/serve';
import { tamper } from '../support/database';
import { issueWork } from '../support/issued-work';
import { newFirm } from '../support/firm';
import { noon } from '../support/entries';

const folder = mkdtempSync(join(tmpdir(), 'ledger-post-'));
afterAll(async () => {
  await endQueue();
  await endPrinting();
  await closeConnections();
  rmSync(folder, { recursive: true });
});

const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];
const made = () => ({ id: v7(), madeAt: noon.toISOString(), device: 'test' });
const quillet = { name: 'Ms O. Quillet', email: null };
const signs = { name: 'O. Quillet', position: 'Design engineer, Quillet Design', drawn: null };

async function certificate(actor: FirmActor) {
  const jobId = v7();
  const scribe = boardChange(noon, instruments);
  await openJob(actor, jobId, scribe.drafts);
  return { jobId, documentId: scribe.documentId };
}

async function asked(actor: FirmActor, role = 'designer') {
  const job = await certificate(actor);
  const answer = await askForSignature(actor, job.jobId, job.documentId, role, quillet);
  if (!answer.ok) throw new Error(answer.problem);
  return { ...job, token: answer.url.split('/').at(-1) ?? '' };
}

const issued = async (actor: FirmActor): Promise<string> =>
  (await issueWork(actor, boardChange(noon, instruments), 'EIC', noon)).issueId;

describe('somebody outside the firm', () => {
  it('signs what is shown, once, and the ledger keeps who, whence and how it was drawn', async () => {
    const actor = await newFirm();
    const { jobId, documentId, token } = await asked(actor);
    const page = await askedToSign(token, null);
    expect(page).toMatchObject({ kind: 'EIC', role: 'designer', isFinished: true, name: quillet.name });
    const drawn = [
      [
        [0, 0],
        [500, 200],
      ],
      [[1000, 400]],
    ];
    const said = { upTo: page?.upTo ?? 0, ...signs, drawn };
    expect(await signByLink(token, said, '203.0.113.9', null)).toEqual({ signed: true });
    const kept = (await entriesAfter(actor, 'job', jobId, 0))?.find((entry) => entry.kind === 'declaration.signed');
    expect(kept).toMatchObject({
      body: {
        documentId,
        role: 'designer',
        name: signs.name,
        position: signs.position,
        drawn,
        outside: { address: '203.0.113.9' },
      },
    });
    expect(await signByLink(token, said, '', null)).toMatchObject({
      signed: false,
      reason: expect.stringMatching(/no longer works/),
    });
    expect(await askedToSign(token, null)).toBeNull();
    expect(await linksOf(actor, documentId)).toMatchObject([{ role: 'designer', usedAt: expect.any(Date) }]);
  });

  it('signs nothing that changed since it was shown, and may look again', async () => {
    const actor = await newFirm();
    const { jobId, token } = await asked(actor);
    const before = await askedToSign(token, null);
    await append(actor, 'job', jobId, [jobStream.draft('client.named', { telephone: '01632 960 199' }, made())]);
    expect(await signByLink(token, { upTo: before?.upTo ?? 0, ...signs }, '', null)).toMatchObject({ signed: false });
    const after = await askedToSign(token, null);
    expect(await signByLink(token, { upTo: after?.upTo ?? 0, ...signs }, '', null)).toEqual({ signed: true });
  });

  it('signs once when asked twice at the same moment', async () => {
    const actor = await newFirm();
    const { jobId, token } = await asked(actor);
    const upTo = (await askedToSign(token, null))?.upTo ?? 0;
    const results = await Promise.all([1, 2].map(() => signByLink(token, { upTo, ...signs }, '', null)));
    expect(results.filter(({ signed }) => signed)).toHaveLength(1);
    const kept = (await entriesAfter(actor, 'job', jobId, 0))?.filter((entry) => entry.kind === 'declaration.signed');
    expect(kept).toHaveLength(1);
  });

  it('signs nothing unfinished, and the link stays open', async () => {
    const actor = await newFirm();
    const { jobId, token } = await asked(actor);
    await append(actor, 'job', jobId, [jobStream.draft('site.described', { premises: '' }, made())]);
    const page = await askedToSign(token, null);
    expect(page?.isFinished).toBe(false);
    expect(await signByLink(token, { upTo: page?.upTo ?? 0, ...signs }, '', null)).toMatchObject({
      signed: false,
      reason: expect.stringMatching(/1 to complete/),
    });
    expect(await askedToSign(token, null)).not.toBeNull();
  });

  it.each([
    ['what only who inspected answers for', 'inspector-tester'],
    ['a role of the firm alone', 'authoriser'],
    ['a role there is not', 'emperor'],
  ])('is not asked for %s', async (_what, role) => {
    const actor = await newFirm();
    const { jobId, documentId } = await certificate(actor);
    expect(await askForSignature(actor, jobId, documentId, role, quillet)).toMatchObject({ ok: false });
  });

  it('is not asked for the one signature of a minor-works form', async () => {
    const actor = await newFirm();
    const jobId = v7();
    const scribe = towelRail(noon, instruments);
    await openJob(actor, jobId, scribe.drafts);
    expect(await askForSignature(actor, jobId, scribe.documentId, 'responsible person', quillet)).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/not anyone outside/),
    });
  });

  it('is never somebody of the firm, by name, by address or signed in', async () => {
    const actor = await newFirm();
    const own = [...(await firmState(actor.firmId)).people.values()][0];
    if (!own) throw new Error('a firm has people');
    const { jobId, documentId, token } = await asked(actor);
    for (const to of [
      { name: own.name, email: null },
      { name: 'Somebody Else', email: own.email.toUpperCase() },
    ])
      expect(await askForSignature(actor, jobId, documentId, 'designer', to)).toMatchObject({
        ok: false,
        problem: expect.stringMatching(/works in the company/),
      });
    // Opened or used by whoever is signed in to that firm it does nothing; signed out, a name of the firm does nothing.
    expect(await askedToSign(token, actor.firmId)).toBeNull();
    const upTo = (await askedToSign(token, null))?.upTo ?? 0;
    const said = { upTo, position: 'Designer', drawn: null };
    for (const [name, firmId, reason] of [
      ['O. Quillet', actor.firmId, /signed in to the company/],
      [own.name.toUpperCase(), null, /is in the company/],
      ['O. Quillеt', null, /one alphabet/],
    ] as const)
      expect(await signByLink(token, { ...said, name }, '203.0.113.9', firmId)).toMatchObject({
        signed: false,
        reason: expect.stringMatching(reason),
      });
    expect(await signByLink(token, { ...said, name: 'O. Quillet' }, '203.0.113.9', null)).toEqual({ signed: true });
  });

  it('is not asked by the office, nor for another firm’s job', async () => {
    const actor = await newFirm();
    const { jobId, documentId } = await certificate(actor);
    const office: FirmActor = { ...actor, roles: ['office'] };
    expect(await askForSignature(office, jobId, documentId, 'designer', quillet)).toMatchObject({ ok: false });
    const other = await newFirm();
    expect(await askForSignature(other, jobId, documentId, 'designer', quillet)).toMatchObject({ ok: false });
  });

  it.each([
    ['a drawing without end', [Array.from({ length: 401 }, () => [1, 1])]],
    ['points out of the frame', [[[1001, 0]]]],
    ['no drawing at all', 'a wave'],
  ])('is refused %s, in words', async (_what, drawn) => {
    const actor = await newFirm();
    const { token } = await asked(actor);
    const upTo = (await askedToSign(token, null))?.upTo ?? 0;
    expect(await signByLink(token, { upTo, ...signs, drawn }, '', null)).toMatchObject({
      signed: false,
      reason: expect.stringMatching(/drawing/),
    });
  });
});

describe('a link', () => {
  it('opens one issued document and its file to whoever holds it; that it was opened is noted', async () => {
    const actor = await newFirm();
    const documentId = await issued(actor);
    const answer = await handOver(actor, documentId, quillet);
    const token = answer.ok ? (answer.url.split('/').at(-1) ?? '') : '';
    expect(await readByLink(token, true)).toMatchObject({ document: { id: documentId }, intact: true });
    expect(await linksOf(actor, documentId)).toMatchObject([{ openedAt: null }]);
    expect((await readByLink(token, false))?.document.id).toBe(documentId);
    expect(await linksOf(actor, documentId)).toMatchObject([{ openedAt: expect.any(Date) }]);
    expect((await fileByLink(token))?.pdf.subarray(0, 5).toString()).toBe('%PDF-');
    // It reads, and signs nothing.
    expect(await askedToSign(token, null)).toBeNull();
    expect(await signByLink(token, { upTo: 1, ...signs }, '', null)).toMatchObject({ signed: false });
  });

  it('hands out no file but the one that was sealed, and says that something was changed', async () => {
    const actor = await newFirm();
    const documentId = await issued(actor);
    const answer = await handOver(actor, documentId, quillet);
    const token = answer.ok ? (answer.url.split('/').at(-1) ?? '') : '';
    await tamper(`update document_pdf set pdf = pdf || '\\x00'::bytea where document_id = $1`, [documentId]);
    expect(await fileByLink(token)).toBeNull();
    expect(await readByLink(token, false)).toMatchObject({ intact: false });
  });

  it('opens nothing once taken back or run out, nor where nobody made it', async () => {
    const actor = await newFirm();
    const documentId = await issued(actor);
    const open = async () => {
      const answer = await handOver(actor, documentId, quillet);
      return answer.ok ? (answer.url.split('/').at(-1) ?? '') : '';
    };
    const taken = await open();
    const [first] = await linksOf(actor, documentId);
    const other = await newFirm();
    expect(await withdrawLink(other, first?.id ?? '')).toBe(false);
    expect(await withdrawLink(actor, first?.id ?? '')).toBe(true);
    expect(await withdrawLink(actor, first?.id ?? '')).toBe(false);
    expect([await readByLink(taken, false), await fileByLink(taken)]).toEqual([null, null]);
    const old = await open();
    await tamper(`update link set expires_at = now() - interval '1 minute' where document_id = $1`, [documentId]);
    expect(await readByLink(old, false)).toBeNull();
    for (const guess of ['', 'x', 'a'.repeat(5000)]) expect(await readByLink(guess, false)).toBeNull();
    expect(await linksOf(other, documentId)).toEqual([]);
    expect(await handOver(other, documentId, quillet)).toMatchObject({ ok: false });
  });

  it('is sent by mail, waits while the mail server is down, and goes once it is back', async () => {
    const actor = await newFirm();
    const documentId = await issued(actor);
    const to = { name: 'Mr Dunmore', email: 'dunmore@post.example' };
    const office = await servePostOffice({ folder, mailPort: 0, pagePort: 0 });
    const { smtpUrl, pageUrl } = office;
    expect(await handOver(actor, documentId, to)).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/sends no e-mail/),
    });
    process.env.SMTP_URL = 'smtp://127.0.0.1:1';
    resetEnvironment();
    await workQueue();
    expect(await handOver(actor, documentId, to)).toMatchObject({ ok: true });
    const [standing] = await linksOf(actor, documentId);
    expect(standing).toMatchObject({ sentAt: null, email: to.email });
    const eventually = (check: () => Promise<void>) => vi.waitFor(check, { timeout: 20_000, interval: 200 });
    await eventually(async () => expect((await linksOf(actor, documentId))[0]?.problem).toMatch(/did not take it/));
    process.env.SMTP_URL = smtpUrl;
    resetEnvironment();
    // Five minutes later.
    await eventually(async () => {
      await tamper(`update pgboss.job set start_after = now() where state = 'retry' and name = 'letter'`, []);
      expect((await linksOf(actor, documentId))[0]).toMatchObject({ sentAt: expect.any(Date), problem: null });
    });
    const page = await (await fetch(pageUrl)).text();
    expect(page).toContain('dunmore@post.example');
    expect(page).toContain('/paper/');
    await office.close();
  });
});

describe('a second phone', () => {
  it('is told one thing at a time by a code, until another is made', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm()];
    const { jobId } = await certificate(actor);
    const code = async () => {
      const answer = await handCode(actor, jobId);
      if (!answer.ok) throw new Error(answer.problem);
      return answer.url.split('/').at(-1) ?? '';
    };
    const first = await code();
    expect(first).toMatch(/^[A-HJKMNP-TV-Z2-9]{10}$/);
    expect(await toldByCode(first)).toEqual({ cue: 'stand by', what: '', at: null, number: 0 });
    const tell = (cue: 'switch off' | 'stop') =>
      append(actor, 'job', jobId, [jobStream.draft('hand.told', { cue, device: { of: 'supply' } }, made()) as never]);
    await tell('switch off');
    expect(await toldByCode(first)).toMatchObject({ cue: 'switch off', what: 'main switch', number: 1 });
    const second = await code();
    expect(await toldByCode(first)).toBeNull();
    await tell('stop');
    expect(await toldByCode(second)).toMatchObject({ cue: 'stop', number: 2 });
    expect(await readByLink(second, false)).toBeNull();
    expect(await askedToSign(second, null)).toBeNull();
    expect(await toldByCode('x'.repeat(200))).toBeNull();
    expect(await handCode(stranger, jobId)).toMatchObject({ ok: false });
    expect(await handCode({ ...actor, roles: ['office'] }, jobId)).toMatchObject({ ok: false });
  });
});

describe('what is offered to the client by a link', () => {
  const setUp = async (more: object = {}) => {
    const actor = await newFirm();
    const jobId = v7();
    const { drafts } = rentedHouse(noon, instruments);
    await openJob(actor, jobId, drafts);
    const observationId = drafts.flatMap(({ kind, body }) =>
      kind === 'observation.noted' ? [(body as { observationId: string }).observationId] : [],
    )[0];
    const offer = (words: object = {}) => {
      const optionsId = v7();
      const line = { what: 'Put it right', observationIds: [observationId], minutes: 60, materialsPence: 500 };
      const body = {
        optionsId,
        hourPence: 6000,
        options: [{ title: 'All of it', lines: [{ ...line, work: 'board change' }] }],
        observationIds: [observationId],
        leave: '',
        terms: null,
        goodUntil: null,
        ...more,
        ...words,
      };
      return { optionsId, draft: jobStream.draft('options.set', body as never, made()) };
    };
    const first = offer();
    await append(actor, 'job', jobId, [first.draft]);
    const sent = await offerByLink(actor, jobId, first.optionsId, quillet);
    if (!sent.ok) throw new Error(sent.problem);
    return { actor, jobId, offer, optionsId: first.optionsId, token: sent.url.split('/').at(-1) ?? '' };
  };
  const yes = { chosen: 0, by: 'O. Quillet', words: null };

  it('is read, accepted once, and begins its paper with the lines as their quote', async () => {
    const { actor, jobId, token, optionsId } = await setUp();
    expect(await offeredByLink(token, false)).toMatchObject({
      isPast: false,
      offer: { options: [{ total: '£65.00' }] },
    });
    expect(await acceptByLink(token, { ...yes, chosen: 2 }, '192.0.2.1')).toMatchObject({ ok: false });
    expect(await acceptByLink(token, yes, '192.0.2.1')).toEqual({ ok: true });
    expect(await acceptByLink(token, yes, '192.0.2.1')).toMatchObject({ ok: false });
    expect(await offeredByLink(token, false)).toBeNull();
    const entries = (await entriesAfter(actor, 'job', jobId, 0)) ?? [];
    const [accepted, begun, works] = entries.slice(-3);
    expect(accepted).toMatchObject({
      kind: 'option.accepted',
      body: { optionsId, chosen: 0, by: 'O. Quillet', outside: { address: '192.0.2.1' } },
    });
    expect(begun).toMatchObject({ kind: 'document.begun', body: { kind: 'EIC' } });
    expect(works).toMatchObject({ body: { fields: { quote: [{ what: 'Put it right', pence: 6500 }] } } });
    expect(await offerByLink(actor, jobId, optionsId, quillet)).toMatchObject({ ok: false });
  });

  it('closes where it was changed, and no other firm makes a link to it', async () => {
    const { actor, jobId, token, offer, optionsId } = await setUp();
    const stranger = await newFirm('Another firm');
    expect(await offerByLink(stranger, jobId, optionsId, quillet)).toMatchObject({ ok: false });
    await append(actor, 'job', jobId, [offer().draft]);
    expect(await offeredByLink(token, false)).toBeNull();
    expect(await acceptByLink(token, yes, '')).toMatchObject({ ok: false });
    expect(await offerByLink(actor, jobId, optionsId, quillet)).toMatchObject({ ok: false });
  });

  it('is no longer accepted once its prices are past, and the link is not spent on it', async () => {
    const { actor, jobId, token, optionsId } = await setUp({ goodUntil: '2026-01-01' });
    expect(await offeredByLink(token, false)).toMatchObject({ isPast: true });
    expect(await acceptByLink(token, yes, '')).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/have expired/),
    });
    expect((await linksOf(actor, optionsId))[0]?.usedAt).toBeNull();
    expect(((await entriesAfter(actor, 'job', jobId, 0)) ?? []).at(-1)?.kind).toBe('options.set');
  });
});

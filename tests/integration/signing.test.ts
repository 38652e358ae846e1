import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { cottage } from '../../scripts/demo/dwellings';
import { closeConnections } from '../../src/server/connection';
import { type Signer, signDocument } from '../../src/server/sign';
import { append, entriesAfter, openJob } from '../../src/server/streams';
import { jobStream } from '../../src/core/catalogue';
import { declared, noon } from '../support/entries';
import { newFirm } from '../support/firm';

afterAll(closeConnections);

async function readyToSign() {
  const actor = await newFirm();
  const signer: Signer = { ...actor, name: ' Wren Hallam ', position: 'Inspector' };
  const jobId = v7();
  const scribe = cottage(noon, [{ id: v7(), name: 'Tester', serial: 'S-1', calibratedOn: '2026-01-01' }]);
  await openJob(actor, jobId, scribe.drafts);
  const entries = async () => (await entriesAfter(actor, 'job', jobId, 0)) ?? [];
  const upTo = (await entries()).length;
  return { signer, jobId, documentId: scribe.documentId, upTo, entries };
}

describe('a signature', () => {
  it("is the server's word: who, what they are, in which words, when", async () => {
    const { signer, jobId, documentId, upTo, entries } = await readyToSign();
    const at = new Date('2026-03-03T09:00:00Z');
    const asked = { jobId, documentId, role: 'inspector', upTo };
    expect(await signDocument(signer, asked, at, 'a device')).toEqual({ signed: true });
    expect((await entries()).at(-1)).toMatchObject({
      kind: 'declaration.signed',
      seq: upTo + 1,
      madeBy: signer.id,
      madeAt: at.toISOString(),
      body: {
        documentId,
        role: 'inspector',
        name: 'Wren Hallam',
        position: 'Inspector',
        statement: declared('inspector'),
      },
    });
  });

  it('is refused once something was recorded after the person looked', async () => {
    const { signer, jobId, documentId, upTo, entries } = await readyToSign();
    const later = jobStream.draft(
      'client.named',
      { telephone: '01632 960 188' },
      { id: v7(), madeAt: noon.toISOString(), device: 'd' },
    );
    await append(signer, 'job', jobId, [later]);
    const asked = { jobId, documentId, role: 'inspector', upTo };
    expect(await signDocument(signer, asked, noon, 'd')).toMatchObject({
      signed: false,
      reason: expect.stringContaining('Check it, then sign'),
    });
    expect(await entries()).toHaveLength(upTo + 1);
    expect(await signDocument(signer, { ...asked, upTo: upTo + 1 }, noon, 'd')).toEqual({ signed: true });
  });

  it("is nobody's of another firm, for no role there is not, and authorises only by a supervisor", async () => {
    const { signer, jobId, documentId, upTo, entries } = await readyToSign();
    const stranger: Signer = { ...(await newFirm()), name: 'S', position: 'Inspector' };
    const asked = { jobId, documentId, role: 'inspector', upTo };
    const refused = { signed: false };
    expect(await signDocument(stranger, asked, noon, 'd')).toMatchObject(refused);
    expect(await signDocument(signer, { ...asked, role: 'owner' }, noon, 'd')).toMatchObject(refused);
    expect(await signDocument(signer, { ...asked, documentId: v7() }, noon, 'd')).toMatchObject(refused);
    const junior: Signer = { ...signer, roles: ['inspector'] };
    expect(await signDocument(junior, { ...asked, role: 'authoriser' }, noon, 'd')).toMatchObject({
      signed: false,
      reason: expect.stringContaining('supervisor'),
    });
    expect(await entries()).toHaveLength(upTo);
  });

  it('is given once, however often it is asked for at once', async () => {
    const { signer, jobId, documentId, upTo, entries } = await readyToSign();
    const asked = { jobId, documentId, role: 'inspector', upTo };
    const answers = await Promise.all([1, 2, 3, 4].map(() => signDocument(signer, asked, noon, 'd')));
    expect(answers.filter(({ signed }) => signed)).toHaveLength(1);
    expect(await entries()).toHaveLength(upTo + 1);
  });
});

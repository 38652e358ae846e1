import { describe, expect, it } from 'vitest';
import { cottageEntries, sha256, viewAt } from '../../tests/support/entries';
import { jobStream } from '../core/catalogue';
import { type SealedEntry, seal, verify } from '../core/ledger/seal';
import { practiceHashed } from '../core/practice/paper-stream';
import { practiceIssue } from './practice-issue';

const firm = { name: 'Practice', address: '', telephone: '', email: '', logo: '' };

describe('a practice paper sealed on the device', () => {
  const view = viewAt(cottageEntries());
  const entries = [...view.job.entries.values()] as SealedEntry[];
  const model = view.definition.build(view, firm);

  it('has a number of its own, and a seal a real document of the same words has not', async () => {
    const { kind, body } = await practiceIssue(view, firm);
    const issued = body as { number: string; documentHash: string; pdfSha256: null };
    expect([kind, issued.number, issued.pdfSha256]).toEqual(['document.issued', 'PRACTICE-EICR-1', null]);
    expect(issued.documentHash).toMatch(/^[0-9a-f]{64}$/);
    expect(issued.documentHash).not.toBe((await seal(entries, model, sha256)).documentHash);
  });

  it('can be checked in its own space, and not in that of documents', async () => {
    const { body } = await practiceIssue(view, firm);
    const { documentHash } = body as { documentHash: string };
    const inPractice = (text: string) => sha256(practiceHashed(text));
    const { links } = await seal(entries, model, inPractice);
    expect(await verify(entries, model, { links, documentHash }, inPractice)).toMatchObject({ intact: true });
    expect(await verify(entries, model, { links, documentHash }, sha256)).toMatchObject({ intact: false });
  });

  it('is an entry the job takes where everything is signed, and counts on', async () => {
    const { kind, body } = await practiceIssue(view, firm);
    const made = { id: crypto.randomUUID(), madeAt: '2026-03-02T12:00:00.000Z', device: 'practice' };
    expect(jobStream.readDraft(jobStream.draft(kind as 'document.issued', body as never, made)).ok).toBe(true);
  });
});

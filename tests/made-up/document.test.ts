import { execFileSync } from 'node:child_process';
import { v7 } from 'uuid';
import { describe, expect, it, vi } from 'vitest';

vi.mock('../../src/core/certificates/kinds', async (original) => {
  const held = await original<typeof import('../../src/core/certificates/kinds')>();
  const { visualCheck } = await import('./visual-check/definition');
  return { definitions: [...held.definitions, visualCheck] };
});

import { jobStream, viewOf } from '../../src/core/catalogue';
import { documentKinds, documentNamed, dutiesOf, orderedDocuments } from '../../src/core/certificates/documents';
import { printedModel } from '../../src/core/certificates/printed-model';
import { missing } from '../../src/core/job/document-definition';
import { act } from '../../src/core/practice/act';
import { judgeJob } from '../../src/core/job/verdicts';
import { estimate } from '../../src/core/work/estimate';
import { kitFor } from '../../src/core/firm/kit';
import { stageState } from '../../src/core/work/stages';
import { bodies, bodyOf } from '../../src/features/certificates/registry';
import { openJobFields } from '../../src/features/jobs/fields';
import { declarations, sheetFor, title } from '../../src/print/layouts/parts';
import { layoutOf, layouts } from '../../src/print/layouts/registry';
import { jobFilters } from '../../src/server/find-jobs';
import { Scribe } from '../../scripts/demo/scribe';
import { visualCheck } from './visual-check/definition';
import { admit, fold, inspector, noon, numbered } from '../support/entries';

// The list of kinds, a layout and a body: all that a kind of document adds to files that are there already.
Object.assign(layouts, {
  VC: async (model: unknown, sealed: null, at: Date) => {
    const read = visualCheck.model.read(model);
    const sheet = sheetFor(visualCheck, read, sealed, at);
    title(sheet, visualCheck, read, sealed, 'Look round');
    sheet.paragraph(read.words);
    declarations(sheet, visualCheck, read);
    return sheet.finish();
  },
});
Object.assign(bodies, { VC: { Outcome: () => null, Body: () => null } });

const firm = { name: 'Fenwhistle', address: 'A', telephone: 'T', email: 'E', logo: '' };

function begun(description: string | null) {
  const scribe = new Scribe(noon, 'test device');
  scribe.open('VC', 'bs7671-2018-a2', 'VC-1');
  if (description !== null) scribe.say('works.described', { documentId: scribe.documentId, fields: { description } });
  return scribe;
}
const lastAnswer = ({ drafts }: Scribe) => {
  const last = drafts.at(-1);
  if (!last) throw new Error('Nothing was recorded');
  return admit(fold(numbered(drafts.slice(0, -1))), last, inspector);
};
const sign = (scribe: Scribe) =>
  scribe.say('declaration.signed', {
    documentId: scribe.documentId,
    role: 'looker',
    name: 'N',
    position: '',
    statement: 'I looked at it.',
  });

describe('a kind of document that was added to the lists', () => {
  it('is among those a list, a filter, a new job, a visit and a practice house offer', () => {
    expect(documentKinds).toContain('VC');
    expect(orderedDocuments.map(({ label }) => label)).toContain('Visual check');
    expect(jobFilters.parse({ document: 'VC' }).document).toBe('VC');
    expect(openJobFields.shape.paper.safeParse('VC').success).toBe(true);
    expect(openJobFields.shape.paper.safeParse('XX').success).toBe(false);
    expect(
      act.safeParse({ is: 'finish', paper: { document: 'VC', satisfactory: true, limitations: [] } }).success,
    ).toBe(true);
    const usual = documentNamed('VC')?.minutes;
    expect(usual && estimate(usual, { document: 'VC', boards: 1, circuits: 0, points: 5 }, []).siteMinutes).toBe(20);
    expect(kitFor({ document: 'VC', words: '', earthing: null, devices: [] }, []).length).toBeGreaterThan(0);
  });
  it('is begun, says what it lacks, is signed and issued, and brings its duties', () => {
    const unsaid = begun(null);
    const view = viewOf(fold(numbered(unsaid.drafts)));
    expect(view && missing(view.definition.gaps(view, judgeJob(view))).map(({ what }) => what)).toEqual([
      'What was looked at',
    ]);
    sign(unsaid);
    expect(lastAnswer(unsaid)).toMatchObject({ accepted: false });

    const scribe = begun('The board and its covers');
    sign(scribe);
    expect(lastAnswer(scribe)).toEqual({ accepted: true });
    scribe.say('document.issued', {
      documentId: scribe.documentId,
      issueId: v7(),
      number: 'VC-2026-0001',
      documentHash: 'a'.repeat(64),
      pdfSha256: null,
    });
    expect(lastAnswer(scribe)).toEqual({ accepted: true });
    const job = jobStream.fold(numbered(scribe.drafts));
    expect(dutiesOf(job).map(({ duty, number }) => [duty, number])).toEqual([['file-it', 'VC-2026-0001']]);
    const sealed = viewOf(job);
    expect(sealed && stageState(sealed, [], 'review')).toBe('complete');
  });
  it('is printed, shown and put in plain words', async () => {
    const view = viewOf(fold(numbered(begun('The board and its covers').drafts)));
    if (!view) throw new Error('No document');
    const model = view.definition.model.read(view.definition.build(view, firm));
    expect(view.definition.plain(model).means).toBe('The board and its covers');
    const pdf = await layoutOf('VC')(printedModel.loose().parse(model), null, noon, new Map());
    expect(execFileSync('pdftotext', ['-', '-'], { input: pdf, encoding: 'utf8' })).toMatch(
      /Visual Check[\s\S]*The board and its covers/,
    );
    expect(bodyOf('VC')).toBeDefined();
    expect(() => layoutOf('XX')).toThrow(/no layout/);
    expect(bodyOf('toString')).toBeUndefined();
  });
});

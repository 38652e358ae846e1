import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { cottage } from '../../../scripts/demo/dwellings';
import { boardChange, towelRail } from '../../../scripts/demo/new-work';
import type { Scribe } from '../../../scripts/demo/scribe';
import { admit, fold, inspector, noon, numbered, viewOfScribe } from '../../../tests/support/entries';
import { type JobBody, type JobDraft, documents } from '../catalogue';
import { missing } from '../job/document-definition';
import { liveEarth } from '../measurements/insulation/slots';
import { rcdTime } from '../measurements/residual/slots';
import { zs } from '../measurements/loop/slots';
import type { Report } from './eicr/model';
import { remedyOf } from './remedies';

const instruments = [
  {
    id: '0195a000-0000-7000-8000-000000000001',
    name: 'Multifunction tester',
    serial: 'MF-1',
    calibratedOn: '2026-01-10',
  },
];
const firm = { name: 'Fenwhistle', address: '', telephone: '', email: '', logo: '' };
const eicJob = () => boardChange(noon, instruments);
const mwcJob = () => {
  const scribe = towelRail(noon, instruments);
  const way = wayNumbered(scribe, 4);
  scribe.read({ of: 'way', id: way }, zs, '0.66');
  return scribe;
};
const lacking = (scribe: Scribe) => {
  const view = viewOfScribe(scribe);
  return missing(view.definition.gaps(view)).map(({ what }) => what);
};
const wayNumbered = (scribe: Scribe, number: number): string =>
  [...viewOfScribe(scribe).job.ways.values()].find((way) => way.number === number)?.id ?? '';
const works = (scribe: Scribe, fields: JobBody<'works.described'>['fields']) =>
  scribe.say('works.described', { documentId: scribe.documentId, fields });
const printedOf = (scribe: Scribe) => {
  const view = viewOfScribe(scribe);
  return view.definition.build(view, firm);
};
/** What the ledger says to the last draft of a scribe after all before it. */
const answer = (scribe: { readonly drafts: readonly JobDraft[] }) => {
  const last = scribe.drafts.at(-1);
  if (!last) throw new Error('nothing said');
  const outcome = admit(fold(numbered(scribe.drafts.slice(0, -1))), last, inspector);
  return outcome.accepted ? null : outcome.reason;
};
const signature = (scribe: Scribe, role: string) => {
  const { kind } = viewOfScribe(scribe).document;
  const statement = documents.of(kind)?.roles.find((each) => each.role === role)?.statement ?? '';
  scribe.say('declaration.signed', { documentId: scribe.documentId, role, name: 'N', position: '', statement });
  return answer(scribe);
};

describe('an installation certificate', () => {
  it('is complete when its work, its supply, its schedules and its circuits are', () =>
    expect(lacking(eicJob())).toEqual([]));
  it.each([
    [{ description: null }, /What was done/],
    [{ nature: null }, /Type of work/],
    [{ extentCovered: null }, /Extent/],
    [{ extentNotCovered: '' }, /does not cover/],
    [{ existing: null }, /none noticed/],
    [{ departures: null }, /Departures/],
    [{ completedOn: null }, /completion/],
  ] as const)('wants %o said', (fields, what) => {
    const scribe = eicJob();
    works(scribe, fields);
    expect(lacking(scribe)).toEqual([expect.stringMatching(what)]);
  });
  it('takes ✓ and N/A in its schedule and nothing else', () => {
    const scribe = eicJob();
    const { documentId } = scribe;
    for (const [outcome, refused] of [
      ['ok', null],
      ['N/A', null],
      ['C2', /does not take C2/],
      ['LIM', /does not take LIM/],
    ] as const) {
      scribe.say('item.marked', { documentId, item: '8', outcome, reason: outcome === 'LIM' ? 'why' : null });
      const said = answer(scribe);
      if (refused) expect(said).toMatch(refused);
      else expect(said).toBeNull();
    }
  });
  it('is not signed while a snag is open, nor while a result of its own work does not meet', () => {
    const snagged = eicJob();
    const snagId = v7();
    snagged.say('snag.noted', {
      snagId,
      documentId: snagged.documentId,
      what: 'Grommet missing',
      where: '',
      who: '',
      test: null,
    });
    expect(lacking(snagged)).toEqual(['Snag: Grommet missing']);
    expect(signature(snagged, 'constructor')).toMatch(/Snag: Grommet/);
    const mended = eicJob();
    mended.say('snag.noted', {
      snagId,
      documentId: mended.documentId,
      what: 'Grommet missing',
      where: '',
      who: '',
      test: null,
    });
    mended.say('snag.cleared', { snagId, how: 'Grommet fitted' });
    expect(signature(mended, 'constructor')).toBeNull();
    const wrong = eicJob();
    wrong.read({ of: 'way', id: wayNumbered(wrong, 3) }, liveEarth, '0.4');
    expect(lacking(wrong)).toEqual([expect.stringMatching(/fails: no later test passes/)]);
  });
  it('clears a snag that a test found only once the test was repeated', () => {
    const scribe = eicJob();
    const on = { of: 'way', id: wayNumbered(scribe, 1) } as const;
    const snagId = v7();
    scribe.say('snag.noted', {
      snagId,
      documentId: scribe.documentId,
      what: 'Slow',
      where: '',
      who: '',
      test: { wayId: on.id, measure: rcdTime },
    });
    const noted = [...scribe.drafts];
    scribe.say('snag.cleared', { snagId, how: 'Looked at' });
    expect(answer(scribe)).toMatch(/Repeat its test first/);
    scribe.drafts.splice(0, scribe.drafts.length, ...noted);
    scribe.read(on, rcdTime, '20');
    scribe.say('snag.cleared', { snagId, how: 'Replaced' });
    expect(answer(scribe)).toBeNull();
    scribe.say('snag.cleared', { snagId, how: 'Again' });
    expect(answer(scribe)).toMatch(/already fixed/);
  });
  it('is signed by three, or by one three times, and anything said after puts them out of force', () => {
    const scribe = eicJob();
    for (const role of ['designer', 'constructor', 'inspector-tester']) expect(signature(scribe, role)).toBeNull();
    expect(viewOfScribe(scribe).document.signatures.every(({ inForce }) => inForce)).toBe(true);
    works(scribe, { existing: 'A crack in the meter box' });
    expect(viewOfScribe(scribe).document.signatures.some(({ inForce }) => inForce)).toBe(false);
  });
  it('prints what it certifies, its demand, and reads back as stored', () => {
    const model = printedOf(eicJob());
    const { definition } = viewOfScribe(eicJob());
    expect(definition.model.read(JSON.parse(JSON.stringify(model)))).toEqual(model);
    expect(model).toMatchObject({
      kind: 'EIC',
      boards: [{ rows: { length: 4 } }],
      demand: { facts: [{ value: '71 A' }, {}, { value: expect.stringMatching(/71.0 A ≤ 100.0 A/) }, {}] },
    });
  });
  it('is about the circuits it names and no others', () => {
    const scribe = eicJob();
    works(scribe, { wayIds: [wayNumbered(scribe, 3)] });
    scribe.read({ of: 'way', id: wayNumbered(scribe, 1) }, liveEarth, '0.4');
    expect(lacking(scribe)).toEqual([]);
    expect(printedOf(scribe)).toMatchObject({ boards: [{ rows: { length: 1 } }] });
  });
});

describe('a minor-works form', () => {
  it('asks for its five parts and no more', () => {
    expect(lacking(mwcJob())).toEqual([]);
    expect(lacking(towelRail(noon, instruments))).toEqual(['Way 4: Zs']);
  });
  it('is for one circuit', () => {
    const scribe = mwcJob();
    const board = [...viewOfScribe(scribe).job.boards.keys()][0] ?? '';
    const other = scribe.way(board, 5, ['Lights', 'lights', 3, 'B 6', '30 A', '1.5/1', 'C']);
    expect(lacking(scribe)).toEqual([]);
    works(scribe, { wayIds: [wayNumbered(scribe, 4), other] });
    expect(lacking(scribe)).toContain('One circuit: a form for each altered');
    works(scribe, { wayIds: null });
    expect(lacking(scribe)).toContain('One circuit: a form for each altered');
  });
  it('has no schedule of inspections, and prints one circuit with its results', () => {
    const scribe = mwcJob();
    scribe.say('item.marked', { documentId: scribe.documentId, item: '1', outcome: 'ok', reason: null });
    expect(answer(scribe)).toMatch(/no inspection item/);
    const model = printedOf(mwcJob());
    expect(viewOfScribe(mwcJob()).definition.model.read(JSON.parse(JSON.stringify(model)))).toEqual(model);
    expect(model).toMatchObject({
      kind: 'MWC',
      results: expect.arrayContaining([
        { label: 'Zs Ω', value: '0.66' },
        { label: 'R1+R2 Ω', value: '0.31' },
      ]),
    });
  });
  it('asks for what its description does not say, and lets it be signed all the same', () => {
    const scribe = mwcJob();
    works(scribe, { description: 'added a point' });
    const view = viewOfScribe(scribe);
    expect(view.definition.gaps(view)).toEqual([
      expect.objectContaining({ severity: 'query', what: expect.stringMatching(/item by item/) }),
    ]);
    expect(signature(scribe, 'responsible person')).toBeNull();
  });
});

describe('work that puts a finding right', () => {
  it('points at it, and is the last paper that does', () => {
    const scribe = mwcJob();
    const observationId = v7();
    scribe.say('observation.noted', {
      observationId,
      fields: {
        what: 'Rose cracked',
        where: 'Landing',
        why: 'Live parts within reach',
        code: 'C2',
        item: null,
        wayId: null,
        regulation: null,
        livePartsAccessible: false,
        codeReason: null,
      },
    });
    const job = () => viewOfScribe(scribe).job;
    expect(remedyOf(job(), observationId)).toBeNull();
    works(scribe, { observationIds: [observationId] });
    expect(remedyOf(job(), observationId)?.id).toBe(scribe.documentId);
    expect(printedOf(scribe)).toMatchObject({ remedies: ['Observation 1 (C2): Rose cracked'] });
    works(scribe, { observationIds: [v7()] });
    expect(answer(scribe)).toMatch(/no such observation/);
  });
});

describe('a finding put right on the spot', () => {
  it('keeps its words and its code, decides as it did, and says in the report how it was remedied', () => {
    const scribe = cottage(noon, instruments);
    const observationId = v7();
    const fields = {
      what: 'Rose cracked',
      where: 'Landing',
      why: 'Live parts within reach',
      code: 'C2',
      item: '5.3',
      wayId: null,
      regulation: null,
      livePartsAccessible: false,
      codeReason: null,
    } as const;
    scribe.say('observation.noted', { observationId, fields });
    const before = printedOf(scribe) as Report;
    scribe.say('observation.remedied', { observationId, how: 'Rose renewed', on: '2026-03-02' });
    expect(answer(scribe)).toBeNull();
    const after = printedOf(scribe) as Report;
    expect(after.observations.at(-1)).toEqual({
      ...before.observations.at(-1),
      remedied: 'Remedied during the inspection, 2 March 2026: Rose renewed',
    });
    expect(after.assessment).toEqual(before.assessment);
    // Written again, it stays remedied; struck, it is not.
    scribe.say('observation.noted', { observationId, fields: { ...fields, where: 'Landing, front' } });
    expect(viewOfScribe(scribe).job.observations.at(-1)?.remedied).toEqual({ how: 'Rose renewed', on: '2026-03-02' });
    scribe.say('observation.remedied', { observationId: v7(), how: 'x', on: '2026-03-02' });
    expect(answer(scribe)).toMatch(/no such observation/);
  });
});

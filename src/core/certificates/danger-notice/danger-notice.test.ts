import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { Scribe } from '../../../../scripts/demo/scribe';
import { admit, fold, inspector, noon, numbered, viewOfScribe } from '../../../../tests/support/entries';
import { missing } from '../../job/document-definition';
import type { Code } from '../../job/outcome';
import { openFindings } from '../options';
import { closings, remedyOf } from '../remedies';
import { dangerNotice } from './definition';
import type { DangerNotice } from './model';

const firm = { name: 'Fenwhistle', address: 'A', telephone: 'T', email: 'E', logo: '' };

function notice(code: Code = 'C1', more: { readonly address?: string | null; readonly why?: string } = {}) {
  const s = new Scribe(noon, 'test device');
  s.open('DN', 'bs7671-2018-a2', 'DN-1');
  const observationId = v7();
  s.say('site.described', { address: more.address === undefined ? '4 Larkspur Rise' : more.address });
  s.say('observation.noted', {
    observationId,
    fields: {
      what: 'Live bar behind a missing cover',
      where: 'Board, cupboard under the stairs',
      why: more.why ?? 'Anybody can touch it.',
      code,
      item: '4.9',
      wayId: null,
      regulation: '416.2',
      livePartsAccessible: true,
      codeReason: code === 'C1' ? null : 'Locked away',
    },
  });
  s.say('works.described', { documentId: s.documentId, fields: { dangerIds: [observationId] } });
  return { s, observationId };
}
const tell = (s: Scribe, observationId: string, madeSafe: string | null = 'Main switch locked off') =>
  s.say('finding.told', {
    observationId,
    to: 'person in charge',
    who: 'Ms O. Fairweather, tenant',
    isolate: 'agreed',
    madeSafe,
    receipt: 'refused to sign',
    reference: null,
    drawn: null,
  });
const lacking = (s: Scribe) => {
  const view = viewOfScribe(s);
  return missing(view.definition.gaps(view)).map(({ what }) => what);
};
const sign = (s: Scribe) => {
  const [role] = dangerNotice.roles;
  s.say('declaration.signed', {
    documentId: s.documentId,
    role: role?.role ?? '',
    name: 'N',
    position: '',
    statement: role?.statement ?? '',
  });
  const last = s.drafts.at(-1);
  if (!last) throw new Error('Nothing was recorded');
  return admit(fold(numbered(s.drafts.slice(0, -1))), last, inspector);
};

describe('a danger notice', () => {
  it('waits for the person informed and for nothing a report waits for', () => {
    const { s, observationId } = notice();
    expect(lacking(s)).toEqual(['Observation 1: person informed of the danger']);
    expect(sign(s)).toMatchObject({ accepted: false });
    const { s: told, observationId: id } = notice();
    tell(told, id);
    expect(lacking(told)).toEqual([]);
    expect(sign(told)).toEqual({ accepted: true });
    expect(observationId).not.toBe(id);
  });
  it.each([
    [notice('C2'), /Observation 1 is a C2/],
    [notice('C1', { address: null }), /Address/],
    [notice('C1', { why: '' }), /why it is dangerous/],
  ])('is not given for %#', ({ s, observationId }, what) => {
    tell(s, observationId);
    expect(lacking(s).join('; ')).toMatch(what);
  });
  it('says who was informed, and in plain words whether it is safe for now', () => {
    const said = (madeSafe: string | null) => {
      const { s, observationId } = notice();
      tell(s, observationId, madeSafe);
      const view = viewOfScribe(s);
      const model = view.definition.model.read(view.definition.build(view, firm)) as DangerNotice;
      return { model, plain: dangerNotice.plain(model) };
    };
    const { model, plain } = said('Main switch locked off');
    expect(model.dangers[0]?.facts).toEqual(
      expect.arrayContaining([
        { label: 'Person informed', value: 'Ms O. Fairweather, tenant' },
        { label: 'Made safe by', value: 'Main switch locked off' },
      ]),
    );
    expect(plain.headline).toBe('A danger was found and made safe');
    expect(said(null).plain.headline).toMatch(/do not use/);
  });
  it('is of every C1 where none is named, and of no other code', () => {
    const { s } = notice();
    s.say('works.described', { documentId: s.documentId, fields: { dangerIds: null } });
    const view = viewOfScribe(s);
    expect((view.definition.build(view, firm) as DangerNotice).dangers).toHaveLength(1);
    const other = notice('C2').s;
    other.say('works.described', { documentId: other.documentId, fields: { dangerIds: null } });
    expect(lacking(other)).toContain('The danger: an observation coded C1');
  });
  it('repairs nothing: what it warns of stays open, with and without its seal', () => {
    const { s, observationId } = notice();
    tell(s, observationId);
    s.say('document.begun', {
      documentId: v7(),
      kind: 'EICR',
      edition: 'bs7671-2018-a2',
      covers: null,
      because: null,
      replaces: null,
    });
    s.say('document.issued', {
      documentId: s.documentId,
      issueId: v7(),
      number: 'DN-2026-0001',
      documentHash: 'a'.repeat(64),
      pdfSha256: null,
    });
    const { job } = viewOfScribe(s);
    expect(job.documents[0]?.issued).not.toBeNull();
    expect(remedyOf(job, observationId)).toBeNull();
    expect(closings(job).size).toBe(0);
    expect(openFindings(job).map(({ id }) => id)).toEqual([observationId]);
  });
});

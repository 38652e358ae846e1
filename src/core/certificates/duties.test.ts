import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { cottage } from '../../../scripts/demo/dwellings';
import { boardChange } from '../../../scripts/demo/new-work';
import type { Scribe } from '../../../scripts/demo/scribe';
import { admit, fold, inspector, noon, numbered } from '../../../tests/support/entries';
import type { JobDraft } from '../catalogue';
import { countries } from '../installation/country';
import { dutiesOf } from './documents';

const instruments = [{ id: v7(), name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];

function issue(scribe: Scribe, documentId = scribe.documentId, number = 'N-1'): void {
  const said = { documentId, issueId: v7(), number, documentHash: 'a'.repeat(64), pdfSha256: null };
  scribe.say('document.issued', said);
}
/** A report on a rented home, inspected on 2 March 2026, with a finding of a code. */
function rented(country: (typeof countries)[number] | null, code: 'C2' | 'C3' | 'FI'): Scribe {
  const scribe = cottage(noon, instruments);
  scribe.say('site.described', { country });
  scribe.say('brief.agreed', { reason: 'tenancy', inspectedFrom: '2026-03-01', inspectedTo: '2026-03-02' });
  scribe.say('observation.noted', { observationId: v7(), fields: { ...finding, code } });
  return scribe;
}
const finding = {
  what: 'w',
  where: 'x',
  why: 'y',
  item: null,
  wayId: null,
  regulation: null,
  livePartsAccessible: false,
  codeReason: null,
} as const;
const job = (scribe: { drafts: readonly JobDraft[] }) => fold(numbered(scribe.drafts));
const due = (scribe: Scribe) => Object.fromEntries(dutiesOf(job(scribe)).map((each) => [each.duty, each.dueOn]));

describe('what follows from a report on a rented home', () => {
  it('is nothing before it is issued, of a home that is not rented, or where nobody knows', () => {
    expect(dutiesOf(job(rented('England', 'C2')))).toEqual([]);
    for (const scribe of [rented('England', 'C2'), rented(null, 'C2')]) {
      if (job(scribe).site.country) scribe.say('brief.agreed', { reason: 'owner' });
      issue(scribe);
      expect(dutiesOf(job(scribe))).toEqual([]);
    }
  });
  it('is dated from the last day of inspection, and counts as the law of the place does', () => {
    const scribe = rented('England', 'C2');
    issue(scribe);
    expect(due(scribe)).toMatchObject({
      'en-copy-sitting': '2026-03-30',
      // The day of inspection is the first of the 28.
      'en-remedy': '2026-03-29',
      'en-copy-council': null,
      'en-copy-prospective': null,
      'en-confirm': null,
    });
  });
  it('has work and its confirmation only where something urgent was found', () => {
    const scribe = rented('England', 'C3');
    issue(scribe);
    expect(Object.keys(due(scribe))).not.toContain('en-remedy');
    expect(Object.keys(due(scribe))).not.toContain('en-confirm');
  });
  it('comes again after five years, or when the report says where that is sooner', () => {
    for (const [saidOn, expected] of [
      ['2026-09-01', '2026-09-01'],
      ['2033-01-01', '2031-03-02'],
    ] as const) {
      const scribe = rented('England', 'C3');
      scribe.say('return.recommended', { documentId: scribe.documentId, dueOn: saidOn, reason: 'r' });
      issue(scribe);
      expect(due(scribe)['en-inspect']).toBe(expected);
    }
  });
  it.each(countries)('names the law of %s and of no other place', (country) => {
    const scribe = rented(country, 'C2');
    issue(scribe);
    const duties = dutiesOf(job(scribe));
    expect(duties.length).toBeGreaterThan(3);
    expect(new Set(duties.map(({ duty }) => duty.slice(0, 2))).size).toBe(1);
    for (const { source, when, what } of duties)
      expect(Math.min(source.length, when.length, what.length)).toBeGreaterThan(0);
  });
  it('is done when somebody says so, once the document is issued', () => {
    const scribe = rented('England', 'C2');
    const said = { documentId: scribe.documentId, duty: 'en-copy-sitting', on: '2026-03-02', note: 'by post' };
    scribe.say('duty.met', said);
    const last = scribe.drafts.at(-1);
    if (!last) throw new Error('nothing said');
    expect(admit(job({ drafts: scribe.drafts.slice(0, -1) }), last, inspector)).toMatchObject({ accepted: false });
    scribe.drafts.pop();
    issue(scribe);
    expect(admit(job(scribe), last, inspector)).toEqual({ accepted: true });
    const tomorrow = { ...last, body: { ...said, on: '2026-03-03' } } as typeof last;
    expect(admit(job(scribe), tomorrow, inspector)).toMatchObject({ accepted: false });
    scribe.say('duty.met', said);
    expect(dutiesOf(job(scribe)).find(({ duty }) => duty === 'en-copy-sitting')?.met).toEqual({
      on: '2026-03-02',
      note: 'by post',
    });
  });
  it('is of the report that stands: one that was replaced asks for nothing', () => {
    const scribe = rented('England', 'C2');
    issue(scribe);
    const anew = v7();
    scribe.say('document.begun', {
      documentId: anew,
      kind: 'EICR',
      edition: 'bs7671-2018-a2',
      covers: null,
      because: 'wrong',
      replaces: scribe.documentId,
    });
    const numbers = () => new Set(dutiesOf(job(scribe)).map(({ number }) => number));
    expect(numbers()).toEqual(new Set(['N-1']));
    issue(scribe, anew, 'N-2');
    expect(numbers()).toEqual(new Set(['N-2']));
  });
});

describe('what follows from work', () => {
  it('is notice to building control within 30 days of completion, where the work is notifiable', () => {
    const scribe = boardChange(noon, instruments);
    issue(scribe);
    expect(due(scribe)).toEqual({ 'building-control': '2026-04-01' });
    const quiet = boardChange(noon, instruments);
    quiet.say('works.described', {
      documentId: quiet.documentId,
      fields: { notifiable: false, notice: 'Not notifiable.' },
    });
    issue(quiet);
    expect(due(quiet)).toEqual({});
  });
});

import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { Scribe } from '../../../scripts/demo/scribe';
import { admit, fold, inspector, numbered, opened, viewOfScribe } from '../../../tests/support/entries';
import { missing } from '../job/document-definition';
import { toLookUp } from '../job/kinds/note';
import type { Code } from '../job/outcome';
import { buildReport } from './eicr/build';
import { gapsOf } from './eicr/gaps';
import { dangerLetter, distributorReport } from './letters';

const firm = { name: 'F', address: 'A', telephone: 'T', email: 'E', logo: '' };

function found(code: Code, item: string, livePartsAccessible = false): { s: Scribe; observationId: string } {
  const s = opened();
  const observationId = v7();
  s.say('observation.noted', {
    observationId,
    fields: {
      what: 'Live bar behind a missing cover',
      where: 'Board, cupboard under the stairs',
      why: 'Anybody can touch it.',
      code,
      item,
      wayId: null,
      regulation: '416.2',
      livePartsAccessible,
      codeReason: null,
    },
  });
  return { s, observationId };
}
const tell = (s: Scribe, observationId: string, more: object = {}) =>
  s.say('finding.told', {
    observationId,
    to: 'person in charge',
    who: 'Ms O. Fairweather, tenant',
    isolate: 'agreed',
    madeSafe: 'Main switch locked off',
    receipt: 'refused to sign',
    reference: null,
    drawn: null,
    ...more,
  });
const gaps = (s: Scribe) => missing(gapsOf(viewOfScribe(s))).map(({ what }) => what);
const queries = (s: Scribe) => gapsOf(viewOfScribe(s)).map(({ what }) => what);
const letterOf = (s: Scribe, make: typeof dangerLetter) => {
  const view = viewOfScribe(s);
  const [observation] = view.job.observations;
  if (!observation) throw new Error('No observation');
  return make(view, firm, observation);
};

describe('a danger', () => {
  it.each([
    ['C1', true],
    ['C2', false],
    ['C3', false],
    ['FI', false],
  ] as const)('%s: no report before somebody was told: %s', (code, asks) => {
    const { s, observationId } = found(code, '4.3');
    expect(gaps(s).some((what) => what.includes('who was informed'))).toBe(asks);
    tell(s, observationId);
    expect(gaps(s).some((what) => what.includes('who was informed'))).toBe(false);
  });
  it('stands in its notice with who was told, and its code stays on the report', () => {
    const { s, observationId } = found('C1', '4.3');
    expect(letterOf(s, dangerLetter)).toMatchObject({ to: 'The person in charge of the installation', taken: null });
    tell(s, observationId);
    const notice = letterOf(s, dangerLetter);
    expect(notice.to).toBe('Ms O. Fairweather, tenant');
    expect(notice.facts).toContainEqual({ label: 'Made safe by', value: 'Main switch locked off' });
    expect(notice.facts).toContainEqual({ label: 'Permission to isolate', value: 'isolated with their permission' });
    expect(notice.taken?.words).toBe('Ms O. Fairweather, tenant: refused to sign');
    const [observation] = buildReport(viewOfScribe(s), firm).observations;
    expect(observation).toMatchObject({ code: 'C1' });
    expect(observation?.why).toMatch(
      /^Anybody can touch it\. Informed: Ms O\. Fairweather, tenant, .*; made safe: Main switch/,
    );
  });
  it('told twice: the last telling counts', () => {
    const { s, observationId } = found('C1', '4.3');
    tell(s, observationId, { isolate: 'refused', madeSafe: null });
    expect(letterOf(s, dangerLetter).facts).toContainEqual({ label: 'Made safe by', value: 'not made safe' });
    tell(s, observationId);
    expect(letterOf(s, dangerLetter).facts).toContainEqual({ label: 'Made safe by', value: 'Main switch locked off' });
  });
  it('is signed for with a drawing or not at all, and told of what there is', () => {
    const { s, observationId } = found('C1', '4.3');
    expect(() => tell(s, observationId, { receipt: 'signed' })).toThrow(/nothing was drawn/);
    const job = fold(numbered(s.drafts));
    const draft = { ...s.drafts.at(-1), id: v7(), kind: 'finding.told', version: 1 };
    const told = (id: string) => ({
      ...draft,
      body: {
        observationId: id,
        to: 'distributor',
        who: 'Desk',
        isolate: null,
        madeSafe: null,
        receipt: null,
        reference: null,
        drawn: null,
      },
    });
    expect(admit(job, told(observationId) as never, inspector)).toEqual({ accepted: true });
    expect(admit(job, told(v7()) as never, inspector)).toMatchObject({ accepted: false });
  });
});

describe('the distributor’s equipment', () => {
  it.each([
    [false, /does not decide the outcome/],
    [true, /counts in the outcome/],
  ])('is reported to them; live parts to touch: %s', (live, says) => {
    const { s, observationId } = found('C2', '1.1', live);
    expect(queries(s).some((what) => what.includes('not reported to them'))).toBe(true);
    expect(letterOf(s, distributorReport).advice.join(' ')).toMatch(says);
    tell(s, observationId, {
      to: 'distributor',
      who: 'Fault desk',
      isolate: null,
      madeSafe: null,
      receipt: null,
      reference: 'Q-7',
    });
    expect(queries(s).some((what) => what.includes('not reported to them'))).toBe(false);
    expect(letterOf(s, distributorReport).facts).toContainEqual({ label: 'Their reference', value: 'Q-7' });
    expect(buildReport(viewOfScribe(s), firm).observations[0]?.why).toMatch(/Reported to the distributor: Fault desk/);
  });
});

describe('notes', () => {
  it('a doubt parked is looked up before anybody signs; remarks and words for whoever comes next are printed', () => {
    const s = opened();
    const noteId = v7();
    s.say('note.made', { noteId, sort: 'look up', what: 'Is a socket 2.4 m from zone 1 in order', where: 'Bathroom' });
    s.say('note.made', { noteId: v7(), sort: 'remark', what: 'Chart kept up to date', where: null });
    s.say('note.made', { noteId: v7(), sort: 'for next', what: 'Joint under the landing floor', where: 'Landing' });
    expect(gaps(s)).toContain('To look up: Is a socket 2.4 m from zone 1 in order');
    expect(buildReport(viewOfScribe(s), firm).brief).toEqual(
      expect.arrayContaining([
        { label: 'Remarks without a code', value: 'Chart kept up to date' },
        { label: 'For the next inspector', value: 'Joint under the landing floor (Landing)' },
      ]),
    );
    s.say('note.settled', { noteId, how: 'Three metres were asked for before; now 2.5: a C3' });
    expect(gaps(s).some((what) => what.startsWith('To look up'))).toBe(false);
    expect(toLookUp(viewOfScribe(s).job)).toEqual([]);
    expect(viewOfScribe(s).job.notes[0]?.settled?.how).toMatch(/a C3/);
  });
});

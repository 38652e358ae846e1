import fc from 'fast-check';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { Scribe } from '../../../scripts/demo/scribe';
import {
  admit,
  fold,
  inspector,
  numbered,
  opened,
  rentedHouseEntries,
  viewAt,
  viewOfScribe,
} from '../../../tests/support/entries';
import { loadFindings } from '../edition/findings';
import type { Code } from '../job/outcome';
import type { OptionsSet, OptionWork } from '../job/kinds/options';
import { loadPriceList, priceFor, priceOf, priced } from '../work/price-list';
import { offerOf } from './offer';
import { quoteOf } from './quote';
import {
  beginPapers,
  comesTo,
  draftLeave,
  draftOptions,
  leavesOpen,
  offered,
  openFindings,
  paperOf,
  papersBegun,
  pence,
} from './options';

const [findings, list] = await Promise.all([loadFindings(), loadPriceList()]);
const drafted = (s: Scribe) => draftOptions({ view: viewOfScribe(s), findings, list });

function note(s: Scribe, code: Code, id: string, more: { wayId?: string | null; places?: string[] } = {}): string {
  const finding = findings.find((each) => each.id === id);
  if (!finding) throw new Error(`no finding ${id}`);
  const observationId = v7();
  s.say('observation.noted', {
    observationId,
    fields: {
      what: finding.what,
      where: 'Landing',
      why: finding.matters,
      code,
      item: finding.item,
      wayId: null,
      regulation: null,
      livePartsAccessible: false,
      codeReason: null,
      ...more,
    },
  });
  return observationId;
}
function circuits(s: Scribe, count: number): string[] {
  const boardId = v7();
  s.say('board.added', { boardId });
  return Array.from({ length: count }, (_, index) => {
    const wayId = v7();
    s.say('way.added', { wayId, boardId, number: index + 1 });
    return wayId;
  });
}

describe('the price list', () => {
  it('answers every typical finding that carries a code by its own line, and none twice', () => {
    const answers = list.flatMap((line) => line.answers);
    expect(new Set(answers).size).toBe(answers.length);
    for (const finding of findings.filter(({ usual }) => usual !== 'none'))
      expect(priceOf(list, findings, finding).id, finding.id).not.toBe('other');
  });
  it('goes by the item of the schedule for what is no typical finding, and has a line for the rest', () => {
    expect(priceOf(list, findings, { what: 'Something of its own', item: '5.8' }).id).toBe('cpc');
    expect(priceOf(list, findings, { what: 'Something of its own', item: null }).id).toBe('other');
  });
  it('takes the firm’s figures in place of its own', () => {
    const own = priced(list, [{ priceId: 'rcd', minutes: 5, materialsPence: 1 }]);
    expect(priceFor(own, '4.18')).toMatchObject({ id: 'rcd', minutes: 5, materialsPence: 1 });
    expect(priceFor(own, '5.8')).toEqual(priceFor(list, '5.8'));
    expect(() => priceFor(list, 'nowhere')).toThrow(/nowhere/);
  });
});

describe('the options drafted from what was found', () => {
  it('are none where nothing is open, and say that it may be left', () => {
    const s = opened();
    expect(drafted(s)).toEqual([]);
    expect(draftLeave(viewOfScribe(s))).toMatch(/^No work is needed/);
    const observationId = note(s, 'C3', 'accessory-loose');
    s.say('observation.remedied', { observationId, how: 'Fixed', on: '2026-03-02' });
    expect(drafted(s)).toEqual([]);
  });
  it('say of what is being put right that it is not put right yet', () => {
    const s = opened();
    const observationId = note(s, 'C1', 'line-cpc-swapped');
    const { job, document } = viewOfScribe(s);
    const set = {
      optionsId: v7(),
      hourPence: 1,
      options: drafted(s),
      observationIds: [observationId],
      leave: '',
      terms: null,
      goodUntil: null,
    };
    for (const each of beginPapers(job, document, set, 0, v7)) s.say(each.kind, each.body as never);
    expect(openFindings(viewOfScribe(s).job)).toEqual([]);
    expect(draftLeave(viewOfScribe(s))).toMatch(/^Not to be left: observation 1 \(C1\)/);
  });
  it('put right what is urgent first, and leave the rest open by name', () => {
    const s = opened();
    const urgent = note(s, 'C2', 'damaged-accessory', { places: ['Hall', 'Kitchen'] });
    const rest = note(s, 'C3', 'fire-barrier-holes');
    const view = viewOfScribe(s);
    const [first, all] = drafted(s);
    expect(first?.lines.map(({ what, observationIds }) => [what, observationIds])).toEqual([
      ['Renew the accessory, 3 times', [urgent]],
      ['Test it and write its paper', []],
    ]);
    const open = { observationIds: openFindings(view.job).map(({ id }) => id) };
    expect(first && leavesOpen(view.job, open, first).map(({ id }) => id)).toEqual([rest]);
    expect(all && leavesOpen(view.job, open, all)).toEqual([]);
    expect(draftLeave(view)).toMatch(/Not to be left: observation 1 \(C2\).*\nMay be left: observation 2 \(C3\)/s);
  });
  it('offer a new board where one answers a finding, and a rewire of those circuits whose cables are the matter', () => {
    const s = opened();
    const [one = '', , , , five = ''] = circuits(s, 5);
    note(s, 'C2', 'board-damp');
    note(s, 'C2', 'insulation-below-minimum', { wayId: five });
    expect(drafted(s).map(({ title }) => title)).toEqual([
      'Fix what is urgent',
      'New board and repairs',
      'Rewire circuit 5, and fix the rest',
    ]);
    note(s, 'C2', 'rodent-damage', { wayId: one });
    note(s, 'C3', 'cable-oozing-green', { wayId: viewOfScribe(s).job.ways.keys().next().value ?? null });
    const [, , rewired] = drafted(s);
    expect(rewired?.title).toBe('Rewire circuits 1, 5, and fix the rest');
  });
  it('rewire the whole, and board with it, where it is half of the circuits', () => {
    const s = opened();
    const [one = ''] = circuits(s, 2);
    note(s, 'C2', 'board-damp');
    note(s, 'C2', 'old-rubber-or-lead-cable', { wayId: one });
    const rewired = drafted(s).at(-1);
    expect(rewired?.title).toBe('Rewire, and fix the rest');
    expect(rewired?.lines[0]).toMatchObject({ work: 'board change' });
  });
  it('always put right what they say: each urgent finding once in each option, in the least of work it takes', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            at: fc.nat(findings.length - 1),
            code: fc.constantFrom<Code>('C1', 'C2', 'C3', 'FI'),
            way: fc.nat(5),
          }),
          { minLength: 1, maxLength: 12 },
        ),
        (found) => {
          const s = opened();
          const ways = circuits(s, 4);
          for (const { at, code, way } of found) note(s, code, findings[at]?.id ?? '', { wayId: ways[way] ?? null });
          const { job } = viewOfScribe(s);
          const options = drafted(s);
          expect(options.length).toBeGreaterThan(0);
          expect(options.length).toBeLessThanOrEqual(3);
          for (const option of options) {
            const answered = option.lines.flatMap(({ observationIds }) => observationIds);
            expect(new Set(answered).size).toBe(answered.length);
            for (const { id, code } of job.observations) if (code !== 'C3') expect(answered).toContain(id);
            expect(comesTo(option, 5500).pence).toBe(option.lines.reduce((sum, line) => sum + pence(line, 5500), 0));
          }
          const set: OptionsSet = {
            optionsId: v7(),
            hourPence: 5500,
            options,
            observationIds: job.observations.map(({ id }) => id),
            leave: '',
            terms: null,
            goodUntil: null,
          };
          s.say('options.set', set);
          // Whatever was drafted can be offered, read, and begun.
          const now = viewOfScribe(s);
          expect(offerOf(now.job, set).options).toHaveLength(options.length);
          options.forEach((option, chosen) => {
            const begun = papersBegun(now.job, set, chosen);
            const quoted = begun.flatMap(({ works }) => works.quote ?? []);
            if (paperOf(now.job, option).advice) {
              expect(quoted.reduce((sum, line) => sum + (line.pence ?? 0), 0)).toBe(comesTo(option, 5500).pence);
              for (const entry of beginPapers(now.job, now.document, set, chosen, v7))
                s.say(entry.kind, entry.body as never);
            } else expect(begun).toEqual([]);
          });
          expect(() => viewOfScribe(s)).not.toThrow();
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the price of a line', () => {
  it.each([
    [0, 0, 5500, 0],
    [60, 0, 5500, 5500],
    [45, 900, 5500, 5025],
    [1, 0, 5500, 92],
    [20, 0, 0, 0],
  ])('%d minutes and %d pence at %d an hour come to %d', (minutes, materialsPence, hour, worth) =>
    expect(pence({ what: 'x', observationIds: [], minutes, materialsPence, work: 'nothing' }, hour)).toBe(worth),
  );
});

describe('the paper an option needs', () => {
  const option = (...works: OptionWork[]) => ({
    title: 'x',
    lines: works.map((work) => ({ what: 'x', observationIds: [], minutes: 1, materialsPence: 0, work })),
  });
  it.each([
    [['nothing'], null],
    [['nothing', 'like for like'], 'none required, MWC advised'],
    [['like for like', 'remedial'], 'MWC'],
    [['remedial', 'new circuit'], 'EIC'],
    [['board change', 'remedial'], 'EIC'],
    [['rewire'], 'EIC'],
  ] as const)('%j: %s', (works, paper) =>
    expect(paperOf(viewAt(rentedHouseEntries()).job, option(...works)).advice?.document ?? null).toBe(paper),
  );
});

describe('an offer', () => {
  const set = (more: Partial<OptionsSet> = {}): OptionsSet => ({
    optionsId: v7(),
    hourPence: 5500,
    options: [
      { title: 'One', lines: [{ what: 'x', observationIds: [], minutes: 30, materialsPence: 0, work: 'nothing' }] },
    ],
    observationIds: [],
    leave: 'Nothing',
    terms: null,
    goodUntil: null,
    ...more,
  });
  const accept = (optionsId: string, chosen = 0, outside: object | null = null) => ({
    optionsId,
    chosen,
    by: 'Ms O. Fairweather',
    words: null,
    outside,
  });
  const refused = (s: Scribe) => {
    const last = s.drafts.pop();
    const result = last && admit(fold(numbered(s.drafts)), last, inspector);
    return result?.accepted === false ? result.reason : null;
  };
  it('is accepted once, and only as it stands', () => {
    const s = opened();
    const [first, second] = [set(), set()];
    s.say('options.set', first);
    s.say('options.set', second);
    s.say('acceptance.noted', accept(first.optionsId) as never);
    expect(refused(s)).toMatch(/have changed/);
    s.say('acceptance.noted', accept(second.optionsId, 1) as never);
    expect(refused(s)).toMatch(/no such option/);
    s.say('acceptance.noted', accept(second.optionsId) as never);
    expect(offered(viewOfScribe(s).job)?.accepted).toMatchObject({ by: 'Ms O. Fairweather', chosen: 0 });
    s.say('acceptance.noted', accept(second.optionsId) as never);
    expect(refused(s)).toMatch(/already accepted an option/);
  });
  it('is what the job is quoted at once it is accepted: its own lines, or those of the papers it begins, never both', () => {
    const s = opened();
    const quoted = () => quoteOf(viewOfScribe(s).job);
    const idle = set();
    s.say('options.set', idle);
    expect(quoted()).toEqual([]);
    s.say('acceptance.noted', accept(idle.optionsId) as never);
    expect(quoted()).toEqual([{ what: 'x', pence: 2750 }]);
    const from = viewOfScribe(s).job.documents[0];
    const option = { title: 'New', lines: [{ ...idle.options[0]!.lines[0]!, what: 'y', work: 'remedial' as const }] };
    const begun = beginPapers(viewOfScribe(s).job, from!, { ...idle, options: [option] }, 0, v7);
    for (const { kind, body } of begun) s.say(kind, body as never);
    expect(quoted()).toEqual([{ what: 'y', pence: 2750 }]);
    // Of a paper that is put right, what it is quoted at now counts, and once.
    const paper = viewOfScribe(s).job.documents.at(-1);
    const documentId = v7();
    s.say('document.begun', {
      documentId,
      kind: paper?.kind ?? '',
      edition: 'bs7671-2018-a2',
      covers: null,
      because: 'Another price',
      replaces: paper?.id ?? null,
    });
    s.say('works.described', { documentId, fields: { quote: [{ what: 'z', answers: null, pence: 900 }] } });
    expect(quoted()).toEqual([{ what: 'z', pence: 900 }]);
  });
  it('takes nobody’s word for what came by a link, and answers only what was found', () => {
    const s = opened();
    const offer = set();
    s.say('options.set', offer);
    s.say('acceptance.noted', accept(offer.optionsId, 0, { linkId: v7(), address: '192.0.2.1' }) as never);
    expect(refused(s)).toMatch(/by the server/);
    s.say('options.set', set({ observationIds: [v7()] }));
    expect(refused(s)).toMatch(/no such observation/);
    s.say('options.set', offer);
    expect(refused(s)).toMatch(/exists already/);
  });
});

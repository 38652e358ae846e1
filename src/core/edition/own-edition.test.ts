import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boardChange } from '../../../scripts/demo/new-work';
import { admit, fold, inspector, noon, numbered, viewOfScribe } from '../../../tests/support/entries';
import { firmStream } from '../catalogue';
import { keyOf, slotAt } from '../installation/slot';
import { judgeJob } from '../job/verdicts';
import { liveEarth } from '../measurements/insulation/slots';
import { defaultEditionId, editionPack, newestEditionId } from './editions';
import {
  type OwnEdition,
  editionPrinted,
  figuresOf,
  ownEditionFile,
  whyNotEdition,
  withDifferences,
} from './own-edition';

const base = editionPack(newestEditionId);
const edition = (...rows: OwnEdition['rows']): OwnEdition => ({
  editionId: '0195a000-0000-7000-8000-0000000000e1',
  title: 'BS 7671:2018+A4:2026',
  shortTitle: 'A4:2026',
  basedOn: newestEditionId,
  rows,
});
const figure = (name: string, value: string) => ({
  of: 'figure' as const,
  figure: name,
  value,
  source: 'Table 64, A4',
});
const item = (number: string, confirm: string | null) => ({
  of: 'item' as const,
  schedule: 'EICR' as const,
  item: number,
  section: 'Final circuits',
  confirm,
  regulations: '',
  source: 'Appendix 6, A4',
});

describe('an edition of the firm’s own', () => {
  it('names every figure once, and each it names takes a value and gives it back', () => {
    const figures = [...figuresOf(base)];
    expect(figures.length).toBeGreaterThan(190);
    fc.assert(
      fc.property(fc.constantFrom(...figures), fc.integer({ min: 1, max: 9999 }), ([name], value) => {
        const changed = figuresOf(withDifferences(base, edition(figure(name, String(value)))));
        expect(changed.get(name)).toBe(String(value));
        for (const [other, held] of figures) if (other !== name) expect(changed.get(other)).toBe(held);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves the pack it starts from as it was', () => {
    const before = JSON.stringify(base);
    withDifferences(base, edition(figure('touchVolts', '25'), item('5.99', 'New thing')));
    expect(JSON.stringify(base)).toBe(before);
  });

  it.each<[string, OwnEdition['rows'], RegExp | null]>([
    ['a figure there is', [figure('touchVolts', '25')], null],
    ['one there is not', [figure('touchyVolts', '25')], /Row 1: .* no figure named touchyVolts/],
    ['nothing', [figure('touchVolts', '0.0')], /cannot be nothing/],
    ['the same twice', [figure('touchVolts', '25'), figure('touchVolts', '26')], /Row 2: touchVolts is there twice/],
    ['an item taken out', [item('5.7', null)], null],
    ['one that is not there', [item('9.99', null)], /Row 1: there is no item 9.99/],
  ])('takes or refuses %s', (_name, rows, why) => {
    const said = whyNotEdition(edition(...rows), base);
    if (why) expect(said).toMatch(why);
    else expect(said).toBeNull();
  });

  it.each([
    ['a value with a sign', { ...figure('touchVolts', '-5') }],
    ['a value in words', { ...figure('touchVolts', 'fifty') }],
    ['no source', { ...figure('touchVolts', '25'), source: ' ' }],
    ['an item that is no number', item('5.x', 'words')],
  ])('cannot be read with %s', (_name, row) =>
    expect(
      ownEditionFile.safeParse({
        format: 'orange-ledger/edition/1',
        title: 'A',
        shortTitle: 'A',
        basedOn: newestEditionId,
        rows: [row],
      }).success,
    ).toBe(false),
  );

  it('puts items where their number belongs, changes and takes out', () => {
    const { inspectionEicr } = withDifferences(
      base,
      edition(item('5.7.5', 'Put in'), item('5.7', null), item('3.1', 'Said anew')),
    );
    const items = inspectionEicr.map((row) => row.item);
    expect(items.indexOf('5.7.5')).toBe(items.indexOf('5.8') - 1);
    expect(items).not.toContain('5.7');
    expect(inspectionEicr.find((row) => row.item === '3.1')?.confirm).toBe('Said anew');
    expect(inspectionEicr).toHaveLength(base.inspectionEicr.length);
  });

  it('judges the job that is under it, is named on its paper, and leaves others alone', () => {
    const own = edition(figure('insulation.tests up to 500 V minimumMegohms', '250'));
    const scribe = boardChange(noon, []);
    const [, begun] = scribe.drafts;
    if (begun?.kind !== 'document.begun') throw new Error('The second entry begins the document');
    const way = [...viewOfScribe(scribe).job.ways.values()].find(({ number }) => number === 4);
    const slot = keyOf(slotAt({ of: 'way', id: way?.id ?? '' }, liveEarth));
    const verdict = () => {
      const view = viewOfScribe(scribe);
      return judgeJob(view).get(slot)?.judgement.verdict;
    };
    expect(verdict()).toBe('meets');
    scribe.drafts[1] = { ...begun, body: { ...begun.body, edition: newestEditionId, ownEdition: own } };
    expect(verdict()).toBe('fails');
    const view = viewOfScribe(scribe);
    expect(view.definition.build(view, { name: '', address: '', telephone: '', email: '', logo: '' })).toMatchObject({
      edition: expect.stringMatching(
        /A4:2026 \(limits from this firm's own pack: 1 difference from BS 7671:2018\+A2:2022\+A3:2024\)/,
      ),
    });
    expect(editionPrinted(base)).toBe(base.title);
  });

  it('is refused in a job where it does not start from the pack named, or says what it cannot', () => {
    const scribe = boardChange(noon, []);
    const state = fold(numbered(scribe.drafts));
    const begin = (edition: typeof newestEditionId, ownEdition: OwnEdition) => {
      const id = '0195a000-0000-7000-8000-0000000000f1';
      scribe.say('document.begun', {
        documentId: id,
        kind: 'MWC',
        edition,
        ownEdition,
        covers: null,
        because: null,
        replaces: null,
      });
      const draft = scribe.drafts.pop();
      return draft && admit(state, draft, inspector);
    };
    expect(begin(newestEditionId, edition())).toMatchObject({ accepted: true });
    expect(begin(defaultEditionId, edition())).toMatchObject({
      accepted: false,
      reason: expect.stringMatching(/starts from/),
    });
    expect(begin(newestEditionId, edition(figure('nothing such', '1')))).toMatchObject({ accepted: false });
  });

  it('is the firm’s to tell, to begin jobs with, and to withdraw', () => {
    const made = (index: number) => ({
      id: `0195a000-0000-7000-8000-0000000001${String(index).padStart(2, '0')}`,
      madeAt: noon.toISOString(),
      device: 'd',
    });
    const own = edition(figure('touchVolts', '25'));
    const told = firmStream.draft('edition.told', own, made(1));
    const usual = firmStream.draft('defaults.set', { edition: own.editionId }, made(2));
    const gone = firmStream.draft('edition.withdrawn', { editionId: own.editionId }, made(3));
    const state = (...drafts: (typeof told)[]) =>
      firmStream.fold(drafts.map((draft, index) => ({ ...draft, madeBy: 'p', seq: index + 1 })));
    expect(firmStream.admit(state(), usual, inspector).accepted).toBe(false);
    expect(firmStream.admit(state(told), usual, inspector).accepted).toBe(true);
    expect(firmStream.admit(state(), gone, inspector).accepted).toBe(false);
    expect(state(told, usual).defaults.edition).toBe(own.editionId);
    expect(state(told, usual, gone)).toMatchObject({ defaults: { edition: null }, editions: new Map() });
  });
});

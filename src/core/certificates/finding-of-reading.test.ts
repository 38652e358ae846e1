import { describe, expect, it } from 'vitest';
import { rentedHouseEntries, viewAt } from '../../../tests/support/entries';
import { tests } from '../catalogue';
import { loadFindings } from '../edition/findings';
import { type Measure, slotAt } from '../installation/slot';
import { judgeJob } from '../job/verdicts';
import type { Judgement } from '../words/judgement';
import { findingOfReading, readingsNotNoted } from './finding-of-reading';

const view = viewAt(rentedHouseEntries());
const findings = await loadFindings();
const judged = (rule: string, verdict: Judgement['verdict'] = 'fails'): Judgement => ({
  rule,
  verdict,
  expected: null,
  limit: { text: 'at most 1.09 Ω', source: 'S', figure: '1.09 Ω' },
  working: ['first', '1.40 Ω is above 1.09 Ω.'],
  next: null,
});
const [way] = view.job.ways.values();
const [point] = view.job.points.values();
const on = { of: 'way', id: way?.id ?? '' } as const;

describe('the observation a reading that is not met begins', () => {
  it.each<[Measure, string, string | null]>([
    [{ test: 'zs' }, 'zs.above-maximum', 'zs-above-maximum'],
    [{ test: 'insulation', pair: 'LN-E' }, 'ir.below-minimum', 'insulation-below-minimum'],
    [{ test: 'ring', step: 1, pair: 'L-L' }, 'ring.open', 'ring-conductor-open'],
    [{ test: 'ring', step: 1, pair: 'C-C' }, 'ring.open', 'ring-cpc-open'],
    [{ test: 'r1r2' }, 'continuity.open', 'cpc-open-at-point'],
    [{ test: 'rcd time' }, 'rcd.no-trip', 'rcd-does-not-trip'],
    [{ test: 'rcd time' }, 'rcd.slow', 'rcd-slow'],
    [{ test: 'rcd time', pair: 'half' }, 'rcd-half.trips', 'rcd-trips-at-half'],
    [{ test: 'rcd button' }, 'button.dead', 'rcd-button-dead'],
    [{ test: 'polarity' }, 'polarity.reversed-supply', 'supply-polarity-reversed'],
    [{ test: 'polarity' }, 'polarity.reversed-circuit', 'socket-line-neutral-reversed'],
    [{ test: 'volts', pair: 'T-E' }, 'polarity.terminal-live', 'supply-polarity-reversed'],
    [{ test: 'volts', pair: 'L-N' }, 'volts.outside', 'supply-voltage-out-of-band'],
    [{ test: 'function', pair: 'controls' }, 'function.fails', null],
  ])('%j by %s: %s', (measure, rule, finding) =>
    expect(findingOfReading(view, slotAt(on, measure), judged(rule))).toMatchObject({
      finding,
      wayId: on.id,
      read: expect.stringMatching(/1\.40 Ω is above 1\.09 Ω\. Limit: at most 1\.09 Ω\.$/),
    }),
  );
  it('names the point it was read at, with its circuit', () =>
    expect(
      findingOfReading(view, slotAt({ of: 'point', id: point?.id ?? '' }, { test: 'zs' }), judged('zs.above-maximum')),
    ).toMatchObject({ where: point?.name, wayId: point?.wayId }));
  it('is none where it is met, doubted, or has no limit', () => {
    for (const verdict of ['meets', 'doubt', 'unjudged'] as const)
      expect(findingOfReading(view, slotAt(on, { test: 'zs' }), judged('zs.x', verdict))).toBeNull();
  });
  it('is a finding there is, whatever any test of ours could fail by', () => {
    const ids = new Set(findings.map(({ id }) => id));
    const rules = ['open', 'above', 'below-minimum', 'no-trip', 'slow', 'low', 'reversed', 'breaking.below', 'x'];
    for (const { measure } of tests.slots)
      for (const rule of rules) {
        const { finding } = findingOfReading(view, slotAt(on, measure), judged(rule)) ?? {};
        if (finding) expect(ids).toContain(finding);
      }
  });
  it('comes of every reading of the demo that is not met', () => {
    const wrong = [...judgeJob(view).values()].filter(({ judgement }) => judgement.verdict === 'fails');
    expect(wrong.length).toBeGreaterThan(0);
    for (const { slot, judgement } of wrong) expect(findingOfReading(view, slot, judgement)?.finding).not.toBeNull();
  });
});

describe('what was read and is not written down yet', () => {
  const insulation = (pair: 'LN-E' | 'L-N') => slotAt(on, { test: 'insulation', pair });
  const low = judged('ir.below-minimum');
  const noted = (wayId: string | null, where: string, said: { item: string | null; what: string } | null = null) => ({
    ...view,
    job: {
      ...view.job,
      observations: view.job.observations.slice(0, 1).map((each) => ({ ...each, ...said, wayId, where })),
    },
  });
  const ze = slotAt({ of: 'supply' }, { test: 'ze' });

  it('is each reading that is not met, once for what it comes to on a circuit', () => {
    const readings = [
      { slot: insulation('LN-E'), judgement: low },
      { slot: insulation('L-N'), judgement: low },
      { slot: slotAt(on, { test: 'zs' }), judgement: judged('zs.above-maximum') },
      { slot: ze, judgement: judged('ze.above') },
      { slot: slotAt(on, { test: 'rcd time' }), judgement: judged('rcd.slow', 'doubt') },
    ];
    const found = (among: typeof view, typical: typeof findings = []) =>
      readingsNotNoted(among, readings, typical).map((each) => each.found.finding);
    expect(found(noted('another way', ''))).toEqual(['insulation-below-minimum', 'zs-above-maximum', 'ze-above-usual']);
    expect(found(noted(on.id, ''))).toEqual(['ze-above-usual']);
    const where = readingsNotNoted(noted('another way', ''), readings, []).at(-1)?.found.where ?? '';
    expect(found(noted(null, where))).toEqual(['insulation-below-minimum', 'zs-above-maximum']);
    // Another finding of the same circuit says nothing of this one.
    const of = (id: string) => findings.find((each) => each.id === id);
    const wanting = of('insulation-below-minimum');
    expect(found(noted(on.id, '', { item: wanting?.item ?? null, what: 'x' }), findings)).toEqual([
      'zs-above-maximum',
      'ze-above-usual',
    ]);
    expect(found(noted(on.id, '', { item: null, what: of('zs-above-maximum')?.what ?? '' }), findings)).toEqual([
      'insulation-below-minimum',
      'ze-above-usual',
    ]);
    expect(found({ ...noted(null, ''), definition: { ...view.definition, about: 'works' } })).toEqual([]);
  });
});

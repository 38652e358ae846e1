import { describe, expect, it } from 'vitest';
import { Scribe } from '../../../../scripts/demo/scribe';
import reference from '../../../../tests/reference/discrepancies.json';
import {
  cottageEntries,
  noon,
  admit,
  declared,
  inspector,
  viewAt,
  viewOfScribe,
} from '../../../../tests/support/entries';
import type { JobBody } from '../../catalogue';
import type { WayFields } from '../../installation/way';
import { missing } from '../../job/document-definition';
import { conductorContinuity, r1r2 } from '../../measurements/continuity/slots';
import { lineEarth, liveEarth, neutralEarth } from '../../measurements/insulation/slots';
import { zs } from '../../measurements/loop/slots';
import {
  ipfLineEarth,
  ipfLineNeutral,
  supplyPolarity,
  supplyVolts,
  voltsLineEarth,
  voltsNeutralEarth,
  ze,
} from '../../measurements/origin/slots';
import { polarity } from '../../measurements/polarity/slots';
import { rcdButton, rcdTime } from '../../measurements/residual/slots';
import { ringR1, ringR2, ringRn } from '../../measurements/ring/slots';
import { contradictedItems, findDiscrepancies, isOpen } from './find-discrepancies';
import { type RuleId, mended, rules } from './rules';

const supply = { of: 'supply' } as const;
type Kind = 'EICR' | 'EIC' | 'MWC';

/** A job with a board and one circuit, and the shorthand the cases are written in. */
class Job extends Scribe {
  wayId = '';
  boardId = '';
  constructor(kind: Kind = 'EICR') {
    super(noon, 'test device');
    this.open(kind, 'bs7671-2018-a2', 'T-1');
    this.say('supply.described', { earthing: 'TN-C-S', liveConductors: 'single-phase', nominalVolts: 230 });
    this.boardId = this.board('CU', 'hall', 'intake');
  }
  circuit(number: number, fields: Partial<WayFields> = {}): string {
    this.wayId = this.way(this.boardId, number, ['Sockets', 'sockets', 3, 'B32', '30 A', '4/1.5', 'C'], fields);
    return this.wayId;
  }
  on = () => ({ of: 'way', id: this.wayId }) as const;
  mark(item: string, outcome: JobBody<'item.marked'>['outcome'] = 'ok', reason: string | null = null): void {
    this.say('item.marked', { documentId: this.documentId, item, outcome, reason });
  }
  observe(fields: Partial<JobBody<'observation.noted'>['fields']> = {}): string {
    const observationId = crypto.randomUUID();
    this.say('observation.noted', {
      observationId,
      fields: {
        what: 'w',
        where: 'x',
        why: 'y',
        code: 'C2',
        item: null,
        wayId: null,
        regulation: null,
        livePartsAccessible: false,
        codeReason: null,
        ...fields,
      },
    });
    return observationId;
  }
  tell(observationId: string, to: 'person in charge' | 'distributor'): void {
    this.say('finding.told', {
      observationId,
      to,
      who: 'Ms Sedge, tenant',
      isolate: null,
      madeSafe: null,
      receipt: 'left in writing',
      reference: null,
      drawn: null,
    });
  }
  works(fields: JobBody<'works.described'>['fields']): void {
    this.say('works.described', { documentId: this.documentId, fields });
  }
  isolated(work: () => void): void {
    this.isolate('Ms Sedge', '7', null);
    work();
  }
}

/** What each rule finds: both sides made, then one of them changed so that nothing is left to find. */
type Case = {
  readonly rule: RuleId;
  readonly kind?: Kind;
  readonly holds: (job: Job) => void;
  readonly heals: (job: Job) => void;
};
const ring = { arrangement: 'ring', load: 'sockets', liveCsaMm2: 2.5, cpcCsaMm2: 1.5 } as const;
const lights = { load: 'lighting', deviceAmps: 6, description: 'Lights' } as const;
const bare = { residualMilliamps: null, residualAbsent: true } as const;
const observed = (job: Job) => void job.observe({ wayId: job.wayId });

const cases: readonly Case[] = [
  {
    rule: 'cpc-open-item-ok',
    holds: (j) => (j.circuit(1), j.read(j.on(), r1r2, 'open'), j.mark('5.8')),
    heals: (j) => void j.observe({ item: '5.8', wayId: j.wayId }),
  },
  {
    rule: 'cpc-absent-item-ok',
    holds: (j) => (j.circuit(1, { cpcAbsent: true, cpcCsaMm2: null }), j.mark('5.8')),
    heals: (j) => void j.observe({ item: '5.8', wayId: j.wayId }),
  },
  {
    rule: 'lights-no-cpc-metal',
    holds: (j) => void j.circuit(1, { ...lights, cpcAbsent: true, cpcCsaMm2: null }),
    heals: observed,
  },
  {
    rule: 'zs-fails-item-ok',
    holds: (j) => (j.circuit(1, bare), j.read(j.on(), zs, '1.37'), j.mark('5.7')),
    heals: (j) => void j.observe({ item: '5.7', wayId: j.wayId }),
  },
  {
    rule: 'rcd-none-sockets-ok',
    holds: (j) => (j.circuit(1, bare), j.mark('5.12.1')),
    heals: (j) =>
      void j.say('way.described', { wayId: j.wayId, fields: { residualAbsent: false, residualMilliamps: 30 } }),
  },
  {
    rule: 'rcd-none-bath-ok',
    holds: (j) => (j.circuit(1, { ...bare, load: 'fixed' }), j.points(j.wayId, [['Bathroom heater']]), j.mark('6.1')),
    heals: (j) =>
      void j.say('way.described', { wayId: j.wayId, fields: { residualAbsent: false, residualMilliamps: 30 } }),
  },
  {
    rule: 'rcd-none-lights-ok',
    holds: (j) => (j.circuit(1, { ...lights, residualMilliamps: 100 }), j.mark('5.12.5')),
    heals: (j) => void j.say('way.described', { wayId: j.wayId, fields: { residualMilliamps: 30 } }),
  },
  {
    rule: 'rcd-slow-item-ok',
    holds: (j) => (j.circuit(1), j.read(j.on(), rcdTime, '301'), j.mark('4.18')),
    heals: (j) => void j.observe({ item: '4.18', wayId: j.wayId }),
  },
  {
    rule: 'rcd-button-fails-ok',
    holds: (j) => (j.circuit(1), j.read(j.on(), rcdButton, 'rev'), j.mark('4.8')),
    heals: (j) => void j.observe({ item: '4.8', wayId: j.wayId }),
  },
  {
    rule: 'ir-low-no-code',
    holds: (j) => (j.circuit(1), void j.read(j.on(), liveEarth, '0.99')),
    heals: observed,
  },
  {
    rule: 'ir-neutral-earth-rcd-ok',
    holds: (j) => (j.circuit(1), j.read(j.on(), lineEarth, '>999'), void j.read(j.on(), neutralEarth, '0.00')),
    heals: observed,
  },
  {
    rule: 'polarity-wrong-ok',
    holds: (j) => (j.circuit(1), j.read(j.on(), polarity, 'rev'), j.mark('5.21')),
    heals: (j) => (j.observe({ item: '5.21', wayId: j.wayId }), void j.observe({ item: '5.18', wayId: j.wayId })),
  },
  {
    rule: 'bond-absent-ok',
    holds: (j) => (j.say('supply.described', { bondGas: 'not-bonded' }), j.mark('3.7')),
    heals: (j) => void j.say('supply.described', { bondGas: 'bonded' }),
  },
  {
    rule: 'bond-small-ok',
    holds: (j) => (j.say('supply.described', { tailsCsaMm2: 25, bondingCsaMm2: 6 }), j.mark('3.6')),
    heals: (j) => void j.say('supply.described', { bondingCsaMm2: 10 }),
  },
  {
    rule: 'earthing-small-ok',
    holds: (j) => (j.say('supply.described', { tailsCsaMm2: 25, earthingConductorCsaMm2: 10 }), j.mark('3.4')),
    heals: (j) => void j.say('supply.described', { earthingConductorCsaMm2: 16 }),
  },
  {
    rule: 'system-zs-tt',
    holds: (j) => (j.say('supply.described', { earthing: 'TT' }), j.circuit(1, bare), j.mark('5.7')),
    heals: (j) => void j.say('supply.described', { mainSwitchResidualMilliamps: 100 }),
  },
  {
    rule: 'system-facility',
    holds: (j) => (j.say('supply.described', { earthing: 'TT' }), j.mark('3.1')),
    heals: (j) => void j.mark('3.1', 'N/A'),
  },
  {
    rule: 'ze-above-system',
    holds: (j) => void j.read(supply, ze, '0.36'),
    heals: (j) => j.tell(j.observe(), 'distributor'),
  },
  {
    rule: 'ze-above-zs',
    holds: (j) => (j.circuit(1), j.read(supply, ze, '0.30'), void j.read(j.on(), zs, '0.29')),
    heals: (j) => void j.read(j.on(), zs, '0.30'),
  },
  {
    rule: 'ze-ipf',
    holds: (j) => (j.read(supply, ze, '0.23'), void j.read(supply, ipfLineEarth, '0.74')),
    heals: (j) => void j.read(supply, ipfLineEarth, '0.75'),
  },
  {
    rule: 'zs-below-sum',
    holds: (j) => (
      j.circuit(1),
      j.read(supply, ze, '0.20'),
      j.read(j.on(), r1r2, '0.30'),
      void j.read(j.on(), zs, '0.80')
    ),
    heals: observed,
  },
  {
    rule: 'ipf-above-kA',
    holds: (j) => (j.circuit(1), j.read(supply, ipfLineNeutral, '16.1'), j.mark('4.13')),
    heals: (j) => void j.observe({ item: '4.13', wayId: j.wayId }),
  },
  {
    rule: 'ipf-only-one',
    holds: (j) => (j.read(supply, ipfLineNeutral, '1.2'), void j.read(supply, ipfLineEarth, 'N/A')),
    heals: (j) => void j.read(supply, ipfLineEarth, '1.1'),
  },
  {
    rule: 'device-cable',
    holds: (j) => (j.circuit(1, { liveCsaMm2: 2.5, cpcCsaMm2: 1.5 }), j.mark('5.6')),
    heals: (j) => void j.say('way.described', { wayId: j.wayId, fields: { liveCsaMm2: 4 } }),
  },
  {
    rule: 'ring-device',
    holds: (j) => (j.circuit(1, { ...ring, deviceAmps: 40 }), j.mark('5.6')),
    heals: (j) => void j.say('way.described', { wayId: j.wayId, fields: { deviceAmps: 32 } }),
  },
  {
    rule: 'ring-ends-open',
    holds: (j) => (j.circuit(1, ring), void j.read(j.on(), ringRn, 'open')),
    heals: observed,
  },
  {
    rule: 'ring-cpc-ratio',
    holds: (j) => (
      j.circuit(1, ring),
      j.read(j.on(), ringR1, '0.50'),
      j.read(j.on(), ringRn, '0.50'),
      void j.read(j.on(), ringR2, '1.22')
    ),
    heals: (j) => void j.say('way.described', { wayId: j.wayId, fields: { cpcCsaMm2: 1 } }),
  },
  {
    rule: 'unused-way-results',
    holds: (j) => (
      j.circuit(1),
      j.read(j.on(), zs, '0.4'),
      void j.say('way.described', { wayId: j.wayId, fields: { arrangement: 'spare' } })
    ),
    heals: (j) => void j.say('way.described', { wayId: j.wayId, fields: { arrangement: 'radial' } }),
  },
  {
    rule: 'points-readings',
    holds: (j) => {
      j.circuit(1, { points: 1 });
      for (const id of j.points(j.wayId, [['Hall 1'], ['Hall 2']]).values()) j.read({ of: 'point', id }, zs, '0.4');
    },
    heals: (j) => void j.say('way.described', { wayId: j.wayId, fields: { points: 2 } }),
  },
  {
    rule: 'demand-declared',
    holds: (j) => (j.circuit(1), void j.say('supply.described', { maximumDemandAmps: 31 })),
    heals: (j) => void j.say('supply.described', { maximumDemandAmps: 32 }),
  },
  {
    rule: 'fuse-tails',
    holds: (j) => void j.say('supply.described', { serviceFuseAmps: 100, tailsCsaMm2: 16 }),
    heals: (j) => void j.say('supply.described', { tailsCsaMm2: 25 }),
  },
  {
    rule: 'spd-absent-new',
    kind: 'EIC',
    holds: (j) => void j.circuit(1),
    heals: (j) => void j.say('board.described', { boardId: j.boardId, fields: { surgeProtection: 'Type 2' } }),
  },
  {
    rule: 'rcd-type-load',
    holds: (j) => (j.circuit(1, { residualType: 'AC', description: 'Vehicle charging point' }), j.mark('4.18')),
    heals: (j) => void j.say('way.described', { wayId: j.wayId, fields: { residualType: 'B' } }),
  },
  {
    rule: 'afdd-required',
    holds: (j) => (j.circuit(1), void j.say('feature.told', { feature: 'arcFaultBuilding', present: true })),
    heals: (j) => void j.say('way.described', { wayId: j.wayId, fields: { arcFault: true } }),
  },
  {
    rule: 'code-outcome',
    holds: (j) => (
      j.observe({ code: 'C2' }),
      void j.say('assessment.overruled', { documentId: j.documentId, outcome: 'satisfactory', reason: 'r' })
    ),
    heals: (j) =>
      void j.say('assessment.overruled', { documentId: j.documentId, outcome: 'unsatisfactory', reason: 'r' }),
  },
  {
    rule: 'summary-says-safe',
    holds: (j) => (
      j.observe({ code: 'C2' }),
      void j.say('condition.summarised', { documentId: j.documentId, text: 'Old, but it is safe to go on using.' })
    ),
    heals: (j) =>
      void j.say('condition.summarised', { documentId: j.documentId, text: 'The hall light is not safe to use.' }),
  },
  {
    rule: 'item-code-no-observation',
    holds: (j) => j.mark('4.3', 'C2'),
    heals: (j) => void j.observe({ item: '4.3' }),
  },
  {
    rule: 'observation-item-ok',
    holds: (j) => (j.observe({ item: '4.3' }), j.mark('4.3')),
    heals: (j) => j.mark('4.3', 'C2'),
  },
  {
    rule: 'remedied-still-fails',
    holds: (j) => {
      j.circuit(1);
      j.read(j.on(), liveEarth, '0.5');
      j.say('observation.remedied', { observationId: j.observe({ wayId: j.wayId }), how: 'dried', on: '2026-03-02' });
    },
    heals: (j) => {
      const wrong = j.drafts.find(({ kind }) => kind === 'reading.taken');
      j.say('entry.struck', { entryId: wrong?.id ?? '', why: 'repeated' });
      j.read(j.on(), liveEarth, '>999');
    },
  },
  {
    rule: 'c1-not-told',
    holds: (j) => void j.observe({ code: 'C1' }),
    heals: (j) => {
      const noted = j.drafts.find(({ kind }) => kind === 'observation.noted');
      j.tell((noted?.body as { observationId: string }).observationId, 'person in charge');
    },
  },
  {
    rule: 'live-parts-not-c1',
    holds: (j) => (
      j.observe({ what: 'Live parts within reach at the board', code: 'C2' }),
      void j.observe({ livePartsAccessible: true, code: 'C3' })
    ),
    heals: (j) => {
      for (const { kind, body } of [...j.drafts])
        if (kind === 'observation.noted') {
          const { observationId, fields } = body as JobBody<'observation.noted'>;
          const reason = fields.livePartsAccessible ? 'behind a locked gate' : null;
          j.say('observation.noted', {
            observationId,
            fields: { ...fields, code: reason ? fields.code : 'C1', codeReason: reason },
          });
        }
    },
  },
  {
    rule: 'intake-not-told',
    holds: (j) => void j.observe({ item: '1.1' }),
    heals: (j) => {
      const noted = j.drafts.find(({ kind }) => kind === 'observation.noted');
      j.tell((noted?.body as { observationId: string }).observationId, 'distributor');
    },
  },
  {
    rule: 'limitation-tested',
    holds: (j) => {
      j.circuit(1);
      for (const id of j.points(j.wayId, [['Loft 1']]).values()) j.read({ of: 'point', id }, zs, '0.4');
      j.say('place.walked', { place: 'Loft', outcome: 'not reached', reason: 'no ladder' });
    },
    heals: (j) => void j.say('place.walked', { place: 'Loft', outcome: 'seen', reason: null }),
  },
  {
    rule: 'sample-short',
    holds: (j) => {
      j.circuit(1);
      j.say('brief.agreed', { samplingPercent: 50 });
      const [first] = j.points(j.wayId, [['Hall 1'], ['Hall 2'], ['Hall 3']]).values();
      j.say('accessory.opened', { pointId: first ?? '', found: 'sound', reason: null });
    },
    heals: (j) => void j.say('brief.agreed', { samplingPercent: 33 }),
  },
  {
    rule: 'not-in-room',
    holds: (j) => {
      j.circuit(1);
      j.points(j.wayId, [['Hall 1'], ['Study 1']]);
      j.say('place.walked', { place: 'Hall', outcome: 'seen', reason: null });
      j.mark('5.1');
    },
    heals: (j) => void j.say('place.walked', { place: 'Study', outcome: 'seen', reason: null }),
  },
  {
    rule: 'na-contradicted',
    holds: (j) => (j.say('feature.told', { feature: 'bathRoom', present: true }), j.mark('6.1', 'N/A')),
    heals: (j) => j.mark('6.1'),
  },
  {
    rule: 'na-unexplained',
    kind: 'EIC',
    holds: (j) => (j.say('feature.told', { feature: 'bathRoom', present: true }), j.mark('12', 'N/A')),
    heals: (j) => j.mark('12', 'N/A', 'the work does not reach the bathroom'),
  },
  {
    rule: 'isolated-live-reading',
    holds: (j) => {
      j.circuit(1);
      j.isolate('Ms Sedge', '7', null);
      // Past the scribe, who would wait: the record as it would come in from elsewhere.
      j.isolationId = null;
      j.read(j.on(), zs, '0.4');
    },
    heals: (j) => {
      const live = j.drafts.at(-1);
      j.say('entry.struck', { entryId: live?.id ?? '', why: 'wrong circuit' });
    },
  },
  {
    rule: 'energised-dead-reading',
    holds: (j) => (j.circuit(1), void j.read(j.on(), liveEarth, '>999')),
    heals: (j) => {
      const dead = j.drafts.at(-1);
      j.say('entry.struck', { entryId: dead?.id ?? '', why: 'again, isolated' });
      j.isolated(() => void j.read(j.on(), liveEarth, '>999'));
    },
  },
  {
    rule: 'links-left',
    holds: (j) =>
      void j.say('link.made', { linkId: j.documentId, sort: 'L+N link', on: supply, where: 'origin', test: null }),
    heals: (j) => void j.say('link.cleared', { linkId: j.documentId }),
  },
  {
    rule: 'instrument-doubt',
    holds: (j) => (j.circuit(1), void j.read(j.on(), zs, '0.4')),
    heals: (j) => {
      const unnamed = j.drafts.at(-1);
      j.say('entry.struck', { entryId: unnamed?.id ?? '', why: 'again' });
      j.instrumentId = j.documentId;
      j.say('instrument.brought', { instrumentId: j.documentId, name: 'M', serial: '1', calibratedOn: '2025-03-02' });
      j.read(j.on(), zs, '0.4');
    },
  },
  {
    rule: 'dates',
    holds: (j) => {
      j.say('brief.agreed', { inspectedFrom: '2026-03-02' });
      j.say('return.recommended', { documentId: j.documentId, dueOn: '2026-03-02', reason: 'r' });
    },
    heals: (j) => void j.say('return.recommended', { documentId: j.documentId, dueOn: '2026-03-03', reason: 'r' }),
  },
  {
    rule: 'same-readings',
    holds: (j) => {
      for (const number of [1, 2, 3, 4]) {
        j.circuit(number);
        j.read(j.on(), r1r2, '0.42');
      }
    },
    heals: (j) => void j.read(j.on(), r1r2, '0.43'),
  },
  {
    rule: 'mwc-new-circuit',
    kind: 'MWC',
    holds: (j) => j.works({ newWayIds: [j.circuit(1)] }),
    heals: (j) => j.works({ newWayIds: [] }),
  },
  {
    rule: 'mwc-fails',
    kind: 'MWC',
    holds: (j) => (j.circuit(1), void j.read(j.on(), liveEarth, '0.5')),
    heals: (j) => {
      const wrong = j.drafts.find(({ kind }) => kind === 'reading.taken');
      j.say('entry.struck', { entryId: wrong?.id ?? '', why: 'again' });
    },
  },
  {
    rule: 'eic-fails',
    kind: 'EIC',
    holds: (j) => (j.circuit(1), void j.read(j.on(), liveEarth, '0.5')),
    heals: (j) => {
      const wrong = j.drafts.find(({ kind }) => kind === 'reading.taken');
      j.say('entry.struck', { entryId: wrong?.id ?? '', why: 'again' });
    },
  },
  {
    rule: 'departure-no-risk',
    kind: 'EIC',
    holds: (j) => j.works({ departures: 'No RCD on the freezer socket' }),
    heals: (j) => j.works({ departures: 'No RCD on the freezer socket: risk assessment of 2 March' }),
  },
  {
    rule: 'voltage-pattern',
    holds: (j) => {
      for (const [measured, typed] of [
        [supplyVolts, '330'],
        [voltsLineEarth, '330'],
        [voltsNeutralEarth, '0'],
      ] as const)
        j.read(supply, measured, typed);
      j.read(supply, supplyPolarity, 'ok');
    },
    heals: (j) => (j.read(supply, supplyVolts, '230'), void j.read(supply, voltsLineEarth, '230')),
  },
  {
    rule: 'three-phase-single',
    holds: (j) => (j.circuit(1), void j.read(j.on(), { ...zs, phase: 'L2' }, '0.4')),
    heals: (j) => void j.say('supply.described', { liveConductors: 'three-phase' }),
  },
  {
    rule: 'max-demand-amps-kva',
    holds: (j) => void j.say('supply.described', { maximumDemandAmps: 101 }),
    heals: (j) => void j.say('supply.described', { maximumDemandAmps: 100 }),
  },
  {
    rule: 'result-fails-no-code',
    holds: (j) => (
      j.say('supply.described', { bondGas: 'bonded' }),
      void j.read({ of: 'conductor', to: 'gas' }, conductorContinuity, 'open')
    ),
    heals: (j) => void j.observe(),
  },
];

const found = (job: Job, rule: RuleId) => findDiscrepancies(viewOfScribe(job)).filter((each) => each.rule === rule);

describe('what cannot both stand', () => {
  it.each(cases.map((each) => [each.rule, each] as const))('%s', (rule, { kind, holds, heals }) => {
    const job = new Job(kind);
    holds(job);
    const before = found(job, rule);
    expect(before.length).toBeGreaterThan(0);
    for (const each of before) {
      expect(each.severity).toBe(rules[rule].severity);
      expect(each.one.says).not.toBe('');
      expect(each.other.says).not.toBe('');
      expect(each.key.length).toBeLessThanOrEqual(400);
    }
    heals(job);
    expect(found(job, rule)).toEqual([]);
  });

  it('has a case for every rule there is, and every rule of the list it began from', () => {
    expect(new Set(cases.map(({ rule }) => rule))).toEqual(new Set(Object.keys(rules)));
    for (const { id, severity, source } of reference.rules) {
      const rule = rules[id as RuleId];
      expect(rule, id).toBeDefined();
      if (!(id in mended)) expect({ severity: rule.severity, source: rule.source }).toEqual({ severity, source });
    }
  });

  it('leaves a sound cottage alone', () =>
    expect(findDiscrepancies(viewAt(cottageEntries())).filter(({ severity }) => severity === 'stop')).toEqual([]));
});

describe('before anybody signs', () => {
  const sign = (job: Job) => {
    const view = viewOfScribe(job);
    job.say('declaration.signed', {
      documentId: job.documentId,
      role: 'inspector',
      name: 'A',
      position: '',
      statement: declared('inspector'),
    });
    return admit(view.job, job.drafts.at(-1) as never, inspector);
  };
  const stops = (job: Job) =>
    missing(viewOfScribe(job).definition.gaps(viewOfScribe(job))).filter(
      ({ severity }) => severity === 'contradiction',
    );

  it('a contradiction stops, an explanation of those very figures lets it pass, and other figures stop again', () => {
    const job = new Job();
    job.circuit(1, bare);
    job.read(job.on(), zs, '1.37');
    job.mark('5.7');
    const [first] = stops(job);
    expect(first?.what).toMatch(/Way 1.*1\.37.*item 5\.7 is marked acceptable/);
    for (const { discrepancy } of stops(job))
      job.say('discrepancy.explained', {
        documentId: job.documentId,
        key: discrepancy ?? '',
        reason: 'Limit of the maker, letter of 2 March',
      });
    expect(stops(job).filter(({ discrepancy }) => discrepancy?.startsWith('zs-fails'))).toEqual([]);
    expect(findDiscrepancies(viewOfScribe(job)).find(({ rule }) => rule === 'zs-fails-item-ok')).toMatchObject({
      explained: 'Limit of the maker, letter of 2 March',
    });
    job.read(job.on(), zs, '1.60');
    expect(stops(job).filter(({ discrepancy }) => discrepancy?.startsWith('zs-fails'))).not.toEqual([]);
    expect(sign(job)).toMatchObject({ accepted: false });
  });

  it('no words explain away what one of the two sides has to give', () => {
    const job = new Job();
    job.observe({ code: 'C1' });
    const [first] = found(job, 'c1-not-told');
    job.say('discrepancy.explained', { documentId: job.documentId, key: first?.key ?? '', reason: 'later' });
    const [after] = found(job, 'c1-not-told');
    expect(after && isOpen(after)).toBe(true);
  });

  it('an explanation is kept by a new issue, and taken back', () => {
    const job = new Job();
    job.circuit(1);
    job.read(job.on(), liveEarth, '0.5');
    const [first] = found(job, 'ir-low-no-code');
    const explain = (reason: string | null) =>
      job.say('discrepancy.explained', { documentId: job.documentId, key: first?.key ?? '', reason });
    explain('a neon left in');
    expect(found(job, 'ir-low-no-code')[0]?.explained).toBe('a neon left in');
    explain(null);
    expect(found(job, 'ir-low-no-code')[0]?.explained).toBeNull();
  });
});

describe('a bulk act', () => {
  it('leaves out items that something speaks against, and says what', () => {
    const job = new Job();
    job.circuit(1, bare);
    job.read(job.on(), r1r2, 'open');
    job.read(job.on(), zs, '1.60');
    const against = contradictedItems(viewOfScribe(job));
    expect([...against.keys()].sort()).toEqual(['3.2', '5.12.1', '5.7', '5.8']);
    expect(against.get('5.8')).toEqual([expect.stringMatching(/R1\+R2 is open/)]);
  });
  it('leaves out the RCD items of circuits nobody described', () => {
    const job = new Job();
    job.circuit(1, { residualMilliamps: null, residualAbsent: null });
    expect(contradictedItems(viewOfScribe(job)).has('5.12.1')).toBe(true);
  });
});

import { judgeCapacity } from '../capacity/capacity';
import type { EditionPack } from '../edition/pack';
import { judgeBonding } from '../continuity/bonding';
import { judgeMetalwork, judgeRadial, judgeRingEnd, judgeRingStep, judgeUnstable } from '../continuity/continuity';
import { judgeInsulation } from '../insulation/insulation';
import { type SlotKey, type Subject, type TestId, slotKey, wholeOf } from '../installation/measurement';
import { type Way, disconnectionSeconds, hotWiringOf } from '../installation/way';
import { governing } from '../ledger/governing';
import { type Job, wayOfSubject } from '../ledger/job';
import { judgeZs } from '../loop/zs';
import { type FaultCurrent, judgeBreaking, judgeFaultCurrent, judgeSupplyVolts, judgeZe, prospectiveFaultCurrent } from '../origin/origin';
import { judgeButton, judgePolarity, judgeSwitching } from '../polarity/polarity';
import { type Judgement, unjudged } from '../quantity/judgement';
import type { ReadingValue } from '../quantity/reading-value';
import { judgeResidualTime } from '../residual/residual';

const serviceOf = { 'bond-water-continuity': 'water', 'bond-gas-continuity': 'gas', 'bond-oil-continuity': 'oil', 'bond-steel-continuity': 'steel', 'bond-other-continuity': 'other' } as const;

/** The value that governs a slot, or null while nothing stands there. */
export const valueAt = (job: Job, on: Subject, test: TestId): ReadingValue | null =>
  governing(job, slotKey(on, test))?.body.value ?? null;

export const supplySubject: Subject = { of: 'supply' };
const zeOf = (job: Job) => valueAt(job, supplySubject, 'ze');

/** Judges the governing reading of one slot in the light of the whole job; null while nothing stands there. */
function judgeSlot(job: Job, pack: EditionPack, key: SlotKey, on: Subject, test: TestId): Judgement | null {
  const entry = governing(job, key);
  if (!entry) return null;
  return judgeValue(job, pack, on, test, entry.body.value, entry.body.how, entry.body.testVolts);
}

/** Judges a value as if it stood on a slot: what a person sees while typing. */
export function judgeValue(...args: Parameters<typeof judgeFigure>): Judgement {
  const judgement = judgeFigure(...args);
  const [, , , , value] = args;
  return value.is === 'unstable' ? judgeUnstable(judgement, value) : judgement;
}

function judgeFigure(
  job: Job,
  pack: EditionPack,
  on: Subject,
  test: TestId,
  value: ReadingValue,
  how: 'measured' | 'calculated' | 'enquiry' = 'measured',
  testVolts: number | null = null,
): Judgement {
  const way = on.of === 'way' ? (job.ways.get(on.id) ?? null) : null;
  const at = (other: TestId) => valueAt(job, on, other);
  switch (test) {
    case 'ze':
      return judgeZe(value, pack, job.supply.earthing ?? null);
    case 'ipf-ln':
      return judgeFaultCurrent(value, 'L–N', pack, zeOf(job));
    case 'ipf-le':
      return judgeFaultCurrent(value, 'L–E', pack, zeOf(job));
    case 'supply-volts':
      return judgeSupplyVolts(value, pack);
    case 'supply-polarity':
      return judgePolarity(value, 'supply');
    case 'electrode-resistance':
      return judgeZe(value, pack, 'TT');
    case 'earthing-continuity':
      return judgeBonding(value, pack, job.supply.earthingConductorMaterial ?? 'copper', job.supply.earthingConductorCsaMm2 ?? null, job.supply.runMetres?.earthing ?? null);
    case 'bond-water-continuity':
    case 'bond-gas-continuity':
    case 'bond-oil-continuity':
    case 'bond-steel-continuity':
    case 'bond-other-continuity':
      return judgeBonding(value, pack, job.supply.bondingMaterial ?? 'copper', job.supply.bondingCsaMm2 ?? null, job.supply.runMetres?.[serviceOf[test]] ?? null);
    case 'board-zs':
      return judgeBoardZs(job, value);
    case 'board-ipf':
      return judgeFaultCurrent(value, 'L–N', pack, zeOf(job));
    case 'ring-r1':
    case 'ring-rn':
    case 'ring-r2':
      return judgeRingEnd(
        value,
        test === 'ring-r1' ? 'r1' : test === 'ring-rn' ? 'rn' : 'r2',
        { r1: at('ring-r1'), rn: at('ring-rn') },
        { pack, liveCsaMm2: way?.liveCsaMm2 ?? null, cpcCsaMm2: way?.cpcCsaMm2 ?? null },
      );
    case 'ring-step2':
    case 'ring-step3': {
      const point = on.of === 'point' ? job.points.get(on.id) : undefined;
      const end = (which: 'ring-r1' | 'ring-rn' | 'ring-r2') => (point ? valueAt(job, { of: 'way', id: point.wayId }, which) : null);
      return judgeRingStep(value, test === 'ring-step2' ? 2 : 3, { r1: end('ring-r1'), other: end(test === 'ring-step2' ? 'ring-rn' : 'ring-r2') }, pack);
    }
    case 'ring-step2-nc':
    case 'ring-step2-lc':
    case 'ring-step3-nc':
    case 'ring-step3-ln':
    case 'ring-same-side':
      return unjudged('ring-pair.recorded', 'Another pair, tried to tell explanations apart: the diagnosis weighs it.');
    case 'r1r2':
    case 'r2':
      return judgeRadial(value, test === 'r2' ? 'R2' : 'R1+R2', {
        pack,
        liveCsaMm2: way?.liveCsaMm2 ?? null,
        cpcCsaMm2: way?.cpcCsaMm2 ?? null,
        lengthMetres: way?.arrangement === 'ring' ? null : (way?.lengthMetres ?? null),
        ring: way?.arrangement === 'ring' ? { r1: at('ring-r1'), r2: at('ring-r2') } : null,
      });
    case 'point-r1r2':
    case 'point-r2': {
      const of = wayOfSubject(job, on);
      const end = (which: 'ring-r1' | 'ring-r2') => (of?.arrangement === 'ring' ? valueAt(job, { of: 'way', id: of.id }, which) : null);
      return judgeRadial(value, test === 'point-r2' ? 'R2' : 'R1+R2', { pack, liveCsaMm2: of?.liveCsaMm2 ?? null, cpcCsaMm2: of?.cpcCsaMm2 ?? null, lengthMetres: null, ring: of?.arrangement === 'ring' ? { r1: end('ring-r1'), r2: end('ring-r2') } : null });
    }
    case 'point-metalwork':
      return judgeMetalwork(value, pack);
    case 'point-polarity':
      return judgePolarity(value, 'circuit');
    case 'point-switching':
      return judgeSwitching(value);
    case 'ir-ll':
    case 'ir-le':
    case 'ir-l-e':
    case 'ir-n-e':
    case 'ir-ll-over':
    case 'ir-l-e-over':
    case 'ir-n-e-over':
    case 'ir-le-over':
    case 'ir-near':
    case 'ir-far':
      return judgeInsulation(value, pack, testVolts, wayOfSubject(job, on) ?? null);
    case 'polarity':
      return judgePolarity(value, 'circuit');
    case 'zs':
      return judgeWayZs(job, pack, on, way, value, how);
    case 'rcd-time':
      return judgeResidualTime(
        value,
        pack,
        way?.residualMilliamps
          ? {
              standard: way.residualStandard ?? 'BS EN 61008',
              delayed: way.residualDelayed ?? false,
              milliamps: way.residualMilliamps,
            }
          : null,
      );
    case 'rcd-button':
      return judgeButton(value);
    default: {
      const never: never = test;
      return never;
    }
  }
}

function judgeWayZs(job: Job, pack: EditionPack, on: Subject, way: Way | null, value: ReadingValue, how: 'measured' | 'calculated' | 'enquiry'): Judgement {
  const earthing = job.supply.earthing ?? null;
  const override = job.limits.get(slotKey(on, 'zs'));
  return judgeZs(value, {
    pack,
    device: way?.deviceStandard && way.deviceAmps ? { standard: way.deviceStandard, type: way.deviceType ?? '', ratingAmps: way.deviceAmps } : null,
    seconds: way ? disconnectionSeconds(pack, way, earthing ?? 'TN-S') : 0.4,
    earthing,
    residualMilliamps: way?.residualMilliamps ?? null,
    ze: zeOf(job),
    r1r2: valueAt(job, on, 'r1r2'),
    wiring: hotWiringOf(way),
    how,
    override: override ? override.body : null,
  });
}

function judgeBoardZs(job: Job, value: ReadingValue): Judgement {
  if (value.is === 'not-taken') return unjudged('board-zs.not-taken', `Recorded as ${value.mark}.`);
  const ze = zeOf(job);
  const why = ze?.is === 'number' ? `Beside Ze ${ze.shown} Ω; bonding in parallel usually makes it lower.` : 'Compared with Ze once that is recorded.';
  return unjudged('board-zs.recorded', why);
}

/** Ipf of the job: the larger of the two pairs at the origin. */
export const jobFaultCurrent = (job: Job): FaultCurrent | null =>
  prospectiveFaultCurrent(valueAt(job, supplySubject, 'ipf-ln'), valueAt(job, supplySubject, 'ipf-le'));

/** Whether a way's device can break the fault current at its board; null while either is unknown. */
export function judgeWayBreaking(job: Job, pack: EditionPack, way: Way): Judgement | null {
  const fault = prospectiveFaultCurrent(valueAt(job, { of: 'board', id: way.boardId }, 'board-ipf'), null) ?? jobFaultCurrent(job);
  if (!fault || !way.deviceStandard) return null;
  return judgeBreaking(pack, { standard: way.deviceStandard, type: way.deviceType ?? '', mark: way.breakingMark ?? '' }, fault);
}

/** Whether a way's cable as installed suits its device; null while either is not described. */
export function judgeWayCapacity(pack: EditionPack, way: Way): Judgement | null {
  if (!way.liveCsaMm2 || !way.referenceMethod || !way.deviceAmps) return null;
  return judgeCapacity({ pack, liveCsaMm2: way.liveCsaMm2, method: way.referenceMethod, deviceStandard: way.deviceStandard ?? '', deviceAmps: way.deviceAmps, designAmps: null, ring: way.arrangement === 'ring', factors: {} });
}

/** Verdicts of results: what was read pair by pair, or point by point, counts once, with its circuit. */
export const resultVerdicts = (verdicts: ReadonlyMap<SlotKey, Judgement>): [SlotKey, Judgement][] => [...verdicts].filter(([key]) => wholeOf(key.slice(key.indexOf('/') + 1) as TestId) === null);

/** Every slot that holds a standing reading, judged. */
export function judgeJob(job: Job, pack: EditionPack): Map<SlotKey, Judgement> {
  const verdicts = new Map<SlotKey, Judgement>();
  for (const [key, readings] of job.readings) {
    const body = readings[0]?.entry.body;
    if (!body) continue;
    const judgement = judgeSlot(job, pack, key, body.on, body.test);
    if (judgement) verdicts.set(key, judgement);
    const whole = wholeOf(body.test);
    const way = whole && wayOfSubject(job, body.on);
    if (!whole || !way) continue;
    const on: Subject = { of: 'way', id: way.id };
    const wholeKey = slotKey(on, whole);
    const together = verdicts.has(wholeKey) ? null : judgeSlot(job, pack, wholeKey, on, whole);
    if (together) verdicts.set(wholeKey, together);
  }
  return verdicts;
}

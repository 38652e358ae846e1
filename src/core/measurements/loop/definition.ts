import { keyOf, slotAt } from '../../installation/slot';
import { hotWiringOf, isSpare } from '../../installation/way';
import { valueAt } from '../../job/governing';
import { wayOfSubject } from '../../job/job';
import type { SlotDefinition, TestDefinition } from '../../job/test-definition';
import { notTaken, unjudged } from '../../words/judgement';
import type { JobView } from '../../job/view';
import { type Exact, divide, exact, multiply } from '../../quantity/exact';
import { loopOhms } from '../../quantity/reading-spec';
import { figureOf } from '../../quantity/reading-value';
import { sumOfConductors } from './calculated';
import { externalLoop } from '../origin/external-loop';
import { electrode, ipfLineNeutral, ze } from '../origin/slots';
import { judgeLineNeutralLoop } from '../continuity/protective';
import { limitFound, limitOfWay } from './limit';
import { lineShareOf } from './line-share';
import { lineNeutralLoop, zs } from './slots';
import { plan } from './plan';
import { judgeZs } from './zs';

const supply = { of: 'supply' } as const;
const measured = {
  byPhase: true,
  spec: loopOhms,
  governs: 'highest',
  dead: false,
  order: 'loop',
  home: { stage: 'circuits' },
  measure: zs,
} as const;
const caution = 'Prove CPC continuity first: on an open CPC this puts mains on metalwork. No one touching.';

/** The line and neutral of the supply alone, U0 ÷ Ipf in ohm; null where no figure of it was read. */
function supplyLoop(view: JobView): Exact | null {
  const read = valueAt(view, supply, ipfLineNeutral);
  const kiloamps = read && figureOf(read);
  return kiloamps && kiloamps.numerator > 0n
    ? divide(exact(view.pack.nominalVolts.value), multiply(kiloamps, exact(1000)))
    : null;
}

/** Zs of a circuit, or at one of its points beside R1+R2 of that very point. */
const judgeLoop: SlotDefinition['judge'] = (view, slot, { value, how, method }) => {
  const way = wayOfSubject(view.job, slot.on) ?? null;
  const wayOn = way ? ({ of: 'way', id: way.id } as const) : slot.on;
  const override = view.job.limits.get(keyOf(slotAt(wayOn, zs))) ?? null;
  return judgeZs(value, {
    pack: view.pack,
    limit: limitOfWay(view, way, override),
    earthing: view.job.supply.earthing ?? null,
    residualMilliamps: way?.residualMilliamps ?? null,
    electrode: valueAt(view, supply, electrode),
    ze: externalLoop(view, slot.phase),
    r1r2: sumOfConductors(view, slot.on),
    conductorCelsius: 20,
    cablesWarm: false,
    wiring: hotWiringOf(way),
    lineShare: lineShareOf(view.pack, way),
    how,
    method,
  });
};

/** Earth fault loop impedance of circuits and at boards. */
export const loop: TestDefinition<'loop', 'loop'> = {
  family: 'loop',
  title: 'Earth fault loop (Zs)',
  bench: { name: 'loop', title: 'Earth fault loop (Zs)' },
  cards: ['zs-no-trip', 'zs-two-lead', 'ln-loop', 'voltage-drop'],
  plan,
  finders: [zs],
  slots: [
    {
      ...measured,
      on: 'way',
      name: 'Zs',
      symbol: 'Zs',
      caution,
      column: {
        place: 70,
        heading: 'Zs',
        spoken: 'Zs',
        width: '4.2rem',
        hint: 'Highest on the circuit. Prove CPC continuity first.',
      },
      paper: { place: 70, heading: 'Zs Ω', width: 30, align: 'right' },
      due: (view, on) => {
        const way = wayOfSubject(view.job, on);
        return way !== undefined && !isSpare(way);
      },
      judge: judgeLoop,
    },
    {
      ...measured,
      on: 'point',
      countsWith: zs,
      home: { stage: 'tests', bench: 'loop' },
      name: 'Zs',
      symbol: 'Zs',
      caution,
      judge: judgeLoop,
    },
    {
      ...measured,
      measure: lineNeutralLoop,
      on: 'way',
      name: 'L–N loop',
      symbol: 'Z L–N',
      judge: (view, slot, { value }) => {
        const limit = limitOfWay(view, wayOfSubject(view.job, slot.on) ?? null, null);
        return limitFound(limit)
          ? judgeLineNeutralLoop(value, view.pack, limit.max, supplyLoop(view))
          : unjudged('zs.no-limit', limit);
      },
    },
    {
      ...measured,
      on: 'board',
      name: 'Zs at the board',
      symbol: 'Zs',
      due: () => true,
      judge: (view, _slot, { value }) => {
        if (value.is === 'not-taken') return notTaken('board-zs', value);
        const external = valueAt(view, supply, ze);
        return external?.is === 'number'
          ? unjudged('board-zs.recorded', { ze: external.shown })
          : unjudged('board-zs.alone');
      },
    },
  ],
};

import { bondFieldOf } from '../../installation/supply';
import type { Subject } from '../../installation/slot';
import { isSpare, metalOfWay } from '../../installation/way';
import { governing, valueAt } from '../../job/governing';
import { wayOfSubject } from '../../job/job';
import type { SlotDefinition, TestDefinition } from '../../job/test-definition';
import type { JobView } from '../../job/view';
import { unjudged } from '../../words/judgement';
import { continuityOhms, megohms } from '../../quantity/reading-spec';
import { ringR1, ringR2 } from '../ring/slots';
import { judgeBonding } from './bonding';
import { judgeMetalwork, judgeRadial } from './continuity';
import { judgeExtraneous, judgeSupplementaryBonding, operatingAmps } from './protective';
import { conductorContinuity, extraneous, metalwork, r1r2, r2, supplementary } from './slots';
import { plan } from './plan';

const measured = { spec: continuityOhms, dead: true, order: 'continuity' } as const;
const ofWay = { ...measured, on: 'way', governs: 'highest', home: { stage: 'circuits' } } as const;
const atPoint = { ...measured, on: 'point', governs: 'latest', home: { stage: 'tests', bench: 'continuity' } } as const;

const wayOf = (view: JobView, on: Subject) => wayOfSubject(view.job, on) ?? null;

/** R1+R2 or R2 of a circuit, or at one of its points, where the length of the whole run says nothing. */
const radial =
  (which: 'R1+R2' | 'R2'): SlotDefinition['judge'] =>
  (view, { on }, { value }) => {
    const way = wayOf(view, on);
    const isRing = way?.arrangement === 'ring';
    const end = (measure: typeof ringR1 | typeof ringR2) =>
      way ? valueAt(view, { of: 'way', id: way.id }, measure) : null;
    return judgeRadial(value, which, {
      pack: view.pack,
      material: metalOfWay(way),
      liveCsaMm2: way?.liveCsaMm2 ?? null,
      cpcCsaMm2: way?.cpcCsaMm2 ?? null,
      lengthMetres: isRing || on.of === 'point' ? null : (way?.lengthMetres ?? null),
      ring: isRing ? { r1: end(ringR1), r2: end(ringR2) } : null,
    });
  };

/** Continuity of the origin's conductors, of circuits by R1+R2 or R2, and of metalwork. */
export const continuity: TestDefinition<'continuity', 'continuity'> = {
  family: 'continuity',
  title: 'Continuity',
  bench: { name: 'continuity', title: 'Continuity' },
  cards: [
    'lead-null',
    'r1r2-radial',
    'r2-long-lead',
    'polarity-dead',
    'main-bonding-continuity',
    'earthing-conductor-continuity',
    'supplementary-bonding-continuity',
    'extraneous-part-test',
  ],
  plan,
  finders: [r1r2, r2, metalwork],
  slots: [
    {
      ...measured,
      on: 'conductor',
      measure: conductorContinuity,
      governs: 'highest',
      home: { stage: 'origin' },
      name: 'continuity',
      symbol: 'R',
      due: ({ job }, on) =>
        on.of === 'conductor' &&
        (on.to === 'earthing' || (on.to !== 'lightning' && job.supply[bondFieldOf[on.to]] === 'bonded')),
      judge: ({ job: { supply }, pack }, { on }, { value }) => {
        if (on.of !== 'conductor') return unjudged('bonding.nowhere');
        const isEarthing = on.to === 'earthing';
        return judgeBonding(value, pack, {
          material: (isEarthing ? supply.earthingConductorMaterial : supply.bondingMaterial) ?? 'copper',
          csaMm2: (isEarthing ? supply.earthingConductorCsaMm2 : supply.bondingCsaMm2) ?? null,
          lengthMetres: supply.runMetres?.[on.to] ?? null,
        });
      },
    },
    {
      ...ofWay,
      measure: r1r2,
      name: 'R1+R2',
      symbol: 'R1+R2',
      column: { place: 40, heading: 'R1+R2', spoken: 'R1 plus R2', width: '4.2rem', hint: 'Highest on the circuit' },
      paper: { place: 40, heading: 'R1+R2 Ω', width: 34, align: 'right' },
      due: (view, on) => {
        const way = wayOf(view, on);
        // R2 alone satisfies continuity of a radial's CPC.
        return way !== null && !isSpare(way) && governing(view, on, r2) === null;
      },
      judge: radial('R1+R2'),
    },
    {
      ...ofWay,
      measure: r2,
      name: 'R2',
      symbol: 'R2',
      paper: { place: 41, heading: 'R2 Ω', width: 28, align: 'right' },
      judge: radial('R2'),
    },
    { ...atPoint, measure: r1r2, countsWith: r1r2, name: 'R1+R2', symbol: 'R1+R2', judge: radial('R1+R2') },
    { ...atPoint, measure: r2, countsWith: r2, name: 'R2', symbol: 'R2', judge: radial('R2') },
    {
      ...atPoint,
      measure: metalwork,
      name: 'CPC to exposed metalwork',
      symbol: 'Metal',
      judge: (view, _slot, { value }) => judgeMetalwork(value, view.pack),
    },
    {
      ...measured,
      on: 'conductor',
      measure: extraneous,
      spec: megohms,
      governs: 'lowest',
      home: { stage: 'origin' },
      name: 'insulation of metalwork from the earthing terminal',
      symbol: 'Extraneous?',
      caution: 'Dead, and the part joined to nothing: no bond, no CPC, no appliance.',
      judge: (view, _slot, { value }) => judgeExtraneous(value, view.pack),
    },
    {
      ...atPoint,
      measure: supplementary,
      name: 'supplementary bonding to the next part within reach',
      symbol: 'Suppl.',
      judge: (view, { on }, { value }) => {
        const way = wayOf(view, on);
        const amps = way && operatingAmps(view.pack, way);
        return amps ? judgeSupplementaryBonding(value, view.pack, amps) : unjudged('supplementary.no-device');
      },
    },
  ],
};

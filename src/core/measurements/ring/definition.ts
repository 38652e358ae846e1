import { type Way, metalOfWay } from '../../installation/way';
import type { Measure, Subject } from '../../installation/slot';
import { valueAt } from '../../job/governing';
import { wayOfSubject } from '../../job/job';
import type { SlotDefinition, TestDefinition } from '../../job/test-definition';
import type { JobView } from '../../job/view';
import { unjudged } from '../../words/judgement';
import { continuityOhms } from '../../quantity/reading-spec';
import { r1r2 } from '../continuity/slots';
import { judgeRingEnd, judgeRingStep } from './judge';
import {
  ringEndName,
  ringEnds,
  ringR1,
  ringR2,
  ringRn,
  sameSide,
  step2,
  step2LineCpc,
  step2NeutralCpc,
  step3,
  step3LineNeutral,
  step3NeutralCpc,
} from './slots';
import { plan } from './plan';

const measured = { spec: continuityOhms, dead: true, order: 'continuity' } as const;
const isRing = (way: Way): boolean => way.arrangement === 'ring';
const ringOf = (view: JobView, on: Subject): Way | null => {
  const way = wayOfSubject(view.job, on);
  return way && isRing(way) ? way : null;
};

const endWords = { r1: 'ring line', rn: 'ring neutral', r2: 'ring CPC' } as const;

const ends = ringEnds.map((measure, index): SlotDefinition => {
  const which = ringEndName[measure.pair];
  return {
    ...measured,
    on: 'way',
    measure,
    governs: 'highest',
    home: { stage: 'circuits' },
    name: `${which}, ${endWords[which]} end to end`,
    symbol: which,
    column: {
      place: 10 + index,
      heading: which,
      spoken: which,
      width: '3.6rem',
      hint: `${endWords[which][0]?.toUpperCase()}${endWords[which].slice(1)}, end to end`,
    },
    paper: { place: 10 + index, heading: `${which} Ω`, width: 28, align: 'right' },
    applies: isRing,
    due: (view, on) => ringOf(view, on) !== null,
    judge: (view, { on }, { value }) => {
      const way = wayOfSubject(view.job, on);
      return judgeRingEnd(
        value,
        which,
        { r1: valueAt(view, on, ringR1), rn: valueAt(view, on, ringRn) },
        {
          pack: view.pack,
          liveCsaMm2: way?.liveCsaMm2 ?? null,
          cpcCsaMm2: way?.cpcCsaMm2 ?? null,
          material: metalOfWay(way),
        },
      );
    },
  };
});

const atSocket = { ...measured, on: 'point', governs: 'latest', home: { stage: 'tests', bench: 'ring' } } as const;

const step = (number: 2 | 3): SlotDefinition => ({
  ...atSocket,
  measure: number === 2 ? step2 : step3,
  name: `ring step ${number}, line to ${number === 2 ? 'neutral' : 'CPC'}`,
  symbol: number === 2 ? 'L–N' : 'L–CPC',
  judge: (view, { on }, { value }) => {
    const ring = ringOf(view, on);
    const end = (measure: Measure) => (ring ? valueAt(view, { of: 'way', id: ring.id }, measure) : null);
    return judgeRingStep(value, number, { r1: end(ringR1), other: end(number === 2 ? ringRn : ringR2) }, view.pack);
  },
});

/** Another pair, or the legs linked otherwise: taken to tell explanations apart. */
const tried = (measure: Measure, name: string, symbol: string): SlotDefinition => ({
  ...atSocket,
  measure,
  name,
  symbol,
  judge: () => unjudged('ring-pair.recorded'),
});

/** A ring final circuit in three steps, with whatever else was tried at its sockets. */
export const ring: TestDefinition<'ring', 'ring'> = {
  family: 'ring',
  title: 'Ring final circuit',
  bench: { name: 'ring', title: 'Ring final circuit' },
  cards: ['lead-null', 'ring-step-1', 'ring-step-2', 'ring-step-3'],
  plan,
  finders: [step3, step2, ringR1, r1r2],
  slots: [
    ...ends,
    step(2),
    step(3),
    tried(step2NeutralCpc, 'ring step 2, neutral to CPC', 'step 2 N–CPC'),
    tried(step2LineCpc, 'ring step 2, line to CPC', 'step 2 L–CPC'),
    tried(step3NeutralCpc, 'ring step 3, neutral to CPC', 'step 3 N–CPC'),
    tried(step3LineNeutral, 'ring step 3, line to neutral', 'step 3 L–N'),
    tried(sameSide, 'ring, legs linked same side, line to neutral', 'same side'),
  ],
};

import type { Measure } from '../../installation/slot';
import { isSpare } from '../../installation/way';
import { wayOfSubject } from '../../job/job';
import type { SlotDefinition, TestDefinition } from '../../job/test-definition';
import type { JobView } from '../../job/view';
import { megohms } from '../../quantity/reading-spec';
import { judgeInsulation, lookAgainBelow } from './insulation';
import { insulationTestOf } from './test-voltage';
import {
  boardSide,
  farSide,
  lineEarth,
  lineEarthOver,
  liveEarth,
  liveEarthOver,
  liveLive,
  liveLiveOver,
  neutralEarth,
  neutralEarthOver,
} from './slots';
import { plan } from './plan';

const measured = {
  spec: megohms,
  dead: true,
  order: 'insulation',
  judge: (
    view: JobView,
    { on }: Parameters<SlotDefinition['judge']>[1],
    { value, testVolts }: Parameters<SlotDefinition['judge']>[2],
  ) => {
    const test = insulationTestOf(view.pack, wayOfSubject(view.job, on) ?? null);
    // A document that assesses is about what exists; any other is about new work.
    const look = lookAgainBelow(view.pack, test, view.definition.assess === null);
    return judgeInsulation(value, { pack: view.pack, test, testVolts, lookAgainBelowMegohms: look });
  },
} as const;
const bench = { stage: 'tests', bench: 'insulation' } as const;

const result = (measure: Measure, place: number, words: string, symbol: string): SlotDefinition => ({
  ...measured,
  on: 'way',
  measure,
  governs: 'lowest',
  home: { stage: 'circuits' },
  name: `insulation resistance, ${words}`,
  symbol: `IR ${symbol}`,
  column: {
    place,
    heading: `IR ${symbol}`,
    spoken: `insulation resistance ${words}`,
    width: '4.4rem',
    hint: 'MΩ as shown: >999, 0.6, LIM and why',
  },
  paper: { place, heading: `IR ${symbol} MΩ`, width: 34, align: 'right' },
  due: (view, on) => {
    const way = wayOfSubject(view.job, on);
    return way !== undefined && !isSpare(way);
  },
});

const part = (measure: Measure, countsWith: Measure, words: string, symbol: string): SlotDefinition => ({
  ...measured,
  on: 'way',
  measure,
  countsWith,
  governs: 'latest',
  home: bench,
  name: `insulation resistance, ${words}`,
  symbol,
});

const side = (on: 'point' | 'way', measure: Measure, words: string, symbol: string): SlotDefinition => ({
  ...measured,
  on,
  measure,
  governs: 'latest',
  home: bench,
  name: `insulation resistance of the ${words}, opened before ${on === 'point' ? 'this point' : 'the leg home'}`,
  symbol,
});

/** Insulation resistance: what stands on paper, the pairs it is made of, and both sides of a circuit opened to find a fault. */
export const insulation: TestDefinition<'insulation', 'insulation'> = {
  family: 'insulation',
  title: 'Insulation resistance',
  bench: { name: 'insulation', title: 'Insulation resistance' },
  cards: ['ir-l-n', 'ir-l-e', 'ir-n-e', 'ir-ln-e', 'ir-250-after-connection'],
  plan,
  finders: [liveEarth, lineEarth, neutralEarth, liveLive],
  slots: [
    result(liveLive, 50, 'live to live', 'L–L'),
    result(liveEarth, 51, 'live to earth', 'L–E'),
    part(lineEarth, liveEarth, 'line to earth', 'L–E'),
    part(neutralEarth, liveEarth, 'neutral to earth', 'N–E'),
    part(liveLiveOver, liveLive, 'line to neutral, switches changed over', 'L–N'),
    part(lineEarthOver, liveEarth, 'line to earth, switches changed over', 'L–E'),
    part(neutralEarthOver, liveEarth, 'neutral to earth, switches changed over', 'N–E'),
    part(liveEarthOver, liveEarth, 'line and neutral to earth, switches changed over', 'L+N–E'),
    ...(['point', 'way'] as const).flatMap((on) => [
      side(on, boardSide, 'board side', 'Board side'),
      side(on, farSide, 'far side', 'Far side'),
    ]),
  ],
};

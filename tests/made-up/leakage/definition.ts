import { isSpare } from '../../../src/core/installation/way';
import { wayOfSubject } from '../../../src/core/job/job';
import { onWay, taskOf } from '../../../src/core/job/task';
import type { SlotDefinition, TestDefinition } from '../../../src/core/job/test-definition';
import { compare, exact } from '../../../src/core/quantity/exact';
import { milliamps } from '../../../src/core/quantity/reading-spec';
import { figureOf } from '../../../src/core/quantity/reading-value';
import { leakage } from './slots';

const judge: SlotDefinition['judge'] = (_view, _slot, { value }) => {
  const figure = figureOf(value);
  const meets = figure !== null && compare(figure, exact('9')) <= 0;
  return {
    rule: meets ? 'leakage.low' : 'leakage.high',
    verdict: figure === null ? 'unjudged' : meets ? 'meets' : 'fails',
    expected: null,
    limit: { text: '9 mA', source: '531.3.2', figure: '9 mA' },
    working: ['Made up for a test.'],
    next: null,
  };
};
const shared = {
  measure: leakage,
  spec: milliamps,
  governs: 'highest',
  dead: false,
  order: 'residual',
  judge,
} as const;

/** A made-up ninth family, as somebody adding one would write it. */
export const leakageFamily: TestDefinition<'leakage', 'leakage'> = {
  family: 'leakage',
  title: 'Leakage',
  bench: { name: 'leakage', title: 'Leakage' },
  cards: [
    {
      id: 'leakage-clamp',
      test: 'Leakage by clamp',
      dead: false,
      before: ['Loads on'],
      caution: 'Live conductors: keep the jaws off bare parts.',
      function: 'mA clamp',
      range: 'lowest',
      leads: 'none',
      probesOn: ['Jaws around line and neutral together'],
      probesOff: [],
      takes: { what: 'leakage', unit: 'mA' },
      companions: [],
      after: [],
      commonMistakes: ['Only one conductor in the jaws'],
      ifOdd: [],
      regulations: ['531.3.2'],
    },
  ],
  steps: [
    {
      id: 'leakage',
      where: 'board',
      live: true,
      title: 'Leakage of each circuit',
      first: 'Loads on.',
      waitsFor: 'power',
    },
  ],
  plan: (view, { ways }) => ({ leakage: ways.map((way) => taskOf(view, onWay(way), leakage, way)) }),
  finders: [leakage],
  slots: [
    {
      ...shared,
      on: 'way',
      name: 'leakage current',
      symbol: 'Leak.',
      home: { stage: 'circuits' },
      column: { place: 95, heading: 'Leak.', spoken: 'leakage current', width: '4rem', hint: 'mA by clamp' },
      paper: { place: 95, heading: 'Leakage mA', width: 30, align: 'right' },
      due: (view, on) => {
        const way = wayOfSubject(view.job, on);
        return way !== undefined && !isSpare(way);
      },
    },
    {
      ...shared,
      on: 'supply',
      name: 'leakage current of the installation',
      symbol: 'Leak.',
      home: { stage: 'origin' },
      offered: () => true,
      paper: { place: 95, heading: 'Leakage of the installation, mA', width: 30, align: 'right' },
    },
  ],
};

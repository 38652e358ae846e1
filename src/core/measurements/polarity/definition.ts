import { isSpare } from '../../installation/way';
import { wayOfSubject } from '../../job/job';
import type { TestDefinition } from '../../job/test-definition';
import { confirmation } from '../../quantity/reading-spec';
import { judgePolarity, judgeSwitching } from './polarity';
import { polarity as measure, switching } from './slots';
import { plan } from './plan';

const looked = { byPhase: true, spec: confirmation, governs: 'latest', dead: true, order: 'polarity' } as const;
const atPoint = { ...looked, on: 'point', home: { stage: 'tests', bench: 'continuity' } } as const;

/** Polarity of circuits and their points, and switches in every position. */
export const polarity: TestDefinition<'polarity', never> = {
  family: 'polarity',
  title: 'Polarity',
  bench: null,
  cards: [],
  plan,
  finders: [measure, switching],
  slots: [
    {
      ...looked,
      on: 'way',
      measure,
      home: { stage: 'circuits' },
      name: 'polarity',
      symbol: 'Pol.',
      column: { place: 60, heading: 'Pol.', spoken: 'polarity', width: '3.2rem', hint: 'ok or rev' },
      paper: { place: 60, heading: 'Pol.', width: 26, align: 'center' },
      due: (view, on) => {
        const way = wayOfSubject(view.job, on);
        return way !== undefined && !isSpare(way);
      },
      judge: (_view, _slot, { value }) => judgePolarity(value, 'circuit'),
    },
    {
      ...atPoint,
      measure,
      countsWith: measure,
      name: 'polarity',
      symbol: 'Pol.',
      judge: (_view, _slot, { value }) => judgePolarity(value, 'circuit'),
    },
    {
      ...atPoint,
      measure: switching,
      name: 'switching, every position',
      symbol: 'Switch',
      judge: (_view, _slot, { value }) => judgeSwitching(value),
    },
  ],
};

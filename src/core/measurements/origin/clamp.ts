import type { SlotDefinition, TestCard } from '../../job/test-definition';
import { residualOfInstallation } from '../residual/of-installation';
import { judgeElectrode } from './origin';
import { electrode, electrodeByClamp } from './slots';

/**
 * RA by a clamp around the conductor to the electrode, nothing disconnected. What it shows is the electrode in series with
 * every other way to earth, so never less than RA: within the limit it is within. Over range there is no other way to
 * earth and nothing was measured, so there is no reading to record: as one over range it would stand for RA.
 */
export const clampSlot: SlotDefinition = {
  on: 'supply',
  measure: electrodeByClamp,
  name: 'RA, earth electrode, by clamp',
  symbol: 'RA clamp',
  spec: { takes: 'figure', unit: 'ohm', most: '5000', mayBeOpen: false, mayBeOver: false, mayWander: true },
  governs: 'highest',
  countsWith: electrode,
  dead: false,
  order: 'loop',
  home: { stage: 'origin' },
  caution:
    'Clamp for current first. Nothing is disconnected. Over range means no other way to earth: nothing was measured, use earth loop or fall of potential.',
  offered: (view) => view.job.supply.earthing === 'TT',
  judge: (view, _slot, { value }) => judgeElectrode(value, view.pack, residualOfInstallation(view.job)),
};

export const clampCard: TestCard = {
  id: 'electrode-clamp',
  test: 'Electrode resistance by clamp',
  dead: false,
  before: [
    'TT confirmed, and another way to earth joined to the terminal: a bonded pipe, structural steel, a second rod',
    'Clamp meter: no current to speak of in the conductor',
  ],
  caution: 'Jaws around the conductor to the electrode only. Nothing is disconnected, nothing bare is touched.',
  function: 'earth resistance by clamp',
  range: 'lowest that shows a figure',
  leads: 'None',
  probesOn: ['Jaws around the conductor to this electrode, closed and clean'],
  probesOff: ['Open the jaws'],
  takes: { what: 'RA with every other way to earth in series: at least RA', unit: 'Ω' },
  companions: ['Current in the conductor'],
  after: ['Weather and ground noted'],
  commonMistakes: [
    'A lone electrode: there is no loop, and the figure means nothing',
    'Jaws around a loop of the same conductor: the metal is measured, not the ground',
  ],
  ifOdd: [
    {
      sees: 'Over range',
      think: 'No other way to earth',
      do: 'Measure it by earth loop or by fall of potential',
    },
    {
      sees: 'Well below 1 Ω',
      think: 'A metal loop, not the ground',
      do: 'Follow the conductor; clamp beyond the last joint before the rod',
    },
  ],
  regulations: ['411.5.3', '643.7.2'],
};

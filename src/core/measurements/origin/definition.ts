import { type Measure, sameMeasure } from '../../installation/slot';
import { valueAt } from '../../job/governing';
import type { SlotDefinition, TestDefinition } from '../../job/test-definition';
import type { ReadingValue } from '../../quantity/reading-value';
import { confirmation, kiloamps, loopOhms, volts } from '../../quantity/reading-spec';
import { judgePolarity } from '../polarity/polarity';
import { residualOfInstallation } from '../residual/of-installation';
import { judgeElectrode, judgeFaultCurrent, judgeZe } from './origin';
import { judgeLineToLine, judgeSupplyVoltages, judgeSupplyVolts } from './supply-volts';
import { externalLoop } from './external-loop';
import { judgePhaseSequence } from './phase-sequence';
import {
  boardIpf,
  electrode,
  electrodeAt,
  fallSpikes,
  ipfLineEarth,
  ipfLineNeutral,
  phaseSequence,
  supplyPolarity,
  supplyVolts,
  voltsLineEarth,
  voltsLineLine,
  voltsNeutralEarth,
  voltsTerminal,
  ze,
} from './slots';
import { clampCard, clampSlot } from './clamp';
import { plan } from './plan';

const supply = { of: 'supply' } as const;
const atTheOrigin = { on: 'supply', dead: false, order: 'loop', home: { stage: 'origin' } } as const;

const fault = (pair: 'L–N' | 'L–E'): Pick<SlotDefinition, 'spec' | 'governs' | 'judge'> => ({
  spec: kiloamps,
  governs: 'highest',
  judge: (view, { phase }, { value }) =>
    judgeFaultCurrent(
      value,
      pair,
      view.pack,
      externalLoop(view, phase),
      view.job.supply.liveConductors === 'three-phase',
    ),
});

/** A voltage of the supply, judged with the others once there are any: together they tell what is exchanged or lost. */
function voltage(measure: Measure, name: string, symbol: string): SlotDefinition {
  return {
    ...atTheOrigin,
    measure,
    name,
    symbol,
    spec: volts,
    governs: 'latest',
    judge: (view, { phase }, { value }) => {
      const at = (each: Measure) =>
        sameMeasure(each, measure)
          ? value
          : valueAt(view, supply, phase && each.pair !== 'N-E' && each.pair !== 'T-E' ? { ...each, phase } : each);
      const [lineNeutral, lineEarth, neutralEarth] = [supplyVolts, voltsLineEarth, voltsNeutralEarth].map(at);
      const terminalToEarth = at(voltsTerminal);
      if (lineNeutral && !lineEarth && !neutralEarth && !terminalToEarth)
        return judgeSupplyVolts(lineNeutral, view.pack);
      return judgeSupplyVoltages(
        {
          lineNeutral: lineNeutral ?? notRead,
          lineEarth: lineEarth ?? notRead,
          neutralEarth: neutralEarth ?? notRead,
          terminalToEarth,
        },
        view.pack,
      );
    },
  };
}

const notRead: ReadingValue = { is: 'not-taken', mark: 'N/V' };

/** Polarity, Ze, Ipf and voltage at the incoming terminals; RA of an electrode; Ipf at a board. */
export const origin: TestDefinition<'origin', 'origin'> = {
  family: 'origin',
  title: 'Supply (Ze, Ipf)',
  bench: { name: 'origin', title: 'Supply (Ze, Ipf)' },
  cards: ['supply-polarity', 'ze', 'ipf-l-n', 'ipf-l-e', 'electrode-loop', clampCard, 'electrode-fall-of-potential'],
  plan,
  finders: [],
  slots: [
    {
      ...atTheOrigin,
      measure: supplyPolarity,
      order: 'polarity',
      name: 'polarity of the supply',
      symbol: 'Polarity',
      caution: 'L–N and L–E about 230 V, N–E about 0. Reversed: stop, nothing made live, call the distributor.',
      spec: confirmation,
      governs: 'latest',
      due: () => true,
      judge: (_view, _slot, { value }) => judgePolarity(value, 'supply'),
    },
    voltage(supplyVolts, 'supply voltage, line to neutral', 'U L–N'),
    voltage(voltsLineEarth, 'supply voltage, line to earth', 'U L–E'),
    voltage(voltsNeutralEarth, 'supply voltage, neutral to earth', 'U N–E'),
    voltage(voltsTerminal, 'voltage of the earthing terminal to a separate earth', 'U MET'),
    {
      ...atTheOrigin,
      measure: ze,
      byPhase: true,
      name: 'Ze, external loop impedance',
      symbol: 'Ze',
      caution:
        'Main switch off and the installation isolated before the earthing conductor leaves the MET. Reconnect before energising.',
      spec: loopOhms,
      governs: 'highest',
      due: () => true,
      judge: (view, _slot, { value }) =>
        judgeZe(value, view.pack, view.job.supply.earthing ?? null, residualOfInstallation(view.job)),
    },
    {
      ...atTheOrigin,
      ...fault('L–N'),
      byPhase: true,
      measure: ipfLineNeutral,
      name: 'prospective fault current, line to neutral',
      symbol: 'Ipf L–N',
      due: () => true,
    },
    {
      ...atTheOrigin,
      ...fault('L–E'),
      byPhase: true,
      measure: ipfLineEarth,
      name: 'prospective fault current, line to earth',
      symbol: 'Ipf L–E',
      due: () => true,
    },
    {
      ...atTheOrigin,
      measure: electrode,
      name: 'RA, earth electrode resistance',
      symbol: 'RA',
      spec: loopOhms,
      governs: 'highest',
      due: (view) => view.job.supply.earthing === 'TT',
      judge: (view, _slot, { value }) => judgeElectrode(value, view.pack, residualOfInstallation(view.job)),
    },
    clampSlot,
    {
      ...atTheOrigin,
      ...fault('L–N'),
      on: 'board',
      measure: boardIpf,
      home: { stage: 'circuits' },
      name: 'prospective fault current at the board',
      symbol: 'Ipf',
      due: () => true,
    },
    ...(['L–N', 'L–E'] as const).map((pair): SlotDefinition => ({
      ...atTheOrigin,
      ...fault(pair),
      on: 'board',
      measure: pair === 'L–N' ? ipfLineNeutral : ipfLineEarth,
      countsWith: boardIpf,
      home: { stage: 'tests', bench: 'origin' },
      name: `prospective fault current at the board, ${pair === 'L–N' ? 'line to neutral' : 'line to earth'}`,
      symbol: `Ipf ${pair}`,
    })),
    ...(['supply', 'board'] as const).map((on): SlotDefinition => ({
      ...atTheOrigin,
      on,
      measure: phaseSequence,
      order: 'polarity',
      home: on === 'supply' ? { stage: 'origin' } : { stage: 'circuits' },
      name: on === 'supply' ? 'phase sequence of the supply' : 'phase sequence at the board',
      symbol: 'Sequence',
      spec: confirmation,
      governs: 'latest',
      due: (view) => view.job.supply.liveConductors === 'three-phase',
      judge: (_view, _slot, { value }) => judgePhaseSequence(value),
    })),
    ...fallSpikes.map((spike): SlotDefinition => ({
      ...atTheOrigin,
      measure: electrodeAt(spike),
      home: { stage: 'tests', bench: 'origin' },
      name: `electrode by fall of potential, spike ${spike}`,
      symbol: `RA ${spike}`,
      spec: loopOhms,
      governs: 'latest',
      judge: (view, _slot, { value }) => judgeElectrode(value, view.pack, residualOfInstallation(view.job)),
    })),
    {
      ...atTheOrigin,
      measure: voltsLineLine,
      home: { stage: 'tests', bench: 'origin' },
      name: 'supply voltage, line to line',
      symbol: 'U L–L',
      spec: volts,
      governs: 'latest',
      judge: (view, _slot, { value }) => judgeLineToLine(value, view.pack),
    },
  ],
};

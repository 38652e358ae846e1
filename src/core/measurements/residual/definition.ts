import { type Way, isSpare } from '../../installation/way';
import type { Measure, Subject } from '../../installation/slot';
import { wayOfSubject } from '../../job/job';
import type { SlotDefinition, TestDefinition } from '../../job/test-definition';
import type { JobView } from '../../job/view';
import { confirmation, milliamps, millis, volts } from '../../quantity/reading-spec';
import { judgeButton } from '../polarity/polarity';
import { judgeRamp } from './ramp';
import { type ResidualDevice, type ResidualMultiple, judgeResidualTime } from './residual';
import {
  afddButton,
  atHalfCycle,
  halfCycles,
  rcdButton,
  rcdFive,
  rcdHalf,
  rcdRamp,
  rcdTime,
  spdWindow,
  touchVolts,
} from './slots';
import { plan } from './plan';
import { judgeSurgeWindow } from './surge-window';
import { judgeTouchVolts } from './touch-volts';

const hasResidual = (way: Way): boolean => Boolean(way.residualMilliamps) && !isSpare(way);
const due = (view: JobView, on: Subject): boolean => {
  const way = wayOfSubject(view.job, on);
  return way !== undefined && hasResidual(way);
};
const measured = {
  on: 'way',
  dead: false,
  ofDevice: true,
  home: { stage: 'circuits' },
  applies: (way: Way) => !way.residualAbsent && !isSpare(way),
  due,
} as const;

const bench = { stage: 'tests', bench: 'residual' } as const;
const caution = 'Prove the CPC first, no one on the circuit. Stop where metalwork rises above 50 V.';

const deviceOf = (view: JobView, on: Subject): ResidualDevice | null => {
  const way = wayOfSubject(view.job, on);
  return way?.residualMilliamps
    ? {
        standard: way.residualStandard ?? null,
        delayed: way.residualDelayed ?? false,
        milliamps: way.residualMilliamps,
      }
    : null;
};

const timed =
  (multiple: ResidualMultiple): SlotDefinition['judge'] =>
  (view, { on }, { value }) =>
    judgeResidualTime(value, view.pack, deviceOf(view, on), multiple);

/** A trip time at each half cycle, counting with the one of the whole. */
const atBoth = (whole: Measure, multiple: ResidualMultiple, symbol: string): SlotDefinition[] =>
  halfCycles.map((half) => ({
    ...measured,
    due: undefined,
    measure: atHalfCycle(whole, half),
    countsWith: whole,
    home: bench,
    name: `RCD at ${multiple === '0.5x' ? 'half IΔn' : multiple === '5x' ? '5 × IΔn' : 'IΔn'}, from ${half}°`,
    symbol: `${symbol} ${half}°`,
    spec: millis,
    governs: multiple === '0.5x' ? 'lowest' : 'highest',
    order: 'residual',
    caution,
    judge: timed(multiple),
  }));

/** Residual current devices: their time, and their own button after it. */
export const residual: TestDefinition<'residual', 'residual'> = {
  family: 'residual',
  title: 'RCDs',
  bench: { name: 'residual', title: 'RCDs' },
  cards: ['rcd-half', 'rcd-1x', 'rcd-5x', 'rcd-ramp', 'rcd-button', 'afdd-button', 'spd-indicator'],
  plan,
  finders: [rcdTime],
  slots: [
    {
      ...measured,
      measure: rcdTime,
      byPhase: true,
      name: 'RCD time at IΔn',
      symbol: 'RCD',
      spec: millis,
      governs: 'highest',
      order: 'residual',
      column: {
        place: 80,
        heading: 'ms',
        spoken: 'RCD time',
        width: '3.6rem',
        hint: 'At IΔn, the longer of both half-cycles',
      },
      paper: { place: 80, heading: 'RCD ms', width: 30, align: 'right' },
      judge: timed('1x'),
    },
    {
      ...measured,
      due: undefined,
      measure: rcdHalf,
      name: 'RCD at half IΔn',
      symbol: '½',
      spec: millis,
      // What trips soonest says most: it should not trip at all.
      governs: 'lowest',
      order: 'residual',
      judge: timed('0.5x'),
    },
    {
      ...measured,
      due: undefined,
      measure: rcdFive,
      name: 'RCD time at 5 × IΔn',
      symbol: '5 ×',
      spec: millis,
      governs: 'highest',
      order: 'residual',
      judge: timed('5x'),
    },
    {
      ...measured,
      measure: rcdButton,
      name: 'RCD test button',
      symbol: 'Button',
      spec: confirmation,
      governs: 'latest',
      order: 'functional',
      column: {
        place: 90,
        heading: 'Btn',
        spoken: 'RCD test button',
        width: '2.8rem',
        hint: 'ok or rev, after the instrument test',
      },
      paper: { place: 90, heading: 'RCD button', width: 32, align: 'center' },
      judge: (_view, _slot, { value }) => judgeButton(value),
    },
    ...atBoth(rcdTime, '1x', '1 ×'),
    ...atBoth(rcdHalf, '0.5x', '½'),
    ...atBoth(rcdFive, '5x', '5 ×'),
    {
      ...measured,
      due: undefined,
      measure: rcdRamp,
      home: bench,
      name: 'RCD trip current, slowly raised',
      symbol: 'Ramp',
      spec: milliamps,
      governs: 'highest',
      order: 'residual',
      caution,
      judge: (view, { on }, { value }) => judgeRamp(value, view.pack, deviceOf(view, on)),
    },
    {
      ...measured,
      due: undefined,
      measure: touchVolts,
      home: bench,
      name: 'touch voltage at the RCD test',
      symbol: 'U touch',
      spec: volts,
      governs: 'highest',
      order: 'residual',
      caution,
      judge: (view, _slot, { value }) => judgeTouchVolts(value, view.pack),
    },
    {
      ...measured,
      applies: (way) => way.arcFault === true && !isSpare(way),
      due: (view, on) => wayOfSubject(view.job, on)?.arcFault === true,
      measure: afddButton,
      ofDevice: false,
      home: bench,
      name: 'AFDD test button',
      symbol: 'AFDD',
      spec: confirmation,
      governs: 'latest',
      order: 'functional',
      judge: (_view, _slot, { value }) => judgeButton(value),
    },
    {
      ...measured,
      on: 'board',
      applies: undefined,
      due: undefined,
      measure: spdWindow,
      ofDevice: false,
      home: bench,
      name: 'SPD indicator',
      symbol: 'SPD',
      spec: confirmation,
      governs: 'latest',
      order: 'functional',
      judge: (_view, _slot, { value }) => judgeSurgeWindow(value),
    },
  ],
};

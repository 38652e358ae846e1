import { type Way, isSpare } from '../../installation/way';
import type { Subject } from '../../installation/slot';
import { wayOfSubject } from '../../job/job';
import type { SlotDefinition, TestDefinition } from '../../job/test-definition';
import type { JobView } from '../../job/view';
import { confirmation, millis } from '../../quantity/reading-spec';
import { judgeButton } from '../polarity/polarity';
import { type ResidualMultiple, judgeResidualTime } from './residual';
import { rcdButton, rcdFive, rcdHalf, rcdTime } from './slots';

const hasResidual = (way: Way): boolean => Boolean(way.residualMilliamps) && !isSpare(way);
const due = (view: JobView, on: Subject): boolean => {
  const way = wayOfSubject(view.job, on);
  return way !== undefined && hasResidual(way);
};
const measured = {
  on: 'way',
  dead: false,
  home: { stage: 'circuits' },
  applies: (way: Way) => !way.residualAbsent && !isSpare(way),
  due,
} as const;

const timed =
  (multiple: ResidualMultiple): SlotDefinition['judge'] =>
  (view, { on }, { value }) => {
    const way = wayOfSubject(view.job, on);
    return judgeResidualTime(
      value,
      view.pack,
      way?.residualMilliamps
        ? {
            standard: way.residualStandard ?? null,
            delayed: way.residualDelayed ?? false,
            milliamps: way.residualMilliamps,
          }
        : null,
      multiple,
    );
  };

/** Residual current devices: their time, and their own button after it. */
export const residual: TestDefinition = {
  family: 'residual',
  title: 'RCDs',
  finders: [rcdTime],
  slots: [
    {
      ...measured,
      measure: rcdTime,
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
  ],
};

import type { EditionPack } from '../../edition/pack';
import { divide, exact, isAtMost, toShortest } from '../../quantity/exact';
import { beside } from '../../quantity/ohms';
import { type ReadingValue, knownOf } from '../../quantity/reading-value';
import { type Judgement, type Limit, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import type { ResidualDevice } from './residual';

/**
 * Judges the current at which an RCD tripped while it was raised slowly, in mA: at most IΔn, and above half of it, below
 * which it trips on leakage that is usual. No time follows from it.
 */
export function judgeRamp(value: ReadingValue, pack: EditionPack, device: ResidualDevice | null): Judgement {
  const limit: Limit | null = device && {
    text: `more than ${device.milliamps / 2} mA, at most ${device.milliamps} mA`,
    source: `643.8, ${pack.title}`,
    figure: `${device.milliamps} mA`,
  };
  if (value.is === 'not-taken') return notTaken('ramp', value, limit);
  const known = knownOf(value);
  if (!device || !limit) return { ...unjudged('rcd.none'), next: { rule: 'rcd.none' } };
  if (!known) return unjudged('volts.none');
  const most = exact(device.milliamps);
  const base = { expected: limit.text, limit };
  if (known.atLeast || !isAtMost(known.figure, most))
    return {
      ...base,
      rule: 'ramp.above',
      verdict: 'fails',
      working: [beside(known, most, 'mA')],
      next: { rule: 'rcd.slow' },
    };
  const half = divide(most, exact(2));
  if (isAtMost(known.figure, half))
    return {
      ...base,
      rule: 'ramp.low',
      verdict: 'doubt',
      working: [reason('ramp.low', { read: toShortest(known.figure, 1), half: toShortest(half, 1) })],
      next: { rule: 'rcd-half.trips' },
    };
  return { ...base, rule: 'ramp.within', verdict: 'meets', working: [beside(known, most, 'mA')], next: null };
}

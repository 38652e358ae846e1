import type { EditionPack } from '../../edition/pack';
import { exact, isAtMost } from '../../quantity/exact';
import { beside } from '../../quantity/ohms';
import { type ReadingValue, knownOf } from '../../quantity/reading-value';
import { type Judgement, type Limit, notTaken, unjudged } from '../../words/judgement';

/** Judges what metalwork rose to while an RCD was tested, in volts: above 50 V the test stops and the CPC is looked for (411.5.3). */
export function judgeTouchVolts(value: ReadingValue, pack: EditionPack): Judgement {
  const { value: most, source } = pack.touchVolts;
  const limit: Limit = { text: `${most} V`, source, figure: `${most} V` };
  if (value.is === 'not-taken') return notTaken('touch-volts', value, limit);
  const known = knownOf(value);
  if (!known) return unjudged('volts.none');
  const meets = isAtMost(known.figure, exact(most));
  return {
    rule: meets ? 'touch-volts.within' : 'touch-volts.above',
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit,
    working: [beside(known, exact(most), 'V')],
    next: meets ? null : { rule: 'touch-volts.above' },
  };
}

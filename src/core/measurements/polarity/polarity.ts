import { type Judgement, type Limit, notTaken } from '../../words/judgement';
import { reason } from '../../words/reason';
import type { ReadingValue } from '../../quantity/reading-value';

const limit = (text: string, source: string): Limit => ({ text, source, figure: text });
const placesLimit = limit('line and neutral in their places', '643.6');
const switchesLimit = limit('single-pole switches in the line only', '643.6');
const buttonLimit = limit('operates by its own button', '643.10');

/** Judges a confirmation of polarity at the supply or on a circuit (643.6). */
export function judgePolarity(value: ReadingValue, at: 'supply' | 'circuit'): Judgement {
  if (value.is === 'not-taken') return notTaken('polarity', value, placesLimit);
  const correct = value.is === 'confirmed';
  return {
    rule: correct ? 'polarity.correct' : `polarity.reversed-${at}`,
    verdict: correct ? 'meets' : 'fails',
    expected: 'correct',
    limit: placesLimit,
    working: [reason(correct ? 'polarity.correct' : 'polarity.reversed')],
    next: correct ? null : { rule: `polarity.reversed-${at}` },
  };
}

/** Judges the switching of a point: its switches break the line, in every combination of positions (643.6, 643.10). */
export function judgeSwitching(value: ReadingValue): Judgement {
  if (value.is === 'not-taken') return notTaken('switching', value, switchesLimit);
  const works = value.is === 'confirmed';
  return {
    rule: works ? 'switching.in-line' : 'switching.wrong',
    verdict: works ? 'meets' : 'fails',
    expected: 'each position makes or breaks the line',
    limit: switchesLimit,
    working: [reason(works ? 'switching.in-line' : 'switching.wrong')],
    next: works ? null : { rule: 'switching.wrong' },
  };
}

/** Judges a test button: it operates the device or it does not (643.10). */
export function judgeButton(value: ReadingValue): Judgement {
  if (value.is === 'not-taken') return notTaken('button', value, buttonLimit);
  const works = value.is === 'confirmed';
  return {
    rule: works ? 'button.works' : 'button.dead',
    verdict: works ? 'meets' : 'fails',
    expected: 'operates the device',
    limit: buttonLimit,
    working: [reason(works ? 'button.works' : 'button.dead')],
    next: works ? null : { rule: 'button.dead' },
  };
}

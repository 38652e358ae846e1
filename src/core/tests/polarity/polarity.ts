import type { Judgement } from '../../words/judgement';
import { unjudged } from '../../words/judgement';
import type { ReadingValue } from '../../quantity/reading-value';

/** Judges a confirmation of polarity at the supply or on a circuit (643.6). */
export function judgePolarity(value: ReadingValue, at: 'supply' | 'circuit'): Judgement {
  if (value.is === 'not-taken') return unjudged('polarity.not-taken', `Recorded as ${value.mark}.`);
  const correct = value.is === 'confirmed';
  return {
    rule: correct ? 'polarity.correct' : `polarity.reversed-${at}`,
    verdict: correct ? 'meets' : 'fails',
    expected: 'correct',
    limit: { text: 'line and neutral in their places', source: '643.6' },
    working: [correct ? 'Confirmed.' : 'Reversed.'],
    next: correct ? null : { rule: `polarity.reversed-${at}` },
  };
}

/** Judges the switching of a point: its switches break the line, in every combination of positions (643.6, 643.10). */
export function judgeSwitching(value: ReadingValue): Judgement {
  if (value.is === 'not-taken') return unjudged('switching.not-taken', `Recorded as ${value.mark}.`);
  const works = value.is === 'confirmed';
  return {
    rule: works ? 'switching.in-line' : 'switching.wrong',
    verdict: works ? 'meets' : 'fails',
    expected: 'each position makes or breaks the line',
    limit: { text: 'single-pole switches in the line only', source: '643.6' },
    working: [works ? 'Every position tried.' : 'A position does not do what it should.'],
    next: works ? null : { rule: 'switching.wrong' },
  };
}

/** Judges a test button: it operates the device or it does not (643.10). */
export function judgeButton(value: ReadingValue): Judgement {
  if (value.is === 'not-taken') return unjudged('button.not-taken', `Recorded as ${value.mark}.`);
  const works = value.is === 'confirmed';
  return {
    rule: works ? 'button.works' : 'button.dead',
    verdict: works ? 'meets' : 'fails',
    expected: 'operates the device',
    limit: { text: 'operates by its own button', source: '643.10' },
    working: [works ? 'It operates.' : 'It does not operate.'],
    next: works ? null : { rule: 'button.dead' },
  };
}

import type { ReadingValue } from '../../quantity/reading-value';
import { type Judgement, type Limit, notTaken } from '../../words/judgement';
import { reason } from '../../words/reason';

const limit: Limit = { text: 'its indicator shows it in order', source: '643.10, 534', figure: 'in order' };

/** Judges what the window of a surge protective device shows: in order, or spent. */
export function judgeSurgeWindow(value: ReadingValue): Judgement {
  if (value.is === 'not-taken') return notTaken('spd', value, limit);
  const sound = value.is === 'confirmed';
  return {
    rule: sound ? 'spd.in-order' : 'spd.spent',
    verdict: sound ? 'meets' : 'fails',
    expected: 'in order',
    limit,
    working: [reason(sound ? 'spd.in-order' : 'spd.spent')],
    next: sound ? null : { rule: 'spd.spent' },
  };
}

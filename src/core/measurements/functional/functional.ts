import type { ReadingValue } from '../../quantity/reading-value';
import { type Judgement, type Limit, notTaken } from '../../words/judgement';
import { reason } from '../../words/reason';

const limit: Limit = { text: 'works as it should', source: '643.10', figure: 'works' };

/** Judges a function that was tried by hand: it works, or it does not (643.10). */
export function judgeFunction(value: ReadingValue): Judgement {
  if (value.is === 'not-taken') return notTaken('function', value, limit);
  const works = value.is === 'confirmed';
  return {
    rule: works ? 'function.works' : 'function.fails',
    verdict: works ? 'meets' : 'fails',
    expected: 'works',
    limit,
    working: [reason(works ? 'function.works' : 'function.fails')],
    next: works ? null : { rule: 'function.fails' },
  };
}

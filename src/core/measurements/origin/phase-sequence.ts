import type { ReadingValue } from '../../quantity/reading-value';
import { type Judgement, type Limit, notTaken } from '../../words/judgement';
import { reason } from '../../words/reason';

const limit: Limit = { text: 'L1, L2, L3 in that order', source: '643.9', figure: 'L1, L2, L3' };

/** Judges the sequence of the phases of a three-phase supply or board: as it was, or turned round (643.9). */
export function judgePhaseSequence(value: ReadingValue): Judgement {
  if (value.is === 'not-taken') return notTaken('phase-sequence', value, limit);
  const kept = value.is === 'confirmed';
  return {
    rule: kept ? 'phase-sequence.kept' : 'phase-sequence.turned',
    verdict: kept ? 'meets' : 'fails',
    expected: 'L1, L2, L3',
    limit,
    working: [reason(kept ? 'phase-sequence.kept' : 'phase-sequence.turned')],
    next: kept ? null : { rule: 'phase-sequence.turned' },
  };
}

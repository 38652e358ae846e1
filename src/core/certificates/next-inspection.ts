import { assess } from './assessment';
import type { JobView } from '../job/view';
import { compare, exact } from '../quantity/exact';
import { type Judgement, type Limit, notTaken } from '../words/judgement';

/** The usual longest interval to the next inspection, in years, by who lives there or what it is for. A habit of practice. */
const usualYears = {
  'owner-occupied': 10,
  rented: 5,
  'common parts': 5,
  HMO: 5,
  'holiday let': 5,
  caravan: 3,
  'small shop': 5,
} as const;
export type Occupancy = keyof typeof usualYears;

/** Judges an interval in years against the usual one: a longer one is the inspector's to give a reason for. */
export function judgeInterval(years: string | null, occupancy: Occupancy, reason: string | null): Judgement {
  const most = usualYears[occupancy];
  const limit: Limit = {
    text: `${most} years, ${occupancy}`,
    source: '652, and guidance on it',
    figure: `${most} years`,
  };
  if (years === null) return notTaken('interval', { is: 'not-taken', mark: 'N/V' }, limit);
  const within = compare(exact(years), exact(most)) <= 0;
  return {
    rule: within ? 'interval.usual' : 'interval.long',
    verdict: within ? 'meets' : 'doubt',
    expected: `${most} years`,
    limit,
    working: [`${years} years ${within ? '≤' : '>'} ${most}${reason ? `: ${reason}` : ''}`],
    next: within ? null : { rule: 'interval.long' },
  };
}

/**
 * A first proposal for the interval to the next inspection, in years: rented homes 5, owner-occupied 10, a year where
 * the outcome is unsatisfactory. The inspector decides and gives the reason.
 */
export function intervalFor({ job, pack }: JobView): { readonly years: number; readonly reason: string } {
  if (assess(job.observations, pack).outcome === 'unsatisfactory') {
    return { years: 1, reason: 'Condition: to be looked at again once the urgent work is done' };
  }
  return job.brief.reason === 'tenancy'
    ? { years: usualYears.rented, reason: 'Rented home, or sooner at a change of occupancy' }
    : { years: usualYears['owner-occupied'], reason: 'Owner-occupied home in satisfactory condition' };
}

/** The same calendar day some years on; 29 February becomes 28 February where there is none. */
export function yearsAfter(isoDay: string, years: number): string {
  const [year = 0, month = 1, day = 1] = isoDay.split('-').map(Number);
  const target = year + years;
  const isLeap = (target % 4 === 0 && target % 100 !== 0) || target % 400 === 0;
  const safeDay = month === 2 && day === 29 && !isLeap ? 28 : day;
  return `${target}-${String(month).padStart(2, '0')}-${String(safeDay).padStart(2, '0')}`;
}

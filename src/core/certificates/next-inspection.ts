import { assess } from './assessment';
import type { JobView } from '../job/view';

/**
 * A first proposal for the interval to the next inspection, in years: rented homes 5, owner-occupied 10, a year where
 * the outcome is unsatisfactory. The inspector decides and gives the reason.
 */
export function intervalFor({ job, pack }: JobView): { readonly years: number; readonly reason: string } {
  if (assess(job.observations, pack).outcome === 'unsatisfactory') {
    return { years: 1, reason: 'Condition: to be looked at again once the urgent work is done' };
  }
  return job.brief.reason === 'tenancy'
    ? { years: 5, reason: 'Rented home, or sooner at a change of occupancy' }
    : { years: 10, reason: 'Owner-occupied home in satisfactory condition' };
}

/** The same calendar day some years on; 29 February becomes 28 February where there is none. */
export function yearsAfter(isoDay: string, years: number): string {
  const [year = 0, month = 1, day = 1] = isoDay.split('-').map(Number);
  const target = year + years;
  const isLeap = (target % 4 === 0 && target % 100 !== 0) || target % 400 === 0;
  const safeDay = month === 2 && day === 29 && !isLeap ? 28 : day;
  return `${target}-${String(month).padStart(2, '0')}-${String(safeDay).padStart(2, '0')}`;
}

import Link from 'next/link';
import { showDay } from '../../core/words/day';
import type { DutyDue } from '../../server/projections/duties';

/** What issued papers ask for soon, the most pressing first. */
export function DutiesDue({ due, today }: { due: readonly DutyDue[]; today: string }) {
  if (due.length === 0) return null;
  return (
    <section aria-labelledby="due" className="pb-4 pt-3">
      <h3 id="due" className="text-lg">
        Due after issue <span className="text-faint">{due.length}</span>
      </h3>
      <ul>
        {due.map((each) => (
          <li
            key={`${each.issueId} ${each.duty}`}
            className="relative grid gap-x-4 border-t border-rule py-2 hover:bg-hover sm:grid-cols-[11rem_9rem_1fr]"
          >
            <span className={each.dueOn < today ? 'font-semibold' : ''}>
              {each.dueOn < today && '× overdue '}
              {showDay(each.dueOn)}
            </span>
            <Link href={`/documents/${each.issueId}#duties`} className="font-semibold after:absolute after:inset-0">
              {each.number}
            </Link>
            <span className="text-sm text-faint">
              {each.what}
              {each.toWhom !== 'self' && `, to ${each.toWhom}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

import type { Duty } from '../../core/job/document-definition';
import { showDay } from '../../core/words/day';
import { DutyMet, GiveNotice } from './duty-met';

type Props = {
  readonly duties: readonly Duty[];
  readonly jobId: string;
  readonly today: string;
  readonly hasDesk: boolean;
};

/** What follows from an issued paper, and by when; what was done says when and how. */
export function Duties({ duties, jobId, today, hasDesk }: Props) {
  if (duties.length === 0) return null;
  const rented = duties.some(({ duty }) => duty !== 'building-control');
  const inOrder = [...duties].sort((a, b) => (a.dueOn ?? '9').localeCompare(b.dueOn ?? '9'));
  return (
    <section aria-labelledby="duties">
      <h2 id="duties" className="border-b border-rule-strong pb-1 text-lg">
        Next steps and deadlines
      </h2>
      {rented && (
        <p className="pt-2 text-sm text-faint">
          Rented home: a reminder, not legal advice. Check the law where the property is.
        </p>
      )}
      <ul>
        {inOrder.map((each) => {
          const late = each.dueOn !== null && each.dueOn < today && !each.met;
          return (
            <li key={each.duty} className="grid gap-x-4 border-b border-rule py-2 sm:grid-cols-[9rem_1fr_auto]">
              <span className={`text-sm ${late ? 'font-semibold' : ''}`}>
                {late && <span className="block">× overdue</span>}
                {each.met ? <s>{showDay(each.dueOn)}</s> : each.dueOn ? showDay(each.dueOn) : each.when}
              </span>
              <span>
                {each.what}
                {each.to !== 'self' && <span className="text-faint">, to {each.to}</span>}
                <span className="block text-sm text-faint">
                  {each.who}; {each.source}
                  {each.note && `; ${each.note}`}
                </span>
                {each.duty === 'building-control' && (
                  <span className="flex gap-4 text-sm">
                    <a className="underline underline-offset-4" href={`/api/documents/${each.issueId}/notice`}>
                      Printed notice
                    </a>
                    <a className="underline underline-offset-4" href={`/api/documents/${each.issueId}/notice?as=data`}>
                      Data file
                    </a>
                  </span>
                )}
                {each.met && (
                  <span className="block text-sm font-semibold">
                    ✓ done {showDay(each.met.on)}
                    {each.met.note && `, ${each.met.note}`}
                  </span>
                )}
              </span>
              {!each.met && (
                <span className="flex items-start gap-3">
                  {each.duty === 'building-control' && hasDesk && <GiveNotice issueId={each.issueId} />}
                  <DutyMet jobId={jobId} documentId={each.documentId} duty={each.duty} what={each.what} today={today} />
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

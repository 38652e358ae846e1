import { showMoment } from '../../core/words/moment';
import type { Copies } from '../../server/keeping';
import { Button } from '../../ui/button';
import { RemoveJob } from './remove-job';

/** Jobs past the time copies are kept: each is saved as a file, then removed; what is left of those that were. */
export function CopiesView({ copies, mayRemove }: { readonly copies: Copies; readonly mayRemove: boolean }) {
  const { years, past, removed } = copies;
  return (
    <>
      <h1 className="pt-4 text-2xl">Retention</h1>
      <div className="space-y-8 pt-4">
        <section aria-labelledby="past">
          <h2 id="past" className="border-b border-rule-strong pb-1 text-xl">
            Retention period over <span className="text-base text-faint">{past.length}</span>
          </h2>
          <p className="py-2 text-sm text-faint">
            Last document more than {years} years old. Nothing is removed automatically. Change the period under
            Company.
          </p>
          {past.length === 0 && <p className="border-t border-rule py-2">No jobs.</p>}
          <ul>
            {past.map((job) => (
              <li key={job.jobId} className="flex flex-wrap items-center gap-3 border-t border-rule py-2">
                <span className="min-w-0 flex-1">
                  <strong>{job.reference}</strong> {job.siteAddress.replaceAll('\n', ', ')}
                  <span className="block text-sm text-faint">
                    {job.number ?? 'not issued'}, {showMoment(job.lastPaper)}
                    {job.saved ? ', downloaded' : ''}
                  </span>
                </span>
                <form method="post" action={`/api/jobs/${job.jobId}/export`}>
                  <Button type="submit">Download</Button>
                </form>
                {mayRemove && <RemoveJob jobId={job.jobId} reference={job.reference} />}
              </li>
            ))}
          </ul>
        </section>
        {removed.length > 0 && (
          <section aria-labelledby="removed">
            <h2 id="removed" className="border-b border-rule-strong pb-1 text-xl">
              Removed <span className="text-base text-faint">{removed.length}</span>
            </h2>
            <ul className="text-sm">
              {removed.map((paper) => (
                <li key={paper.id} className="border-b border-rule py-1.5">
                  <strong>{paper.number}</strong> issued {showMoment(paper.issuedAt)}, removed{' '}
                  {showMoment(paper.removedAt)}
                  <span className="block break-all text-xs text-faint">{paper.documentHash}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </>
  );
}

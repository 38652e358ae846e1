import Link from 'next/link';
import { showDay } from '../../core/document/report';
import { type Stage, stageTitle } from '../../core/document/stages';
import type { JobSummary } from '../../db/job-summary';

const order = ['under way', 'to do', 'issued'] as const;
const heading = { 'under way': 'Under way', 'to do': 'To do', issued: 'Issued' };

/** The firm's jobs as a ruled list: what is in hand, what is to come, what was issued. */
export function JobList({ jobs }: { jobs: readonly JobSummary[] }) {
  const firstOpen = jobs.find((job) => job.status === 'under way') ?? jobs.find((job) => job.status === 'to do');
  if (jobs.length === 0) {
    return <p className="border-y border-rule py-10 text-center">No jobs yet. Open a condition report to begin the ledger.</p>;
  }
  return (
    <table className="w-full border-collapse text-left">
      <caption className="sr-only">Jobs</caption>
      <thead className="text-xs text-faint max-md:sr-only">
        <tr className="border-b border-rule-strong">
          <th className="w-24 py-1 font-normal">Reference</th>
          <th className="py-1 font-normal">Installation and client</th>
          <th className="w-40 py-1 font-normal">Inspected</th>
          <th className="w-36 py-1 font-normal">Findings</th>
          <th className="w-64 py-1 font-normal">Next</th>
        </tr>
      </thead>
      {order.map((status) => {
        const rows = jobs.filter((job) => job.status === status);
        if (rows.length === 0) return null;
        return (
          <tbody key={status}>
            <tr>
              <th colSpan={5} scope="colgroup" className="pb-1 pt-5 font-serif text-lg">
                {heading[status]} <span className="text-sm text-faint">{rows.length}</span>
              </th>
            </tr>
            {rows.map((job) => (
              <tr key={job.jobId} className="relative border-t border-rule align-top hover:bg-hover max-md:grid max-md:py-2">
                <td className="py-2.5 font-semibold max-md:py-0">
                  <Link href={`/jobs/${job.jobId}`} className="after:absolute after:inset-0">
                    {job.reference}
                  </Link>
                </td>
                <td className="py-2.5 pr-4 max-md:py-0">
                  <span className="block">{job.siteAddress.split('\n').join(', ')}</span>
                  <span className="text-sm text-faint">
                    {job.document} for {job.clientName || 'no client yet'}
                  </span>
                </td>
                <td className="py-2.5 max-md:py-0">{job.inspectedOn ? showDay(job.inspectedOn) : <span className="text-faint">no date yet</span>}</td>
                <td className="py-2.5 max-md:py-0">{job.codes || <span className="text-faint">none coded</span>}</td>
                <td className="py-2.5 max-md:py-0">
                  {job.status === 'issued' ? (
                    <Link href={`/documents/${job.documentId}`} className="relative z-10 underline underline-offset-4">
                      {job.documentNumber}
                    </Link>
                  ) : (
                    <span className={job === firstOpen ? 'rounded-md bg-next px-2 py-0.5 font-semibold text-on-next' : ''}>
                      {job.nextStage === 'review' && job.missingCount === 0 ? 'Sign and issue' : `${stageTitle[job.nextStage as Stage]}, ${job.missingCount} missing in all`}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        );
      })}
    </table>
  );
}

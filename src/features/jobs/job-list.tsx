'use client';

import {
  FlexRender,
  columnFilteringFeature,
  createColumnHelper,
  createFilteredRowModel,
  createSortedRowModel,
  filterFn_includesString,
  globalFilteringFeature,
  rowSortingFeature,
  sortFn_alphanumeric,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import Link from 'next/link';
import { useMemo } from 'react';
import type { Stage } from '../../core/job/document-definition';
import { showDay } from '../../core/words/day';
import { stageWords } from '../../core/work/stage-words';
import type { JobSummary } from '../../server/projections/job-summary';

const order = ['under way', 'to do', 'issued'] as const;
const heading = { 'under way': 'Under way', 'to do': 'To do', issued: 'Issued' };

const faint = (text: string) => <span className="text-faint">{text}</span>;
const oneLine = (address: string) => address.split('\n').join(', ');

const nextOf = (job: JobSummary): string =>
  job.nextStage === 'review' && job.missingCount === 0
    ? 'Sign and issue'
    : `${stageWords[job.nextStage as Stage].title}, ${job.missingCount} to complete`;

const features = tableFeatures({
  columnFilteringFeature,
  globalFilteringFeature,
  filteredRowModel: createFilteredRowModel(),
  filterFns: { includesString: filterFn_includesString },
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric },
});

const widths: Record<string, string> = {
  reference: 'w-28 font-semibold',
  installation: 'pr-4',
  inspected: 'w-40',
  codes: 'w-36',
  next: 'w-64',
};

const { accessor, columns: asColumns } = createColumnHelper<typeof features, JobSummary>();
const columnsFor = (first: JobSummary | undefined, openWith: Props['openWith']) =>
  asColumns([
    accessor('reference', {
      header: 'Reference',
      sortFn: 'alphanumeric',
      cell: ({ row }) => (
        <Link href={`/jobs/${row.original.jobId}`} className="after:absolute after:inset-0">
          {row.original.reference}
        </Link>
      ),
    }),
    accessor((job) => `${oneLine(job.siteAddress)} ${job.clientName}`, {
      id: 'installation',
      header: 'Installation and client',
      sortFn: 'alphanumeric',
      cell: ({ row }) => (
        <>
          <span className="block">{oneLine(row.original.siteAddress)}</span>
          <span className="text-sm text-faint">
            {row.original.document} for {row.original.clientName || 'no client yet'}
          </span>
          {openWith.has(row.original.jobId) && (
            <span className="block text-sm font-semibold">
              open with {openWith.get(row.original.jobId)?.join(', ')}
            </span>
          )}
        </>
      ),
    }),
    accessor((job) => job.inspectedOn ?? '', {
      id: 'inspected',
      header: 'Inspected',
      sortFn: 'alphanumeric',
      cell: ({ row }) => (row.original.inspectedOn ? showDay(row.original.inspectedOn) : faint('no date yet')),
    }),
    accessor('codes', {
      header: 'Observations',
      sortFn: 'alphanumeric',
      cell: ({ row }) => row.original.codes || faint('none'),
    }),
    accessor((job) => job.documentNumber ?? String(job.missingCount).padStart(5, '0'), {
      id: 'next',
      header: 'Next',
      sortFn: 'alphanumeric',
      cell: ({ row: { original: job } }) =>
        job.status === 'issued' ? (
          <Link href={`/documents/${job.documentId}`} className="relative z-10 underline underline-offset-4">
            {job.documentNumber}
          </Link>
        ) : (
          <span className={job === first ? 'rounded-md bg-next px-2 py-0.5 font-semibold text-on-next' : ''}>
            {nextOf(job)}
          </span>
        ),
    }),
  ]);

type Props = {
  readonly jobs: readonly JobSummary[];
  /** The first open job is what comes next: no visit of today is. */
  readonly leads: boolean;
  /** Who has a job open at this moment, by job. */
  readonly openWith: ReadonlyMap<string, readonly string[]>;
};

/** The firm's jobs as a ruled list: what is in hand, what is to come, what was issued. Few of many by a few letters. */
export function JobList({ jobs, leads, openWith }: Props) {
  const data = useMemo(() => [...jobs], [jobs]);
  const firstOpen = data.find((job) => job.status === 'under way') ?? data.find((job) => job.status === 'to do');
  const columns = useMemo(() => columnsFor(leads ? firstOpen : undefined, openWith), [leads, firstOpen, openWith]);
  const table = useTable({ features, data, columns, globalFilterFn: 'includesString' });
  const asked = String(table.state.globalFilter ?? '');
  if (data.length === 0) {
    return <p className="border-y border-rule py-10 text-center">No jobs yet. Create your first job.</p>;
  }
  const { rows } = table.getRowModel();
  return (
    <>
      {data.length > 8 && (
        <input
          type="search"
          aria-label="Search jobs"
          placeholder="Reference, address or client"
          value={asked}
          onChange={(event) => table.setGlobalFilter(event.target.value)}
          className="mt-3 min-h-9 w-full max-w-sm rounded-md border border-rule-strong bg-sheet px-2"
        />
      )}
      <table className="w-full border-collapse text-left">
        <caption className="sr-only">Jobs</caption>
        <thead className="text-xs text-faint max-md:sr-only">
          <tr className="border-b border-rule-strong">
            {table.getFlatHeaders().map((header) => {
              const sorted = header.column.getIsSorted();
              return (
                <th
                  key={header.id}
                  aria-sort={ariaSort(sorted)}
                  className={`py-1 !font-normal ${widths[header.column.id]}`}
                >
                  <button
                    type="button"
                    onClick={header.column.getToggleSortingHandler()}
                    className="inline-flex min-h-6 items-center gap-1 underline-offset-4 hover:underline"
                  >
                    <FlexRender header={header} />
                    {sorted === 'asc' && <ArrowUp size={12} aria-hidden />}
                    {sorted === 'desc' && <ArrowDown size={12} aria-hidden />}
                  </button>
                </th>
              );
            })}
          </tr>
        </thead>
        {order.map((status) => {
          const those = rows.filter((row) => row.original.status === status);
          if (those.length === 0) return null;
          return (
            <tbody key={status}>
              <tr>
                <th colSpan={columns.length} scope="colgroup" className="pb-1 pt-5 font-serif text-lg">
                  {heading[status]} <span className="text-sm text-faint">{those.length}</span>
                </th>
              </tr>
              {those.map((row) => (
                <tr
                  key={row.id}
                  className="relative border-t border-rule align-top hover:bg-hover max-md:grid max-md:py-2"
                >
                  {row.getAllCells().map((cell) => (
                    <td key={cell.id} className={`py-2.5 max-md:w-auto max-md:py-0 ${widths[cell.column.id]}`}>
                      <FlexRender cell={cell} />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          );
        })}
      </table>
      <p className="border-t border-rule pt-2 text-sm">
        <Link href="/jobs" className="underline underline-offset-4">
          Search all jobs
        </Link>
      </p>
      {rows.length === 0 && <p className="border-b border-rule py-6 text-faint">No job matches “{asked}”.</p>}
    </>
  );
}

const ariaSort = (sorted: false | 'asc' | 'desc') =>
  sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none';

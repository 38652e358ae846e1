'use client';

import { documentKinds } from '../../core/certificates/documents';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useFirm } from '../../client/firm-provider';
import { codes } from '../../core/job/outcome';
import { readDay, showDay } from '../../core/words/day';
import type { FoundJobs, JobFilters } from '../../server/find-jobs';
import { Button, linkLook } from '../../ui/button';
import { DateField } from '../../ui/date-field';
import { Select } from '../../ui/select';
import { FirmSending } from '../house/firm-sending';
import { useRecord } from '../house/use-record';

type Props = { readonly filters: JobFilters; readonly found: FoundJobs };

const any = 'any';

/** The address of the list as it is narrowed. */
function queryOf(filters: JobFilters, after: string | null = null): string {
  const said = Object.entries({ ...filters, after }).filter((each): each is [string, string] => Boolean(each[1]));
  return new URLSearchParams(said).toString();
}

/** Every job of the firm: found by letters, narrowed, a page at a time, and kept as lists of a name. */
export function AllJobs({ filters, found }: Props) {
  const router = useRouter();
  const [q, setQ] = useState(filters.q);
  const go = (change: Partial<JobFilters>) => router.push(`/jobs?${queryOf({ ...filters, q, ...change })}`);
  const list = <V extends string>(
    label: string,
    value: V | null,
    options: readonly { value: V; label: string }[],
    change: (value: V | null) => void,
  ) => (
    <Select<V | typeof any>
      label={label}
      value={value ?? any}
      onChange={(chosen) => change(chosen === any ? null : chosen)}
      options={[{ value: any, label: `${label}: any` }, ...options]}
    />
  );
  const same = <V extends string>(values: readonly V[]) => values.map((value) => ({ value, label: value }));
  return (
    <>
      <FirmSending title="All jobs" />
      <form
        role="search"
        className="flex flex-wrap items-center gap-2 py-3"
        onSubmit={(event) => {
          event.preventDefault();
          go({});
        }}
      >
        <input
          type="search"
          aria-label="Search"
          placeholder="Reference, number, client, address, circuit or observation"
          maxLength={100}
          value={q}
          onChange={(event) => setQ(event.target.value)}
          className="min-h-10 min-w-64 flex-1 rounded-md border border-rule-strong bg-sheet px-2"
        />
        <Button type="submit" look="next" className="min-h-10">
          Search
        </Button>
      </form>
      <div className="flex flex-wrap items-center gap-2 pb-2">
        {list(
          'State',
          filters.status,
          [
            { value: 'open', label: 'not issued' },
            { value: 'issued', label: 'issued' },
          ],
          (status) => go({ status }),
        )}
        {list('Document', filters.document, same(documentKinds), (document) => go({ document }))}
        {list('Code', filters.code, same(codes), (code) => go({ code }))}
        <span className="flex items-center gap-1 text-sm">
          from{' '}
          <DateField label="Inspected from" value={filters.from} read={readDay} onChange={(from) => go({ from })} />
        </span>
        <span className="flex items-center gap-1 text-sm">
          to <DateField label="Inspected to" value={filters.to} read={readDay} onChange={(to) => go({ to })} />
        </span>
        {queryOf(filters) !== '' && (
          <Link href="/jobs" className="text-sm underline underline-offset-4">
            Everything
          </Link>
        )}
      </div>
      <Views filters={filters} />
      {found.jobs.length === 0 ? (
        <p className="border-y border-rule py-8 text-center">
          {filters.q ? `No job matches “${filters.q}”.` : 'No job matches.'}
        </p>
      ) : (
        <table className="w-full border-collapse text-left">
          <thead className="text-xs text-faint max-md:sr-only">
            <tr className="border-b border-rule-strong">
              <th className="w-28 py-1 !font-normal">Reference</th>
              <th className="!font-normal">Installation and client</th>
              <th className="w-40 !font-normal">Inspected</th>
              <th className="w-36 !font-normal">Observations</th>
              <th className="w-44 !font-normal">Document</th>
            </tr>
          </thead>
          <tbody>
            {found.jobs.map((job) => (
              <tr
                key={job.jobId}
                className="relative border-t border-rule align-top hover:bg-hover max-md:grid max-md:py-2"
              >
                <td className="py-2 font-semibold max-md:py-0">
                  <Link href={`/jobs/${job.jobId}`} className="after:absolute after:inset-0">
                    {job.reference}
                  </Link>
                </td>
                <td className="py-2 pr-4 max-md:py-0">
                  {job.siteAddress.split('\n').join(', ')}
                  <span className="block text-sm text-faint">{job.clientName || 'no client yet'}</span>
                </td>
                <td className="py-2 max-md:py-0">{job.inspectedOn ? showDay(job.inspectedOn) : ''}</td>
                <td className="py-2 max-md:py-0">{job.codes}</td>
                <td className="py-2 max-md:py-0">
                  {job.documentNumber ? (
                    <Link href={`/documents/${job.documentId}`} className="relative z-10 underline underline-offset-4">
                      {job.documentNumber}
                    </Link>
                  ) : (
                    <span className="text-faint">
                      {job.document}, {job.status}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {found.after && (
        <Link href={`/jobs?${queryOf(filters, found.after)}`} className={`${linkLook('plain')} mt-3 px-3`}>
          Next page
        </Link>
      )}
    </>
  );
}

/** Lists the firm kept by name, and this one to be kept. */
function Views({ filters }: { filters: JobFilters }) {
  const { firm } = useFirm();
  const record = useRecord();
  const [name, setName] = useState('');
  const query = queryOf(filters);
  const views = [...firm.views.values()];
  const here = views.find((view) => view.query === query);
  if (views.length === 0 && query === '') return null;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-3 text-sm">
      {views.map((view) => (
        <Link
          key={view.viewId}
          href={`/jobs?${view.query}`}
          aria-current={view === here ? 'page' : undefined}
          className="underline underline-offset-4 aria-[current]:font-semibold"
        >
          {view.name}
        </Link>
      ))}
      {here ? (
        <Button look="quiet" onClick={() => record({ kind: 'view.withdrawn', body: { viewId: here.viewId } })}>
          Delete saved view
        </Button>
      ) : (
        query !== '' && (
          <form
            className="flex items-center gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (name.trim() && record({ kind: 'view.made', body: { viewId: v7(), name: name.trim(), query } }))
                setName('');
            }}
          >
            <input
              aria-label="Save view as"
              placeholder="Save view as"
              maxLength={60}
              value={name}
              onChange={(event) => setName(event.target.value)}
              className="min-h-9 w-44 rounded-md border border-rule-strong bg-sheet px-2"
            />
            <Button type="submit" disabled={!name.trim()}>
              Save view
            </Button>
          </form>
        )
      )}
    </div>
  );
}

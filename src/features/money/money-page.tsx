'use client';

import Link from 'next/link';
import Papa from 'papaparse';
import { useMemo, useState } from 'react';
import { useFirm } from '../../client/firm-provider';
import { type Planner, planDay, visitsOn } from '../../core/firm/day-plan';
import type { FirmState } from '../../core/firm/firm';
import type { MoneyFields } from '../../core/firm/kinds/money';
import { type Costs, agreedPence, marginOf, marginOfMany } from '../../core/firm/margin';
import { showMinutes } from '../../core/words/moment';
import { readMoney, showMoney } from '../../core/words/money';
import type { PricedJob } from '../../server/list-jobs';
import { Button } from '../../ui/button';
import { saveFile } from '../../ui/save-file';
import { PriceLines } from './price-lines';
import { usePlanner } from '../house/use-planner';
import { FirmSending } from '../house/firm-sending';
import { useRecord } from '../house/use-record';

type Row = { readonly job: PricedJob; readonly told: MoneyFields | undefined; readonly costs: Costs };

/** Minutes on the road to a job's visits, as the diary lays those days out; null where it was in no diary. */
function travelTo(firm: FirmState, planner: Planner, jobId: string): number | null {
  const visits = [...firm.visits.values()].filter((visit) => visit.jobId === jobId && visit.cancelled === null);
  if (visits.length === 0) return null;
  return visits.reduce((all, visit) => {
    const { parts } = planDay(visitsOn(firm, visit.day, visit.personId), planner);
    const at = parts.findIndex((part) => part.is === 'visit' && part.visit.id === visit.id);
    const before = parts[at - 1];
    return all + (before?.is === 'travel' ? before.minutes : 0);
  }, 0);
}

/** What each job was agreed at and came to an hour; by client and by sort of paper; and out as a file. */
export function MoneyPage({ jobs }: { jobs: readonly PricedJob[] }) {
  const { firm } = useFirm();
  const planner = usePlanner();
  const rows = useMemo(
    () =>
      jobs.map((job): Row => {
        const told = firm.money.get(job.jobId);
        return {
          job,
          told,
          costs: {
            pricePence: agreedPence(told, job.quote),
            materialsPence: told?.materialsPence ?? null,
            siteMinutes: told?.siteMinutes ?? job.siteMinutes,
            paperMinutes: told?.paperMinutes ?? job.paperMinutes,
            travelMinutes: told?.travelMinutes ?? travelTo(firm, planner, job.jobId),
          },
        };
      }),
    [jobs, firm, planner],
  );
  const all = marginOfMany(rows.map(({ costs }) => costs));
  return (
    <>
      <FirmSending title="Earnings">
        <Button onClick={() => saveFile('jobs.csv', 'text/csv', asCsv(rows))}>CSV</Button>
        <Button onClick={() => saveFile('jobs.json', 'application/json', asJson(rows))}>JSON</Button>
      </FirmSending>
      <p className="py-1 text-faint">
        {all
          ? `${all.jobs} job${all.jobs === 1 ? '' : 's'} with a price: ${showMoney(all.pricePence)} in all, ${hourly(all.hourPence)} per hour.`
          : 'Enter the agreed price. Earnings per hour follow from the recorded time.'}
      </p>
      {rows.length === 0 && <p className="border-y border-rule py-10 text-center">No jobs yet.</p>}
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[3fr_1fr]">
        <table className="w-full border-collapse text-left">
          <thead className="text-xs text-faint max-md:sr-only">
            <tr className="border-b border-rule-strong">
              <th className="py-1 !font-normal">Job</th>
              <th className="w-24 !font-normal">Agreed, £</th>
              <th className="w-24 !font-normal">Materials, £</th>
              <th className="w-44 !font-normal">On site, paperwork, travel</th>
              <th className="w-24 text-right !font-normal">Per hour</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <MoneyRow key={row.job.jobId} row={row} />
            ))}
          </tbody>
        </table>
        <div className="space-y-6">
          <By title="By client" rows={rows} of={({ clientName }) => clientName || 'no client'} />
          <By title="By document" rows={rows} of={({ document }) => document} />
        </div>
      </div>
    </>
  );
}

const hourly = (pence: number): string => (pence < 0 ? `−${showMoney(-pence)}` : showMoney(pence));
const pounds = (pence: number | null): string => (pence === null ? '' : (pence / 100).toFixed(2).replace(/\.00$/, ''));

function MoneyRow({ row: { job, told, costs } }: { row: Row }) {
  const record = useRecord();
  const margin = marginOf(costs);
  const say = (fields: Partial<MoneyFields>) => record({ kind: 'money.told', body: { jobId: job.jobId, fields } });
  const time = [costs.siteMinutes, costs.paperMinutes, costs.travelMinutes].map((each) =>
    each === null ? '–' : showMinutes(each),
  );
  return (
    <tr className="border-t border-rule align-top max-md:grid max-md:grid-cols-2 max-md:gap-x-2 max-md:py-2">
      <td className="py-1.5 pr-3 max-md:col-span-2">
        <Link href={`/jobs/${job.jobId}`} className="font-semibold underline decoration-rule-strong underline-offset-4">
          {job.documentNumber ?? job.reference}
        </Link>
        <span className="block text-sm text-faint">
          {job.siteAddress.split('\n')[0]}, {job.clientName || 'no client'}
        </span>
        <PriceLines job={job} told={told} say={say} />
      </td>
      <td className="py-1">
        <Pounds
          hint="agreed, £"
          label={`${job.reference} agreed`}
          value={costs.pricePence}
          say={(pricePence) => say({ pricePence })}
        />
      </td>
      <td className="py-1">
        <Pounds
          hint="materials, £"
          label={`${job.reference} materials`}
          value={costs.materialsPence}
          say={(materialsPence) => say({ materialsPence })}
        />
      </td>
      <td className="py-1.5 text-sm">
        {time.every((each) => each === '–') ? <span className="text-faint">not known yet</span> : time.join(', ')}
      </td>
      <td className="py-1.5 text-right font-semibold">{margin ? hourly(margin.hourPence) : ''}</td>
    </tr>
  );
}

type PoundsProps = {
  /** Shown in the field where there is no heading above it. */
  readonly hint: string;
  readonly label: string;
  readonly value: number | null;
  readonly say: (pence: number | null) => void;
};

function Pounds({ hint, label, value, say }: PoundsProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = readMoney(typed ?? '');
  const leave = () => {
    if (typed === null || !read.ok) return;
    if (read.value !== value) say(read.value);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      aria-invalid={typed !== null && !read.ok}
      inputMode="decimal"
      placeholder={hint}
      value={typed ?? pounds(value)}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => event.key === 'Enter' && leave()}
      className="min-h-9 w-20 md:placeholder:text-transparent max-md:w-full rounded-md border border-rule bg-transparent px-2 text-right hover:border-rule-strong focus:bg-sheet aria-invalid:hatch max-md:min-h-11"
    />
  );
}

function By({ title, rows, of }: { title: string; rows: readonly Row[]; of: (job: PricedJob) => string }) {
  const names = [...new Set(rows.map(({ job }) => of(job)))];
  const groups = names
    .flatMap((name) => {
      const margin = marginOfMany(rows.filter(({ job }) => of(job) === name).map(({ costs }) => costs));
      return margin ? [{ name, ...margin }] : [];
    })
    .sort((a, b) => b.hourPence - a.hourPence);
  if (groups.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2 className="border-b border-rule-strong pb-1 text-lg">{title}</h2>
      <ul>
        {groups.map(({ name, jobs, hourPence }) => (
          <li key={name} className="flex justify-between gap-3 border-b border-rule py-1 text-sm">
            <span>
              {name} <span className="text-faint">{jobs}</span>
            </span>
            <strong>{hourly(hourPence)}</strong>
          </li>
        ))}
      </ul>
    </section>
  );
}

const out = (rows: readonly Row[]) =>
  rows.map(({ job, told, costs }) => ({
    reference: job.reference,
    number: job.documentNumber,
    paper: job.document,
    day: job.inspectedOn,
    client: job.clientName,
    address: job.siteAddress.split('\n').join(', '),
    ...costs,
    hourPence: marginOf(costs)?.hourPence ?? null,
    lines: [...(told?.lines ?? []), ...job.quote],
  }));

/** What begins like a formula is text to whoever opens it. */
const asCsv = (rows: readonly Row[]): string => {
  const inCells = out(rows).map(({ lines, ...rest }) => ({
    ...rest,
    lines: lines.map(({ what, pence }) => `${what} ${showMoney(pence)}`).join('; '),
  }));
  return Papa.unparse(inCells, { escapeFormulae: true, newline: '\r\n' });
};
const asJson = (rows: readonly Row[]): string =>
  JSON.stringify({ format: 'orange-ledger/money/1', jobs: out(rows) }, null, 2);

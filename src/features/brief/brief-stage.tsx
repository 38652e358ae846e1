'use client';

import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { v7 } from 'uuid';
import { showDay } from '../../core/document/report';
import { samplingOfJob } from '../../core/document/sampling-of-job';
import { reportReasonWords, reportReasons, type BodyOf } from '../../core/ledger/kinds';
import { Button } from '../../ui/button';
import { ChoiceField, EntryField, asDay, asLine, asNumber, asText } from '../../ui/entry-field';
import { useJob } from '../ledger/job-provider';
import type { NewEntry } from '../ledger/job-store';
import { useWanted } from '../ledger/use-wanted';

/** Who, where, why, how far, and with which instruments: agreed before anything is opened. */
export function BriefStage() {
  const { job, append, instruments } = useJob();
  const wanted = useWanted('brief');
  const record = (entry: NewEntry) => {
    const outcome = append([entry]);
    if (!outcome.ok) toast(outcome.reason);
  };
  const client = (fields: BodyOf<'client.named'>) => record({ kind: 'client.named', body: fields });
  const site = (fields: BodyOf<'site.described'>) => record({ kind: 'site.described', body: fields });
  const brief = (fields: BodyOf<'brief.agreed'>) => record({ kind: 'brief.agreed', body: fields });
  const number = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
      <section>
        <h1 className="pb-1 text-xl">Client and installation</h1>
        <EntryField label="Client: who pays" shown={job.client.name ?? ''} parse={asLine} commit={(name) => client({ name })} wanted={wanted('clientName')} anchor="clientName" />
        <EntryField label="Client address" shown={job.client.address ?? ''} lines={2} parse={asText} commit={(address) => client({ address })} wanted={wanted('clientAddress')} anchor="clientAddress" />
        <EntryField label="Telephone" type="tel" shown={job.client.telephone ?? ''} parse={asLine} commit={(telephone) => client({ telephone })} />
        <EntryField label="E-mail" type="email" shown={job.client.email ?? ''} parse={asLine} commit={(email) => client({ email })} />
        <EntryField label="Installation at" shown={job.site.address ?? ''} lines={2} parse={asText} commit={(address) => site({ address })} wanted={wanted('address')} anchor="address" />
        <EntryField label="Occupier" shown={job.site.occupier ?? ''} parse={asLine} commit={(occupier) => site({ occupier })} wanted={wanted('occupier')} anchor="occupier" hint="May be somebody other than the client. Write vacant where it is." />
        <EntryField label="Premises" lines={2} shown={job.site.premises ?? ''} parse={asLine} commit={(premises) => site({ premises })} wanted={wanted('premises')} anchor="premises" />
        <h2 className="pb-1 pt-6 text-xl">Instruments</h2>
        <ul id="instruments">
          {instruments.map((instrument) => {
            const brought = job.instruments.has(instrument.id);
            return (
              <li key={instrument.id} className="flex items-center gap-3 border-b border-rule py-1.5">
                <span className="flex-1">
                  {instrument.name} <span className="text-sm text-faint">serial {instrument.serial}, calibrated {instrument.calibratedOn ? showDay(instrument.calibratedOn) : 'not recorded'}</span>
                </span>
                {brought ? (
                  <span className="text-sm">✓ brought</span>
                ) : (
                  <Button onClick={() => record({ kind: 'instrument.brought', body: { instrumentId: instrument.id, name: instrument.name, serial: instrument.serial, calibratedOn: instrument.calibratedOn } })}>
                    Bring
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
      </section>
      <section>
        <h2 className="pb-1 text-xl">What was agreed</h2>
        <ChoiceField label="Reason" value={job.brief.reason ?? null} options={reportReasons.map((value) => ({ value, label: reportReasonWords[value] }))} commit={(reason) => brief({ reason })} wanted={wanted('reason')} anchor="reason" />
        <EntryField label="Inspected on" type="date" shown={job.brief.inspectedFrom ?? ''} parse={asDay} commit={(inspectedFrom) => brief({ inspectedFrom })} wanted={wanted('inspectedFrom')} anchor="inspectedFrom" hint={job.brief.inspectedFrom ? showDay(job.brief.inspectedFrom) : undefined} />
        <EntryField label="until, if longer" type="date" shown={job.brief.inspectedTo ?? ''} parse={asDay} commit={(inspectedTo) => brief({ inspectedTo })} />
        <EntryField label="Extent: what is covered" lines={3} shown={job.brief.extent ?? ''} parse={asText} commit={(extent) => brief({ extent })} wanted={wanted('extent')} anchor="extent" />
        <EntryField label="Estimated age" unit="years" inputMode="numeric" shown={number(job.brief.estimatedAgeYears)} parse={asNumber(0, 150, true)} commit={(estimatedAgeYears) => brief({ estimatedAgeYears })} wanted={wanted('estimatedAgeYears')} anchor="estimatedAgeYears" />
        <EntryField label="Additions, alterations" lines={2} shown={job.brief.alterations ?? ''} parse={asText} commit={(alterations) => brief({ alterations })} wanted={wanted('alterations')} anchor="alterations" />
        <EntryField label="Records available" shown={job.brief.records ?? ''} parse={asLine} commit={(records) => brief({ records })} wanted={wanted('records')} anchor="records" />
        <EntryField label="Previous report" shown={job.brief.previousReport ?? ''} parse={asLine} commit={(previousReport) => brief({ previousReport })} wanted={wanted('previousReport')} anchor="previousReport" />
        <EntryField label="Accessories opened" unit="%" inputMode="numeric" shown={number(job.brief.samplingPercent)} parse={asNumber(1, 100, true)} commit={(samplingPercent) => brief({ samplingPercent })} wanted={wanted('samplingPercent')} anchor="samplingPercent" hint="10 % is common; more where older or poorer, and more once the sample shows a defect." />
        <Sample />
        <Limitations record={record} />
      </section>
    </div>
  );
}

/** Which accessories to open, chosen before anybody sees them. */
function Sample() {
  const { job } = useJob();
  const plan = useMemo(() => samplingOfJob(job), [job]);
  if (!plan) return null;
  return (
    <details className="border-b border-rule py-1 text-sm">
      <summary className="min-h-8 font-semibold max-md:min-h-11">
        Open {plan.share}: which
      </summary>
      {plan.reasons.map((reason) => (
        <p key={reason} className="text-faint">
          {reason}
        </p>
      ))}
      <ul className="pb-2">
        {plan.byWay.map(({ way, points }) => (
          <li key={way.id} className="grid grid-cols-[1.5rem_1fr] gap-x-2">
            <span className="text-right text-faint">{way.number}</span>
            <span>{points.map((point) => point.name).join(', ')}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}

function Limitations({ record }: { record: (entry: NewEntry) => void }) {
  const { job } = useJob();
  const [form, setForm] = useState({ sort: 'agreed' as 'agreed' | 'operational', what: '', why: '', agreedWith: '' });
  const input = 'min-h-9 w-full rounded-md border border-rule-strong bg-sheet px-2';
  const complete = form.what.trim() && form.why.trim() && (form.sort === 'operational' || form.agreedWith.trim());
  return (
    <div id="limitations" className="pt-6">
      <h2 className="pb-1 text-xl">Limitations</h2>
      <ul>
        {job.limitations.map((l) => (
          <li key={l.limitationId} className="flex items-baseline gap-3 border-b border-rule py-1.5">
            <span className="flex-1">
              {l.what}
              <span className="block text-sm text-faint">
                {l.sort === 'agreed' ? `Agreed with ${l.agreedWith || '…'}` : 'Found on the day'}: {l.why}
              </span>
            </span>
            <Button look="quiet" onClick={() => record({ kind: 'entry.struck', body: { entryId: l.entryId, why: 'No longer a limitation' } })}>
              Strike
            </Button>
          </li>
        ))}
      </ul>
      <div className="grid gap-2 pt-2 sm:grid-cols-2">
        <select aria-label="Sort of limitation" className={input} value={form.sort} onChange={(e) => setForm({ ...form, sort: e.target.value as typeof form.sort })}>
          <option value="agreed">Agreed beforehand</option>
          <option value="operational">Found on the day</option>
        </select>
        <input aria-label="Agreed with" placeholder="Agreed with whom" className={input} value={form.agreedWith} onChange={(e) => setForm({ ...form, agreedWith: e.target.value })} />
        <input aria-label="What is limited" placeholder="What is not covered" className={input} value={form.what} onChange={(e) => setForm({ ...form, what: e.target.value })} />
        <input aria-label="Why" placeholder="Why" className={input} value={form.why} onChange={(e) => setForm({ ...form, why: e.target.value })} />
      </div>
      <Button
        className="mt-2"
        disabled={!complete}
        onClick={() => {
          record({ kind: 'limitation.noted', body: { limitationId: v7(), sort: form.sort, what: form.what.trim(), why: form.why.trim(), agreedWith: form.agreedWith.trim() || null } });
          setForm({ sort: form.sort, what: '', why: '', agreedWith: form.agreedWith });
        }}
      >
        Note the limitation
      </Button>
    </div>
  );
}

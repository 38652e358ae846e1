'use client';

import { useMemo } from 'react';
import { useJob } from '../../../client/job-provider';
import type { JobBody } from '../../../core/catalogue';
import { reportReasonWords, reportReasons } from '../../../core/job/kinds/brief';
import { samplingOfJob } from '../../../core/work/sampling';
import { readDay } from '../../../core/words/day';
import { Disclosure } from '../../../ui/disclosure';
import { ChoiceField, DayRow, EntryField, asLine, asNumber, asText } from '../../../ui/entry-field';
import { useWanted } from '../../workspace/use-wanted';
import type { Record } from './brief-stage';

const number = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));

/** Why it is done, how far it goes, and what is known beforehand. */
export function WhatWasAgreed({ record }: { record: Record }) {
  const { job } = useJob();
  const at = useWanted();
  const brief = (fields: JobBody<'brief.agreed'>) => record({ kind: 'brief.agreed', body: fields });
  return (
    <>
      <h2 className="pb-1 text-xl">What was agreed</h2>
      <ChoiceField
        label="Reason"
        value={job.brief.reason ?? null}
        options={reportReasons.map((value) => ({ value, label: reportReasonWords[value] }))}
        commit={(reason) => brief({ reason })}
        {...at({ of: 'brief', field: 'reason' })}
      />
      <DayRow
        label="Inspected on"
        day={job.brief.inspectedFrom ?? null}
        read={readDay}
        commit={(inspectedFrom) => brief({ inspectedFrom })}
        {...at({ of: 'brief', field: 'inspectedFrom' })}
      />
      <DayRow
        label="until, if longer"
        day={job.brief.inspectedTo ?? null}
        read={readDay}
        commit={(inspectedTo) => brief({ inspectedTo })}
      />
      <EntryField
        label="Extent: what is covered"
        lines={3}
        shown={job.brief.extent ?? ''}
        parse={asText}
        commit={(extent) => brief({ extent })}
        {...at({ of: 'brief', field: 'extent' })}
      />
      <EntryField
        label="Estimated age"
        unit="years"
        inputMode="numeric"
        shown={number(job.brief.estimatedAgeYears)}
        parse={asNumber(0, 150, true)}
        commit={(estimatedAgeYears) => brief({ estimatedAgeYears })}
        {...at({ of: 'brief', field: 'estimatedAgeYears' })}
      />
      <EntryField
        label="Additions, alterations"
        lines={2}
        shown={job.brief.alterations ?? ''}
        parse={asText}
        commit={(alterations) => brief({ alterations })}
        {...at({ of: 'brief', field: 'alterations' })}
      />
      <EntryField
        label="Records available"
        shown={job.brief.records ?? ''}
        parse={asLine}
        commit={(records) => brief({ records })}
        {...at({ of: 'brief', field: 'records' })}
      />
      <EntryField
        label="Previous report"
        shown={job.brief.previousReport ?? ''}
        parse={asLine}
        commit={(previousReport) => brief({ previousReport })}
        {...at({ of: 'brief', field: 'previousReport' })}
      />
      <EntryField
        label="Accessories opened"
        unit="%"
        inputMode="numeric"
        shown={number(job.brief.samplingPercent)}
        parse={asNumber(1, 100, true)}
        commit={(samplingPercent) => brief({ samplingPercent })}
        {...at({ of: 'brief', field: 'samplingPercent' })}
        hint="10 % is common; more where older or poorer, and more once the sample shows a defect."
      />
      <EntryField
        label="Investigate insulation below"
        unit="MΩ"
        inputMode="decimal"
        shown={number(job.brief.investigateBelowMegohms)}
        parse={asNumber(1, 1000)}
        commit={(investigateBelowMegohms) => brief({ investigateBelowMegohms })}
        hint="A 230 V circuit that reads less, though above its minimum, is marked Check. Default 2 MΩ."
      />
      <Sample />
    </>
  );
}

/** Which accessories to open, chosen before anybody sees them. */
function Sample() {
  const { job } = useJob();
  const plan = useMemo(() => samplingOfJob(job), [job]);
  if (!plan) return null;
  return (
    <Disclosure className="border-b border-rule py-1 text-sm" summary={<strong>Open {plan.share}: which</strong>}>
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
    </Disclosure>
  );
}

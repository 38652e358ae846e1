'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { itemOutcome } from '../../core/document/item-outcome';
import { type Outcome, needsReason, outcomeWord, outcomes, showOutcome } from '../../core/inspection/outcome';
import { Button } from '../../ui/button';
import { JobLink } from '../job/place';
import { useJob } from '../ledger/job-provider';

/** The schedule, item by item: one key or tap each, a reason where one is due. */
export function InspectionStage() {
  const { pack, job, append, jobId } = useJob();
  const [asking, setAsking] = useState<{ item: string; outcome: Outcome } | null>(null);
  const [reason, setReason] = useState('');
  const sections = [...new Set(pack.inspectionEicr.map((row) => row.section))];

  const mark = (item: string, outcome: Outcome, why: string | null) => {
    const result = append([{ kind: 'item.marked', body: { item, outcome, reason: why } }]);
    if (!result.ok) toast(result.reason);
  };
  const choose = (item: string, outcome: Outcome) => {
    if (needsReason(outcome)) {
      setAsking({ item, outcome });
      setReason(job.items.get(item)?.body.reason ?? '');
    } else {
      setAsking(null);
      mark(item, outcome, null);
    }
  };
  const restOf = (section: string) => {
    const open = pack.inspectionEicr.filter((row) => row.section === section && !itemOutcome(job, row.item));
    const result = append(open.map((row) => ({ kind: 'item.marked', body: { item: row.item, outcome: 'ok', reason: null } })));
    toast(result.ok ? `${open.length} items marked acceptable. Undo takes all of them back.` : result.reason);
  };
  return (
    <div className="mx-auto max-w-5xl">
      <h1 className="pb-1 text-xl">Inspection</h1>
      {sections.map((section) => {
        const rows = pack.inspectionEicr.filter((row) => row.section === section);
        const open = rows.filter((row) => !itemOutcome(job, row.item)).length;
        return (
          <section key={section} aria-label={section} className="pb-5">
            <div className="flex flex-wrap items-baseline gap-3 border-b border-rule-strong pb-1">
              <h2 className="text-lg">
                {rows[0]?.item.split('.')[0]} {section}
              </h2>
              <span className="flex-1 text-sm text-faint">{open === 0 ? `✓ all ${rows.length}` : `${open} of ${rows.length} open`}</span>
              {open > 1 && !job.issued && (
                <Button look="quiet" onClick={() => restOf(section)}>
                  The {open} left are acceptable
                </Button>
              )}
            </div>
            {rows.map((row) => {
              const found = itemOutcome(job, row.item);
              const coded = (found?.observations.length ?? 0) > 0;
              return (
                <div key={row.item} id={`item-${row.item}`} className="grid scroll-mt-40 grid-cols-[3rem_1fr] gap-x-2 border-b border-rule py-1 md:grid-cols-[3rem_1fr_auto]">
                  <span className="pt-1 text-right text-sm text-faint">{row.item}</span>
                  <span className={`pt-1 ${found ? '' : 'font-semibold'}`}>
                    {row.confirm}
                    <span className="text-xs text-faint"> {row.regulations}</span>
                    {found?.reason && <span className="block text-sm">{found.outcome}: {found.reason}</span>}
                    {coded && (
                      <JobLink href={`/jobs/${jobId}/observations`} className="block min-h-6 py-0.5 text-sm underline underline-offset-4">
                        {found?.outcome} by observation {found?.observations.join(', ')}
                      </JobLink>
                    )}
                    {found && !coded && ['C1', 'C2', 'C3', 'FI'].includes(found.outcome) && (
                      <JobLink href={`/jobs/${jobId}/observations?item=${row.item}&code=${found.outcome}`} className="block min-h-6 py-0.5 text-sm font-semibold text-next-ink underline underline-offset-4">
                        Write the observation for {row.item}
                      </JobLink>
                    )}
                  </span>
                  <span role="group" aria-label={`${row.item} ${row.confirm}`} className="flex flex-wrap gap-0.5 max-md:col-start-2">
                    {outcomes.map((outcome) => {
                      const pressed = found?.outcome === outcome;
                      return (
                        <button
                          key={outcome}
                          type="button"
                          aria-pressed={pressed}
                          aria-label={`${row.item}: ${outcomeWord[outcome]}`}
                          onClick={() => choose(row.item, outcome)}
                          className={`min-h-8 min-w-9 rounded-md border px-1 text-sm max-md:min-h-11 max-md:min-w-11 ${pressed ? 'border-ink bg-ink font-semibold text-paper' : 'border-rule hover:bg-hover'}`}
                        >
                          {showOutcome(outcome)}
                        </button>
                      );
                    })}
                  </span>
                  {asking?.item === row.item && (
                    <form
                      className="col-start-2 flex flex-wrap items-center gap-2 py-2 md:col-span-2"
                      onSubmit={(event) => {
                        event.preventDefault();
                        if (!reason.trim()) return;
                        mark(row.item, asking.outcome, reason.trim());
                        setAsking(null);
                      }}
                    >
                      <label className="flex flex-1 items-center gap-2 text-sm font-semibold">
                        Reason for {asking.outcome}
                        <input autoFocus required maxLength={200} value={reason} onChange={(e) => setReason(e.target.value)} className="min-h-9 min-w-40 flex-1 rounded-md border border-rule-strong bg-sheet px-2 font-normal" />
                      </label>
                      <Button type="submit" look="next">
                        Record {asking.outcome}
                      </Button>
                      <Button look="quiet" onClick={() => setAsking(null)}>
                        Leave it
                      </Button>
                    </form>
                  )}
                </div>
              );
            })}
          </section>
        );
      })}
    </div>
  );
}

'use client';

import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { itemOutcome } from '../../../core/certificates/item-outcome';
import { type Outcome, isCode, needsReason, outcomeWord, showOutcome } from '../../../core/job/outcome';
import { Button } from '../../../ui/button';
import { ToggleGroup } from '../../../ui/toggle-group';
import { stageAddress } from '../../workspace/address';
import { JobLink } from '../../workspace/place';
import { useJob } from '../../../client/job-provider';

/** The schedule, item by item: one key or tap each, a reason where one is due. */
export function InspectionStage() {
  const view = useJob();
  const { document, definition, isSealed, append, jobId } = view;
  const schedule = definition.schedule(view.pack);
  const [asking, setAsking] = useState<{ item: string; outcome: Outcome } | null>(null);
  const [reason, setReason] = useState('');
  const sections = [...new Set(schedule.map((row) => row.section))];

  const mark = (item: string, outcome: Outcome, why: string | null) => {
    const result = append([{ kind: 'item.marked', body: { documentId: document.id, item, outcome, reason: why } }]);
    if (!result.ok) toast(result.reason);
  };
  const choose = (item: string, outcome: Outcome) => {
    if (needsReason(outcome)) {
      setAsking({ item, outcome });
      setReason(document.items.get(item)?.body.reason ?? '');
    } else {
      setAsking(null);
      mark(item, outcome, null);
    }
  };
  const restOf = (section: string) => {
    const open = schedule.filter((row) => row.section === section && !itemOutcome(view, row.item));
    const result = append(
      open.map((row) => ({
        kind: 'item.marked',
        body: { documentId: document.id, item: row.item, outcome: 'ok', reason: null },
      })),
    );
    toast(result.ok ? `${open.length} items marked acceptable. Undo takes all of them back.` : result.reason);
  };
  return (
    <div className="mx-auto max-w-5xl">
      <h1 className="pb-1 text-xl">Inspection</h1>
      {sections.map((section) => {
        const rows = schedule.filter((row) => row.section === section);
        const open = rows.filter((row) => !itemOutcome(view, row.item)).length;
        return (
          <section key={section} aria-label={section} className="pb-5">
            <div className="flex flex-wrap items-baseline gap-3 border-b border-rule-strong pb-1">
              <h2 className="text-lg">
                {rows[0]?.item.split('.')[0]} {section}
              </h2>
              <span className="flex-1 text-sm text-faint">
                {open === 0 ? `✓ all ${rows.length}` : `${open} of ${rows.length} open`}
              </span>
              {open > 1 && !isSealed && (
                <Button look="quiet" onClick={() => restOf(section)}>
                  The {open} left are acceptable
                </Button>
              )}
            </div>
            {rows.map((row) => {
              const found = itemOutcome(view, row.item);
              const coded = (found?.observations.length ?? 0) > 0;
              return (
                <div
                  key={row.item}
                  id={`item-${row.item}`}
                  className="grid scroll-mt-40 grid-cols-[3rem_1fr] gap-x-2 border-b border-rule py-1 md:grid-cols-[3rem_1fr_auto]"
                >
                  <span className="pt-1 text-right text-sm text-faint">{row.item}</span>
                  <span className={`pt-1 ${found ? '' : 'font-semibold'}`}>
                    {row.confirm}
                    <span className="text-xs text-faint"> {row.regulations}</span>
                    {found?.reason && (
                      <span className="block text-sm">
                        {found.outcome}: {found.reason}
                      </span>
                    )}
                    {coded && (
                      <JobLink
                        href={stageAddress(jobId, 'observations')}
                        className="block min-h-6 py-0.5 text-sm underline underline-offset-4"
                      >
                        {found?.outcome} by observation {found?.observations.join(', ')}
                      </JobLink>
                    )}
                    {found && !coded && isCode(found.outcome) && (
                      <JobLink
                        href={`${stageAddress(jobId, 'observations')}?item=${row.item}&code=${found.outcome}`}
                        className="block min-h-6 py-0.5 text-sm font-semibold text-next-ink underline underline-offset-4"
                      >
                        Write the observation for {row.item}
                      </JobLink>
                    )}
                    {definition.about === 'works' && !isSealed && (
                      <JobLink
                        href={`${stageAddress(jobId, 'review')}?${new URLSearchParams({ snag: `Item ${row.item}: ` }).toString()}`}
                        className="block min-h-6 py-0.5 text-sm underline underline-offset-4"
                      >
                        Not right yet: note a snag
                      </JobLink>
                    )}
                  </span>
                  <ToggleGroup
                    label={`${row.item} ${row.confirm}`}
                    className="max-md:col-start-2"
                    value={found?.outcome ?? null}
                    disabled={isSealed}
                    onChange={(outcome) => choose(row.item, outcome)}
                    choices={definition.outcomes.map((outcome) => ({
                      value: outcome,
                      face: showOutcome(outcome),
                      label: `${row.item}: ${outcomeWord[outcome]}`,
                    }))}
                  />
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
                        <input
                          autoFocus
                          required
                          maxLength={200}
                          value={reason}
                          onChange={(e) => setReason(e.target.value)}
                          className="min-h-9 min-w-40 flex-1 rounded-md border border-rule-strong bg-sheet px-2 font-normal"
                        />
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

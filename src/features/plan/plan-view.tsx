'use client';

import { useMemo } from 'react';
import { toast } from 'sonner';
import { type PlanStep, type Task, planOfTests } from '../../core/document/plan';
import { measurementOf } from '../../core/installation/measurement';
import { schoolWords, schools } from '../../core/ledger/kinds';
import { JobLink } from '../job/place';
import { useJob } from '../ledger/job-provider';
import type { BenchName } from '../tests/bench-address';

const places: Record<PlanStep['where'], string> = { origin: 'Origin', board: 'Board', rooms: 'Rooms' };
type Go = (bench: BenchName, wayId?: string | null) => void;

/** The order of tests with the fewest walks: what is done, what can be done now, what blocks the rest. */
export function PlanView({ go }: { go: Go }) {
  const { job, jobId, append } = useJob();
  const { steps, walks, repeats } = useMemo(() => planOfTests(job), [job]);
  const next = steps.find((step) => step.state === 'ready') ?? steps.find((step) => step.state === 'blocked');
  const choose = (school: (typeof schools)[number]) => {
    const outcome = append([{ kind: 'brief.agreed', body: { school } }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <section aria-labelledby="plan">
        <div className="flex flex-wrap items-baseline gap-x-4 pb-1">
          <h2 id="plan" className="text-xl">
            Plan of tests
          </h2>
          <span className="text-sm text-faint">
            {walks} walk{walks === 1 ? '' : 's'} through the rooms left
          </span>
          <label className="ml-auto text-sm">
            <span className="sr-only">School</span>
            <select disabled={job.issued !== null} className="min-h-9 rounded-md border border-rule bg-sheet px-1.5 max-md:min-h-11" value={job.brief.school ?? 'dead-first'} onChange={(event) => choose(event.target.value as (typeof schools)[number])}>
              {schools.map((school) => (
                <option key={school} value={school}>
                  {schoolWords[school]}
                </option>
              ))}
            </select>
          </label>
        </div>
        <ol>
          {steps.map((step, index) => (
            <Step key={step.id} step={step} number={index + 1} isNext={step.id === next?.id} go={go} jobId={jobId} />
          ))}
        </ol>
        {steps.length === 0 && <p className="border-t border-rule py-2 text-sm text-faint">No circuits yet: set up the board first.</p>}
      </section>
      <section aria-labelledby="repeats">
        <h2 id="repeats" className="pb-1 text-xl">
          Again after a repair
        </h2>
        <ul>
          {repeats.map(({ key, test, wayId, on, repair }) => (
            <li key={key} className="border-t border-rule py-1.5 text-sm">
              <button type="button" className="min-h-8 text-left underline underline-offset-4 max-md:min-h-11" onClick={() => go(...benchOf(job, { on, test, wayId }))}>
                Way {job.ways.get(wayId)?.number}
                {on.of === 'point' && ` ${job.points.get(on.id)?.name ?? ''}`}: {measurementOf(test).name}
              </button>
              <span className="block text-faint">{repair.what}</span>
            </li>
          ))}
          {repeats.length === 0 && <li className="border-t border-rule py-2 text-sm text-faint">Nothing to repeat. A repair is logged at its circuit, and marks here what it puts in question.</li>}
        </ul>
      </section>
    </div>
  );
}

function Step({ step, number, isNext, go, jobId }: { step: PlanStep; number: number; isNext: boolean; go: Go; jobId: string }) {
  const { job } = useJob();
  const left = step.tasks.filter((task) => !task.done);
  const groups = groupsOf(step, left, job);
  return (
    <li className="grid grid-cols-[1.5rem_3.75rem_1fr_auto] items-baseline gap-x-3 border-t border-rule py-2">
      <span className="text-right text-faint">{number}</span>
      <span className="text-sm text-faint">
        {places[step.where]}
        {step.live && <span className="block">live</span>}
      </span>
      <div>
        <h3 className={`text-base ${step.state === 'done' ? 'text-faint' : ''}`}>{step.title}</h3>
        {left.length > 0 && step.first && <p className="text-sm text-faint">{step.first}</p>}
        {step.blockedBy && <p className="text-sm font-semibold">Blocked: {step.blockedBy}</p>}
        {left.length > 0 && (
          <ul className="flex flex-wrap gap-x-3 text-sm">
            {groups.slice(0, 14).map((group) => (
              <li key={group.name}>
                {step.live ? (
                  <JobLink className="inline-flex min-h-7 items-center underline underline-offset-4 max-md:min-h-11" href={`/jobs/${jobId}/${step.where === 'origin' ? 'origin' : 'circuits'}`}>
                    {group.name} {group.count}
                  </JobLink>
                ) : (
                  <button type="button" className="min-h-7 underline underline-offset-4 max-md:min-h-11" onClick={() => go(...benchOf(job, group.first))}>
                    {group.name} {group.count}
                  </button>
                )}
              </li>
            ))}
            {groups.length > 14 && <li className="text-faint">and {groups.length - 14} more</li>}
          </ul>
        )}
      </div>
      <span className={`whitespace-nowrap text-sm ${isNext ? 'rounded-md border border-ink px-2 py-0.5 font-semibold' : ''}`}>{left.length === 0 ? '✓ done' : `${left.length} to read`}</span>
    </li>
  );
}

/** What is left of a step, by room on a walk and by circuit at the board. */
function groupsOf(step: PlanStep, left: readonly Task[], job: ReturnType<typeof useJob>['job']) {
  const groups = new Map<string, { name: string; count: number; first: Task }>();
  for (const task of left) {
    const way = task.wayId ? job.ways.get(task.wayId) : undefined;
    const name = task.room ?? (way ? `${way.number} ${way.description ?? ''}`.trim() : measurementOf(task.test).symbol);
    const group = groups.get(name);
    if (group) group.count += 1;
    else groups.set(name, { name, count: 1, first: task });
  }
  return [...groups.values()];
}

function benchOf(job: ReturnType<typeof useJob>['job'], { test, wayId }: Pick<Task, 'on' | 'test' | 'wayId'>): [BenchName, string | null] {
  if (test.startsWith('ir-')) return ['insulation', wayId];
  if (wayId && job.ways.get(wayId)?.arrangement === 'ring' && !test.startsWith('point-')) return ['ring', wayId];
  return ['continuity', wayId];
}

'use client';

import { useMemo } from 'react';
import { toast } from '../../../ui/toast';
import { wayOfSubject } from '../../../core/job/job';
import { type School, schoolWords, schools } from '../../../core/job/kinds/brief';
import { keyOf } from '../../../core/installation/slot';
import { nameOfSlot } from '../../../core/job/slot-name';
import type { JobView } from '../../../core/job/view';
import type { Task } from '../../../core/job/task';
import { type PlanStep, planOfTests } from '../../../core/work/plan';
import { Select } from '../../../ui/select';
import { useJob } from '../../../client/job-provider';
import { NoCircuits } from '../frame/no-circuits';
import type { BenchProps, Go } from '../registry';

const repeatLook = 'inline-flex min-h-8 items-center text-left underline underline-offset-4 max-md:min-h-11';

const places: Record<PlanStep['where'], string> = { origin: 'Origin', board: 'Board', rooms: 'Rooms' };

/** The order of tests with the fewest walks: what is done, what can be done now, what blocks the rest. */
export function PlanView({ go }: BenchProps) {
  const view = useJob();
  const { job, isSealed, append } = view;
  const { steps, walks, repeats, again } = useMemo(() => planOfTests(view), [view]);
  const next = steps.find((step) => step.state === 'ready') ?? steps.find((step) => step.state === 'blocked');
  const choose = (school: School) => {
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
          <Select
            label="Order of tests"
            className="ml-auto text-sm"
            disabled={isSealed}
            value={job.brief.school ?? 'dead-first'}
            onChange={choose}
            options={schools.map((value) => ({ value, label: schoolWords[value] }))}
          />
        </div>
        {again && (
          <p className="margin-line my-1 pl-3 text-sm">
            <strong>
              To repeat: circuit{again.ways.length === 1 ? '' : 's'} {again.ways.join(', ')}
            </strong>
            , because {again.why}. Earlier readings are shown beside empty cells.
          </p>
        )}
        <ol>
          {steps.map((step, index) => (
            <Step key={step.id} step={step} number={index + 1} isNext={step.id === next?.id} go={go} />
          ))}
        </ol>
        {steps.length === 0 && <NoCircuits go={go} />}
      </section>
      <section aria-labelledby="repeats">
        <h2 id="repeats" className="pb-1 text-xl">
          Repeat after a repair
        </h2>
        <ul>
          {repeats.map(({ key, slot, wayId, repair }) => (
            <li key={key} className="border-t border-rule py-1.5 text-sm">
              <button type="button" className={repeatLook} onClick={() => go(...benchOf(view, { slot, wayId }))}>
                {nameOfSlot(view, slot)}
              </button>
              <span className="block text-faint">{repair.what}</span>
            </li>
          ))}
          {repeats.length === 0 && (
            <li className="border-t border-rule py-2 text-sm text-faint">
              Nothing to repeat. When a repair is saved, the tests it affects appear here.
            </li>
          )}
        </ul>
      </section>
    </div>
  );
}

function Step({ step, number, isNext, go }: { step: PlanStep; number: number; isNext: boolean; go: Go }) {
  const view = useJob();
  const left = step.tasks.filter((task) => !task.done);
  const failing = step.tasks.filter(({ slot }) => view.verdicts.get(keyOf(slot))?.judgement.verdict === 'fails');
  const groups = groupsOf(step, left, view);
  return (
    <li className="grid grid-cols-[1.5rem_3.75rem_minmax(0,1fr)_auto] items-baseline gap-x-3 border-t border-rule py-2">
      <span className="text-right text-faint">{number}</span>
      <span className="text-sm text-faint">
        {places[step.where]}
        {step.live && <span className="block">live</span>}
      </span>
      <div>
        <h3 className={`text-base ${step.state === 'done' && failing.length === 0 ? 'text-faint' : ''}`}>
          {step.title}
        </h3>
        {left.length > 0 && step.first && <p className="text-sm text-faint">{step.first}</p>}
        {failing.map((task) => (
          <p key={keyOf(task.slot)} className="text-sm">
            <button type="button" className={repeatLook} onClick={() => go(...benchOf(view, task))}>
              {nameOfSlot(view, task.slot)} fails
            </button>
          </p>
        ))}
        {step.blockedBy && <p className="text-sm font-semibold">Blocked: {step.blockedBy}</p>}
        {left.length > 0 && (
          <ul className="flex flex-wrap gap-x-3 text-sm">
            {groups.slice(0, 14).map((group) => (
              <li key={group.name}>
                <button
                  type="button"
                  className="min-h-7 underline underline-offset-4 max-md:min-h-11"
                  onClick={() => go(...benchOf(view, group.first))}
                >
                  {group.name} {group.count}
                </button>
              </li>
            ))}
            {groups.length > 14 && <li className="text-faint">and {groups.length - 14} more</li>}
          </ul>
        )}
      </div>
      <span
        className={`whitespace-nowrap text-sm ${isNext ? 'rounded-md border border-ink px-2 py-0.5 font-semibold' : ''}`}
      >
        {left.length > 0
          ? `${left.length} to read`
          : failing.length > 0
            ? `read, ${failing.length === 1 ? '1 fails' : `${failing.length} fail`}`
            : '✓ done'}
      </span>
    </li>
  );
}

/** What is left of a step, by room on a walk and by circuit at the board. */
function groupsOf(step: PlanStep, left: readonly Task[], view: JobView) {
  const groups = new Map<string, { name: string; count: number; first: Task }>();
  for (const task of left) {
    const way = task.wayId ? view.job.ways.get(task.wayId) : undefined;
    const name = task.room ?? (way ? `${way.number} ${way.description ?? ''}`.trim() : nameOfSlot(view, task.slot));
    const group = groups.get(name);
    if (group) group.count += 1;
    else groups.set(name, { name, count: 1, first: task });
  }
  return [...groups.values()];
}

/** The bench a task is done at: by its order among the tests, and whether it is dead or live. */
function benchOf({ job, tests }: JobView, { slot, wayId }: Pick<Task, 'slot' | 'wayId'>): Parameters<Go> {
  const definition = tests.of(slot);
  if (definition && !definition.dead) {
    if (slot.on.of === 'supply' && definition.order !== 'functional') return ['origin', null];
    if (slot.test === 'function') return ['function', null];
    return [definition.order === 'loop' ? 'loop' : 'residual', wayId];
  }
  if (tests.of(slot)?.order === 'insulation') return ['insulation', wayId];
  const way = wayOfSubject(job, slot.on);
  return [way?.arrangement === 'ring' && slot.test === 'ring' ? 'ring' : 'continuity', wayId];
}

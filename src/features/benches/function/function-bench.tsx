'use client';

import { useJob } from '../../../client/job-provider';
import { keyOf } from '../../../core/installation/slot';
import { governingOf } from '../../../core/job/governing';
import { wayOfSubject } from '../../../core/job/job';
import { functionsToTry } from '../../../core/measurements/functional/to-try';
import { recordReading } from '../../../core/work/recorder';
import { ToggleGroup } from '../../../ui/toggle-group';
import { toast } from '../../../ui/toast';
import { VerdictMark } from '../../workspace/verdict-mark';
import { useMeasure } from '../../measure/measure-provider';
import { LiveGate } from '../frame/live-gate';
import { NoCircuits } from '../frame/no-circuits';
import type { BenchProps } from '../registry';
import { capital } from '../../../core/words/capital';

/** Switches, isolators, fans, alarms: a list made from what the job holds, ticked as each is met. */
export function FunctionBench({ go }: BenchProps) {
  const view = useJob();
  const { job, tests, verdicts, isSealed } = view;
  const { inHand, record } = useMeasure();
  if (job.ways.size === 0) return <NoCircuits go={go} />;
  const slots = functionsToTry(job);
  const left = slots.filter((slot) => !governingOf(view, slot)).length;
  return (
    <LiveGate>
      <section aria-labelledby="function" className="max-w-4xl">
        <div className="flex flex-wrap items-baseline gap-x-4 pb-1">
          <h2 id="function" className="text-xl">
            Tested by hand
          </h2>
          <span className="text-sm text-faint">{left === 0 ? 'all tested' : `${left} of ${slots.length} left`}</span>
        </div>
        <p className="border-l-4 border-ink pl-3 text-sm">
          Live, covers on. A device that does not open when it should is left alone and reported.
        </p>
        <ul className="pt-1">
          {slots.map((slot) => {
            const way = wayOfSubject(job, slot.on);
            const stands = governingOf(view, slot)?.body.value;
            const judgement = verdicts.get(keyOf(slot))?.judgement;
            const name = tests.of(slot)?.name ?? slot.test;
            const where = way ? `${way.number} ${way.description ?? ''}` : 'Installation';
            const put = (said: 'works' | 'does not' | 'not tried') => {
              const value =
                said === 'works'
                  ? ({ is: 'confirmed' } as const)
                  : said === 'does not'
                    ? ({ is: 'reversed' } as const)
                    : ({ is: 'not-taken', mark: 'LIM' } as const);
              const recording = recordReading(view, slot, { value, reason: null, corrects: true }, inHand);
              if (recording.ok) record(recording.entries);
              else toast(recording.problem);
            };
            return (
              <li
                key={keyOf(slot)}
                id={keyOf(slot)}
                className="grid scroll-mt-40 grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1 border-b border-rule py-1.5"
              >
                <span className={stands ? 'text-faint' : ''}>
                  <span className="block text-sm text-faint">{where}</span>
                  <span className="font-semibold">{capital(name)}</span>
                  {judgement && judgement.verdict === 'fails' && (
                    <span className="pl-2">
                      <VerdictMark verdict="fails" worded />
                    </span>
                  )}
                </span>
                <ToggleGroup
                  label={`${where}, ${name}`}
                  disabled={isSealed}
                  value={
                    stands?.is === 'confirmed'
                      ? 'works'
                      : stands?.is === 'reversed'
                        ? 'does not'
                        : stands
                          ? 'not tried'
                          : null
                  }
                  choices={[
                    { value: 'works', face: 'works' },
                    { value: 'does not', face: 'does not' },
                    { value: 'not tried', face: 'LIM' },
                  ]}
                  onChange={put}
                />
              </li>
            );
          })}
        </ul>
      </section>
    </LiveGate>
  );
}

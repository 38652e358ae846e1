'use client';

import Link from 'next/link';
import { missing } from '../../core/job/document-definition';
import { resultVerdicts } from '../../core/job/verdicts';
import { stageState } from '../../core/work/stages';
import { stageWords } from '../../core/work/stage-words';
import { keyOf } from '../../core/installation/slot';
import { governingOf } from '../../core/job/governing';
import { nameOfSlot } from '../../core/job/slot-name';
import { showValue } from '../../core/quantity/reading-value';
import { showDevice } from '../../core/installation/device-text';
import { devicesChecked } from '../../core/measurements/origin/breaking';
import { sayNext } from '../../core/words/next-step';
import { useGaps, useJob } from '../../client/job-provider';
import { Kit } from './kit';
import { ParkedNow } from './parking';
import { Papers } from './papers';
import { JobLink } from './place';
import { showMoment } from './struck-readings';
import { VerdictMark } from './verdict-mark';
import { addressOf, stageAddress } from './address';

/** The job at a glance: the stages in the order of the work, and everything that does not stand well. */
export function JobOverview() {
  const view = useJob();
  const { job, jobId, definition, isSealed, verdicts, people } = view;
  const gaps = useGaps();
  const { stages } = definition;
  const lacking = missing([...gaps]);
  const nextStage = isSealed ? null : (lacking[0]?.stage ?? 'review');
  const wrong = resultVerdicts(view, verdicts)
    .filter(({ judgement }) => judgement.verdict === 'fails' || judgement.verdict === 'doubt')
    .sort((a, b) => Number(b.judgement.verdict === 'fails') - Number(a.judgement.verdict === 'fails'));
  const devices = devicesChecked(view);
  const latest = [...job.entries.values()].slice(-6).reverse();
  return (
    <div className="grid grid-cols-1 gap-8 lg:grid-cols-[3fr_2fr]">
      <section aria-labelledby="stages">
        <h1 id="stages" className="pb-2 text-2xl">
          {(job.site.address ?? 'Job').split('\n')[0]}
        </h1>
        {job.installationId && (
          <p className="pb-2 text-sm">
            <Link href={`/installations/${job.installationId}`} className="underline underline-offset-4">
              Access, client and visits
            </Link>
          </p>
        )}
        {!view.practice && <ParkedNow />}
        <ol>
          {stages.map((stage, index) => {
            const open = lacking.filter((gap) => gap.stage === stage);
            return (
              <li
                key={stage}
                className="relative grid grid-cols-[2rem_minmax(0,1fr)_auto] items-baseline gap-x-3 border-t border-rule py-2.5 hover:bg-hover"
              >
                <span className="text-right text-faint">{index + 1}</span>
                <span>
                  <JobLink
                    href={stageAddress(jobId, stage)}
                    className="text-lg font-semibold after:absolute after:inset-0"
                  >
                    {stageWords[stage].title}
                  </JobLink>
                  <span className="block text-sm text-faint">
                    {open[0] ? `First: ${open[0].what}` : stageWords[stage].purpose}
                  </span>
                </span>
                <span
                  className={
                    stage === nextStage ? 'rounded-md bg-next px-2 py-0.5 font-semibold text-on-next' : 'text-sm'
                  }
                >
                  {open.length > 0
                    ? `${open.length} to complete`
                    : stage === nextStage
                      ? 'sign and issue'
                      : stageState(view, gaps, stage) === 'complete'
                        ? '✓ complete'
                        : stageState(view, gaps, stage) === 'open'
                          ? 'not complete'
                          : '–'}
                </span>
              </li>
            );
          })}
        </ol>
        {!view.practice && (
          <div className="border-t border-rule py-2">
            <Kit />
          </div>
        )}
        <p className="border-t border-rule pt-3 text-sm text-faint">
          Work in the order that suits the house. Isolate and prove dead before dead tests; prove CPC continuity before
          loop tests.
        </p>
      </section>
      <div className="space-y-8">
        <section aria-labelledby="wrong">
          <h2 id="wrong" className="text-lg">
            Needs attention
          </h2>
          {wrong.length + devices.wrong.length === 0 && (
            <p className="border-t border-rule py-2 text-sm text-faint">No failed readings.</p>
          )}
          <ul>
            {devices.wrong.map(({ way, judgement }) => (
              <li key={way?.id ?? 'fuse'} className="relative flex gap-2 border-t border-rule py-2 hover:bg-hover">
                <span className="pt-0.5">
                  <VerdictMark verdict={judgement.verdict} />
                </span>
                <JobLink
                  href={addressOf(
                    view,
                    jobId,
                    way
                      ? { of: 'way', id: way.id, field: 'breakingMark' }
                      : { of: 'supply', field: 'serviceFuseStandard' },
                  )}
                  className="after:absolute after:inset-0"
                >
                  {way ? `${way.number} ${way.description ?? ''}, ${showDevice(way)}` : 'Service fuse'}, breaking{' '}
                  <strong>{judgement.limit?.figure}</strong>
                  <span className="block text-sm text-faint">
                    {judgement.working[0]}. {sayNext(view.pack, judgement.next)}
                  </span>
                </JobLink>
              </li>
            ))}
            {wrong.slice(0, 8).map(({ slot, judgement }) => {
              const reading = governingOf(view, slot);
              if (!reading) return null;
              const key = keyOf(slot);
              return (
                <li key={key} className="relative flex gap-2 border-t border-rule py-2 hover:bg-hover">
                  <span className="pt-0.5">
                    <VerdictMark verdict={judgement.verdict} />
                  </span>
                  <JobLink href={addressOf(view, jobId, { of: 'slot', slot })} className="after:absolute after:inset-0">
                    {nameOfSlot(view, slot)} <strong>{showValue(reading.body.value)}</strong>
                    <span className="block text-sm text-faint">
                      {sayNext(view.pack, judgement.next) ?? judgement.working.at(-1)}
                    </span>
                  </JobLink>
                </li>
              );
            })}
          </ul>
          {devices.checked > 0 && (
            <p className="border-t border-rule pt-2 text-sm text-faint">
              Breaking capacity: {devices.checked} device{devices.checked === 1 ? '' : 's'} beside Ipf
              {devices.unknown > 0 && `, ${devices.unknown} more without a readable mark`}.
            </p>
          )}
          {wrong.length > 8 && <p className="text-sm text-faint">and {wrong.length - 8} more on the circuit sheet</p>}
        </section>
        <Papers />
        <section aria-labelledby="latest">
          <h2 id="latest" className="text-lg">
            Recent entries
          </h2>
          <ul>
            {latest.map((entry) => (
              <li key={entry.id} className="grid grid-cols-[3rem_1fr_auto] gap-2 border-t border-rule py-1 text-sm">
                <span className="text-right text-faint">{entry.seq ?? '…'}</span>
                <span className={job.strikes.has(entry.id) ? 'line-through' : ''}>{entry.kind.replace('.', ' ')}</span>
                <span className="text-faint">
                  {people[entry.madeBy] ?? ''}, {showMoment(entry.madeAt)}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}

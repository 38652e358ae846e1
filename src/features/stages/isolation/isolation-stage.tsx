'use client';

import { toast } from '../../../ui/toast';
import { isolationState } from '../../../core/work/isolation';
import type { NewJobEntry } from '../../../core/catalogue';
import { useJob } from '../../../client/job-provider';
import { showMoment } from '../../workspace/struck-readings';
import { whetherLive } from '../../../core/job/whether-live';
import { Disclosure } from '../../../ui/disclosure';
import { GoingLive } from '../../benches/frame/going-live';
import { AsFoundList } from './as-found-list';
import { BeginIsolation } from './begin-isolation';
import { LinksRegister } from './links-register';
import { Procedure } from './procedure';
import { ScopeName } from './scope-name';

/** Locking off and proving dead, one step after the other, and what is linked or disconnected meanwhile. */
export function IsolationStage() {
  const { job, isSealed, append } = useJob();
  const recordAll = (entries: readonly NewJobEntry[]): boolean => {
    const outcome = append(entries);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  const record = (entry: NewJobEntry): boolean => recordAll([entry]);
  const open = job.isolations.find((each) => !each.ended) ?? null;
  const ended = job.isolations.filter((each) => each.ended);
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-8 lg:grid-cols-[3fr_2fr]">
      <section aria-labelledby="isolation">
        <h1 id="isolation" className="pb-1 text-xl">
          Safe isolation
        </h1>
        {open ? (
          <Procedure key={open.begun.isolationId} isolation={open} record={record} recordAll={recordAll} />
        ) : (
          !isSealed && (
            <>
              <AsFoundList record={record} />
              <BeginIsolation record={record} />
            </>
          )
        )}
        {!isSealed && !whetherLive(job).live && (
          <Disclosure
            className="border-t border-rule-strong pt-2"
            open={!open}
            summary={<strong className="text-lg">Going live</strong>}
          >
            <GoingLive record={recordAll} />
          </Disclosure>
        )}
        {ended.length > 0 && (
          <div className="pt-6">
            <h2 className="border-b border-rule-strong pb-1 text-lg">Ended</h2>
            <ul>
              {ended.map((each) => (
                <li key={each.begun.isolationId} className="border-b border-rule py-1.5 text-sm">
                  <ScopeName scope={each.begun.scope} />, {each.begun.device}
                  {each.begun.lock && `, lock ${each.begun.lock}`}.{' '}
                  <span className="text-faint">
                    {isolationState(each).why} {showMoment(each.begunAt)}
                  </span>
                </li>
              ))}
            </ul>
          </div>
        )}
      </section>
      <LinksRegister record={record} />
    </div>
  );
}

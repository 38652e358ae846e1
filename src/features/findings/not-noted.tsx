import { useJob } from '../../client/job-provider';
import { readingsNotNoted } from '../../core/certificates/finding-of-reading';
import { keyOf } from '../../core/installation/slot';
import { governingOf } from '../../core/job/governing';
import { nameOfSlot } from '../../core/job/slot-name';
import { resultVerdicts } from '../../core/job/verdicts';
import { showValue } from '../../core/quantity/reading-value';
import { findingAddress } from '../workspace/address';
import { JobLink } from '../workspace/place';
import { VerdictMark } from '../workspace/verdict-mark';
import { useFindings } from '../workspace/use-findings';

/** What was read, is not met, and stands under no finding yet: each the way to one that is filled in from it. */
export function NotNoted() {
  const view = useJob();
  const typical = useFindings();
  const left = view.isSealed
    ? []
    : readingsNotNoted(view, resultVerdicts(view, view.verdicts), typeof typical === 'string' ? [] : typical);
  if (left.length === 0) return null;
  return (
    <section aria-labelledby="not-noted" className="py-3">
      <h2 id="not-noted" className="font-sans text-base font-semibold">
        Failed readings without an observation
      </h2>
      <ul>
        {left.map(({ slot, judgement, found: { wayId, ...begins } }) => {
          const value = governingOf(view, slot)?.body.value;
          return (
            <li key={keyOf(slot)} className="relative flex gap-2 border-t border-rule py-2 hover:bg-hover">
              <span className="pt-0.5">
                <VerdictMark verdict={judgement.verdict} />
              </span>
              <JobLink
                href={findingAddress(view.jobId, { ...begins, way: wayId })}
                className="min-h-9 flex-1 after:absolute after:inset-0"
              >
                {nameOfSlot(view, slot)} <strong>{value ? showValue(value) : ''}</strong>
                <span className="block text-sm text-faint">{judgement.working.at(-1)}</span>
              </JobLink>
              <span aria-hidden className="self-center text-sm font-semibold underline underline-offset-4">
                Add observation
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

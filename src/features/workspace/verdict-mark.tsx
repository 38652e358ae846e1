import isEqual from 'fast-deep-equal';
import { useJob } from '../../client/job-provider';
import { type Judgement, type Verdict, verdictWord } from '../../core/words/judgement';
import { findingAddress } from './address';
import { ContradictionsAt } from './contradictions-at';
import { capital } from '../../core/words/capital';
import { JobLink } from './place';
import { sayNext } from '../../core/words/next-step';
import { findingOfReading } from '../../core/certificates/finding-of-reading';
import type { Slot } from '../../core/installation/slot';
import { Mark, type MarkShape } from '../../ui/mark';

const shapes: Record<Verdict, MarkShape> = { meets: 'tick', doubt: 'query', fails: 'cross', unjudged: 'dash' };

/** The background pattern a verdict has wherever it stands. */
export const verdictPattern: Record<Verdict, string> = { meets: '', doubt: 'dots', fails: 'hatch', unjudged: '' };

export function VerdictMark({ verdict, worded = false }: { verdict: Verdict; worded?: boolean }) {
  return (
    <span className="inline-flex items-center gap-1 whitespace-nowrap">
      <Mark shape={shapes[verdict]} label={worded ? undefined : verdictWord[verdict]} />
      {worded && <span className="text-sm font-semibold">{capital(verdictWord[verdict])}</span>}
    </span>
  );
}

/** A judgement in the open: expected, limit and source, arithmetic, what next. */
export function Working({ judgement, slot = null }: { judgement: Judgement; slot?: Slot | null }) {
  const pack = useJob((held) => held.pack);
  const next = sayNext(pack, judgement.next);
  return (
    <dl className="grid grid-cols-[5.5rem_1fr] gap-x-2 gap-y-1 text-sm">
      {judgement.expected && (
        <>
          <dt className="text-faint">Expected</dt>
          <dd>{judgement.expected}</dd>
        </>
      )}
      {judgement.limit && (
        <>
          <dt className="text-faint">Limit</dt>
          <dd>
            {judgement.limit.text}
            <span className="block text-xs text-faint">{judgement.limit.source}</span>
          </dd>
        </>
      )}
      <dt className="text-faint">Working</dt>
      <dd>
        {judgement.working.map((line) => (
          <span key={line} className="block">
            {line}
          </span>
        ))}
      </dd>
      {next && (
        <>
          <dt className="font-semibold">Next</dt>
          <dd className="font-semibold">{next}</dd>
        </>
      )}
      {slot && <AsFinding slot={slot} judgement={judgement} />}
      {slot && (
        <dd className="col-span-2">
          <ContradictionsAt place={{ of: 'slot', slot }} />
        </dd>
      )}
    </dl>
  );
}

/** Where a reading is not met and the document tells of what exists: the way to its observation, filled in from it. */
function AsFinding({ slot, judgement }: { slot: Slot; judgement: Judgement }) {
  const shown = useJob((view) => {
    const found = findingOfReading(view, slot, judgement);
    if (!found || view.isSealed || view.definition.about !== 'condition') return null;
    const noted = view.job.observations.some(({ wayId }) => wayId !== null && wayId === found.wayId);
    return { found, noted, jobId: view.jobId };
  }, isEqual);
  if (!shown) return null;
  const { found, noted, jobId } = shown;
  const { wayId, ...begins } = found;
  return (
    <>
      <dt className="text-faint">Observation</dt>
      <dd>
        <JobLink
          href={findingAddress(jobId, { ...begins, way: wayId })}
          className="font-semibold underline underline-offset-4"
        >
          Add observation
        </JobLink>
        {noted && <span className="text-faint"> · one is recorded on this circuit</span>}
      </dd>
    </>
  );
}

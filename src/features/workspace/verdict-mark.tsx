import { useJob } from '../../client/job-provider';
import { type Judgement, type Verdict, verdictWord } from '../../core/words/judgement';
import { sayNext } from '../../core/words/next-step';
import { Mark, type MarkShape } from '../../ui/mark';

const shapes: Record<Verdict, MarkShape> = { meets: 'tick', doubt: 'query', fails: 'cross', unjudged: 'dash' };

/** The background pattern a verdict has wherever it stands. */
export const verdictPattern: Record<Verdict, string> = { meets: '', doubt: 'dots', fails: 'hatch', unjudged: '' };

export function VerdictMark({ verdict, worded = false }: { verdict: Verdict; worded?: boolean }) {
  return (
    <span className="inline-flex items-center gap-1 whitespace-nowrap">
      <Mark shape={shapes[verdict]} label={worded ? undefined : verdictWord[verdict]} />
      {worded && <span className="text-sm font-semibold">{verdictWord[verdict]}</span>}
    </span>
  );
}

/** A judgement in the open: expected, limit and source, arithmetic, what next. */
export function Working({ judgement }: { judgement: Judgement }) {
  const { pack } = useJob();
  const next = sayNext(pack, judgement.next);
  return (
    <dl className="grid grid-cols-[4.5rem_1fr] gap-x-2 gap-y-1 text-sm">
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
    </dl>
  );
}

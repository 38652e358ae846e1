'use client';

import { judgeValue, judgeWayBreaking, judgeWayCapacity } from '../../core/document/verdicts';
import { measurementOf, slotKey } from '../../core/installation/measurement';
import type { Way } from '../../core/installation/way';
import { governing } from '../../core/ledger/governing';
import { parseReading, unitSymbol } from '../../core/quantity/parse-reading';
import { showValue } from '../../core/quantity/reading-value';
import { JobLink } from '../job/place';
import { useJob } from '../ledger/job-provider';
import { StruckReadings, showMoment } from '../ledger/struck-readings';
import { VerdictMark, Working } from '../ledger/verdict-mark';
import { benchAddress } from '../tests/bench-address';
import type { Column } from './columns';
import { OverrideLimit } from './override-limit';

type Props = { way: Way | null; column: Column; typing: string | null; doubtful: { text: string; problem: string } | null };

/** Under the ledger: the chosen cell explained, live while it is typed. */
export function WorkingPanel({ way, column, typing, doubtful }: Props) {
  const { job, jobId, pack, people } = useJob();
  const test = column.sort === 'reading' ? column.test : null;
  const on = way && ({ of: 'way', id: way.id } as const);
  const standing = on && test ? governing(job, slotKey(on, test)) : null;
  const text = typing ?? doubtful?.text ?? null;
  const parsed = test && text !== null && text.trim() !== '' ? parseReading(text, measurementOf(test).spec) : null;
  const value = parsed ? (parsed.ok ? parsed.value : null) : (standing?.body.value ?? null);
  const judgement = on && test && value ? judgeValue(job, pack, on, test, value, parsed ? 'measured' : standing?.body.how, standing?.body.testVolts ?? null) : null;
  const breaking = way && (column.id === 'device' || column.id === 'breaking') ? judgeWayBreaking(job, pack, way) : null;
  const capacity = way && ['device', 'cable', 'method'].includes(column.id) ? judgeWayCapacity(pack, way) : null;
  const problem = parsed && !parsed.ok && typing === null ? parsed.problem : doubtful && typing === null ? doubtful.problem : parsed && !parsed.ok ? parsed.problem : null;
  const spec = test ? measurementOf(test).spec : null;
  const shownJudgement = judgement ?? breaking;
  return (
    <section aria-label="Working" aria-live="polite" className="sticky bottom-0 z-10 grid min-h-32 gap-x-6 gap-y-2 border-b border-rule-strong bg-paper px-3 py-2 md:grid-cols-[15rem_1fr_18rem]">
      <div>
        <h2 className="text-base">
          {way ? `${way.number} ${way.description ?? ''}` : 'New way'}
        </h2>
        <p className="text-sm">{test ? measurementOf(test).name : column.spoken}</p>
        {value && (
          <p className="flex items-baseline gap-2 text-2xl font-semibold" data-testid="working-value">
            {showValue(value)} <span className="text-sm font-normal text-faint">{spec?.takes === 'figure' && value.is !== 'not-taken' ? unitSymbol[spec.unit] : ''}</span>
            {judgement && <VerdictMark verdict={judgement.verdict} worded />}
          </p>
        )}
        <p className="text-xs text-faint">{column.hint}</p>
        {way?.arrangement === 'ring' && (
          <JobLink href={benchAddress(jobId, 'ring', way.id)} className="text-sm font-semibold underline underline-offset-4">
            Ring bench
          </JobLink>
        )}
      </div>
      <div>
        {problem && (
          <p role="alert" className="text-sm font-semibold">
            {problem} <span className="font-normal">Not recorded; what you typed is kept.</span>
          </p>
        )}
        {breaking && <VerdictMark verdict={breaking.verdict} worded />}
        {shownJudgement && <Working judgement={shownJudgement} />}
        {capacity && (
          <div className={breaking ? 'pt-2' : ''}>
            <VerdictMark verdict={capacity.verdict} worded />
            <Working judgement={capacity} />
          </div>
        )}
        {test === 'zs' && way && <OverrideLimit way={way} />}
      </div>
      <div className="text-sm">
        {standing && (
          <p className="text-faint">
            {people[standing.madeBy] ?? 'somebody'}, {showMoment(standing.madeAt)}
            {standing.seq === null ? ', not yet sent' : `, entry ${standing.seq}`}
            {standing.body.instrumentId && `, ${job.instruments.get(standing.body.instrumentId)?.serial ?? ''}`}
            {standing.body.leadNullOhms && `, lead null ${standing.body.leadNullOhms} Ω`}
            {standing.body.on.of === 'point' && `, at ${job.points.get(standing.body.on.id)?.name ?? 'a point'}`}
            {standing.body.test !== test && standing.body.on.of === 'way' && `, as ${measurementOf(standing.body.test).name}`}
            {standing.body.connected && `, still connected: ${standing.body.connected}`}
            {standing.body.reason && `. ${standing.body.reason}`}
          </p>
        )}
        {on && test && <StruckReadings slot={slotKey(on, test)} />}
      </div>
    </section>
  );
}

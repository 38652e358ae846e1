'use client';

import type { Place } from '../../../core/installation/place';
import { lines, slotAt, keyOf, sameMeasure } from '../../../core/installation/slot';
import { judgeWayCapacity } from '../../../core/installation/capacity';
import type { Way } from '../../../core/installation/way';
import { governingOf } from '../../../core/job/governing';
import { nameOfSlot } from '../../../core/job/slot-name';
import { judgeValue } from '../../../core/job/verdicts';
import { parseReading, unitSymbol } from '../../../core/quantity/parse-reading';
import { showValue } from '../../../core/quantity/reading-value';
import type { InHand } from '../../../core/work/in-hand';
import { lineNeutralLoop, zs } from '../../../core/measurements/loop/slots';
import { judgeWayBreaking } from '../../../core/measurements/origin/fault-current';
import { judgeWayDrop } from '../../../core/measurements/continuity/drop';
import { rcdFive, rcdHalf, rcdTime } from '../../../core/measurements/residual/slots';
import { Disclosure } from '../../../ui/disclosure';
import { useJob } from '../../../client/job-provider';
import { addressOf, benchAddress } from '../../workspace/address';
import { JobLink } from '../../workspace/place';
import { EarlierDrawn, EarlierReadings } from '../../workspace/earlier-readings';
import { ReadingField } from '../../measure/reading-field';
import { InDoubtHere } from '../../workspace/in-doubt';
import { StandingReadings } from '../../workspace/standing-readings';
import { StruckReadings, showMoment } from '../../workspace/struck-readings';
import { VerdictMark, Working } from '../../workspace/verdict-mark';
import type { Column } from './columns';
import { OverrideLimit } from './override-limit';

type Props = {
  inHand: InHand;
  way: Way | null;
  column: Column;
  typing: string | null;
  doubtful: { text: string; problem: string; elsewhere?: Place } | null;
};

/** Under the ledger: the chosen cell explained, live while it is typed. */
export function WorkingPanel({ way, column, typing, doubtful, inHand }: Props) {
  const view = useJob();
  const { job, jobId, tests, people } = view;
  const definition = column.sort === 'reading' ? column.definition : null;
  const slot = way && definition ? slotAt({ of: 'way', id: way.id }, definition.measure) : null;
  const standing = slot ? governingOf(view, slot) : null;
  const text = typing ?? doubtful?.text ?? null;
  const parsed = definition && text !== null && text.trim() !== '' ? parseReading(text, definition.spec) : null;
  const value = parsed ? (parsed.ok ? parsed.value : null) : (standing?.body.value ?? null);
  const how = parsed ? 'measured' : (standing?.body.how ?? 'measured');
  const judgement =
    slot && value ? judgeValue(view, slot, { value, how, testVolts: standing?.body.testVolts ?? null }) : null;
  const breaking = way && (column.id === 'device' || column.id === 'breaking') ? judgeWayBreaking(view, way) : null;
  const capacity = way && ['device', 'cable', 'method'].includes(column.id) ? judgeWayCapacity(view.pack, way) : null;
  const drop = way && ['cable', 'length'].includes(column.id) ? judgeWayDrop(view, way) : null;
  const problem =
    parsed && !parsed.ok && typing === null
      ? parsed.problem
      : doubtful && typing === null
        ? doubtful.problem
        : parsed && !parsed.ok
          ? parsed.problem
          : null;
  const spec = definition?.spec ?? null;
  const shownJudgement = judgement ?? breaking;
  return (
    <section
      aria-label="Working"
      aria-live="polite"
      className="sticky bottom-0 z-10 grid max-h-56 min-h-32 gap-x-6 gap-y-2 border-b overflow-y-auto border-rule-strong bg-paper px-3 py-2 md:grid-cols-[15rem_1fr_18rem]"
    >
      <div>
        <h2 className="text-base">{way ? `${way.number} ${way.description ?? ''}` : 'New circuit'}</h2>
        <p className="text-sm">{definition?.name ?? column.spoken}</p>
        {value && (
          <p className="flex items-baseline gap-2 text-2xl font-semibold" data-testid="working-value">
            {showValue(value)}{' '}
            <span className="text-sm font-normal text-faint">
              {spec?.takes === 'figure' && value.is !== 'not-taken' ? unitSymbol[spec.unit] : ''}
            </span>
            {judgement && <VerdictMark verdict={judgement.verdict} worded />}
          </p>
        )}
        <p className="text-xs text-faint">{column.hint}</p>
        {way?.arrangement === 'ring' && (
          <JobLink
            href={benchAddress(jobId, 'ring', way.id)}
            className="text-sm font-semibold underline underline-offset-4"
          >
            Ring test
          </JobLink>
        )}
      </div>
      <div>
        {problem && (
          <p role="alert" className="text-sm font-semibold">
            {problem} <span className="font-normal">Not saved. What you typed is kept.</span>{' '}
            {typing === null && doubtful?.elsewhere && (
              <JobLink href={addressOf(view, jobId, doubtful.elsewhere)} className="underline underline-offset-4">
                Go to {doubtful.elsewhere.of === 'slot' ? nameOfSlot(view, doubtful.elsewhere.slot) : 'Isolation'}
              </JobLink>
            )}
          </p>
        )}
        {breaking && <VerdictMark verdict={breaking.verdict} worded />}
        {slot && <EarlierReadings slot={slot} />}
        {shownJudgement && <Working judgement={shownJudgement} slot={judgement ? slot : null} />}
        {capacity && (
          <div className={breaking ? 'pt-2' : ''}>
            <VerdictMark verdict={capacity.verdict} worded />
            <Working judgement={capacity} />
          </div>
        )}
        {drop && (
          <div className={capacity ? 'pt-2' : ''}>
            <VerdictMark verdict={drop.verdict} worded /> <span className="text-sm">voltage drop</span>
            <Working judgement={drop} />
          </div>
        )}
        {definition && sameMeasure(definition.measure, rcdTime) && way?.residualMilliamps && (
          <div className="max-w-md pt-1">
            <ReadingField slot={slotAt({ of: 'way', id: way.id }, rcdHalf)} label="At ½ IΔn, no trip" />
            {way.residualMilliamps <= 30 && (
              <ReadingField slot={slotAt({ of: 'way', id: way.id }, rcdFive)} label="At 5 × IΔn, optional now" />
            )}
          </div>
        )}
        {definition?.byPhase && way && job.supply.liveConductors === 'three-phase' && (
          <Disclosure summary={<span className="text-sm">Phase by phase: the worst counts</span>}>
            <div className="max-w-md">
              <>
                {lines.map((phase) => {
                  const at = slotAt({ of: 'way', id: way.id }, { ...definition.measure, phase });
                  return <ReadingField key={keyOf(at)} slot={at} label={`${definition.symbol}, ${phase}`} />;
                })}
              </>
            </div>
          </Disclosure>
        )}
        {definition && sameMeasure(definition.measure, zs) && way && <OverrideLimit way={way} />}
        {definition && sameMeasure(definition.measure, zs) && way?.residualMilliamps && (
          <div className="max-w-md pt-1">
            <ReadingField
              slot={slotAt({ of: 'way', id: way.id }, lineNeutralLoop)}
              label="L–N loop, which the RCD does not see"
            />
          </div>
        )}
      </div>
      <div className="text-sm">
        {slot && <EarlierDrawn slot={slot} />}
        {standing && (
          <p className="text-faint">
            {people[standing.madeBy] ?? 'somebody'}, {showMoment(standing.madeAt)}
            {standing.seq === null ? ', not yet sent' : `, entry ${standing.seq}`}
            {standing.body.instrumentId && `, ${job.instruments.get(standing.body.instrumentId)?.serial ?? ''}`}
            {standing.body.leadNullOhms &&
              (standing.body.leadsTakenOff
                ? `, less ${standing.body.leadNullOhms} Ω of leads`
                : `, lead null ${standing.body.leadNullOhms} Ω`)}
            {standing.body.slot.on.of === 'point' &&
              `, at ${job.points.get(standing.body.slot.on.id)?.name ?? 'a point'}`}
            {slot &&
              standing.body.slot.on.of === 'way' &&
              keyOf(standing.body.slot) !== keyOf(slot) &&
              `, as ${tests.of(standing.body.slot)?.name ?? ''}`}
            {standing.body.connected && `, still connected: ${standing.body.connected}`}
            {standing.body.reason && `. ${standing.body.reason}`}
          </p>
        )}
        {slot && <StandingReadings slot={slot} inHand={inHand} />}
        {slot && <InDoubtHere slot={slot} />}
        {slot && <StruckReadings slot={slot} />}
      </div>
    </section>
  );
}

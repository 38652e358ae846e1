'use client';

import { Fragment, useState } from 'react';
import { v7 } from 'uuid';
import { isCircuitDone } from '../../../core/work/circuit-done';
import { planOfTests } from '../../../core/work/plan';
import { switchingSteps } from '../../../core/measurements/polarity/switching';
import { continuity } from '../../../core/measurements/continuity/definition';
import { type Measure, type Slot, measureKey, sameMeasure, slotAt, slotKey } from '../../../core/installation/slot';
import type { Point } from '../../../core/installation/point';
import { type Way, isSpare } from '../../../core/installation/way';
import { governing, valueAt } from '../../../core/job/governing';
import { pointsOf } from '../../../core/job/job';
import { showValue } from '../../../core/quantity/reading-value';
import { Button } from '../../../ui/button';
import { Cell } from '../../measure/cell';
import { useMeasure, useSlotInFocus } from '../../measure/measure-provider';
import { ReadingRow } from '../../measure/reading-row';
import { ChooseWay } from '../frame/choose-way';
import { HandsFree } from '../frame/hands-free';
import { LeadNullPrompt } from '../frame/lead-null';
import { LogRepair } from '../frame/log-repair';
import { Disclosure } from '../../../ui/disclosure';
import { Tooltip } from '../../../ui/tooltip';
import { useJob } from '../../../client/job-provider';
import { VerdictMark, Working } from '../../workspace/verdict-mark';
import { AddPoints } from '../points/add-points';
import type { JobView } from '../../../core/job/view';
import { NoCircuits } from '../frame/no-circuits';
import type { BenchProps, Go } from '../registry';
import { OriginConductors } from './origin-conductors';
import { RunDrawing } from './run-drawing';
import { metalwork, r1r2, r2, supplementary } from '../../../core/measurements/continuity/slots';
import { readRun } from '../../../core/measurements/continuity/run';
import { judgeWayDrop } from '../../../core/measurements/continuity/drop';
import { polarity, switching } from '../../../core/measurements/polarity/slots';

const columnsOf = (way: Way, points: readonly Point[]): readonly Measure[] => [
  ...(way.arrangement === 'ring' ? [r2, polarity, metalwork] : columns),
  ...(points.some(({ kind }) => kind === 'wet room') ? [supplementary] : []),
];
/** Continuity: the conductors of the origin, then R1+R2 or R2 point by point with polarity, switching and metalwork. */
export function ContinuityBench({ wayId, go }: BenchProps) {
  const view = useJob();
  const { job } = view;
  const ways = [...job.ways.values()].filter((way) => !isSpare(way));
  // Chosen once: readings taken here must not turn the page to another circuit.
  const [first] = useState(() => nextInPlan(view)?.id);
  const way =
    ways.find((each) => each.id === (wayId ?? first)) ?? ways.find((each) => each.arrangement !== 'ring') ?? ways[0];
  return (
    <div className="space-y-3">
      <LeadNullPrompt />
      <div className="grid grid-cols-1 gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)]">
        {way ? <Circuit key={way.id} way={way} ways={ways} go={go} /> : <NoCircuits go={go} />}
        <OriginConductors />
      </div>
    </div>
  );
}

/** The first circuit the plan still wants continuity of. */
function nextInPlan(view: JobView): Way | undefined {
  const isHere = ({ on, ...measured }: Slot) =>
    on.of === 'point' && columns.some((each) => sameMeasure(each, measured));
  const task = planOfTests(view)
    .steps.flatMap((step) => step.tasks)
    .find(({ slot, done }) => !done && (isHere(slot) || sameMeasure(slot, r1r2)));
  return task?.wayId ? view.job.ways.get(task.wayId) : undefined;
}
const columns: readonly Measure[] = [r1r2, polarity, switching, r2, metalwork];

function Circuit({ way, ways, go }: { way: Way; ways: readonly Way[]; go: Go }) {
  const view = useJob();
  const { job, tests, verdicts, pack, isSealed } = view;
  const { record } = useMeasure();
  const on = { of: 'way', id: way.id } as const;
  const points = pointsOf(job, way.id);
  const measures = columnsOf(way, points);
  const highest = governing(view, on, r1r2);
  const judgement = verdicts.get(slotKey(on, r1r2))?.judgement ?? null;
  const at = highest?.body.slot.on.of === 'point' ? job.points.get(highest.body.slot.on.id) : null;
  const link = job.links.find(
    (each) => each.clearedAt === null && each.sort === 'L–CPC link' && each.on.of === 'way' && each.on.id === way.id,
  );
  const reads = (measure: Measure) => points.map((point) => valueAt(view, { of: 'point', id: point.id }, measure));
  const symbolOf = (measure: Measure) => tests.on('point', measure)?.symbol ?? '';
  const isRing = way.arrangement === 'ring';
  const drawn = isRing ? r2 : r1r2;
  const [sums, alone] = [reads(r1r2), reads(r2)];
  const run = isRing
    ? null
    : readRun(
        points.map(({ name, spur }, index) => ({
          name,
          spur,
          lineAndCpc: sums[index] ?? null,
          cpcAlone: alone[index] ?? null,
        })),
        { pack, liveCsaMm2: way.liveCsaMm2 ?? null, cpcCsaMm2: way.cpcCsaMm2 ?? null },
      );
  const drop = judgeWayDrop(view, way);
  return (
    <section aria-labelledby="circuit" className="space-y-2">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h2 id="circuit" className="sr-only">
          Continuity
        </h2>
        <ChooseWay
          ways={ways}
          chosen={way.id}
          choose={(id) => go('continuity', id)}
          mark={(each) => (isCircuitDone(view, each, r1r2) ? ' ✓' : '')}
        />
        {way.arrangement !== 'ring' && (
          <button
            type="button"
            disabled={isSealed}
            className={`min-h-9 rounded-md border px-2 text-sm max-md:min-h-11 ${link ? 'border-ink bg-ink text-paper' : 'border-rule-strong hover:bg-hover'}`}
            onClick={() =>
              record(
                link
                  ? [{ kind: 'link.cleared', body: { linkId: link.linkId } }]
                  : [
                      {
                        kind: 'link.made',
                        body: {
                          linkId: v7(),
                          sort: 'L–CPC link',
                          on,
                          where: `way ${way.number} ${way.description ?? ''}`.trim(),
                          test: 'R1+R2',
                        },
                      },
                    ],
              )
            }
          >
            {link ? 'L–CPC link fitted: ✓ Removed' : 'L–CPC link made'}
          </button>
        )}
        {way.arrangement === 'ring' && (
          <Button look="quiet" onClick={() => go('ring', way.id)}>
            R1+R2 from the ring test
          </Button>
        )}
      </div>
      {points.length > 0 ? (
        <div className="overflow-x-auto">
          <table className="w-full border-y border-rule-strong">
            <thead>
              <tr className="border-b border-rule-strong text-left text-xs">
                <th className="w-7 px-1 py-1 text-right font-normal text-faint">No.</th>
                <th className="px-2 font-semibold max-md:hidden">Point, from the board</th>
                {measures.map((measure) => (
                  <th key={measureKey(measure)} className="font-semibold">
                    <Tooltip says={tests.on('point', measure)?.name}>
                      <span>{symbolOf(measure)}</span>
                    </Tooltip>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {points.map((point, row) => (
                <Fragment key={point.id}>
                  <tr className="md:hidden">
                    <td className="px-1 text-right text-faint">{row + 1}</td>
                    <td colSpan={measures.length} className="px-1 pt-1">
                      <PointName point={point} />
                    </td>
                  </tr>
                  <tr className="border-b border-rule">
                    <td className="px-1 text-right text-faint">
                      <span className="max-md:hidden">{row + 1}</span>
                    </td>
                    <td className="px-2 max-md:hidden">
                      <PointName point={point} />
                    </td>
                    {measures.map((measure, column) => (
                      <td key={measureKey(measure)}>
                        <Cell
                          slot={slotAt({ of: 'point', id: point.id }, measure)}
                          label={`${symbolOf(measure)}, point ${row + 1} ${point.name}`}
                          sequence={column < 2 ? row * 10 + column : 2000 + column * 200 + row}
                          row={row}
                          column={column}
                          disabled={sameMeasure(measure, switching) && point.switching === 'none'}
                        />
                      </td>
                    ))}
                  </tr>
                </Fragment>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        <ReadingRow
          slot={slotAt(on, way.arrangement === 'ring' ? r2 : r1r2)}
          label={way.arrangement === 'ring' ? 'R2, longest' : 'R1+R2, highest on the circuit'}
          sequence={0}
          row={0}
        />
      )}
      {points.length > 0 && way.arrangement !== 'ring' && (
        <HandsFree
          slots={points
            .filter(({ id }) => !governing(view, { of: 'point', id }, r1r2))
            .map(({ id, name }) => ({ slot: slotAt({ of: 'point', id }, r1r2), name }))}
          disabled={isSealed}
        />
      )}
      <AddPoints way={way} record={record} />
      <SwitchingGuide />
      {points.length > 0 && (
        <RunDrawing
          points={points}
          readings={isRing ? alone : sums}
          symbol={symbolOf(drawn)}
          metres={new Map(run?.sections.map(({ to, metres }) => [to, metres]))}
        />
      )}
      {run && run.findings.length > 0 && (
        <div className="margin-line pl-3 text-sm" role="status" aria-label="What the readings mean">
          {run.findings.map(({ says }) => (
            <p key={says}>{says}</p>
          ))}
        </div>
      )}
      {drop && (
        <Disclosure
          summary={
            <span className="text-sm">
              Voltage drop <VerdictMark verdict={drop.verdict} worded />
            </span>
          }
        >
          <Working judgement={drop} />
        </Disclosure>
      )}
      {highest && judgement && (
        <div className="margin-line space-y-1 pl-3">
          <p className="flex flex-wrap items-center gap-x-3">
            <span>
              R1+R2 <strong>{showValue(highest.body.value)} Ω</strong>
              {at ? `, the highest, at ${at.name}` : ' on the circuit sheet'}
            </span>
            <VerdictMark verdict={judgement.verdict} worded />
            {at && at.name !== way.furthestPoint && !isSealed && (
              <Button
                look="quiet"
                onClick={() =>
                  record([{ kind: 'way.described', body: { wayId: way.id, fields: { furthestPoint: at.name } } }])
                }
              >
                {at.name} is the furthest point
              </Button>
            )}
          </p>
          <Working judgement={judgement} slot={highest?.body.slot ?? null} />
        </div>
      )}
      <LogRepair wayId={way.id} family={continuity} />
    </section>
  );
}

function PointName({ point }: { point: Point }) {
  return (
    <>
      {point.name}
      {point.spur && <span className="pl-1 text-xs text-faint">spur</span>}
      {point.switching !== 'none' && point.switching !== 'one-way' && (
        <span className="pl-1 text-xs text-faint">{point.switching}</span>
      )}
    </>
  );
}

/** Every combination of switch positions, one change at a time, with what the tester must do. */
function SwitchingGuide() {
  const { job } = useJob();
  const slot = useSlotInFocus((at) => at);
  const point = slot?.on.of === 'point' && sameMeasure(slot, switching) ? job.points.get(slot.on.id) : undefined;
  const steps = switchingSteps(point?.switching ?? 'none');
  if (!point || steps.length === 0) return null;
  return (
    <div className="margin-line py-1 pl-3 text-sm">
      <p className="font-semibold">
        {point.name}: {point.switching}, probes on line and CPC
      </p>
      <ol className="grid list-inside list-decimal gap-x-6 sm:grid-cols-2">
        {steps.map((step, index) => (
          <li key={index}>
            {step.do}: <strong>{step.expect}</strong>
          </li>
        ))}
      </ol>
    </div>
  );
}

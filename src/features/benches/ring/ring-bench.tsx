'use client';

import { useDeferredValue, useMemo, useState } from 'react';
import { toast } from '../../../ui/toast';
import { v7 } from 'uuid';
import type { Point } from '../../../core/installation/point';
import { type Measure, slotAt } from '../../../core/installation/slot';
import { type Way, legOf } from '../../../core/installation/way';
import { governing } from '../../../core/job/governing';
import type { JobView } from '../../../core/job/view';
import { showValue } from '../../../core/quantity/reading-value';
import { r1r2 } from '../../../core/measurements/continuity/slots';
import { highestStep3, ringCableOf, ringOfWay } from '../../../core/measurements/ring/circuit';
import { ring } from '../../../core/measurements/ring/definition';
import { ringEndName, ringEnds, sameSide, step2, step3 } from '../../../core/measurements/ring/slots';
import { recordReading } from '../../../core/work/recorder';
import { Button } from '../../../ui/button';
import { Select } from '../../../ui/select';
import { useJob } from '../../../client/job-provider';
import { useRingReport } from '../../../client/use-ring-report';
import { Cell } from '../../measure/cell';
import { useMeasure } from '../../measure/measure-provider';
import { ReadingRow } from '../../measure/reading-row';
import { WhichCircuit } from '../points/which-circuit';
import { ChooseWay } from '../frame/choose-way';
import { HandsFree } from '../frame/hands-free';
import { LeadNullPrompt } from '../frame/lead-null';
import { LogRepair } from '../frame/log-repair';
import { NoCircuits } from '../frame/no-circuits';
import { AddPoints } from '../points/add-points';
import type { BenchProps, Go } from '../registry';
import { RingCurve } from './ring-curve';
import { RingDiagnosis } from './ring-diagnosis';
import { RingDrawing } from './ring-drawing';

/** Three steps of a ring, drawn as it runs, with what its readings come to. */
export function RingBench({ wayId, go }: BenchProps) {
  const { job } = useJob();
  const rings = [...job.ways.values()].filter((way) => way.arrangement === 'ring');
  const way = rings.find((each) => each.id === wayId) ?? rings[0];
  if (job.ways.size === 0) return <NoCircuits go={go} />;
  if (!way) return <p className="py-4">No ring on this job. Set a circuit’s kind to ring to test it here.</p>;
  return <Bench key={way.id} way={way} rings={rings} go={go} />;
}

function Bench({ way, rings, go }: { way: Way; rings: readonly Way[]; go: Go }) {
  const view = useJob();
  const { job, tests, isSealed } = view;
  const { inHand, record } = useMeasure();
  const { points, readings } = useMemo(() => ringOfWay(view, way), [view, way]);
  const isRead = [...readings.step2, ...readings.step3].some((reading) => reading !== null);
  // The chart follows what is typed when there is time for it.
  const drawn = useDeferredValue(useMemo(() => ({ points, readings }), [points, readings]));
  const cable = useMemo(() => ringCableOf(way), [way]);
  const report = useRingReport({
    readings,
    cable,
    edition: view.document.edition,
    ownEdition: view.document.ownEdition,
  });
  const [withSameSide, setWithSameSide] = useState(readings.sameSide !== undefined);
  const on = { of: 'way', id: way.id } as const;
  const highest = highestStep3(view, way);
  const take = () => {
    if (!highest) return;
    const { point, value } = highest;
    const recording = recordReading(view, slotAt(on, r1r2), { value, reason: null }, inHand);
    if (!recording.ok) return void toast(recording.problem);
    const fields = { furthestPoint: point.name, points: points.length };
    if (record([...recording.entries, { kind: 'way.described', body: { wayId: way.id, fields } }]))
      toast(`R1+R2 ${showValue(value)} Ω at ${point.name} is recorded.`);
  };
  const others = [...job.ways.values()].filter((each) => each.id !== way.id && each.arrangement !== 'spare');
  const steps: readonly { readonly measure: Measure; readonly step: 2 | 3 | null }[] = [
    { measure: step2, step: 2 },
    { measure: step3, step: 3 },
    ...(withSameSide ? [{ measure: sameSide, step: null }] : []),
  ];
  return (
    <div className="space-y-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="sr-only">
          Ring test: way {way.number} {way.description ?? ''}
        </h2>
        {rings.length > 1 && <ChooseWay ways={rings} chosen={way.id} choose={(id) => go('ring', id)} />}
      </div>
      <LeadNullPrompt />
      <section aria-label="Step 1, end to end" className="grid grid-cols-1 gap-x-6 lg:grid-cols-3">
        {ringEnds.map((end, index) => (
          <ReadingRow
            key={end.pair}
            slot={slotAt(on, end)}
            label={`${ringEndName[end.pair]}, end to end`}
            sequence={index + 1}
            row={-1}
            column={index}
          />
        ))}
      </section>
      <div className="grid grid-cols-1 gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,36rem)_minmax(0,1fr)]">
        <section aria-labelledby="points">
          <h3 id="points" className="sr-only">
            Steps 2 and 3 at every point
          </h3>
          <table className="w-full border-y border-rule-strong">
            <thead>
              <tr className="border-b border-rule-strong text-left text-xs">
                <th className="w-7 px-1 py-1 text-right font-normal text-faint">No.</th>
                <th className="px-2 font-semibold">Point, from leg A</th>
                {steps.map(({ step }) => (
                  <th key={String(step)} className="font-semibold">
                    {step ? <StepHead step={step} way={way} /> : 'Legs linked same side, L–N'}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {points.map((point, index) => (
                <tr key={point.id} className="border-b border-rule">
                  <td className="px-1 text-right text-faint">{index + 1}</td>
                  <td className="px-2">
                    <span className="flex items-center justify-between gap-x-2">
                      <span>
                        {point.name}
                        {point.spur && <span className="pl-2 text-xs text-faint">spur</span>}
                      </span>
                      {!isSealed && (
                        <Select
                          label={`${point.name} gives no reading here`}
                          look="quiet"
                          className="text-xs text-faint"
                          value={null}
                          placeholder="→"
                          onChange={(where) =>
                            record([
                              where === 'unknown'
                                ? { kind: 'point.described', body: { pointId: point.id, fields: { unplaced: true } } }
                                : {
                                    kind: 'point.moved',
                                    body: { pointId: point.id, wayId: where, order: point.order },
                                  },
                            ])
                          }
                          options={[
                            { value: 'unknown', label: 'Is it on another circuit?' },
                            ...others.map((other) => ({
                              value: other.id,
                              label: `${other.number} ${other.description ?? ''}`,
                            })),
                          ]}
                        />
                      )}
                    </span>
                  </td>
                  {steps.map(({ measure, step }, column) => (
                    <td key={String(step)}>
                      <Cell
                        slot={slotAt({ of: 'point', id: point.id }, measure)}
                        label={`${tests.on('point', measure)?.symbol ?? ''}, point ${index + 1} ${point.name}`}
                        sequence={1000 * (column + 1) + index}
                        row={index}
                        column={column}
                      />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <HandsFree slots={unreadOfStep(view, points)} disabled={isSealed} />
          <AddPoints way={way} record={record} />
          <WhichCircuit />
          <div className={isRead ? 'min-h-52' : ''}>
            <RingCurve points={drawn.points} readings={drawn.readings} />
          </div>
          {!withSameSide && points.length > 0 && !isSealed && (
            <Button look="quiet" onClick={() => setWithSameSide(true)}>
              Link the legs same side: helps to locate a joint
            </Button>
          )}
        </section>
        <div className="space-y-4">
          {points.length > 0 && (
            <RingDrawing
              points={points}
              step2={readings.step2}
              step3={readings.step3}
              suspect={report?.explanations[0] ?? null}
            />
          )}
          <RingDiagnosis report={report} way={way} points={points} readings={readings}>
            {highest && (
              <Button onClick={take} disabled={isSealed} className="min-h-11">
                Record R1+R2 {showValue(highest.value)} Ω at {highest.point.name}
              </Button>
            )}
          </RingDiagnosis>
          <LogRepair wayId={way.id} family={ring} />
        </div>
      </div>
    </div>
  );
}

/** What is left of the step one is at: the links of the other have to be made first. */
function unreadOfStep(view: JobView, points: readonly Point[]) {
  const left = (step: 2 | 3) =>
    points
      .map(({ id, name }) => ({
        slot: slotAt({ of: 'point', id }, step === 2 ? step2 : step3),
        name: `${name}, step ${step}`,
      }))
      .filter(({ slot }) => !governing(view, slot.on, slot));
  const second = left(2);
  return second.length > 0 ? second : left(3);
}

/** A step's heading with its links: logged when they are made, ticked when they are out. */
function StepHead({ step, way }: { step: 2 | 3; way: Way }) {
  const { job, isSealed } = useJob();
  const { record } = useMeasure();
  const test = `ring step ${step}`;
  const other = step === 2 ? 'neutral' : 'CPC';
  const link = job.links.find(
    (each) => each.clearedAt === null && each.test === test && each.on.of === 'way' && each.on.id === way.id,
  );
  const make = () =>
    record([
      {
        kind: 'link.made',
        body: {
          linkId: v7(),
          sort: 'ring cross-connection',
          on: { of: 'way', id: way.id },
          where: `way ${way.number} ${way.description ?? ''}`.trim(),
          test,
        },
      },
    ]);
  return (
    <span className="flex flex-wrap items-center gap-x-2 py-1 pr-2">
      Step {step}, {step === 2 ? 'L–N' : 'L–CPC'}
      <button
        type="button"
        disabled={isSealed}
        onClick={() => (link ? record([{ kind: 'link.cleared', body: { linkId: link.linkId } }]) : make())}
        className={`min-h-7 rounded-md border px-2 text-xs max-md:min-h-11 ${link ? 'border-ink bg-ink text-paper' : 'border-rule-strong font-normal hover:bg-hover'}`}
      >
        {link ? 'links fitted: ✓ Removed' : 'links fitted'}
      </button>
      {(way.marksLegA ?? way.marksLegB) && (
        <span className="w-full text-xs font-normal text-faint">
          line of {legOf(way, 'A')} to {other} of {legOf(way, 'B')}, and line of B to {other} of A
        </span>
      )}
    </span>
  );
}

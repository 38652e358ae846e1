'use client';

import { useDeferredValue, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { v7 } from 'uuid';
import { highestStep3, ringOfWay, ringReport } from '../../core/document/ring-of-way';
import { measurementOf } from '../../core/installation/measurement';
import type { Way } from '../../core/installation/way';
import { pointsOf, unplacedPoints } from '../../core/ledger/job';
import { showValue } from '../../core/quantity/reading-value';
import { Button } from '../../ui/button';
import { BenchCell } from '../bench/bench-cell';
import { useBench } from '../bench/bench-provider';
import { BenchReading } from '../bench/bench-reading';
import { ChooseWay } from '../bench/choose-way';
import { LeadNullPrompt } from '../bench/lead-null';
import { LogRepair } from '../bench/log-repair';
import { useJob } from '../ledger/job-provider';
import { readingEntries } from '../ledger/record-reading';
import { AddPoints } from '../points/add-points';
import type { BenchName } from '../tests/bench-address';
import { RingCurve } from './ring-curve';
import { RingDiagnosis } from './ring-diagnosis';
import { RingDrawing } from './ring-drawing';

type Go = (bench: BenchName, wayId?: string | null) => void;
/** Three steps of a ring, drawn as it runs, with what its readings come to. */
export function RingBench({ wayId, go }: { wayId: string | null; go: Go }) {
  const { job } = useJob();
  const rings = [...job.ways.values()].filter((way) => way.arrangement === 'ring');
  const way = rings.find((each) => each.id === wayId) ?? rings[0];
  if (!way) return <p className="py-4">No ring on this job. A way is a ring when its kind says so.</p>;
  return <Bench key={way.id} way={way} rings={rings} go={go} />;
}

function Bench({ way, rings, go }: { way: Way; rings: readonly Way[]; go: Go }) {
  const { job, pack } = useJob();
  const { inHand, record } = useBench();
  // The figures typed show at once; what they come to follows as soon as there is time.
  const weighed = useDeferredValue(job);
  const { points, readings } = useMemo(() => ringOfWay(weighed, pack, way), [weighed, pack, way]);
  const report = useMemo(() => ringReport(weighed, pack, way), [weighed, pack, way]);
  const [sameSide, setSameSide] = useState(readings.sameSide !== undefined);
  const on = { of: 'way', id: way.id } as const;
  const highest = highestStep3(job, way);
  const take = () => {
    if (!highest) return;
    const { point, value } = highest;
    if (record([...readingEntries(job, on, 'r1r2', { value, reason: null }, inHand), { kind: 'way.described', body: { wayId: way.id, fields: { furthestPoint: point.name, points: points.length } } }])) toast(`R1+R2 ${showValue(value)} Ω at ${point.name} stands on the circuit ledger.`);
  };
  const others = [...job.ways.values()].filter((each) => each.id !== way.id && each.arrangement !== 'spare');
  const steps = [{ test: 'ring-step2', step: 2, column: 0 }, { test: 'ring-step3', step: 3, column: 1 }, ...(sameSide ? [{ test: 'ring-same-side', step: null, column: 2 } as const] : [])] as const;
  return (
    <div className="space-y-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="text-xl max-md:sr-only">
          Ring bench: way {way.number} {way.description ?? ''}
        </h2>
        {rings.length > 1 && <ChooseWay ways={rings} chosen={way.id} choose={(id) => go('ring', id)} />}
      </div>
      <LeadNullPrompt />
      <section aria-label="Step 1, end to end" className="grid grid-cols-1 gap-x-6 lg:grid-cols-3">
        {(['ring-r1', 'ring-rn', 'ring-r2'] as const).map((test, index) => (
          <BenchReading key={test} on={on} test={test} label={`${test.slice(5)}, end to end`} sequence={index + 1} row={-1} column={index} />
        ))}
      </section>
      <div className="grid grid-cols-1 gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,33rem)_minmax(0,1fr)]">
        <section aria-labelledby="points">
          <h3 id="points" className="sr-only">
            Steps 2 and 3 at every point
          </h3>
          <table className="w-full border-y border-rule-strong">
            <thead>
              <tr className="border-b border-rule-strong text-left text-xs">
                <th className="w-7 px-1 py-1 text-right font-normal text-faint">No.</th>
                <th className="px-2 font-semibold">Point, from leg A</th>
                {steps.map(({ test, step }) => (
                  <th key={test} className="font-semibold">
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
                    <span className="flex flex-wrap items-center justify-between gap-x-2">
                      {point.name}
                      {point.spur && <span className="text-xs text-faint">spur</span>}
                      {!job.issued && (
                        <select aria-label={`${point.name} does not answer here`} title="It does not answer here: on which circuit is it?" value="" className="min-h-7 w-9 rounded-md border border-transparent bg-transparent text-xs text-faint hover:border-rule-strong max-md:min-h-11" onChange={(e) => e.target.value && record([e.target.value === 'unknown' ? { kind: 'point.described', body: { pointId: point.id, fields: { unplaced: true } } } : { kind: 'point.moved', body: { pointId: point.id, wayId: e.target.value, order: point.order } }])}>
                          <option value="">→</option>
                          <option value="unknown">which circuit?</option>
                          {others.map((other) => (
                            <option key={other.id} value={other.id}>
                              {other.number} {other.description ?? ''}
                            </option>
                          ))}
                        </select>
                      )}
                    </span>
                  </td>
                  {steps.map(({ test, column }) => (
                    <td key={test}>
                      <BenchCell on={{ of: 'point', id: point.id }} test={test} label={`${measurementOf(test).symbol}, point ${index + 1} ${point.name}`} sequence={1000 * (column + 1) + index} row={index} column={column} />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <AddPoints way={way} record={record} />
          <WhichCircuit />
          <RingCurve points={points} readings={readings} />
          {!sameSide && points.length > 0 && !job.issued && (
            <Button look="quiet" onClick={() => setSameSide(true)}>
              Link the legs same side on purpose: it places a joint
            </Button>
          )}
        </section>
        <div className="space-y-4">
          {points.length > 0 && <RingDrawing points={points} step2={readings.step2} step3={readings.step3} suspect={report?.explanations[0] ?? null} />}
          <RingDiagnosis report={report} way={way} points={points} readings={readings}>
            {highest && (
              <Button onClick={take} disabled={job.issued !== null} className="min-h-11">
                Record R1+R2 {showValue(highest.value)} Ω at {highest.point.name}
              </Button>
            )}
          </RingDiagnosis>
          <LogRepair wayId={way.id} bench="ring" />
        </div>
      </div>
    </div>
  );
}

/** Points that answered on no circuit yet: where each is found, it goes, with what was read on it. */
function WhichCircuit() {
  const { job } = useJob();
  const { record } = useBench();
  const points = unplacedPoints(job);
  if (points.length === 0) return null;
  return (
    <section aria-labelledby="which" className="pt-3">
      <h3 id="which" className="border-b border-rule-strong pb-1 text-base">
        Which circuit?
      </h3>
      <ul>
        {points.map((point) => (
          <li key={point.id} className="flex items-center justify-between gap-2 border-b border-rule py-1">
            {point.name}
            <select aria-label={`${point.name} is on`} disabled={job.issued !== null} value="" className="min-h-8 min-w-0 max-w-60 rounded-md border border-rule-strong bg-sheet px-1.5 text-sm max-md:min-h-11" onChange={(event) => event.target.value && record([{ kind: 'point.moved', body: { pointId: point.id, wayId: event.target.value, order: pointsOf(job, event.target.value).length + 1 } }])}>
              <option value="">answers on…</option>
              {[...job.ways.values()].filter((way) => way.arrangement !== 'spare').map((way) => (
                <option key={way.id} value={way.id}>
                  {way.number} {way.description ?? ''}
                </option>
              ))}
            </select>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A step's heading with its links: logged when they are made, ticked when they are out. */
function StepHead({ step, way }: { step: 2 | 3; way: Way }) {
  const { job } = useJob();
  const { record } = useBench();
  const test = `ring step ${step}`;
  const link = job.links.find((each) => each.clearedAt === null && each.test === test && each.on.of === 'way' && each.on.id === way.id);
  const make = () => record([{ kind: 'link.made', body: { linkId: v7(), sort: 'ring cross-connection', on: { of: 'way', id: way.id }, where: `way ${way.number} ${way.description ?? ''}`.trim(), test } }]);
  return (
    <span className="flex flex-wrap items-center gap-x-2 py-1 pr-2">
      Step {step}, {step === 2 ? 'L–N' : 'L–CPC'}
      <button type="button" disabled={job.issued !== null} onClick={() => (link ? record([{ kind: 'link.cleared', body: { linkId: link.linkId } }]) : make())} className={`min-h-7 rounded-md border px-2 text-xs max-md:min-h-11 ${link ? 'border-ink bg-ink text-paper' : 'border-rule-strong font-normal hover:bg-hover'}`}>
        {link ? 'links in: ✓ out' : 'links made'}
      </button>
    </span>
  );
}

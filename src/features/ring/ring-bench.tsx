'use client';

import Link from 'next/link';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { v7 } from 'uuid';
import { highestStep3, ringOfWay, ringReport } from '../../core/document/ring-of-way';
import { parsePoints } from '../../core/installation/point';
import type { Way } from '../../core/installation/way';
import { showValue } from '../../core/quantity/reading-value';
import { Button } from '../../ui/button';
import { InHandLine, useInHand } from '../ledger/in-hand';
import { useJob } from '../ledger/job-provider';
import type { NewEntry } from '../ledger/job-store';
import { ReadingField } from '../ledger/reading-field';
import { readingEntries } from '../ledger/record-reading';
import { RingCell } from './ring-cell';
import { RingDiagnosis } from './ring-diagnosis';
import { RingDrawing } from './ring-drawing';

/** Three steps of a ring, drawn as it runs, with what its readings come to. */
export function RingBench({ wayId }: { wayId: string }) {
  const { job, jobId } = useJob();
  const way = job.ways.get(wayId);
  if (!way || way.arrangement !== 'ring') {
    return (
      <p className="py-6">
        This way is not a ring.{' '}
        <Link href={`/jobs/${jobId}/circuits`} className="underline underline-offset-4">
          Back to the circuits
        </Link>
      </p>
    );
  }
  return <Bench way={way} />;
}

function Bench({ way }: { way: Way }) {
  const { job, jobId, pack, append } = useJob();
  const [inHand, change] = useInHand();
  const { points, readings } = useMemo(() => ringOfWay(job, pack, way), [job, pack, way]);
  const report = useMemo(() => ringReport(job, pack, way), [job, pack, way]);
  const on = { of: 'way', id: way.id } as const;
  const record = (entries: readonly NewEntry[]): boolean => {
    const outcome = append(entries);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  const highest = highestStep3(job, way);
  const take = () => {
    if (!highest) return;
    const { point, value } = highest;
    if (record([...readingEntries(job, on, 'r1r2', { value, reason: null }, inHand), { kind: 'way.described', body: { wayId: way.id, fields: { furthestPoint: point.name, points: points.length } } }])) toast(`R1+R2 ${showValue(value)} Ω at ${point.name} stands on the circuit ledger.`);
  };
  const others = [...job.ways.values()].filter((each) => each.id !== way.id && each.arrangement !== 'spare');
  return (
    <div className="space-y-4">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-xl">
          Ring bench: way {way.number} {way.description ?? ''}
        </h1>
        <Link href={`/jobs/${jobId}/circuits`} className="text-sm underline underline-offset-4">
          Circuit ledger
        </Link>
        <InHandLine inHand={inHand} change={change} />
      </div>
      <section aria-label="Step 1, end to end" className="grid grid-cols-1 gap-x-6 lg:grid-cols-3">
        {(['ring-r1', 'ring-rn', 'ring-r2'] as const).map((test) => (
          <ReadingField key={test} on={on} test={test} label={test.slice(5)} inHand={inHand} />
        ))}
      </section>
      <div className="grid grid-cols-1 gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,31rem)_minmax(0,1fr)]">
        <section aria-labelledby="points">
          <h2 id="points" className="sr-only">
            Steps 2 and 3 at every point
          </h2>
          <table className="w-full border-y border-rule-strong">
            <thead>
              <tr className="border-b border-rule-strong text-left text-xs">
                <th className="w-7 px-1 py-1 text-right font-normal text-faint">No.</th>
                <th className="px-2 font-semibold">Point, from leg A</th>
                <th className="font-semibold">
                  <StepHead step={2} way={way} record={record} />
                </th>
                <th className="font-semibold">
                  <StepHead step={3} way={way} record={record} />
                </th>
              </tr>
            </thead>
            <tbody>
              {points.map((point, index) => (
                <tr key={point.id} className="border-b border-rule">
                  <td className="px-1 text-right text-faint">{index + 1}</td>
                  <td className="px-2">
                    <span className="flex flex-wrap items-center justify-between gap-x-2">
                      {point.name}
                      {!job.issued && (
                        <select aria-label={`${point.name} is on another circuit`} title="It does not answer here: on which circuit is it?" value="" className="min-h-7 w-9 rounded-md border border-transparent bg-transparent text-xs text-faint hover:border-rule-strong max-md:min-h-11" onChange={(e) => e.target.value && record([{ kind: 'point.moved', body: { pointId: point.id, wayId: e.target.value, order: point.order } }])}>
                          <option value="">→</option>
                          {others.map((other) => (
                            <option key={other.id} value={other.id}>
                              {other.number} {other.description ?? ''}
                            </option>
                          ))}
                        </select>
                      )}
                    </span>
                  </td>
                  <td>
                    <RingCell point={point} test="ring-step2" row={index} inHand={inHand} />
                  </td>
                  <td>
                    <RingCell point={point} test="ring-step3" row={index} inHand={inHand} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {!job.issued && <AddPoints way={way} record={record} />}
        </section>
        <div className="space-y-4">
          {points.length > 0 && <RingDrawing points={points} step2={readings.step2} step3={readings.step3} suspect={report?.explanations[0] ?? null} />}
          <RingDiagnosis report={report} way={way} points={points} readings={readings} inHand={inHand}>
            {highest && (
              <Button onClick={take} disabled={job.issued !== null} className="min-h-11">
                Record R1+R2 {showValue(highest.value)} Ω at {highest.point.name}
              </Button>
            )}
          </RingDiagnosis>
        </div>
      </div>
    </div>
  );
}

/** A step's heading with its links: logged when they are made, ticked when they are out. */
function StepHead({ step, way, record }: { step: 2 | 3; way: Way; record: (entries: readonly NewEntry[]) => boolean }) {
  const { job } = useJob();
  const test = `ring step ${step}`;
  const link = job.links.find((each) => each.clearedAt === null && each.test === test && each.on.of === 'way' && each.on.id === way.id);
  const make = () => record([{ kind: 'link.made', body: { linkId: v7(), sort: 'ring cross-connection', on: { of: 'way', id: way.id }, where: `way ${way.number} ${way.description ?? ''}`.trim(), test } }]);
  return (
    <span className="flex flex-wrap items-center gap-x-2 py-1">
      Step {step}, {step === 2 ? 'L–N' : 'L–CPC'}
      <button type="button" disabled={job.issued !== null} onClick={() => (link ? record([{ kind: 'link.cleared', body: { linkId: link.linkId } }]) : make())} className={`min-h-7 rounded-md border px-2 text-xs max-md:min-h-11 ${link ? 'border-ink bg-ink text-paper' : 'border-rule-strong font-normal hover:bg-hover'}`}>
        {link ? 'links in: ✓ out' : 'links made'}
      </button>
    </span>
  );
}

function AddPoints({ way, record }: { way: Way; record: (entries: readonly NewEntry[]) => boolean }) {
  const { job } = useJob();
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const add = () => {
    const here = [...job.points.values()].filter((point) => point.wayId === way.id);
    const parsed = parsePoints(typed, here.map((point) => point.name));
    if (!parsed.ok) return setProblem(parsed.problem);
    const from = Math.max(0, ...here.map((point) => point.order));
    setProblem(null);
    if (record(parsed.points.map((fields, i) => ({ kind: 'point.added', body: { pointId: v7(), wayId: way.id, fields: { ...fields, order: from + i + 1, spur: false } } })))) setTyped('');
  };
  return (
    <form
      className="flex flex-wrap items-center gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <label className="flex items-center gap-2 text-sm font-semibold">
        Add points
        <input className="min-h-9 w-64 rounded-md border border-rule-strong bg-sheet px-2 font-normal max-md:min-h-11" placeholder="kitchen 4, hall" value={typed} onChange={(e) => setTyped(e.target.value)} aria-invalid={problem !== null} />
      </label>
      <Button type="submit">Add</Button>
      {problem && (
        <p role="alert" className="text-sm font-semibold">
          {problem}
        </p>
      )}
    </form>
  );
}

'use client';

import { Fragment, useDeferredValue, useMemo, useState } from 'react';
import { useJob } from '../../../client/job-provider';
import { slotAt, slotKey } from '../../../core/installation/slot';
import { type Way, isSpare } from '../../../core/installation/way';
import { governing, valueAt } from '../../../core/job/governing';
import { pointsOf } from '../../../core/job/job';
import { loopMethodWords, loopMethods } from '../../../core/job/kinds/reading';
import type { JobView } from '../../../core/job/view';
import { exact, multiply, toNumber } from '../../../core/quantity/exact';
import { showValue } from '../../../core/quantity/reading-value';
import { calculatedZs } from '../../../core/measurements/loop/calculated';
import { loop } from '../../../core/measurements/loop/definition';
import { limitFound, limitOfWay } from '../../../core/measurements/loop/limit';
import { lineNeutralLoop, zs } from '../../../core/measurements/loop/slots';
import { pointsToTouch, stillToTouch, worstPoint } from '../../../core/measurements/loop/walk';
import { isCircuitDone } from '../../../core/work/circuit-done';
import { cpcProved, inTheWayOn } from '../../../core/work/live-tests';
import { oftenForgotten, whatCounts } from '../../../core/work/often-forgotten';
import { methodFor } from '../../../core/work/recorder';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { ToggleGroup } from '../../../ui/toggle-group';
import { VerdictMark, Working } from '../../workspace/verdict-mark';
import { BenchCell } from '../frame/bench-cell';
import { useBench } from '../frame/bench-provider';
import { BenchReading } from '../frame/bench-reading';
import { ChooseWay } from '../frame/choose-way';
import { HandsFree } from '../frame/hands-free';
import { LiveGate, Obstacles } from '../frame/live-gate';
import { LogRepair } from '../frame/log-repair';
import { NoCircuits } from '../frame/no-circuits';
import { OnNow } from '../frame/on-now';
import { AddPoints } from '../points/add-points';
import type { BenchProps, Go } from '../registry';
import { ZsCurve } from './zs-curve';

/** Zs: circuit by circuit, every point in walking order, beside what Ze and R1+R2 let expect there. */
export function LoopBench({ wayId, go }: BenchProps) {
  const view = useJob();
  const ways = [...view.job.ways.values()].filter((way) => !isSpare(way));
  // Chosen once: readings taken here must not turn the page to another circuit.
  const [first] = useState(() => ways.find((way) => isLeft(view, way))?.id);
  const way = ways.find((each) => each.id === (wayId ?? first)) ?? ways[0];
  if (!way) return <NoCircuits go={go} />;
  return (
    <LiveGate>
      <Circuit key={way.id} way={way} ways={ways} go={go} />
    </LiveGate>
  );
}

const isLeft = (view: JobView, way: Way): boolean => !isCircuitDone(view, way, zs);

function Circuit({ way, ways, go }: { way: Way; ways: readonly Way[]; go: Go }) {
  const view = useJob();
  const { job, pack, verdicts, isSealed } = view;
  const { inHand, change, record } = useBench();
  const on = { of: 'way', id: way.id } as const;
  const points = pointsOf(job, way.id);
  const obstacles = inTheWayOn(view, way);
  const provedBy = inHand.cpcProvedBy[way.id] ?? '';
  const unproved = !cpcProved(view, way) && job.brief.school !== 'live-first';
  const held = isSealed || (unproved && provedBy.trim() === '');
  const highest = governing(view, on, zs);
  const judgement = verdicts.get(slotKey(on, zs))?.judgement ?? null;
  const worst = worstPoint(view, way);
  const limit = limitOfWay(view, way, job.limits.get(slotKey(on, zs)) ?? null);
  const limitOhms = limitFound(limit) ? toNumber(limit.max) : null;
  const ambientOhms = limitFound(limit) ? toNumber(multiply(exact(pack.ambientFactor.value), limit.max)) : null;
  const left = stillToTouch(view, way);
  const byRcd = judgement?.rule === 'zs.by-rcd' || job.supply.earthing === 'TT';
  const shares = valueAt(view, on, lineNeutralLoop);
  // The drawing follows what is read when there is time for it.
  const drawn = useDeferredValue(
    useMemo(
      () =>
        points.map((point) => {
          const at = { of: 'point', id: point.id } as const;
          const expected = calculatedZs(view, { on: at });
          return { point, read: valueAt(view, at, zs), expected: expected.ok ? Number(expected.ohms) : null };
        }),
      [points, view],
    ),
  );
  return (
    <section
      aria-labelledby="loop"
      className="grid grid-cols-1 gap-x-10 gap-y-4 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)]"
    >
      <div className="space-y-2">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <h2 id="loop" className="text-xl max-md:sr-only">
            Zs
          </h2>
          <ChooseWay
            ways={ways}
            chosen={way.id}
            choose={(id) => go('loop', id)}
            mark={(each) => (isLeft(view, each) ? '' : ' ✓')}
          />
          <ToggleGroup
            label="How it is read"
            value={methodFor(way, inHand)}
            choices={loopMethods.map((value) => ({ value, face: loopMethodWords[value] }))}
            onChange={(loopMethod) => change({ loopMethod })}
          />
        </div>
        <OnNow way={way} />
        <div className="border-l-4 border-ink pl-3 text-sm">
          {loop.slots[0]?.caution}
          {obstacles.length > 0 && <Obstacles all={obstacles} />}
          {unproved && !isSealed && (
            <label className="flex flex-wrap items-center gap-2 py-1">
              Proved another way:
              <input
                className="min-h-9 w-64 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
                maxLength={120}
                placeholder="how: long lead on the day, last report"
                defaultValue={provedBy}
                onBlur={(event) =>
                  change({ cpcProvedBy: { ...inHand.cpcProvedBy, [way.id]: event.target.value.trim() } })
                }
              />
            </label>
          )}
        </div>
        {points.length > 0 ? (
          <table className="w-full border-y border-rule-strong">
            <thead>
              <tr className="border-b border-rule-strong text-left text-xs">
                <th className="w-7 px-1 py-1 text-right font-normal text-faint">No.</th>
                <th className="px-2 font-semibold">Point, as one walks</th>
                <th className="font-semibold">Zs</th>
                <th className="font-semibold max-md:hidden">Ze + (R1+R2)</th>
                <th className="font-semibold max-md:hidden">Read by</th>
              </tr>
            </thead>
            <tbody>
              {points.map((point, row) => {
                const slot = slotAt({ of: 'point', id: point.id }, zs);
                const expected = calculatedZs(view, slot);
                const reading = governing(view, slot.on, zs);
                return (
                  <Fragment key={point.id}>
                    <tr className={`border-b border-rule ${worst?.id === point.id ? 'font-semibold' : ''}`}>
                      <td className="px-1 text-right text-faint">{row + 1}</td>
                      <td className="px-2">
                        {point.name}
                        {worst?.id === point.id && <span className="pl-1 text-xs font-normal text-faint">highest</span>}
                      </td>
                      <td>
                        <BenchCell
                          slot={slot}
                          label={`Zs, point ${row + 1} ${point.name}`}
                          sequence={row}
                          row={row}
                          column={0}
                          disabled={held}
                        />
                      </td>
                      <td className="max-md:hidden">{expected.ok ? expected.ohms : ''}</td>
                      <td className="text-sm text-faint max-md:hidden">
                        {reading?.body.how === 'calculated'
                          ? 'calculated'
                          : reading?.body.method
                            ? loopMethodWords[reading.body.method]
                            : (reading?.body.reason ?? '')}
                      </td>
                    </tr>
                  </Fragment>
                );
              })}
            </tbody>
          </table>
        ) : (
          <BenchReading slot={slotAt(on, zs)} label="Zs, highest on the circuit" sequence={0} row={0} disabled={held} />
        )}
        {left && <p className="text-sm font-semibold">{left}</p>}
        <HandsFree
          slots={pointsToTouch(view, way).map((point) => ({
            slot: slotAt({ of: 'point', id: point.id }, zs),
            name: point.name,
          }))}
          disabled={held}
        />
        <AddPoints way={way} record={record} />
        <Forgotten way={way} />
        {(byRcd || shares) && (
          <BenchReading
            slot={slotAt(on, lineNeutralLoop)}
            label="L–N loop, for the overcurrent device"
            sequence={900}
            row={900}
            disabled={isSealed}
          />
        )}
        <LogRepair wayId={way.id} family={loop} />
      </div>
      <div className="space-y-3">
        <ZsCurve rows={drawn} limitOhms={limitOhms} ambientOhms={ambientOhms} worst={worst?.name ?? null} />
        {highest && judgement && (
          <div className="margin-line space-y-1 pl-3">
            <p className="flex flex-wrap items-center gap-x-3">
              <span>
                Zs <strong>{showValue(highest.body.value)} Ω</strong>
                {worst ? `, the highest, at ${worst.name}` : ''}
              </span>
              <VerdictMark verdict={judgement.verdict} worded />
            </p>
            <Working judgement={judgement} slot={highest.body.slot} />
          </div>
        )}
      </div>
    </section>
  );
}

/** Points usually forgotten on a circuit like this, asked for once; and what counts as one. */
function Forgotten({ way }: { way: Way }) {
  const { job, isSealed } = useJob();
  const { inHand, change } = useBench();
  const asked = inHand.askedForgotten.includes(way.id);
  const forgotten = oftenForgotten(job, way);
  return (
    <div className="text-sm">
      {!asked && !isSealed && forgotten.length > 0 && (
        <div className="margin-line flex flex-wrap items-baseline gap-x-3 pl-3">
          <p className="min-w-0 flex-1">
            <strong>Usually forgotten:</strong> {forgotten.slice(0, 6).join('; ')}. Is any of them on this circuit?
          </p>
          <Button look="quiet" onClick={() => change({ askedForgotten: [...inHand.askedForgotten, way.id] })}>
            Looked for
          </Button>
        </div>
      )}
      <Disclosure summary={<span className="text-faint">What counts as one point</span>}>
        <ul>
          {whatCounts.rows.map(({ thing, counts }) => (
            <li key={thing}>
              {thing}: {counts}
            </li>
          ))}
        </ul>
        <p className="text-faint">{whatCounts.note}</p>
      </Disclosure>
    </div>
  );
}

'use client';

import isEqual from 'fast-deep-equal';
import { memo, useDeferredValue, useState } from 'react';
import type { Point } from '../../../core/installation/point';
import { useJob, useJobNow } from '../../../client/job-provider';
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
import { Cell } from '../../measure/cell';
import { useMeasure } from '../../measure/measure-provider';
import { ReadingRow } from '../../measure/reading-row';
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
  const ways = useJob(({ job }) => [...job.ways.values()].filter((way) => !isSpare(way)));
  const now = useJobNow();
  // Chosen once: readings taken here must not turn the page to another circuit.
  const [first] = useState(() => ways.find((way) => isLeft(now(), way))?.id);
  const way = ways.find((each) => each.id === (wayId ?? first)) ?? ways[0];
  if (!way) return <NoCircuits go={go} />;
  return (
    <LiveGate>
      <Circuit key={way.id} way={way} ways={ways} go={go} />
    </LiveGate>
  );
}

const isLeft = (view: JobView, way: Way): boolean => !isCircuitDone(view, way, zs);
const onWay = (way: Way) => ({ of: 'way', id: way.id }) as const;
const zsOf = (way: Way) => slotKey(onWay(way), zs);

function Circuit({ way, ways, go }: { way: Way; ways: readonly Way[]; go: Go }) {
  const { record } = useMeasure();
  const points = useJob(({ job }) => pointsOf(job, way.id));
  const held = useHeldUp(way);
  return (
    <section
      aria-labelledby="loop"
      className="grid grid-cols-1 gap-x-10 gap-y-4 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)]"
    >
      <div className="space-y-2">
        <Setup way={way} ways={ways} go={go} />
        <OnNow way={way} />
        <Cautions way={way} />
        {points.length > 0 ? (
          <table className="w-full border-y border-rule-strong">
            <thead>
              <tr className="border-b border-rule-strong text-left text-xs">
                <th className="w-7 px-1 py-1 text-right font-normal text-faint">No.</th>
                <th className="px-2 font-semibold">Point (walking order)</th>
                <th className="font-semibold">Zs</th>
                <th className="font-semibold max-md:hidden">Ze + (R1+R2)</th>
                <th className="font-semibold max-md:hidden">Read by</th>
              </tr>
            </thead>
            <tbody>
              {points.map((point, row) => (
                <PointRow key={point.id} way={way} point={point} row={row} held={held} />
              ))}
            </tbody>
          </table>
        ) : (
          <ReadingRow
            slot={slotAt(onWay(way), zs)}
            label="Zs, highest on the circuit"
            sequence={0}
            row={0}
            disabled={held}
          />
        )}
        <StillToTouch way={way} held={held} />
        <AddPoints way={way} record={record} />
        <Forgotten way={way} />
        <LineNeutral way={way} />
        <LogRepair wayId={way.id} family={loop} />
      </div>
      <div className="space-y-3">
        <Drawn way={way} points={points} />
        <Highest way={way} />
      </div>
    </section>
  );
}

/** Whether nothing is read here: the document is sealed, or the CPC was not proved nor said to be. */
function useHeldUp(way: Way): boolean {
  const { inHand } = useMeasure();
  const provedBy = inHand.cpcProvedBy[way.id] ?? '';
  return useJob((view) => view.isSealed || (isUnproved(view, way) && provedBy.trim() === ''));
}
const isUnproved = (view: JobView, way: Way): boolean =>
  !cpcProved(view, way) && view.job.brief.school !== 'live-first';

/** Which circuit, and how its loop is read. */
function Setup({ way, ways, go }: { way: Way; ways: readonly Way[]; go: Go }) {
  const { inHand, change } = useMeasure();
  const left = useJob((view) => ways.filter((each) => isLeft(view, each)).map(({ id }) => id));
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <h2 id="loop" className="sr-only">
        Zs
      </h2>
      <ChooseWay
        ways={ways}
        chosen={way.id}
        choose={(id) => go('loop', id)}
        mark={(each) => (left.includes(each.id) ? '' : ' ✓')}
      />
      <ToggleGroup
        label="Test method"
        value={methodFor(way, inHand)}
        choices={loopMethods.map((value) => ({ value, face: loopMethodWords[value] }))}
        onChange={(loopMethod) => change({ loopMethod })}
      />
    </div>
  );
}

/** The caution of the step, what is in the way, and how else the CPC was proved. */
function Cautions({ way }: { way: Way }) {
  const { inHand, change } = useMeasure();
  const { obstacles, asks } = useJob(
    (view) => ({ obstacles: inTheWayOn(view, way), asks: isUnproved(view, way) && !view.isSealed }),
    isEqual,
  );
  return (
    <div className="border-l-4 border-ink pl-3 text-sm">
      {loop.slots[0]?.caution}
      {obstacles.length > 0 && <Obstacles all={obstacles} />}
      {asks && (
        <label className="flex flex-wrap items-center gap-2 py-1">
          CPC proved another way:
          <input
            className="min-h-9 w-64 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
            maxLength={120}
            placeholder="how: long lead today, previous report"
            defaultValue={inHand.cpcProvedBy[way.id] ?? ''}
            onBlur={(event) => change({ cpcProvedBy: { ...inHand.cpcProvedBy, [way.id]: event.target.value.trim() } })}
          />
        </label>
      )}
    </div>
  );
}

const PointRow = memo(function PointRow({
  way,
  point,
  row,
  held,
}: {
  way: Way;
  point: Point;
  row: number;
  held: boolean;
}) {
  const slot = slotAt({ of: 'point', id: point.id }, zs);
  const { expected, isWorst, readBy } = useJob((view) => {
    const calculated = calculatedZs(view, slot);
    const reading = governing(view, slot.on, zs)?.body;
    return {
      expected: calculated.ok ? calculated.ohms : '',
      isWorst: worstPoint(view, way)?.id === point.id,
      readBy:
        reading?.how === 'calculated'
          ? 'calculated'
          : reading?.method
            ? loopMethodWords[reading.method]
            : (reading?.reason ?? ''),
    };
  });
  return (
    <tr className={`border-b border-rule ${isWorst ? 'font-semibold' : ''}`}>
      <td className="px-1 text-right text-faint">{row + 1}</td>
      <td className="px-2">
        {point.name}
        {isWorst && <span className="pl-1 text-xs font-normal text-faint">highest</span>}
      </td>
      <td>
        <Cell
          slot={slot}
          label={`Zs, point ${row + 1} ${point.name}`}
          sequence={row}
          row={row}
          column={0}
          disabled={held}
        />
      </td>
      <td className="max-md:hidden">{expected}</td>
      <td className="text-sm text-faint max-md:hidden">{readBy}</td>
    </tr>
  );
});

/** What is left of the walk, in words and by hands-free. */
function StillToTouch({ way, held }: { way: Way; held: boolean }) {
  const left = useJob((view) => stillToTouch(view, way));
  const points = useJob((view) => [...pointsToTouch(view, way)]);
  return (
    <>
      {left && <p className="text-sm font-semibold">{left}</p>}
      <HandsFree
        slots={points.map((point) => ({ slot: slotAt({ of: 'point', id: point.id }, zs), name: point.name }))}
        disabled={held}
      />
    </>
  );
}

/** Where an RCD clears earth faults, the overcurrent device goes by the line–neutral loop. */
function LineNeutral({ way }: { way: Way }) {
  const { isShown, isSealed } = useJob((view) => ({
    isShown:
      view.verdicts.get(zsOf(way))?.judgement.rule === 'zs.by-rcd' ||
      view.job.supply.earthing === 'TT' ||
      valueAt(view, onWay(way), lineNeutralLoop) !== null,
    isSealed: view.isSealed,
  }));
  return (
    isShown && (
      <ReadingRow
        slot={slotAt(onWay(way), lineNeutralLoop)}
        label="L–N loop, for the overcurrent device"
        sequence={900}
        row={900}
        disabled={isSealed}
      />
    )
  );
}

/** The circuit drawn, when there is time for it. */
function Drawn({ way, points }: { way: Way; points: readonly Point[] }) {
  const shown = useJob((view) => {
    const limit = limitOfWay(view, way, view.job.limits.get(zsOf(way)) ?? null);
    return {
      rows: points.map((point) => {
        const at = { of: 'point', id: point.id } as const;
        const expected = calculatedZs(view, { on: at });
        return { point, read: valueAt(view, at, zs), expected: expected.ok ? Number(expected.ohms) : null };
      }),
      limitOhms: limitFound(limit) ? toNumber(limit.max) : null,
      ambientOhms: limitFound(limit) ? toNumber(multiply(exact(view.pack.ambientFactor.value), limit.max)) : null,
      worst: worstPoint(view, way)?.name ?? null,
    };
  }, isEqual);
  return <ZsCurve {...useDeferredValue(shown)} />;
}

/** The highest of the circuit with its verdict and working. */
function Highest({ way }: { way: Way }) {
  const { highest, judgement, worst } = useJob(
    (view) => ({
      highest: governing(view, onWay(way), zs)?.body,
      judgement: view.verdicts.get(zsOf(way))?.judgement,
      worst: worstPoint(view, way)?.name,
    }),
    isEqual,
  );
  if (!highest || !judgement) return null;
  return (
    <div className="margin-line space-y-1 pl-3">
      <p className="flex flex-wrap items-center gap-x-3">
        <span>
          Zs <strong>{showValue(highest.value)} Ω</strong>
          {worst ? `, the highest, at ${worst}` : ''}
        </span>
        <VerdictMark verdict={judgement.verdict} worded />
      </p>
      <Working judgement={judgement} slot={highest.slot} />
    </div>
  );
}

/** Points usually forgotten on a circuit like this, asked for once; and what counts as one. */
function Forgotten({ way }: { way: Way }) {
  const { inHand, change } = useMeasure();
  const asked = inHand.askedForgotten.includes(way.id);
  const isSealed = useJob((held) => held.isSealed);
  const forgotten = useJob(({ job }) => [...oftenForgotten(job, way)]);
  return (
    <div className="text-sm">
      {!asked && !isSealed && forgotten.length > 0 && (
        <div className="margin-line flex flex-wrap items-baseline gap-x-3 pl-3">
          <p className="min-w-0 flex-1">
            <strong>Often missed:</strong> {forgotten.slice(0, 6).join('; ')}. Are any on this circuit?
          </p>
          <Button look="quiet" onClick={() => change({ askedForgotten: [...inHand.askedForgotten, way.id] })}>
            Checked
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

'use client';

import { useMemo } from 'react';
import { insulationOfWay } from '../../../core/measurements/insulation/circuit';
import { insulation } from '../../../core/measurements/insulation/definition';
import { type Measure, measureKey, slotAt, slotKey } from '../../../core/installation/slot';
import { changesOver } from '../../../core/installation/point';
import { type Way, isSpare } from '../../../core/installation/way';
import { judgeParallelInsulation } from '../../../core/measurements/insulation/insulation';
import { insulationPreparation } from '../../../core/measurements/insulation/preparation';
import { proposeTestVoltage } from '../../../core/measurements/insulation/test-voltage';
import { governing, valueAt } from '../../../core/job/governing';
import { pointsOf, waysOf } from '../../../core/job/job';
import { showValue } from '../../../core/quantity/reading-value';
import { sayNext } from '../../../core/words/next-step';
import { Disclosure } from '../../../ui/disclosure';
import { Button } from '../../../ui/button';
import { Cell } from '../../measure/cell';
import { useMeasure } from '../../measure/measure-provider';
import { HandsFree } from '../frame/hands-free';
import { LogRepair } from '../frame/log-repair';
import { useJob } from '../../../client/job-provider';
import { VerdictMark, Working } from '../../workspace/verdict-mark';
import { NoCircuits } from '../frame/no-circuits';
import type { BenchProps } from '../registry';
import { Halving } from './halving';
import {
  lineEarth,
  lineEarthOver,
  liveEarth,
  liveEarthOver,
  liveLive,
  liveLiveOver,
  neutralEarth,
  neutralEarthOver,
} from '../../../core/measurements/insulation/slots';

const pairs: readonly { readonly measure: Measure; readonly heading: string }[] = [
  { measure: liveLive, heading: 'L–N' },
  { measure: lineEarth, heading: 'L–E' },
  { measure: neutralEarth, heading: 'N–E' },
  { measure: liveEarth, heading: 'L+N–E' },
];
const changedOver: readonly Measure[] = [liveLiveOver, lineEarthOver, neutralEarthOver, liveEarthOver];

/** Every circuit by its pairs, the board in parallel at the foot; where one is low, what it is and where. */
export function InsulationBench({ wayId, go }: BenchProps) {
  const view = useJob();
  const { job, pack } = view;
  const boards = [...job.boards.values()];
  const ways = boards.flatMap((board) => waysOf(job, board.id)).filter((way) => !isSpare(way));
  const chosen =
    ways.find((way) => way.id === wayId) ?? ways.find((way) => insulationOfWay(view, way).pattern !== null) ?? ways[0];
  const values = ways.flatMap((way) => valueAt(view, { of: 'way', id: way.id }, liveEarth) ?? []);
  const total = judgeParallelInsulation(values, pack);
  if (!chosen) return <NoCircuits go={go} />;
  return (
    <div className="grid grid-cols-1 gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
      <section aria-labelledby="matrix" className="min-w-0">
        <h2 id="matrix" className="sr-only">
          Insulation resistance
        </h2>
        <div className="overflow-x-auto">
          <table className="w-full border-y border-rule-strong">
            <thead>
              <tr className="border-b border-rule-strong text-left text-xs">
                <th className="w-7 px-1 py-1 text-right font-normal text-faint">Way</th>
                <th className="px-2 font-semibold max-md:hidden">Circuit</th>
                {pairs.map(({ heading }) => (
                  <th key={heading} className="font-semibold">
                    {heading}
                  </th>
                ))}
                <th className="px-1 font-semibold">Lowest to earth</th>
              </tr>
            </thead>
            <tbody>
              {ways.map((way, index) => (
                <Circuit
                  key={way.id}
                  way={way}
                  row={index}
                  isChosen={way.id === chosen.id}
                  choose={() => go('insulation', way.id)}
                />
              ))}
            </tbody>
            {total && (
              <tfoot>
                <tr>
                  <td />
                  <td className="px-2 py-1.5 text-sm" colSpan={4}>
                    Whole board in parallel, live to earth <span className="text-faint">{total.working[0]}</span>
                  </td>
                  <td className="whitespace-nowrap text-right font-semibold" colSpan={2} data-testid="board-total">
                    {total.expected} <VerdictMark verdict={total.verdict} worded />
                  </td>
                </tr>
              </tfoot>
            )}
          </table>
        </div>
        {total?.next && <p className="py-1 text-sm font-semibold">{sayNext(pack, total.next)}</p>}
      </section>
      <Chosen key={chosen.id} way={chosen} />
    </div>
  );
}

function Circuit({ way, row, isChosen, choose }: { way: Way; row: number; isChosen: boolean; choose: () => void }) {
  const view = useJob();
  const { job, tests, verdicts } = view;
  const on = { of: 'way', id: way.id } as const;
  const lowest = governing(view, on, liveEarth);
  const verdict = verdicts.get(slotKey(on, liveEarth))?.judgement.verdict;
  const twoWay = pointsOf(job, way.id).some(changesOver);
  return (
    <>
      <tr className="md:hidden">
        <td className="px-1 text-right text-faint">{way.number}</td>
        <td colSpan={6} className={`px-2 pt-1 ${isChosen ? 'font-semibold' : ''}`}>
          <button type="button" aria-pressed={isChosen} onClick={choose} className="min-h-11 text-left">
            {way.description ?? 'no name yet'}
          </button>
        </td>
      </tr>
      <tr
        className={`border-b border-rule ${isChosen ? 'bg-sheet' : ''}`}
        onFocus={(event) => event.target instanceof HTMLInputElement && !isChosen && choose()}
      >
        <td className="px-1 text-right text-faint">
          <span className="max-md:hidden">{way.number}</span>
        </td>
        <td className="px-2 max-md:hidden">
          <button
            type="button"
            aria-pressed={isChosen}
            onClick={choose}
            className={`min-h-8 text-left ${isChosen ? 'font-semibold' : 'hover:underline'}`}
          >
            {way.description ?? 'no name yet'}
          </button>
        </td>
        {pairs.map(({ measure, heading }, column) => (
          <td key={heading}>
            <Cell
              slot={slotAt(on, measure)}
              label={`${heading}, way ${way.number} ${way.description ?? ''}`}
              sequence={row * 20 + column}
              row={row * 2}
              column={column}
            />
          </td>
        ))}
        <td className="whitespace-nowrap px-1 text-right font-semibold">
          {lowest ? showValue(lowest.body.value) : ''}{' '}
          {verdict && verdict !== 'unjudged' && <VerdictMark verdict={verdict} />}
        </td>
      </tr>
      {twoWay && (
        <tr className="border-b border-rule">
          <td className="max-md:text-2xs max-md:text-faint">
            <span className="md:hidden">over</span>
          </td>
          <td className="px-2 text-right text-xs text-faint max-md:hidden">switches changed over</td>
          {changedOver.map((measure, column) => (
            <td key={measureKey(measure)}>
              <Cell
                slot={slotAt(on, measure)}
                label={`${tests.on('way', measure)?.symbol ?? ''} changed over, way ${way.number} ${way.description ?? ''}`}
                sequence={row * 20 + 10 + column}
                row={row * 2 + 1}
                column={column}
              />
            </td>
          ))}
          <td />
        </tr>
      )}
    </>
  );
}

/** The chosen circuit: what to take out, at which voltage, and what low readings come to. */
function Chosen({ way }: { way: Way }) {
  const view = useJob();
  const { job, pack, verdicts } = view;
  const { inHand, change } = useMeasure();
  const setConnected = (what: string) => change({ connected: { ...inHand.connected, [way.id]: what } });
  const board = job.boards.get(way.boardId) ?? null;
  const preparation = insulationPreparation(way, pointsOf(job, way.id), board, job.supply);
  const proposal = proposeTestVoltage(pack, way, board);
  const state = useMemo(() => insulationOfWay(view, way), [view, way]);
  const judged =
    verdicts.get(slotKey({ of: 'way', id: way.id }, liveEarth)) ??
    verdicts.get(slotKey({ of: 'way', id: way.id }, liveLive)) ??
    null;
  const volts = inHand.testVolts ?? 500;
  const isLow = state.pattern !== null;
  return (
    <section aria-labelledby="chosen" className="space-y-3">
      <h2 id="chosen" className="border-b border-rule-strong pb-1 text-lg">
        Way {way.number} {way.description ?? ''}
      </h2>
      <Disclosure
        open={!isLow}
        className="text-sm"
        summary={<strong>Before the test: {preparation.length} things</strong>}
      >
        <ul className="text-sm">
          {preparation.map(({ what, why }) => (
            <li key={what} className="border-t border-rule py-1">
              {what} <span className="text-faint">{why}</span>
            </li>
          ))}
        </ul>
      </Disclosure>
      <div className="flex flex-wrap items-center gap-2 text-sm">
        <span>
          <strong>{proposal.volts} V</strong>: {proposal.why} <span className="text-faint">{proposal.source}</span>
        </span>
        {proposal.volts !== volts && (
          <Button onClick={() => change({ testVolts: proposal.volts })} className="max-md:min-h-11">
            Test at {proposal.volts} V
          </Button>
        )}
      </div>
      <label className="flex flex-wrap items-center gap-2 text-sm">
        Left connected
        <input
          className="min-h-9 min-w-0 flex-1 rounded-md border border-rule bg-sheet px-2 max-md:min-h-11"
          maxLength={200}
          key={inHand.connected[way.id]}
          defaultValue={inHand.connected[way.id] ?? ''}
          placeholder="nothing"
          onBlur={(event) => setConnected(event.target.value.trim())}
        />
      </label>
      <HandsFree
        slots={pairs
          .map(({ measure, heading }) => ({ slot: slotAt({ of: 'way', id: way.id }, measure), name: heading }))
          .filter(({ slot }) => !governing(view, slot.on, slot))}
        disabled={view.isSealed}
      />
      {judged && (
        <div className="border-t border-rule pt-2">
          <VerdictMark verdict={judged.judgement.verdict} worded />
          <Working judgement={judged.judgement} slot={judged.slot} />
        </div>
      )}
      {state.pattern && (
        <div className="margin-line pl-3">
          <h3 className="text-base">What the readings mean</h3>
          <p className="text-sm">{state.pattern.cause}</p>
          <p className="text-sm font-semibold">{state.pattern.first}</p>
        </div>
      )}
      {(isLow || state.openings.length > 0) && <Halving way={way} state={state} />}
      <LogRepair wayId={way.id} family={insulation} />
    </section>
  );
}

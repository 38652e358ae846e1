'use client';

import { BenchHand } from '../bench/bench-hand';
import { BenchProvider } from '../bench/bench-provider';
import { ReadingPad } from '../bench/reading-pad';
import { BoardWall } from '../board/board-wall';
import { ContinuityBench } from '../continuity/continuity-bench';
import { InsulationBench } from '../insulation/insulation-bench';
import { usePlace } from '../job/place';
import { useJob } from '../ledger/job-provider';
import { PlanView } from '../plan/plan-view';
import { RingBench } from '../ring/ring-bench';
import { type BenchName, benchAddress, benchTitle, benches } from './bench-address';

/** The hour between locking off and restoring: all benches on one page, so that none of them needs the network to open. */
export function DeadTestsStage() {
  const { jobId } = useJob();
  const { query } = usePlace();
  const bench = benches.find((each) => each === query.get('bench')) ?? 'plan';
  const wayId = query.get('way');
  // The address changes without asking the server: the page is here already.
  const go = (to: BenchName, way: string | null = null) => window.history[to === bench ? 'replaceState' : 'pushState'](null, '', benchAddress(jobId, to, way));
  return (
    <BenchProvider>
      <div className="flex flex-wrap items-center gap-x-6">
        <h1 className="sr-only">Dead tests: {benchTitle[bench]}</h1>
        <nav aria-label="Benches" className="flex overflow-x-auto print:hidden">
          {benches.map((each) => (
            <a
              key={each}
              href={benchAddress(jobId, each)}
              aria-current={each === bench ? 'page' : undefined}
              onClick={(event) => {
                event.preventDefault();
                go(each);
              }}
              className={`flex min-h-9 items-center border-b-[3px] px-3 font-serif text-lg max-md:min-h-11 max-md:px-2 max-md:text-base ${each === bench ? 'border-ink font-semibold' : 'border-transparent hover:bg-hover'}`}
            >
              {benchTitle[each]}
            </a>
          ))}
        </nav>
      </div>
      <BenchHand />
      <div className="pt-3 max-md:pb-96">
        {bench === 'plan' && <PlanView go={go} />}
        {bench === 'board' && <BoardWall go={go} chosen={wayId} />}
        {bench === 'continuity' && <ContinuityBench wayId={wayId} go={go} />}
        {bench === 'ring' && <RingBench wayId={wayId} go={go} />}
        {bench === 'insulation' && <InsulationBench wayId={wayId} go={go} />}
      </div>
      <ReadingPad />
    </BenchProvider>
  );
}

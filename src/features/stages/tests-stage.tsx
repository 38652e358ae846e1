'use client';

import { useJob } from '../../client/job-provider';
import { Select } from '../../ui/select';
import { BenchHand } from '../benches/frame/bench-hand';
import { Measuring } from '../measure/measuring';
import { benchParts } from '../benches/registry';
import { type BenchName, benchAddress, benchTitles, benches } from '../workspace/address';
import { usePlace } from '../workspace/place';

/** The hour between locking off and restoring: all tests on one page, so that none of them needs the network to open. */
export function TestsStage() {
  const jobId = useJob((held) => held.jobId);
  const { query, go: goTo } = usePlace();
  const bench = benches.find((each) => each === query.get('bench')) ?? 'plan';
  const wayId = query.get('way');
  const go = (to: BenchName, way: string | null = null) =>
    goTo(benchAddress(jobId, to, way), to === bench ? 'instead' : 'beyond');
  const Bench = benchParts[bench];
  return (
    <Measuring>
      <h1 className="sr-only">Tests: {benchTitles[bench]}</h1>
      <BenchHand
        name={bench}
        bench={
          <Select
            label="Test"
            className="min-w-0 font-semibold max-md:flex-1"
            value={bench}
            options={benches.map((value) => ({ value, label: benchTitles[value] }))}
            onChange={(to) => go(to)}
          />
        }
      />
      <div data-testid="work">
        <Bench name={bench} wayId={wayId} go={go} />
      </div>
    </Measuring>
  );
}

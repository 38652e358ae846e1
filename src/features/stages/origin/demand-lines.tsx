'use client';

import { loadsFromWays } from '../../../core/installation/loads';
import { judgeDemand, maximumDemand } from '../../../core/installation/demand';
import { toFixed } from '../../../core/quantity/exact';
import { Disclosure } from '../../../ui/disclosure';
import { Button } from '../../../ui/button';
import { useJob } from '../../../client/job-provider';
import { VerdictMark, Working } from '../../workspace/verdict-mark';

/** Maximum demand worked out from the ways with diversity, line by line; the inspector takes the figure or types another. */
export function DemandLines({ take }: { take: (amps: number) => void }) {
  const { job, pack, isSealed } = useJob();
  const loads = loadsFromWays([...job.ways.values()]);
  if (loads.length === 0) return null;
  const { lines, total } = maximumDemand(loads, pack);
  const rounded = Number(toFixed(total, 0, 'up'));
  const fuse = job.supply.serviceFuseAmps ? judgeDemand(total, job.supply.serviceFuseAmps, 'supply fuse') : null;
  return (
    <Disclosure
      className="border-b border-rule py-1.5 text-sm"
      summary={<>Work it out from the ways: {toFixed(total, 1, 'half-up')} A after diversity</>}
    >
      <table className="mt-1 w-full">
        <caption className="sr-only">Maximum demand by purpose</caption>
        <thead>
          <tr className="text-left text-xs text-faint">
            <th className="font-normal">Purpose</th>
            <th className="font-normal">Working</th>
            <th className="text-right font-normal">A</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.purpose} className="border-t border-rule align-top">
              <td className="py-0.5 pr-3">{line.purpose}</td>
              <td className="py-0.5 pr-3 text-faint">{line.working}</td>
              <td className="py-0.5 text-right font-semibold">{toFixed(line.demand, 1, 'half-up')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {fuse && (
        <div className="flex gap-3 pt-2">
          <VerdictMark verdict={fuse.verdict} />
          <Working judgement={fuse} />
        </div>
      )}
      <p className="pt-1 text-xs text-faint">
        Each at its device&apos;s rating: an upper figure. Type another where the loads are known better.
      </p>
      {!isSealed && (
        <Button className="my-1" onClick={() => take(rounded)}>
          Take {rounded} A
        </Button>
      )}
    </Disclosure>
  );
}

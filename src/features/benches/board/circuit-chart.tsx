'use client';

import { showCable, showDevice, tellResidual } from '../../../core/installation/device-text';
import { type Way, isSpare } from '../../../core/installation/way';
import { Button } from '../../../ui/button';
import { useJob } from '../../../client/job-provider';

/** What hangs inside the board's door: each way, what it feeds, its device and RCD. Prints alone. */
export function CircuitChart({ name, ways }: { name: string; ways: readonly Way[] }) {
  const { job } = useJob();
  return (
    <section aria-labelledby="chart" className="print:absolute print:inset-0 print:bg-white print:text-black">
      <div className="flex items-baseline justify-between border-b border-rule-strong pb-1">
        <h2 id="chart" className="text-lg">
          Circuit chart, {name}
        </h2>
        <Button look="quiet" className="print:hidden" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <table className="w-full text-sm">
        <thead>
          <tr className="border-b border-rule-strong text-left text-xs">
            <th className="w-10 py-1 pr-3 text-right font-semibold">Way</th>
            <th className="font-semibold">Feeds</th>
            <th className="font-semibold">Device</th>
            <th className="font-semibold">RCD</th>
            <th className="font-semibold max-md:hidden">mm²</th>
            <th className="font-semibold">Points</th>
          </tr>
        </thead>
        <tbody>
          {ways.map((way) => (
            <tr key={way.id} className="border-b border-rule">
              <td className="py-1 pr-3 text-right text-faint">{way.number}</td>
              <td>
                {isSpare(way)
                  ? 'spare'
                  : job.traced.get(way.id)?.feeds === null
                    ? 'off: feeds nothing that was found'
                    : (way.description ?? '')}
              </td>
              <td>{showDevice(way)}</td>
              <td>
                {isSpare(way)
                  ? ''
                  : way.residualGroup
                    ? `${way.residualGroup}, ${tellResidual(way)}`
                    : tellResidual(way)}
              </td>
              <td className="max-md:hidden">{showCable(way)}</td>
              <td>{way.points ?? ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="hidden pt-2 text-xs print:block">{(job.site.address ?? '').split('\n').join(', ')}</p>
    </section>
  );
}

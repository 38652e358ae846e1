'use client';

import { demandOfJob, newWays } from '../../../core/certificates/job-demand';
import { type Demand, judgeDemand } from '../../../core/installation/demand';
import { isSpare } from '../../../core/installation/way';
import { toFixed } from '../../../core/quantity/exact';
import { Disclosure } from '../../../ui/disclosure';
import { Checkbox } from '../../../ui/checkbox';
import { toast } from '../../../ui/toast';
import { Button } from '../../../ui/button';
import { useJob } from '../../../client/job-provider';
import { VerdictMark, Working } from '../../workspace/verdict-mark';

const shown = ({ total }: Demand): string => `${toFixed(total, 1, 'half-up')} A`;

/** Maximum demand worked out from the ways with diversity, line by line; the inspector takes the figure or types another. */
export function DemandLines({ take }: { take: (amps: number) => void }) {
  const view = useJob();
  const { job, isSealed, definition } = view;
  const { before, after } = demandOfJob(view);
  if (after.lines.length === 0) return null;
  const rounded = Number(toFixed(after.total, 0, 'up'));
  const beside = [
    job.supply.serviceFuseAmps ? judgeDemand(after.total, job.supply.serviceFuseAmps, 'supply fuse') : null,
    job.supply.mainSwitchAmps ? judgeDemand(after.total, job.supply.mainSwitchAmps, 'board') : null,
  ].filter((each) => each !== null);
  return (
    <Disclosure
      className="border-b border-rule py-1.5 text-sm"
      summary={
        <>
          Calculated from the circuits:{' '}
          {before ? `${shown(before)} before, ${shown(after)} with the new load` : shown(after)}
          {before ? '' : ' after diversity'}
        </>
      }
    >
      <table className="mt-1 w-full">
        <caption className="sr-only">Maximum demand by purpose</caption>
        <thead>
          <tr className="text-left text-xs text-faint">
            <th className="font-normal">Purpose</th>
            <th className="font-normal">Working</th>
            {before && <th className="text-right font-normal">Before, A</th>}
            <th className="text-right font-normal">{before ? 'With it, A' : 'A'}</th>
          </tr>
        </thead>
        <tbody>
          {after.lines.map((line) => {
            const was = before?.lines.find(({ purpose }) => purpose === line.purpose);
            return (
              <tr key={line.purpose} className="border-t border-rule align-top">
                <td className="py-0.5 pr-3">{line.purpose}</td>
                <td className="py-0.5 pr-3 text-faint">{line.working}</td>
                {before && <td className="py-0.5 pr-3 text-right">{was ? toFixed(was.demand, 1, 'half-up') : '—'}</td>}
                <td className="py-0.5 text-right font-semibold">{toFixed(line.demand, 1, 'half-up')}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {beside.map((judgement) => (
        <div key={judgement.limit?.text} className="flex gap-3 pt-2">
          <VerdictMark verdict={judgement.verdict} />
          <Working judgement={judgement} />
        </div>
      ))}
      <p className="pt-1 text-xs text-faint">
        Uses the device rating where no design current is recorded. Enter another figure if you know the load.
      </p>
      {definition.about === 'works' && <NewLoad />}
      {!isSealed && (
        <Button className="my-1" onClick={() => take(rounded)}>
          Take {rounded} A
        </Button>
      )}
    </Disclosure>
  );
}

/** Which circuits were not there before. */
function NewLoad() {
  const view = useJob();
  const { job, document, append, isSealed } = view;
  const ways = [...job.ways.values()].filter((way) => !isSpare(way));
  const added = newWays(view);
  return (
    <fieldset className="pt-2">
      <legend className="text-faint">New load</legend>
      <div className="grid gap-x-4 sm:grid-cols-2">
        {ways.map((way) => (
          <Checkbox
            key={way.id}
            label={`${way.number} ${way.description ?? ''}`}
            checked={added.includes(way)}
            disabled={isSealed}
            onChange={(on) => {
              const newWayIds = ways.filter((each) => (each === way ? on : added.includes(each))).map(({ id }) => id);
              const outcome = append([
                { kind: 'works.described', body: { documentId: document.id, fields: { newWayIds } } },
              ]);
              if (!outcome.ok) toast(outcome.reason);
            }}
          />
        ))}
      </div>
    </fieldset>
  );
}

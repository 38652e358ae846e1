'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import type { NewJobEntry } from '../../../core/catalogue';
import { type Link, type LinkSort, linkSorts } from '../../../core/job/kinds/link';
import { strayNeutral } from '../../../core/installation/way';
import { mayEnergise, neutralPlace, neutralProof } from '../../../core/work/isolation';
import { Button } from '../../../ui/button';
import { useJob } from '../../../client/job-provider';
import { Select } from '../../../ui/select';
import { showMoment } from '../../workspace/struck-readings';

/** Every temporary link and disconnection, cleared with a tick each; what still forbids making it live. */
export function LinksRegister({ record }: { record: (entry: NewJobEntry) => boolean }) {
  const { job, isSealed } = useJob();
  const [sort, setSort] = useState<LinkSort>('L–CPC link');
  const [wayId, setWayId] = useState('origin');
  const { ready, stillIn } = mayEnergise(job.links);
  const ways = [...job.ways.values()];
  const way = job.ways.get(wayId);
  const make = () =>
    record({
      kind: 'link.made',
      body: {
        linkId: v7(),
        sort,
        on: way ? { of: 'way', id: way.id } : { of: 'supply' },
        where: way ? `way ${way.number} ${way.description ?? ''}`.trim() : 'origin',
        test: null,
      },
    });
  return (
    <section aria-labelledby="links">
      <h2 id="links" className="border-b border-rule-strong pb-1 text-xl">
        Links and disconnections
      </h2>
      <ul>
        {job.links.map((link) => (
          <li key={link.linkId} className="flex items-center gap-3 border-b border-rule py-1.5">
            <span className={`flex-1 ${link.clearedAt ? 'text-faint line-through' : 'font-semibold'}`}>
              {link.sort}, {link.where}
              {!link.clearedAt && link.sort === 'neutral off' && <NeutralProof link={link} record={record} />}
              <span className="block text-xs font-normal text-faint">
                {link.test ? `for ${link.test}, ` : ''}
                {showMoment(link.madeAt)}
                {link.clearedAt && `; out ${showMoment(link.clearedAt)}`}
              </span>
            </span>
            {!link.clearedAt && (
              <Button
                className="min-h-11"
                onClick={() => record({ kind: 'link.cleared', body: { linkId: link.linkId } })}
                aria-label={`Removed or reconnected: ${link.sort}, ${link.where}`}
              >
                ✓ Removed
              </Button>
            )}
          </li>
        ))}
        {job.links.length === 0 && (
          <li className="border-b border-rule py-2 text-sm text-faint">
            None. Add each link as you fit it: a forgotten link is a dead short.
          </li>
        )}
      </ul>
      {!isSealed && (
        <form
          className="flex flex-wrap gap-2 pt-2"
          onSubmit={(event) => {
            event.preventDefault();
            make();
          }}
        >
          <Select
            label="What was linked or disconnected"
            value={sort}
            onChange={setSort}
            options={linkSorts.map((each) => ({ value: each, label: each }))}
          />
          <Select
            label="Where"
            className="min-w-0 flex-1"
            value={wayId}
            onChange={setWayId}
            options={[
              { value: 'origin', label: 'At the origin' },
              ...ways.map((each) => ({ value: each.id, label: `Way ${each.number} ${each.description ?? ''}` })),
            ]}
          />
          <Button type="submit" className="min-h-10 max-md:min-h-11">
            Save link
          </Button>
        </form>
      )}
      <div
        role="status"
        aria-label="May it be energised"
        className={`mt-4 border-2 border-ink p-2 ${ready ? '' : 'hatch'}`}
      >
        <div className="bg-sheet px-3 py-2 text-sm">
          <strong className="block text-lg">
            {ready ? '✓ Nothing is linked or disconnected' : `Do not energise: ${stillIn.length} still in`}
          </strong>
          {ready ? (
            'According to this register. Check once more before switching on.'
          ) : (
            <ul>
              {mayEnergise(job.links).reasons.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </ul>
          )}
        </div>
      </div>
    </section>
  );
}

/** A neutral off its bar may be live from another circuit: that very neutral is proved, there and then. */
function NeutralProof({ link, record }: { link: Link; record: (entry: NewJobEntry) => boolean }) {
  const { job } = useJob();
  const open = job.isolations.findLast(({ ended }) => !ended);
  const way = link.on.of === 'way' ? job.ways.get(link.on.id) : undefined;
  const place = neutralPlace(link);
  const proof = neutralProof(job, link);
  if (proof)
    return (
      <span className="block text-sm font-normal">
        {proof.volts === 0
          ? '✓ That neutral read 0 V to earth.'
          : `STOP: ${proof.volts} V on that neutral. Treat it as live.`}
      </span>
    );
  const stray = way && strayNeutral(way);
  return (
    <span className="block py-1 text-sm font-normal">
      A load on another circuit can make this neutral live with its own breaker off. Prove it to earth.
      {stray && <strong className="block">{stray}</strong>}
      {open ? (
        <span className="flex gap-2 pt-1">
          {[0, 230].map((volts) => (
            <Button
              key={volts}
              className="min-h-11"
              aria-label={`N–E, ${place}: ${volts} volts`}
              onClick={() =>
                record({
                  kind: 'isolation.read',
                  body: { isolationId: open.begun.isolationId, step: 'test', pair: 'N–E', place, volts },
                })
              }
            >
              {volts === 0 ? '0 V' : 'it is live'}
            </Button>
          ))}
        </span>
      ) : (
        <strong className="block">Start an isolation first.</strong>
      )}
    </span>
  );
}

'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import type { NewJobEntry } from '../../../core/catalogue';
import { type LinkSort, linkSorts } from '../../../core/job/kinds/link';
import { mayEnergise } from '../../../core/work/isolation';
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
                aria-label={`Out or restored: ${link.sort}, ${link.where}`}
              >
                ✓ Out
              </Button>
            )}
          </li>
        ))}
        {job.links.length === 0 && (
          <li className="border-b border-rule py-2 text-sm text-faint">
            None made. Log each as it is made: a forgotten link is a dead short.
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
            label="What was linked or taken off"
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
            Log it
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
            {ready ? '✓ Nothing is linked or off' : `Do not energise: ${stillIn.length} still in`}
          </strong>
          {ready ? (
            'As far as this register knows. Look once more before the main switch.'
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

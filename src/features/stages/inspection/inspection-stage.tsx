'use client';

import { useMemo, useRef, useState } from 'react';
import { useJob } from '../../../client/job-provider';
import { usePictures } from '../../../client/use-pictures';
import { type ItemGuidance, loadGuidance } from '../../../core/edition/guidance';
import { contradictedItems } from '../../../core/certificates/discrepancies/find-discrepancies';
import { itemOutcome } from '../../../core/job/item-outcome';
import { inspectionWalk, itemsOf } from '../../../core/work/inspection-walk';
import { openedShare } from '../../../core/work/sampling';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { toast } from '../../../ui/toast';
import { ToggleGroup } from '../../../ui/toggle-group';
import { useLoaded } from '../../../ui/use-loaded';
import { usePlace } from '../../workspace/place';
import { type ItemGroup, ItemRows } from './item-rows';
import { PlaceHead, Places } from './places';
import { WhatIsHere } from './what-is-here';

const none: readonly ItemGuidance[] = [];

/** The inspection as it is walked, or by the sections of the paper: one record, one key or tap an item. */
export function InspectionStage() {
  const view = useJob();
  const { definition, pack, job, isSealed } = view;
  const { target } = usePlace();
  const loaded = useLoaded(loadGuidance);
  const guidance = typeof loaded === 'string' ? none : loaded;
  const [by, setBy] = useState<'place' | 'section' | null>(null);
  // A link leads to its item, whichever place that is seen from.
  const led = target?.at.startsWith('item-') ? target.at.slice('item-'.length) : null;
  const shown = loaded === 'unreadable' ? 'section' : (by ?? (led ? 'section' : 'place'));
  const schedule = definition.schedule(pack);
  const open = schedule.filter((row) => !itemOutcome(view, row.item)).length;
  const share = openedShare(job);
  return (
    <div className="mx-auto max-w-6xl">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-1">
        <h1 className="text-xl">Inspection</h1>
        <ToggleGroup
          label="Group by"
          value={shown}
          onChange={setBy}
          choices={[
            { value: 'place', face: 'By place' },
            { value: 'section', face: 'By section' },
          ]}
        />
        <span className="text-sm" aria-label="Left">
          <strong>{open === 0 ? `✓ all ${schedule.length}` : `${open} of ${schedule.length} left`}</strong>
          {share.total > 0 && definition.about === 'condition' && (
            <span className="text-faint">
              {' '}
              · opened {share.share}
              {job.brief.samplingPercent ? `, ${job.brief.samplingPercent} % agreed` : ''}
            </span>
          )}
        </span>
      </div>
      {loaded === 'unreadable' && (
        <p className="border-y border-rule py-1 text-sm">
          Guidance is not on this device yet. Open this page once while online.
        </p>
      )}
      <WhatIsHere guidance={guidance} />
      {!isSealed && (
        <p className="py-1 text-xs text-faint max-md:hidden">
          ↑ ↓ move; A acceptable;{' '}
          {definition.about === 'condition'
            ? '1 2 3 F the codes; V L N not verified, limitation, not applicable'
            : 'N not applicable'}
        </p>
      )}
      {shown === 'section' && <BySection guidance={guidance} led={led} />}
      {shown === 'place' && loaded === 'loading' && (
        <p role="status" className="py-3 text-faint">
          Opening…
        </p>
      )}
      {shown === 'place' && loaded !== 'loading' && <ByPlace guidance={guidance} />}
    </div>
  );
}

function ByPlace({ guidance }: { guidance: readonly ItemGuidance[] }) {
  const view = useJob();
  const pictures = usePictures(view.jobId);
  const walk = useMemo(() => inspectionWalk(view, guidance), [view, guidance]);
  const [at, setAt] = useState<string | null>(null);
  const top = useRef<HTMLDivElement>(null);
  const place = walk.find(({ name }) => name === at) ?? walk.find(({ left }) => left > 0) ?? walk[0];
  // Where one is stays, also once nothing is left there.
  const [first] = useState(place?.name ?? null);
  const here = walk.find(({ name }) => name === (at ?? first)) ?? place;
  if (!here) return null;
  const index = walk.indexOf(here);
  const also = here.also.filter(({ row }) => !itemOutcome(view, row.item));
  const go = (name: string) => {
    setAt(name);
    top.current?.scrollIntoView({ block: 'start' });
  };
  const next = walk.slice(index + 1).find(({ left }) => left > 0) ?? walk[index + 1];
  return (
    <div ref={top} className="grid scroll-mt-40 grid-cols-1 gap-x-6 md:grid-cols-[11rem_minmax(0,1fr)]">
      <Places walk={walk} here={here.name} go={go} />
      <div>
        <PlaceHead key={here.name} place={here} walk={walk} pictures={pictures} />
        <ItemRows
          key={`rows ${here.name}`}
          groups={[{ name: `Items of ${here.name}`, head: null, items: here.closes }]}
          place={here.name}
        />
        {also.length > 0 && (
          <Disclosure
            key={`also ${here.name}`}
            open={here.closes.length === 0}
            className="pt-3"
            summary={
              <span className="text-sm font-semibold">
                Also check here: {also.length} items, recorded in a later place
              </span>
            }
          >
            <ItemRows groups={[{ name: `Seen in ${here.name} too`, head: null, items: also }]} place={here.name} shut />
          </Disclosure>
        )}
        {next && (
          <Button look={here.left === 0 ? 'next' : 'plain'} className="mt-3 min-h-11" onClick={() => go(next.name)}>
            Next: {next.name}
            {next.left > 0 ? `, ${next.left} left` : ''}
          </Button>
        )}
      </div>
    </div>
  );
}

function BySection({ guidance, led }: { guidance: readonly ItemGuidance[]; led: string | null }) {
  const view = useJob();
  const { document, definition, isSealed, append } = view;
  const items = useMemo(() => itemsOf(view, guidance), [view, guidance]);
  const schedule = definition.schedule(view.pack);
  const sections = [...new Set(schedule.map((row) => row.section))];
  const restOf = (section: string) => {
    const unmarked = schedule.filter((row) => row.section === section && !itemOutcome(view, row.item));
    const against = contradictedItems(view, view.verdicts);
    const open = unmarked.filter((row) => !against.has(row.item));
    const left = unmarked.filter((row) => against.has(row.item));
    const result = append(
      open.map((row) => ({
        kind: 'item.marked',
        body: { documentId: document.id, item: row.item, outcome: 'ok', reason: null },
      })),
    );
    if (!result.ok) return toast(result.reason);
    const why = left.map(({ item }) => `${item}: ${against.get(item)?.[0] ?? ''}`).join('; ');
    toast(
      left.length > 0
        ? `${open.length} items marked acceptable. ${left.length} not marked: ${why}.`
        : `${open.length} items marked acceptable.`,
    );
  };
  const groups = sections.map((section): ItemGroup => {
    const rows = schedule.filter((row) => row.section === section);
    const open = rows.filter((row) => !itemOutcome(view, row.item)).length;
    const head = (
      <div className="flex flex-wrap items-baseline gap-3 border-b border-rule-strong pb-1">
        <h2 className="text-lg">
          {rows[0]?.item.split('.')[0]} {section}
        </h2>
        <span className="flex-1 text-sm text-faint">
          {open === 0 ? `✓ all ${rows.length}` : `${open} of ${rows.length} open`}
        </span>
        {open > 1 && !isSealed && (
          <Button look="quiet" onClick={() => restOf(section)}>
            Mark the {open} left acceptable
          </Button>
        )}
      </div>
    );
    return { name: section, head, items: items.filter(({ row }) => row.section === section) };
  });
  return <ItemRows groups={groups} place={null} led={led} />;
}

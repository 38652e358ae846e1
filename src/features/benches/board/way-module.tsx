'use client';

import { GripHorizontal } from 'lucide-react';
import { showCable, showDevice } from '../../../core/installation/device-text';
import { type Way, isSpare } from '../../../core/installation/way';
import { isolationFor } from '../../../core/work/isolation';
import { DeviceSwitch } from '../frame/device-switch';
import { useSorted } from '../../../ui/sortable';
import { useJob } from '../../../client/job-provider';

const short = (device: string): string =>
  device.replace(/^(BS EN |BS )?(60898|61009) /, (_all, _bs, standard: string) =>
    standard === '61009' ? 'RCBO ' : '',
  );

/** One way as it stands on the wall: its place, its device, what it feeds, and what is linked or off behind it now. */
export function WayModule({
  way,
  isChosen,
  choose,
  group,
}: {
  way: Way;
  isChosen: boolean;
  choose: () => void;
  group: { name: string; begins: boolean; ends: boolean } | null;
}) {
  const { job, isSealed } = useJob();
  const { setNodeRef, style, handle, isMoving } = useSorted(way.id, isSealed);
  const links = job.links.filter((link) => link.clearedAt === null && link.on.of === 'way' && link.on.id === way.id);
  const isDead = 'isolationId' in isolationFor(job.isolations, { of: 'way', id: way.id }, way.boardId);
  return (
    <li ref={setNodeRef} style={style} className={`flex w-[6.4rem] flex-col ${isMoving ? 'opacity-70' : ''}`}>
      <div
        className={`flex flex-1 flex-col border bg-sheet ${isChosen ? 'border-2 border-ink' : 'border-rule-strong'} ${isSpare(way) ? 'border-dashed' : ''}`}
      >
        <button
          type="button"
          {...handle}
          aria-label={`Move way ${way.number}`}
          className="flex min-h-7 cursor-grab touch-none items-center justify-between border-b border-rule px-1.5 text-sm text-faint max-md:min-h-11"
        >
          <span className="font-semibold text-ink">{way.number}</span>
          <GripHorizontal size={16} aria-hidden />
        </button>
        <button
          type="button"
          aria-pressed={isChosen}
          onClick={choose}
          className="flex min-h-28 flex-1 flex-col items-start px-1.5 py-1 text-left text-sm hover:bg-hover"
        >
          <strong>{isSpare(way) ? 'spare' : short(showDevice(way)) || 'device?'}</strong>
          {!group && way.residualMilliamps && (
            <span className="text-xs text-faint">
              {way.residualMilliamps} mA {way.residualType ?? ''}
            </span>
          )}
          <span className="line-clamp-4 leading-tight">{isSpare(way) ? '' : (way.description ?? 'no name yet')}</span>
          <span className="mt-auto text-xs text-faint">
            {[showCable(way), way.arrangement === 'ring' ? 'ring' : ''].filter(Boolean).join(' ')}
          </span>
        </button>
        {!isSpare(way) && (
          <DeviceSwitch
            device={{ of: 'way', id: way.id }}
            face=""
            className="justify-center rounded-none border-x-0 border-b-0"
          />
        )}
        {links.map((link) => (
          <span key={link.linkId} className="bg-ink px-1.5 text-xs font-semibold text-paper">
            {link.sort}
          </span>
        ))}
        {isDead && links.length === 0 && <span className="hatch px-1.5 text-xs">proved dead</span>}
      </div>
      {group && (
        <span
          className={`mt-1 h-6 truncate border-b-2 border-ink px-1 text-xs ${group.begins ? 'border-l-2' : ''} ${group.ends ? 'border-r-2' : ''}`}
          title={group.name}
        >
          {group.begins ? group.name : ''}
        </span>
      )}
    </li>
  );
}

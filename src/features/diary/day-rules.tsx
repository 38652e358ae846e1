'use client';

import { LocateFixed } from 'lucide-react';
import { useFirm } from '../../client/firm-provider';
import type { DayRules as Rules } from '../../core/firm/kinds/visit';
import { readClock } from '../../core/words/clock';
import { Button } from '../../ui/button';
import { EntryField, asNumber } from '../../ui/entry-field';
import { whereThisIs } from '../house/where-this-is';
import { useRecord } from '../house/use-record';

const asClock = (text: string) => {
  const read = readClock(text);
  return read.ok ? { ok: true as const, value: read.clock } : read;
};

/** When a day of the firm starts and ends, when there is lunch, and how many reports go into it. */
export function DayRules() {
  const { firm } = useFirm();
  const record = useRecord();
  const say = (body: Partial<Rules>) => record({ kind: 'day.set', body });
  const { day } = firm;
  const clock = (label: string, name: 'startsAt' | 'endsAt' | 'lunchFrom' | 'lunchTo') => (
    <EntryField label={label} shown={day[name]} parse={asClock} commit={(value) => say({ [name]: value })} />
  );
  return (
    <div>
      {clock('First visit at', 'startsAt')}
      {clock('Ends', 'endsAt')}
      <EntryField
        label="Lunch"
        unit="minutes"
        inputMode="numeric"
        shown={String(day.lunchMinutes)}
        parse={asNumber(0, 120, true)}
        commit={(lunchMinutes) => say({ lunchMinutes: lunchMinutes ?? 0 })}
      />
      {clock('Lunch from', 'lunchFrom')}
      {clock('Lunch by', 'lunchTo')}
      <EntryField
        label="Most reports a day"
        inputMode="numeric"
        shown={String(day.mostReports)}
        parse={asNumber(1, 6, true)}
        commit={(mostReports) => mostReports && say({ mostReports })}
      />
      <div className="flex flex-wrap items-center gap-3 py-2 text-sm">
        <span>
          {day.home
            ? `The day begins and ends at ${day.home.north.toFixed(3)}, ${day.home.east.toFixed(3)}.`
            : 'No start location: travel from and back to it is not counted.'}
        </span>
        <Button look="quiet" onClick={() => void whereThisIs().then((home) => home && say({ home }))}>
          <LocateFixed size={16} aria-hidden /> Use my location
        </Button>
        {day.home && (
          <Button look="quiet" onClick={() => say({ home: null })}>
            Clear location
          </Button>
        )}
      </div>
    </div>
  );
}

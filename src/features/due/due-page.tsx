'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Reminding, reminder } from '../../core/certificates/reminder';
import { showDay } from '../../core/words/day';
import { showMoment } from '../../core/words/moment';
import type { DueItem, DueSort } from '../../server/due';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { Select } from '../../ui/select';
import { ToggleGroup } from '../../ui/toggle-group';
import { type Horizon, horizonWords, horizons } from './horizons';
import { MonthOfDue } from './month';
import { ReminderForm } from './reminder-form';

type Props = {
  readonly items: readonly DueItem[];
  readonly within: Horizon;
  readonly today: string;
  readonly firm: Reminding['firm'];
};

const sortWords: Readonly<Record<DueSort, string>> = {
  inspection: 'Inspections',
  duty: 'Duties',
  finding: 'Observations',
  snag: 'Snags',
  draft: 'Drafts',
  calibration: 'Instruments',
};

const whenOf = (dueOn: string, today: string): string =>
  dueOn < today ? `× since ${showDay(dueOn)}` : dueOn === today ? 'today' : showDay(dueOn);

/** What the firm has to see to, of every sort, as one list or on the days of a month. */
export function DuePage({ items, within, today, firm }: Props) {
  const router = useRouter();
  const [view, setView] = useState<'list' | 'month'>('list');
  const [sort, setSort] = useState<DueSort | 'all'>('all');
  const [about, setAbout] = useState<DueItem | null>(null);
  const present = (Object.keys(sortWords) as DueSort[]).filter((each) => items.some((item) => item.sort === each));
  const shown = items.filter((item) => sort === 'all' || item.sort === sort);
  const overdue = shown.filter(({ dueOn }) => dueOn < today).length;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-3 pt-4">
        <h1 className="flex-1 text-2xl">
          Due{' '}
          <span className="font-sans text-base text-faint">
            {shown.length === 0 ? '' : overdue > 0 ? `${overdue} overdue of ${shown.length}` : `${shown.length}`}
          </span>
        </h1>
        <Select
          label="Period"
          value={within}
          onChange={(to) => router.push(`/due?within=${to}`)}
          options={horizons.map((value) => ({ value, label: horizonWords[value] }))}
        />
        {present.length > 1 && (
          <ToggleGroup
            label="Type"
            value={sort}
            onChange={setSort}
            choices={[
              { value: 'all' as const, face: 'All' },
              ...present.map((value) => ({ value, face: sortWords[value] })),
            ]}
          />
        )}
        <ToggleGroup
          label="View"
          value={view}
          onChange={setView}
          choices={[
            { value: 'list', face: 'List' },
            { value: 'month', face: 'Month' },
          ]}
        />
      </div>
      {view === 'month' ? (
        <MonthOfDue items={shown} today={today} />
      ) : shown.length === 0 ? (
        <p className="border-y border-rule py-10 text-center">
          Nothing is due {horizonWords[within]}. Inspections, duties and calibrations appear here automatically.
        </p>
      ) : (
        <ul>
          {shown.map((item) => (
            <Row key={item.key} item={item} today={today} remind={() => setAbout(item)} />
          ))}
        </ul>
      )}
      <Dialog open={about !== null} onOpenChange={() => setAbout(null)} title="Reminder">
        {about && (
          <ReminderForm
            about={about.key}
            to={about.client?.email ?? ''}
            draft={reminder({
              ...about,
              sort: about.sort as Reminding['sort'],
              client: about.client?.name ?? '',
              firm,
            })}
            done={() => {
              setAbout(null);
              router.refresh();
            }}
          />
        )}
      </Dialog>
    </>
  );
}

function Row({ item, today, remind }: { readonly item: DueItem; readonly today: string; readonly remind: () => void }) {
  const { dueOn, what, number, address, href, client, forClient, remindedAt } = item;
  return (
    <li className="relative grid items-baseline gap-x-4 border-t border-rule py-2 hover:bg-hover md:grid-cols-[12.5rem_1fr_auto]">
      <span className={dueOn <= today ? 'font-semibold' : ''}>{whenOf(dueOn, today)}</span>
      <span className="min-w-0">
        <Link href={href} className="after:absolute after:inset-0">
          {what}
        </Link>
        <span className="block text-sm text-faint">
          {[number, address.split('\n').join(', '), client?.name].filter(Boolean).join(', ')}
        </span>
      </span>
      <span className="relative z-10 flex items-baseline gap-3 text-sm">
        {remindedAt && <span className="text-faint">reminded {showMoment(new Date(remindedAt))}</span>}
        {forClient && (
          <Button look="quiet" onClick={remind}>
            {remindedAt ? 'Send another reminder' : 'Send reminder'}
          </Button>
        )}
      </span>
    </li>
  );
}

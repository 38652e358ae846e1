'use client';

import { useMemo, useState } from 'react';
import type { Finding } from '../../core/edition/findings';
import type { Exercise } from '../../core/practice/exercises';
import { capital } from '../../core/words/capital';
import type { House, Place } from '../../core/practice/house';
import { Button, linkLook } from '../../ui/button';
import { Confirm } from '../../ui/confirm';
import { Select } from '../../ui/select';
import { Tabs } from '../../ui/tabs';
import { toast } from '../../ui/toast';
import { useNow } from '../../ui/use-now';
import { Finish } from './finish';
import { Found } from './found';
import { PlaceList } from './place-list';
import { ResultPage } from './result-page';
import { Scene } from './scenes/scene';
import { TesterPanel } from './tester-panel';
import { go } from './asked';
import { type OnVisit, useVisit } from './use-visit';
import { Ways } from './ways';

type Props = { readonly house: House; readonly exercise: Exercise | null; readonly findings: readonly Finding[] };
type Sheet = 'ways' | 'tester' | 'found';

/** A practice dwelling one walks through; once the report is handed over, what it really was. */
export function VisitPage({ house, exercise, findings }: Props) {
  const on = useVisit(house, exercise);
  if (!on) return <p className="p-6 text-faint">Loading…</p>;
  if (on.visit.finished) return <ResultPage on={on} exercise={exercise} findings={findings} />;
  return <AtTheHouse on={on} exercise={exercise} />;
}

function AtTheHouse({ on, exercise }: { on: OnVisit; exercise: Exercise | null }) {
  const { house, visit, does } = on;
  const [placeId, setPlaceId] = useState('intake');
  const [sheet, setSheet] = useState<Sheet>('ways');
  const place = house.places.find(({ id }) => id === placeId) ?? house.places[0];
  if (!place) return null;
  return (
    <main className="mx-auto max-w-7xl px-4 pb-16">
      <header className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 border-b border-rule-strong py-2">
        <div className="min-w-0">
          <p className="text-sm">
            <strong className="border-2 border-ink px-1.5 tracking-widest">PRACTICE</strong>{' '}
            <span className="select-all text-faint">{house.number}</span>
          </p>
          <h1 className="truncate pt-1 text-xl">{exercise?.title ?? house.type.title}</h1>
        </div>
        <div className="flex flex-wrap items-center gap-2 md:gap-3">
          <Clock on={on} allowed={exercise?.minutes ?? null} />
          <Button look="quiet" onClick={() => go('/practice')}>
            Leave
          </Button>
          <a href={`/practice/${house.number}`} className={linkLook('plain')}>
            The document
          </a>
          <Finish on={on} />
        </div>
      </header>
      <p className="py-1.5 text-sm text-faint">
        {exercise?.says ?? house.type.story} {house.type.era && `${capital(house.type.era)}.`}
      </p>
      <div className="grid gap-x-6 gap-y-4 md:grid-cols-[1fr_21rem] lg:grid-cols-[12rem_1fr_22rem]">
        <div className="max-lg:hidden">
          <PlaceList house={house} visit={visit} at={place.id} go={setPlaceId} />
        </div>
        <div>
          <Select
            label="Place"
            className="mb-2 w-full lg:hidden"
            value={place.id}
            options={house.places.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setPlaceId}
          />
          <AtPlace on={on} place={place} />
        </div>
        <Tabs
          label="In hand"
          value={sheet}
          tabs={[
            { value: 'ways', face: 'Ways' },
            { value: 'tester', face: 'Tester' },
            { value: 'found', face: `Found ${visit.claims.length || ''}`.trim() },
          ]}
          onChange={setSheet}
        >
          <div className="border-t border-rule-strong pt-2">
            {sheet === 'ways' ? (
              <Ways on={on} />
            ) : sheet === 'tester' ? (
              <TesterPanel on={on} place={place} />
            ) : (
              <Found on={on} place={place} />
            )}
          </div>
        </Tabs>
      </div>
      <p className="pt-4 text-sm text-faint">
        Nothing here is live. In a real property live testing can kill: isolate, lock off, prove dead, and only if you
        are competent.{' '}
        <Button look="quiet" onClick={() => does({ is: 'hint' })}>
          Hint, costs 2 points
        </Button>{' '}
        <Confirm
          trigger={<Button look="quiet">Show me</Button>}
          title="Show the solution?"
          what="Shows the whole inspection step by step. It does not count, and your work here is lost."
          act="Show me"
          onConfirm={() => void on.show().catch((error: Error) => toast(error.message))}
        />
      </p>
    </main>
  );
}

const tick = 1000;
function Clock({ on: { begunAt }, allowed }: { on: OnVisit; allowed: number | null }) {
  const now = useNow(tick);
  const seconds = begunAt === null || now === null ? 0 : Math.max(0, Math.floor((now - begunAt) / tick));
  const shown = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  const isOver = allowed !== null && seconds > allowed * 60;
  return (
    <span className={`tabular-nums ${isOver ? 'hatch px-1 font-semibold' : ''}`}>
      {shown}
      {allowed !== null && <span className="text-faint"> of {allowed}:00</span>}
    </span>
  );
}

function AtPlace({ on, place }: { on: OnVisit; place: Place }) {
  const { house, visit, does } = on;
  const isOff = visit.covers.has(place.id);
  const hasCover = place.kind !== 'room' && place.kind !== 'part' && place.kind !== 'intake';
  const hasVolts = place.id.startsWith('point:');
  const circuit = house.circuits.find(({ id }) => id === place.circuit);
  // Only what was answered here: each place has its own.
  const answers = useMemo(
    () =>
      visit.acts
        .flatMap((act, index) => {
          const here =
            'place' in act
              ? act.place === place.id
              : act.is === 'measure'
                ? !('place' in act.measured) || act.measured.place === place.id
                : act.is !== 'claim' && act.is !== 'unclaim';
          return here ? [{ index, says: visit.said[index] ?? [] }] : [];
        })
        .slice(-12)
        .reverse(),
    [visit, place.id],
  );
  return (
    <section aria-label={place.name}>
      <h2 className="flex items-baseline justify-between gap-3 pb-1 text-lg">
        {place.name}
        <span className="font-sans text-sm font-normal text-faint">
          {circuit ? `way ${circuit.way}, ${circuit.name}` : place.kind === 'room' ? '' : place.room}
        </span>
      </h2>
      <Scene house={house} visit={visit} place={place} isLit={on.isLit(place)} />
      <div className="flex flex-wrap gap-2 py-2">
        <Button onClick={() => does({ is: 'look', place: place.id })}>Look closely</Button>
        {hasCover && (
          <Button onClick={() => does({ is: 'cover', place: place.id, off: !isOff })}>
            {isOff ? 'Cover on' : 'Remove cover'}
          </Button>
        )}
        {place.kind === 'switch' ? (
          <Button onClick={() => does({ is: 'work', place: place.id })}>Switch over</Button>
        ) : (
          <Button onClick={() => does({ is: 'try', place: place.id })}>Operate</Button>
        )}
        {hasVolts && <Button onClick={() => does({ is: 'volts', place: place.id })}>Voltage?</Button>}
        {place.kind === 'intake' && <Button onClick={() => does({ is: 'ask' })}>Ask about the house</Button>}
      </div>
      <ol aria-live="polite" aria-label="What it says" className="border-t border-rule text-sm">
        {answers.map(({ index, says }) => (
          <li key={index} className="border-b border-rule py-1">
            {says.map(({ text, tone }, line) => (
              <p
                key={line}
                className={
                  tone === 'wrong'
                    ? 'hatch px-1 font-semibold'
                    : tone === 'plain'
                      ? 'text-faint'
                      : tone === 'sign'
                        ? 'font-semibold'
                        : 'text-base font-semibold tabular-nums'
                }
              >
                {tone === 'wrong' && '× '}
                {text}
              </p>
            ))}
          </li>
        ))}
      </ol>
    </section>
  );
}

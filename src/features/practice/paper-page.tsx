'use client';

import { type ReactNode, useState, useSyncExternalStore } from 'react';
import { v7 } from 'uuid';
import { JobProvider } from '../../client/job-provider';
import { practiceLink } from '../../client/practice-link';
import { type JobDraft, jobStream } from '../../core/catalogue';
import type { Role } from '../../core/ledger/actor';
import { loadDwellingTypes } from '../../core/practice/dwelling-type';
import { exercises } from '../../core/practice/exercises';
import { type House, houseOf } from '../../core/practice/house';
import { paperStream } from '../../core/practice/paper-stream';
import { recordOf } from '../../core/practice/record';
import { AtHouse } from '../../core/practice/visit';
import { nothingRemembered } from '../../core/work/remembered';
import { useLoaded } from '../../ui/use-loaded';
import { visitKept } from './kept';

/** The job of a practice house, on this device alone, for the pages of a job within it. */
export function PaperPage({ number, children }: { number: string; children: ReactNode }) {
  const types = useLoaded(loadDwellingTypes);
  const isHere = useSyncExternalStore(
    () => () => undefined,
    () => true,
    () => false,
  );
  if (types === 'unreadable') return <p role="alert">The houses could not be loaded. Look again with a network.</p>;
  if (types === 'loading' || !isHere) return <p className="p-6 text-faint">A moment…</p>;
  const house = houseOf(number, types);
  if (!house) return <p role="alert">× There is no house {number}.</p>;
  return <Paper house={house}>{children}</Paper>;
}

const roles: readonly Role[] = ['inspector', 'supervisor', 'office'];
const me = { id: 'learner', roles, name: 'A learner', position: 'Learner' };
const firm = { name: 'Practice', address: '', telephone: '', email: '', logo: '' };
const nobody = {
  people: { learner: me.name },
  instruments: [],
  remembered: nothingRemembered,
  testerUrl: null,
  cardNotes: [],
  doubts: [],
  missed: [],
  visit: null,
  prices: { hourPence: null, own: [] },
} as const;

function Paper({ house, children }: { house: House; children: ReactNode }) {
  const jobId = paperStream(house.number);
  const [entries] = useState(() => begunWith(house, jobId));
  const [link] = useState(() => practiceLink(jobId, entries.length));
  return (
    <JobProvider
      jobId={jobId}
      entries={JSON.stringify(entries)}
      me={me}
      firm={firm}
      {...nobody}
      practice={{ house: house.number, link }}
    >
      {children}
    </JobProvider>
  );
}

/** What the paper was begun with: what was read and found by then, the same whenever it is opened again. */
function begunWith(house: House, streamId: string): unknown[] {
  const key = `begun ${streamId}`;
  const kept = localStorage.getItem(key);
  if (kept) return JSON.parse(kept) as unknown[];
  const visits = [null, ...exercises.map(({ id }) => id)].map((exercise) => visitKept(house.number, exercise).acts);
  const visit = new AtHouse(house).after(visits.find((acts) => acts.length > 0) ?? []);
  const entries = recordOf(house, visit, v7).map(({ kind, body }, index) => {
    const made = { id: v7(), madeAt: new Date().toISOString(), device: 'practice' };
    const draft = jobStream.draft(kind as JobDraft['kind'], body as never, made);
    return { ...draft, madeBy: me.id, seq: index + 1 };
  });
  localStorage.setItem(key, JSON.stringify(entries));
  return entries;
}

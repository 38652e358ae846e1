'use client';

import { type ReactNode, useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { JobProvider, useJob } from '../../client/job-provider';
import { practiceLink } from '../../client/practice-link';
import type { JobDraft, NewJobEntry } from '../../core/catalogue';
import type { Role } from '../../core/ledger/actor';
import { loadDwellingTypes } from '../../core/practice/dwelling-type';
import { type House, houseOf } from '../../core/practice/house';
import { paperStream } from '../../core/practice/paper-stream';
import { nothingRemembered } from '../../core/work/remembered';
import { useLoaded } from '../../ui/use-loaded';
import { type HousePaper, learner, paperOf, practiceFirm, signsAs } from './kept-paper';

/** The job of a practice house, on this device alone, for the pages of a job within it. */
export function PaperPage({ number, children }: { number: string; children: ReactNode }) {
  const types = useLoaded(loadDwellingTypes);
  const isHere = useSyncExternalStore(
    () => () => undefined,
    () => true,
    () => false,
  );
  if (types === 'unreadable') return <p role="alert">The properties could not be loaded. Try again when online.</p>;
  if (types === 'loading' || !isHere) return <p className="p-6 text-faint">Loading…</p>;
  const house = houseOf(number, types);
  if (!house) return <p role="alert">× There is no property {number}.</p>;
  return <Paper house={house}>{children}</Paper>;
}

const roles: readonly Role[] = ['inspector', 'supervisor', 'office'];
const me = { id: learner, roles, ...signsAs };
const nobody = {
  people: { [learner]: me.name },
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
  const load = useCallback(() => paperOf(house), [house]);
  const paper = useLoaded(load);
  if (paper === 'unreadable')
    return <p role="alert">This device cannot save the document: it is full, or storage is off.</p>;
  if (paper === 'loading') return <p className="p-6 text-faint">Loading…</p>;
  return (
    <Begun house={house} {...paper}>
      {children}
    </Begun>
  );
}

function Begun({ house, entries, since, children }: HousePaper & { house: House; children: ReactNode }) {
  const jobId = paperStream(house.number);
  const [link] = useState(() => practiceLink(jobId, entries.length));
  return (
    <JobProvider
      jobId={jobId}
      entries={JSON.stringify(entries)}
      me={me}
      firm={practiceFirm}
      {...nobody}
      practice={{ house: house.number, link }}
    >
      <Since drafts={since} />
      {children}
    </JobProvider>
  );
}

/** Brings in what was read and found at the house since the paper was begun. */
function Since({ drafts }: { drafts: readonly JobDraft[] }) {
  const { loaded, bring } = useJob();
  const brought = useRef(false);
  useEffect(() => {
    if (!loaded || brought.current) return;
    brought.current = true;
    // Each by itself: one the paper does not take any more holds back no other.
    for (const { id, kind, body, madeAt } of drafts) bring([{ id, kind, body, madeAt } as Brought]);
  }, [loaded, bring, drafts]);
  return null;
}
type Brought = NewJobEntry & { readonly id: string };

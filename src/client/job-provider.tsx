'use client';

import { createContext, use, useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { useSyncExternalStoreWithSelector } from 'use-sync-external-store/with-selector';
import { type NewJobEntry, jobStream } from '../core/catalogue';
import type { Doubt, Objection } from '../core/firm/accuracy';
import type { CardNote } from '../core/firm/kinds/card';
import type { Missed } from '../core/firm/kinds/kit';
import type { Visit } from '../core/firm/kinds/visit';
import type { Price } from '../core/firm/kinds/price';
import type { Firm, Gap } from '../core/job/document-definition';
import type { Actor } from '../core/ledger/actor';
import type { StatedAccuracy } from '../core/quantity/stated-accuracy';
import type { Recorded } from '../core/ledger/entry';
import type { Remembered } from '../core/work/remembered';
import { type HeldJob, HeldJobStore, type Progress } from './held-job';
import type { LedgerLink } from './ledger-link';
import type { AppendOutcome } from './stream-store';
import { useStream } from './use-stream';

export type Me = Actor & { readonly name: string; readonly position: string };

type Instrument = {
  readonly id: string;
  readonly name: string;
  readonly serial: string;
  readonly calibratedOn: string | null;
  readonly accuracy: StatedAccuracy | undefined;
  /** What stands against using it now; null where nothing does. */
  readonly objection: Objection | null;
};

type Surroundings = {
  readonly jobId: string;
  readonly me: Me;
  readonly firm: Firm;
  readonly people: Readonly<Record<string, string>>;
  readonly instruments: readonly Instrument[];
  /** What was typed the same way on the job before. */
  readonly remembered: Remembered;
  readonly testerUrl: string | null;
  /** What the firm notes on the cards of tests. */
  readonly cardNotes: readonly CardNote[];
  /** When instruments of the firm were not known to be sound. */
  readonly doubts: readonly Doubt[];
  /** What was missed on the firm's jobs before. */
  readonly missed: readonly Missed[];
  /** What the diary says of being here today. */
  readonly visit: Pick<Visit, 'latest' | 'parkMinutes'> | null;
  /** What repairs take with this firm, and an hour of work costs. */
  readonly prices: { readonly hourPence: number | null; readonly own: readonly Price[] };
  /** Set where it is practice, and no job of any firm's. */
  readonly practice?: PracticePaper;
};

/** A paper of a practice house: sealed on this device, in a space of numbers and hashes of its own. */
type PracticePaper = {
  readonly house: string;
  readonly link: LedgerLink;
};

type Acts = {
  /** Turns to another document of the job; what is recorded of the installation is the same. */
  readonly choose: (documentId: string) => void;
  readonly append: (entries: readonly NewJobEntry[]) => AppendOutcome;
  /** What was made elsewhere, under ids of its own; what is here already is not taken again. */
  readonly bring: (entries: readonly (NewJobEntry & { readonly id: string })[]) => AppendOutcome;
  readonly undo: () => AppendOutcome;
  readonly dismiss: (id: string) => void;
  readonly sendAgain: (id: string) => void;
  readonly nudge: () => void;
  /** Asks the ledger for what is new, at once. */
  readonly refresh: () => Promise<void>;
};

/** The job this page is about: as it stands here and now, what surrounds it, and what can be done. */
export type JobHere = Surroundings & HeldJob & Acts;

type Here = {
  readonly held: HeldJobStore;
  readonly getSnapshot: () => JobHere;
  readonly getServed: () => JobHere;
};

const Context = createContext<Here | null>(null);

function useHere(): Here {
  const here = use(Context);
  if (!here) throw new Error('useJob is used inside a JobProvider');
  return here;
}

const all = (held: JobHere): JobHere => held;

/** Whether two selections are the same: the same value, or an array or plain object of the same values. */
export function isSameSelection(one: unknown, other: unknown): boolean {
  if (Object.is(one, other)) return true;
  if (typeof one !== 'object' || typeof other !== 'object' || !one || !other) return false;
  if (Object.getPrototypeOf(one) !== Object.getPrototypeOf(other)) return false;
  if (!Array.isArray(one) && Object.getPrototypeOf(one) !== Object.prototype) return false;
  const [mine, theirs] = [Object.entries(one), Object.entries(other)];
  return (
    mine.length === theirs.length &&
    mine.every(([key, value]) => Object.is(value, (other as Readonly<Record<string, unknown>>)[key]))
  );
}

/**
 * What a part of the page shows of the job, seen for the document being worked on. It is drawn again only when what it
 * selects changed: values, or an array or plain object of values; say how to compare anything deeper. Without a selection
 * it is drawn again on every change.
 */
export function useJob(): JobHere;
export function useJob<T>(select: (held: JobHere) => T, isEqual?: (a: T, b: T) => boolean): T;
export function useJob<T>(
  select: (held: JobHere) => T = all as (held: JobHere) => T,
  isEqual: (a: T, b: T) => boolean = isSameSelection,
): T {
  const { held, getSnapshot, getServed } = useHere();
  return useSyncExternalStoreWithSelector(held.subscribe, getSnapshot, getServed, select, isEqual);
}

/** The job when it is asked for, for what is done and not shown: never a reason to draw anything again. */
export const useJobNow = (): (() => JobHere) => useHere().getSnapshot;

/** What is left of the document and how its stages stand: it follows a reading when there is time for it. */
export function useProgress<T>(select: (progress: Progress) => T, isEqual?: (a: T, b: T) => boolean): T {
  const { held } = useHere();
  const { subscribeProgress, getProgress, getServedProgress } = held;
  return useSyncExternalStoreWithSelector(
    subscribeProgress,
    getProgress,
    getServedProgress,
    select,
    isEqual ?? isSameSelection,
  );
}

const gapsOf = ({ gaps }: Progress) => gaps;
export const useGaps = (): readonly Gap[] => useProgress(gapsOf);

/** The document one turned to, kept for as long as the tab is open. */
function useChosen(jobId: string, held: HeldJobStore) {
  const key = `paper of ${jobId}`;
  useEffect(() => {
    const chosen = window.sessionStorage.getItem(key);
    if (chosen) held.choose(chosen);
  }, [key, held]);
  return useCallback(
    (documentId: string) => {
      window.sessionStorage.setItem(key, documentId);
      held.choose(documentId);
    },
    [key, held],
  );
}

/** A snapshot with what goes with every one of them; the same object while the snapshot is. */
function withEach<Held, With>(getSnapshot: () => Held, each: With): () => Held & With {
  let last: { readonly held: Held; readonly both: Held & With } | null = null;
  return () => {
    const held = getSnapshot();
    if (last?.held !== held) last = { held, both: { ...each, ...held } };
    return last.both;
  };
}

/** Soon, but after the frame that shows what was just done. */
function whenQuiet(work: () => void): () => void {
  if (!window.requestIdleCallback) {
    const timer = setTimeout(work, 200);
    return () => clearTimeout(timer);
  }
  const asked = window.requestIdleCallback(work, { timeout: 500 });
  return () => window.cancelIdleCallback(asked);
}

type Props = Surroundings & {
  /** The job's entries as one text: thousands of small values are handed over faster so. */
  readonly entries: string;
  readonly children: ReactNode;
};

export function JobProvider({ entries, children, ...surroundings }: Props) {
  const { jobId, me, practice } = surroundings;
  const [served] = useState(() => JSON.parse(entries) as readonly Recorded[]);
  const store = useStream({
    stream: jobStream,
    streamId: jobId,
    address: `/api/jobs/${jobId}`,
    tellsLeaving: !practice,
    entries: served,
    me,
    ...(practice && { link: practice.link }),
  });
  const [held] = useState(() => new HeldJobStore({ store, whenQuiet }));
  useEffect(() => held.begin(), [held]);
  const choose = useChosen(jobId, held);
  const [around] = useState(surroundings);
  const here = useMemo((): Here => {
    const acts: Acts = {
      choose,
      append: (made) => store.append(made),
      bring: (made) => store.bring(made),
      undo: () => store.undo(),
      dismiss: (id) => void store.dismiss(id),
      sendAgain: (id) => void store.sendAgain(id),
      nudge: store.nudge,
      refresh: () => store.catchUp(),
    };
    const each = { ...around, ...acts };
    return { held, getSnapshot: withEach(held.getSnapshot, each), getServed: withEach(held.getServed, each) };
  }, [held, store, choose, around]);
  return <Context value={here}>{children}</Context>;
}

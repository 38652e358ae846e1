'use client';

import { createContext, use, useCallback, useDeferredValue, useEffect, useMemo, useState, type ReactNode } from 'react';
import { type NewJobEntry, jobStream, viewOf } from '../core/catalogue';
import type { Doubt } from '../core/firm/accuracy';
import type { CardNote } from '../core/firm/kinds/card';
import type { Missed } from '../core/firm/kinds/kit';
import type { Visit } from '../core/firm/kinds/visit';
import type { Price } from '../core/firm/kinds/price';
import type { Firm, Gap } from '../core/job/document-definition';
import type { Job } from '../core/job/job';
import { type Verdicts, judgeJob } from '../core/job/verdicts';
import type { JobView } from '../core/job/view';
import type { Actor } from '../core/ledger/actor';
import type { StatedAccuracy } from '../core/quantity/stated-accuracy';
import type { Recorded } from '../core/ledger/entry';
import type { Remembered } from '../core/work/remembered';
import type { LedgerLink } from './ledger-link';
import type { AppendOutcome, Snapshot } from './stream-store';
import { useStream } from './use-stream';

export type Me = Actor & { readonly name: string; readonly position: string };

type Instrument = {
  readonly id: string;
  readonly name: string;
  readonly serial: string;
  readonly calibratedOn: string | null;
  readonly accuracy: StatedAccuracy | undefined;
  /** Why it is not to be brought now; null where it may. */
  readonly whyNot: string | null;
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

type HeldJob = Surroundings &
  JobView &
  Omit<Snapshot<Job>, 'state'> & {
    readonly verdicts: Verdicts;
    /** Sealed: nothing more is said in this document, though the job goes on. */
    readonly isSealed: boolean;
    /** Turns to another paper of the job; what is recorded of the installation is the same. */
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

const Context = createContext<HeldJob | null>(null);
const GapsContext = createContext<readonly Gap[]>([]);

/** The job this page is about, as it stands here and now, seen for the document being worked on. */
export function useJob(): HeldJob {
  const held = use(Context);
  if (!held) throw new Error('useJob is used inside a JobProvider');
  return held;
}

/** What is left of the document: it follows a reading when there is time for it, and is none of the reading's own frame. */
export const useGaps = (): readonly Gap[] => use(GapsContext);

/** What the job amounts to, worked out once per change. */
function assessed(job: Job, chosen: string | null) {
  const view = (chosen && viewOf(job, chosen)) || viewOf(job);
  if (!view) throw new Error('A job that was opened has a document');
  return { ...view, verdicts: judgeJob(view), isSealed: view.document.issued !== null };
}

const noGaps: readonly Gap[] = [];

/** The paper one turned to, kept for as long as the tab is open. */
function useChosen(jobId: string) {
  const key = `paper of ${jobId}`;
  const [chosen, setChosen] = useState<string | null>(null);
  useEffect(() => setChosen(window.sessionStorage.getItem(key)), [key]);
  const choose = useCallback(
    (documentId: string) => {
      window.sessionStorage.setItem(key, documentId);
      setChosen(documentId);
    },
    [key],
  );
  return [chosen, choose] as const;
}

type Props = Surroundings & {
  /** The job's entries as one text: thousands of small values are handed over faster so. */
  readonly entries: string;
  readonly children: ReactNode;
};

export function JobProvider({ entries, children, ...surroundings }: Props) {
  const { jobId, me, practice } = surroundings;
  const [served] = useState(() => JSON.parse(entries) as readonly Recorded[]);
  const [store, snapshot] = useStream({
    stream: jobStream,
    streamId: jobId,
    address: `/api/jobs/${jobId}`,
    tellsLeaving: !practice,
    entries: served,
    me,
    ...(practice && { link: practice.link }),
  });
  const [chosen, choose] = useChosen(jobId);
  const worked = useMemo(() => assessed(snapshot.state, chosen), [snapshot.state, chosen]);
  const settled = useDeferredValue(worked);
  const gaps = useMemo(
    () => (settled.isSealed ? noGaps : settled.definition.gaps(settled, settled.verdicts)),
    [settled],
  );
  const held = useMemo<HeldJob>(
    () => ({
      ...surroundings,
      ...snapshot,
      ...worked,
      choose,
      append: (made) => store.append(made),
      bring: (made) => store.bring(made),
      undo: () => store.undo(),
      dismiss: (id) => void store.dismiss(id),
      sendAgain: (id) => void store.sendAgain(id),
      nudge: store.nudge,
      refresh: () => store.catchUp(),
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the surroundings come from the server once
    [snapshot, worked, store, choose],
  );
  return (
    <Context value={held}>
      <GapsContext value={gaps}>{children}</GapsContext>
    </Context>
  );
}

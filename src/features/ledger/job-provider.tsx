'use client';

import { createContext, use, useEffect, useMemo, useState, useSyncExternalStore, type ReactNode } from 'react';
import { v7 } from 'uuid';
import { type Gap, gapsOf } from '../../core/document/gaps';
import type { Firm } from '../../core/document/report';
import { judgeJob } from '../../core/document/verdicts';
import { editionPack } from '../../core/edition/editions';
import type { EditionPack } from '../../core/edition/pack';
import type { SlotKey } from '../../core/installation/measurement';
import type { Actor } from '../../core/ledger/admit';
import type { Entry } from '../../core/ledger/entry';
import type { Job } from '../../core/ledger/job';
import type { Judgement } from '../../core/quantity/judgement';
import { httpLink } from './http-link';
import { type AppendOutcome, JobStore, type NewEntry, type Snapshot } from './job-store';
import { dropOutgoing, keepNumbered, keepOutgoing, loadJob } from './on-this-device';

export type Me = Actor & { readonly name: string; readonly position: string };

export type Instrument = { readonly id: string; readonly name: string; readonly serial: string; readonly calibratedOn: string | null };

type Surroundings = {
  readonly jobId: string;
  readonly me: Me;
  readonly firm: Firm;
  readonly people: Readonly<Record<string, string>>;
  readonly instruments: readonly Instrument[];
  readonly testerUrl: string | null;
};

type JobView = Surroundings & Snapshot & {
  readonly pack: EditionPack;
  readonly verdicts: ReadonlyMap<SlotKey, Judgement>;
  readonly gaps: readonly Gap[];
  readonly append: (entries: readonly NewEntry[]) => AppendOutcome;
  readonly undo: () => AppendOutcome;
  readonly dismiss: (id: string) => void;
  readonly nudge: () => void;
};

const Context = createContext<JobView | null>(null);

/** The job this page is about, as it stands here and now. */
export function useJob(): JobView {
  const view = use(Context);
  if (!view) throw new Error('useJob is used inside a JobProvider');
  return view;
}

const deviceName = (): string => {
  const kept = localStorage.getItem('orange-ledger-device');
  if (kept) return kept;
  const made = `browser ${v7().slice(-6)}`;
  localStorage.setItem('orange-ledger-device', made);
  return made;
};

const later = (work: () => void, millis: number) => {
  const timer = setTimeout(work, millis);
  return () => clearTimeout(timer);
};

/** What the job amounts to, worked out once per change and only when asked for. */
function assessed(job: Job, pack: EditionPack) {
  const verdicts = judgeJob(job, pack);
  return { verdicts, gaps: gapsOf(job, pack, verdicts) };
}

type Props = Surroundings & { readonly entries: readonly Entry[]; readonly children: ReactNode };

export function JobProvider({ entries, children, ...surroundings }: Props) {
  const { jobId, me } = surroundings;
  const [store] = useState(
    () =>
      new JobStore({
        actor: me,
        jobId,
        entries,
        keeper: { load: () => loadJob(jobId, me.id), keep: keepOutgoing, keepNumbered: (made) => keepNumbered(jobId, made), drop: dropOutgoing },
        link: httpLink(jobId),
        newId: v7,
        now: () => new Date().toISOString(),
        device: typeof window === 'undefined' ? 'server' : deviceName(),
        later,
      }),
  );
  const snapshot = useSyncExternalStore(store.subscribe, store.getSnapshot, store.getSnapshot);

  useEffect(() => {
    void store.begin();
    const source = new EventSource(`/api/jobs/${jobId}/stream`);
    const catchUp = () => {
      store.nudge();
      store.catchUp().catch(() => undefined);
    };
    source.addEventListener('more', catchUp);
    window.addEventListener('online', catchUp);
    window.addEventListener('focus', catchUp);
    return () => {
      source.close();
      window.removeEventListener('online', catchUp);
      window.removeEventListener('focus', catchUp);
    };
  }, [store, jobId]);

  const pack = editionPack(snapshot.job.opened?.body.edition ?? 'bs7671-2018-a2');
  const worked = useMemo(() => assessed(snapshot.job, pack), [snapshot.job, pack]);
  const view = useMemo<JobView>(
    () => ({
      ...surroundings,
      ...snapshot,
      ...worked,
      pack,
      append: (made) => store.append(made),
      undo: () => store.undo(),
      dismiss: (id) => void store.dismiss(id),
      nudge: store.nudge,
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the surroundings come from the server once
    [snapshot, worked, pack, store],
  );
  return <Context value={view}>{children}</Context>;
}

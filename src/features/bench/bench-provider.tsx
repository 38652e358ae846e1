'use client';

import { createContext, use, useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore, type ReactNode } from 'react';
import { toast } from 'sonner';
import { v7 } from 'uuid';
import { measurementOf, slotKey } from '../../core/installation/measurement';
import { wayOfSubject } from '../../core/ledger/job';
import { useInHand } from '../ledger/in-hand';
import { useJob } from '../ledger/job-provider';
import type { NewEntry } from '../ledger/job-store';
import { type InHand, readingEntries } from '../ledger/record-reading';
import { type Place, TesterLink, type TesterState } from '../tester/tester-link';
import { webLine, placeKeeper } from '../tester/web-line';

/** The cell that is being filled: what the pad writes into and the tester reads for. */
export type CellInUse = { readonly place: Place; readonly label: string; readonly text: string; readonly put: (text: string) => void; readonly record: (text: string) => boolean; readonly next: () => void };

type Bench = {
  readonly inHand: InHand;
  readonly change: (part: Partial<InHand>) => void;
  readonly hold: (cell: CellInUse) => void;
  /** Has the tester read for a cell; the one in use where none is given. */
  readonly take: (place?: Place) => void;
  readonly putHere: (readingId: string) => void;
  readonly padOpen: boolean;
  readonly openPad: (open: boolean) => void;
  readonly record: (entries: readonly NewEntry[]) => boolean;
};

const Context = createContext<Bench | null>(null);
/** Apart from the rest, because they change with every keystroke and every message. */
const CellContext = createContext<CellInUse | null>(null);
const TesterContext = createContext<TesterState | null>(null);

export const useCellInUse = (): CellInUse | null => use(CellContext);
export const useTester = (): TesterState | null => use(TesterContext);

export function useBench(): Bench {
  const bench = use(Context);
  if (!bench) throw new Error('useBench is used inside a BenchProvider');
  return bench;
}

const later = (work: () => void, millis: number) => {
  const timer = setTimeout(work, millis);
  return () => clearTimeout(timer);
};

/** What every bench shares: what is in hand, the cell in use, the pad and the tester's link. */
export function BenchProvider({ children }: { children: ReactNode }) {
  const { job, jobId, append, instruments, testerUrl } = useJob();
  const [inHand, change] = useInHand();
  const [cell, setCell] = useState<CellInUse | null>(null);
  const [padOpen, openPad] = useState(false);
  useEffect(() => openPad(window.matchMedia('(max-width: 767px), (pointer: coarse)').matches), []);

  const record = useCallback(
    (entries: readonly NewEntry[]): boolean => {
      const outcome = append(entries);
      if (!outcome.ok) toast(outcome.reason);
      return outcome.ok;
    },
    [append],
  );

  // The link outlives renders: it asks for what stands now when a reading arrives.
  const now = useRef({ job, inHand, change, record, instruments, cell });
  useEffect(() => {
    now.current = { job, inHand, change, record, instruments, cell };
  });
  const [link, setLink] = useState<TesterLink | null>(null);
  useEffect(() => {
    if (testerUrl === null) return undefined;
    const made = new TesterLink({
      open: () => webLine(testerUrl),
      keeper: placeKeeper(jobId),
      later,
      newId: v7,
      record: (place, reading, instrument) => {
        const { job, inHand, change, record, instruments, cell } = now.current;
        if (job.entries.has(reading.id)) return true;
        const brought = [...job.instruments.values()].find((each) => each.serial === instrument.serial);
        const instrumentId = brought?.instrumentId ?? instruments.find((each) => each.serial === instrument.serial)?.id ?? v7();
        const bring: NewEntry[] = brought ? [] : [{ kind: 'instrument.brought', body: { instrumentId, ...instrument } }];
        const entries = readingEntries(job, place.on, place.test, { value: reading.value, reason: null }, { ...inHand, instrumentId, leadNullOhms: reading.leadNullOhms, testVolts: reading.testVolts });
        const taken = entries.map((entry): NewEntry => (entry.kind === 'reading.taken' ? { ...entry, id: reading.id, madeAt: reading.takenAt } : entry));
        const ok = record([...bring, ...taken]);
        // The instrument says itself what its leads were nulled at.
        if (ok && reading.leadNullOhms !== null) change({ instrumentId, leadNullOhms: reading.leadNullOhms, nulledAt: reading.takenAt });
        if (ok && cell && slotKey(cell.place.on, cell.place.test) === slotKey(place.on, place.test)) cell.next();
        return ok;
      },
    });
    setLink(made);
    made.begin();
    return () => made.end();
  }, [testerUrl, jobId]);
  const tester = useSyncExternalStore(link?.subscribe ?? noListener, link?.getSnapshot ?? none, none);
  useEffect(() => {
    if (tester?.refused) toast(tester.refused);
  }, [tester?.refused]);

  const take = useCallback(
    (place?: Place) => {
      const { job, inHand, cell } = now.current;
      const at = place ?? cell?.place;
      if (!link || !at) return;
      if (measurementOf(at.test).spec.takes === 'confirmation') return void toast('This is looked at, not measured: enter it yourself.');
      const way = wayOfSubject(job, at.on);
      const point = at.on.of === 'point' ? (job.points.get(at.on.id)?.name ?? null) : null;
      link.measure(at, { way: way?.number ?? null, point, testVolts: inHand.testVolts });
    },
    [link],
  );
  const putHere = useCallback(
    (readingId: string) => {
      const reading = link?.getSnapshot().unplaced.find((each) => each.id === readingId);
      const place = now.current.cell?.place;
      if (reading && place) link?.put(reading, place);
    },
    [link],
  );
  const value = useMemo(() => ({ inHand, change, hold: setCell, take, putHere, padOpen, openPad, record }), [inHand, change, take, putHere, padOpen, record]);
  return (
    <Context value={value}>
      <TesterContext value={tester}>
        <CellContext value={cell}>{children}</CellContext>
      </TesterContext>
    </Context>
  );
}

const none = (): TesterState | null => null;
const noListener = () => () => undefined;

'use client';

import {
  createContext,
  use,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import { toast } from '../../../ui/toast';
import { v7 } from 'uuid';
import { deviceKey } from '../../../core/installation/device';
import { type Slot, keyOf } from '../../../core/installation/slot';
import { standing, wayOfSubject } from '../../../core/job/job';
import type { JobView } from '../../../core/job/view';
import { useInHand } from '../../workspace/in-hand';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import type { InHand } from '../../../core/work/in-hand';
import { methodAt, recordBeside, recordServing, recordTyped } from '../../../core/work/recorder';
import { showValue } from '../../../core/quantity/reading-value';
import { stateOf, devicesBefore, residualOfWay } from '../../../core/work/on-now';
import type { TesterReading, Where } from '../../../instruments/messages';
import { TesterLink, type TesterState } from '../../../instruments/tester-link';
import { webLine, placeKeeper } from '../../../instruments/web-line';
import { FocusStore, type PlaceInFocus } from './place-in-focus';

type Bench = {
  readonly inHand: InHand;
  readonly change: (part: Partial<InHand>) => void;
  /** The one place readings are written to. */
  readonly focus: FocusStore;
  /** Has the tester read for a slot; the one in focus where none is given. */
  readonly take: (slot?: Slot) => void;
  readonly putHere: (readingId: string) => void;
  readonly padOpen: boolean;
  readonly openPad: (open: boolean) => void;
  readonly record: (entries: readonly NewJobEntry[]) => boolean;
  /** Hears each reading of the tester once it is recorded; one listener at a time. */
  readonly listen: (listener: Heard | null) => void;
};
type Heard = (slot: Slot, reading: TesterReading) => void;

const Context = createContext<Bench | null>(null);
/** Apart from the rest, because it changes with every message. */
const TesterContext = createContext<TesterState | null>(null);

export const useTester = (): TesterState | null => use(TesterContext);

export function useBench(): Bench {
  const bench = use(Context);
  if (!bench) throw new Error('useBench is used inside a BenchProvider');
  return bench;
}

/** The reading in focus, with each keystroke; null where none is. */
export function usePlaceInFocus(): PlaceInFocus | null {
  const { focus } = useBench();
  return useSyncExternalStore(focus.subscribe, () => focus.getSnapshot().focus, nothing);
}

const later = (work: () => void, millis: number) => {
  const timer = setTimeout(work, millis);
  return () => clearTimeout(timer);
};

/** What every bench shares: what is in hand, the place in focus, the pad and the tester's link. */
export function BenchProvider({ children }: { children: ReactNode }) {
  const view = useJob();
  const { jobId, append, instruments, testerUrl } = view;
  const [inHand, change] = useInHand();
  const [padOpen, openPad] = useState(false);
  useEffect(() => openPad(window.matchMedia('(max-width: 767px), (pointer: coarse)').matches), []);

  const record = useCallback(
    (entries: readonly NewJobEntry[]): boolean => {
      const outcome = append(entries);
      if (!outcome.ok) toast(outcome.reason);
      return outcome.ok;
    },
    [append],
  );

  const [focus] = useState(() => new FocusStore());
  useEffect(() => {
    focus.recordWith((slot, typed) => {
      const stands = standing(view.job.readings.get(keyOf(slot))).at(-1);
      if (typed.trim() === (stands ? showValue(stands.body.value) : '')) return null;
      const method = methodAt(view, slot, inHand);
      const recording = recordTyped(view, slot, typed, inHand, { serving: true, method });
      if (!recording.ok) return recording.problem;
      const outcome = append(recording.entries);
      return outcome.ok ? null : outcome.reason;
    });
  });

  // The link outlives renders: it asks for what stands now when a reading arrives.
  const now = useRef({ view, inHand, change, record, instruments });
  useEffect(() => {
    now.current = { view, inHand, change, record, instruments };
  });
  const heard = useRef<Heard | null>(null);
  const listen = useCallback((listener: Heard | null) => void (heard.current = listener), []);
  const [link, setLink] = useState<TesterLink | null>(null);
  useEffect(() => {
    if (testerUrl === null) return undefined;
    const made = new TesterLink({
      open: () => webLine(testerUrl),
      keeper: placeKeeper(jobId),
      later,
      newId: v7,
      record: (slot, reading, instrument) => {
        const { view, inHand, change, record, instruments } = now.current;
        const { job } = view;
        if (job.entries.has(reading.id)) return true;
        const brought = [...job.instruments.values()].find((each) => each.serial === instrument.serial);
        const instrumentId =
          brought?.instrumentId ?? instruments.find((each) => each.serial === instrument.serial)?.id ?? v7();
        const accuracy = instruments.find((each) => each.id === instrumentId)?.accuracy;
        const bring: NewJobEntry[] = brought
          ? []
          : [
              {
                kind: 'instrument.brought',
                body: { instrumentId, ...instrument, ...(accuracy ? { accuracy } : {}) },
              },
            ];
        const { value, leadNullOhms, testVolts } = reading;
        // An instrument that says its null has taken it off itself.
        const held = { ...inHand, instrumentId, leadNullOhms, testVolts, leadsIn: false };
        const recording = recordServing(
          view,
          slot,
          { value, reason: null, method: methodAt(view, slot, inHand) },
          held,
        );
        if (!recording.ok) {
          toast(recording.problem);
          return false;
        }
        let first = true;
        const taken = recording.entries.map((entry): NewJobEntry => {
          if (entry.kind !== 'reading.taken') return entry;
          const own = first ? { id: reading.id } : {};
          first = false;
          return { ...entry, ...own, madeAt: reading.takenAt };
        });
        const beside = recordBeside(view, slot.on, reading.also, held);
        const ok = record([...bring, ...taken, ...beside]);
        if (ok) heard.current?.(slot, reading);
        // The instrument says itself what its leads were nulled at.
        if (ok && leadNullOhms !== null) change({ instrumentId, leadNullOhms, nulledAt: reading.takenAt });
        const inFocus = focus.getSnapshot().focus;
        if (ok && inFocus && keyOf(inFocus.slot) === keyOf(slot)) focus.next();
        return ok;
      },
      tripped: (numbers) => {
        const { job } = now.current.view;
        const ways = [...job.ways.values()].filter((way) => numbers.includes(way.number));
        const devices = new Map(
          ways.map((way) => {
            const device = residualOfWay(way) ?? ({ of: 'way', id: way.id } as const);
            return [deviceKey(device), { device, state: 'tripped' as const }];
          }),
        );
        if (devices.size > 0)
          now.current.record([{ kind: 'device.switched', body: { devices: [...devices.values()] } }]);
      },
    });
    setLink(made);
    made.begin();
    return () => made.end();
  }, [testerUrl, jobId, focus]);
  // The tester is told which ways are off, as the person at the board sees it.
  const { job } = view;
  const off = useMemo(
    () =>
      [...job.ways.values()]
        .filter((way) => devicesBefore(job, way).some((device) => stateOf(job, device) !== 'on'))
        .map((way) => way.number),
    [job],
  );
  useEffect(() => link?.stands(off), [link, off]);
  const tester = useSyncExternalStore(link?.subscribe ?? noListener, link?.getSnapshot ?? none, none);
  useEffect(() => {
    if (tester?.refused) toast(tester.refused);
  }, [tester?.refused]);

  const take = useCallback(
    (slot?: Slot) => {
      const { view, inHand } = now.current;
      const at = slot ?? focus.getSnapshot().focus?.slot;
      if (!link || !at) return;
      if (view.tests.of(at)?.spec.takes === 'confirmation')
        return void toast('This is looked at, not measured: enter it yourself.');
      link.measure(at, {
        where: whereOf(view, at.on),
        testVolts: inHand.testVolts,
        method: methodAt(view, at, inHand),
      });
    },
    [link, focus],
  );
  const putHere = useCallback(
    (readingId: string) => {
      const reading = link?.getSnapshot().unplaced.find((each) => each.id === readingId);
      const slot = focus.getSnapshot().focus?.slot;
      if (reading && slot) link?.put(reading, slot);
    },
    [link, focus],
  );
  const value = useMemo(
    () => ({ inHand, change, focus, take, putHere, padOpen, openPad, record, listen }),
    [inHand, change, focus, take, putHere, padOpen, record, listen],
  );
  return (
    <Context value={value}>
      <TesterContext value={tester}>{children}</TesterContext>
    </Context>
  );
}

/** Where the probes are, as it is said to a tester. */
function whereOf({ job }: JobView, on: Slot['on']): Where {
  const way = wayOfSubject(job, on)?.number ?? 0;
  if (on.of === 'way') return { of: 'way', way };
  if (on.of === 'point') return { of: 'point', way, point: job.points.get(on.id)?.name ?? '' };
  return on.of === 'board' ? { of: 'board' } : on;
}

const nothing = (): PlaceInFocus | null => null;
const none = (): TesterState | null => null;
const noListener = () => () => undefined;

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
import { toast } from '../../ui/toast';
import { v7 } from 'uuid';
import { useSyncExternalStoreWithSelector } from 'use-sync-external-store/with-selector';
import { deviceKey } from '../../core/installation/device';
import { type Slot, keyOf } from '../../core/installation/slot';
import { ownReading } from '../../core/job/governing';
import { wayOfSubject } from '../../core/job/job';
import type { JobView } from '../../core/job/view';
import { useInHand } from './in-hand';
import { isSameSelection, useJob, useJobNow } from '../../client/job-provider';
import type { NewJobEntry } from '../../core/catalogue';
import type { InHand } from '../../core/work/in-hand';
import { methodAt, recordBeside, recordServing, recordTyped } from '../../core/work/recorder';
import { showValue } from '../../core/quantity/reading-value';
import { stateOf, devicesBefore, residualOfWay } from '../../core/work/on-now';
import type { TesterReading, Where } from '../../instruments/messages';
import { TesterLink, type TesterState } from '../../instruments/tester-link';
import { webLine, placeKeeper } from '../../instruments/web-line';
import { FocusStore, type PlaceInFocus, type RecordText } from './place-in-focus';

type Measuring = {
  readonly inHand: InHand;
  readonly change: (part: Partial<InHand>) => void;
  /** The one place readings are written to. */
  readonly focus: FocusStore;
  /** Has the tester read for a slot; the one in focus where none is given. */
  readonly take: (slot?: Slot) => void;
  /** Records a text as the reading of a slot; a sentence where it cannot be. */
  readonly type: RecordText;
  readonly putHere: (readingId: string) => void;
  readonly padOpen: boolean;
  readonly openPad: (open: boolean) => void;
  readonly record: (entries: readonly NewJobEntry[]) => boolean;
  /** Hears each reading of the tester once it is recorded; one listener at a time. */
  readonly listen: (listener: Heard | null) => void;
};
type Heard = (slot: Slot, reading: TesterReading) => void;

const Context = createContext<Measuring | null>(null);
/** Apart from the rest, because it changes with every message. */
const TesterContext = createContext<TesterLink | null>(null);

/** What a part shows of the tester's link; null to select from while there is none. */
export function useTester<T>(select: (tester: TesterState | null) => T): T {
  const link = use(TesterContext);
  return useSyncExternalStoreWithSelector(
    link?.subscribe ?? noListener,
    link?.getSnapshot ?? none,
    none,
    select,
    isSameSelection,
  );
}

export function useMeasure(): Measuring {
  const bench = use(Context);
  if (!bench) throw new Error('useMeasure is used inside a MeasureProvider');
  return bench;
}

/** A value of the slot in focus, whatever is typed there: the slot itself, a text, a yes or no. */
export function useSlotInFocus<T>(select: (slot: Slot | null) => T): T {
  const { focus } = useMeasure();
  return useSyncExternalStore(
    focus.subscribe,
    () => select(focus.getSnapshot().focus?.slot ?? null),
    () => select(null),
  );
}

/** The reading in focus, with each keystroke; null where none is. */
export function usePlaceInFocus(): PlaceInFocus | null {
  const { focus } = useMeasure();
  return useSyncExternalStore(focus.subscribe, () => focus.getSnapshot().focus, nothing);
}

const later = (work: () => void, millis: number) => {
  const timer = setTimeout(work, millis);
  return () => clearTimeout(timer);
};

/** What every page of readings shares: what is in hand, the place in focus, the pad and the tester's link. */
export function MeasureProvider({ children }: { children: ReactNode }) {
  const jobNow = useJobNow();
  const { jobId, append, testerUrl } = useJob((held) => ({
    jobId: held.jobId,
    append: held.append,
    testerUrl: held.testerUrl,
  }));
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
  const type = useCallback<RecordText>(
    (slot, typed, how) => {
      const view = jobNow();
      const stands = ownReading(view, slot)?.body;
      if (typed.trim() === (stands ? showValue(stands.value) : '') && (!stands || (how ?? stands.how) === stands.how))
        return null;
      const method = methodAt(view, slot, inHand);
      const recording = recordTyped(view, slot, typed, inHand, { serving: true, method, ...(how && { how }) });
      if (!recording.ok) return recording.problem;
      const outcome = append(recording.entries);
      return outcome.ok ? null : outcome.reason;
    },
    [jobNow, append, inHand],
  );
  useEffect(() => focus.recordWith(type), [focus, type]);

  // The link outlives renders: it asks for what stands now when a reading arrives.
  const now = useRef({ inHand, change, record });
  useEffect(() => {
    now.current = { inHand, change, record };
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
        const { inHand, change, record } = now.current;
        const view = jobNow();
        const { job, instruments } = view;
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
        const { job } = jobNow();
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
  }, [testerUrl, jobId, focus, jobNow]);
  // The tester is told which ways are off, as the person at the board sees it.
  const off = useJob(({ job }) =>
    [...job.ways.values()]
      .filter((way) => devicesBefore(job, way).some((device) => stateOf(job, device) !== 'on'))
      .map((way) => way.number),
  );
  useEffect(() => link?.stands(off), [link, off]);
  const take = useCallback(
    (slot?: Slot) => {
      const { inHand } = now.current;
      const view = jobNow();
      const at = slot ?? focus.getSnapshot().focus?.slot;
      if (!link || !at) return;
      if (view.tests.of(at)?.spec.takes === 'confirmation')
        return void toast('This is a visual check. Enter it yourself.');
      link.measure(at, {
        where: whereOf(view, at.on),
        testVolts: inHand.testVolts,
        method: methodAt(view, at, inHand),
      });
    },
    [link, focus, jobNow],
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
    () => ({ inHand, change, focus, take, type, putHere, padOpen, openPad, record, listen }),
    [inHand, change, focus, take, type, putHere, padOpen, record, listen],
  );
  return (
    <Context value={value}>
      <TesterContext value={link}>
        {children}
        <Refused />
      </TesterContext>
    </Context>
  );
}

/** Says what the tester refused. */
function Refused() {
  const refused = useTester((tester) => tester?.refused ?? null);
  useEffect(() => {
    if (refused) toast(refused);
  }, [refused]);
  return null;
}

/** Where the probes are, as it is said to a tester. */
function whereOf({ job }: JobView, on: Slot['on']): Where {
  const way = wayOfSubject(job, on)?.number ?? 0;
  if (on.of === 'way') return { of: 'way', way };
  if (on.of === 'point') return { of: 'point', way, point: job.points.get(on.id)?.name ?? '' };
  return on.of === 'board' ? { of: 'board' } : on;
}

const nothing = (): null => null;
const none = (): TesterState | null => null;
const noListener = () => () => undefined;

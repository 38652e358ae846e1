import type { How } from '../../core/job/kinds/reading';
import type { Slot, SlotKey } from '../../core/installation/slot';
import { keyOf } from '../../core/installation/slot';
import { FocusOrder } from '../../ui/focus-order';

/** The reading in hand: a slot whose cell is on the screen. */
export type PlaceInFocus = {
  /** Its cell: the same slot may be shown twice. */
  readonly id: string;
  readonly slot: Slot;
  readonly label: string;
  /** What is typed and not recorded; null shows what stands, and the first digit replaces it. */
  readonly draft: string | null;
  /** How it is obtained, where the page asks. */
  readonly how?: How | undefined;
};

/** What was typed and could not be recorded: it stays in its cell with the reason. */
export type NotRecorded = { readonly text: string; readonly problem: string };

type State = {
  readonly focus: PlaceInFocus | null;
  readonly notRecorded: ReadonlyMap<SlotKey, NotRecorded>;
};

/** Records what was typed for a slot; a sentence where it cannot be. */
export type RecordText = (slot: Slot, text: string, how?: How) => string | null;

/**
 * The one place readings are written to. The pad, the keyboard and the tester's link write to the slot in focus and
 * to nothing else; a cell that leaves the screen takes the focus with it, and what was typed there and not recorded waits in it.
 */
export class FocusStore {
  #state: State = { focus: null, notRecorded: new Map() };
  readonly #listeners = new Set<() => void>();
  readonly order = new FocusOrder();
  #recordText: RecordText = () => 'The job is not open yet.';

  /** How a text becomes a reading of the job, as it stands now. */
  recordWith(recordText: RecordText): void {
    this.#recordText = recordText;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => void this.#listeners.delete(listener);
  };
  readonly getSnapshot = (): State => this.#state;

  #set(part: Partial<State>): void {
    this.#state = { ...this.#state, ...part };
    for (const listener of this.#listeners) listener();
  }

  #keep(slot: Slot, kept: NotRecorded | null): ReadonlyMap<SlotKey, NotRecorded> {
    const notRecorded = new Map(this.#state.notRecorded);
    if (kept) notRecorded.set(keyOf(slot), kept);
    else notRecorded.delete(keyOf(slot));
    return notRecorded;
  }

  /** A cell is gone to: it is the one in focus until another is, also while a button is pressed. */
  enter(id: string, slot: Slot, label: string, how?: How): void {
    const { focus } = this.#state;
    if (focus?.id === id && keyOf(focus.slot) === keyOf(slot) && focus.how === how) return;
    this.record();
    this.#set({ focus: { id, slot, label, draft: null, how } });
  }

  /** The caret leaves a cell: what was typed is recorded. */
  leave(id: string): void {
    if (this.#state.focus?.id === id) this.record();
  }

  /** A cell is on the screen no longer: nothing is written where nobody looks. */
  gone(id: string): void {
    const { focus } = this.#state;
    if (focus?.id !== id) return;
    const { slot, draft } = focus;
    const kept = draft === null ? null : { text: draft, problem: 'Typed here and not recorded yet. Enter records it.' };
    this.#set({ focus: null, ...(kept && { notRecorded: this.#keep(slot, kept) }) });
  }

  /** The whole text of the cell, as typed so far. */
  write(text: string): void {
    const { focus } = this.#state;
    if (focus) this.#set({ focus: { ...focus, draft: text }, notRecorded: this.#keep(focus.slot, null) });
  }

  /** Records a text, or what is typed; false where it could not be: it stays, with the reason. */
  record(text?: string): boolean {
    const { focus, notRecorded } = this.#state;
    if (!focus) return false;
    const typed = text ?? focus.draft ?? notRecorded.get(keyOf(focus.slot))?.text;
    if (typed === undefined) return true;
    const problem = this.#recordText(focus.slot, typed, focus.how);
    this.#set({
      focus: { ...focus, draft: null },
      notRecorded: this.#keep(focus.slot, problem === null ? null : { text: typed, problem }),
    });
    return problem === null;
  }

  /** Forgets what is typed: what stands shows again. */
  forget(): void {
    const { focus } = this.#state;
    if (focus) this.#set({ focus: { ...focus, draft: null }, notRecorded: this.#keep(focus.slot, null) });
  }

  /** On to the reading taken after this one. */
  next(): boolean {
    const { focus } = this.#state;
    return focus !== null && this.order.next(focus.id);
  }
}

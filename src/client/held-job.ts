import { viewOf } from '../core/catalogue';
import { type Gap, type Stage } from '../core/job/document-definition';
import type { Job } from '../core/job/job';
import { type Verdicts, verdictKeeper } from '../core/job/verdicts';
import type { JobView } from '../core/job/view';
import { type StageState, stageState } from '../core/work/stages';
import type { Snapshot, StreamStore } from './stream-store';

/** A job as this page holds it: seen for the document being worked on, judged, with what of it is sent. */
export type HeldJob = JobView &
  Omit<Snapshot<Job>, 'state'> & {
    readonly verdicts: Verdicts;
    /** Sealed: nothing more is recorded in this document, though the job goes on. */
    readonly isSealed: boolean;
  };

/** How far the document is: what is left of it, and how each of its stages stands. */
export type Progress = { readonly gaps: readonly Gap[]; readonly states: ReadonlyMap<Stage, StageState> };

function progressOf(held: HeldJob): Progress {
  const gaps = held.isSealed ? [] : held.definition.gaps(held, held.verdicts);
  return { gaps, states: new Map(held.definition.stages.map((stage) => [stage, stageState(held, gaps, stage)])) };
}

type Options = {
  readonly store: StreamStore<Job>;
  /** Calls back when the page has nothing more urgent to do. */
  readonly whenQuiet: (work: () => void) => () => void;
};

/**
 * What a page shows of a job, for parts of it to select from.
 *
 * 1. A change is judged before anybody hears of it: job and verdicts always belong together.
 * 2. What is left to complete follows when there is time for it; only the last state counts.
 * 3. What the page was served with stays known: parts that wake up later first show what the server drew.
 */
export class HeldJobStore {
  readonly #options: Options;
  readonly #keep = verdictKeeper();
  readonly #listeners = new Set<() => void>();
  readonly #progressListeners = new Set<() => void>();
  #chosen: string | null = null;
  #held: HeldJob;
  readonly #served: HeldJob;
  #servedProgress: Progress | null = null;
  #progress: Progress | null = null;
  #cancel: (() => void) | null = null;

  constructor(options: Options) {
    this.#options = options;
    this.#held = this.#judged();
    this.#served = this.#held;
  }

  /** Follows the stream; the answer ends it. */
  begin(): () => void {
    const end = this.#options.store.subscribe(this.#follow);
    this.#follow();
    return () => {
      end();
      this.#cancel?.();
      this.#cancel = null;
    };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => void this.#listeners.delete(listener);
  };
  readonly getSnapshot = (): HeldJob => this.#held;
  readonly getServed = (): HeldJob => this.#served;

  readonly subscribeProgress = (listener: () => void): (() => void) => {
    this.#progressListeners.add(listener);
    return () => void this.#progressListeners.delete(listener);
  };
  readonly getProgress = (): Progress =>
    (this.#progress ??= this.#held === this.#served ? this.getServedProgress() : progressOf(this.#held));
  readonly getServedProgress = (): Progress => (this.#servedProgress ??= progressOf(this.#served));

  /** Turns to another document of the job; what is recorded of the installation is the same. */
  readonly choose = (documentId: string): void => {
    if (this.#chosen === documentId) return;
    this.#chosen = documentId;
    this.#progress = null;
    this.#change();
    for (const listener of this.#progressListeners) listener();
  };

  readonly #follow = (): void => {
    const { state, ...sending } = this.#options.store.getSnapshot();
    if (state !== this.#state) return this.#change();
    const held = this.#held;
    if (Object.entries(sending).every(([name, value]) => held[name as keyof typeof sending] === value)) return;
    this.#held = { ...held, ...sending };
    this.#tell();
  };
  #state: Job | null = null;

  #judged(): HeldJob {
    const { state, ...sending } = this.#options.store.getSnapshot();
    this.#state = state;
    const view = (this.#chosen && viewOf(state, this.#chosen)) || viewOf(state);
    if (!view) throw new Error('A job that was opened has a document');
    return { ...view, ...sending, verdicts: this.#keep(view), isSealed: view.document.issued !== null };
  }

  #change(): void {
    this.#held = this.#judged();
    this.#tell();
    this.#cancel ??= this.#options.whenQuiet(() => {
      this.#cancel = null;
      this.#progress = progressOf(this.#held);
      for (const listener of this.#progressListeners) listener();
    });
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

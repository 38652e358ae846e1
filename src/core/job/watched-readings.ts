import type { SlotKey } from '../installation/slot';
import type { Reading } from './job';

type Held = ReadonlyMap<SlotKey, readonly Reading[]>;

/** What was looked at among the readings of a job: which slots, with what stood there, or all of them. */
export class Looked {
  readonly slots = new Map<SlotKey, readonly Reading[] | undefined>();
  all = false;

  /** Whether somebody who looks at the same again sees the same. */
  seesTheSame(before: Held, now: Held): boolean {
    if (this.all) return before === now;
    for (const [key, seen] of this.slots) if (now.get(key) !== seen) return false;
    return true;
  }
}

/** Readings that remember what of them was looked at: `looked` may be exchanged between two questions. */
export class WatchedReadings implements Held {
  looked = new Looked();

  constructor(private readonly held: Held) {}

  get(key: SlotKey): readonly Reading[] | undefined {
    const seen = this.held.get(key);
    this.looked.slots.set(key, seen);
    return seen;
  }
  has(key: SlotKey): boolean {
    return this.get(key) !== undefined;
  }
  private whole(): Held {
    this.looked.all = true;
    return this.held;
  }
  get size(): number {
    return this.whole().size;
  }
  forEach(each: (value: readonly Reading[], key: SlotKey, map: Held) => void): void {
    this.whole().forEach(each);
  }
  entries() {
    return this.whole().entries();
  }
  keys() {
    return this.whole().keys();
  }
  values() {
    return this.whole().values();
  }
  [Symbol.iterator]() {
    return this.entries();
  }
}

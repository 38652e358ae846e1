import 'server-only';
import { AsyncLocalStorage } from 'node:async_hooks';
import { Busy } from './turns';

type Waiting = { readonly begin: () => void };

/**
 * Shares a number of places out among those who ask, by whom they ask for: nobody holds more than so many at once, and
 * what is free goes to each in turn, so that whoever asks for much waits behind the others. What is asked within work
 * that has a place already is part of it. Throws `Busy` where a place does not come in time.
 */
export function sharesOf({ places, mostOfOne, patience }: { places: number; mostOfOne: number; patience: number }) {
  const held = new Map<string, number>();
  const queues = new Map<string, Waiting[]>();
  const within = new AsyncLocalStorage<string>();
  let free = places;

  const next = (): void => {
    for (const [whose, [first, ...rest]] of queues) {
      if (free === 0) return;
      if (!first || (held.get(whose) ?? 0) >= mostOfOne) continue;
      // To the end of the row, with what it has left.
      queues.delete(whose);
      if (rest.length > 0) queues.set(whose, rest);
      free -= 1;
      held.set(whose, (held.get(whose) ?? 0) + 1);
      first.begin();
    }
  };
  const giveBack = (whose: string): void => {
    const left = (held.get(whose) ?? 1) - 1;
    if (left > 0) held.set(whose, left);
    else held.delete(whose);
    free += 1;
    next();
  };
  const place = (whose: string): Promise<void> =>
    new Promise((resolve, reject) => {
      const waiting: Waiting = { begin: () => (clearTimeout(timer), resolve()) };
      const timer = setTimeout(() => {
        const rest = (queues.get(whose) ?? []).filter((each) => each !== waiting);
        if (rest.length > 0) queues.set(whose, rest);
        else queues.delete(whose);
        reject(new Busy('Too much is being done at once.'));
      }, patience);
      queues.set(whose, [...(queues.get(whose) ?? []), waiting]);
      next();
    });

  return async <T>(whose: string, work: () => Promise<T>): Promise<T> => {
    if (within.getStore() === whose) return work();
    await place(whose);
    try {
      return await within.run(whose, work);
    } finally {
      giveBack(whose);
    }
  };
}

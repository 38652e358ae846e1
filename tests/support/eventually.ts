import { vi } from 'vitest';

/** Waits until a check holds, however slow the machine: what fails here was not going to happen. */
export const eventually = (check: () => void | Promise<void>): Promise<void> =>
  vi.waitFor(check, { timeout: 60_000, interval: 20 });

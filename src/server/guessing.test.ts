import { expect, it } from 'vitest';
import { waitMillisAfter } from './guessing';

it.each([
  [0, 0],
  [4, 0],
  [5, 1000],
  [6, 2000],
  [9, 16_000],
  [10, 30_000],
  [1000, 30_000],
])('after %i wrong tries from one place the next waits %i ms', (wrong, millis) =>
  expect(waitMillisAfter(wrong)).toBe(millis),
);

it('never waits less for more, whatever the limits', () => {
  const limits = { free: 3, longest: 2000 };
  for (let wrong = 1; wrong < 100; wrong += 1)
    expect(waitMillisAfter(wrong, limits)).toBeGreaterThanOrEqual(waitMillisAfter(wrong - 1, limits));
  expect(waitMillisAfter(99, limits)).toBe(2000);
});

import { expect, it } from 'vitest';
import { pagesAMinute, takePracticePage } from './practice-rate';

it('lets a class in from one address, then makes it wait, and keeps nobody else waiting', async () => {
  for (let page = 0; page < pagesAMinute; page += 1) expect(await takePracticePage('a school')).toBe(0);
  const seconds = await takePracticePage('a school');
  expect(seconds).toBeGreaterThan(0);
  expect(seconds).toBeLessThanOrEqual(60);
  expect(await takePracticePage('a home')).toBe(0);
});

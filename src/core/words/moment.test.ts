import { describe, expect, it } from 'vitest';
import { dayHere, showMoment } from './moment';

describe('moments as they are here', () => {
  it.each([
    ['2026-03-02T12:00:00Z', '2026-03-02'],
    ['2026-06-30T22:59:59Z', '2026-06-30'],
    ['2026-06-30T23:00:00Z', '2026-07-01'],
    ['2026-12-31T23:59:59Z', '2026-12-31'],
    ['2027-01-01T00:00:00Z', '2027-01-01'],
  ])('%s is on %s', (at, day) => expect(dayHere(new Date(at))).toBe(day));
  it('are written day first', () => expect(showMoment(new Date('2026-07-04T13:05:00Z'))).toBe('4 July 2026 at 14:05'));
});

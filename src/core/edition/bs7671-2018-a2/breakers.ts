import type { BreakerRow } from '../rows';

/** A device that detects arc faults (BS EN 62606) holds a breaker of one of the other two. */
const modern = ['BS EN 60898', 'BS EN 61009', 'BS EN 62606'];
const modernRatings = [6, 10, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125];
const olderRatings = [5, 6, 10, 15, 16, 20, 30, 32, 40, 45, 50, 63];

/** Circuit-breaker families and the multiple of In that operates them. */
export const breakers: readonly BreakerRow[] = [
  { standards: modern, type: 'B', instantMultiple: 5, fiveSecondMultiple: 5, ratingsAmps: [3, ...modernRatings] },
  { standards: modern, type: 'C', instantMultiple: 10, fiveSecondMultiple: 10, ratingsAmps: modernRatings },
  { standards: modern, type: 'D', instantMultiple: 20, fiveSecondMultiple: 10, ratingsAmps: modernRatings },
  { standards: ['BS 3871'], type: '1', instantMultiple: 4, fiveSecondMultiple: 4, ratingsAmps: olderRatings },
  { standards: ['BS 3871'], type: '2', instantMultiple: 7, fiveSecondMultiple: 7, ratingsAmps: olderRatings },
  { standards: ['BS 3871'], type: '3', instantMultiple: 10, fiveSecondMultiple: 10, ratingsAmps: olderRatings },
  { standards: ['BS 3871'], type: '4', instantMultiple: 50, fiveSecondMultiple: 50, ratingsAmps: olderRatings },
];

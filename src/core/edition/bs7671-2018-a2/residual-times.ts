import type { ResidualTimeRow } from '../rows';

/** Trip-time limits of residual current devices, in milliseconds, by product standard. */
export const residualTimes: readonly ResidualTimeRow[] = [
  {
    standard: 'BS EN 61008/61009/62423',
    kind: 'general',
    multiple: '0.5x',
    minMillis: 2000,
    maxMillis: null,
    note: 'must not trip within 2000 ms',
  },
  { standard: 'BS EN 61008/61009/62423', kind: 'general', multiple: '1x', minMillis: null, maxMillis: 300, note: '' },
  {
    standard: 'BS EN 61008/61009/62423',
    kind: 'general',
    multiple: '5x',
    minMillis: null,
    maxMillis: 40,
    note: '30 mA and below; optional since A2:2022',
  },
  {
    standard: 'BS EN 61008/61009/62423',
    kind: 'S (time-delayed)',
    multiple: '1x',
    minMillis: 130,
    maxMillis: 500,
    note: '',
  },
  {
    standard: 'BS EN 61008/61009/62423',
    kind: 'S (time-delayed)',
    multiple: '5x',
    minMillis: 50,
    maxMillis: 150,
    note: 'optional; S types are above 30 mA and never additional protection',
  },
  {
    standard: 'BS 4293',
    kind: 'general',
    multiple: '1x',
    minMillis: null,
    maxMillis: 200,
    note: 'superseded standard',
  },
  {
    standard: 'BS 7288',
    kind: 'socket-outlet RCD',
    multiple: '1x',
    minMillis: null,
    maxMillis: 200,
    note: 'RCD-protected socket-outlet',
  },
  {
    standard: 'BS 4293',
    kind: 'time-delayed',
    multiple: '1x',
    minMillis: null,
    maxMillis: null,
    note: 'at most the marked delay plus 200 ms; at least half the marked delay plus 200 ms',
  },
  { standard: 'BS 4293', kind: 'general', multiple: '5x', minMillis: null, maxMillis: 40, note: '30 mA and below' },
];

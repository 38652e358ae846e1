import type { ReadingSpec } from './parse-reading';

/** What the cells of each sort of instrument function take, with what no instrument shows more than. */
export const continuityOhms: ReadingSpec = {
  takes: 'figure',
  unit: 'ohm',
  // 50 V ÷ 10 mA, the largest limit of continuity there is, and room above it.
  most: '10000',
  mayBeOpen: true,
  mayBeOver: true,
};
export const loopOhms: ReadingSpec = {
  takes: 'figure',
  unit: 'ohm',
  most: '5000',
  mayBeOpen: false,
  mayBeOver: true,
  mayWander: true,
};
export const megohms: ReadingSpec = {
  takes: 'figure',
  unit: 'megohm',
  most: '20000',
  mayBeOpen: false,
  mayBeOver: true,
};
export const kiloamps: ReadingSpec = {
  takes: 'figure',
  unit: 'kiloamp',
  most: '50',
  mayBeOpen: false,
  mayBeOver: true,
};
export const volts: ReadingSpec = {
  takes: 'figure',
  unit: 'volt',
  most: '1000',
  mayBeOpen: false,
  mayBeOver: false,
  mayWander: true,
};
export const millis: ReadingSpec = {
  takes: 'figure',
  unit: 'millisecond',
  most: '2000',
  mayBeOpen: false,
  mayBeOver: true,
};
export const milliamps: ReadingSpec = {
  takes: 'figure',
  unit: 'milliamp',
  most: '3000',
  mayBeOpen: false,
  mayBeOver: true,
};
export const confirmation: ReadingSpec = { takes: 'confirmation' };

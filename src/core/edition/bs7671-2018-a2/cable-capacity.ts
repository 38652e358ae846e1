import type { CableCapacityRow } from '../rows';

/** Iz in amperes of flat twin-and-earth with 70 °C insulation, by reference method, Table 4D5. */
export const cableCapacities: readonly CableCapacityRow[] = [
  { liveMm2: 1, amps: { '100': 13, '101': 10.5, '102': 13, '103': 8, C: 16, A: 11.5 } },
  { liveMm2: 1.5, amps: { '100': 16, '101': 13, '102': 16, '103': 10, C: 20, A: 14.5 } },
  { liveMm2: 2.5, amps: { '100': 21, '101': 17, '102': 21, '103': 13.5, C: 27, A: 20 } },
  { liveMm2: 4, amps: { '100': 27, '101': 22, '102': 27, '103': 17.5, C: 37, A: 26 } },
  { liveMm2: 6, amps: { '100': 34, '101': 27, '102': 35, '103': 23.5, C: 47, A: 32 } },
  { liveMm2: 10, amps: { '100': 45, '101': 36, '102': 47, '103': 32, C: 64, A: 44 } },
  { liveMm2: 16, amps: { '100': 57, '101': 46, '102': 63, '103': 42.5, C: 85, A: 57 } },
];

import type { ConductorRow, ImperialConductorRow, TwinAndEarthRow } from '../rows';

/** Resistance of class 1 and 2 conductors at 20 °C, IEC 60228. */
export const conductors: readonly ConductorRow[] = [
  { material: 'copper', csaMm2: 1, milliohmsPerMetre: '18.1' },
  { material: 'copper', csaMm2: 1.5, milliohmsPerMetre: '12.1' },
  { material: 'copper', csaMm2: 2.5, milliohmsPerMetre: '7.41' },
  { material: 'copper', csaMm2: 4, milliohmsPerMetre: '4.61' },
  { material: 'copper', csaMm2: 6, milliohmsPerMetre: '3.08' },
  { material: 'copper', csaMm2: 10, milliohmsPerMetre: '1.83' },
  { material: 'copper', csaMm2: 16, milliohmsPerMetre: '1.15' },
  { material: 'copper', csaMm2: 25, milliohmsPerMetre: '0.727' },
  { material: 'copper', csaMm2: 35, milliohmsPerMetre: '0.524' },
  { material: 'copper', csaMm2: 50, milliohmsPerMetre: '0.387' },
  { material: 'copper', csaMm2: 70, milliohmsPerMetre: '0.268' },
  { material: 'copper', csaMm2: 95, milliohmsPerMetre: '0.193' },
  { material: 'aluminium', csaMm2: 16, milliohmsPerMetre: '1.91' },
  { material: 'aluminium', csaMm2: 25, milliohmsPerMetre: '1.2' },
  { material: 'aluminium', csaMm2: 35, milliohmsPerMetre: '0.868' },
  { material: 'aluminium', csaMm2: 50, milliohmsPerMetre: '0.641' },
];

/** Old stranded sizes and their areas. */
export const imperialConductors: readonly ImperialConductorRow[] = [
  { designation: '1/.044', strands: 1, strandDiameterInch: 0.044, csaMm2: 0.98 },
  { designation: '3/.029', strands: 3, strandDiameterInch: 0.029, csaMm2: 1.28 },
  { designation: '3/.036', strands: 3, strandDiameterInch: 0.036, csaMm2: 1.97 },
  { designation: '7/.029', strands: 7, strandDiameterInch: 0.029, csaMm2: 2.98 },
  { designation: '7/.036', strands: 7, strandDiameterInch: 0.036, csaMm2: 4.6 },
  { designation: '7/.044', strands: 7, strandDiameterInch: 0.044, csaMm2: 6.87 },
  { designation: '7/.052', strands: 7, strandDiameterInch: 0.052, csaMm2: 9.59 },
  { designation: '7/.064', strands: 7, strandDiameterInch: 0.064, csaMm2: 14.53 },
];

/** Annealed copper at 20 °C, and two percent for the lay of the strands. */
export const imperialResistivity = {
  value: '17.59',
  source: '17.241 mΩ·mm²/m (IEC 60028) × 1.02 for the lay of strands',
  confidence: 'formula',
} as const;

/** Standard pairs of live conductor and CPC in flat twin-and-earth cable. */
export const twinAndEarth: readonly TwinAndEarthRow[] = [
  { liveMm2: 1, cpcMm2: 1, era: 'current' },
  { liveMm2: 1.5, cpcMm2: 1, era: 'current' },
  { liveMm2: 2.5, cpcMm2: 1.5, era: 'current' },
  { liveMm2: 2.5, cpcMm2: 1, era: 'metric cable before about 1981' },
  { liveMm2: 4, cpcMm2: 1.5, era: 'current' },
  { liveMm2: 6, cpcMm2: 2.5, era: 'current' },
  { liveMm2: 10, cpcMm2: 4, era: 'current' },
  { liveMm2: 16, cpcMm2: 6, era: 'current' },
];

import type { DesignRules, DiversityRow } from '../rows';

/** How much of what is connected counts towards a dwelling's maximum demand. */
export const diversity: readonly DiversityRow[] = [
  { purpose: 'lighting', rule: { kind: 'share', percent: 66 } },
  { purpose: 'heating', rule: { kind: 'above', wholeAmps: 10, percentAbove: 50 } },
  { purpose: 'cooking', rule: { kind: 'each above', wholeAmps: 10, percentAbove: 30, socketAmps: 5 } },
  { purpose: 'instant water', rule: { kind: 'largest', whole: 2, percentOfRest: 25 } },
  { purpose: 'stored water', rule: { kind: 'share', percent: 100 } },
  { purpose: 'floor warming', rule: { kind: 'share', percent: 100 } },
  { purpose: 'storage heating', rule: { kind: 'share', percent: 100 } },
  { purpose: 'vehicle charging', rule: { kind: 'share', percent: 100 } },
  { purpose: 'heat pump', rule: { kind: 'share', percent: 100 } },
  { purpose: 'sockets', rule: { kind: 'largest', whole: 1, percentOfRest: 40 } },
  { purpose: 'other sockets', rule: { kind: 'largest', whole: 1, percentOfRest: 40 } },
  { purpose: 'other', rule: { kind: 'share', percent: 100 } },
];

const rows = (source: string, pairs: readonly (readonly [number, string])[]) =>
  pairs.map(([upTo, factor]) => ({ upTo, factor, source }));

export const design: DesignRules = {
  ringDeviceAmps: [30, 32],
  ringCableAmps: { value: '20', source: '433.1.204', confidence: 'table' },
  ringLeastMm2: {
    other: { value: '2.5', source: '433.1.204', confidence: 'table' },
    mineral: { value: '1.5', source: '433.1.204', confidence: 'table' },
  },
  longRun: { metres: 100, percentPerMetre: '0.005', mostPercent: '0.5', source: 'Appendix 4' },
  ringAgreeOhms: { value: '0.05', source: 'common practice for a ring', confidence: 'table' },
  ringRatioShare: { value: '0.15', source: 'between the ratios of the cables made', confidence: 'formula' },
  rewireableFactor: { value: '0.725', source: '433.1.202', confidence: 'table' },
  dropPercent: {
    lighting: { value: '3', source: 'Appendix 4', confidence: 'table' },
    other: { value: '5', source: 'Appendix 4', confidence: 'table' },
  },
  hotFactors: {
    'thermoplastic 70 °C, CPC in the cable': {
      line: { value: '1.20', source: '1 + 0.004 × 50', confidence: 'formula' },
      cpc: { value: '1.20', source: '1 + 0.004 × 50', confidence: 'formula' },
    },
    'thermosetting 90 °C, CPC in the cable': {
      line: { value: '1.28', source: '1 + 0.004 × 70', confidence: 'formula' },
      cpc: { value: '1.28', source: '1 + 0.004 × 70', confidence: 'formula' },
    },
    'CPC run separately': {
      line: { value: '1.20', source: '1 + 0.004 × 50', confidence: 'formula' },
      cpc: { value: '1.04', source: '1 + 0.004 × 10', confidence: 'formula' },
    },
  },
  notExtraneousMegohms: { value: '0.022', source: '230 V ÷ 10 mA − 1 kΩ of body', confidence: 'formula' },
  disconnection: {
    shortUpToAmps: { sockets: 63, fixed: 32 },
    seconds: { TN: { short: 0.4, long: 5 }, TT: { short: 0.2, long: 1 } },
    source: '411.3.2.2 to 411.3.2.4',
  },
  correction: {
    ambient: rows('Table 4B1, 70 °C thermoplastic', [
      [30, '1.00'],
      [35, '0.94'],
      [40, '0.87'],
      [45, '0.79'],
      [50, '0.71'],
      [55, '0.61'],
      [60, '0.50'],
    ]),
    grouping: rows('Table 4C1, bunched or enclosed', [
      [1, '1.00'],
      [2, '0.80'],
      [3, '0.70'],
      [4, '0.65'],
      [5, '0.60'],
      [6, '0.57'],
      [7, '0.54'],
      [8, '0.52'],
      [9, '0.50'],
      [12, '0.45'],
      [16, '0.41'],
      [20, '0.38'],
    ]),
    insulation: rows('Table 52.2 and 523.9', [
      [0.05, '0.88'],
      [0.1, '0.78'],
      [0.2, '0.63'],
      [0.4, '0.51'],
      [100, '0.50'],
    ]),
  },
  earthingByTails: [
    { tailsUpToMm2: 16, leastMm2: 'as the tails' },
    { tailsUpToMm2: 35, leastMm2: 16 },
    { tailsUpToMm2: null, leastMm2: 'half the tails' },
  ],
  residualLeakage: { share: '0.3', ofMilliamps: 30, source: '531.3.2' },
  tails: (
    [
      [6, '47'],
      [10, '65'],
      [16, '87'],
      [25, '114'],
      [35, '141'],
    ] as const
  ).map(([csaMm2, value]) => ({ csaMm2, amps: { value, source: 'Table 4D1A, method C', confidence: 'table' } })),
  separateCpcMm2: { protected: '2.5', unprotected: '4' },
  aluminiumToCopper: {
    value: '1.64',
    source: 'IEC 60228: resistance of aluminium beside copper',
    confidence: 'formula',
  },
  buriedMm2: { 'protected against corrosion': 16, 'not protected': 25 },
  bondingMm2: { least: 6, most: 25 },
};

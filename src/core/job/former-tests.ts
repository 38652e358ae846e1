import type { Measure } from '../installation/slot';

/** The tests of the first floor by the names they had, each as the measure it was. Stored entries keep those names. */
const formerMeasures: Readonly<Record<string, Measure>> = {
  ze: { test: 'ze' },
  'ipf-ln': { test: 'ipf', pair: 'L-N' },
  'ipf-le': { test: 'ipf', pair: 'L-E' },
  'supply-volts': { test: 'volts', pair: 'L-N' },
  'supply-polarity': { test: 'polarity' },
  'electrode-resistance': { test: 'electrode' },
  'earthing-continuity': { test: 'continuity' },
  'bond-water-continuity': { test: 'continuity' },
  'bond-gas-continuity': { test: 'continuity' },
  'bond-oil-continuity': { test: 'continuity' },
  'bond-steel-continuity': { test: 'continuity' },
  'bond-other-continuity': { test: 'continuity' },
  'board-zs': { test: 'zs' },
  'board-ipf': { test: 'ipf' },
  'ring-r1': { test: 'ring', step: 1, pair: 'L-L' },
  'ring-rn': { test: 'ring', step: 1, pair: 'N-N' },
  'ring-r2': { test: 'ring', step: 1, pair: 'C-C' },
  'ring-step2': { test: 'ring', step: 2, pair: 'L-N' },
  'ring-step2-nc': { test: 'ring', step: 2, pair: 'N-C' },
  'ring-step2-lc': { test: 'ring', step: 2, pair: 'L-C' },
  'ring-step3': { test: 'ring', step: 3, pair: 'L-C' },
  'ring-step3-nc': { test: 'ring', step: 3, pair: 'N-C' },
  'ring-step3-ln': { test: 'ring', step: 3, pair: 'L-N' },
  'ring-same-side': { test: 'ring', step: 2, pair: 'L-N', position: 'same side' },
  r1r2: { test: 'r1r2' },
  r2: { test: 'r2' },
  'point-r1r2': { test: 'r1r2' },
  'point-r2': { test: 'r2' },
  'point-metalwork': { test: 'metalwork' },
  'point-polarity': { test: 'polarity' },
  'point-switching': { test: 'switching' },
  'ir-ll': { test: 'insulation', pair: 'L-N' },
  'ir-le': { test: 'insulation', pair: 'LN-E' },
  'ir-l-e': { test: 'insulation', pair: 'L-E' },
  'ir-n-e': { test: 'insulation', pair: 'N-E' },
  'ir-ll-over': { test: 'insulation', pair: 'L-N', position: 'changed over' },
  'ir-le-over': { test: 'insulation', pair: 'LN-E', position: 'changed over' },
  'ir-l-e-over': { test: 'insulation', pair: 'L-E', position: 'changed over' },
  'ir-n-e-over': { test: 'insulation', pair: 'N-E', position: 'changed over' },
  'ir-near': { test: 'insulation', position: 'board side' },
  'ir-far': { test: 'insulation', position: 'far side' },
  polarity: { test: 'polarity' },
  zs: { test: 'zs' },
  'rcd-time': { test: 'rcd time' },
  'rcd-button': { test: 'rcd button' },
};

export const formerTestNames: readonly string[] = Object.keys(formerMeasures);

/** The measure a test of the first floor was; undefined where there was none of that name. */
export const formerMeasure = (test: unknown): Measure | undefined =>
  typeof test === 'string' && Object.hasOwn(formerMeasures, test) ? formerMeasures[test] : undefined;

/** The slot a reading of the first floor stood in: bonds were tests of the supply then, and are conductors now. */
export function formerSlot(on: unknown, test: unknown): unknown {
  const conductor = /^(?:bond-(\w+)|(earthing))-continuity$/.exec(String(test));
  const to = conductor?.[1] ?? conductor?.[2];
  return { ...formerMeasure(test), on: to ? { of: 'conductor', to } : on };
}

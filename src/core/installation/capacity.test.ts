import { describe, expect, it } from 'vitest';
import { editionPack } from '../edition/editions';
import type { ReferenceMethod } from '../edition/rows';
import { type CapacityContext, judgeCapacity, judgeVoltageDrop } from './capacity';

const pack = editionPack('bs7671-2018-a2');
const context = (
  liveCsaMm2: number,
  method: ReferenceMethod,
  deviceAmps: number,
  more: Partial<CapacityContext> = {},
): CapacityContext => ({
  pack,
  liveCsaMm2,
  cable: 'twin and earth',
  method,
  carriesAmps: null,
  deviceStandard: 'BS EN 60898',
  deviceAmps,
  designAmps: null,
  ring: false,
  factors: {},
  ...more,
});

describe('Ib ≤ In ≤ Iz', () => {
  it.each<[string, CapacityContext, string]>([
    ['2.5 clipped on 25', context(2.5, 'C', 25), 'capacity.meets'],
    ['2.5 clipped on 32', context(2.5, 'C', 32), 'capacity.device-too-large'],
    ['2.5 in insulation, 103, on 16', context(2.5, '103', 16), 'capacity.device-too-large'],
    ['6 clipped on 40', context(6, 'C', 40, { designAmps: '37' }), 'capacity.meets'],
    ['a load at the rating', context(6, 'C', 40, { designAmps: '40' }), 'capacity.meets'],
    ['a load above it', context(6, 'C', 40, { designAmps: '40.1' }), 'capacity.load-too-large'],
    ['six circuits grouped', context(6, 'C', 40, { factors: { grouping: '0.57' } }), 'capacity.device-too-large'],
    ['a rewireable fuse on a 2.5 ring', context(2.5, 'A', 30, { ring: true, deviceStandard: 'BS 3036' }), 'ring.meets'],
    ['a ring of 1.5 twin and earth', context(1.5, 'C', 32, { ring: true }), 'ring.conductors-too-small'],
    ['a ring of 1.5 mineral', context(1.5, 'C', 32, { ring: true, cable: 'mineral', carriesAmps: '23' }), 'ring.meets'],
    ['a rewireable fuse on 4 mm²', context(4, 'C', 30, { deviceStandard: 'BS 3036' }), 'capacity.device-too-large'],
    ['a rewireable fuse on 6 mm²', context(6, 'C', 30, { deviceStandard: 'BS 3036' }), 'capacity.meets'],
    ['no row', context(3.3, 'C', 16), 'capacity.no-row'],
    ['a ring at 20 A exactly', context(2.5, 'A', 32, { ring: true }), 'ring.meets'],
    ['a ring in insulation', context(2.5, '101', 32, { ring: true }), 'ring.cable-too-small'],
    ['a ring on a device above 32 A', context(2.5, 'C', 45, { ring: true }), 'ring.device-too-large'],
  ])('%s', (_name, given, rule) => expect(judgeCapacity(given).rule).toBe(rule));
  it('shows the factors', () =>
    expect(
      judgeCapacity(context(4, 'C', 30, { deviceStandard: 'BS 3036', factors: { ambient: '0.94' } })).working[0],
    ).toBe('Iz = 37 A (4 mm², method C) × 0.94 (ambient) × 0.725 (BS 3036 fuse) = 25.216 A'));
});

describe('voltage drop', () => {
  it.each([
    [{ liveCsaMm2: 6, lengthMetres: 20, loadAmps: '40', lighting: false, ring: false }, 'drop.meets'],
    [{ liveCsaMm2: 1.5, lengthMetres: 40, loadAmps: '5.9', lighting: true, ring: false }, 'drop.meets'],
    [{ liveCsaMm2: 1.5, lengthMetres: 40, loadAmps: '6', lighting: true, ring: false }, 'drop.above'],
    [{ liveCsaMm2: 2.5, lengthMetres: 100, loadAmps: '26', lighting: false, ring: true }, 'drop.above'],
    [{ liveCsaMm2: 2.5, lengthMetres: 90, loadAmps: '26', lighting: false, ring: true }, 'drop.meets'],
  ])('%j: %s', (given, rule) =>
    expect(
      judgeVoltageDrop({ pack, loop: { liveCsaMm2: given.liveCsaMm2, lengthMetres: given.lengthMetres }, ...given })
        .rule,
    ).toBe(rule),
  );
  it.each([
    [['0.575'], false, 'meets'],
    [['0.576'], false, 'fails'],
    [['1.15', '1.15'], true, 'meets'],
    [null, false, 'unjudged'],
  ] as const)('of what was measured, %j: %s %s', (measuredOhms, ring, verdict) =>
    expect(judgeVoltageDrop({ pack, loop: { measuredOhms }, loadAmps: '10', lighting: true, ring }).verdict).toBe(
      verdict,
    ),
  );
  it('allows a long run a little more, and no more than half a percent', () => {
    const over = (lengthMetres: number) =>
      judgeVoltageDrop({ pack, loop: { liveCsaMm2: 16, lengthMetres }, loadAmps: '1', lighting: true, ring: false })
        .limit?.figure;
    expect([over(100), over(120), over(200), over(900)]).toEqual(['6.9 V', '7.13 V', '8.05 V', '8.05 V']);
  });
});

import { describe, expect, it } from 'vitest';
import { draftEffect } from './limitation-effect';

describe('what a report cannot say because of a limitation', () => {
  it.each([
    ['Inspection: Loft', 'Loft is not covered: a defect there would not be in this report.'],
    [
      'Accessory not opened: Hall socket, way 3',
      'What is behind Hall socket, way 3 was not seen; what was measured on its circuit stands.',
    ],
    ['Floors not lifted', 'A defect there would not be in this report.'],
    ['Inspection: ', 'A defect there would not be in this report.'],
  ])('%s', (what, effect) => expect(draftEffect({ what })).toBe(effect));
});

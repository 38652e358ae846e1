import { z } from 'zod';
import { compare, exact } from '../quantity/exact';
import type { ReadingSpec } from '../quantity/parse-reading';
import type { ReadingValue } from '../quantity/reading-value';

/** What a reading was taken on. */
export const subject = z.discriminatedUnion('of', [
  z.object({ of: z.literal('supply') }),
  z.object({ of: z.literal('board'), id: z.uuid() }),
  z.object({ of: z.literal('way'), id: z.uuid() }),
  z.object({ of: z.literal('point'), id: z.uuid() }),
]);
export type Subject = z.infer<typeof subject>;

const continuity: ReadingSpec = { takes: 'figure', unit: 'ohm', most: '2000', mayBeOpen: true, mayBeOver: true };
const loop: ReadingSpec = { takes: 'figure', unit: 'ohm', most: '5000', mayBeOpen: false, mayBeOver: true };
const megohms: ReadingSpec = { takes: 'figure', unit: 'megohm', most: '20000', mayBeOpen: false, mayBeOver: true };
const kiloamps: ReadingSpec = { takes: 'figure', unit: 'kiloamp', most: '50', mayBeOpen: false, mayBeOver: true };
const volts: ReadingSpec = { takes: 'figure', unit: 'volt', most: '1000', mayBeOpen: false, mayBeOver: false };
const millis: ReadingSpec = { takes: 'figure', unit: 'millisecond', most: '2000', mayBeOpen: false, mayBeOver: true };
const confirmation: ReadingSpec = { takes: 'confirmation' };

type Measurement = {
  readonly on: Subject['of'];
  /** Full name, as spoken: "Zs", "insulation resistance, line to earth". */
  readonly name: string;
  /** Short heading for a column. */
  readonly symbol: string;
  readonly spec: ReadingSpec;
  /** Which of several readings that stand together governs. */
  readonly governs: 'highest' | 'lowest' | 'latest';
  /** Tests whose readings count with its own: of the same way, or at its points. */
  readonly with?: readonly string[];
};

/** Every measurement the ledger can hold, with what it takes. */
export const measurements = {
  ze: { on: 'supply', name: 'Ze, external loop impedance', symbol: 'Ze', spec: loop, governs: 'highest' },
  'ipf-ln': { on: 'supply', name: 'prospective fault current, line to neutral', symbol: 'Ipf L–N', spec: kiloamps, governs: 'highest' },
  'ipf-le': { on: 'supply', name: 'prospective fault current, line to earth', symbol: 'Ipf L–E', spec: kiloamps, governs: 'highest' },
  'supply-volts': { on: 'supply', name: 'supply voltage, line to neutral', symbol: 'U L–N', spec: volts, governs: 'latest' },
  'supply-polarity': { on: 'supply', name: 'polarity of the supply', symbol: 'Polarity', spec: confirmation, governs: 'latest' },
  'electrode-resistance': { on: 'supply', name: 'RA, earth electrode resistance', symbol: 'RA', spec: loop, governs: 'highest' },
  'earthing-continuity': { on: 'supply', name: 'earthing conductor continuity', symbol: 'Earthing', spec: continuity, governs: 'highest' },
  'bond-water-continuity': { on: 'supply', name: 'main bonding continuity, water', symbol: 'Water', spec: continuity, governs: 'highest' },
  'bond-gas-continuity': { on: 'supply', name: 'main bonding continuity, gas', symbol: 'Gas', spec: continuity, governs: 'highest' },
  'bond-oil-continuity': { on: 'supply', name: 'main bonding continuity, oil', symbol: 'Oil', spec: continuity, governs: 'highest' },
  'bond-steel-continuity': { on: 'supply', name: 'main bonding continuity, structural steel', symbol: 'Steel', spec: continuity, governs: 'highest' },
  'bond-other-continuity': { on: 'supply', name: 'main bonding continuity, other', symbol: 'Other', spec: continuity, governs: 'highest' },
  'board-zs': { on: 'board', name: 'Zs at the board', symbol: 'Zs', spec: loop, governs: 'highest' },
  'board-ipf': { on: 'board', name: 'prospective fault current at the board', symbol: 'Ipf', spec: kiloamps, governs: 'highest' },
  'ring-r1': { on: 'way', name: 'r1, ring line end to end', symbol: 'r1', spec: continuity, governs: 'highest' },
  'ring-rn': { on: 'way', name: 'rn, ring neutral end to end', symbol: 'rn', spec: continuity, governs: 'highest' },
  'ring-r2': { on: 'way', name: 'r2, ring CPC end to end', symbol: 'r2', spec: continuity, governs: 'highest' },
  'ring-step2': { on: 'point', name: 'ring step 2, line to neutral', symbol: 'L–N', spec: continuity, governs: 'latest' },
  'ring-step3': { on: 'point', name: 'ring step 3, line to CPC', symbol: 'L–CPC', spec: continuity, governs: 'latest' },
  'ring-step2-nc': { on: 'point', name: 'ring step 2, neutral to CPC', symbol: 'step 2 N–CPC', spec: continuity, governs: 'latest' },
  'ring-step2-lc': { on: 'point', name: 'ring step 2, line to CPC', symbol: 'step 2 L–CPC', spec: continuity, governs: 'latest' },
  'ring-step3-nc': { on: 'point', name: 'ring step 3, neutral to CPC', symbol: 'step 3 N–CPC', spec: continuity, governs: 'latest' },
  'ring-step3-ln': { on: 'point', name: 'ring step 3, line to neutral', symbol: 'step 3 L–N', spec: continuity, governs: 'latest' },
  'ring-same-side': { on: 'point', name: 'ring, legs linked same side, line to neutral', symbol: 'same side', spec: continuity, governs: 'latest' },
  r1r2: { on: 'way', name: 'R1+R2', symbol: 'R1+R2', spec: continuity, governs: 'highest', with: ['point-r1r2'] },
  r2: { on: 'way', name: 'R2', symbol: 'R2', spec: continuity, governs: 'highest', with: ['point-r2'] },
  'point-r1r2': { on: 'point', name: 'R1+R2', symbol: 'R1+R2', spec: continuity, governs: 'latest' },
  'point-r2': { on: 'point', name: 'R2', symbol: 'R2', spec: continuity, governs: 'latest' },
  'point-metalwork': { on: 'point', name: 'CPC to exposed metalwork', symbol: 'Metal', spec: continuity, governs: 'latest' },
  'point-polarity': { on: 'point', name: 'polarity', symbol: 'Pol.', spec: confirmation, governs: 'latest' },
  'point-switching': { on: 'point', name: 'switching, every position', symbol: 'Switch', spec: confirmation, governs: 'latest' },
  'ir-ll': { on: 'way', name: 'insulation resistance, live to live', symbol: 'IR L–L', spec: megohms, governs: 'lowest', with: ['ir-ll-over'] },
  'ir-le': { on: 'way', name: 'insulation resistance, live to earth', symbol: 'IR L–E', spec: megohms, governs: 'lowest', with: ['ir-l-e', 'ir-n-e', 'ir-l-e-over', 'ir-n-e-over', 'ir-le-over'] },
  'ir-l-e': { on: 'way', name: 'insulation resistance, line to earth', symbol: 'L–E', spec: megohms, governs: 'latest' },
  'ir-n-e': { on: 'way', name: 'insulation resistance, neutral to earth', symbol: 'N–E', spec: megohms, governs: 'latest' },
  'ir-ll-over': { on: 'way', name: 'insulation resistance, line to neutral, switches changed over', symbol: 'L–N', spec: megohms, governs: 'latest' },
  'ir-l-e-over': { on: 'way', name: 'insulation resistance, line to earth, switches changed over', symbol: 'L–E', spec: megohms, governs: 'latest' },
  'ir-n-e-over': { on: 'way', name: 'insulation resistance, neutral to earth, switches changed over', symbol: 'N–E', spec: megohms, governs: 'latest' },
  'ir-le-over': { on: 'way', name: 'insulation resistance, line and neutral to earth, switches changed over', symbol: 'L+N–E', spec: megohms, governs: 'latest' },
  'ir-near': { on: 'point', name: 'insulation resistance of the board side, opened before this point', symbol: 'Board side', spec: megohms, governs: 'latest' },
  'ir-far': { on: 'point', name: 'insulation resistance of the far side, opened before this point', symbol: 'Far side', spec: megohms, governs: 'latest' },
  polarity: { on: 'way', name: 'polarity', symbol: 'Pol.', spec: confirmation, governs: 'latest', with: ['point-polarity'] },
  zs: { on: 'way', name: 'Zs', symbol: 'Zs', spec: loop, governs: 'highest' },
  'rcd-time': { on: 'way', name: 'RCD time at IΔn', symbol: 'RCD', spec: millis, governs: 'highest' },
  'rcd-button': { on: 'way', name: 'RCD test button', symbol: 'Button', spec: confirmation, governs: 'latest' },
} as const satisfies Record<string, Measurement>;

/** Tests made dead: each belongs to an isolation record in force, or says why not. */
export const isDeadTest = (test: TestId): boolean => /continuity$|^ring-|^r1r2$|^r2$|^ir-|^polarity$|^point-/.test(test);

export type TestId = keyof typeof measurements;
export const testIds = Object.keys(measurements) as [TestId, ...TestId[]];
export const measurementOf = (test: TestId): Measurement => measurements[test];

/** The tests whose readings count with this one's. */
export const countedWith = (test: TestId): readonly TestId[] => (measurementOf(test).with ?? []) as readonly TestId[];

/** The test of the way this one's readings count with; null where it stands alone. */
export const wholeOf = (test: TestId): TestId | null => wholes.get(test) ?? null;
const wholes = new Map(testIds.flatMap((whole) => countedWith(whole).map((part) => [part, whole] as const)));

/** The order of verification (643.1): a failure found in one is mended, then it and those before it are repeated. */
export const testOrder = ['continuity', 'insulation', 'polarity', 'loop', 'residual'] as const;
export function placeInOrder(test: TestId): (typeof testOrder)[number] {
  if (/polarity$|^point-switching$/.test(test)) return 'polarity';
  if (test.startsWith('ir-')) return 'insulation';
  if (/^(zs|ze|board-zs|electrode|ipf|board-ipf|supply)/.test(test)) return 'loop';
  return test.startsWith('rcd') ? 'residual' : 'continuity';
}

/** The one place in a job where readings of a test on a subject stand together. */
export type SlotKey = `${string}/${TestId}`;
export const slotKey = (on: Subject, test: TestId): SlotKey => `${on.of === 'supply' ? 'supply' : `${on.of}:${on.id}`}/${test}`;

/** Null when a value may stand in this test's column; otherwise what is wrong with it. */
export function misfit(value: ReadingValue, test: TestId): string | null {
  const { spec, name } = measurementOf(test);
  if (value.is === 'not-taken') return null;
  if (spec.takes === 'confirmation') {
    return value.is === 'confirmed' || value.is === 'reversed' ? null : `${name} is confirmed or not: it takes no figure.`;
  }
  switch (value.is) {
    case 'open':
      return spec.mayBeOpen ? null : `${name} cannot be open.`;
    case 'over':
      return spec.mayBeOver ? null : `${name} cannot be over range.`;
    case 'unstable':
      return spec.mayBeOpen && compare(exact(value.low), exact(value.high)) < 0 && compare(exact(value.high), exact(spec.most)) <= 0 ? null : `${name} cannot be unstable from ${value.low} to ${value.high}.`;
    case 'number': {
      const figure = exact(value.shown);
      if (figure.numerator < 0n) return `${name} cannot be below zero.`;
      return compare(figure, exact(spec.most)) > 0 ? `${name} of ${value.shown} is more than any instrument shows.` : null;
    }
    default:
      return `${name} takes a figure.`;
  }
}

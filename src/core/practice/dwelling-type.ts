import * as z from 'zod';
import { pointKinds } from '../installation/point';
import { earthingSystems } from '../installation/supply';
import { conductorLetters } from '../physics/dwelling';
import sortsRaw from './sorts.json';
import { switchingFaults } from './switching';

const range = z.tuple([z.number(), z.number()]);
const letters = z.array(z.enum(conductorLetters));

/** What a learner says is wrong somewhere: one of a short list, with the regulations it may rest on. */
const sort = z.strictObject({
  id: z.string(),
  title: z.string(),
  regulations: z.array(z.string()).min(1),
  /** What is measured that shows it, at its place; `volts` is the indicator. */
  readBy: z.array(z.string()),
});
export type DefectSort = z.infer<typeof sort>;
export const defectSorts: readonly DefectSort[] = z.array(sort).parse(sortsRaw);

export const practiceCodes = ['C1', 'C2', 'C3', 'FI', 'snag', 'LIM', 'none'] as const;
export type PracticeCode = (typeof practiceCodes)[number];

const foundBy = z.strictObject({ by: z.enum(['look', 'test', 'ask']), how: z.string(), sign: z.string() });

/** What a fault is to the physics of the house: numbers are drawn from their ranges; null for what only the eye finds. */
const physics = z.discriminatedUnion('kind', [
  z.looseObject({ kind: z.literal('broken'), conductor: z.enum(conductorLetters) }),
  z.looseObject({ kind: z.literal('joint'), conductor: letters, ohms: range }),
  z.looseObject({ kind: z.literal('contact'), conductor: letters, ohms: range }),
  z.looseObject({ kind: z.literal('reversed'), swap: z.tuple([z.enum(conductorLetters), z.enum(conductorLetters)]) }),
  z.looseObject({ kind: z.literal('insulation'), between: z.array(z.enum(['L-N', 'L-C', 'N-C'])), megohms: range }),
  z.looseObject({ kind: z.literal('missing bond'), service: z.string() }),
  z.looseObject({ kind: z.literal('spur'), metres: range, cable: z.string() }),
  z.looseObject({ kind: z.literal('moved point'), to: z.string() }),
  z.looseObject({ kind: z.literal('bridge'), conductors: letters, metres: range }),
  z.looseObject({
    kind: z.literal('linked circuits'),
    conductors: letters,
    metres: range.optional(),
    other: z.string().optional(),
  }),
  z.looseObject({ kind: z.literal('borrowed neutral') }),
  z.looseObject({ kind: z.literal('supplementary bond'), part: z.string(), ohms: range }),
  z.looseObject({ kind: z.literal('connected load'), megohms: range }),
  z.looseObject({ kind: z.literal('switch'), wrong: z.enum(switchingFaults) }),
  z.looseObject({ kind: z.literal('no access') }),
  z.looseObject({ kind: z.literal('change'), set: z.record(z.string(), z.unknown()) }),
]);

const fault = z.looseObject({
  id: z.string(),
  sort: z.string(),
  what: z.string(),
  where: z.looseObject({
    circuit: z.string().optional(),
    board: z.string().optional(),
    service: z.string().optional(),
    room: z.string().optional(),
    rooms: z.array(z.string()).optional(),
    at: z.string().default(''),
    other: z.string().optional(),
    from: z.string().optional(),
  }),
  physics: physics.nullable(),
  weight: z.number().positive(),
  code: z.enum(practiceCodes),
  /** The typical finding it is, by its id; null where none fits. */
  finding: z.string().nullable(),
  foundBy: z.array(foundBy).min(1),
  learnerShould: z.string(),
  codeWhy: z.string().optional(),
});
export type PracticeFault = z.infer<typeof fault>;

const circuit = z.looseObject({
  id: z.string(),
  board: z.string(),
  way: z.number().int(),
  name: z.string(),
  arrangement: z.enum(['ring', 'radial']),
  load: z.string(),
  device: z.looseObject({ standard: z.string(), type: z.string(), ratingAmps: z.number() }),
  residual: z.looseObject({ milliamps: z.number(), type: z.string(), shared: z.string().nullable() }).nullable(),
  cable: z.looseObject({ kind: z.string(), liveMm2: z.number(), cpcMm2: z.number(), method: z.string() }),
  metres: range,
  points: z.array(z.looseObject({ kind: z.enum(pointKinds), room: z.string(), count: z.number().int() })),
  insulationMegohms: range,
  state: z.string().optional(),
});
export type TypeCircuit = z.infer<typeof circuit>;

const board = z.looseObject({
  id: z.string(),
  name: z.string(),
  room: z.string(),
  enclosure: z.string(),
  ways: z.number().int(),
  mainSwitch: z.looseObject({ amps: z.number() }).optional(),
  /** The circuit it is fed by, where it is not fed from the tails. */
  suppliedFrom: z.string().optional(),
  carrierMark: z.string().optional(),
});
export type TypeBoard = z.infer<typeof board>;

/** A kind of practice dwelling: each range is drawn once, and so many faults of its list. */
const dwellingType = z.looseObject({
  id: z.string(),
  title: z.string(),
  story: z.string(),
  era: z.string(),
  documents: z.array(z.string()).min(1),
  difficulty: z.number().int(),
  learns: z.array(z.string()),
  supply: z.looseObject({
    earthing: z.enum(earthingSystems),
    lineOhms: range,
    neutralOhms: range,
    earthOhms: range,
    serviceFuse: z.looseObject({ standard: z.string(), amps: z.number() }),
    tailsMm2: z.number(),
    otherSources: z.array(z.string()),
  }),
  earthing: z.looseObject({
    conductorMm2: z.number(),
    bonding: z.array(z.looseObject({ service: z.string(), csaMm2: z.number(), metres: range })),
    supplementary: z
      .looseObject({ room: z.string(), csaMm2: z.number(), parts: z.array(z.string()), ohmsEach: range })
      .optional(),
  }),
  boards: z.array(board).min(1),
  rooms: z.array(z.string()),
  circuits: z.array(circuit).min(1),
  faults: z.array(fault),
  /** What only looks wrong. */
  sound: z.array(z.strictObject({ what: z.string(), why: z.string() })),
  draw: z.looseObject({
    faults: range,
    always: z.array(z.string()),
    notTogether: z.array(z.tuple([z.string(), z.string()])),
  }),
  cautions: z.array(z.string()),
});
export type DwellingType = z.infer<typeof dwellingType>;

/** Every kind of practice dwelling, read when first needed. Rejects where the file is not what it should be. */
export async function loadDwellingTypes(): Promise<readonly DwellingType[]> {
  const { default: raw } = await import('./types.json');
  return z.array(dwellingType).parse(raw.types);
}

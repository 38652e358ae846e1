import { z } from 'zod';
import { adviseInput, bondingInput, describeInput, whichInput } from './advice';
import { capacityContext } from './judge/dead';
import { judgeInput } from './judge/judge';
import { documentFile } from './saved-job';
import { logProof } from '../../src/core/ledger/daily-head';
import { demandInput, dwellingDemand } from '../../src/core/installation/demand';
import { editionIds } from '../../src/core/edition/pack';
import { dwelling } from '../../src/core/physics/dwelling';
import { earthingSystems } from '../../src/core/installation/supply';
import { locationPoint, opening } from '../../src/core/measurements/insulation/locate';
import { referenceCase } from '../../src/core/network/reference-case';
import { fromTester, toTester } from '../../src/instruments/messages';

const ohms = z.number().min(0).max(100_000);
const ringReading = z.union([ohms, z.literal('open'), z.object({ low: ohms, high: ohms }), z.null()]);
const pair = z.tuple([z.enum(['L', 'N', 'C']), z.enum(['L', 'N', 'C'])]);

/** Readings of a ring: ends, steps 2 and 3 at each socket, and whatever else was tried. Ohms; `"open"`; null where not read. */
export const ringInput = z
  .object({
    format: z.literal('orange-ledger/ring/1'),
    sockets: z.number().int().min(1).max(60),
    ordered: z.boolean().default(true),
    cable: z.object({ liveMm2: z.number().positive(), cpcMm2: z.number().positive() }).optional(),
    ends: z.object({ r1: ringReading.optional(), rn: ringReading.optional(), r2: ringReading.optional() }).default({}),
    step2: z.array(ringReading).default([]),
    step3: z.array(ringReading).default([]),
    sameSide: z.array(ringReading).optional(),
    tried: z
      .array(
        z.object({
          socket: z.number().int().min(1),
          step: z.union([z.literal(2), z.literal(3)]),
          pair,
          reading: z.union([ohms, z.literal('open')]),
        }),
      )
      .max(50)
      .default([]),
    noiseOhms: z.number().positive().max(1).optional(),
  })
  .refine(
    (r) => r.step2.length <= r.sockets && r.step3.length <= r.sockets && r.tried.every((t) => t.socket <= r.sockets),
    { error: 'more readings than sockets' },
  );

const megohms = z.number().min(0).nullable().default(null);
export const insulationInput = z.object({
  format: z.literal('orange-ledger/insulation/1'),
  points: z.array(locationPoint).min(1).max(500),
  openings: z.array(opening).max(500).default([]),
  /** The last point of a ring, where its leg home leaves; both legs are off the board and apart. */
  lastOfRing: z.string().nullable().default(null),
  pairs: z.object({ ln: megohms, le: megohms, ne: megohms }).optional(),
  limitMegohms: z.number().positive().default(1),
});

export const limitsInput = z.object({
  format: z.literal('orange-ledger/limits/1'),
  standard: z.string().min(1),
  type: z.string().default(''),
  ratingAmps: z.number().positive(),
  earthing: z.enum(earthingSystems).default('TN-C-S'),
  residualMilliamps: z.number().positive().optional(),
  mark: z.string().default(''),
  edition: z.enum(editionIds).default('bs7671-2018-a2'),
});

/** A job as its entries in ledger order: what the application exports. */
export const jobInput = z.object({
  format: z.literal('orange-ledger/job/1'),
  entries: z.array(z.looseObject({ madeBy: z.string(), seq: z.number().int().nullable() })).min(1),
});

/** A device and a cable: what `judge` reads as the context of device-and-cable, with the rating beside it. */
const capacityInput = capacityContext.extend({ deviceAmps: z.union([z.string(), z.number()]) });

/** What each verb reads, published as JSON Schema in docs/formats. */
export const formats = {
  case: referenceCase,
  installation: dwelling,
  ring: ringInput,
  insulation: insulationInput,
  limits: limitsInput,
  demand: z.union([demandInput, dwellingDemand]),
  job: jobInput,
  proof: logProof,
  judge: judgeInput,
  advise: adviseInput,
  which: whichInput,
  describe: describeInput,
  locate: insulationInput,
  capacity: capacityInput,
  bonding: bondingInput,
} as const;
/** What a tester and the application say to each other, published beside them. */
export const conversation = { 'tester-says': fromTester, 'ledger-says': toTester } as const;

/** What is handed out to be kept, and read again by anybody. */
export const handedOut = { document: documentFile } as const;

const published = { ...formats, ...conversation, ...handedOut } as const;
export type FormatName = keyof typeof published;
export const formatNames = Object.keys(published) as FormatName[];

export const schemaText = (name: FormatName): string =>
  `${JSON.stringify(z.toJSONSchema(published[name], { io: 'input', unrepresentable: 'any' }), null, 2)}\n`;

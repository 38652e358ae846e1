import { documentKinds } from '../certificates/documents';
import * as z from 'zod';
import { practiceCodes } from './dwelling-type';

const id = z.string().min(1).max(80);
/** The main switch, or a circuit by its id. */
const switched = id;

export const links = ['none', 'L to CPC', 'L to N crossed', 'L to CPC crossed', 'L to CPC one leg'] as const;
/** Links only a ring has legs for. */
export const ringLinks: readonly (typeof links)[number][] = links.slice(2);
export type Links = (typeof links)[number];

const pair = z.enum(['L-N', 'L-C', 'N-C']);
/** What is measured, and between what: everything the tester of a practice dwelling can be put to. */
const measured = z.discriminatedUnion('of', [
  z.object({ of: z.literal('ring end'), circuit: id, conductor: z.enum(['L', 'N', 'C']) }),
  /** At a switched light its lamp, or what feeds its switch. */
  z.object({ of: z.literal('continuity'), place: id, pair, feed: z.literal(true).optional() }),
  z.object({ of: z.literal('long lead'), place: id }),
  z.object({ of: z.literal('neutral'), place: id, circuit: id }),
  /** Of the whole circuit, or of what is left of it on the board's side with its cable parted before a point. */
  z.object({
    of: z.literal('insulation'),
    circuit: id,
    pair,
    volts: z.union([z.literal(250), z.literal(500)]),
    before: id.optional(),
  }),
  z.object({ of: z.literal('bond'), place: id }),
  z.object({ of: z.literal('part'), place: id }),
  z.object({ of: z.literal('ze') }),
  z.object({ of: z.literal('ipf'), pair: z.enum(['L-N', 'L-C']) }),
  z.object({ of: z.literal('zs'), place: id, method: z.enum(['two-lead', 'no-trip']) }),
  z.object({ of: z.literal('line neutral loop'), place: id }),
  /** At its rated current from the positive half of the wave, unless it is said otherwise; or raised until it trips. */
  z.object({
    of: z.literal('rcd'),
    place: id,
    times: z.enum(['half', '1', '5', 'ramp']).optional(),
    wave: z.enum(['0', '180']).optional(),
  }),
]);
export type Measured = z.infer<typeof measured>;

const claim = z.object({
  /** A place, or `circuit:` and its id. */
  at: id,
  sort: id,
  code: z.enum(practiceCodes),
  regulation: z.string().trim().max(20),
});
export type Claim = z.infer<typeof claim>;

const paper = z.object({
  document: z.enum(documentKinds),
  satisfactory: z.boolean(),
  /** Rooms nobody got into, as limitations. */
  limitations: z.array(id).max(40),
});
export type Paper = z.infer<typeof paper>;

/** One thing a learner does at a practice dwelling. */
export const act = z.discriminatedUnion('is', [
  z.object({ is: z.literal('look'), place: id }),
  z.object({ is: z.literal('cover'), place: id, off: z.boolean() }),
  z.object({ is: z.literal('try'), place: id }),
  /** Changes a switch over. */
  z.object({ is: z.literal('work'), place: id }),
  z.object({ is: z.literal('ask') }),
  z.object({ is: z.literal('tell') }),
  z.object({ is: z.literal('switch'), what: switched, on: z.boolean() }),
  z.object({ is: z.literal('lock'), what: switched }),
  z.object({ is: z.literal('prove') }),
  z.object({ is: z.literal('volts'), place: id }),
  z.object({ is: z.literal('null') }),
  z.object({ is: z.literal('fuse') }),
  z.object({ is: z.literal('link'), circuit: id, how: z.enum(links) }),
  z.object({ is: z.literal('empty'), circuit: id }),
  z.object({ is: z.literal('measure'), measured }),
  z.object({ is: z.literal('claim'), claim }),
  z.object({ is: z.literal('unclaim'), index: z.number().int().min(0) }),
  z.object({ is: z.literal('hint') }),
  z.object({ is: z.literal('finish'), paper }),
]);
export type Act = z.infer<typeof act>;

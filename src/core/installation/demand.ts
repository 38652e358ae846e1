import { beside as compared } from '../quantity/ohms';
import * as z from 'zod';
import type { EditionPack } from '../edition/pack';
import { type DemandPurpose, type DiversityRule, demandPurposes } from '../edition/rows';
import {
  type Exact,
  add,
  compare,
  divide,
  exact,
  isAtMost,
  multiply,
  subtract,
  toFixed,
  toShortest,
} from '../quantity/exact';
import type { Judgement } from '../words/judgement';

const amps = z.string().regex(/^\d{1,5}(\.\d{1,3})?$/, 'amperes as plain digits');
const demandLoad = z.object({
  name: z.string().min(1).max(120),
  purpose: z.enum(demandPurposes),
  amps,
  socketInControlUnit: z.boolean().default(false),
});
export const demandInput = z.object({
  format: z.literal('orange-ledger/demand/1'),
  loads: z.array(demandLoad).min(1),
  supplyFuseAmps: z.number().positive().optional(),
  boardAmps: z.number().positive().optional(),
  overrideAmps: amps.optional(),
  overrideReason: z.string().max(200).optional(),
});
export type DemandLoad = z.infer<typeof demandLoad>;

type DemandLine = {
  readonly purpose: DemandPurpose;
  readonly connected: Exact;
  readonly demand: Exact;
  readonly working: string;
};
export type Demand = { readonly lines: readonly DemandLine[]; readonly total: Exact };

const show = (value: Exact): string => `${toShortest(value, 2)} A`;
const sum = (values: readonly Exact[]): Exact => values.reduce(add, exact(0));
const share = (value: Exact, percent: number): Exact => divide(multiply(value, exact(percent)), exact(100));
const above = (value: Exact, least: number): Exact =>
  compare(value, exact(least)) > 0 ? subtract(value, exact(least)) : exact(0);
const upTo = (value: Exact, most: number): Exact => (compare(value, exact(most)) > 0 ? exact(most) : value);

/** Maximum demand of a dwelling in amperes after the edition's diversity, purpose by purpose, with the arithmetic. */
export function maximumDemand(loads: readonly DemandLoad[], pack: EditionPack): Demand {
  const lines = pack.diversity.flatMap(({ purpose, rule }): DemandLine[] => {
    const of = loads.filter((load) => load.purpose === purpose).sort((a, b) => compare(exact(b.amps), exact(a.amps)));
    if (of.length === 0) return [];
    return [{ purpose, connected: sum(of.map((load) => exact(load.amps))), ...diversified(rule, of) }];
  });
  return { lines, total: sum(lines.map((line) => line.demand)) };
}

/** Loads of one purpose, largest first. */
function diversified(rule: DiversityRule, of: readonly DemandLoad[]): { demand: Exact; working: string } {
  const values = of.map((load) => exact(load.amps));
  const connected = sum(values);
  switch (rule.kind) {
    case 'share':
      return {
        demand: share(connected, rule.percent),
        working: rule.percent === 100 ? `${show(connected)} whole` : `${rule.percent} % of ${show(connected)}`,
      };
    case 'above': {
      const over = above(connected, rule.wholeAmps);
      return {
        demand: add(upTo(connected, rule.wholeAmps), share(over, rule.percentAbove)),
        working: `first ${rule.wholeAmps} A of ${show(connected)} whole + ${rule.percentAbove} % of ${show(over)}`,
      };
    }
    case 'each above': {
      const each = of.map((load) => {
        const amps = exact(load.amps);
        const over = above(amps, rule.wholeAmps);
        const demand = add(
          add(upTo(amps, rule.wholeAmps), share(over, rule.percentAbove)),
          exact(load.socketInControlUnit ? rule.socketAmps : 0),
        );
        return {
          demand,
          working: `${load.name}: ${show(upTo(amps, rule.wholeAmps))} + ${rule.percentAbove} % of ${show(over)}${load.socketInControlUnit ? ` + ${rule.socketAmps} A for its socket` : ''}`,
        };
      });
      return { demand: sum(each.map((e) => e.demand)), working: each.map((e) => e.working).join('; ') };
    }
    case 'largest': {
      const whole = values.slice(0, rule.whole);
      const rest = values.slice(rule.whole);
      return {
        demand: add(sum(whole), share(sum(rest), rule.percentOfRest)),
        working: `${rule.whole === 1 ? 'the largest' : `the ${rule.whole} largest`} whole (${whole.map(show).join(' + ')})${rest.length > 0 ? ` + ${rule.percentOfRest} % of ${show(sum(rest))}` : ''}`,
      };
    }
    default: {
      const never: never = rule;
      return never;
    }
  }
}

/** A dwelling's purposes as they are written out in full. */
const inFull = {
  lighting: 'lighting',
  'heating and power (not below)': 'heating',
  'cooking appliance': 'cooking',
  'instantaneous water heater': 'instant water',
  'thermostatic (stored) water heater': 'stored water',
  'floor warming': 'floor warming',
  'thermal storage heating': 'storage heating',
  'electric vehicle charging': 'vehicle charging',
  'standard socket-outlet circuits': 'sockets',
  'fixed socket-outlets other than standard': 'other sockets',
} as const satisfies Record<string, DemandPurpose>;
const circuit = z.object({
  name: z.string().min(1).max(120),
  purpose: z.enum(Object.keys(inFull) as [keyof typeof inFull]),
  amps,
  socketInControlUnit: z.boolean().default(false),
});

/** A dwelling's circuits, and what is to be added to them. */
export const dwellingDemand = z.object({
  serviceFuse: z.object({ amps: z.number().positive() }),
  board: z.object({ amps: z.number().positive() }),
  circuits: z.array(circuit).max(200),
  added: z.array(circuit).max(50).default([]),
});

/** The demand of a dwelling as it is, and with what is added, each beside its fuse and its board. */
export function demandBeforeAndAfter(
  { serviceFuse, board, circuits, added }: z.infer<typeof dwellingDemand>,
  pack: EditionPack,
) {
  const loads = (of: readonly z.infer<typeof circuit>[]): DemandLoad[] =>
    of.map(({ purpose, ...rest }) => ({ ...rest, purpose: inFull[purpose] }));
  const full = (purpose: DemandPurpose) =>
    Object.entries(inFull).find(([, short]) => short === purpose)?.[0] ?? purpose;
  const beside = (total: Exact, rating: number) => ({
    rating,
    verdict: isAtMost(total, exact(rating)) ? 'within' : 'above',
    margin: toShortest(subtract(exact(rating), total), 6),
  });
  const side = (of: readonly DemandLoad[]) => {
    const { lines, total } = maximumDemand(of, pack);
    return {
      connected: toShortest(sum(lines.map((line) => line.connected)), 6),
      lines: lines.map(({ purpose, connected, demand, working }) => ({
        purpose: full(purpose),
        connected: toShortest(connected, 6),
        demand: toShortest(demand, 6),
        working,
      })),
      total: toShortest(total, 6),
      totalShown: toFixed(total, 1, 'half-up'),
      kVA: toFixed(divide(multiply(total, exact(pack.nominalVolts.value)), exact(1000)), 1, 'half-up'),
      serviceFuse: beside(total, serviceFuse.amps),
      board: beside(total, board.amps),
    };
  };
  return { before: side(loads(circuits)), after: side(loads([...circuits, ...added])) };
}

/** Judges a demand in amperes against the supply fuse or the board's rating (311.1). */
export function judgeDemand(demand: Exact, ratingAmps: number, of: 'supply fuse' | 'board'): Judgement {
  const rating = exact(ratingAmps);
  const meets = isAtMost(demand, rating);
  return {
    rule: meets ? 'demand.within' : 'demand.above',
    verdict: meets ? 'meets' : 'doubt',
    expected: null,
    limit: { text: `${ratingAmps} A ${of}`, source: '311.1', figure: `${ratingAmps} A` },
    working: [compared({ figure: demand, atLeast: false }, rating, 'A', 1)],
    next: meets ? null : { rule: of === 'supply fuse' ? 'demand.above-service' : 'demand.above-board' },
  };
}

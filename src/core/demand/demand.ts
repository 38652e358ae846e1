import { z } from 'zod';
import { type Exact, add, compare, divide, exact, isAtMost, multiply, subtract, toFixed, toShortest } from '../quantity/exact';
import type { Judgement } from '../quantity/judgement';

export const demandPurposes = ['lighting', 'heating', 'cooking', 'instant water', 'stored water', 'floor warming', 'storage heating', 'vehicle charging', 'sockets', 'other'] as const;
export type DemandPurpose = (typeof demandPurposes)[number];

const amps = z.string().regex(/^\d{1,5}(\.\d{1,3})?$/, 'amperes as plain digits');
export const demandLoad = z.object({ name: z.string().min(1).max(120), purpose: z.enum(demandPurposes), amps, socketInControlUnit: z.boolean().default(false) });
export const demandInput = z.object({ format: z.literal('orange-ledger/demand/1'), loads: z.array(demandLoad).min(1), supplyFuseAmps: z.number().positive().optional(), boardAmps: z.number().positive().optional(), overrideAmps: amps.optional(), overrideReason: z.string().max(200).optional() });
export type DemandLoad = z.infer<typeof demandLoad>;

export type DemandLine = { readonly purpose: DemandPurpose; readonly connected: Exact; readonly demand: Exact; readonly working: string };
export type Demand = { readonly lines: readonly DemandLine[]; readonly total: Exact };

const show = (value: Exact): string => `${toShortest(value, 2)} A`;
const sum = (values: readonly Exact[]): Exact => values.reduce(add, exact(0));
const share = (value: Exact, percent: number): Exact => divide(multiply(value, exact(percent)), exact(100));
const above = (value: Exact, least: number): Exact => (compare(value, exact(least)) > 0 ? subtract(value, exact(least)) : exact(0));
const upTo = (value: Exact, most: number): Exact => (compare(value, exact(most)) > 0 ? exact(most) : value);

/** Maximum demand of a dwelling in amperes after diversity, purpose by purpose, with the arithmetic. */
export function maximumDemand(loads: readonly DemandLoad[]): Demand {
  const lines = demandPurposes.flatMap((purpose): DemandLine[] => {
    const of = loads.filter((load) => load.purpose === purpose);
    if (of.length === 0) return [];
    const values = of.map((load) => exact(load.amps)).sort((a, b) => compare(b, a));
    const connected = sum(values);
    return [{ purpose, connected, ...diversified(purpose, values, connected, of) }];
  });
  return { lines, total: sum(lines.map((line) => line.demand)) };
}

function diversified(purpose: DemandPurpose, values: readonly Exact[], connected: Exact, of: readonly DemandLoad[]): { demand: Exact; working: string } {
  switch (purpose) {
    case 'lighting':
      return { demand: share(connected, 66), working: `66 % of ${show(connected)}` };
    case 'heating':
      return { demand: add(upTo(connected, 10), share(above(connected, 10), 50)), working: `first 10 A of ${show(connected)} whole + 50 % of ${show(above(connected, 10))}` };
    case 'cooking': {
      const each = of.map((load) => add(add(upTo(exact(load.amps), 10), share(above(exact(load.amps), 10), 30)), exact(load.socketInControlUnit ? 5 : 0)));
      return { demand: sum(each), working: of.map((load) => `${load.name}: 10 A + 30 % of ${show(above(exact(load.amps), 10))}${load.socketInControlUnit ? ' + 5 A for its socket' : ''}`).join('; ') };
    }
    case 'instant water': {
      const [first = exact(0), second = exact(0), ...rest] = values;
      return { demand: add(add(first, second), share(sum(rest), 25)), working: `the two largest whole (${show(first)}${compare(second, exact(0)) > 0 ? ` + ${show(second)}` : ''})${rest.length ? ` + 25 % of ${show(sum(rest))}` : ''}` };
    }
    case 'sockets': {
      const [largest = exact(0), ...rest] = values;
      return { demand: add(largest, share(sum(rest), 40)), working: `the largest circuit ${show(largest)} whole${rest.length ? ` + 40 % of ${show(sum(rest))}` : ''}` };
    }
    default:
      return { demand: connected, working: `${show(connected)} whole` };
  }
}

/** Judges a demand in amperes against the supply fuse or the board's rating (311.1). */
export function judgeDemand(demand: Exact, ratingAmps: number, of: 'supply fuse' | 'board'): Judgement {
  const rating = exact(ratingAmps);
  const meets = isAtMost(demand, rating);
  return {
    rule: meets ? 'demand.within' : 'demand.above',
    verdict: meets ? 'meets' : 'doubt',
    expected: null,
    limit: { text: `${ratingAmps} A ${of}`, source: '311.1' },
    working: [`${toFixed(demand, 1, 'half-up')} A ${meets ? '≤' : '>'} ${ratingAmps} A`],
    next: meets ? null : of === 'supply fuse' ? 'Ask the distributor for a larger service, or have load limitation: do not add to it.' : 'The board or its main switch is too small for this demand.',
  };
}

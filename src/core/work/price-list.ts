import * as z from 'zod';
import type { Finding } from '../edition/findings';
import { type Observation } from '../job/kinds/observation';
import { optionWorks } from '../job/kinds/options';

const wholes = ['new board', 'rewire'] as const;

const priceLine = z.strictObject({
  id: z.string(),
  what: z.string(),
  /** Typical findings it puts right, by their ids, and items of the schedule where no finding says more. */
  answers: z.array(z.string()),
  minutes: z.number().int(),
  materialsPence: z.number().int(),
  work: z.enum(optionWorks),
  /** Larger work that puts the same right. */
  answeredBy: z.array(z.enum(wholes)),
  /** Done once, however many findings it puts right. */
  once: z.boolean(),
});
/** What putting something right takes: minutes and materials, before anybody names a price for an hour. */
export type PriceLine = z.infer<typeof priceLine>;

/** What a firm says of a line in place of what it starts with. */
export type OwnPrice = {
  readonly priceId: string;
  readonly minutes: number;
  readonly materialsPence: number;
};

/** An hour of work where the firm has not said what it costs. */
export const startHourPence = 5500;

/** Minutes and materials that lead nowhere by themselves: sensible figures to start from, read when first needed. */
export async function loadPriceList(): Promise<readonly PriceLine[]> {
  const { default: rows } = await import('./price-list.json');
  return z.array(priceLine).parse(rows);
}

/** The list as a firm has it: its own figures in place of those it started with. */
export const priced = (list: readonly PriceLine[], own: readonly OwnPrice[]): PriceLine[] =>
  list.map((line) => {
    const said = own.find(({ priceId }) => priceId === line.id);
    return said ? { ...line, minutes: said.minutes, materialsPence: said.materialsPence } : line;
  });

/** The line for one purpose of its own: the board, a circuit rewired, the paper. */
export function priceFor(list: readonly PriceLine[], purpose: string): PriceLine {
  const found = list.find(({ answers }) => answers.includes(purpose));
  if (!found) throw new Error(`No line of the price list is for ${purpose}`);
  return found;
}

/** The line that puts a finding right: by what it is, else by its item of the schedule, else in general. */
export function priceOf(
  list: readonly PriceLine[],
  findings: readonly Finding[],
  { what, item }: Pick<Observation, 'what' | 'item'>,
): PriceLine {
  const known = findings.find((each) => each.what === what)?.id;
  const by = (key: string | null | undefined) => list.find(({ answers }) => key && answers.includes(key));
  return by(known) ?? by(item) ?? priceFor(list, 'other');
}

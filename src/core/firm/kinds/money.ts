import * as z from 'zod';
import { line } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { firmKind } from '../kind';

const pence = z.number().int().min(0).max(100_000_000);
const minutes = z.number().int().min(0).max(100_000);

export const mostMoneyLines = 60;
const moneyLine = z.object({ what: line.min(1), pence });
export type MoneyLine = z.infer<typeof moneyLine>;

const moneyFields = z.object({
  /** What was agreed, before tax; null where its lines say. */
  pricePence: pence.nullable(),
  /** What it is made up of. */
  lines: z.array(moneyLine).max(mostMoneyLines),
  materialsPence: pence.nullable(),
  /** On the road for it; null where the diary says. */
  travelMinutes: minutes.nullable(),
  /** With the house, and at the desk; null where the record says. */
  siteMinutes: minutes.nullable(),
  paperMinutes: minutes.nullable(),
  note: line,
});
export type MoneyFields = z.infer<typeof moneyFields>;

const nothing: MoneyFields = {
  pricePence: null,
  lines: [],
  materialsPence: null,
  travelMinutes: null,
  siteMinutes: null,
  paperMinutes: null,
  note: '',
};

/** What a job was agreed at and what it cost: the firm's own, never on a paper. */
export const moneyIsTold = firmKind({
  body: z.object({ jobId: z.uuid().toLowerCase(), fields: moneyFields.partial() }),
  versions: [unchanged('a price may have lines')],
  office: true,
  touches: ['money'],
  apply: (firm, { body: { jobId, fields } }) =>
    void firm.money.set(jobId, { ...(firm.money.get(jobId) ?? nothing), ...fields }),
});

import 'server-only';
import { asc, eq } from 'drizzle-orm';
import { authenticationDatabase, forFirm } from './connection';
import { firmOf } from './documents';
import { instrument, user } from './schema';

/** Names of the firm's people by id, for "who took this reading". */
export async function peopleOf(firmId: string): Promise<Record<string, string>> {
  const rows = await authenticationDatabase().select({ id: user.id, name: user.name }).from(user).where(eq(user.firmId, firmId));
  return Object.fromEntries(rows.map((row) => [row.id, row.name]));
}

/** The firm's particulars and instruments. */
export const firmAndInstruments = (firmId: string) =>
  forFirm(firmId, async (tx) => ({
    firm: await firmOf(tx),
    instruments: await tx.select().from(instrument).orderBy(asc(instrument.name)),
  }));

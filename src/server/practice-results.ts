import 'server-only';
import { and, asc, desc, eq, lt } from 'drizzle-orm';
import { type PracticeResult, mostResults, practiceResult as schema } from '../core/practice/result';
import { forFirm } from './connection';
import { practiceResult } from './schema';
import type { FirmActor } from './streams';

const ownOf = ({ id }: FirmActor) => eq(practiceResult.personId, id);

/** What practice came to for the person asking, the earliest first. */
export async function resultsOf(actor: FirmActor): Promise<PracticeResult[]> {
  const rows = await forFirm(actor.firmId, (tx) =>
    tx
      .select({ result: practiceResult.result })
      .from(practiceResult)
      .where(ownOf(actor))
      .orderBy(asc(practiceResult.at)),
  );
  return rows.flatMap(({ result }) => schema.safeParse(result).data ?? []);
}

/** Keeps results of the person asking, each once; the latest so many of all. */
export function keepResults(actor: FirmActor, results: readonly PracticeResult[]): Promise<void> {
  return forFirm(actor.firmId, async (tx) => {
    const rows = results.map((result) => ({
      firmId: actor.firmId,
      personId: actor.id,
      house: result.house,
      at: new Date(result.at),
      result,
    }));
    if (rows.length > 0) await tx.insert(practiceResult).values(rows).onConflictDoNothing();
    const [oldest] = await tx
      .select({ at: practiceResult.at })
      .from(practiceResult)
      .where(ownOf(actor))
      .orderBy(desc(practiceResult.at))
      .offset(mostResults - 1)
      .limit(1);
    if (oldest) await tx.delete(practiceResult).where(and(ownOf(actor), lt(practiceResult.at, oldest.at)));
  });
}

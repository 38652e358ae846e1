import 'server-only';
import { and, desc, eq, ne } from 'drizzle-orm';
import { type Remembered, nothingRemembered, rememberedFrom } from '../core/work/remembered';
import { forFirm } from './connection';
import { foldAt } from './folds';
import { entry, stream } from './schema';
import type { FirmActor } from './streams';

/** What a person typed on the job they worked on before this one. */
export function rememberedOf(actor: FirmActor, jobId: string): Promise<Remembered> {
  return forFirm(actor.firmId, async (tx) => {
    const [last] = await tx
      .select({ id: stream.id, lastSeq: stream.lastSeq })
      .from(entry)
      .innerJoin(stream, eq(stream.id, entry.streamId))
      .where(and(eq(entry.madeBy, actor.id), eq(entry.kind, 'isolation.begun'), ne(entry.streamId, jobId)))
      .orderBy(desc(entry.recordedAt))
      .limit(1);
    return last ? rememberedFrom(await foldAt(tx, 'job', last.id, last.lastSeq)) : nothingRemembered;
  });
}

import 'server-only';
import { and, eq, inArray } from 'drizzle-orm';
import type { PrintedModel } from '../core/certificates/printed-model';
import { mostPictureSide } from '../core/job/kinds/picture';
import { readJpeg } from '../core/job/jpeg';
import { type Transaction, forFirm } from './connection';
import { sha256 } from './documents';
import { whyNotKept } from './quotas';
import { picture, stream } from './schema';
import type { FirmActor } from './streams';

/** A picture of the longer side we keep, at the quality we keep it, is well below. */
export const mostPictureBytes = 700_000;

/** `later`: nothing is wrong with it, and it may be sent again another day. */
export type Kept = { readonly ok: true } | { readonly ok: false; readonly problem: string; readonly later?: true };

/** Keeps a picture under the hash of its bytes, once; null where the firm has no such job. */
export async function keepPicture(actor: FirmActor, jobId: string, named: string, bytes: Buffer): Promise<Kept | null> {
  const read = readJpeg(bytes);
  return forFirm(actor.firmId, async (tx) => {
    const [job] = await tx
      .select({ id: stream.id })
      .from(stream)
      .where(and(eq(stream.id, jobId), eq(stream.sort, 'job')));
    if (!job) return null;
    if (!read.ok) return read;
    if (Math.max(read.width, read.height) > mostPictureSide)
      return { ok: false, problem: `At most ${mostPictureSide} pixels a side: resize it before sending.` };
    if (sha256(bytes) !== named) return { ok: false, problem: 'The picture does not match its entry.' };
    const isKept = (await picturesNamed(tx, [named])).size > 0;
    const enough = isKept ? null : await whyNotKept(tx, actor.firmId, 'pictures');
    if (enough) return { ok: false, problem: enough, later: true };
    await tx.insert(picture).values({ firmId: actor.firmId, sha256: named, bytes }).onConflictDoNothing();
    return { ok: true };
  });
}

/** One of the firm's pictures; null where it has none such. */
export const findPicture = (actor: FirmActor, named: string): Promise<Buffer | null> =>
  forFirm(actor.firmId, async (tx) => (await picturesNamed(tx, [named])).get(named) ?? null);

/** The bytes of pictures that have arrived, by their hash; and those that no longer have the hash they are kept under. */
export async function picturesKept(
  tx: Transaction,
  named: readonly string[],
): Promise<{ readonly whole: Map<string, Buffer>; readonly damaged: readonly string[] }> {
  if (named.length === 0) return { whole: new Map(), damaged: [] };
  const rows = await tx
    .select()
    .from(picture)
    .where(inArray(picture.sha256, [...named]));
  const isWhole = (row: (typeof rows)[number]) => sha256(row.bytes) === row.sha256;
  return {
    whole: new Map(rows.filter(isWhole).map((row) => [row.sha256, row.bytes])),
    damaged: rows.filter((row) => !isWhole(row)).map((row) => row.sha256),
  };
}

/** The bytes of pictures that have arrived and are what their hash says: nothing else is shown, printed or handed out. */
export const picturesNamed = async (tx: Transaction, named: readonly string[]): Promise<Map<string, Buffer>> =>
  (await picturesKept(tx, named)).whole;

/** The pictures a document prints, for the firm of this transaction. */
export const picturesFor = (tx: Transaction, { pictures }: PrintedModel): Promise<Map<string, Buffer>> =>
  picturesNamed(
    tx,
    pictures.map((each) => each.sha256),
  );

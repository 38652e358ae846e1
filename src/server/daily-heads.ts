import 'server-only';
import { createPrivateKey, createPublicKey, sign } from 'node:crypto';
import { and, asc, desc, eq, lt, sql } from 'drizzle-orm';
import {
  type DailyHead,
  type LogLeaf,
  type LogProof,
  checkProof,
  hashOfLeaf,
  signedWords,
} from '../core/ledger/daily-head';
import { inclusionProof, treeRoot } from '../core/ledger/merkle';
import { env } from '../env';
import { type Transaction, inLog } from './connection';
import { logHead, logLeaf } from './schema';
import { hashOfHex, isSigned } from './signed-head';

/** Adds an issued document to the tree, in the transaction of its issue and last in it: the order of issue is one. */
export async function logIssue(tx: Transaction, leaf: Omit<LogLeaf, 'loggedAt'>): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(767104)`);
  await tx.insert(logLeaf).values({
    ...leaf,
    index: sql`(select count(*) from ${logLeaf})`,
    loggedAt: sql`date_trunc('milliseconds', clock_timestamp())`,
    coversTime: true,
  });
}

/** A leaf as its hash is made of it. */
const leafOf = ({ issueId, documentHash, pdfSha256, loggedAt, coversTime }: typeof logLeaf.$inferSelect): LogLeaf => ({
  issueId,
  documentHash,
  pdfSha256,
  ...(coversTime && { loggedAt: loggedAt.toISOString() }),
});
const hashOf = (row: typeof logLeaf.$inferSelect): string => hashOfLeaf(leafOf(row), hashOfHex);

const leavesUpTo = (tx: Transaction, size: number) =>
  tx.select().from(logLeaf).where(lt(logLeaf.index, size)).orderBy(asc(logLeaf.index));

/** The key of this installation that heads are signed with; null where it has none. */
function headKey() {
  const pem = env().HEAD_KEY;
  if (!pem) return null;
  const key = createPrivateKey({ key: Buffer.from(pem, 'base64'), format: 'der', type: 'pkcs8' });
  return { key, publicKey: createPublicKey(key).export({ format: 'der', type: 'spki' }).toString('base64') };
}

/**
 * Signs the head of the day before, where documents were issued since the last head; does nothing where it is signed
 * already, or no key is given. Answers the head, or null where there is none to sign.
 */
export async function signDailyHead(now: Date): Promise<DailyHead | null> {
  const own = headKey();
  if (!own) return null;
  const today = now.toISOString().slice(0, 10);
  const day = new Date(Date.parse(today) - 86_400_000).toISOString().slice(0, 10);
  return inLog(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(767105)`);
    // The tree up to the last leaf of before today: by its order, whatever a clock that was once ahead said in between.
    const [grown] = await tx
      .select({ size: sql<number>`coalesce(max(${logLeaf.index}) + 1, 0)::int` })
      .from(logLeaf)
      .where(lt(logLeaf.loggedAt, new Date(today)));
    const size = grown?.size ?? 0;
    const [last] = await tx.select().from(logHead).orderBy(desc(logHead.size)).limit(1);
    const [ofThatDay] = await tx.select().from(logHead).where(eq(logHead.day, day));
    if (size === 0 || ofThatDay || (last && last.size >= size)) return null;
    const root = treeRoot((await leavesUpTo(tx, size)).map(hashOf), hashOfHex);
    const head = { day, size, root };
    const signature = sign(null, Buffer.from(signedWords(head)), own.key).toString('base64');
    const signed = { ...head, publicKey: own.publicKey, signature };
    await tx.insert(logHead).values(signed);
    return signed;
  });
}

/** The signed heads, the latest first. */
export const dailyHeads = (most = 400): Promise<DailyHead[]> =>
  inLog((tx) => tx.select().from(logHead).orderBy(desc(logHead.size)).limit(most));

/** What is wrong with the signed heads, in sentences: a signature, or a tree that no longer has the root it had. */
export function checkHeads(): Promise<string[]> {
  return inLog(async (tx) => {
    const heads = await tx.select().from(logHead).orderBy(asc(logHead.size));
    const leaves = (await tx.select().from(logLeaf).orderBy(asc(logLeaf.index))).map(hashOf);
    return heads.flatMap((head) => {
      if (!isSigned(signedWords(head), head.signature, head.publicKey))
        return [`The head of ${head.day} is not signed with the key it names.`];
      return head.size <= leaves.length && treeRoot(leaves.slice(0, head.size), hashOfHex) === head.root
        ? []
        : [`The tree of issued documents is not what the head of ${head.day} says.`];
    });
  });
}

/** The way from a document up to the first head it is in; null before that head is signed. */
export function proofOf(issueId: string): Promise<LogProof | null> {
  return inLog(async (tx) => {
    const [leaf] = await tx.select().from(logLeaf).where(eq(logLeaf.issueId, issueId));
    if (!leaf) return null;
    const [head] = await tx
      .select()
      .from(logHead)
      .where(sql`${logHead.size} > ${leaf.index}`)
      .orderBy(asc(logHead.size))
      .limit(1);
    if (!head) return null;
    const hashes = (await leavesUpTo(tx, head.size)).map(hashOf);
    return {
      format: 'orange-ledger/proof/1',
      leaf: leafOf(leaf),
      index: leaf.index,
      path: inclusionProof(leaf.index, hashes, hashOfHex),
      head,
    };
  });
}

/** Whether a leaf is of a document of these hashes; those from before there was a tree hold none of a file. */
const isLeafOf = (leaf: LogLeaf, { documentHash, pdfSha256 }: Pick<LogLeaf, 'documentHash' | 'pdfSha256'>): boolean =>
  leaf.documentHash === documentHash && (leaf.pdfSha256 === null || leaf.pdfSha256 === pdfSha256);

/** Whether a document of these hashes was put into the tree here; null where none of its id was. */
export async function isLogged(tx: Transaction, document: Omit<LogLeaf, 'loggedAt'>): Promise<boolean | null> {
  const [leaf] = await tx.select().from(logLeaf).where(eq(logLeaf.issueId, document.issueId));
  return leaf ? isLeafOf(leafOf(leaf), document) : null;
}

/** Whether a proof shows, by a head signed with this installation's key or kept here, that such a document was issued. */
export async function provesHere(
  tx: Transaction,
  proof: LogProof,
  document: Omit<LogLeaf, 'loggedAt'>,
): Promise<boolean> {
  const { leaf, head } = proof;
  if (leaf.issueId !== document.issueId || !isLeafOf(leaf, document)) return false;
  if (!checkProof(proof, hashOfHex, isSigned).holds) return false;
  if (head.publicKey === headKey()?.publicKey || env().KNOWN_HEAD_KEYS.includes(head.publicKey)) return true;
  const [kept] = await tx
    .select({ day: logHead.day })
    .from(logHead)
    .where(and(eq(logHead.day, head.day), eq(logHead.root, head.root), eq(logHead.publicKey, head.publicKey)));
  return kept !== undefined;
}

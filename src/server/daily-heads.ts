import 'server-only';
import { createPrivateKey, createPublicKey, sign } from 'node:crypto';
import { asc, desc, eq, lt, sql } from 'drizzle-orm';
import { type DailyHead, type LogLeaf, type LogProof, hashOfLeaf, signedWords } from '../core/ledger/daily-head';
import { inclusionProof, treeRoot } from '../core/ledger/merkle';
import { env } from '../env';
import { type Transaction, inLog } from './connection';
import { logHead, logLeaf } from './schema';
import { hashOfHex, isSigned } from './signed-head';

/** Adds an issued document to the tree, in the transaction of its issue and last in it: the order of issue is one. */
export async function logIssue(tx: Transaction, leaf: LogLeaf): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(767104)`);
  await tx.insert(logLeaf).values({ ...leaf, index: sql`(select count(*) from ${logLeaf})` });
}

const leavesUpTo = (tx: Transaction, size: number) =>
  tx.select().from(logLeaf).where(lt(logLeaf.index, size)).orderBy(asc(logLeaf.index));

/**
 * Signs the head of the day before, where documents were issued since the last head; does nothing where it is signed
 * already, or no key is given. Answers the head, or null where there is none to sign.
 */
export async function signDailyHead(now: Date): Promise<DailyHead | null> {
  const pem = env().HEAD_KEY;
  if (!pem) return null;
  const key = createPrivateKey({ key: Buffer.from(pem, 'base64'), format: 'der', type: 'pkcs8' });
  const publicKey = createPublicKey(key).export({ format: 'der', type: 'spki' }).toString('base64');
  const today = now.toISOString().slice(0, 10);
  const day = new Date(Date.parse(today) - 86_400_000).toISOString().slice(0, 10);
  return inLog(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(767105)`);
    const leaves = await tx
      .select()
      .from(logLeaf)
      .where(lt(logLeaf.loggedAt, new Date(today)))
      .orderBy(asc(logLeaf.index));
    const [last] = await tx.select().from(logHead).orderBy(desc(logHead.day)).limit(1);
    if (leaves.length === 0 || (last && (last.day >= day || last.size >= leaves.length))) return null;
    const root = treeRoot(
      leaves.map((leaf) => hashOfLeaf(leaf, hashOfHex)),
      hashOfHex,
    );
    const head = { day, size: leaves.length, root };
    const signature = sign(null, Buffer.from(signedWords(head)), key).toString('base64');
    const signed = { ...head, publicKey, signature };
    await tx.insert(logHead).values(signed);
    return signed;
  });
}

/** The signed heads, the latest first. */
export const dailyHeads = (most = 400): Promise<DailyHead[]> =>
  inLog((tx) => tx.select().from(logHead).orderBy(desc(logHead.day)).limit(most));

/** What is wrong with the signed heads, in sentences: a signature, or a tree that no longer has the root it had. */
export function checkHeads(): Promise<string[]> {
  return inLog(async (tx) => {
    const heads = await tx.select().from(logHead).orderBy(asc(logHead.day));
    const leaves = (await tx.select().from(logLeaf).orderBy(asc(logLeaf.index))).map((leaf) =>
      hashOfLeaf(leaf, hashOfHex),
    );
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
    const hashes = (await leavesUpTo(tx, head.size)).map((each) => hashOfLeaf(each, hashOfHex));
    const { index, documentHash, pdfSha256 } = leaf;
    return {
      format: 'orange-ledger/proof/1',
      leaf: { issueId, documentHash, pdfSha256 },
      index,
      path: inclusionProof(index, hashes, hashOfHex),
      head,
    };
  });
}

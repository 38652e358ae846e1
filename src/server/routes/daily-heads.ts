import 'server-only';
import { dailyHeads, proofOf } from '../daily-heads';
import { authorityCertificate } from '../signing-key';
import { checkByToken, removedByToken } from '../verification';

const file = (name: string, content: unknown) =>
  new Response(`${JSON.stringify(content, null, 2)}\n`, {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  });
const none = (problem: string) => Response.json({ problem }, { status: 404 });

/** What proves a document without us, for whoever holds its token. */
export async function getProof(_request: Request, { params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const isToken = /^[0-9a-f]{32}$/.test(token);
  const check = isToken ? await checkByToken(token) : null;
  const known = check ? { id: check.issueId, number: check.number } : isToken ? await removedByToken(token) : null;
  const proof = check?.proof ?? (known && (await proofOf(known.id)));
  if (!known || !proof) return none('There is no proof of that yet: heads are signed once their day is over.');
  return file(`${known.number}.proof.json`, proof);
}

/** Every signed head, to be kept elsewhere. */
export const getHeads = async () => file('daily-heads.json', await dailyHeads(100_000));

/** What a reader of PDFs may be given to trust the signatures of the papers issued here. */
export async function getAuthority() {
  const certificate = await authorityCertificate(new Date());
  if (!certificate) return none('Documents issued here are not signed.');
  return new Response(new Uint8Array(certificate), {
    headers: {
      'Content-Type': 'application/pkix-cert',
      'Content-Disposition': 'attachment; filename="orange-ledger.cer"',
      'Cache-Control': 'no-store',
    },
  });
}

import 'server-only';
import { dailyHeads, proofOf } from '../daily-heads';
import { checkByToken } from '../verification';

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
  const check = /^[0-9a-f]{32}$/.test(token) ? await checkByToken(token) : null;
  const proof = check && (await proofOf(check.issueId));
  if (!check || !proof) return none('There is no proof of that yet: heads are signed once their day is over.');
  return file(`${check.number}.proof.json`, proof);
}

/** Every signed head, to be kept elsewhere. */
export const getHeads = async () => file('daily-heads.json', await dailyHeads(100_000));

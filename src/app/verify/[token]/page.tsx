import type { Metadata } from 'next';
import { proofOf } from '../../../server/daily-heads';
import { checkByToken, removedByToken } from '../../../server/verification';
import { RemovedView } from '../../../features/verify/removed-view';
import { VerificationView } from '../../../features/verify/verification-view';

export const metadata: Metadata = { title: 'Verification', robots: { index: false } };

export default async function VerifyPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const isToken = /^[0-9a-f]{32}$/.test(token);
  const check = isToken ? await checkByToken(token) : null;
  if (check)
    return (
      <VerificationView
        check={check}
        proof={check.proof ?? (await proofOf(check.issueId))}
        proofPath={`/verify/${token}/proof`}
      />
    );
  const removed = isToken ? await removedByToken(token) : null;
  if (removed)
    return <RemovedView paper={removed} proof={await proofOf(removed.id)} proofPath={`/verify/${token}/proof`} />;
  return (
    <main className="mx-auto max-w-xl space-y-3 p-8">
      <h1 className="text-2xl">No document has this address</h1>
      <p>
        Check the address at the foot of the page, or scan its code again. If it is right, the document was not issued
        here.
      </p>
    </main>
  );
}

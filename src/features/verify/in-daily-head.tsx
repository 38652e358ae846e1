import type { LogProof } from '../../core/ledger/daily-head';
import { showDay } from '../../core/words/day';

/** Which signed head a document is in, and what proves it without us. */
export function InDailyHead({ proof, proofPath }: { readonly proof: LogProof | null; readonly proofPath: string }) {
  return (
    <section aria-labelledby="daily" className="border-t border-rule pt-4">
      <h2 id="daily" className="text-lg">
        Daily head
      </h2>
      {proof ? (
        <p className="text-sm">
          Number {proof.index + 1} of {proof.head.size} in the tree signed for {showDay(proof.head.day)}, head{' '}
          <span className="break-all">{proof.head.root}</span>. A kept copy of that head proves that nothing before it
          was changed.
        </p>
      ) : (
        <p className="text-sm">Not included yet: each day’s head is signed after the day ends.</p>
      )}
      <p className="flex flex-wrap gap-x-4 pt-1 text-sm">
        {proof && (
          <a className="underline underline-offset-4" href={proofPath} download>
            Download proof
          </a>
        )}
        <a className="underline underline-offset-4" href="/heads">
          All daily heads
        </a>
      </p>
    </section>
  );
}

import type { LogProof } from '../../core/ledger/daily-head';
import { showMoment } from '../../core/words/moment';
import type { RemovedPaper } from '../../server/verification';
import { CheckFile } from './check-file';
import { InDailyHead } from './in-daily-head';

type Props = { readonly paper: RemovedPaper; readonly proof: LogProof | null; readonly proofPath: string };

/** What is still known of a paper whose copy is past keeping: that it was issued once, and by which hash it is known. */
export function RemovedView({ paper, proof, proofPath }: Props) {
  return (
    <main className="mx-auto max-w-2xl space-y-6 p-6">
      <p className="font-serif font-semibold">Orange Ledger</p>
      <div className="border-2 border-ink bg-sheet p-3">
        <h1 className="text-2xl">{paper.number} was issued</h1>
        <p className="pt-2">
          {paper.firmName} issued it on {showMoment(paper.issuedAt)} and kept its copy until{' '}
          {showMoment(paper.removedAt)}. Its content is no longer kept here. You can still check a file.
        </p>
      </div>
      <dl className="grid grid-cols-[9rem_1fr] gap-x-4 gap-y-1">
        <dt className="text-faint">Kind</dt>
        <dd>{paper.kind}</dd>
        <dt className="text-faint">Document hash</dt>
        <dd className="break-all text-sm">{paper.documentHash}</dd>
        {paper.pdfSha256 && (
          <>
            <dt className="text-faint">Printed file</dt>
            <dd className="break-all text-sm">{paper.pdfSha256}</dd>
          </>
        )}
      </dl>
      <p className="text-sm text-faint">
        Compare the number and the hash with those at the foot of each page you hold. If they differ, what you hold is
        not this document.
      </p>
      <InDailyHead proof={proof} proofPath={proofPath} />
      {paper.pdfSha256 && <CheckFile expected={paper.pdfSha256} />}
    </main>
  );
}

import type { DailyHead } from '../../core/ledger/daily-head';
import { showDay } from '../../core/words/day';
import { linkLook } from '../../ui/button';

/** The signed heads, to be looked at, printed and kept by whoever wants to hold us to them. */
export function HeadsView({ heads }: { heads: readonly DailyHead[] }) {
  const [latest] = heads;
  return (
    <main className="mx-auto max-w-3xl space-y-5 p-6">
      <p className="font-serif font-semibold">Orange Ledger</p>
      <h1 className="text-2xl">Daily heads</h1>
      <p>
        Every document issued here is a leaf of one hash tree. Its head is signed after each day on which documents were
        issued. Keep a head: it no longer matches if any earlier document is changed.
      </p>
      {latest ? (
        <>
          <dl className="margin-line space-y-1 pl-4">
            <dt className="text-sm text-faint">Latest, {showDay(latest.day)}</dt>
            <dd className="break-all text-lg font-semibold">{latest.root}</dd>
            <dt className="text-sm text-faint">Signed with (Ed25519)</dt>
            <dd className="break-all text-sm">{latest.publicKey}</dd>
          </dl>
          <p className="print:hidden">
            <a className={linkLook('plain')} href="/heads/all" download>
              Download all heads
            </a>
          </p>
          <table className="w-full text-left text-sm">
            <thead>
              <tr className="border-b border-rule-strong">
                <th className="py-1 pr-4 font-semibold">Day</th>
                <th className="py-1 pr-4 text-right font-semibold">Documents</th>
                <th className="py-1 font-semibold">Head and signature</th>
              </tr>
            </thead>
            <tbody>
              {heads.map((head) => (
                <tr key={head.day} className="border-b border-rule align-top">
                  <td className="whitespace-nowrap py-1 pr-4">{showDay(head.day)}</td>
                  <td className="py-1 pr-4 text-right">{head.size}</td>
                  <td className="break-all py-1">
                    {head.root}
                    <span className="block text-xs text-faint">{head.signature}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      ) : (
        <p role="status">None yet. The first is signed after the first day with a document.</p>
      )}
      <section aria-labelledby="readers" className="border-t border-rule pt-4 print:hidden">
        <h2 id="readers" className="text-lg">
          Signed PDFs
        </h2>
        <p>
          PDFs issued here are signed by the company. Add this certificate to your PDF reader. The reader then shows who
          signed a file, and whether it was changed.
        </p>
        <p className="pt-2">
          <a className={linkLook('plain')} href="/heads/authority" download>
            Download certificate
          </a>
        </p>
      </section>
    </main>
  );
}

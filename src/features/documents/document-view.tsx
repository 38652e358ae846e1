import Link from 'next/link';
import { type Report } from '../../core/document/report';
import type { IssuedDocument } from '../../db/documents';
import { linkLook } from '../../ui/button';
import { CodeBadge } from '../observations/code-badge';

const moment = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', dateStyle: 'long', timeStyle: 'short' });

/** An issued document: what it says in short, its seal, and the ways to hand it over. */
export function DocumentView({ document, verifyPath }: { document: IssuedDocument; verifyPath: string }) {
  const report: Report = document.model;
  return (
    <div className="mx-auto max-w-4xl px-4 pb-16">
      <header className="flex min-h-14 items-center gap-4 border-b border-rule-strong">
        <Link href="/" className="font-serif text-base font-semibold">
          Orange Ledger
        </Link>
        <Link href={`/jobs/${document.jobId}`} className="text-sm underline underline-offset-4">
          The job it came from
        </Link>
      </header>
      <main className="space-y-6 pt-5">
        <div className="flex flex-wrap items-start justify-between gap-4">
          <div>
            <h1 className="text-2xl">{document.number}</h1>
            <p className="text-faint">
              Condition report, issued {moment.format(document.issuedAt)}, {report.edition}
            </p>
            {report.site.slice(0, 1).map((fact) => (
              <p key={fact.label} className="whitespace-pre-line pt-1">
                {fact.value}
              </p>
            ))}
          </div>
          <p className={`border-2 border-ink px-3 py-1 text-xl font-semibold ${report.assessment.outcome === 'unsatisfactory' ? 'hatch' : ''}`}>{report.assessment.outcome.toUpperCase()}</p>
        </div>
        <div className="flex flex-wrap gap-3">
          <a className={linkLook('next')} href={`/api/documents/${document.id}/pdf`}>
            Download the sealed PDF
          </a>
          <Link className={linkLook('plain')} href={verifyPath}>
            Verification page
          </Link>
        </div>
        <section aria-labelledby="seal" className="margin-line pl-4">
          <h2 id="seal" className="text-lg">
            Seal
          </h2>
          <p className="break-all text-sm">SHA-256 {document.documentHash}</p>
          <p className="text-sm text-faint">Printed on every page. Whoever holds the document can have it checked at its verification page without signing in.</p>
        </section>
        <section aria-labelledby="summary">
          <h2 id="summary" className="text-lg">
            Summary
          </h2>
          <p className="whitespace-pre-line">{report.summary}</p>
          <dl className="grid grid-cols-[11rem_1fr] gap-x-3 pt-2 text-sm">
            {report.comeBack.map((fact) => (
              <div key={fact.label} className="contents">
                <dt className="text-faint">{fact.label}</dt>
                <dd>{fact.value}</dd>
              </div>
            ))}
            {report.declarations.map((declaration) => (
              <div key={declaration.role} className="contents">
                <dt className="text-faint">{declaration.role === 'inspector' ? 'Inspected by' : 'Authorised by'}</dt>
                <dd>
                  {declaration.name}, {declaration.position}
                </dd>
              </div>
            ))}
          </dl>
        </section>
        <section aria-labelledby="observations">
          <h2 id="observations" className="border-b border-rule-strong pb-1 text-lg">
            Observations
          </h2>
          {report.observations.length === 0 && <p className="py-2">None.</p>}
          <ol>
            {report.observations.map((o) => (
              <li key={o.number} className="grid grid-cols-[1.5rem_3rem_1fr] gap-3 border-b border-rule py-2">
                <span className="text-right text-faint">{o.number}</span>
                <CodeBadge code={o.code} />
                <span>
                  <strong>{o.what}</strong>
                  <span className="block text-sm">
                    {o.where} · item {o.item} · circuit {o.circuit}
                  </span>
                </span>
              </li>
            ))}
          </ol>
        </section>
      </main>
    </div>
  );
}

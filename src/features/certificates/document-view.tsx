import Link from 'next/link';
import { documents } from '../../core/catalogue';
import type { IssuedDocument } from '../../server/documents';
import { HandOver } from '../links/hand-over';
import { showMoment } from '../../core/words/moment';
import { Button, linkLook } from '../../ui/button';
import { Duties } from './duties';
import { Labels } from './labels';
import { bodyOf } from './registry';

type Props = {
  readonly document: IssuedDocument;
  readonly intact: boolean;
  readonly verifyPath: string;
  readonly today: string;
  readonly hasDesk: boolean;
};

/** An issued document: what it says in short, its seal, and the ways to hand it over. */
export function DocumentView({ document, intact, verifyPath, today, hasDesk }: Props) {
  const { model } = document;
  const shown = bodyOf(document.kind);
  const said = (label: string) => model.client.find((fact) => fact.label === label && fact.value !== '—')?.value ?? '';
  return (
    <div className="mx-auto max-w-4xl px-4 pb-16">
      <header className="flex min-h-14 items-center gap-4 border-b border-rule-strong">
        <Link href="/" className="font-serif text-base font-semibold">
          Orange Ledger
        </Link>
        <Link href={`/jobs/${document.jobId}`} className="text-sm underline underline-offset-4">
          Open job
        </Link>
      </header>
      <main className="space-y-6 pt-5">
        <div className="flex flex-wrap items-start justify-between gap-4">
          <div>
            <h1 className="text-2xl">{document.number}</h1>
            <p className="text-faint">
              {documents.of(document.kind)?.title}, issued {showMoment(document.issuedAt)}, {model.edition}
            </p>
            {model.site.slice(0, 1).map((fact) => (
              <p key={fact.label} className="whitespace-pre-line pt-1">
                {fact.value}
              </p>
            ))}
          </div>
          {shown && <shown.Outcome model={document.model} />}
        </div>
        {!intact && (
          <p role="alert" className="hatch border-2 border-ink p-3">
            <span className="block bg-sheet p-2 font-semibold">
              × This document has been altered since it was issued. Do not hand it out. Its verification page shows what
              changed.
            </span>
          </p>
        )}
        {document.replacedBy && (
          <p role="note" className="border-2 border-ink p-3 font-semibold">
            Replaced by{' '}
            <Link className="underline underline-offset-4" href={`/documents/${document.replacedBy.id}`}>
              {document.replacedBy.number}
            </Link>
            : do not rely on this one.
          </p>
        )}
        {document.replaces && (
          <p>
            Replaces{' '}
            <Link className="underline underline-offset-4" href={`/documents/${document.replaces.id}`}>
              {document.replaces.number}
            </Link>
            {model.replaces && `, because: ${model.replaces.because}.`}
          </p>
        )}
        <div className="flex flex-wrap gap-3">
          <a className={linkLook('next')} href={`/api/documents/${document.id}/pdf`}>
            Download PDF
          </a>
          <Link className={linkLook('plain')} href={verifyPath}>
            Verification page
          </Link>
          <form method="post" action={`/api/jobs/${document.jobId}/export`}>
            <Button type="submit">Download job file</Button>
          </form>
        </div>
        {intact && <HandOver documentId={document.id} name={said('Client')} email={said('E-mail')} />}
        <Labels documentId={document.id} />
        <Duties duties={document.duties} jobId={document.jobId} today={today} hasDesk={hasDesk} />
        <section aria-labelledby="seal" className="margin-line pl-4">
          <h2 id="seal" className="text-lg">
            Seal
          </h2>
          <p className="break-all text-sm">SHA-256 {document.documentHash}</p>
          {intact && <p className="text-sm">✓ Matches its record.</p>}
          <p className="text-sm text-faint">
            Printed on every page. Anyone with the document can check it on its verification page, without signing in.
          </p>
        </section>
        {shown && <shown.Body model={document.model} closed={document.closed} />}
      </main>
    </div>
  );
}

import { Fragment } from 'react';
import { sayByLink } from '../../core/certificates/paper';
import type { LogProof } from '../../core/ledger/daily-head';
import type { PublicCheck } from '../../server/verification';
import { showMoment } from '../../core/words/moment';
import { CheckFile } from './check-file';
import { InDailyHead } from './in-daily-head';

type Props = { readonly check: PublicCheck; readonly proof: LogProof | null; readonly proofPath: string };

/** What anyone who holds a document may know: whether it and its record are unchanged since it was sealed. */
export function VerificationView({ check, proof, proofPath }: Props) {
  const { verification: v } = check;
  return (
    <main className="mx-auto max-w-2xl space-y-6 p-6">
      <p className="font-serif font-semibold">Orange Ledger</p>
      <div className={`border-2 border-ink p-3 ${v.intact ? 'bg-sheet' : 'hatch'}`}>
        <div className="bg-sheet p-3">
          <h1 className="flex items-center gap-3 text-2xl">
            <span
              aria-hidden
              className={`grid size-9 place-items-center text-2xl ${v.intact ? 'border-2 border-ink' : 'bg-ink text-paper'}`}
            >
              {v.intact ? '✓' : '×'}
            </span>
            {headingOf(v)}
          </h1>
          <p className="pt-2">
            {v.intact
              ? `All ${v.entries} entries it was made from, the document itself${check.fileSealed ? ' and its printed file' : ''} are unchanged since it was sealed.`
              : explain(check)}
          </p>
        </div>
      </div>
      {check.replacedBy && (
        <p role="note" className="border-2 border-ink p-3">
          <strong>A newer issue corrects this one:</strong>{' '}
          <a className="underline underline-offset-4" href={`/verify/${check.replacedBy.verificationToken}`}>
            {check.replacedBy.number}
          </a>
          {check.replacedBy.holds
            ? '. Use that one.'
            : ', but its own seal is broken. Ask the company which one is valid before relying on either.'}
        </p>
      )}
      {check.replaces && (
        <p>
          It replaces{' '}
          <a className="underline underline-offset-4" href={`/verify/${check.replaces.verificationToken}`}>
            {check.replaces.number}
          </a>
          .
        </p>
      )}
      <dl className="grid grid-cols-[9rem_1fr] gap-x-4 gap-y-1">
        <dt className="text-faint">Number</dt>
        <dd className="font-semibold">{check.number}</dd>
        <dt className="text-faint">Kind</dt>
        <dd>{check.kind}</dd>
        <dt className="text-faint">Issued</dt>
        <dd>{showMoment(check.issuedAt)}</dd>
        <dt className="text-faint">By</dt>
        <dd>{check.firmName}</dd>
        <dt className="text-faint">Place</dt>
        <dd>{check.place}</dd>
        {check.byLink.map(({ title, name, signedAt, address }) => (
          <Fragment key={title}>
            <dt className="text-faint">{title}</dt>
            <dd>
              {name}, {showMoment(new Date(signedAt))}
              <span className="block text-sm">Signed {sayByLink({ address })}</span>
            </dd>
          </Fragment>
        ))}
        <dt className="text-faint">Document hash</dt>
        <dd className="break-all text-sm">{check.documentHash}</dd>
        {check.pdfSha256 && (
          <>
            <dt className="text-faint">Printed file</dt>
            <dd className="break-all text-sm">
              {check.pdfSha256}
              <span className="block text-faint">
                {check.fileSealed ? 'Part of the seal.' : 'Saved when first printed, before files were sealed.'}
              </span>
            </dd>
          </>
        )}
      </dl>
      <p className="text-sm text-faint">
        Compare the number and the hash with those at the foot of each page you hold. If they differ, what you hold is
        not this document.
      </p>
      {!check.timesSealed && (
        <p className="text-sm text-faint">
          When each entry reached the server is not part of this seal: it was issued before that was sealed.
        </p>
      )}
      <InDailyHead proof={proof} proofPath={proofPath} />
      {check.pdfSha256 && <CheckFile expected={check.pdfSha256} />}
    </main>
  );
}

const headingOf = (v: PublicCheck['verification']): string =>
  v.intact
    ? 'This document is intact'
    : v.what === 'unproved'
      ? 'This document cannot be proved here'
      : 'This document has been altered';

function explain({ verification: v, found, firmName }: PublicCheck): string {
  if (v.intact) return '';
  const ask = 'Ask the company before relying on it.';
  const there = found ? ` (${found.kind.replace('.', ' ')}, recorded ${showMoment(found.recordedAt)})` : '';
  switch (v.what) {
    case 'changed':
      return `Entry ${v.seq} of its record${there} has been changed. ${ask}`;
    case 'inserted':
      return `Entry ${v.seq} of its record${there} was added after sealing. ${ask}`;
    case 'moved':
      return `Entry ${v.seq} of its record${there} has been moved. ${ask}`;
    case 'missing':
      return `Entry ${v.seq} of its record is missing. ${ask}`;
    case 'appended':
      return `Entry ${v.seq} of its record${there} is where the record of the issue should be. ${ask}`;
    case 'document':
      return `Its entries are unchanged, but the document has been changed. ${ask}`;
    case 'picture':
      return `Its entries and content are unchanged, but a picture is missing or has been changed. ${ask}`;
    case 'unproved':
      return `It is consistent, but it was imported from a file, and nothing here proves that ${firmName} issued it. ${ask}`;
    case 'file':
      return `Its entries and content are unchanged, but the stored PDF has been changed. ${ask}`;
    default: {
      const never: never = v;
      return never;
    }
  }
}

import { sayByLink } from '../../core/certificates/paper';
import Link from 'next/link';
import { type Report, reportModel } from '../../core/certificates/eicr/model';
import type { PrintedModel } from '../../core/certificates/printed-model';
import type { Closing } from '../../core/certificates/remedies';
import { CodeBadge } from '../workspace/code-badge';

const day = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', dateStyle: 'long' });

/** What a condition report comes to. */
export function ReportOutcome({ model }: { model: PrintedModel }) {
  const { outcome } = reportModel.read(model).assessment;
  return (
    <p className={`border-2 border-ink px-3 py-1 text-xl font-semibold ${outcome === 'unsatisfactory' ? 'hatch' : ''}`}>
      {outcome.toUpperCase()}
    </p>
  );
}

/** What a condition report says, in short. */
export function ReportBody({ model, closed }: { model: PrintedModel; closed: ReadonlyMap<string, Closing> }) {
  const report: Report = reportModel.read(model);
  return (
    <>
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
              <dt className="text-faint">{declaration.title}</dt>
              <dd>
                {declaration.name}, {declaration.position}
                {declaration.byLink && <span className="block">Signed {sayByLink(declaration.byLink)}</span>}
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
              <span>
                <CodeBadge code={o.code} />
              </span>
              <span>
                <strong>{o.what}</strong>
                <span className="block text-sm">
                  {o.where} · item {o.item} · circuit {o.circuit}
                </span>
                {o.remedied && <span className="block text-sm font-semibold">✓ {o.remedied}</span>}
                <PutRight closing={closed.get(o.id ?? '')} />
              </span>
            </li>
          ))}
        </ol>
      </section>
    </>
  );
}

function PutRight({ closing }: { closing: Closing | undefined }) {
  if (!closing) return null;
  return (
    <span className="block text-sm font-semibold">
      ✓ Fixed under{' '}
      <Link className="underline underline-offset-4" href={`/documents/${closing.issueId}`}>
        {closing.number}
      </Link>
      , {day.format(new Date(closing.issuedAt))}
    </span>
  );
}

import { documents } from '../../core/catalogue';
import type { ReadByLink } from '../../server/links';
import { linkLook } from '../../ui/button';

const day = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', dateStyle: 'long' });

/** An issued document for whoever ordered it: what it comes to, what to do, the file, the proof, and whom to call. */
export function ClientView({ document, intact, token }: ReadByLink & { readonly token: string }) {
  const { model, closed } = document;
  const definition = documents.of(document.kind);
  if (!definition) return null;
  const { headline, means, toDo, next } = definition.plain(model);
  const { firm } = model;
  return (
    <main className="mx-auto max-w-2xl space-y-5 px-4 py-6">
      <header className="border-b border-rule-strong pb-3">
        <p className="text-sm text-faint">{firm.name}</p>
        <h1 className="text-2xl">{definition.title}</h1>
        <p className="whitespace-pre-line">{model.site[0]?.value}</p>
        <p className="text-sm text-faint">
          {document.number}, {day.format(document.issuedAt)}
        </p>
      </header>
      {!intact && (
        <p role="alert" className="border-2 border-ink p-3 font-semibold">
          × This document has been altered since it was issued. Do not rely on it. Call the company.
        </p>
      )}
      {document.replacedBy && (
        <p role="note" className="border-2 border-ink p-3 font-semibold">
          Replaced by {document.replacedBy.number}: do not rely on this one. Ask for the new one.
        </p>
      )}
      <section aria-labelledby="comes-to" className="margin-line pl-4">
        <h2 id="comes-to" className="text-xl">
          {headline}
        </h2>
        <p className="whitespace-pre-line pt-1">{means}</p>
        {next && <p className="pt-1 font-semibold">{next}</p>}
      </section>
      {toDo.length > 0 && (
        <section aria-labelledby="to-do">
          <h2 id="to-do" className="border-b border-rule-strong pb-1 text-lg">
            What was found
          </h2>
          <ol>
            {toDo.map((each, at) => {
              const closing = closed.get(each.id ?? '');
              return (
                <li key={each.id ?? at} className="border-b border-rule py-3">
                  <p className="font-semibold">
                    {each.what}
                    <span className="font-normal">, {each.where}</span>
                  </p>
                  <p className="text-sm">{each.why}</p>
                  {closing ? (
                    <p className="text-sm font-semibold">
                      ✓ Fixed under {closing.number}, {day.format(new Date(closing.issuedAt))}
                    </p>
                  ) : each.remedied ? (
                    <p className="text-sm font-semibold">✓ {each.remedied}</p>
                  ) : (
                    <p className="text-sm">
                      <strong>{each.means}.</strong> {each.byWhen}
                    </p>
                  )}
                </li>
              );
            })}
          </ol>
        </section>
      )}
      <div className="flex flex-wrap gap-3">
        <a className={linkLook('next')} href={`/paper/${token}/pdf`}>
          Download PDF
        </a>
        <a className={linkLook('plain')} href={`/verify/${document.verificationToken}`}>
          Check that it is genuine
        </a>
      </div>
      <section aria-labelledby="call" className="text-sm">
        <h2 id="call" className="text-lg">
          Questions
        </h2>
        <p>{firm.name}</p>
        {firm.telephone && (
          <p>
            <a className="underline underline-offset-4" href={`tel:${firm.telephone.replace(/[^\d+]/g, '')}`}>
              {firm.telephone}
            </a>
          </p>
        )}
        {firm.email && (
          <p>
            <a className="underline underline-offset-4" href={`mailto:${firm.email}`}>
              {firm.email}
            </a>
          </p>
        )}
      </section>
    </main>
  );
}

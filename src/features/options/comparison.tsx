import type { ReactNode } from 'react';
import type { Offer } from '../../core/certificates/offer';

/** Remedial options side by side: what each does, comes to, leaves open and will need as paper. */
export function Comparison({ offer, foot }: { offer: Offer; foot?: (index: number) => ReactNode }) {
  const { options, leave, terms, goodUntil, found } = offer;
  return (
    <>
      <ol
        aria-label="Remedial options"
        className={`grid gap-x-6 gap-y-6 ${['', '', 'md:grid-cols-2', 'md:grid-cols-3'][options.length] ?? ''}`}
      >
        {options.map((option, index) => (
          <li key={`${index} ${option.title}`} className="flex flex-col border-t-2 border-ink pt-2">
            <h2 className="text-lg leading-tight">
              {index + 1}. {option.title}
            </h2>
            <p className="py-1 text-2xl font-semibold tabular-nums">{option.total}</p>
            <p className="text-sm text-faint">
              {option.work} of work · {option.materials} of materials
            </p>
            <table className="my-2 w-full text-sm">
              <thead className="sr-only">
                <tr>
                  <th>What is done</th>
                  <th>Price</th>
                </tr>
              </thead>
              <tbody>
                {option.lines.map((line) => (
                  <tr key={line.what} className="border-b border-rule align-baseline">
                    <td className="py-1 pr-2">
                      {line.what}
                      {line.answers && <span className="block text-xs text-faint">fixes {line.answers}</span>}
                    </td>
                    <td className="py-1 text-right tabular-nums">{line.price}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <div className="mt-auto space-y-1 text-sm">
              {option.leavesOpen.length === 0 ? (
                <p>✓ Nothing outstanding.</p>
              ) : (
                <div>
                  <p className="font-semibold">Still outstanding</p>
                  <ul>
                    {option.leavesOpen.map((each) => (
                      <li key={each}>{each}</li>
                    ))}
                  </ul>
                </div>
              )}
              <p>
                <span className="font-semibold">Document: </span>
                {option.paper}
              </p>
              {foot?.(index)}
            </div>
          </li>
        ))}
      </ol>
      <div className="grid gap-x-10 gap-y-4 border-t border-rule-strong pt-2 md:grid-cols-2">
        <section aria-labelledby="leave">
          <h2 id="leave" className="text-lg">
            If nothing is done
          </h2>
          <p className="max-w-prose whitespace-pre-line">{leave || '—'}</p>
          {terms && <p className="max-w-prose whitespace-pre-line pt-2 text-sm">{terms}</p>}
          {goodUntil && <p className="pt-1 text-sm text-faint">Prices valid until {goodUntil}.</p>}
        </section>
        <section aria-labelledby="found">
          <h2 id="found" className="text-lg">
            What was found
          </h2>
          <ul className="text-sm">
            {found.map(({ number, what, where }) => (
              <li key={number} className="grid grid-cols-[3.5rem_1fr] border-b border-rule py-1">
                <span className="text-faint">{number}</span>
                <span>
                  {what}
                  {where && <span className="text-faint"> · {where}</span>}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </>
  );
}

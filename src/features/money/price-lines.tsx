'use client';

import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type MoneyFields, mostMoneyLines } from '../../core/firm/kinds/money';
import { linesPence } from '../../core/firm/margin';
import { readMoney, showMoney } from '../../core/words/money';
import type { PricedJob } from '../../server/list-jobs';
import { Button } from '../../ui/button';
import { Disclosure } from '../../ui/disclosure';

type Props = {
  readonly job: PricedJob;
  readonly told: MoneyFields | undefined;
  readonly say: (fields: Partial<MoneyFields>) => boolean;
};

/** What a price is made up of: lines of the firm's own, and those of the quote within the job. */
export function PriceLines({ job, told, say }: Props) {
  const own = told?.lines ?? [];
  const count = own.length + job.quote.length;
  const total = linesPence([...own, ...job.quote]);
  const priced = told?.pricePence ?? null;
  return (
    <Disclosure
      className="max-w-xl text-sm"
      summary={
        count === 0 ? (
          <span className="text-faint">Itemise price</span>
        ) : (
          `${count} line${count === 1 ? '' : 's'}, ${showMoney(total)}`
        )
      }
    >
      <ul aria-label={`Lines of ${job.reference}`}>
        {own.map(({ what, pence }, index) => (
          <Line key={`${index} ${what}`} what={what} pence={pence}>
            <Button
              look="quiet"
              aria-label={`Remove ${what}`}
              onClick={() => say({ lines: own.filter((_, at) => at !== index) })}
            >
              <Trash2 size={15} aria-hidden />
            </Button>
          </Line>
        ))}
        {job.quote.map(({ what, pence }, index) => (
          <Line key={`quote ${index}`} what={what} pence={pence}>
            <span className="text-faint">quoted</span>
          </Line>
        ))}
      </ul>
      {own.length < mostMoneyLines && (
        <NewLine
          reference={job.reference}
          add={(line) => say({ lines: [...own, line], pricePence: own.length === 0 ? null : priced })}
        />
      )}
      {priced !== null && count > 0 && priced !== total && (
        <Button className="mb-2" onClick={() => say({ pricePence: null })}>
          Use total of lines, {showMoney(total)}
        </Button>
      )}
    </Disclosure>
  );
}

function Line({ what, pence, children }: { what: string; pence: number; children: React.ReactNode }) {
  return (
    <li className="grid grid-cols-[1fr_5.5rem_3.5rem] items-center gap-2 border-t border-rule">
      <span className="min-w-0 break-words py-1">{what}</span>
      <span className="text-right tabular-nums">{showMoney(pence)}</span>
      <span className="text-right">{children}</span>
    </li>
  );
}

type NewLineProps = {
  readonly reference: string;
  readonly add: (line: { what: string; pence: number }) => boolean;
};

function NewLine({ reference, add }: NewLineProps) {
  const [what, setWhat] = useState('');
  const [pounds, setPounds] = useState('');
  const read = readMoney(pounds);
  const pence = read.ok ? read.value : null;
  const box = 'min-h-9 min-w-0 rounded-md border border-rule-strong bg-sheet px-2 aria-invalid:hatch max-md:min-h-11';
  return (
    <form
      className="grid grid-cols-[1fr_5.5rem_3.5rem] gap-2 border-t border-rule py-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (!what.trim() || pence === null || !add({ what: what.trim(), pence })) return;
        setWhat('');
        setPounds('');
      }}
    >
      <input
        aria-label={`A line of ${reference}`}
        placeholder="Description"
        maxLength={200}
        value={what}
        onChange={(event) => setWhat(event.target.value)}
        className={box}
      />
      <input
        aria-label={`Pounds of the line of ${reference}`}
        placeholder="£"
        inputMode="decimal"
        aria-invalid={!read.ok}
        value={pounds}
        onChange={(event) => setPounds(event.target.value)}
        className={`${box} text-right`}
      />
      <Button type="submit" disabled={!what.trim() || pence === null}>
        Add
      </Button>
    </form>
  );
}

'use client';

import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useJob } from '../../../client/job-provider';
import { boardChangeCheck, quoteFrom } from '../../../core/certificates/board-change';
import type { CheckLine } from '../../../core/certificates/check-line';
import type { QuoteLine } from '../../../core/job/kinds/works';
import type { Verdict } from '../../../core/words/judgement';
import { readMoney, showMoney } from '../../../core/words/money';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { EntryField, asNumber } from '../../../ui/entry-field';
import { toast } from '../../../ui/toast';
import { addressOf } from '../../workspace/address';
import { JobLink } from '../../workspace/place';
import { useWanted } from '../../workspace/use-wanted';
import { VerdictMark } from '../../workspace/verdict-mark';

const marks: Record<CheckLine['stands'], Verdict> = { sound: 'meets', shortfall: 'fails', 'not known': 'unjudged' };
const words: Record<CheckLine['stands'], string> = { sound: 'sound', shortfall: 'short', 'not known': 'not known' };

/** What stands in the way of a new board and what it will meet, with the lines it makes for a quote. */
export function BeforeTheQuote({
  say,
}: {
  say: (fields: { plannedBoardAmps?: number | null; quote?: QuoteLine[] }) => void;
}) {
  const view = useJob();
  const at = useWanted();
  const { works } = view.document;
  const check = boardChangeCheck(view);
  const quote = works.quote ?? [];
  const all = [...check.lines, ...check.meets];
  const count = (stands: CheckLine['stands']) => all.filter((line) => line.stands === stands).length;
  const wanted = quoteFrom(check, quote);
  return (
    <Disclosure
      className="border-b border-rule-strong pb-1"
      summary={
        <span className="flex flex-wrap items-baseline gap-x-3">
          <strong className="text-lg">Before quoting</strong>
          <span className="text-sm text-faint">
            {count('shortfall')} short · {count('not known')} not known · {count('sound')} sound
          </span>
        </span>
      }
    >
      <EntryField
        label="Board to be fitted"
        unit="A"
        inputMode="numeric"
        shown={String(works.plannedBoardAmps ?? '')}
        parse={asNumber(1, 1000)}
        commit={(plannedBoardAmps) => say({ plannedBoardAmps })}
        {...at({ of: 'works', field: 'plannedBoardAmps' })}
      />
      <Lines lines={check.lines} />
      <h3 className="pt-3 pb-1 font-semibold">What may trip an RCD</h3>
      {check.meets.length === 0 ? (
        <p className="text-sm text-faint">Nothing found so far.</p>
      ) : (
        <Lines lines={check.meets} />
      )}
      <Quote quote={quote} wanted={wanted} say={(next) => say({ quote: next })} />
      <StartWork />
    </Disclosure>
  );
}

/** The moment the old board comes off: what was read until then is of the old one. */
function StartWork() {
  const { document, job, append, undo, isSealed } = useJob();
  if (isSealed || job.readings.size === 0) return null;
  const start = () => {
    const result = append([{ kind: 'work.started', body: { documentId: document.id } }]);
    if (!result.ok) return toast(result.reason);
    toast('Work started. Earlier readings are kept as earlier; the plan lists what to repeat.', {
      label: 'Undo',
      run: () => void undo(),
    });
  };
  return (
    <p className="flex flex-wrap items-center gap-x-3 pt-2 text-sm">
      <Button className="max-md:min-h-11" onClick={start}>
        Start work
      </Button>
      <span className="text-faint">
        Readings of the old board become earlier readings. Every circuit must be tested again.
      </span>
    </p>
  );
}

const gravest: readonly CheckLine['stands'][] = ['shortfall', 'not known', 'sound'];

function Lines({ lines }: { lines: readonly CheckLine[] }) {
  const view = useJob();
  const sorted = [...lines].sort((a, b) => gravest.indexOf(a.stands) - gravest.indexOf(b.stands));
  return (
    <ul className="text-sm">
      {sorted.map((line) => (
        <li key={line.key} className="grid grid-cols-[6.5rem_1fr] gap-x-2 border-b border-rule py-1">
          <span className="flex items-start gap-1.5">
            <VerdictMark verdict={marks[line.stands]} />
            <span className={line.stands === 'shortfall' ? 'font-semibold' : 'text-faint'}>{words[line.stands]}</span>
          </span>
          <span>
            <JobLink
              href={addressOf(view, view.jobId, line.place)}
              className="font-semibold underline-offset-4 hover:underline"
            >
              {line.what}
            </JobLink>
            <span className="block text-faint">{line.why}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}

type QuoteProps = {
  readonly quote: readonly QuoteLine[];
  readonly wanted: QuoteLine[];
  readonly say: (quote: QuoteLine[]) => void;
};

/** The lines a price is named for. */
function Quote({ quote, wanted, say }: QuoteProps) {
  const { isSealed } = useJob();
  const [own, setOwn] = useState('');
  const total = quote.reduce((sum, { pence }) => sum + (pence ?? 0), 0);
  const more = wanted.length - quote.length;
  const change = (index: number, part: Partial<QuoteLine>) =>
    say(quote.map((line, at) => (at === index ? { ...line, ...part } : line)));
  const copy = () => {
    const text = quote.map(({ what, pence }) => `${what}\t${pence === null ? '' : showMoney(pence)}`).join('\n');
    void navigator.clipboard.writeText(`${text}\nTotal\t${showMoney(total)}`).then(
      () => toast('Quote copied.'),
      () => toast('Could not copy. Select the lines.'),
    );
  };
  return (
    <section aria-label="Lines of the quote" className="pt-3">
      <h3 className="flex items-baseline justify-between pb-1 font-semibold">
        Quote <span className="tabular-nums">{quote.length > 0 && showMoney(total)}</span>
      </h3>
      {quote.map((line, index) => (
        <div key={`${line.answers ?? ''}${line.what}`} className="flex items-start gap-1">
          <div className="min-w-0 flex-1 sm:[&>div]:grid-cols-[minmax(0,1fr)_7rem]">
            <EntryField
              label={`${line.what}, £`}
              inputMode="decimal"
              shown={line.pence === null ? '' : showMoney(line.pence).slice(1)}
              parse={readMoney}
              commit={(pence) => change(index, { pence })}
            />
          </div>
          {!isSealed && (
            <Button
              aria-label={`Remove ${line.what}`}
              onClick={() => say(quote.filter((_, at) => at !== index))}
              className="mt-1 px-2"
            >
              <Trash2 size={15} aria-hidden />
            </Button>
          )}
        </div>
      ))}
      {!isSealed && (
        <div className="flex flex-wrap gap-2 py-2">
          {more > 0 && (
            <Button onClick={() => say(wanted)}>
              Take {more} line{more === 1 ? '' : 's'} into the quote
            </Button>
          )}
          {quote.length > 0 && <Button onClick={copy}>Copy quote</Button>}
          <form
            className="flex min-w-56 flex-1 gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (!own.trim()) return;
              say([...quote, { what: own.trim(), answers: null, pence: null }]);
              setOwn('');
            }}
          >
            <input
              aria-label="New line"
              placeholder="New line"
              maxLength={200}
              value={own}
              onChange={(event) => setOwn(event.target.value)}
              className="min-h-9 min-w-0 flex-1 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
            />
            <Button type="submit">Add</Button>
          </form>
        </div>
      )}
    </section>
  );
}

'use client';

import { useState } from 'react';
import { useFirm } from '../../client/firm-provider';
import { readMoney, showMoney } from '../../core/words/money';
import { type PriceLine, loadPriceList, priced, startHourPence } from '../../core/work/price-list';
import { Button } from '../../ui/button';
import { Disclosure } from '../../ui/disclosure';
import { EntryField } from '../../ui/entry-field';
import { useLoaded } from '../../ui/use-loaded';
import type { Record } from '../house/use-record';

/** What putting things right takes with this firm: options for a client are drafted with it. */
export function PriceList({ record }: { record: Record }) {
  const { firm } = useFirm();
  const { hourPence } = firm.defaults;
  const list = useLoaded(loadPriceList);
  const ours = [...firm.prices.values()];
  return (
    <section aria-labelledby="prices">
      <h2 id="prices" className="border-b border-rule-strong pb-1 text-xl">
        Prices
      </h2>
      <EntryField
        label="Hourly rate"
        unit="£"
        inputMode="decimal"
        shown={hourPence === null || hourPence === undefined ? '' : showMoney(hourPence).slice(1)}
        parse={readMoney}
        commit={(pence) => record({ kind: 'defaults.set', body: { hourPence: pence } })}
        hint={`${showMoney(startHourPence)} by default.`}
      />
      <Disclosure
        className="pt-1"
        summary={
          <span>
            <strong>Repair times and materials</strong>{' '}
            <span className="text-sm text-faint">{ours.length === 0 ? 'standard' : `${ours.length} of our own`}</span>
          </span>
        }
      >
        {list === 'loading' && <p className="text-faint">Loading…</p>}
        {list === 'unreadable' && <p>The list is not on this device yet. Open it once while online.</p>}
        {typeof list !== 'string' && (
          <ul>
            <li className="grid grid-cols-[1fr_4.5rem_5.5rem] gap-x-2 text-right text-xs text-faint">
              <span />
              <span>minutes</span>
              <span>materials, £</span>
            </li>
            {priced(list, ours).map((line) => (
              <One key={line.id} line={line} own={firm.prices.has(line.id)} record={record} />
            ))}
          </ul>
        )}
      </Disclosure>
    </section>
  );
}

function One({ line, own, record }: { line: PriceLine; own: boolean; record: Record }) {
  const { id: priceId, what, minutes, materialsPence } = line;
  const say = (part: Partial<Pick<PriceLine, 'minutes' | 'materialsPence'>>) =>
    record({ kind: 'price.set', body: { priceId, takes: { minutes, materialsPence, ...part } } });
  return (
    <li className="grid grid-cols-[1fr_4.5rem_5.5rem] items-center gap-x-2 border-b border-rule py-0.5 text-sm">
      <span className={own ? 'font-semibold' : ''}>
        {what}
        {own && (
          <Button
            look="quiet"
            aria-label={`${what}: standard`}
            onClick={() => record({ kind: 'price.set', body: { priceId, takes: null } })}
          >
            standard
          </Button>
        )}
      </span>
      <Figure
        label={`Minutes: ${what}`}
        shown={String(minutes)}
        read={(text) => (/^\d{1,5}$/.test(text) ? Number(text) : null)}
        say={(said) => say({ minutes: said })}
      />
      <Figure
        label={`Materials, £: ${what}`}
        shown={showMoney(materialsPence).slice(1)}
        read={(text) => {
          const money = readMoney(text);
          return money.ok ? (money.value ?? 0) : null;
        }}
        say={(said) => say({ materialsPence: said })}
      />
    </li>
  );
}

/** One figure of a row, recorded on leaving it; what cannot be read stays as typed, and is marked. */
function Figure({
  label,
  shown,
  read,
  say,
}: {
  label: string;
  shown: string;
  read: (text: string) => number | null;
  say: (value: number) => boolean;
}) {
  const [text, setText] = useState<string | null>(null);
  const value = text === null ? null : read(text.trim());
  const commit = () => {
    if (text === null || value === null) return;
    if (text.trim() === shown || say(value)) setText(null);
  };
  return (
    <input
      aria-label={label}
      aria-invalid={text !== null && value === null}
      inputMode="decimal"
      maxLength={12}
      value={text ?? shown}
      onChange={(event) => setText(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
      className="min-h-9 w-full rounded-md border border-rule bg-transparent px-2 text-right tabular-nums focus:border-ink focus:bg-sheet aria-invalid:hatch max-md:min-h-11"
    />
  );
}

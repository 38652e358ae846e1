'use client';

import { useState } from 'react';
import { useFirm } from '../../client/firm-provider';
import { boundsOf, checksOf, references } from '../../core/firm/accuracy';
import { Button } from '../../ui/button';
import { FormProblem } from '../../ui/form-field';
import { toast } from '../../ui/toast';
import { useRecord } from '../house/use-record';

const figure = /^\d{1,5}(\.\d{1,3})?$/;

/** What it shows against each reference today; one left empty was not tried. */
export function MonthlyCheck({ instrumentId, today }: { readonly instrumentId: string; readonly today: string }) {
  const { firm } = useFirm();
  const record = useRecord();
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [note, setNote] = useState('');
  const checks = checksOf(firm, instrumentId);
  const stated = firm.accuracies.get(instrumentId) ?? {};
  const readings = Object.entries(typed)
    .map(([against, shown]) => ({ against, shown: shown.trim().replace(',', '.') }))
    .filter(({ shown }) => shown !== '');
  const wrong = readings.filter(({ shown }) => !figure.test(shown));
  const save = () => {
    if (record({ kind: 'check.made', body: { instrumentId, on: today, readings, note } })) {
      setTyped({});
      setNote('');
      toast('Check saved.');
    }
  };
  return (
    <section aria-labelledby="check">
      <h2 id="check" className="border-b border-rule-strong pb-1 text-xl">
        Check instrument
      </h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (readings.length > 0 && wrong.length === 0) save();
        }}
      >
        <table className="w-full text-left text-sm">
          <thead className="text-xs text-faint">
            <tr className="border-b border-rule">
              <th className="py-1 !font-normal">Reference</th>
              <th className="!font-normal">Reading</th>
              <th className="!font-normal">Acceptable range</th>
            </tr>
          </thead>
          <tbody>
            {references.map((reference) => {
              const bounds = boundsOf(reference, checks, stated);
              const text = typed[reference.id] ?? '';
              const value = figure.test(text.trim()) ? Number(text) : null;
              const isOut = bounds !== null && value !== null && (value < bounds.low || value > bounds.high);
              return (
                <tr key={reference.id} className="border-b border-rule">
                  <td className="py-1 pr-2">{reference.name}</td>
                  <td>
                    <input
                      aria-label={`${reference.name} showed, in ${reference.unit}`}
                      inputMode="decimal"
                      value={text}
                      onChange={(event) => setTyped({ ...typed, [reference.id]: event.target.value })}
                      className={`min-h-9 w-20 rounded-md border border-rule-strong bg-sheet px-2 text-right max-md:min-h-11 ${isOut ? 'font-semibold' : ''}`}
                    />{' '}
                    {reference.unit}
                  </td>
                  <td className={isOut ? 'font-semibold' : 'text-faint'}>
                    {bounds
                      ? `${isOut ? '✗ ' : ''}${within(bounds.low, Math.ceil)} to ${within(bounds.high, Math.floor)}`
                      : 'as in the first three'}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <label className="flex items-center gap-2 py-2 text-sm">
          Note
          <input
            value={note}
            maxLength={200}
            onChange={(event) => setNote(event.target.value)}
            className="min-h-9 flex-1 rounded-md border border-rule-strong bg-sheet px-2"
          />
        </label>
        {wrong.length > 0 && <FormProblem>{wrong[0]?.against}: a figure such as 0.52.</FormProblem>}
        <Button type="submit" look="next" disabled={readings.length === 0 || wrong.length > 0} className="w-full">
          Save check
        </Button>
      </form>
    </section>
  );
}

/** A bound as the last figure of two places that is still within it. */
const within = (value: number, round: (hundredths: number) => number): string =>
  String(round(Number((value * 100).toFixed(4))) / 100);

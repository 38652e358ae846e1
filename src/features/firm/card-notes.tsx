'use client';

import { useEffect, useState } from 'react';
import { instrumentsInUse } from '../../core/firm/firm';
import type { TestCard } from '../../core/job/test-definition';
import { loadTestCards } from '../../core/work/test-cards';
import { useFirm } from '../../client/firm-provider';
import { Button } from '../../ui/button';
import { Select } from '../../ui/select';
import type { Record } from '../house/use-record';

/** How each test is set on the firm's own instruments: shown on the test's card while that instrument is in hand. */
export function CardNotes({ record }: { record: Record }) {
  const { firm } = useFirm();
  const names = [...new Set(instrumentsInUse(firm).map(({ name }) => name))];
  const [cards, setCards] = useState<readonly TestCard[]>([]);
  const [instrument, setInstrument] = useState<string | null>(null);
  const [card, setCard] = useState<string | null>(null);
  const [note, setNote] = useState('');
  useEffect(() => void loadTestCards().then(setCards, () => undefined), []);
  if (names.length === 0) return null;
  const chosen = instrument ?? names[0] ?? '';
  const testOf = (id: string) => cards.find((each) => each.id === id)?.test ?? id;
  return (
    <section aria-labelledby="card-notes" className="pt-6">
      <h2 id="card-notes" className="border-b border-rule-strong pb-1 text-xl">
        Our notes on the test cards
      </h2>
      <ul>
        {[...firm.cards.values()].map((each) => (
          <li
            key={`${each.instrument}/${each.card}`}
            className="flex items-baseline gap-3 border-b border-rule py-1.5 text-sm"
          >
            <span className="flex-1">
              <strong>{testOf(each.card)}</strong>, {each.instrument}: {each.note}
            </span>
            <Button
              look="quiet"
              onClick={() =>
                record({ kind: 'card.noted', body: { instrument: each.instrument, card: each.card, note: null } })
              }
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-end gap-2 py-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (!card || !note.trim()) return;
          if (record({ kind: 'card.noted', body: { instrument: chosen, card, note: note.trim() } })) setNote('');
        }}
      >
        <Select
          label="Instrument"
          value={chosen}
          onChange={setInstrument}
          options={names.map((value) => ({ value, label: value }))}
        />
        <Select
          label="Test"
          value={card}
          placeholder="which test"
          onChange={setCard}
          options={cards.map(({ id, test }) => ({ value: id, label: test }))}
        />
        <input
          aria-label="How it is set"
          placeholder="how to set ours"
          maxLength={400}
          className="min-h-10 min-w-48 flex-1 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <Button type="submit" disabled={!card || !note.trim()} className="min-h-10 max-md:min-h-11">
          Save note
        </Button>
      </form>
    </section>
  );
}

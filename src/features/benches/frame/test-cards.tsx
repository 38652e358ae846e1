'use client';

import { useEffect, useState } from 'react';
import { useJob } from '../../../client/job-provider';
import { families } from '../../../core/measurements/families';
import type { TestCard } from '../../../core/job/test-definition';
import { cardsOfBench, loadTestCards } from '../../../core/work/test-cards';
import { Button } from '../../../ui/button';
import { Dialog } from '../../../ui/dialog';
import { Select } from '../../../ui/select';
import { useMeasure } from '../../measure/measure-provider';
import { ProbeDrawing } from './probe-drawing';

/** How each test of a bench is done: its card, with what the firm notes of its own instrument. */
export function TestCards({ bench }: { bench: string }) {
  const [open, setOpen] = useState(false);
  if (!families.some((each) => each.bench?.name === bench && each.cards.length > 0)) return null;
  return (
    <>
      <Button look="quiet" className="max-md:min-h-11" onClick={() => setOpen(true)}>
        How to test
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="How to test">
        <Cards bench={bench} />
      </Dialog>
    </>
  );
}

function Cards({ bench }: { bench: string }) {
  const { cardNotes, job, tests } = useJob();
  const { inHand } = useMeasure();
  const [cards, setCards] = useState<readonly TestCard[] | 'unreadable' | null>(null);
  const [chosen, setChosen] = useState('');
  useEffect(() => {
    let here = true;
    loadTestCards().then(
      (all) => here && setCards(all),
      () => here && setCards('unreadable'),
    );
    return () => {
      here = false;
    };
  }, []);
  if (cards === 'unreadable') return <p>Test cards are not on this device yet. Open them once while online.</p>;
  if (!cards) return <p className="text-faint">Loading…</p>;
  const here = cardsOfBench(tests, bench, cards);
  const card = here.find(({ id }) => id === chosen) ?? here[0];
  if (!card) return null;
  const instrument = inHand.instrumentId ? job.instruments.get(inHand.instrumentId)?.name : undefined;
  const note = instrument
    ? cardNotes.find((each) => each.card === card.id && each.instrument === instrument)?.note
    : null;
  return (
    <div className="space-y-3">
      <Select
        label="Test"
        className="w-full font-semibold"
        value={card.id}
        onChange={setChosen}
        options={here.map(({ id, test }) => ({ value: id, label: test }))}
      />
      <p className="border-l-4 border-ink pl-3 text-sm font-semibold">{card.caution}</p>
      <div className="grid gap-x-4 gap-y-2 sm:grid-cols-[minmax(0,1fr)_13rem]">
        <dl className="grid grid-cols-[5rem_1fr] content-start gap-x-2 gap-y-1 text-sm">
          <Part name="Set to" says={[card.function, card.range]} />
          {note && <Part name={instrument ?? 'Our note'} says={[note]} />}
          <Part name="Leads" says={[card.leads]} />
          <Part name="Before" says={card.before} />
          <Part name="Reading" says={[`${card.takes.what}${card.takes.unit ? `, ${card.takes.unit}` : ''}`]} />
          <Part name="Also record" says={card.companions} />
          <Part name="After" says={card.after} />
        </dl>
        <ProbeDrawing on={card.probesOn} off={card.probesOff} />
      </div>
      <section className="text-sm">
        <h3 className="border-b border-rule text-base">Unexpected readings</h3>
        <ul>
          {card.ifOdd.map((odd) => (
            <li key={odd.sees} className="border-b border-rule py-1">
              <strong>{odd.sees}.</strong> {odd.think}. {odd.do}.
            </li>
          ))}
        </ul>
        <h3 className="border-b border-rule pt-2 text-base">Common mistakes</h3>
        <ul>
          {card.commonMistakes.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
        {card.regulations.length > 0 && <p className="pt-1 text-faint">{card.regulations.join(', ')}</p>}
      </section>
    </div>
  );
}

function Part({ name, says }: { name: string; says: readonly string[] }) {
  if (says.length === 0) return null;
  return (
    <>
      <dt className="text-faint">{name}</dt>
      <dd>
        {says.map((each) => (
          <span key={each} className="block">
            {each}
          </span>
        ))}
      </dd>
    </>
  );
}

'use client';

import { useState } from 'react';
import type { DwellingType } from '../../core/practice/dwelling-type';
import { houseOf, numberOf } from '../../core/practice/house';
import { Button } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { Disclosure } from '../../ui/disclosure';
import { Select } from '../../ui/select';
import { toast } from '../../ui/toast';
import { newSeed } from './new-seed';
import { addressOf } from './asked';

const mostFaults = 6;

/** A house of a teacher's choosing: its number or link says nothing of what is in it. */
export function Compose({ types }: { types: readonly DwellingType[] }) {
  const [typeId, setTypeId] = useState(types[0]?.id ?? '');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [seed, setSeed] = useState(newSeed);
  const type = types.find(({ id }) => id === typeId);
  if (!type) return null;
  const beside = type.draw.notTogether.find((pair) => pair.every((id) => chosen.has(id)));
  const number = numberOf(type, seed, [...chosen]);
  const link = () => `${window.location.origin}${addressOf(number, null)}`;
  const copy = (text: string, said: string) =>
    void navigator.clipboard.writeText(text).then(
      () => toast(said),
      () => toast('Could not copy. Select the text.'),
    );
  return (
    <Disclosure summary={<span className="font-serif text-xl font-semibold">Create a property for others</span>}>
      <div className="space-y-2 pl-5">
        <Select
          label="Kind of dwelling"
          value={typeId}
          options={types.map(({ id, title }) => ({ value: id, label: title }))}
          onChange={(id) => {
            setTypeId(id);
            setChosen(new Set());
            setSeed(newSeed());
          }}
          className="w-full"
        />
        <fieldset className="max-h-72 overflow-y-auto border-y border-rule">
          <legend className="sr-only">Faults</legend>
          {type.faults.map(({ id, what }) => (
            <Checkbox
              key={id}
              label={what}
              checked={chosen.has(id)}
              disabled={!chosen.has(id) && chosen.size >= mostFaults}
              onChange={(is) => setChosen(new Set(is ? [...chosen, id] : [...chosen].filter((each) => each !== id)))}
            />
          ))}
        </fieldset>
        {beside || !houseOf(number, types) ? (
          <p role="alert" className="text-sm font-semibold">
            × {beside ? 'Two of these cannot be in one property.' : 'These cannot be in one property.'}
          </p>
        ) : (
          <p className="text-sm">
            House <strong className="select-all">{number}</strong>, {chosen.size}{' '}
            {chosen.size === 1 ? 'fault' : 'faults'}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          <Button disabled={Boolean(beside)} onClick={() => copy(link(), 'Link copied.')}>
            Copy link
          </Button>
          <Button disabled={Boolean(beside)} onClick={() => copy(number, 'Number copied.')}>
            Copy number
          </Button>
        </div>
      </div>
    </Disclosure>
  );
}

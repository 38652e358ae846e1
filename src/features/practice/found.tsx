'use client';

import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type PracticeCode, defectSorts, practiceCodes } from '../../core/practice/dwelling-type';
import type { Place } from '../../core/practice/house';
import { nameOf } from '../../core/practice/score';
import { Button } from '../../ui/button';
import { Select } from '../../ui/select';
import { ToggleGroup } from '../../ui/toggle-group';
import type { OnVisit } from './use-visit';

/** What one says is wrong, where, how grave, and by which regulation. */
export function Found({ on: { house, visit, does }, place }: { on: OnVisit; place: Place }) {
  const [at, setAt] = useState<string | null>(null);
  const [sort, setSort] = useState<string | null>(null);
  const [code, setCode] = useState<PracticeCode | null>(null);
  const [regulation, setRegulation] = useState('');
  const where = at ?? place.id;
  const choices = [
    { value: place.id, label: `Here: ${place.name}` },
    ...house.circuits.map(({ id, way, name }) => ({
      value: `circuit:${id}`,
      label: `Way ${way}, ${name}, as a whole`,
    })),
  ];
  return (
    <div className="space-y-3 text-sm">
      <ul>
        {visit.claims.map((claim, index) => (
          <li key={index} className="grid grid-cols-[1fr_auto] gap-2 border-b border-rule py-1">
            <span>
              <strong>{claim.code === 'none' ? 'no code' : claim.code}</strong>{' '}
              {defectSorts.find(({ id }) => id === claim.sort)?.title}
              <span className="block text-faint">
                {nameOf(house, claim.at)}
                {claim.regulation && `, ${claim.regulation}`}
              </span>
            </span>
            <Button look="quiet" aria-label="Remove" onClick={() => does({ is: 'unclaim', index })}>
              <Trash2 size={15} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="space-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (!sort || !code) return;
          does({ is: 'claim', claim: { at: where, sort, code, regulation: regulation.trim() } });
          setSort(null);
          setCode(null);
          setRegulation('');
        }}
      >
        <Select
          label="Where"
          value={choices.some(({ value }) => value === where) ? where : place.id}
          options={choices}
          onChange={setAt}
          className="w-full"
        />
        <Select
          label="Fault"
          value={sort}
          placeholder="Fault…"
          options={defectSorts.map(({ id, title }) => ({ value: id, label: title }))}
          onChange={setSort}
          className="w-full"
        />
        <ToggleGroup
          label="Code"
          value={code}
          choices={practiceCodes.map((each) => ({ value: each, face: each === 'none' ? 'no code' : each }))}
          onChange={setCode}
        />
        <input
          aria-label="Regulation"
          placeholder="regulation, 411.3.3"
          value={regulation}
          maxLength={20}
          onChange={(event) => setRegulation(event.target.value)}
          className="min-h-9 w-full rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
        />
        <Button look="next" type="submit" className="w-full" disabled={!sort || !code}>
          Save
        </Button>
      </form>
    </div>
  );
}

'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { type Part, mainTerminal, partSorts } from '../../../core/job/kinds/part';
import { parseReading } from '../../../core/quantity/parse-reading';
import { continuityOhms } from '../../../core/quantity/reading-spec';
import { showValue } from '../../../core/quantity/reading-value';
import { type Pair, saySupplementary, supplementaryOf } from '../../../core/work/supplementary';
import { Button } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { EntryField } from '../../../ui/entry-field';
import { toast } from '../../../ui/toast';
import { ToggleGroup } from '../../../ui/toggle-group';
import { findingAddress } from '../../workspace/address';
import { JobLink } from '../../workspace/place';
import { VerdictMark } from '../../workspace/verdict-mark';

const sortFaces: Record<Part['sort'], string> = { extraneous: 'comes from outside', exposed: 'electrical' };
/** Parts met most, each with what it is. */
const usual: readonly (readonly [string, Part['sort']])[] = [
  ['Cold tap', 'extraneous'],
  ['Hot tap', 'extraneous'],
  ['Radiator', 'extraneous'],
  ['Towel rail', 'exposed'],
  ['Shower', 'exposed'],
  ['Light', 'exposed'],
];

/** Supplementary bonding of one room of bathing: may it be left out, what must be joined, and every pair by test. */
export function SupplementaryBonding({ place }: { place: string }) {
  const view = useJob();
  const { jobId, append, isSealed } = view;
  const here = supplementaryOf(view, place);
  const { parts, pairs, ways, operating, mayBeOmitted, why } = here;
  const [name, setName] = useState('');
  const [sort, setSort] = useState<Part['sort']>('extraneous');
  const say = (entry: NewJobEntry): boolean => {
    const outcome = append([entry]);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  const add = (named: string, of: Part['sort']) =>
    say({ kind: 'part.named', body: { partId: v7(), place, name: named, sort: of, gone: false } });
  const wrong = pairs.some(({ judgement }) => judgement?.verdict === 'fails');
  const begins = (id: string) => findingAddress(jobId, { finding: id, where: place, read: saySupplementary(here) });
  return (
    <Disclosure
      className="border-b border-rule"
      summary={
        <span className="text-sm">
          <strong>Supplementary bonding</strong> <span className="text-faint">{saySupplementary(here)}</span>
        </span>
      }
    >
      <div className="space-y-2 pb-2 text-sm">
        <p>
          <strong>
            {mayBeOmitted === 'yes'
              ? 'It may be omitted.'
              : mayBeOmitted === 'no'
                ? 'It is needed.'
                : 'Not decided whether it may be omitted.'}
          </strong>{' '}
          {why.join(' ')} <span className="text-faint">(701.415.2)</span>
        </p>
        <p className="text-faint">
          Circuits here:{' '}
          {ways.map(({ number, description }) => `${number} ${description ?? ''}`.trim()).join(', ') || 'none known'}
          {operating && `; ${operating.amps} A operates way ${operating.way.number}, the most of them`}
        </p>
        {parts.length > 0 && (
          <ul aria-label={`Parts in ${place}`} className="flex flex-wrap gap-x-4">
            {parts.map((part) => (
              <li key={part.partId}>
                {part.name} <span className="text-faint">{sortFaces[part.sort]}</span>{' '}
                {!isSealed && (
                  <Button
                    look="quiet"
                    aria-label={`Remove ${part.name}`}
                    onClick={() => say({ kind: 'part.named', body: { ...part, gone: true } })}
                  >
                    Remove
                  </Button>
                )}
              </li>
            ))}
          </ul>
        )}
        {!isSealed && (
          <div className="flex flex-wrap items-center gap-2">
            {usual
              .filter(([each]) => !parts.some((part) => part.name === each))
              .map(([each, of]) => (
                <Button key={each} onClick={() => add(each, of)} className="max-md:min-h-11">
                  {each}
                </Button>
              ))}
            <form
              className="flex flex-wrap items-center gap-2"
              onSubmit={(event) => {
                event.preventDefault();
                if (name.trim() && add(name.trim(), sort)) setName('');
              }}
            >
              <input
                aria-label="Another part within reach"
                placeholder="another part within reach"
                maxLength={200}
                value={name}
                onChange={(event) => setName(event.target.value)}
                className="min-h-9 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
              />
              <ToggleGroup
                label="What it is"
                value={sort}
                onChange={setSort}
                choices={partSorts.map((value) => ({ value, face: sortFaces[value] }))}
              />
              <Button type="submit" disabled={!name.trim()} className="max-md:min-h-11">
                Add
              </Button>
            </form>
          </div>
        )}
        {pairs.length > 0 && (
          <div role="group" aria-label={`Pairs in ${place}`}>
            {pairs.map((pair) => (
              <PairField key={pair.key} pair={pair} say={say} />
            ))}
          </div>
        )}
        {!isSealed && mayBeOmitted !== 'yes' && (wrong || parts.length > 0) && (
          <p className="flex flex-wrap gap-x-4">
            <JobLink href={begins('bath-room-bonding-absent')} className="underline underline-offset-4">
              Absent: add observation
            </JobLink>
            {wrong && (
              <JobLink href={begins('bath-room-bonding-incomplete')} className="underline underline-offset-4">
                Part not bonded: add observation
              </JobLink>
            )}
          </p>
        )}
      </div>
    </Disclosure>
  );
}

function PairField({ pair, say }: { pair: Pair; say: (entry: NewJobEntry) => boolean }) {
  const { from, to, read, judgement } = pair;
  const label = `${from.name} to ${to?.name ?? mainTerminal}`;
  return (
    <EntryField
      label={label}
      unit="Ω"
      inputMode="decimal"
      shown={read?.value ? showValue(read.value) : ''}
      parse={(text) => (text.trim() === '' ? { ok: true, value: null } : parseReading(text, continuityOhms))}
      commit={(value) =>
        say({
          kind: 'pair.read',
          body: { from: from.partId, to: to?.partId ?? mainTerminal, value, instrumentId: null },
        })
      }
      aside={judgement ? <VerdictMark verdict={judgement.verdict} worded /> : null}
      hint={judgement && judgement.verdict !== 'meets' ? judgement.working.join(' ') : undefined}
    />
  );
}

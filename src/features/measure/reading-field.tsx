'use client';

import { useState } from 'react';
import type { Slot } from '../../core/installation/slot';
import { governingOf } from '../../core/job/governing';
import { type How, hows } from '../../core/job/kinds/reading';
import { unitSymbol } from '../../core/quantity/parse-reading';
import { showValue } from '../../core/quantity/reading-value';
import { useJob } from '../../client/job-provider';
import { Select } from '../../ui/select';
import { toast } from '../../ui/toast';
import { InDoubtHere } from '../workspace/in-doubt';
import { StandingReadings } from '../workspace/standing-readings';
import { useMeasure } from './measure-provider';
import { ReadingRow } from './reading-row';

type Props = {
  slot: Slot;
  label?: string;
  chooseHow?: boolean;
};

const howWords: Record<How, string> = { measured: 'measured', calculated: 'calculated', enquiry: 'by enquiry' };

/** One reading on a page that is not a bench: its row, marks by one tap, its caution, and what else was read there. */
export function ReadingField({ slot, label, chooseHow = false }: Props) {
  const { inHand, type, padOpen } = useMeasure();
  const { definition, body, isSealed } = useJob((held) => ({
    definition: held.tests.of(slot),
    body: governingOf(held, slot)?.body,
    isSealed: held.isSealed,
  }));
  const [how, setHow] = useState<How>(body?.how ?? 'measured');
  if (!definition) return null;
  const { spec, name, caution } = definition;
  const said = label ?? name;
  const put = (text: string, obtained: How = how) => {
    const problem = type(slot, text, obtained);
    if (problem !== null) toast(problem);
  };
  const quick =
    spec.takes === 'confirmation'
      ? ['ok', 'rev', 'LIM', 'N/V']
      : spec.mayBeOver && spec.unit === 'megohm'
        ? ['>999', 'LIM', 'N/A']
        : ['LIM', 'N/A'];
  // The keypad has the marks of what was not taken.
  const offered = padOpen ? quick.filter((text) => !['LIM', 'N/A', 'N/V'].includes(text)) : quick;
  return (
    <ReadingRow
      slot={slot}
      label={said}
      aligned
      how={chooseHow ? how : undefined}
      unit={spec.takes === 'figure' ? unitSymbol[spec.unit] : ''}
      after={
        <>
          {chooseHow && (
            <Select
              label={`${said}: how obtained`}
              value={how}
              options={hows.map((value) => ({ value, label: howWords[value] }))}
              onChange={(next) => {
                setHow(next);
                if (body) put(showValue(body.value), next);
              }}
            />
          )}
          {!isSealed && (
            <span className="flex gap-1">
              {offered.map((text) => (
                <button
                  key={text}
                  type="button"
                  aria-label={`${text}, ${said}`}
                  onClick={() => put(text)}
                  className="min-h-8 rounded-md border border-rule px-2 text-sm hover:bg-hover max-md:min-h-11"
                >
                  {text}
                </button>
              ))}
            </span>
          )}
        </>
      }
      beneath={
        <>
          {body?.reason && <p className="text-xs text-faint">{body.reason}</p>}
          {caution && !body && <p className="mt-1 border-l-4 border-ink pl-2 text-sm">{caution}</p>}
          <StandingReadings slot={slot} inHand={inHand} />
          <InDoubtHere slot={slot} />
        </>
      }
    />
  );
}

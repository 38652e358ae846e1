'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../client/job-provider';
import { measureKey } from '../../core/installation/slot';
import type { Observation } from '../../core/job/kinds/observation';
import { readDay, showDayShort } from '../../core/words/day';
import { readMoney } from '../../core/words/money';
import { dayHere } from '../../core/words/moment';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormField, FormProblem } from '../../ui/form-field';
import { Select } from '../../ui/select';

const byLooking = 'looking';

/** Put right on the spot: how, and which test is repeated to show it. What was found and its code stay on the report. */
export function MendNow({ observation }: { observation: Observation }) {
  const { tests, append } = useJob();
  const [open, setOpen] = useState(false);
  const [how, setHow] = useState('');
  const [on, setOn] = useState('');
  const [found, setFound] = useState(byLooking);
  const [parts, setParts] = useState('');
  const [minutes, setMinutes] = useState('');
  const [price, setPrice] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { id, wayId, remedied } = observation;
  if (remedied) return null;
  const finders = tests.families.flatMap((family) => family.finders);
  const record = () => {
    const day = readDay(on);
    if (!day.ok) return setProblem(day.problem);
    const measure = finders.find((each) => measureKey(each) === found);
    const money = readMoney(price);
    if (!money.ok) return setProblem(money.problem);
    if (minutes.trim() !== '' && !/^[1-9]\d{0,3}$/.test(minutes.trim())) return setProblem('Enter whole minutes.');
    const spent = {
      parts: parts.trim() || null,
      minutes: minutes.trim() === '' ? null : Number(minutes),
      pricePence: money.value,
      // The observation tells of it.
      leftOut: 'printed with its observation',
    };
    const outcome = append([
      { kind: 'observation.remedied', body: { observationId: id, how: how.trim(), on: day.day } },
      ...(wayId && measure
        ? ([
            {
              kind: 'repair.made',
              body: { repairId: v7(), wayId, found: measure, what: how.trim().slice(0, 200), ...spent },
            },
          ] as const)
        : []),
    ]);
    if (!outcome.ok) return setProblem(outcome.reason);
    setOpen(false);
  };
  return (
    <>
      <Button
        look="quiet"
        onClick={() => {
          setOn(showDayShort(dayHere(new Date())));
          setProblem(null);
          setOpen(true);
        }}
      >
        Fixed during inspection
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title={`Observation ${observation.number}, fixed during inspection`}
        description="The observation and its code stay on the report, with how it was fixed."
      >
        <form
          noValidate
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            record();
          }}
        >
          <FormField lines={2} label="How" value={how} onChange={(event) => setHow(event.target.value)} />
          <FormField label="On" value={on} onChange={(event) => setOn(event.target.value)} />
          {wayId && (
            <div className="text-sm font-semibold">
              Found by
              <Select
                label="Found by"
                className="min-h-10 w-full font-normal"
                value={found}
                onChange={setFound}
                options={[
                  { value: byLooking, label: 'visual check: no test to repeat' },
                  ...finders.map((each) => ({
                    value: measureKey(each),
                    label: `${(tests.on('point', each) ?? tests.on('way', each))?.name ?? each.test}: repeat it and those before it`,
                  })),
                ]}
              />
            </div>
          )}
          {wayId && found !== byLooking && (
            <div className="grid gap-2 sm:grid-cols-[2fr_1fr_1fr]">
              <FormField label="Parts" value={parts} onChange={(event) => setParts(event.target.value)} />
              <FormField
                label="Minutes"
                inputMode="numeric"
                value={minutes}
                onChange={(event) => setMinutes(event.target.value)}
              />
              <FormField
                label="Price, £"
                inputMode="decimal"
                value={price}
                onChange={(event) => setPrice(event.target.value)}
              />
            </div>
          )}
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" className="w-full" disabled={!how.trim()}>
            Save
          </Button>
        </form>
      </Dialog>
    </>
  );
}

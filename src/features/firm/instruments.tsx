'use client';

import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { v7 } from 'uuid';
import { instrumentsInUse } from '../../core/firm/firm';
import { type FirmInstrument, instrumentSorts } from '../../core/firm/kinds/instrument';
import { readDay, showDayShort } from '../../core/words/day';
import { useFirm } from '../../client/firm-provider';
import { Button } from '../../ui/button';
import { Confirm } from '../../ui/confirm';
import { DateField } from '../../ui/date-field';
import { FormField } from '../../ui/form-field';
import { Select } from '../../ui/select';
import type { Record } from './firm-page';

/** The firm's instruments, with how long their calibration holds. */
export function Instruments({ record }: { record: Record }) {
  const { firm } = useFirm();
  const held = instrumentsInUse(firm);
  return (
    <section aria-labelledby="instruments">
      <h2 id="instruments" className="border-b border-rule-strong pb-1 text-xl">
        Instruments
      </h2>
      {held.length === 0 && <p className="py-3 text-faint">None yet: a report names what it was measured with.</p>}
      <ul>
        {held.map((instrument) => (
          <li key={instrument.id} className="border-b border-rule py-2">
            <div className="flex flex-wrap items-baseline gap-x-3">
              <span className="font-semibold">{instrument.name}</span>
              <span className="text-sm text-faint">
                {instrument.sort === instrument.name.toLowerCase() ? '' : `${instrument.sort}, `}serial{' '}
                {instrument.serial}
              </span>
              <span className="ml-auto">
                <Confirm
                  trigger={<Button look="quiet">Retire</Button>}
                  title={`Retire ${instrument.name}, ${instrument.serial}?`}
                  what="It can no longer be brought to a job. What was read with it stays as it was."
                  act="Retire it"
                  onConfirm={() =>
                    record({
                      kind: 'instrument.retired',
                      body: { instrumentId: instrument.id, why: 'No longer in use' },
                    })
                  }
                />
              </span>
            </div>
            <Calibration instrument={instrument} record={record} />
          </li>
        ))}
      </ul>
      <AddInstrument record={record} />
    </section>
  );
}

function Calibration({ instrument, record }: { instrument: FirmInstrument; record: Record }) {
  const [today] = useState(() => new Date());
  const left = instrument.nextDueOn ? differenceInCalendarDays(parseISO(instrument.nextDueOn), today) : null;
  const say = (fields: Partial<Pick<FirmInstrument, 'calibratedOn' | 'nextDueOn'>>) =>
    record({ kind: 'instrument.described', body: { instrumentId: instrument.id, fields } });
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
      <span className="flex items-center gap-2">
        Calibrated
        <DateField
          label={`${instrument.serial} calibrated on`}
          value={instrument.calibratedOn}
          read={readDay}
          onChange={(calibratedOn) => say({ calibratedOn })}
        />
      </span>
      <span className="flex items-center gap-2">
        due
        <DateField
          label={`${instrument.serial} due for calibration on`}
          value={instrument.nextDueOn}
          read={readDay}
          onChange={(nextDueOn) => say({ nextDueOn })}
        />
      </span>
      {left !== null && left < 0 && <strong>Overdue since {showDayShort(instrument.nextDueOn ?? '')}</strong>}
      {left !== null && left >= 0 && left <= 30 && (
        <strong>{left === 0 ? 'Due today' : `Due in ${left} day${left === 1 ? '' : 's'}`}</strong>
      )}
    </div>
  );
}

function AddInstrument({ record }: { record: Record }) {
  const [sort, setSort] = useState<FirmInstrument['sort']>('multifunction tester');
  const [name, setName] = useState('');
  const [serial, setSerial] = useState('');
  return (
    <form
      aria-label="Add an instrument"
      className="grid items-end gap-3 pt-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        record({
          kind: 'instrument.added',
          body: {
            instrumentId: v7(),
            fields: {
              sort,
              name: name.trim() || `${sort[0]?.toUpperCase()}${sort.slice(1)}`,
              serial: serial.trim(),
              calibratedOn: null,
              nextDueOn: null,
            },
          },
        });
        setName('');
        setSerial('');
      }}
    >
      <div className="flex flex-col gap-1">
        <span className="text-sm font-semibold">Sort</span>
        <Select
          label="Sort of instrument"
          className="min-h-10 w-full"
          value={sort}
          onChange={setSort}
          options={instrumentSorts.map((value) => ({ value, label: value }))}
        />
      </div>
      <FormField
        label="Called"
        maxLength={200}
        placeholder="as the sort"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <FormField
        label="Serial number"
        maxLength={200}
        value={serial}
        onChange={(event) => setSerial(event.target.value)}
      />
      <Button type="submit" disabled={!serial.trim()} className="min-h-10 justify-self-start">
        Add the instrument
      </Button>
    </form>
  );
}

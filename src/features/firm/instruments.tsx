'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { parseISO } from 'date-fns/parseISO';
import Link from 'next/link';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { v7 } from 'uuid';
import { doubtsOf } from '../../core/firm/accuracy';
import { instrumentsInUse } from '../../core/firm/firm';
import {
  type FirmInstrument,
  type InstrumentFields,
  instrumentFields,
  instrumentSorts,
} from '../../core/firm/kinds/instrument';
import { line } from '../../core/installation/text';
import { readDay, showDayShort } from '../../core/words/day';
import { useFirm } from '../../client/firm-provider';
import { Button } from '../../ui/button';
import { Confirm } from '../../ui/confirm';
import { DateField } from '../../ui/date-field';
import { FormField } from '../../ui/form-field';
import { Select } from '../../ui/select';
import type { Record } from '../house/use-record';
import { capital } from '../../core/words/capital';

/** The firm's instruments, with how long their calibration holds. */
export function Instruments({ record }: { record: Record }) {
  const { firm } = useFirm();
  const held = instrumentsInUse(firm);
  return (
    <section aria-labelledby="instruments">
      <h2 id="instruments" className="border-b border-rule-strong pb-1 text-xl">
        Instruments
      </h2>
      {held.length === 0 && <p className="py-3 text-faint">No instruments yet. A report names those used.</p>}
      <ul>
        {held.map((instrument) => (
          <li key={instrument.id} className="border-b border-rule py-2">
            <div className="flex flex-wrap items-baseline gap-x-3">
              <Link href={`/firm/instruments/${instrument.id}`} className="font-semibold underline underline-offset-4">
                {instrument.name}
              </Link>
              <span className="text-sm text-faint">
                {instrument.sort === instrument.name.toLowerCase() ? '' : `${instrument.sort}, `}serial{' '}
                {instrument.serial}
              </span>
              <span className="ml-auto">
                <Confirm
                  trigger={<Button look="quiet">Withdraw</Button>}
                  title={`Withdraw ${instrument.name}, ${instrument.serial}?`}
                  what="It can no longer be used on a job. Its readings do not change."
                  act="Withdraw from use"
                  onConfirm={() =>
                    record({
                      kind: 'instrument.retired',
                      body: { instrumentId: instrument.id, why: 'Withdrawn' },
                    })
                  }
                />
              </span>
            </div>
            {doubtsOf(firm, instrument.id).some(({ until }) => until === null) && (
              <p className="text-sm font-semibold">✗ Out of tolerance: see readings in doubt.</p>
            )}
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
  const { register, control, handleSubmit, reset, formState } = useForm<InstrumentFields>({
    resolver: zodResolver(instrumentFields.extend({ name: line })),
    defaultValues: { sort: 'multifunction tester', name: '', serial: '', calibratedOn: null, nextDueOn: null },
  });
  const add = handleSubmit((said) => {
    const fields = { ...said, name: said.name || capital(said.sort) };
    if (record({ kind: 'instrument.added', body: { instrumentId: v7(), fields } })) reset();
  });
  return (
    <form
      aria-label="Add instrument"
      className="grid items-start gap-3 pt-3 sm:grid-cols-2"
      noValidate
      onSubmit={(event) => void add(event)}
    >
      <div className="flex flex-col gap-1">
        <span className="text-sm font-semibold">Type</span>
        <Controller
          control={control}
          name="sort"
          render={({ field }) => (
            <Select
              label="Type of instrument"
              className="min-h-10 w-full"
              value={field.value}
              onChange={field.onChange}
              options={instrumentSorts.map((value) => ({ value, label: value }))}
            />
          )}
        />
      </div>
      <FormField
        label="Name"
        placeholder="same as the type"
        {...register('name', { setValueAs: (name: string) => name.trim() })}
      />
      <FormField
        label="Serial number"
        {...register('serial', { setValueAs: (serial: string) => serial.trim() })}
        problem={formState.errors.serial && 'Enter the serial number.'}
      />
      <Button type="submit" className="min-h-10 justify-self-start sm:mt-6">
        Save instrument
      </Button>
    </form>
  );
}

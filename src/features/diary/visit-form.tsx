'use client';

import { documentKinds, documentNamed, orderedDocuments } from '../../core/certificates/documents';
import { zodResolver } from '@hookform/resolvers/zod';
import Link from 'next/link';
import { Controller, useForm, useWatch } from 'react-hook-form';
import * as z from 'zod';
import { useFirm } from '../../client/firm-provider';
import { peopleWithAccess } from '../../core/firm/firm';
import type { Visit, VisitFields } from '../../core/firm/kinds/visit';
import { line } from '../../core/installation/text';
import { type Done, estimate, usualSize } from '../../core/work/estimate';
import { readClock } from '../../core/words/clock';
import { readDay } from '../../core/words/day';
import { showMinutes } from '../../core/words/moment';
import { Button } from '../../ui/button';
import { Confirm } from '../../ui/confirm';
import { DateField } from '../../ui/date-field';
import { FormField } from '../../ui/form-field';
import { Select } from '../../ui/select';

export type OpenJob = {
  readonly jobId: string;
  readonly reference: string;
  readonly document: string;
  readonly siteAddress: string;
  readonly installationId: string | null;
  readonly boards: number;
  readonly circuits: number;
  readonly points: number;
};

const none = 'none';
const clockText = z.string().transform((text, context) => {
  const read = readClock(text);
  if (!read.ok) context.addIssue({ code: 'custom', message: read.problem });
  return read.ok ? read.clock : '';
});
const maybeClock = z.string().transform((text, context) => {
  if (!text.trim()) return null;
  const read = readClock(text);
  if (!read.ok) context.addIssue({ code: 'custom', message: read.problem });
  return read.ok ? read.clock : null;
});
const minutes = (least: number, most: number) =>
  z.coerce
    .number('Enter minutes.')
    .int('Whole minutes.')
    .min(least, `${least} minutes at least.`)
    .max(most, `${most} minutes at most.`);
const chosen = z.string().transform((id) => (id === none ? null : id));

const fields = z.object({
  what: line.min(1, 'Enter a title.'),
  day: z.iso.date('Enter a day.'),
  at: clockText,
  minutes: minutes(5, 720),
  personId: chosen,
  installationId: chosen,
  jobId: chosen,
  earliest: maybeClock,
  latest: maybeClock,
  parkMinutes: z.union([z.literal('').transform(() => null), minutes(5, 1440)]),
  contact: line,
  document: z.enum([...documentKinds, 'other']),
});
type Typed = z.input<typeof fields>;

type Props = {
  /** The visit that is changed; none for a new one. */
  readonly visit: Visit | null;
  readonly day: string;
  readonly personId: string | null;
  readonly jobs: readonly OpenJob[];
  readonly past: readonly Done[];
  readonly save: (said: VisitFields) => void;
  readonly cancel: (why: string) => void;
};

const kinds = [
  ...orderedDocuments.map(({ kind, label }) => ({ value: kind, label })),
  { value: 'other', label: 'Something else' },
] as const;

/** A visit as it is booked or changed; how long it takes is proposed from what the firm's jobs took. */
export function VisitForm({ visit, day, personId, jobs, past, save, cancel }: Props) {
  const { firm } = useFirm();
  const { register, control, handleSubmit, formState, setValue } = useForm<Typed, unknown, z.output<typeof fields>>({
    resolver: zodResolver(fields),
    defaultValues: {
      what: visit?.what ?? '',
      day: visit?.day ?? day,
      at: visit?.at ?? firm.day.startsAt,
      minutes: visit?.minutes ?? '',
      personId: (visit ? visit.personId : personId) ?? none,
      installationId: visit?.installationId ?? none,
      jobId: visit?.jobId ?? none,
      earliest: visit?.earliest ?? '',
      latest: visit?.latest ?? '',
      parkMinutes: visit?.parkMinutes ?? '',
      contact: visit?.contact ?? '',
      document: visit && !visit.report ? 'other' : kinds[0].value,
    } as Typed,
  });
  const { errors } = formState;
  const [installationId, document, jobId, what] = useWatch({
    control,
    name: ['installationId', 'document', 'jobId', 'what'],
  });
  const job = jobs.find((each) => each.jobId === jobId);
  const usual = documentNamed(document)?.minutes;
  const premises = firm.installations.get(installationId)?.premises ?? '';
  const size = job && job.circuits > 0 ? job : usualSize(`${premises} ${what}`);
  const proposed = usual ? estimate(usual, { ...size, document }, past) : null;
  const takeJob = (id: string) => {
    setValue('jobId', id);
    const taken = jobs.find((each) => each.jobId === id);
    if (!taken) return;
    setValue('what', `${taken.reference}, ${taken.siteAddress.split('\n')[0]}`);
    setValue('document', orderedDocuments.find(({ kind }) => kind === taken.document)?.kind ?? kinds[0].value);
    if (taken.installationId) takeInstallation(taken.installationId);
  };
  const takeInstallation = (id: string) => {
    setValue('installationId', id);
    const place = firm.installations.get(id);
    const client = place?.clientId ? firm.clients.get(place.clientId) : undefined;
    if (client) setValue('contact', [client.name, client.telephone].filter(Boolean).join(', '));
  };
  const submit = handleSubmit(({ document: kind, ...said }) =>
    save({ ...said, report: documentNamed(kind)?.about === 'condition' }),
  );
  const list = (
    name: 'personId' | 'installationId' | 'jobId' | 'document',
    label: string,
    options: readonly { value: string; label: string }[],
    take?: (id: string) => void,
  ) => (
    <div className="space-y-1">
      <span className="block text-sm font-semibold">{label}</span>
      <Controller
        control={control}
        name={name}
        render={({ field }) => (
          <Select
            label={label}
            className="min-h-10 w-full"
            value={field.value}
            onChange={(value) => {
              field.onChange(value);
              take?.(value);
            }}
            options={options}
          />
        )}
      />
    </div>
  );
  const places = [...firm.installations.values()].sort((a, b) =>
    a.address.localeCompare(b.address, 'en', { numeric: true }),
  );
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="space-y-3">
      <div className="grid gap-3 sm:grid-cols-2">
        {list(
          'jobId',
          'Job',
          [
            { value: none, label: 'no job yet' },
            ...jobs.map(({ jobId: value, reference, siteAddress }) => ({
              value,
              label: `${reference} ${siteAddress.split('\n')[0]}`,
            })),
          ],
          takeJob,
        )}
        {list(
          'installationId',
          'Installation',
          [
            { value: none, label: 'none yet' },
            ...places.map(({ id, address }) => ({ value: id, label: address.split('\n').join(', ') })),
          ],
          takeInstallation,
        )}
        <FormField label="Title" problem={errors.what?.message} {...register('what')} />
        {list('document', 'Type', kinds)}
      </div>
      <div className="grid items-start gap-3 sm:grid-cols-[auto_1fr_1fr_1fr]">
        <div className="space-y-1">
          <span className="block text-sm font-semibold">Day</span>
          <Controller
            control={control}
            name="day"
            render={({ field }) => (
              <DateField
                label="Day"
                value={field.value}
                read={readDay}
                onChange={(value) => field.onChange(value ?? '')}
              />
            )}
          />
          {errors.day && (
            <p role="alert" className="text-sm font-semibold">
              {errors.day.message}
            </p>
          )}
        </div>
        <FormField label="Start" problem={errors.at?.message} {...register('at')} />
        <FormField label="Minutes" inputMode="numeric" problem={errors.minutes?.message} {...register('minutes')} />
        {list('personId', 'Person', [
          { value: none, label: 'not assigned' },
          ...peopleWithAccess(firm).map(({ id, name }) => ({ value: id, label: name })),
        ])}
      </div>
      {proposed && (
        <p className="margin-line flex flex-wrap items-center gap-x-3 pl-3 text-sm" aria-live="polite">
          <span>
            About <strong>{showMinutes(proposed.siteMinutes)}</strong> there, {showMinutes(proposed.low)} to{' '}
            {showMinutes(proposed.high)}, and {showMinutes(proposed.paperMinutes)} for paperwork
            <span className="block text-xs text-faint">
              {size.circuits} circuits, {size.points} points
              {job && job.circuits > 0 ? ' as recorded' : ' as such a home usually has'};{' '}
              {proposed.from === 0
                ? 'no earlier jobs to learn from'
                : `from ${proposed.from} job${proposed.from === 1 ? '' : 's'} of yours`}
            </span>
          </span>
          <Button onClick={() => setValue('minutes', String(proposed.siteMinutes))}>Use estimate</Button>
        </p>
      )}
      <div className="grid items-start gap-3 sm:grid-cols-4">
        <FormField
          label="Access from"
          placeholder="any time"
          problem={errors.earliest?.message}
          {...register('earliest')}
        />
        <FormField label="Leave by" placeholder="any time" problem={errors.latest?.message} {...register('latest')} />
        <FormField
          label="Parking limit, minutes"
          placeholder="no limit"
          inputMode="numeric"
          problem={errors.parkMinutes?.message}
          {...register('parkMinutes')}
        />
        <FormField label="Contact on site" problem={errors.contact?.message} {...register('contact')} />
      </div>
      <div className="flex flex-wrap items-center gap-4">
        <Button type="submit" look="next" className="flex-1">
          {visit ? 'Save' : 'Book'}
        </Button>
        {visit?.jobId && (
          <Link href={`/jobs/${visit.jobId}`} className="text-sm underline underline-offset-4">
            Open job
          </Link>
        )}
        {visit && (
          <Confirm
            trigger={<Button look="quiet">Cancel visit</Button>}
            title={`Cancel ${visit.what}?`}
            what="It is removed from the diary. People on site are not notified: call them."
            act="Cancel visit"
            onConfirm={() => cancel('cancelled')}
          />
        )}
      </div>
    </form>
  );
}

'use client';

import { orderedDocuments } from '../../core/certificates/documents';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useState } from 'react';
import { Controller, type Control, type UseFormRegister, useForm, useWatch } from 'react-hook-form';
import { v7 } from 'uuid';
import { type JobSort, adviseJob, jobSortNames, jobSorts, kindsOf } from '../../core/certificates/job-sorts';
import { readDescription } from '../../core/certificates/description';
import { locations, noticeWords } from '../../core/certificates/which-document';
import { countries } from '../../core/installation/country';
import { editionPack } from '../../core/edition/editions';
import { editionIds } from '../../core/edition/pack';
import { Button } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { Dialog, DialogFoot } from '../../ui/dialog';
import { FormField, FormProblem } from '../../ui/form-field';
import { Select } from '../../ui/select';
import { ToggleGroup } from '../../ui/toggle-group';
import { type OpenJobFields, openJobFields } from './fields';
import type { Edition, NewJobAsked } from './new-job';
import type { KnownVisit } from '../../server/earlier';
import { showDay } from '../../core/words/day';
import { knownAtAction, openJobAction } from './open-job';

type Props = NewJobAsked & { readonly open: boolean; readonly onOpenChange: (open: boolean) => void };

const held: readonly Edition[] = editionIds.map((value) => ({ value, label: editionPack(value).title }));
const same = <V extends string>(values: readonly V[]) => values.map((value) => ({ value, label: value }));
const buildings = ['house', 'flat', 'outbuilding', 'common parts', 'not a dwelling'] as const;
const whoseWork = [
  { value: 'own' as const, label: 'Own work' },
  { value: 'part' as const, label: 'Part of it' },
  { value: "another's" as const, label: "Another's work" },
];
const papers = orderedDocuments.map(({ kind, label }) => ({ value: kind, label: `${kind}, ${label.toLowerCase()}` }));

const unanswered = (error: unknown) => {
  if (error instanceof TypeError)
    return {
      problem:
        'No connection. A new job needs one to be created. What you typed is still here; try again when you are online.',
    };
  throw error;
};

/** A report begins with what is there; work at the same address begins with what was asked for. */
const broughtFor = (sort: JobSort | undefined, visit: KnownVisit | null) =>
  sort === 'periodic' ? (visit?.jobId ?? null) : null;

/** Opens a job from what was done, or is to be: which paper, why, who signs and who has to know is said before it is opened. */
export function NewJobDialog({ usual, own, at, open, onOpenChange }: Props) {
  const [problem, setProblem] = useState<string | null>(null);
  const { register, control, handleSubmit, formState, setValue } = useForm<OpenJobFields>({
    resolver: zodResolver(openJobFields),
    defaultValues: {
      jobId: '',
      did: '',
      country: 'England',
      specialLocation: 'none',
      kitchen: false,
      cableChanged: false,
      outdoors: false,
      specialInstallation: false,
      whoseWork: 'own',
      building: 'house',
      circuitsTouched: 1,
      whose: null,
      paper: null,
      because: '',
      reference: '',
      address: at?.address ?? '',
      premises: at?.premises ?? '',
      client: at?.client ?? '',
      edition: usual,
      bring: null,
    },
  });
  const { errors, isSubmitting } = formState;
  const sort = useWatch({ control, name: 'sort' });
  const [known, setKnown] = useState<KnownVisit | null>(null);
  const look = async (address: string) => {
    const visit = await knownAtAction(address).catch(() => null);
    setKnown(visit);
    setValue('bring', broughtFor(sort, visit));
  };
  const submit = handleSubmit(async (fields) => {
    setProblem(null);
    // Opened, it is left for: only what went wrong comes back.
    const answer = await openJobAction(fields).catch(unanswered);
    setProblem(answer?.problem ?? null);
  });
  useEffect(() => {
    if (!open) return;
    setValue('jobId', v7());
    if (at) void look(at.address);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- each time it is opened, and then only
  }, [open]);
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="New job">
      <form onSubmit={(event) => void submit(event)} noValidate className="space-y-3">
        <div className="space-y-1">
          <p className="text-sm font-semibold">Type of work</p>
          <Controller
            control={control}
            name="sort"
            render={({ field }) => (
              <ToggleGroup
                label="Type of work"
                value={field.value ?? null}
                onChange={(value) => {
                  field.onChange(value);
                  if (known) setValue('bring', broughtFor(value, known));
                  setValue('circuitsTouched', jobSorts[value].facts.circuitsTouched);
                  setValue('paper', null);
                }}
                choices={jobSortNames.map((value) => ({ value, face: jobSorts[value].label }))}
              />
            )}
          />
          {errors.sort && (
            <p role="alert" className="text-sm font-semibold">
              {errors.sort.message}
            </p>
          )}
        </div>
        <div className="grid gap-3 text-sm font-semibold sm:grid-cols-2">
          <Choice label="Country" control={control} name="country" options={same(countries)} />
          <Choice
            label="Occupancy"
            control={control}
            name="whose"
            options={[
              { value: 'owner', label: 'Lived in by its owner' },
              { value: 'tenancy', label: 'Rented' },
              { value: 'sale', label: 'Being sold' },
            ]}
          />
        </div>
        {sort && sort !== 'periodic' && <WhatWasDone control={control} register={register} />}
        {sort && <Answer sort={sort} control={control} register={register} />}
        <div className="grid gap-3 sm:grid-cols-2">
          <FormField label="Your reference" problem={errors.reference?.message} {...register('reference')} />
          <FormField label="Client: who pays" problem={errors.client?.message} {...register('client')} />
          <FormField
            label="Installation address"
            problem={errors.address?.message}
            {...register('address', {
              onBlur: (event: { target: { value: string } }) => void look(event.target.value),
            })}
          />
          <FormField
            label="Premises"
            placeholder="three-bedroom mid-terrace house"
            problem={errors.premises?.message}
            {...register('premises')}
          />
        </div>
        {known && (
          <section aria-label="Existing address" className="margin-line space-y-1 pl-3 text-sm">
            <p>
              <strong>Existing address:</strong> {known.document} {known.number ?? known.reference}
              {known.on && `, ${showDay(known.on)}`}
            </p>
            <Controller
              control={control}
              name="bring"
              render={({ field }) => (
                <Checkbox
                  label="Copy supply, boards, circuits and points, and keep its results as earlier ones"
                  checked={field.value === known.jobId}
                  onChange={(on) => field.onChange(on ? known.jobId : null)}
                />
              )}
            />
          </section>
        )}
        <Choice label="Edition worked to" control={control} name="edition" options={[...held, ...own]} />
        {problem && <FormProblem>{problem}</FormProblem>}
        <DialogFoot>
          <Button type="submit" look="next" disabled={isSubmitting} className="w-full">
            {isSubmitting ? 'Creating…' : 'Create job'}
          </Button>
        </DialogFoot>
      </form>
    </Dialog>
  );
}

type Parts = { readonly control: Control<OpenJobFields>; readonly register: UseFormRegister<OpenJobFields> };

function Choice<V extends string>({
  label,
  control,
  name,
  options,
  usual,
}: {
  label: string;
  control: Control<OpenJobFields>;
  name: 'edition' | 'whose' | 'country' | 'specialLocation' | 'paper' | 'whoseWork' | 'building';
  options: readonly { value: V; label: string }[];
  /** What is taken where nothing is chosen. */
  usual?: V | undefined;
}) {
  return (
    <div className="space-y-1 text-sm font-semibold">
      {label}
      <Controller
        control={control}
        name={name}
        render={({ field }) => (
          <Select
            label={label}
            className="w-full font-normal"
            value={(field.value as V | null) ?? usual ?? null}
            onChange={field.onChange}
            options={options}
          />
        )}
      />
    </div>
  );
}

/** The questions that decide, of work: in words, where, and how far. */
function WhatWasDone({ control, register }: Parts) {
  const did = useWatch({ control, name: 'did' });
  const sort = useWatch({ control, name: 'sort' });
  const { ask } = readDescription(did);
  const country = useWatch({ control, name: 'country' });
  const box = (name: 'kitchen' | 'cableChanged' | 'outdoors' | 'specialInstallation', label: string) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <Checkbox label={label} checked={field.value} onChange={field.onChange} />}
    />
  );
  return (
    <>
      <FormField
        lines={2}
        label="What, where, on which circuit"
        hint={
          did.trim()
            ? (ask ?? 'What, where and which circuit are given.')
            : 'Connection unit for a towel rail, second-floor landing, from circuit 4'
        }
        {...register('did')}
      />
      <Choice
        label="In a room with a bath, shower, pool or sauna"
        control={control}
        name="specialLocation"
        options={same(locations)}
      />
      <Choice label="Kind of building" control={control} name="building" options={same(buildings)} />
      <Choice label="Whose work it is" control={control} name="whoseWork" options={whoseWork} />
      <div className="flex flex-wrap gap-x-6">
        {box('outdoors', 'Outdoors')}
        {country === 'Wales' && box('specialInstallation', 'Floor heating, extra-low voltage lighting or generation')}
        {box('cableChanged', 'Fixed cable renewed, moved, lengthened or joined')}
        {box('kitchen', 'In a kitchen')}
      </div>
      {(sort === 'small works' || sort === 'remedial') && (
        <FormField
          label="How many circuits"
          inputMode="numeric"
          className="max-w-24"
          {...register('circuitsTouched', { setValueAs: (text: string) => Number(text) || 0 })}
        />
      )}
    </>
  );
}

/** Which paper, why, who signs, and who has to be told; another one where the inspector decides so and says why. */
function Answer({ sort, control, register }: Parts & { readonly sort: JobSort }) {
  const { paper, ...asked } = useWatch({ control }) as OpenJobFields;
  const advice = adviseJob(sort, {
    ...asked,
    circuitsTouched: Number.isFinite(asked.circuitsTouched) ? asked.circuitsTouched : 1,
  });
  const proposed = kindsOf[advice.document];
  const differs = paper !== null && !proposed.includes(paper);
  return (
    <section aria-label="Which document" aria-live="polite" className="margin-line space-y-1 pl-3 text-sm">
      <p className="text-lg font-semibold" data-testid="paper-due">
        {advice.count > 1 ? `${advice.count} × ` : ''}
        {advice.document}
      </p>
      <p>{advice.because}</p>
      <p>
        <strong>{noticeWords(advice.notifiable)}</strong> {advice.how}
      </p>
      {advice.signatures.length > 0 && <p className="text-faint">Signed by: {advice.signatures.join(', ')}.</p>}
      {advice.also.map((who) => (
        <p key={who} className="text-faint">
          Also notify: {who}.
        </p>
      ))}
      <Choice
        label="Document to start"
        control={control}
        name="paper"
        options={papers}
        usual={proposed.length === 1 ? proposed[0] : undefined}
      />
      {differs && <FormField label={`Why ${paper} and not ${proposed.join(' and ')}`} {...register('because')} />}
    </section>
  );
}

'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { v7 } from 'uuid';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import type { Subject } from '../../../core/installation/slot';
import { type IsolationBegun, isolationBegun } from '../../../core/job/kinds/isolation';
import { deviceOfScope } from '../../../core/work/isolation';
import { Button } from '../../../ui/button';
import { Checkbox } from '../../../ui/checkbox';
import { FormField } from '../../../ui/form-field';
import { Select } from '../../../ui/select';
import { Hazards } from './hazards';

const scopeKey = (scope: Subject) => ('id' in scope ? `${scope.of}:${scope.id}` : scope.of);

/** Who permits it, what is locked off with what, and what proves it dead. */
export function BeginIsolation({ record }: { record: (entry: NewJobEntry) => boolean }) {
  const { job, remembered } = useJob();
  const indicators = [...job.instruments.values()];
  const { register, control, handleSubmit, formState, setValue } = useForm<IsolationBegun>({
    resolver: zodResolver(isolationBegun),
    defaultValues: {
      isolationId: v7(),
      scope: { of: 'supply' },
      permission: '',
      told: null,
      device: remembered.device ?? 'Main switch',
      lockable: true,
      doublePole: deviceOfScope(job, { of: 'supply' }).doublePole,
      lock: remembered.lock ?? null,
      notice: false,
      indicatorId: indicators.find((each) => /indicator/i.test(each.name))?.instrumentId ?? null,
      provingUnit: remembered.provingUnit ?? '',
      phases: job.supply.liveConductors === 'three-phase' ? 'three' : 'single',
    },
  });
  const { errors } = formState;
  const [permission, device, provingUnit, doublePole] = useWatch({
    control,
    name: ['permission', 'device', 'provingUnit', 'doublePole'],
  });
  const lacking = [
    !permission.trim() && 'permission',
    !device.trim() && 'the device',
    !provingUnit.trim() && 'the proving unit or source',
  ].filter(Boolean);
  const begin = handleSubmit((body) => void record({ kind: 'isolation.begun', body }));
  const scopes: readonly { scope: Subject; label: string }[] = [
    { scope: { of: 'supply' }, label: 'The whole installation' },
    ...[...job.boards.values()].map(({ id, name }) => ({
      scope: { of: 'board', id } as const,
      label: `${name ?? 'Board'}, whole`,
    })),
    ...[...job.ways.values()].map(({ id, number, description }) => ({
      scope: { of: 'way', id } as const,
      label: `Way ${number} ${description ?? ''}`,
    })),
  ];
  const orNone = { setValueAs: (text: string | null) => text?.trim() || null };
  const check = (name: 'lockable' | 'doublePole' | 'notice', label: string) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <Checkbox label={label} checked={field.value} onChange={field.onChange} />}
    />
  );
  return (
    <form className="space-y-3" noValidate onSubmit={(event) => void begin(event)}>
      <p className="margin-line pl-3 text-sm">
        Use a two-pole voltage indicator and proving unit, not a neon screwdriver, non-contact pen or multimeter. Switch
        off loads first, main switch last.
      </p>
      <div className="grid gap-3 sm:grid-cols-2">
        <div className="space-y-1 text-sm font-semibold">
          What is isolated
          <Controller
            control={control}
            name="scope"
            render={({ field }) => (
              <Select
                label="What is isolated"
                className="min-h-10 w-full font-normal"
                value={scopeKey(field.value)}
                onChange={(key) => {
                  const scope = scopes.find((each) => scopeKey(each.scope) === key)?.scope;
                  if (!scope) return;
                  field.onChange(scope);
                  // What isolates it, and how many poles it opens, come from what is isolated.
                  const { device: isolates, doublePole: opens } = deviceOfScope(job, scope);
                  setValue('device', (scope.of === 'supply' && remembered.device) || (isolates ?? ''));
                  setValue('doublePole', opens);
                }}
                options={scopes.map(({ scope, label }) => ({ value: scopeKey(scope), label }))}
              />
            )}
          />
        </div>
        <FormField label="Permission given by" problem={errors.permission?.message} {...register('permission')} />
        <FormField label="Occupants informed" problem={errors.told?.message} {...register('told', orNone)} />
        <FormField label="Device" problem={errors.device?.message} {...register('device')} />
        <FormField label="Lock number" problem={errors.lock?.message} {...register('lock', orNone)} />
        <div className="space-y-1 text-sm font-semibold">
          Indicator
          <Controller
            control={control}
            name="indicatorId"
            render={({ field }) => (
              <Select
                label="Indicator"
                className="min-h-10 w-full font-normal"
                value={field.value}
                placeholder="none"
                onChange={field.onChange}
                options={indicators.map((each) => ({
                  value: each.instrumentId,
                  label: `${each.name}, ${each.serial}`,
                }))}
              />
            )}
          />
        </div>
        <FormField
          label="Proving unit or known source"
          problem={errors.provingUnit?.message}
          {...register('provingUnit')}
        />
        <div>
          {check('lockable', 'The device can be locked off')}
          {check('doublePole', 'Isolates line and neutral')}
          {check('notice', 'Warning notice fitted')}
        </div>
      </div>
      <Hazards doublePole={doublePole} />
      <Button type="submit" look="next" disabled={lacking.length > 0} className="min-h-11">
        Start
      </Button>
      {lacking.length > 0 && <span className="pl-3 text-sm text-faint">Still to enter: {lacking.join(', ')}</span>}
    </form>
  );
}

'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { toast } from '../../ui/toast';
import { v7 } from 'uuid';
import * as z from 'zod';
import { useJob } from '../../client/job-provider';
import { isIntake } from '../../core/certificates/assessment';
import { type Answers, adviseCode } from '../../core/certificates/code-advice';
import { readDescription } from '../../core/certificates/description';
import { type ObservationFields, observationFields } from '../../core/job/kinds/observation';
import { type Code, codeMeaning, codes } from '../../core/job/outcome';
import { Button } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { FormField } from '../../ui/form-field';
import { Select } from '../../ui/select';
import { ToggleGroup } from '../../ui/toggle-group';
import { CodeAdvice } from './code-advice';
import { useFindings } from './use-findings';

/** An observation being written: no code yet, no id until it is noted. */
export type Draft = Omit<ObservationFields, 'code'> & { readonly code: Code | null; readonly id: string | null };

/** The entry's own fields; until a code is chosen there is none. */
const form = observationFields.extend({ code: z.enum(codes).nullable().pipe(observationFields.shape.code) });

/** No item, no circuit. */
const none = 'none';

/** What was found, where, why it matters and how grave: beside it what is usually said of such a thing. */
export function ObservationForm({ draft: { id, ...begun }, done }: { draft: Draft; done: () => void }) {
  const { job, pack, definition, append } = useJob();
  const { register, control, setValue, handleSubmit, formState } = useForm<
    z.input<typeof form>,
    unknown,
    ObservationFields
  >({ resolver: zodResolver(form), defaultValues: begun });
  const { errors } = formState;
  const [what, where, why, code, item, wayId, codeReason] = useWatch({
    control,
    name: ['what', 'where', 'why', 'code', 'item', 'wayId', 'codeReason'],
  });
  const [answers, setAnswers] = useState<Answers>({});
  const findings = useFindings();
  const finding = typeof findings === 'string' ? null : (findings.find((each) => each.what === what) ?? null);
  const proposed = finding ? adviseCode(finding, answers).code : null;
  const differs = proposed !== null && code !== null && code !== proposed;
  const lacking = [
    !what.trim() && 'what',
    !where.trim() && 'where',
    !why.trim() && 'why it matters',
    !code && 'the code',
    differs && !codeReason?.trim() && 'why this code',
  ].filter(Boolean);
  const said = [what, where].map((text) => text.trim()).filter(Boolean);
  const { ask } = readDescription([...said, wayId ? `circuit ${job.ways.get(wayId)?.number}` : ''].join('; '));
  const record = handleSubmit((fields) => {
    const noted = { ...fields, codeReason: differs ? fields.codeReason : null };
    const outcome = append([{ kind: 'observation.noted', body: { observationId: id ?? v7(), fields: noted } }]);
    if (outcome.ok) done();
    else toast(outcome.reason);
  });
  const take = (given: Answers) => {
    setAnswers(given);
    const settled = finding && codes.find((each) => each === adviseCode(finding, given).code);
    if (settled) setValue('code', settled);
  };
  const orNone = { setValueAs: (text: string | null) => text?.trim() || null };
  return (
    <form
      aria-labelledby="write"
      noValidate
      onSubmit={(event) => void record(event)}
      className="margin-line h-fit space-y-2 pl-4 lg:sticky lg:top-36 lg:row-span-3"
    >
      <h2 id="write" className="text-lg">
        {id ? 'Change the observation' : 'Write an observation'}
      </h2>
      <CodeAdvice
        findings={findings}
        chosen={finding}
        item={item}
        what={what}
        answers={answers}
        answer={take}
        choose={(chosen) => {
          setValue('what', chosen.what);
          if (!why.trim()) setValue('why', chosen.matters);
          setValue('item', chosen.item);
          setValue('regulation', chosen.regulations.join('; ') || null);
          setValue('code', codes.find((each) => each === chosen.usual) ?? code);
        }}
      />
      <FormField lines={2} label="What was found" problem={errors.what?.message} {...register('what')} />
      <FormField label="Where" problem={errors.where?.message} {...register('where')} />
      {said.length > 0 && ask && (
        <p aria-label="Not found in the description" className="text-sm text-faint">
          {ask}
        </p>
      )}
      <FormField lines={2} label="Why it matters" problem={errors.why?.message} {...register('why')} />
      <div className="grid grid-cols-2 gap-2">
        <div className="text-sm font-semibold">
          Inspection item
          <Controller
            control={control}
            name="item"
            render={({ field }) => (
              <Select
                label="Inspection item"
                className="min-h-10 w-full font-normal"
                value={field.value ?? none}
                onChange={(chosen) => field.onChange(chosen === none ? null : chosen)}
                options={[
                  { value: none, label: 'none fits' },
                  ...definition.schedule(pack).map((row) => ({ value: row.item, label: `${row.item} ${row.confirm}` })),
                ]}
              />
            )}
          />
        </div>
        <div className="text-sm font-semibold">
          Circuit
          <Controller
            control={control}
            name="wayId"
            render={({ field }) => (
              <Select
                label="Circuit"
                className="min-h-10 w-full font-normal"
                value={field.value ?? none}
                onChange={(chosen) => field.onChange(chosen === none ? null : chosen)}
                options={[
                  { value: none, label: 'none' },
                  ...[...job.ways.values()].map((way) => ({
                    value: way.id,
                    label: `${way.number} ${way.description ?? ''}`,
                  })),
                ]}
              />
            )}
          />
        </div>
      </div>
      <fieldset>
        <legend className="text-sm font-semibold">Code</legend>
        <Controller
          control={control}
          name="code"
          render={({ field }) => (
            <ToggleGroup
              label="Code"
              className="grid grid-cols-4 font-semibold"
              value={field.value}
              onChange={field.onChange}
              choices={codes.map((value) => ({ value, face: value }))}
            />
          )}
        />
        {code && (
          <p className="pt-1 text-sm">
            <strong>{codeMeaning[code].title}.</strong> {codeMeaning[code].action}
          </p>
        )}
        {differs && (
          <FormField
            label={`Why ${code} and not ${proposed === 'none' ? 'no code' : proposed}`}
            problem={errors.codeReason?.message}
            {...register('codeReason', orNone)}
          />
        )}
        {code === 'C1' && (
          <p className="border-l-4 border-ink pl-2 text-sm font-semibold">
            Tell the person in charge at once, ask before isolating, and leave a dated danger notice. The code stays on
            the report after making safe.
          </p>
        )}
      </fieldset>
      {isIntake(pack, item) && (
        <Controller
          control={control}
          name="livePartsAccessible"
          render={({ field }) => (
            <Checkbox label="Live parts can be touched at the intake" checked={field.value} onChange={field.onChange} />
          )}
        />
      )}
      <FormField label="Regulation" problem={errors.regulation?.message} {...register('regulation', orNone)} />
      <div className="flex items-center gap-3 pt-1">
        <Button type="submit" disabled={lacking.length > 0}>
          {id ? 'Record the change' : 'Note it'}
        </Button>
        {id && (
          <Button look="quiet" onClick={done}>
            Leave it as it was
          </Button>
        )}
        <span className="text-sm text-faint">{lacking.length > 0 && `Still: ${lacking.join(', ')}`}</span>
      </div>
    </form>
  );
}

'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useEffectEvent, useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { toast } from '../../ui/toast';
import { v7 } from 'uuid';
import * as z from 'zod';
import { useJob } from '../../client/job-provider';
import { isIntake } from '../../core/certificates/assessment';
import { type Answers, adviseCode, answersOfRecord, isGraver } from '../../core/certificates/code-advice';
import { readDescription } from '../../core/certificates/description';
import type { Finding } from '../../core/edition/findings';
import { type ObservationFields, observationFields } from '../../core/job/kinds/observation';
import type { Picture } from '../../core/job/kinds/picture';
import type { NewJobEntry } from '../../core/catalogue';
import { type Code, codeMeaning, codes } from '../../core/job/outcome';
import { Button } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { FormField } from '../../ui/form-field';
import { Select } from '../../ui/select';
import { ToggleGroup } from '../../ui/toggle-group';
import { CodeAdvice } from './code-advice';
import { useFindings } from '../workspace/use-findings';

/** An observation being written: no code yet, no id until it is noted. */
export type Draft = Omit<ObservationFields, 'code'> & { readonly code: Code | null; readonly id: string | null };

/** What an observation is begun from elsewhere: a typical finding, what was read, a picture that shows it. */
type BegunFrom = { readonly finding: string | null; readonly read: string; readonly picture: string | null };

/** The entry's own fields; until a code is chosen there is none. */
const form = observationFields.extend({ code: z.enum(codes).nullable().pipe(observationFields.shape.code) });

/** Every further place the same is found in: one finding, one code. */
function Places({ places, onChange }: { places: readonly string[]; onChange: (places: string[]) => void }) {
  const [next, setNext] = useState('');
  const add = () => {
    const said = next.trim();
    if (said && !places.includes(said) && places.length < 60) onChange([...places, said]);
    setNext('');
  };
  return (
    <div className="space-y-1 text-sm">
      {places.length > 0 && (
        <ul aria-label="Further places">
          {places.map((place) => (
            <li key={place} className="flex items-center justify-between gap-2 border-b border-rule">
              {place}
              <Button
                look="quiet"
                aria-label={`Not in ${place}`}
                onClick={() => onChange(places.filter((each) => each !== place))}
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex gap-2">
        <input
          aria-label="The same in another place"
          placeholder="The same in another place"
          maxLength={200}
          value={next}
          onChange={(event) => setNext(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            add();
          }}
          onBlur={add}
          className="min-h-9 min-w-0 flex-1 rounded-md border border-rule bg-transparent px-2 focus:border-ink focus:bg-sheet max-md:min-h-11"
        />
        <Button onClick={add} disabled={!next.trim()}>
          Add
        </Button>
      </div>
    </div>
  );
}

/** A picture taken of something else, beside the observation it shows. */
function pictureOf({ entryId: _entry, ...picture }: Picture, observationId: string): NewJobEntry {
  return {
    kind: 'picture.taken',
    body: { ...picture, pictureId: v7(), about: { of: 'observation', id: observationId } },
  };
}

/** No item, no circuit. */
const none = 'none';

/** What was found, where, why it matters and how grave: beside it what is usually said of such a thing. */
export function ObservationForm({
  draft: { id, ...begun },
  from,
  done,
}: {
  draft: Draft;
  from: BegunFrom | null;
  done: () => void;
}) {
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
  const [given, setGiven] = useState<Answers>({});
  const [warned, setWarned] = useState<string | null>(null);
  const findings = useFindings();
  const finding = typeof findings === 'string' ? null : (findings.find((each) => each.what === what) ?? null);
  const recordedOf = (of: Finding) =>
    answersOfRecord({ job }, of, { where, wayId: wayId === none ? null : (wayId ?? null) });
  const answers: Answers = finding ? { ...recordedOf(finding), ...given } : given;
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
  const tooHigh = differs && isGraver(code, proposed);
  const warning = differs && finding ? (tooHigh ? finding.overcoded : finding.undercoded) : null;
  const record = handleSubmit((fields) => {
    if (warning && warned !== warning) return setWarned(warning);
    const noted = { ...fields, codeReason: differs ? fields.codeReason : null };
    const observationId = id ?? v7();
    const shows = job.pictures.find(({ pictureId }) => pictureId === from?.picture);
    const outcome = append([
      { kind: 'observation.noted', body: { observationId, fields: noted } },
      ...(shows ? [pictureOf(shows, observationId)] : []),
    ]);
    if (outcome.ok) done();
    else toast(outcome.reason);
  });
  const take = (said: Answers) => {
    setGiven(said);
    const settled = finding && codes.find((each) => each === adviseCode(finding, said).code);
    if (settled) setValue('code', settled);
  };
  const choose = (chosen: Finding) => {
    setValue('what', chosen.what);
    if (!why.trim()) setValue('why', [chosen.matters, from?.read].filter(Boolean).join('\n'));
    setValue('item', chosen.item);
    setValue('regulation', chosen.regulations.join('; ') || null);
    const { code: advised } = adviseCode(chosen, recordedOf(chosen));
    setValue('code', codes.find((each) => each === advised) ?? code);
  };
  // Begun from a reading: the typical finding it is, once the list of them is there.
  const begins = useEffectEvent((known: readonly Finding[]) => {
    const meant = known.find((each) => each.id === from?.finding);
    if (meant) choose(meant);
    else if (from?.read && !why.trim()) setValue('why', from.read);
  });
  useEffect(() => {
    if (typeof findings !== 'string') begins(findings);
  }, [findings]);
  // What somebody who was asked said of it, as a reason for the code.
  const heard = job.questions.flatMap(({ answered }) =>
    answered?.words ? [`${answered.by}: ${answered.words}`.slice(0, 200)] : [],
  );
  const askColleague = () => {
    const question = `Which code: ${[what.trim(), where.trim()].filter(Boolean).join(', ')}? I would give ${code ?? ''}.`;
    const body = { questionId: v7(), what: question.slice(0, 4000), where: null };
    const outcome = append([{ kind: 'question.asked', body }]);
    toast(outcome.ok ? 'Saved under “Ask now”. Send it from there.' : outcome.reason);
  };
  const orNone = { setValueAs: (text: string | null) => text?.trim() || null };
  return (
    <form
      id="write"
      aria-labelledby="writing"
      noValidate
      onSubmit={(event) => void record(event)}
      className="margin-line h-fit scroll-mt-28 space-y-2 pl-4 lg:sticky lg:top-36 lg:row-span-3"
    >
      <h2 id="writing" className="text-lg">
        {id ? 'Edit observation' : 'Add observation'}
      </h2>
      <CodeAdvice
        findings={findings}
        chosen={finding}
        item={item}
        what={what}
        answers={answers}
        answer={take}
        choose={choose}
      />
      <FormField lines={2} label="What was found" problem={errors.what?.message} {...register('what')} />
      <FormField label="Where" problem={errors.where?.message} {...register('where')} />
      <Controller
        control={control}
        name="places"
        render={({ field }) => <Places places={field.value ?? []} onChange={field.onChange} />}
      />
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
                  { value: none, label: 'none' },
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
        {differs &&
          heard.map((reason) => (
            <Button key={reason} look="quiet" className="text-left" onClick={() => setValue('codeReason', reason)}>
              Use: {reason}
            </Button>
          ))}
        {code && what.trim() && (
          <Button look="quiet" onClick={askColleague}>
            Ask a colleague about the code
          </Button>
        )}
        {warning && warned === warning && (
          <p role="alert" className="mt-1 border-l-4 border-ink pl-2 text-sm">
            <strong>{tooHigh ? 'Often coded too high.' : 'Often coded too low.'}</strong> {warning} Press again to save{' '}
            {code}.
          </p>
        )}
        {code === 'C1' && (
          <p className="border-l-4 border-ink pl-2 text-sm font-semibold">
            Inform the person in charge at once. Ask before isolating. Leave a dated danger notice. The code stays on
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
          {id ? 'Save changes' : 'Save observation'}
        </Button>
        {id && (
          <Button look="quiet" onClick={done}>
            Cancel
          </Button>
        )}
        <span className="text-sm text-faint">{lacking.length > 0 && `Still to enter: ${lacking.join(', ')}`}</span>
      </div>
    </form>
  );
}

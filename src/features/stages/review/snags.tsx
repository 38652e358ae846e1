'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { v7 } from 'uuid';
import * as z from 'zod';
import { usePlace } from '../../workspace/place';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { coveredWays } from '../../../core/certificates/covered';
import { measureKey } from '../../../core/installation/slot';
import { placeKey } from '../../../core/installation/place';
import type { Snag } from '../../../core/job/kinds/snag';
import { Button } from '../../../ui/button';
import { FormField } from '../../../ui/form-field';
import { Select } from '../../../ui/select';
import { showMoment } from '../../workspace/struck-readings';

type Record = (entry: NewJobEntry) => boolean;

/** What is not right yet in one's own work: nothing is certified while a snag is open. */
export function Snags({ record }: { record: Record }) {
  const { job, document, isSealed } = useJob();
  const snags = job.snags.filter((snag) => snag.documentId === document.id);
  return (
    <section aria-labelledby="snags" id={placeKey({ of: 'list', list: 'snags' })} className="scroll-mt-40">
      <h2 id="snags" className="border-b border-rule-strong pb-1 text-xl">
        Snags
      </h2>
      {snags.length === 0 && (
        <p className="py-2 text-sm text-faint">No snags. Add what still needs fixing before signing.</p>
      )}
      <ul>
        {snags.map((snag) => (
          <OneSnag key={snag.snagId} snag={snag} record={record} />
        ))}
      </ul>
      {!isSealed && <NoteSnag record={record} />}
    </section>
  );
}

function OneSnag({ snag, record }: { snag: Snag; record: Record }) {
  const { job, tests, people, isSealed } = useJob();
  const [how, setHow] = useState('');
  const way = snag.test && job.ways.get(snag.test.wayId);
  const test = snag.test && tests.on('way', snag.test.measure)?.name;
  return (
    <li className="border-b border-rule py-2">
      <p className={snag.cleared ? '' : 'font-semibold'}>
        {snag.cleared ? '✓ ' : ''}
        {snag.what}
      </p>
      <p className="text-sm text-faint">
        {[snag.where, snag.who && `by ${snag.who}`, way && `way ${way.number}: ${test} to be repeated`]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {snag.cleared ? (
        <p className="text-sm">
          {snag.cleared.how}, {people[snag.cleared.by] ?? ''}, {showMoment(snag.cleared.at)}
        </p>
      ) : (
        !isSealed && (
          <form
            className="flex flex-wrap gap-2 pt-1"
            onSubmit={(event) => {
              event.preventDefault();
              record({ kind: 'snag.cleared', body: { snagId: snag.snagId, how: how.trim() } });
            }}
          >
            <input
              aria-label={`How ${snag.what} was fixed`}
              className="min-h-9 min-w-40 flex-1 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
              placeholder="How it was fixed"
              maxLength={200}
              value={how}
              onChange={(event) => setHow(event.target.value)}
            />
            <Button type="submit" disabled={!how.trim()} className="max-md:min-h-11">
              Fixed
            </Button>
          </form>
        )
      )}
    </li>
  );
}

const fields = z.object({
  what: z.string().trim().min(1, 'Enter what is not right.').max(200),
  where: z.string().trim().max(200),
  who: z.string().trim().max(200),
  wayId: z.string(),
  measure: z.string(),
});
const none = 'none';

function NoteSnag({ record }: { record: Record }) {
  const view = useJob();
  const { query } = usePlace();
  const { document, tests } = view;
  const blank = { what: '', where: '', who: '', wayId: none, measure: none };
  const { register, control, handleSubmit, reset, formState } = useForm<z.infer<typeof fields>>({
    resolver: zodResolver(fields),
    defaultValues: { ...blank, what: (query.get('snag') ?? '').slice(0, 200) },
  });
  const ways = coveredWays(view);
  const results = tests.slots.filter((slot) => slot.on === 'way' && slot.paper);
  const note = handleSubmit(({ what, where, who, wayId, measure }) => {
    const definition = results.find((slot) => measureKey(slot.measure) === measure);
    const test = wayId !== none && definition ? { wayId, measure: definition.measure } : null;
    if (record({ kind: 'snag.noted', body: { snagId: v7(), documentId: document.id, what, where, who, test } }))
      reset(blank);
  });
  const onWay = useWatch({ control, name: 'wayId' }) !== none;
  return (
    <form aria-label="Add snag" noValidate onSubmit={(event) => void note(event)} className="space-y-2 pt-3">
      <FormField label="What is not right" problem={formState.errors.what?.message} {...register('what')} />
      <div className="grid gap-2 sm:grid-cols-2">
        <FormField label="Where" {...register('where')} />
        <FormField label="Assigned to" {...register('who')} />
      </div>
      <div className="flex flex-wrap gap-2">
        <Controller
          control={control}
          name="wayId"
          render={({ field }) => (
            <Select
              label="Found by a test of"
              value={field.value}
              onChange={field.onChange}
              options={[
                { value: none, label: 'Found by inspection' },
                ...ways.map((way) => ({ value: way.id, label: `${way.number} ${way.description ?? ''}` })),
              ]}
            />
          )}
        />
        {onWay && (
          <Controller
            control={control}
            name="measure"
            render={({ field }) => (
              <Select
                label="Test to be repeated"
                value={field.value}
                onChange={field.onChange}
                options={[
                  { value: none, label: 'No test' },
                  ...results.map((slot) => ({ value: measureKey(slot.measure), label: slot.name })),
                ]}
              />
            )}
          />
        )}
        <Button type="submit" className="max-md:min-h-11">
          Save snag
        </Button>
      </div>
    </form>
  );
}

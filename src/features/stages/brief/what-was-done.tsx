'use client';

import { useGaps, useJob } from '../../../client/job-provider';
import { readDescription } from '../../../core/certificates/description';
import type { WorksFields } from '../../../core/job/kinds/works';
import { workNatureWords, workNatures } from '../../../core/job/kinds/works';
import { isSpare } from '../../../core/installation/way';
import { placeKey } from '../../../core/installation/place';
import { readDay } from '../../../core/words/day';
import { Checkbox } from '../../../ui/checkbox';
import { ChoiceField, DayRow, EntryField, asText } from '../../../ui/entry-field';
import { BeforeTheQuote } from './before-the-quote';
import { useWanted } from '../../workspace/use-wanted';
import type { Record } from './brief-stage';

/** The work a certificate is for: what, where, how far, and what was seen beside it. */
export function WhatWasDone({ record }: { record: Record }) {
  const { document, definition } = useJob();
  const gaps = useGaps();
  const { works } = document;
  const at = useWanted();
  const say = (fields: WorksFields) => record({ kind: 'works.described', body: { documentId: document.id, fields } });
  const asks = works.description ? readDescription(works.description).ask : null;
  const isWanted = (field: keyof WorksFields) =>
    gaps.some(({ place }) => place.of === 'works' && place.field === field);
  const isCircuit = definition.oneCircuit;
  const words = (
    field: 'extentCovered' | 'extentNotCovered' | 'existing' | 'departures',
    label: string,
    hint: string,
  ) => (
    <EntryField
      label={label}
      lines={2}
      shown={works[field] ?? ''}
      parse={asText}
      commit={(text) => say({ [field]: text })}
      hint={hint}
      {...at({ of: 'works', field })}
    />
  );
  return (
    <>
      {works.nature === 'board change' && <BeforeTheQuote say={say} />}
      <h2 className="pt-2 pb-1 text-xl">What was done</h2>
      <EntryField
        label="What, where, which circuit"
        lines={3}
        shown={works.description ?? ''}
        parse={asText}
        commit={(description) => say({ description })}
        hint={
          asks ? (
            <strong role="status" className="text-sm text-ink">
              {asks}
            </strong>
          ) : (
            'Be exact about where you worked.'
          )
        }
        {...at({ of: 'works', field: 'description' })}
      />
      {!isCircuit && (
        <ChoiceField
          label="Type of work"
          value={works.nature ?? null}
          options={workNatures.map((value) => ({ value, label: workNatureWords[value] }))}
          commit={(nature) => say({ nature })}
          {...at({ of: 'works', field: 'nature' })}
        />
      )}
      {!isCircuit && words('extentCovered', 'Extent covered', 'Which circuits and parts this certificate is for.')}
      {!isCircuit &&
        words(
          'extentNotCovered',
          'Not covered',
          'What a reader might expect to be covered but is not. Enter nothing if all is covered.',
        )}
      <Circuits say={say} wanted={isWanted('wayIds')} />
      {words('departures', 'Departures', 'From the edition, with a risk assessment. Enter none if there are none.')}
      {words(
        'existing',
        'On the existing installation',
        'Defects noticed elsewhere. Enter none noticed if there are none.',
      )}
      <DayRow
        label="Completed on"
        day={works.completedOn ?? null}
        read={readDay}
        commit={(completedOn) => say({ completedOn })}
        hint={isCircuit ? 'Any guarantee starts on this date.' : undefined}
        {...at({ of: 'works', field: 'completedOn' })}
      />
      {works.notice && <p className="py-2 text-sm">{works.notice}</p>}
    </>
  );
}

/** Which circuits the work was on: all of them, unless some are picked. */
function Circuits({ say, wanted }: { say: (fields: WorksFields) => void; wanted: boolean }) {
  const { job, document, isSealed } = useJob();
  const ways = [...job.ways.values()].filter((way) => !isSpare(way));
  const picked = document.works.wayIds ?? null;
  if (ways.length === 0) return null;
  return (
    <fieldset id={placeKey({ of: 'works', field: 'wayIds' })} className="scroll-mt-40 border-b border-rule pb-2">
      <legend className={`pt-2 text-sm ${wanted ? 'font-semibold' : 'text-faint'}`}>
        Circuits worked on{picked === null && ': all of them'}
      </legend>
      <div className="grid gap-x-4 sm:grid-cols-2">
        {ways.map((way) => (
          <Checkbox
            key={way.id}
            checked={picked?.includes(way.id) ?? false}
            disabled={isSealed}
            onChange={(on) => {
              const next = ways.map(({ id }) => id).filter((id) => (id === way.id ? on : picked?.includes(id)));
              say({ wayIds: next.length === 0 ? null : next });
            }}
            label={`${way.number} ${way.description ?? ''}`}
          />
        ))}
      </div>
    </fieldset>
  );
}

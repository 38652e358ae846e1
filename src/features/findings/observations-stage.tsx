'use client';

import { editionOf } from '../../core/job/kinds/document';
import Link from 'next/link';
import { useState } from 'react';
import { v7 } from 'uuid';
import { toast } from '../../ui/toast';
import { isOfKind } from '../../core/catalogue';
import { useJob } from '../../client/job-provider';
import { remedyOf } from '../../core/certificates/remedies';
import { placeKey } from '../../core/installation/place';
import { type Observation, whereOf } from '../../core/job/kinds/observation';
import { codes } from '../../core/job/outcome';
import { showDay } from '../../core/words/day';
import { Button } from '../../ui/button';
import { jobAddress, stageAddress } from '../workspace/address';
import { usePlace } from '../workspace/place';
import { showMoment } from '../workspace/struck-readings';
import { usePictures } from '../../client/use-pictures';
import { Pictures } from '../pictures/pictures';
import { PicturesOnTheirWay } from '../pictures/sending';
import { CodeBadge } from '../workspace/code-badge';
import { MendNow } from './mend-now';
import { NotNoted } from './not-noted';
import { Notes } from './notes';
import { type Draft, ObservationForm } from './observation-form';
import { Questions } from './questions';
import { TellThem } from './tell-them';

const blank: Draft = {
  id: null,
  what: '',
  where: '',
  why: '',
  code: null,
  item: null,
  wayId: null,
  regulation: null,
  livePartsAccessible: false,
  codeReason: null,
};

/** Findings as ledger rows, and the one being written beside them: begun anew by each place that leads here. */
export function ObservationsStage() {
  const { query } = usePlace();
  return <Findings key={query.toString()} query={query} />;
}

function Findings({ query }: { query: URLSearchParams }) {
  const { job, append, isSealed, pack, definition, jobId } = useJob();
  const asked = { item: query.get('item'), code: codes.find((code) => code === query.get('code')) ?? null };
  const [form, setForm] = useState<Draft>({
    ...blank,
    what: (query.get('what') ?? '').slice(0, 400),
    where: (query.get('where') ?? '').slice(0, 200),
    wayId: job.ways.has(query.get('way') ?? '') ? query.get('way') : null,
    item: definition.schedule(pack).some((row) => row.item === asked.item) ? asked.item : null,
    code: asked.code,
  });
  const begunFrom = {
    finding: query.get('finding'),
    read: (query.get('read') ?? '').slice(0, 1000),
    picture: query.get('picture'),
  };
  const [noted, setNoted] = useState(0);
  const pictures = usePictures(jobId);
  const edit = (observation: Observation) => {
    const { number: _number, entryId: _entry, remedied: _remedied, ...fields } = observation;
    setForm(fields);
  };
  const strike = (observation: Observation) => {
    const outcome = append([
      { kind: 'entry.struck', body: { entryId: observation.entryId, why: 'Not an observation' } },
    ]);
    toast(outcome.ok ? `Observation ${observation.number} struck out. Undo restores it.` : outcome.reason);
  };
  return (
    <div className="grid grid-cols-1 gap-x-8 gap-y-6 lg:grid-cols-[1fr_28rem] lg:grid-rows-[auto_auto_1fr]">
      <section aria-labelledby="findings">
        <h1 id="findings" className="border-b border-rule-strong pb-1 text-xl">
          Observations
        </h1>
        <PicturesOnTheirWay pictures={pictures} />
        {job.observations.length === 0 && <p className="py-3 text-faint">No observations yet.</p>}
        <NotNoted />
        <ol>
          {job.observations.map((observation) => {
            const way = observation.wayId ? job.ways.get(observation.wayId) : undefined;
            return (
              <li
                key={observation.id}
                id={placeKey({ of: 'observation', id: observation.id, field: 'what' })}
                className="grid scroll-mt-40 grid-cols-[1.5rem_3rem_1fr] gap-x-3 border-b border-rule py-3"
              >
                <span className="text-right text-faint">{observation.number}</span>
                <span>
                  <CodeBadge code={observation.code} />
                </span>
                <div>
                  <p className="font-semibold">{observation.what}</p>
                  <p className="text-sm">
                    {whereOf(observation)}
                    {way && ` · circuit ${way.number} ${way.description ?? ''}`}
                    {observation.item && ` · item ${observation.item}`}
                    {observation.regulation && ` · ${observation.regulation}`}
                  </p>
                  <p className="text-sm text-faint">{observation.why}</p>
                  <TellThem observation={observation} />
                  <RemedyStands observation={observation} />
                  <Pictures
                    about={{ of: 'observation', id: observation.id }}
                    name={`observation ${observation.number}`}
                    pictures={pictures}
                  />
                  {!isSealed && (
                    <p className="-ml-1 flex flex-wrap gap-x-4">
                      <Button look="quiet" onClick={() => edit(observation)}>
                        Edit
                      </Button>
                      <Button look="quiet" onClick={() => strike(observation)}>
                        Strike out
                      </Button>
                      <MendNow observation={observation} />
                      <Mend observation={observation} />
                    </p>
                  )}
                  {isSealed && <Mend observation={observation} />}
                </div>
              </li>
            );
          })}
        </ol>
        <StruckObservations />
      </section>
      {!isSealed && (
        <ObservationForm
          key={form.id ?? `new ${noted}`}
          draft={form}
          from={form.id === null && noted === 0 ? begunFrom : null}
          done={() => (setForm(blank), setNoted(noted + 1))}
        />
      )}
      <Notes />
      <Questions pictures={pictures} />
    </div>
  );
}

function StruckObservations() {
  const { job, people } = useJob();
  const struck = [...job.entries.values()].flatMap((entry) =>
    isOfKind(entry, 'observation.noted') && job.strikes.has(entry.id) ? [entry] : [],
  );
  if (struck.length === 0) return null;
  return (
    <ul aria-label="Struck-out observations" className="pt-3 text-sm text-faint">
      {struck.map((entry) => {
        const strike = job.strikes.get(entry.id);
        return (
          <li key={entry.id}>
            <s>{entry.body.fields.what}</s>{' '}
            {strike && `${strike.why}: ${people[strike.by.madeBy] ?? ''}, ${showMoment(strike.by.madeAt)}`}
          </li>
        );
      })}
    </ul>
  );
}

/** Which paper puts a finding right, where one was begun. */
function RemedyStands({ observation }: { observation: Observation }) {
  const { job, jobId, choose } = useJob();
  const { go } = usePlace();
  const remedy = remedyOf(job, observation.id);
  const { remedied } = observation;
  if (remedied)
    return (
      <p className="text-sm font-semibold">
        ✓ Fixed during the inspection, {showDay(remedied.on)}: {remedied.how}
      </p>
    );
  if (!remedy) return null;
  return (
    <p className="text-sm font-semibold">
      {remedy.issued ? (
        <>
          ✓ Fixed under{' '}
          <Link className="underline underline-offset-4" href={`/documents/${remedy.issued.body.issueId}`}>
            {remedy.issued.body.number}
          </Link>
          , {showMoment(remedy.issued.madeAt)}
        </>
      ) : (
        <>
          Remedial work in progress: {remedy.kind}{' '}
          <Button look="quiet" onClick={() => (choose(remedy.id), go(jobAddress(jobId)))}>
            Open document
          </Button>
        </>
      )}
    </p>
  );
}

/** Begins the paper that puts a finding right: it points back at the finding, and closes it when issued. */
function Mend({ observation }: { observation: Observation }) {
  const { job, jobId, document, append, choose } = useJob();
  const { go } = usePlace();
  if (observation.remedied || remedyOf(job, observation.id)) return null;
  const begin = () => {
    const documentId = v7();
    const way = observation.wayId ? job.ways.get(observation.wayId) : undefined;
    const description = [
      `Fix: ${observation.what}`,
      whereOf(observation),
      way ? `circuit ${way.number} ${way.description ?? ''}`.trim() : '',
    ]
      .filter(Boolean)
      .join('; ')
      .slice(0, 4000);
    const outcome = append([
      {
        kind: 'document.begun',
        body: {
          documentId,
          kind: 'MWC',
          ...editionOf(document),
          covers: null,
          because: `Fixes observation ${observation.number}`,
          replaces: null,
        },
      },
      {
        kind: 'works.described',
        body: {
          documentId,
          fields: {
            description,
            nature: 'alteration',
            wayIds: way ? [way.id] : null,
            observationIds: [observation.id],
          },
        },
      },
    ]);
    if (!outcome.ok) return toast(outcome.reason);
    choose(documentId);
    go(stageAddress(jobId, 'brief'));
  };
  return (
    <Button look="quiet" onClick={begin}>
      Start remedial work
    </Button>
  );
}

'use client';

import { Fragment, useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../client/job-provider';
import { isIntake } from '../../core/certificates/assessment';
import { dangerLetter, sayTold } from '../../core/certificates/letters';
import type { Observation } from '../../core/job/kinds/observation';
import { type Told, type ToldTo, isolateAnswers, lastTold, receipts } from '../../core/job/kinds/told';
import { stageAddress } from '../workspace/address';
import { usePlace } from '../workspace/place';
import { editionOf } from '../../core/job/kinds/document';
import { toast } from '../../ui/toast';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormField, FormProblem } from '../../ui/form-field';
import { SignaturePad } from '../../ui/signature-pad';
import { ToggleGroup } from '../../ui/toggle-group';

/** Who has to be told of a finding at once: whoever is in charge of a danger, the distributor of what is theirs. */
export function TellThem({ observation }: { observation: Observation }) {
  const view = useJob();
  const { job, pack, jobId, isSealed } = view;
  const isTheirs = isIntake(pack, observation.item);
  const said = sayTold(view, observation.id);
  const due: readonly { readonly to: ToldTo; readonly sort: string; readonly paper: string }[] = [
    ...(observation.code === 'C1'
      ? [{ to: 'person in charge', sort: 'danger', paper: 'Danger notice, to print' } as const]
      : []),
    ...(isTheirs ? [{ to: 'distributor', sort: 'distributor', paper: 'Report to them, to print' } as const] : []),
  ];
  if (due.length === 0) return null;
  return (
    <div className={observation.code === 'C1' ? 'border-l-4 border-ink pl-2' : ''}>
      {said && <p className="text-sm">{said}</p>}
      <p className="-ml-1 flex flex-wrap items-center gap-x-4">
        {due.map(({ to, sort, paper }) => (
          <span key={to} className="flex flex-wrap items-center gap-x-3">
            {!isSealed && <Tell observation={observation} to={to} again={lastTold(job, observation.id, to) !== null} />}
            {!view.practice && (
              <a
                href={`/api/jobs/${jobId}/letters/${observation.id}?sort=${sort}`}
                target="_blank"
                rel="noreferrer"
                className="py-1 text-sm underline underline-offset-4"
              >
                {paper}
              </a>
            )}
          </span>
        ))}
        {observation.code === 'C1' && !isSealed && !view.practice && <StartNotice observation={observation} />}
      </p>
    </div>
  );
}

/** Starts a danger notice of its own for one danger: numbered, signed and sealed, while the report is still in work. */
function StartNotice({ observation }: { observation: Observation }) {
  const { job, jobId, document, append, choose } = useJob();
  const { go } = usePlace();
  const begun = job.documents.find(({ kind, works }) => kind === 'DN' && works.dangerIds?.includes(observation.id));
  if (begun?.id === document.id) return null;
  if (begun)
    return (
      <Button look="quiet" onClick={() => choose(begun.id)}>
        {begun.issued?.body.number ?? 'Open danger notice'}
      </Button>
    );
  const start = () => {
    const documentId = v7();
    const outcome = append([
      {
        kind: 'document.begun',
        body: { documentId, kind: 'DN', ...editionOf(document), covers: null, because: null, replaces: null },
      },
      { kind: 'works.described', body: { documentId, fields: { dangerIds: [observation.id] } } },
    ]);
    if (!outcome.ok) return toast(outcome.reason);
    choose(documentId);
    go(stageAddress(jobId, 'review'));
  };
  return (
    <Button look="quiet" onClick={start}>
      Start danger notice
    </Button>
  );
}

function Tell({ observation, to, again }: { observation: Observation; to: ToldTo; again: boolean }) {
  const { append } = useJob();
  const isDanger = to === 'person in charge';
  const [open, setOpen] = useState(false);
  const [who, setWho] = useState('');
  const [isolate, setIsolate] = useState<Told['isolate']>(null);
  const [madeSafe, setMadeSafe] = useState('');
  const [receipt, setReceipt] = useState<Told['receipt']>(null);
  const [reference, setReference] = useState('');
  const [drawn, setDrawn] = useState<Told['drawn']>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const record = () => {
    if (!who.trim()) return setProblem('Enter who was informed.');
    if (isDanger && !isolate) return setProblem('Enter whether isolation was permitted.');
    if (receipt === 'signed' && !drawn) return setProblem('Signed, but nothing was drawn.');
    const outcome = append([
      {
        kind: 'finding.told',
        body: {
          observationId: observation.id,
          to,
          who: who.trim(),
          isolate,
          madeSafe: madeSafe.trim() || null,
          receipt,
          reference: reference.trim() || null,
          drawn: receipt === 'signed' ? drawn : null,
        },
      },
    ]);
    if (!outcome.ok) return setProblem(outcome.reason);
    setOpen(false);
  };
  const title = isDanger
    ? `Danger: observation ${observation.number}`
    : `Distributor: observation ${observation.number}`;
  return (
    <>
      <Button look={again ? 'quiet' : 'plain'} onClick={() => setOpen(true)} className="max-md:min-h-11">
        {again ? 'Inform again' : isDanger ? 'Inform person in charge' : 'Report to distributor'}
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title={title}>
        <form
          noValidate
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            record();
          }}
        >
          <p className="border-l-4 border-ink pl-2 text-sm">
            {isDanger
              ? 'Inform them now, in plain words. Ask before isolating. Keep people away until it is safe. The code stays on the report.'
              : 'Do not break seals or open their equipment. Report it by phone, then enter when and the reference.'}
          </p>
          <FormField
            label={isDanger ? 'Person informed and role' : 'Person who took the report'}
            maxLength={200}
            value={who}
            onChange={(event) => setWho(event.target.value)}
          />
          {isDanger ? (
            <>
              <Choice label="Permission to isolate" value={isolate} choices={isolateAnswers} onChange={setIsolate} />
              <FormField
                lines={2}
                label="How it was made safe"
                maxLength={1000}
                value={madeSafe}
                onChange={(event) => setMadeSafe(event.target.value)}
              />
              <Choice label="The notice" value={receipt} choices={receipts} onChange={setReceipt} />
              {receipt === 'signed' && (
                <>
                  <Notice observation={observation} />
                  <SignaturePad label="Their signature" onChange={setDrawn} />
                </>
              )}
            </>
          ) : (
            <FormField
              label="Their reference"
              maxLength={200}
              value={reference}
              onChange={(event) => setReference(event.target.value)}
            />
          )}
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" className="min-h-11">
            Save
          </Button>
        </form>
      </Dialog>
    </>
  );
}

/** What they sign for: the words of the notice, read before the pen is taken. */
function Notice({ observation }: { observation: Observation }) {
  const view = useJob();
  const { warning, facts, advice } = dangerLetter(view, view.firm, observation);
  const words = new Set(['Where', 'What was found', 'At', 'Circuit', 'Why it is dangerous']);
  return (
    <section aria-label="Signing for" className="border-2 border-ink p-3 text-sm">
      <p className="text-base font-semibold">{warning}</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3">
        {facts
          .filter(({ label, value }) => words.has(label) && value !== '—')
          .map(({ label, value }) => (
            <Fragment key={label}>
              <dt className="text-faint">{label}</dt>
              <dd>{value}</dd>
            </Fragment>
          ))}
      </dl>
      <p className="pt-1">{advice[0]}</p>
      <p>{advice[1]}</p>
    </section>
  );
}

function Choice<V extends string>({
  label,
  value,
  choices,
  onChange,
}: {
  label: string;
  value: V | null;
  choices: readonly V[];
  onChange: (value: V) => void;
}) {
  return (
    <div className="text-sm font-semibold">
      {label}
      <ToggleGroup
        label={label}
        className="pt-1 font-normal"
        value={value}
        onChange={onChange}
        choices={choices.map((each) => ({ value: each, face: each }))}
      />
    </div>
  );
}

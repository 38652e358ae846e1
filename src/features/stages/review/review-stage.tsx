'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from '../../../ui/toast';
import type { NewJobEntry } from '../../../core/catalogue';
import { sayByLink } from '../../../core/certificates/paper';
import { notInspected, scheduleOfInspections } from '../../../core/certificates/schedule-of-inspections';
import { type Place, placeKey } from '../../../core/installation/place';
import { type Assessed, missing } from '../../../core/job/document-definition';
import { isTechnical } from '../../../core/ledger/actor';
import { stageWords } from '../../../core/work/stage-words';
import { Button, linkLook } from '../../../ui/button';
import { useGaps, useJob } from '../../../client/job-provider';
import type { DeviceAway } from '../../../server/devices';
import { deviceName } from '../../../client/use-stream';
import { addressOf } from '../../workspace/address';
import { JobLink } from '../../workspace/place';
import { showMoment } from '../../workspace/struck-readings';
import { useWanted } from '../../workspace/use-wanted';
import { issueAction } from './issue';
import { Contradictions } from './contradictions';
import { LettersLost } from './letters-lost';
import { AskOutside } from '../../links/ask-outside';
import { DocumentNow } from './document-now';
import { NewIssue } from './new-issue';
import { practiceIssue } from '../../../client/practice-issue';
import { PracticePaper } from './practice-paper';
import { Sealing } from './sealing';
import { NextInspection } from './next-inspection';
import { SignButton } from './sign-button';
import { Snags } from './snags';
import { Summary } from './summary';

/** What is missing, what it amounts to, and the signatures that seal it. */
export function ReviewStage() {
  const view = useJob();
  const { document, definition, jobId, append } = view;
  const at = useWanted();
  const comeBack: Place = { of: 'document', field: 'comeBack' };
  const assessment = definition.assess?.(view) ?? null;
  const left = notInspected(scheduleOfInspections(view).flatMap((section) => section.items));
  const record = (entry: NewJobEntry) => {
    const outcome = append([entry]);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  // Once nothing is left but to sign, that comes first; until then what is left does.
  const isReady = missing([...useGaps()]).length === 0;
  const signatures = <Declarations record={record} jobId={jobId} />;
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-6 lg:grid-cols-2 lg:grid-rows-[auto_1fr]">
      {assessment ? (
        <Assessment assessment={assessment} left={left} isReady={isReady} record={record} />
      ) : (
        <div>
          <h1 className="text-xl">{definition.title}</h1>
          {definition.about === 'works' && (
            <p className="text-sm text-faint">{document.works.description ?? 'The work is not described yet.'}</p>
          )}
        </div>
      )}
      <div className={`space-y-4 lg:col-start-2 lg:row-span-2 lg:row-start-1 ${isReady ? '' : 'max-lg:order-last'}`}>
        {isReady && signatures}
        <Contradictions record={record} />
        <section aria-labelledby="open">
          <h2 id="open" className="border-b border-rule-strong pb-1 text-xl">
            To complete
          </h2>
          <GapList />
          {!view.practice && (
            <p className="pt-4">
              <a
                className={linkLook('plain')}
                href={`/api/jobs/${jobId}/draft?document=${document.id}`}
                target="_blank"
                rel="noreferrer"
              >
                Draft as PDF
              </a>
            </p>
          )}
        </section>
      </div>
      <section className="space-y-4">
        <div>
          {definition.about === 'condition' && <Summary record={record} />}
          {definition.recommends && <NextInspection wanted={at(comeBack).wanted} record={record} />}
        </div>
        {definition.about === 'works' && <Snags record={record} />}
        {definition.about === 'danger' && <DocumentNow />}
        <LettersLost />
        {!isReady && signatures}
      </section>
      {view.practice && (
        <div className="lg:col-span-2">
          <PracticePaper />
        </div>
      )}
    </div>
  );
}

type Record = (entry: NewJobEntry) => boolean;

type AssessmentProps = {
  readonly assessment: Assessed;
  readonly left: string;
  /** Whether nothing is left but to sign: until then nothing is satisfactory. */
  readonly isReady: boolean;
  readonly record: Record;
};

function Assessment({ assessment, left, isReady, record }: AssessmentProps) {
  const { isSealed } = useJob();
  const isOpen = assessment.outcome === 'satisfactory' && !isReady && !isSealed;
  return (
    <div>
      <h1 className="text-xl">Overall assessment</h1>
      <p
        className={`my-2 inline-block border-2 border-ink px-3 py-1 text-xl font-semibold ${assessment.outcome === 'unsatisfactory' ? 'hatch' : ''} ${isOpen ? 'border-dashed' : ''}`}
      >
        {isOpen ? 'NOT DECIDED YET' : assessment.outcome.toUpperCase()}
      </p>
      <ul className="text-sm">
        {assessment.reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
        {assessment.overruledBecause && (
          <li className="font-semibold">Overruled by the inspector: {assessment.overruledBecause}</li>
        )}
        <li className="text-faint">{left}</li>
      </ul>
      {!isSealed && <Overrule outcome={assessment.outcome} record={record} />}
    </div>
  );
}

function GapList() {
  const view = useJob();
  const { jobId, definition } = view;
  const gaps = useGaps().filter(({ discrepancy }) => discrepancy === undefined);
  if (gaps.length === 0) return <p className="py-3">✓ Nothing to complete.</p>;
  return (
    <div className="lg:max-h-[calc(100dvh-14rem)] lg:overflow-y-auto">
      {definition.stages.map((stage) => {
        const rows = gaps.filter((gap) => gap.stage === stage);
        if (rows.length === 0) return null;
        return (
          <div key={stage}>
            <h3 className="pt-3 text-sm">
              {stageWords[stage].title} <span className="text-faint">{rows.length}</span>
            </h3>
            <ul>
              {rows.map((gap) => (
                <li
                  key={`${placeKey(gap.place)}${gap.what}`}
                  className="flex gap-2 border-b border-rule py-1 text-sm hover:bg-hover"
                >
                  {gap.severity !== 'missing' && <span className="w-14 shrink-0 font-semibold">Check</span>}
                  <JobLink
                    href={addressOf(view, jobId, gap.place)}
                    className="flex-1 underline-offset-4 hover:underline"
                  >
                    {gap.what}
                  </JobLink>
                </li>
              ))}
            </ul>
          </div>
        );
      })}
    </div>
  );
}

function Overrule({
  outcome,
  record,
}: {
  outcome: 'satisfactory' | 'unsatisfactory';
  record: (entry: NewJobEntry) => boolean;
}) {
  const { document } = useJob();
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const other = outcome === 'satisfactory' ? 'unsatisfactory' : 'satisfactory';
  if (!open) {
    return (
      <Button look="quiet" className="-ml-1" onClick={() => setOpen(true)}>
        Override assessment
      </Button>
    );
  }
  return (
    <form
      className="flex flex-wrap gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (
          record({
            kind: 'assessment.overruled',
            body: { documentId: document.id, outcome: other, reason: reason.trim() },
          })
        )
          setOpen(false);
      }}
    >
      <input
        aria-label="Reason"
        required
        maxLength={2000}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        placeholder={`Why it is ${other}`}
        className="min-h-9 flex-1 rounded-md border border-rule-strong bg-sheet px-2"
      />
      <Button type="submit" disabled={!reason.trim()}>
        Record {other}
      </Button>
    </form>
  );
}

function Declarations({ record, jobId }: { record: (entry: NewJobEntry) => boolean; jobId: string }) {
  const view = useJob();
  const { document, definition, isSealed, me, people, unsent, practice, append, firm } = view;
  const gaps = useGaps();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const open = missing([...gaps]).length;
  const signed = (role: string) => document.signatures.find((signature) => signature.role === role);
  const ready = definition.roles.every(({ role }) => signed(role)?.inForce);
  const mayIssue = ready && unsent === 0 && !busy;
  const [away, setAway] = useState<readonly DeviceAway[]>([]);
  const issue = async (without = false) => {
    setAway([]);
    setBusy(true);
    setProblem(null);
    try {
      if (practice) {
        const outcome = append([await practiceIssue(view, firm)]);
        if (!outcome.ok) setProblem(outcome.reason);
        return setBusy(false);
      }
      const result = await issueAction({ jobId, documentId: document.id, device: deviceName(), without });
      if (result.issued) router.push(`/documents/${result.documentId}`);
      else if ('away' in result) setAway(result.away);
      else setProblem(result.reason);
    } catch {
      setProblem('The server did not answer. Nothing was issued; try again.');
    }
    setBusy(false);
  };
  return (
    <div id={placeKey({ of: 'document', field: 'sign' })} className="scroll-mt-40">
      <h2 className="border-b border-rule-strong pb-1 text-xl">Signatures</h2>
      {definition.roles.map(({ role, title, statement, by, outsiders, otherwise }) => {
        const signature = signed(role);
        const may = by ? me.roles.includes(by) : isTechnical(me);
        return (
          <div key={role} className="border-b border-rule py-3">
            <h3 className="text-sm">{title}</h3>
            <p className="text-sm text-faint">{statement}</p>
            {signature?.inForce || (signature && isSealed) ? (
              <p className="pt-1 font-semibold">
                ✓ {signature.entry.body.name}, {signature.entry.body.position}, {showMoment(signature.entry.madeAt)}
                {signature.entry.body.outside && (
                  <span className="block text-sm font-normal">{sayByLink(signature.entry.body.outside)}</span>
                )}
              </p>
            ) : (
              <div className="flex flex-wrap items-center gap-3 pt-2">
                <SignButton
                  role={role}
                  title={title}
                  statement={statement}
                  look={open === 0 && may ? 'next' : 'plain'}
                  disabled={open > 0 || !may || unsent > 0}
                />
                {outsiders && !practice && isTechnical(me) && <AskOutside role={role} title={title} />}
                <span className="text-sm text-faint">
                  {signature && `Signed by ${people[signature.entry.madeBy] ?? ''} before a change. Sign again. `}
                  {open > 0 ? `${open} to complete or resolve first.` : may ? '' : otherwise}
                </span>
              </div>
            )}
          </div>
        );
      })}
      {isSealed && <NewIssue record={record} />}
      {!isSealed && (
        <div className="pt-3">
          <Button
            look={ready ? 'next' : 'plain'}
            disabled={!mayIssue}
            onClick={() => void issue()}
            className="min-h-11"
          >
            {busy ? 'Sealing…' : 'Seal and issue'}
          </Button>
          {busy && !practice && <Sealing />}
          <p className="pt-1 text-sm text-faint">
            Sealing fixes every entry. To correct an error later, start a new issue.
          </p>
          {unsent > 0 && ready && (
            <p className="text-sm font-semibold">Saved here, not sent yet. You can issue once everything is sent.</p>
          )}
          {away.length > 0 && (
            <div role="alert" className="mt-2 border-2 border-ink p-3 text-sm">
              {away.map(({ device, person, seenAt }) => (
                <p key={device}>
                  <strong>{people[person] ?? 'Someone'}</strong> has this job open on {device}, offline since{' '}
                  {showMoment(seenAt.toISOString())}.
                </p>
              ))}
              <p className="py-2">
                Entries made there since are not included. Wait until that device is online, or issue without them: they
                go into the next issue.
              </p>
              <div className="flex flex-wrap gap-2">
                <Button onClick={() => void issue()}>Refresh</Button>
                <Button onClick={() => void issue(true)}>Issue without them</Button>
              </div>
            </div>
          )}
          {problem && (
            <p role="alert" className="text-sm font-semibold">
              {problem}
            </p>
          )}
        </div>
      )}
    </div>
  );
}

'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { type Gap, missing } from '../../core/document/gaps';
import { reportOf } from '../../core/document/report';
import { type Stage, stageTitle, stages } from '../../core/document/stages';
import type { DeclarationRole } from '../../core/ledger/kinds';
import { Button, linkLook } from '../../ui/button';
import { EntryField, asText } from '../../ui/entry-field';
import { JobLink } from '../job/place';
import { useJob } from '../ledger/job-provider';
import type { NewEntry } from '../ledger/job-store';
import { showMoment } from '../ledger/struck-readings';
import { useWanted } from '../ledger/use-wanted';
import { NextInspection } from './next-inspection';
import { issueAction } from './issue';

/** What is missing, what it amounts to, and the signatures that seal it. */
export function ReviewStage() {
  const { job, jobId, firm, gaps, append } = useJob();
  const wanted = useWanted('review');
  const report = reportOf(job, firm);
  const { assessment } = report;
  const record = (entry: NewEntry) => {
    const outcome = append([entry]);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
      <section className="space-y-4">
        <div>
          <h1 className="text-xl">Overall assessment</h1>
          <p className={`my-2 inline-block border-2 border-ink px-3 py-1 text-xl font-semibold ${assessment.outcome === 'unsatisfactory' ? 'hatch' : ''}`}>{assessment.outcome.toUpperCase()}</p>
          <ul className="text-sm">
            {assessment.reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
            {assessment.overruledBecause && <li className="font-semibold">Overruled by the inspector: {assessment.overruledBecause}</li>}
            <li className="text-faint">{report.notInspected}</li>
          </ul>
          {!job.issued && <Overrule outcome={assessment.outcome} record={record} />}
        </div>
        <div>
          <EntryField label="Summary of the condition" lines={4} shown={job.summary ?? ''} parse={asText} commit={(text) => record({ kind: 'condition.summarised', body: { text: text ?? '' } })} wanted={wanted('summary')} anchor="summary" hint="In plain words, for whoever lives there." />
          <NextInspection wanted={wanted('comeBack')} record={record} />
        </div>
        <Declarations record={record} jobId={jobId} />
      </section>
      <section aria-labelledby="open">
        <h2 id="open" className="border-b border-rule-strong pb-1 text-xl">
          Still open
        </h2>
        <GapList gaps={gaps} jobId={jobId} />
        <p className="pt-4">
          <a className={linkLook('plain')} href={`/api/jobs/${jobId}/draft`} target="_blank" rel="noreferrer">
            Draft as PDF
          </a>
        </p>
      </section>
    </div>
  );
}

function GapList({ gaps, jobId }: { gaps: readonly Gap[]; jobId: string }) {
  if (gaps.length === 0) return <p className="py-3">✓ Nothing is missing.</p>;
  return (
    <div className="lg:max-h-[calc(100dvh-14rem)] lg:overflow-y-auto">
      {stages.map((stage: Stage) => {
        const rows = gaps.filter((gap) => gap.stage === stage);
        if (rows.length === 0) return null;
        return (
          <div key={stage}>
            <h3 className="pt-3 text-sm">
              {stageTitle[stage]} <span className="text-faint">{rows.length}</span>
            </h3>
            <ul>
              {rows.map((gap) => (
                <li key={`${gap.at}${gap.what}`} className="flex gap-2 border-b border-rule py-1 text-sm hover:bg-hover">
                  <span className="w-14 shrink-0 text-faint">{gap.severity === 'missing' ? 'missing' : 'look'}</span>
                  <JobLink href={`/jobs/${jobId}/${gap.stage}#${gap.at}`} className="flex-1 underline-offset-4 hover:underline">
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

function Overrule({ outcome, record }: { outcome: 'satisfactory' | 'unsatisfactory'; record: (entry: NewEntry) => boolean }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const other = outcome === 'satisfactory' ? 'unsatisfactory' : 'satisfactory';
  if (!open) {
    return (
      <Button look="quiet" className="-ml-1" onClick={() => setOpen(true)}>
        I assess it otherwise
      </Button>
    );
  }
  return (
    <form
      className="flex flex-wrap gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (record({ kind: 'assessment.overruled', body: { outcome: other, reason: reason.trim() } })) setOpen(false);
      }}
    >
      <input aria-label="Reason" required maxLength={2000} value={reason} onChange={(e) => setReason(e.target.value)} placeholder={`Why it is ${other}`} className="min-h-9 flex-1 rounded-md border border-rule-strong bg-sheet px-2" />
      <Button type="submit" disabled={!reason.trim()}>
        Record {other}
      </Button>
    </form>
  );
}

const roleTitle: Record<DeclarationRole, string> = { inspector: 'Inspected and tested by', authoriser: 'Authorised for the firm by' };
const statements: Record<DeclarationRole, string> = {
  inspector: 'I inspected and tested this installation with reasonable skill and care, within the extent and limitations stated, and this report is an accurate account of its condition on the day.',
  authoriser: 'I have reviewed this report and authorise it to be issued on behalf of the firm.',
};

function Declarations({ record, jobId }: { record: (entry: NewEntry) => boolean; jobId: string }) {
  const { job, me, people, gaps, unsent } = useJob();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const open = missing(gaps).length;
  const signed = (role: DeclarationRole) => job.signatures.find((signature) => signature.role === role);
  const ready = (['inspector', 'authoriser'] as const).every((role) => signed(role)?.inForce);
  const mayIssue = ready && unsent === 0 && !busy;
  const issue = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const result = await issueAction(jobId, localStorage.getItem('orange-ledger-device') ?? 'browser');
      if (result.issued) router.push(`/documents/${result.documentId}`);
      else setProblem(result.reason);
    } catch {
      setProblem('The server did not answer. Nothing was issued; try again.');
    }
    setBusy(false);
  };
  return (
    <div id="sign" className="scroll-mt-40">
      <h2 className="border-b border-rule-strong pb-1 text-xl">Signatures</h2>
      {(['inspector', 'authoriser'] as const).map((role) => {
        const signature = signed(role);
        const may = role === 'inspector' ? me.roles.some((r) => r !== 'office') : me.roles.includes('supervisor');
        return (
          <div key={role} className="border-b border-rule py-3">
            <h3 className="text-sm">{roleTitle[role]}</h3>
            <p className="text-sm text-faint">{statements[role]}</p>
            {signature?.inForce ? (
              <p className="pt-1 font-semibold">
                ✓ {signature.entry.body.name}, {signature.entry.body.position}, {showMoment(signature.entry.madeAt)}
              </p>
            ) : (
              <div className="flex flex-wrap items-center gap-3 pt-2">
                <Button look={open === 0 && may ? 'next' : 'plain'} disabled={open > 0 || !may} onClick={() => record({ kind: 'declaration.signed', body: { role, name: me.name, position: me.position, statement: statements[role] } })}>
                  Sign as {me.name}
                </Button>
                <span className="text-sm text-faint">
                  {signature && `Signed by ${people[signature.entry.madeBy] ?? ''} before something changed: sign again. `}
                  {open > 0 ? `${open} still missing.` : may ? '' : 'A supervisor signs here.'}
                </span>
              </div>
            )}
          </div>
        );
      })}
      {!job.issued && (
        <div className="pt-3">
          <Button look={ready ? 'next' : 'plain'} disabled={!mayIssue} onClick={issue} className="min-h-11">
            {busy ? 'Sealing…' : 'Seal and issue'}
          </Button>
          <p className="pt-1 text-sm text-faint">Sealing fixes every entry. An error found later is put right by a new issue that refers to this one.</p>
          {unsent > 0 && ready && <p className="text-sm font-semibold">Saved here, not yet sent: it can be issued once everything has reached the ledger.</p>}
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


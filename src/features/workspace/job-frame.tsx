'use client';

import isEqual from 'fast-deep-equal';
import Link from 'next/link';
import { useEffect, useRef, type ReactNode } from 'react';
import { toast } from '../../ui/toast';
import { missing } from '../../core/job/document-definition';
import { isolationState, mayEnergise, nameOfScope } from '../../core/work/isolation';
import { offNow } from '../../core/work/on-now';
import { stageWords } from '../../core/work/stage-words';
import { resultVerdicts } from '../../core/job/verdicts';
import type { Verdict } from '../../core/words/judgement';
import { addressOf, jobAddress, stageAddress } from './address';
import { useJob, useJobNow, useProgress } from '../../client/job-provider';
import { refusalsOf } from '../../client/refusals';
import { Behind } from '../../ui/behind';
import { Refusals } from '../../ui/refusals';
import { Select } from '../../ui/select';
import { useNarrow } from '../../ui/use-narrow';
import { SendState } from '../../ui/send-state';
import { FindInJob } from './find-in-job';
import { InDoubtLine } from './in-doubt';
import { TimeLeft } from './parking';
import { JobLink, usePlace } from './place';

/** Around every page of a job: where am I, what is wrong, what is next, and whether it is sent. Each part follows what it shows. */
export function JobFrame({ children }: { children: ReactNode }) {
  const isNarrow = useNarrow();
  return (
    <div className="min-h-dvh">
      <header className="sticky top-0 z-20 border-b border-rule-strong bg-paper print:hidden">
        <PracticeLine />
        <div className="flex min-h-11 items-center gap-x-4 px-3 sm:px-5">
          <Link href="/" className="font-serif text-base font-semibold max-sm:sr-only">
            Orange Ledger
          </Link>
          <Link href="/" className="text-sm underline underline-offset-4 sm:hidden">
            Jobs
          </Link>
          <WhichJob />
          {!isNarrow && <TimeLeft />}
          <FindInJob />
          <Undo />
          <Sent />
        </div>
        {isNarrow ? (
          <div className="flex min-h-11 items-center gap-2 border-t border-rule bg-sheet px-2">
            <StageList />
            <span className="min-w-0 flex-1">
              <ToNext />
            </span>
            <Verdicts />
          </div>
        ) : (
          <>
            <StageTabs />
            <div className="flex min-h-9 flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-sheet px-3 py-1 text-sm sm:px-5">
              <ToNext />
              <Counts />
            </div>
          </>
        )}
        {isNarrow && (
          <p className="px-3">
            <TimeLeft />
          </p>
        )}
        <IsolationLine />
        <InDoubtLine />
        <Troubles />
      </header>
      <main className="px-3 pb-16 pt-3 sm:px-5">{children}</main>
    </div>
  );
}

function PracticeLine() {
  const house = useJob(({ practice }) => practice?.house ?? null);
  return (
    house && (
      <p className="hatch border-b-2 border-ink text-center">
        <a href={`/practice?house=${house}`} className="bg-paper px-3 font-semibold tracking-widest">
          PRACTICE
        </a>
      </p>
    )
  );
}

function WhichJob() {
  const { jobId, reference, kind, address } = useJob(({ job, jobId: id, document }) => ({
    jobId: id,
    reference: job.opened?.body.reference,
    kind: document.kind,
    address: job.site.address ?? 'no address yet',
  }));
  return (
    <p className="min-w-0 flex-1 truncate text-sm">
      <JobLink href={jobAddress(jobId)} className="font-semibold hover:underline">
        {reference}
      </JobLink>
      <span className="text-faint">
        {' '}
        {kind} · {address.split('\n').join(', ')}
      </span>
    </p>
  );
}

function Undo() {
  const { undo, canUndo } = useJob((held) => ({ undo: held.undo, canUndo: held.canUndo }));
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = (event.target as HTMLElement | null)?.matches('input, textarea, select');
      if ((event.ctrlKey || event.metaKey) && !event.shiftKey && event.key.toLowerCase() === 'z' && !typing) {
        event.preventDefault();
        const outcome = undo();
        toast(outcome.ok ? 'Undone: struck in the ledger' : outcome.reason);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo]);
  return (
    <button
      type="button"
      disabled={!canUndo}
      onClick={() => undo()}
      aria-keyshortcuts="Control+Z Meta+Z"
      title="Ctrl Z"
      className="min-h-9 px-1 text-sm underline underline-offset-4 disabled:opacity-40"
    >
      Undo
    </button>
  );
}

function Sent() {
  const { sending, unsent, loaded, behind, nudge, refresh } = useJob((held) => ({
    sending: held.sending,
    unsent: held.unsent,
    loaded: held.loaded,
    behind: held.behind !== null,
    nudge: held.nudge,
    refresh: held.refresh,
  }));
  return (
    <SendState
      sending={sending}
      unsent={unsent}
      loaded={loaded}
      behind={behind}
      nudge={() => {
        nudge();
        refresh().catch(() => undefined);
      }}
    />
  );
}

/** How far each stage is: how much of it is left, else whether it is done. */
function useStages() {
  const stages = useJob(({ definition }) => definition.stages);
  return useProgress(({ gaps, states }) => {
    const lacking = missing([...gaps]);
    return stages.map((stage) => ({
      stage,
      count: lacking.filter((gap) => gap.stage === stage).length,
      isComplete: states.get(stage) === 'complete',
      isNext: lacking[0]?.stage === stage,
    }));
  }, isEqual);
}

function StageList() {
  const jobId = useJob((held) => held.jobId);
  const stages = useStages();
  const { stage: here, go } = usePlace();
  return (
    <Select
      label="Stage of the job"
      className="max-w-[45%] shrink-0 font-semibold"
      value={here ?? 'job'}
      onChange={(to) => go(to === 'job' ? jobAddress(jobId) : stageAddress(jobId, to))}
      options={[
        { value: 'job' as const, label: 'Job' },
        ...stages.map(({ stage, count, isComplete }) => ({
          value: stage,
          label: `${stageWords[stage].title} ${count > 0 ? count : isComplete ? '✓' : '–'}`,
        })),
      ]}
    />
  );
}

function StageTabs() {
  const { jobId, isSealed } = useJob((held) => ({ jobId: held.jobId, isSealed: held.isSealed }));
  const stages = useStages();
  const { stage: here } = usePlace();
  // On a narrow screen they run off the side: the one in hand comes into view.
  const current = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    // Some browsers answer a promise here, which is no clean-up.
    void current.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [here]);
  return (
    <nav aria-label="Stages of the job" className="relative flex overflow-x-auto px-1 sm:px-3">
      {stages.map(({ stage, count, isComplete, isNext }) => {
        const isHere = stage === here;
        return (
          <JobLink
            key={stage}
            ref={isHere ? current : undefined}
            href={stageAddress(jobId, stage)}
            aria-current={isHere ? 'page' : undefined}
            className={`flex min-h-10 items-center gap-1.5 whitespace-nowrap border-b-[3px] px-2.5 text-sm ${isHere ? 'border-ink font-semibold' : isNext && !isSealed ? 'border-next' : 'border-transparent'} hover:bg-hover`}
          >
            {stageWords[stage].title}
            <span className="text-xs text-faint">
              {count > 0 ? count : isComplete ? '✓' : '–'}
              <span className="sr-only">{count > 0 ? ' to complete' : isComplete ? ' complete' : ' not complete'}</span>
            </span>
          </JobLink>
        );
      })}
    </nav>
  );
}

/** What to do next: the first that is missing, to sign, or to read what was sealed. */
function ToNext() {
  const next = useProgress(({ gaps }) => missing([...gaps])[0] ?? null, isEqual);
  const { jobId, issued, isPractice, href } = useJob((held) => ({
    jobId: held.jobId,
    issued: held.document.issued?.body ?? null,
    isPractice: held.practice !== undefined,
    href: addressOf(held, held.jobId, next?.place ?? { of: 'document', field: 'sign' }),
  }));
  if (issued && isPractice)
    return (
      <JobLink href={stageAddress(jobId, 'review')} className="font-semibold underline underline-offset-4">
        Sealed as {issued.number}: read the document
      </JobLink>
    );
  if (issued)
    return (
      <Link href={`/documents/${issued.issueId}`} className="font-semibold underline underline-offset-4">
        Sealed as {issued.number}: open the document
      </Link>
    );
  return next ? (
    <JobLink
      href={href}
      className="inline-flex min-h-7 max-w-full min-w-0 items-center gap-1.5 rounded-md bg-next px-2 font-semibold text-on-next max-md:min-h-9 max-md:text-sm"
    >
      <span aria-hidden>→</span>
      <span className="truncate">Next: {next.what}</span>
    </JobLink>
  ) : (
    <JobLink
      href={href}
      className="inline-flex min-h-7 items-center rounded-md bg-next px-2 font-semibold text-on-next"
    >
      → Next: sign and issue
    </JobLink>
  );
}

const useVerdictCounts = () =>
  useJob((held) => {
    const results = resultVerdicts(held, held.verdicts);
    const count = (verdict: Verdict) => results.filter(({ judgement }) => judgement.verdict === verdict).length;
    return { fails: count('fails'), doubts: count('doubt') };
  });

/** On a phone: how many fail and how many to check. */
function Verdicts() {
  const { fails, doubts } = useVerdictCounts();
  if (fails + doubts === 0) return null;
  return (
    <span className="shrink-0 text-xs">
      {fails > 0 && <strong>{fails} ✗</strong>} {doubts > 0 && `${doubts} ?`}
    </span>
  );
}

function Counts() {
  const { fails, doubts } = useVerdictCounts();
  const left = useProgress(({ gaps }) => missing([...gaps]).length);
  return (
    <span className="ml-auto text-faint">
      {fails > 0 && (
        <span className="font-semibold text-ink">
          {fails} {fails === 1 ? 'fails' : 'fail'} ·{' '}
        </span>
      )}
      {doubts > 0 && <span className="text-ink">{doubts} to check · </span>}
      {left} to complete
    </span>
  );
}

/** What the ledger would not take, and what keeps others' entries from this device. */
function Troubles() {
  const { refused, behind } = useJob((held) => ({ refused: held.refused, behind: held.behind }), isEqual);
  const now = useJobNow();
  const { dismiss, sendAgain } = now();
  if (refused.length === 0 && behind?.why !== 'unreadable') return null;
  return (
    <>
      {behind?.why === 'unreadable' && (
        <Behind problem={behind.problem} className="border-t-2 border-ink px-3 sm:px-5" />
      )}
      <Refusals
        refusals={refusalsOf(refused, now())}
        putAside={dismiss}
        sendAgain={sendAgain}
        className="border-t-2 border-ink px-3 sm:px-5"
      />
    </>
  );
}

/** One quiet line on every page while something is isolated, linked or off. */
function IsolationLine() {
  const { jobId, open, stillIn, off, scope } = useJob(({ job, jobId: id }) => {
    const record = job.isolations.findLast(({ ended }) => !ended);
    return {
      jobId: id,
      open: record,
      scope: record && nameOfScope(job, record.begun.scope),
      stillIn: mayEnergise(job.links).stillIn,
      off: offNow(job),
    };
  }, isEqual);
  if (!open && stillIn.length === 0 && !off) return null;
  const state = open && isolationState(open);
  const bad = state?.state === 'stop: not dead' || state?.state === 'void';
  return (
    <JobLink
      href={stageAddress(jobId, 'isolation')}
      className={`block truncate border-t border-rule px-3 py-0.5 text-sm hover:bg-hover sm:px-5 ${bad ? 'bg-ink font-semibold text-paper hover:bg-ink' : 'text-faint'}`}
    >
      {open &&
        state &&
        `${scope}: ${state.state.replace('stop: not dead', 'STOP, not dead')} · ${open.begun.device}${open.begun.lock ? `, lock ${open.begun.lock}` : ''}`}
      {open && (stillIn.length > 0 || off) && ' · '}
      {stillIn.length > 0 &&
        `${stillIn.length} link${stillIn.length === 1 ? '' : 's'} or disconnection${stillIn.length === 1 ? '' : 's'} still in`}
      {stillIn.length > 0 && off && ' · '}
      {off}
    </JobLink>
  );
}

'use client';

import isEqual from 'fast-deep-equal';
import { ChevronLeft, Undo2 } from 'lucide-react';
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
import { SendState } from '../../ui/send-state';
import { FindInJob } from './find-in-job';
import { InDoubtLine } from './in-doubt';
import { TimeLeft } from './parking';
import { JobLink, usePlace } from './place';

/** Around every page of a job: where am I, what is wrong, what is next, and whether it is sent. Each part follows what it shows. */
export function JobFrame({ children }: { children: ReactNode }) {
  return (
    <div className="min-h-dvh">
      <header className="sticky top-0 z-20 border-b border-rule-strong bg-paper max-md:grid max-md:grid-cols-[minmax(0,1fr)_auto] print:hidden">
        <PracticeLine />
        <div className="flex min-h-11 min-w-0 items-center gap-x-3 px-2 max-md:order-1 md:items-stretch md:px-5">
          <Link
            href="/"
            className="flex min-h-11 items-center text-sm hover:underline max-md:min-w-8 max-md:justify-center"
          >
            <ChevronLeft size={18} aria-hidden />
            <span className="max-md:sr-only">Jobs</span>
          </Link>
          <WhichJob />
          <StageTabs />
        </div>
        <div className="max-md:contents md:flex md:min-h-8 md:items-center md:gap-x-4 md:border-t md:border-rule md:bg-sheet md:px-5 md:text-sm">
          {/* On a phone this is the bar under the thumb. */}
          <div
            data-testid="foot"
            className="max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:flex max-md:min-h-13 max-md:items-center max-md:gap-2 max-md:border-t max-md:border-rule-strong max-md:bg-sheet max-md:px-2 md:contents"
          >
            <StageList />
            <span className="min-w-0 max-md:flex-1 md:max-w-md">
              <ToNext />
            </span>
            <Verdicts />
          </div>
          <IsolationLine />
          <Counts />
          <TimeLeft />
          <div className="flex items-center gap-x-1 pr-2 max-md:order-2 md:gap-x-3 md:pr-0">
            <FindInJob />
            <Undo />
            <Sent />
          </div>
        </div>
        <InDoubtLine />
        <Troubles />
      </header>
      <main className="px-3 pb-16 pt-1 max-md:overflow-x-auto max-md:pb-[calc(var(--dock,3.25rem)+4rem)] sm:px-5">
        {children}
      </main>
    </div>
  );
}

function PracticeLine() {
  const house = useJob(({ practice }) => practice?.house ?? null);
  return (
    house && (
      <p className="hatch border-b-2 border-ink text-center max-md:col-span-2">
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
    <p className="min-w-0 flex-1 truncate text-sm md:flex md:max-w-xs md:shrink md:items-center md:gap-1">
      <JobLink href={jobAddress(jobId)} className="font-semibold hover:underline">
        {reference}
      </JobLink>
      <span className="text-faint md:truncate md:max-xl:hidden">
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
        toast(outcome.ok ? 'Undone' : outcome.reason);
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
      title="Undo: Ctrl Z"
      className="inline-flex min-h-8 items-center gap-1.5 rounded-md px-1 text-sm hover:bg-hover disabled:opacity-40 max-md:min-h-11 max-md:min-w-11 max-md:justify-center"
    >
      <Undo2 size={15} aria-hidden /> <span className="max-md:sr-only">Undo</span>
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
      label="Page of the job"
      className="max-w-[42%] shrink-0 font-semibold md:hidden"
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
    <nav aria-label="Pages of the job" className="relative ml-auto flex min-w-0 overflow-x-auto max-md:hidden">
      {stages.map(({ stage, count, isComplete, isNext }) => {
        const isHere = stage === here;
        return (
          <JobLink
            key={stage}
            ref={isHere ? current : undefined}
            href={stageAddress(jobId, stage)}
            aria-current={isHere ? 'page' : undefined}
            className={`flex min-h-11 items-center gap-1 whitespace-nowrap border-b-[3px] px-2 text-sm ${isHere ? 'border-ink font-semibold' : isNext && !isSealed ? 'border-next' : 'border-transparent'} hover:bg-hover`}
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
        Sealed as {issued.number}: open the document
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
      className="inline-flex min-h-7 max-w-full min-w-0 items-center gap-1.5 rounded-md bg-next px-2 font-semibold text-on-next max-md:min-h-11 max-md:text-sm"
    >
      <span aria-hidden>→</span>
      <span className="truncate">Next: {next.what}</span>
    </JobLink>
  ) : (
    <JobLink
      href={href}
      className="inline-flex min-h-7 items-center rounded-md bg-next px-2 font-semibold text-on-next max-md:min-h-11"
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
    <span className="shrink-0 text-xs md:hidden">
      {fails > 0 && <strong>{fails} ✗</strong>} {doubts > 0 && `${doubts} ?`}
    </span>
  );
}

function Counts() {
  const { fails, doubts } = useVerdictCounts();
  const left = useProgress(({ gaps }) => missing([...gaps]).length);
  return (
    <span className="ml-auto whitespace-nowrap text-faint max-md:hidden">
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
        <Behind
          problem={behind.problem}
          className="border-t-2 border-ink px-3 max-md:order-5 max-md:col-span-2 sm:px-5"
        />
      )}
      <Refusals
        refusals={refusalsOf(refused, now())}
        putAside={dismiss}
        sendAgain={sendAgain}
        className="border-t-2 border-ink px-3 max-md:order-5 max-md:col-span-2 sm:px-5"
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
      className={`block min-w-0 truncate px-3 py-0.5 text-sm hover:bg-hover max-md:order-3 max-md:col-span-2 max-md:border-t max-md:border-rule md:flex-1 ${bad ? 'bg-ink font-semibold text-paper hover:bg-ink' : 'text-faint'}`}
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

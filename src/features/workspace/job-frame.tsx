'use client';

import Link from 'next/link';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import { toast } from '../../ui/toast';
import { type Stage, missing } from '../../core/job/document-definition';
import { isolationState, mayEnergise, nameOfScope } from '../../core/work/isolation';
import { offNow } from '../../core/work/on-now';
import { type StageState, stageState } from '../../core/work/stages';
import { stageWords } from '../../core/work/stage-words';
import { resultVerdicts } from '../../core/job/verdicts';
import { addressOf, jobAddress, stageAddress } from './address';
import { useGaps, useJob } from '../../client/job-provider';
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

/** Around every page of a job: where am I, what is wrong, what is next, and whether it is sent. */
export function JobFrame({ children }: { children: ReactNode }) {
  const view = useJob();
  const { job, jobId, document, definition, isSealed, verdicts, undo, canUndo } = view;
  const gaps = useGaps();
  const { stages } = definition;
  const { stage: here, go } = usePlace();
  const isNarrow = useNarrow();
  const lacking = missing([...gaps]);
  const results = resultVerdicts(view, verdicts);
  const fails = results.filter(({ judgement }) => judgement.verdict === 'fails').length;
  const doubts = results.filter(({ judgement }) => judgement.verdict === 'doubt').length;
  const next = isSealed ? null : (lacking[0] ?? null);
  const states = useMemo(
    () => new Map<Stage, StageState>(stages.map((stage) => [stage, stageState(view, gaps, stage)])),
    [view, gaps, stages],
  );

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

  // On a phone the stages run off the side: the one in hand comes into view.
  const nav = useRef<HTMLElement>(null);
  useEffect(() => {
    const current = nav.current?.querySelector<HTMLElement>('[aria-current=page]');
    if (current && nav.current)
      nav.current.scrollLeft = current.offsetLeft - nav.current.clientWidth / 2 + current.clientWidth / 2;
  }, [here]);

  const countAt = (stage: Stage) => {
    const count = lacking.filter((gap) => gap.stage === stage).length;
    return count > 0 ? String(count) : states.get(stage) === 'complete' ? '✓' : '–';
  };
  const toNext =
    document.issued && view.practice ? (
      <JobLink href={stageAddress(jobId, 'review')} className="font-semibold underline underline-offset-4">
        Sealed as {document.issued.body.number}: read the paper
      </JobLink>
    ) : document.issued ? (
      <Link href={`/documents/${document.issued.body.issueId}`} className="font-semibold underline underline-offset-4">
        Sealed as {document.issued.body.number}: open the document
      </Link>
    ) : next ? (
      <JobLink
        href={addressOf(view, jobId, next.place)}
        className="inline-flex min-h-7 max-w-full min-w-0 items-center gap-1.5 rounded-md bg-next px-2 font-semibold text-on-next max-md:min-h-9 max-md:text-sm"
      >
        <span aria-hidden>→</span>
        <span className="truncate">Next: {next.what}</span>
      </JobLink>
    ) : (
      <JobLink
        href={addressOf(view, jobId, { of: 'document', field: 'sign' })}
        className="inline-flex min-h-7 items-center rounded-md bg-next px-2 font-semibold text-on-next"
      >
        → Next: sign and issue
      </JobLink>
    );
  return (
    <div className="min-h-dvh">
      <header className="sticky top-0 z-20 border-b border-rule-strong bg-paper print:hidden">
        {view.practice && (
          <p className="hatch border-b-2 border-ink text-center">
            <a href={`/practice?house=${view.practice.house}`} className="bg-paper px-3 font-semibold tracking-widest">
              PRACTICE
            </a>
          </p>
        )}
        <div className="flex min-h-11 items-center gap-x-4 px-3 sm:px-5">
          <Link href="/" className="font-serif text-base font-semibold max-sm:sr-only">
            Orange Ledger
          </Link>
          <Link href="/" className="text-sm underline underline-offset-4 sm:hidden">
            Jobs
          </Link>
          <p className="min-w-0 flex-1 truncate text-sm">
            <JobLink href={jobAddress(jobId)} className="font-semibold hover:underline">
              {job.opened?.body.reference}
            </JobLink>
            <span className="text-faint">
              {' '}
              {document.kind} · {(job.site.address ?? 'no address yet').split('\n').join(', ')}
            </span>
          </p>
          {!isNarrow && <TimeLeft />}
          <FindInJob />
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
          <SendState
            sending={view.sending}
            unsent={view.unsent}
            loaded={view.loaded}
            behind={view.behind !== null}
            nudge={() => {
              view.nudge();
              view.refresh().catch(() => undefined);
            }}
          />
        </div>
        {isNarrow ? (
          <div className="flex min-h-11 items-center gap-2 border-t border-rule bg-sheet px-2">
            <Select
              label="Stage of the job"
              className="max-w-[45%] shrink-0 font-semibold"
              value={here ?? 'job'}
              onChange={(to) => go(to === 'job' ? jobAddress(jobId) : stageAddress(jobId, to))}
              options={[
                { value: 'job' as const, label: 'Job' },
                ...stages.map((stage) => ({ value: stage, label: `${stageWords[stage].title} ${countAt(stage)}` })),
              ]}
            />
            <span className="min-w-0 flex-1">{toNext}</span>
            {(fails > 0 || doubts > 0) && (
              <span className="shrink-0 text-xs">
                {fails > 0 && <strong>{fails} ✗</strong>} {doubts > 0 && `${doubts} ?`}
              </span>
            )}
          </div>
        ) : (
          <nav ref={nav} aria-label="Stages of the job" className="relative flex overflow-x-auto px-1 sm:px-3">
            {stages.map((stage) => {
              const isHere = stage === here;
              const count = lacking.filter((gap) => gap.stage === stage).length;
              const isNext = next?.stage === stage;
              const isComplete = states.get(stage) === 'complete';
              return (
                <JobLink
                  key={stage}
                  href={stageAddress(jobId, stage)}
                  aria-current={isHere ? 'page' : undefined}
                  className={`flex min-h-10 items-center gap-1.5 whitespace-nowrap border-b-[3px] px-2.5 text-sm ${isHere ? 'border-ink font-semibold' : isNext ? 'border-next' : 'border-transparent'} hover:bg-hover`}
                >
                  {stageWords[stage].title}
                  <span className="text-xs text-faint">
                    {count > 0 ? count : isComplete ? '✓' : '–'}
                    <span className="sr-only">
                      {count > 0 ? ' to complete' : isComplete ? ' complete' : ' not complete'}
                    </span>
                  </span>
                </JobLink>
              );
            })}
          </nav>
        )}
        {!isNarrow && (
          <div className="flex min-h-9 flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-sheet px-3 py-1 text-sm sm:px-5">
            {toNext}
            <span className="ml-auto text-faint">
              {fails > 0 && (
                <span className="font-semibold text-ink">
                  {fails} {fails === 1 ? 'does' : 'do'} not meet ·{' '}
                </span>
              )}
              {doubts > 0 && <span className="text-ink">{doubts} to look at again · </span>}
              {lacking.length} to complete
            </span>
          </div>
        )}
        {isNarrow && (
          <p className="px-3">
            <TimeLeft />
          </p>
        )}
        <IsolationLine />
        <InDoubtLine />
        {view.behind?.why === 'unreadable' && (
          <Behind problem={view.behind.problem} className="border-t-2 border-ink px-3 sm:px-5" />
        )}
        <Refusals
          refusals={refusalsOf(view.refused, view)}
          putAside={view.dismiss}
          sendAgain={view.sendAgain}
          className="border-t-2 border-ink px-3 sm:px-5"
        />
      </header>
      <main className="px-3 pb-16 pt-3 sm:px-5">{children}</main>
    </div>
  );
}

/** One quiet line on every page while something is isolated, linked or off. */
function IsolationLine() {
  const { job, jobId } = useJob();
  const open = job.isolations.findLast((record) => !record.ended);
  const { stillIn } = mayEnergise(job.links);
  const off = offNow(job);
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
        `${nameOfScope(job, open.begun.scope)}: ${state.state.replace('stop: not dead', 'STOP, not dead')} · ${open.begun.device}${open.begun.lock ? `, lock ${open.begun.lock}` : ''}`}
      {open && (stillIn.length > 0 || off) && ' · '}
      {stillIn.length > 0 &&
        `${stillIn.length} link${stillIn.length === 1 ? '' : 's'} or disconnection${stillIn.length === 1 ? '' : 's'} still in`}
      {stillIn.length > 0 && off && ' · '}
      {off}
    </JobLink>
  );
}

/** Entries the ledger would not take: the reason, the text kept, and a way to put it aside. */

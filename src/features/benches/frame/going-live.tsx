'use client';

import { useState } from 'react';
import { useJob } from '../../../client/job-provider';
import { type CoverState, coverStateWords, coverStates } from '../../../core/job/kinds/cover';
import { mayStay, stillIn } from '../../../core/job/whether-live';
import { linkConsequence } from '../../../core/work/isolation';
import { Button } from '../../../ui/button';
import { Checkbox } from '../../../ui/checkbox';
import { FormField, FormProblem } from '../../../ui/form-field';
import { ToggleGroup } from '../../../ui/toggle-group';
import type { NewJobEntry } from '../../../core/catalogue';

type Props = { readonly record: (entries: readonly NewJobEntry[]) => boolean };

/** Making the installation live: nothing linked or off, covers answered for, earthing seen on, somebody told. */
export function GoingLive({ record }: Props) {
  const { job } = useJob();
  const [told, setTold] = useState('');
  const [earthSeen, setEarthSeen] = useState(false);
  const [answers, setAnswers] = useState<Readonly<Record<string, string>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const links = stillIn(job.links);
  const isolations = job.isolations.filter(({ begun, ended }) => begun.scope.of === 'supply' && !ended);
  const never = links.filter((link) => !mayStay(job, link));
  const since = isolations.at(-1)?.begunAt ?? '';
  const covers = [...job.boards.values()].filter(({ id }) => {
    const cover = job.covers.get(id);
    return !cover || cover.state === 'open' || cover.at < since;
  });
  const lacking = [
    never.length > 0 && `${never.length} to remove`,
    links.some((link) => mayStay(job, link) && !answers[link.linkId]?.trim()) && 'a reason for each link that stays',
    covers.length > 0 && 'covers',
    !earthSeen && 'earthing and bonding checked',
    !told.trim() && 'occupants informed',
  ].filter(Boolean);
  const go = () => {
    if (lacking.length > 0) return setProblem(`Still to enter: ${lacking.join(', ')}.`);
    const left = links.map(({ linkId }) => ({ linkId, why: answers[linkId]?.trim() ?? '' }));
    const ends = isolations.map(({ begun }): NewJobEntry => ({
      kind: 'isolation.ended',
      body: { isolationId: begun.isolationId, why: 'restored', note: 'Remove lock, return key' },
    }));
    const live: NewJobEntry = { kind: 'supply.restored', body: { told: told.trim(), earthSeen: true, left } };
    if (record([...ends, live])) setProblem(null);
  };
  return (
    <form
      noValidate
      aria-label="Going live"
      className="max-w-3xl"
      onSubmit={(event) => {
        event.preventDefault();
        go();
      }}
    >
      <ol>
        <Line n={1} done={links.length === 0} title="Links removed, conductors reconnected">
          {links.map((link) => (
            <div key={link.linkId} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
              <span className="min-w-0 flex-1">
                <strong>
                  {link.sort}, {link.where}
                </strong>
                <span className="block text-sm">{linkConsequence[link.sort]}</span>
              </span>
              {mayStay(job, link) && (
                <input
                  aria-label={`Reason it stays: ${link.sort}, ${link.where}`}
                  placeholder="or the reason it stays"
                  maxLength={200}
                  className="min-h-9 rounded-md border border-rule-strong bg-sheet px-2 text-sm max-md:min-h-11"
                  value={answers[link.linkId] ?? ''}
                  onChange={(event) => setAnswers({ ...answers, [link.linkId]: event.target.value })}
                />
              )}
              <Button
                className="min-h-11"
                aria-label={`Removed or reconnected: ${link.sort}, ${link.where}`}
                onClick={() => record([{ kind: 'link.cleared', body: { linkId: link.linkId } }])}
              >
                ✓ Removed
              </Button>
            </div>
          ))}
          {links.length === 0 && (
            <p className="text-sm text-faint">Nothing is recorded as linked or disconnected. Check once more.</p>
          )}
        </Line>
        <Line n={2} done={covers.length === 0} title="Covers">
          {[...job.boards.values()].map((board) => (
            <CoverOf key={board.id} boardId={board.id} name={board.name ?? 'Board'} since={since} record={record} />
          ))}
        </Line>
        <Line n={3} done={earthSeen} title="Earthing and bonding">
          <Checkbox
            label="Earthing conductor and every bond connected and tight"
            checked={earthSeen}
            onChange={setEarthSeen}
          />
        </Line>
        <Line
          n={4}
          done={told.trim() !== ''}
          title={isolations.length > 0 ? 'Remove lock, inform occupants' : 'Occupants informed'}
        >
          {isolations.map(({ begun }) => (
            <p key={begun.isolationId} className="text-sm">
              {begun.device}
              {begun.lock ? `, lock ${begun.lock}` : ''}: the isolation ends with this step.
            </p>
          ))}
          <FormField label="Informed" value={told} maxLength={200} onChange={(event) => setTold(event.target.value)} />
        </Line>
      </ol>
      {problem && <FormProblem>{problem}</FormProblem>}
      <div className="flex flex-wrap items-center gap-3 pt-3">
        <Button type="submit" look="next" className="min-h-11">
          Record as live
        </Button>
        <span className="text-sm text-faint">Loads off. Main switch first, then one circuit at a time.</span>
      </div>
    </form>
  );
}

function Line({ n, done, title, children }: { n: number; done: boolean; title: string; children: React.ReactNode }) {
  return (
    <li className="grid grid-cols-[1.5rem_1fr] gap-x-2 border-b border-rule py-2">
      <span className="text-right text-faint">{done ? '✓' : n}</span>
      <div>
        <h3 className={`text-base ${done ? 'text-faint' : ''}`}>{title}</h3>
        {children}
      </div>
    </li>
  );
}

/** How a board's cover stands: one tap, and a reason where it is not on. */
export function CoverOf({
  boardId,
  name,
  since = '',
  record,
}: {
  boardId: string;
  name: string;
  /** What was said before this no longer counts. */
  since?: string;
} & Props) {
  const { job, isSealed } = useJob();
  const said = job.covers.get(boardId);
  const cover = said && said.at >= since ? said : undefined;
  const [asked, setAsked] = useState<CoverState | null>(null);
  const [why, setWhy] = useState('');
  const set = (state: CoverState, reason: string | null) => {
    if (record([{ kind: 'cover.set', body: { boardId, state, why: reason } }])) setAsked(null);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1 text-sm">
      <span className="min-w-28 font-semibold">{name}</span>
      <ToggleGroup
        label={`Cover of ${name}`}
        value={asked ?? cover?.state ?? null}
        disabled={isSealed}
        choices={coverStates.map((value) => ({ value, face: coverStateWords[value] }))}
        onChange={(state) => (state === 'on' || state === 'open' ? set(state, null) : setAsked(state))}
      />
      {asked ? (
        <span className="flex items-center gap-2">
          <input
            aria-label={`Reason the cover of ${name} is not on`}
            placeholder="reason it is not fitted"
            maxLength={200}
            className="min-h-9 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
            value={why}
            onChange={(event) => setWhy(event.target.value)}
          />
          <Button disabled={!why.trim()} onClick={() => set(asked, why.trim())}>
            Save
          </Button>
        </span>
      ) : (
        cover?.why && <span className="text-faint">{cover.why}</span>
      )}
    </div>
  );
}

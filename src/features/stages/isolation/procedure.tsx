'use client';

import { useState, type ReactNode } from 'react';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import type { IsolationRecord } from '../../../core/job/kinds/isolation';
import { type IsolationState, isolationState, pairsFor } from '../../../core/work/isolation';
import { Button } from '../../../ui/button';
import { CoverOf } from '../../benches/frame/going-live';
import { Hazards } from './hazards';
import { ScopeName } from './scope-name';

/** Proving dead: the indicator, every pair, the indicator again, and what it amounts to. */
export function Procedure({
  isolation,
  record,
  recordAll,
}: {
  isolation: IsolationRecord;
  record: (entry: NewJobEntry) => boolean;
  recordAll: (entries: readonly NewJobEntry[]) => boolean;
}) {
  const { job, isSealed } = useJob();
  const { begun } = isolation;
  const state = isolationState(isolation);
  const [place, setPlace] = useState('At the board');
  const read = (step: 'prove' | 'test' | 're-prove', pair: string | null, volts: number) =>
    record({
      kind: 'isolation.read',
      body: { isolationId: begun.isolationId, step, pair, place: place.trim() || null, volts },
    });
  const shown = (step: 'prove' | 'test' | 're-prove', pair: string | null = null) =>
    isolation.reads.findLast((each) => each.step === step && each.pair === pair)?.volts ?? null;
  const end = (why: 'restored' | 'left site' | 'long break') =>
    record({ kind: 'isolation.ended', body: { isolationId: begun.isolationId, why, note: null } });
  const stopped = state.state === 'stop: not dead' || state.state === 'void';
  return (
    <div className="space-y-4">
      <p>
        <strong>
          <ScopeName scope={begun.scope} />
        </strong>
        , {begun.device}
        {begun.lock && `, lock ${begun.lock}`}.{' '}
        <span className="text-sm text-faint">
          Permission: {begun.permission}.{' '}
          {begun.indicatorId && `${job.instruments.get(begun.indicatorId)?.serial ?? ''}, `}
          {begun.provingUnit}.
        </span>
      </p>
      <div role={stopped ? 'alert' : 'status'} className={`border-2 border-ink p-2 ${stopped ? 'hatch' : ''}`}>
        <p className="bg-sheet px-3 py-2">
          <strong className="block text-xl">{stateWords[state.state]}</strong>
          {state.why}
        </p>
      </div>
      {state.cautions.length > 0 && (
        <ul className="border-l-4 border-ink pl-3 text-sm">
          {state.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      <Hazards doublePole={begun.doublePole} />
      <label className="flex flex-wrap items-center gap-x-3 text-sm font-semibold">
        Test point
        <input
          className="min-h-10 w-full rounded-md border border-rule-strong bg-sheet px-2 font-normal max-md:min-h-11 sm:max-w-72"
          maxLength={200}
          value={place}
          onChange={(e) => setPlace(e.target.value)}
        />
      </label>
      <ol className="border-t border-rule-strong">
        <Step
          number={1}
          title="Prove the indicator"
          active={state.state === 'prove the indicator' || state.state === 'void'}
          done={!['prove the indicator', 'void'].includes(state.state)}
        >
          <VoltsField
            label="Reading"
            usual="230"
            last={shown('prove')}
            onRecord={(volts) => read('prove', null, volts)}
          />
        </Step>
        <Step
          number={2}
          title="Test every pair dead"
          active={state.state === 'test dead' || state.state === 'stop: not dead'}
          done={state.pairsLeft.length === 0 && !stopped}
        >
          <ul className="grid gap-x-6 sm:grid-cols-2">
            {pairsFor(begun.phases).map((pair) => (
              <li key={pair}>
                <VoltsField
                  label={pair}
                  usual="0"
                  last={shown('test', pair)}
                  onRecord={(volts) => read('test', pair, volts)}
                />
              </li>
            ))}
          </ul>
        </Step>
        <Step
          number={3}
          title="Prove the indicator again"
          active={state.state === 're-prove the indicator'}
          done={state.state === 'proved dead'}
        >
          <VoltsField
            label="Reading again"
            usual="230"
            last={shown('re-prove')}
            onRecord={(volts) => read('re-prove', null, volts)}
          />
        </Step>
      </ol>
      {!isSealed && (
        <div className="border-t border-rule pt-2">
          <p className="text-sm font-semibold">Cover before you leave the board</p>
          {[...job.boards.values()].map(({ id, name }) => (
            <CoverOf key={id} boardId={id} name={name ?? 'Board'} record={recordAll} />
          ))}
        </div>
      )}
      {!isSealed && (
        <div className="flex flex-wrap gap-2">
          {begun.scope.of !== 'supply' && (
            <Button className="min-h-11" onClick={() => end('restored')}>
              Supply restored
            </Button>
          )}
          <Button className="min-h-11" onClick={() => end('left site')}>
            Left site
          </Button>
          <Button className="min-h-11" onClick={() => end('long break')}>
            Long break
          </Button>
        </div>
      )}
    </div>
  );
}

const stateWords: Record<IsolationState['state'], string> = {
  'prove the indicator': 'Not proved: prove the indicator',
  'test dead': 'Not proved: test every pair',
  're-prove the indicator': 'Not proved yet: prove the indicator again',
  'proved dead': '✓ Proved dead',
  'stop: not dead': 'STOP: not dead',
  void: 'VOID: prove again from the start',
  lapsed: 'Lapsed',
};

function Step({
  number,
  title,
  active,
  done,
  children,
}: {
  number: number;
  title: string;
  active: boolean;
  done: boolean;
  children: ReactNode;
}) {
  return (
    <li className="grid grid-cols-[2rem_1fr] gap-x-2 border-b border-rule py-2">
      <span className={`text-right ${active ? '' : 'text-faint'}`}>{done ? '✓' : number}</span>
      <div>
        <h2 className={`text-base ${active ? 'inline-block bg-next px-2 text-on-next' : ''}`}>{title}</h2>
        {children}
      </div>
    </li>
  );
}

/** Volts as the indicator showed them: the usual figure by one tap, any other typed. */
function VoltsField({
  label,
  usual,
  last = null,
  onRecord,
}: {
  label: string;
  usual: string;
  last?: number | null;
  onRecord: (volts: number) => boolean;
}) {
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const record = (typed: string) => {
    if (!/^\d{1,3}(\.\d)?$/.test(typed.trim()))
      return setProblem(`“${typed}” is not a voltage: what did it show, in volts?`);
    setProblem(null);
    if (onRecord(Number(typed))) setText('');
  };
  return (
    <form
      className="flex flex-wrap items-center gap-2 py-1"
      onSubmit={(event) => {
        event.preventDefault();
        record(text);
      }}
    >
      <label className="flex items-center gap-2 text-sm">
        <span className="w-24 font-semibold">{label}</span>
        <input
          className="min-h-11 w-20 rounded-md border border-rule-strong bg-sheet px-2 text-right placeholder:text-ink placeholder:opacity-100"
          inputMode="decimal"
          value={text}
          placeholder={last === null ? '' : String(last)}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={problem !== null}
        />
        V
      </label>
      <button
        type="button"
        className="min-h-11 rounded-md border border-rule-strong px-3 font-semibold hover:bg-hover"
        aria-label={`${label}: ${usual} volts`}
        onClick={() => record(usual)}
      >
        {usual}
      </button>
      {last !== null && <span className="text-sm">read {last} V</span>}
      {problem && (
        <p role="alert" className="w-full text-sm font-semibold">
          {problem}
        </p>
      )}
    </form>
  );
}

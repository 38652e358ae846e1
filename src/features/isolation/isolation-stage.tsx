'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { v7 } from 'uuid';
import { isolationHazards } from '../../core/isolation/hazards';
import { type IsolationRecord, type IsolationState, isolationState, pairsFor } from '../../core/isolation/isolation';
import type { Subject } from '../../core/installation/measurement';
import { Button } from '../../ui/button';
import { useJob } from '../ledger/job-provider';
import type { NewEntry } from '../ledger/job-store';
import { showMoment } from '../ledger/struck-readings';
import { LinksRegister } from './links-register';

/** Locking off and proving dead, one step after the other, and what is linked or disconnected meanwhile. */
export function IsolationStage() {
  const { job, append } = useJob();
  const record = (entry: NewEntry): boolean => {
    const outcome = append([entry]);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  const open = job.isolations.find((each) => !each.ended) ?? null;
  const ended = job.isolations.filter((each) => each.ended);
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[3fr_2fr]">
      <section aria-labelledby="isolation">
        <h1 id="isolation" className="pb-1 text-xl">
          Safe isolation
        </h1>
        {open ? <Procedure key={open.begun.isolationId} isolation={open} record={record} /> : !job.issued && <BeginForm record={record} />}
        {ended.length > 0 && (
          <div className="pt-6">
            <h2 className="border-b border-rule-strong pb-1 text-lg">Ended</h2>
            <ul>
              {ended.map((each) => (
                <li key={each.begun.isolationId} className="border-b border-rule py-1.5 text-sm">
                  <ScopeName scope={each.begun.scope} />, {each.begun.device}
                  {each.begun.lock && `, lock ${each.begun.lock}`}. <span className="text-faint">{isolationState(each).why} {showMoment(each.begunAt)}</span>
                </li>
              ))}
            </ul>
          </div>
        )}
      </section>
      <LinksRegister record={record} />
    </div>
  );
}

export function ScopeName({ scope }: { scope: Subject }) {
  const { job } = useJob();
  if (scope.of === 'supply') return <>The whole installation</>;
  if (scope.of === 'board') return <>{job.boards.get(scope.id)?.name ?? 'Board'}, whole</>;
  const way = job.ways.get(scope.id);
  return (
    <>
      Way {way?.number} {way?.description ?? ''}
    </>
  );
}

const input = 'min-h-10 w-full rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11';

function BeginForm({ record }: { record: (entry: NewEntry) => boolean }) {
  const { job } = useJob();
  const [form, setForm] = useState({ scope: 'supply', permission: '', told: '', device: 'Main switch', lockable: true, doublePole: true, lock: '', notice: false, indicator: '', provingUnit: '' });
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const scopeOf = (text: string): Subject => (text === 'supply' ? { of: 'supply' } : text.startsWith('board:') ? { of: 'board', id: text.slice(6) } : { of: 'way', id: text.slice(4) });
  const indicators = [...job.instruments.values()];
  const indicatorId = form.indicator || (indicators.find((i) => /indicator/i.test(i.name))?.instrumentId ?? '');
  const lacking = [!form.permission.trim() && 'who permits it', !form.device.trim() && 'the device', !form.provingUnit.trim() && 'the proving unit or source'].filter(Boolean);
  const begin = () =>
    record({
      kind: 'isolation.begun',
      body: {
        isolationId: v7(), scope: scopeOf(form.scope), permission: form.permission.trim(), told: form.told.trim() || null, device: form.device.trim(), lockable: form.lockable, doublePole: form.doublePole,
        lock: form.lock.trim() || null, notice: form.notice, indicatorId: indicatorId || null, provingUnit: form.provingUnit.trim(), phases: job.supply.liveConductors === 'three-phase' ? 'three' : 'single',
      },
    });
  const check = (key: 'lockable' | 'doublePole' | 'notice', label: string) => (
    <label className="flex min-h-9 items-center gap-2 text-sm max-md:min-h-11">
      <input type="checkbox" className="size-4" checked={form[key]} onChange={(e) => set({ [key]: e.target.checked })} />
      {label}
    </label>
  );
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (lacking.length === 0) begin();
      }}
    >
      <p className="margin-line pl-3 text-sm">A two-pole voltage indicator with proving unit; not a neon screwdriver, a non-contact pen or a multimeter. Unload the board first; main switch last.</p>
      <div className="grid gap-3 sm:grid-cols-2">
        <label className="text-sm font-semibold">
          What is isolated
          <select className={`${input} font-normal`} value={form.scope} onChange={(e) => set({ scope: e.target.value })}>
            <option value="supply">The whole installation</option>
            {[...job.boards.values()].map((board) => (
              <option key={board.id} value={`board:${board.id}`}>
                {board.name ?? 'Board'}, whole
              </option>
            ))}
            {[...job.ways.values()].map((way) => (
              <option key={way.id} value={`way:${way.id}`}>
                Way {way.number} {way.description ?? ''}
              </option>
            ))}
          </select>
        </label>
        <label className="text-sm font-semibold">
          Permission from
          <input className={`${input} font-normal`} maxLength={200} value={form.permission} onChange={(e) => set({ permission: e.target.value })} />
        </label>
        <label className="text-sm font-semibold">
          Told who is affected
          <input className={`${input} font-normal`} maxLength={200} value={form.told} onChange={(e) => set({ told: e.target.value })} />
        </label>
        <label className="text-sm font-semibold">
          Device
          <input className={`${input} font-normal`} maxLength={200} value={form.device} onChange={(e) => set({ device: e.target.value })} />
        </label>
        <label className="text-sm font-semibold">
          Lock number
          <input className={`${input} font-normal`} maxLength={200} value={form.lock} onChange={(e) => set({ lock: e.target.value })} />
        </label>
        <label className="text-sm font-semibold">
          Indicator
          <select className={`${input} font-normal`} value={indicatorId} onChange={(e) => set({ indicator: e.target.value })}>
            <option value="">none brought</option>
            {indicators.map((i) => (
              <option key={i.instrumentId} value={i.instrumentId}>
                {i.name}, {i.serial}
              </option>
            ))}
          </select>
        </label>
        <label className="text-sm font-semibold">
          Proving unit or known source
          <input className={`${input} font-normal`} maxLength={200} value={form.provingUnit} onChange={(e) => set({ provingUnit: e.target.value })} />
        </label>
        <div>
          {check('lockable', 'The device can be locked off')}
          {check('doublePole', 'It opens line and neutral')}
          {check('notice', 'A notice is posted')}
        </div>
      </div>
      <Hazards doublePole={form.doublePole} />
      <Button type="submit" look="next" disabled={lacking.length > 0} className="min-h-11">
        Begin
      </Button>
      {lacking.length > 0 && <span className="pl-3 text-sm text-faint">Still: {lacking.join(', ')}</span>}
    </form>
  );
}

function Hazards({ doublePole }: { doublePole: boolean }) {
  const { job } = useJob();
  const hazards = isolationHazards(job.supply, [...job.ways.values()], { doublePole });
  if (hazards.length === 0) return null;
  return (
    <ul aria-label="Hazards here" className="space-y-1 border-l-4 border-ink pl-3 text-sm">
      {hazards.map((hazard) => (
        <li key={hazard}>{hazard}</li>
      ))}
    </ul>
  );
}

function Procedure({ isolation, record }: { isolation: IsolationRecord; record: (entry: NewEntry) => boolean }) {
  const { job } = useJob();
  const { begun } = isolation;
  const state = isolationState(isolation);
  const [place, setPlace] = useState('At the board');
  const read = (step: 'prove' | 'test' | 're-prove', pair: string | null, volts: number) => record({ kind: 'isolation.read', body: { isolationId: begun.isolationId, step, pair, place: place.trim() || null, volts } });
  const end = (why: 'restored' | 'left site' | 'long break') => record({ kind: 'isolation.ended', body: { isolationId: begun.isolationId, why, note: null } });
  const stopped = state.state === 'stop: not dead' || state.state === 'void';
  return (
    <div className="space-y-4">
      <p>
        <strong>
          <ScopeName scope={begun.scope} />
        </strong>
        , {begun.device}
        {begun.lock && `, lock ${begun.lock}`}. <span className="text-sm text-faint">Permission: {begun.permission}. {begun.indicatorId && `${job.instruments.get(begun.indicatorId)?.serial ?? ''}, `}{begun.provingUnit}.</span>
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
        Where the indicator is put
        <input className={`${input} font-normal sm:max-w-72`} maxLength={200} value={place} onChange={(e) => setPlace(e.target.value)} />
      </label>
      <ol className="border-t border-rule-strong">
        <Step number={1} title="Prove the indicator" active={state.state === 'prove the indicator' || state.state === 'void'} done={!['prove the indicator', 'void'].includes(state.state)}>
          <VoltsField label="It showed" usual="230" onRecord={(volts) => read('prove', null, volts)} />
        </Step>
        <Step number={2} title="Test every pair dead" active={state.state === 'test dead' || state.state === 'stop: not dead'} done={state.pairsLeft.length === 0 && !stopped}>
          <ul className="grid gap-x-6 sm:grid-cols-2">
            {pairsFor(begun.phases).map((pair) => (
              <li key={pair}>
                <VoltsField label={pair} usual="0" last={isolation.reads.findLast((r) => r.step === 'test' && r.pair === pair)?.volts ?? null} onRecord={(volts) => read('test', pair, volts)} />
              </li>
            ))}
          </ul>
        </Step>
        <Step number={3} title="Prove the indicator again" active={state.state === 're-prove the indicator'} done={state.state === 'proved dead'}>
          <VoltsField label="It showed again" usual="230" onRecord={(volts) => read('re-prove', null, volts)} />
        </Step>
      </ol>
      {!job.issued && (
        <div className="flex flex-wrap gap-2">
          <Button className="min-h-11" onClick={() => end('restored')}>
            Supply restored
          </Button>
          <Button className="min-h-11" onClick={() => end('left site')}>
            I left the site
          </Button>
          <Button className="min-h-11" onClick={() => end('long break')}>
            A long break
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

function Step({ number, title, active, done, children }: { number: number; title: string; active: boolean; done: boolean; children: React.ReactNode }) {
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
function VoltsField({ label, usual, last = null, onRecord }: { label: string; usual: string; last?: number | null; onRecord: (volts: number) => boolean }) {
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const record = (typed: string) => {
    if (!/^\d{1,3}(\.\d)?$/.test(typed.trim())) return setProblem(`“${typed}” is not a voltage: what did it show, in volts?`);
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
        <input className="min-h-11 w-20 rounded-md border border-rule-strong bg-sheet px-2 text-right" inputMode="decimal" value={text} onChange={(e) => setText(e.target.value)} aria-invalid={problem !== null} />
        V
      </label>
      <button type="button" className="min-h-11 rounded-md border border-rule-strong px-3 font-semibold hover:bg-hover" aria-label={`${label}: ${usual} volts`} onClick={() => record(usual)}>
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

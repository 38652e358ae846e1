'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { v7 } from 'uuid';
import { adviseCode } from '../../core/inspection/code-advice';
import { checkDescription } from '../../core/inspection/description';
import { type Code, codeMeaning, codes } from '../../core/inspection/outcome';
import type { Observation } from '../../core/ledger/job';
import type { BodyOf } from '../../core/ledger/kinds';
import { Button } from '../../ui/button';
import { usePlace } from '../job/place';
import { useJob } from '../ledger/job-provider';
import { showMoment } from '../ledger/struck-readings';
import { type Answers, CodeAdvice, useFinding } from './code-advice';
import { CodeBadge } from './code-badge';

type Fields = BodyOf<'observation.noted'>['fields'];
type Form = Omit<Fields, 'code'> & { readonly code: Code | null; readonly id: string | null };

const blank: Form = { id: null, what: '', where: '', why: '', code: null, item: null, wayId: null, regulation: null, livePartsAccessible: false, codeReason: null };

/** Findings as ledger rows, and the one being written beside them. */
export function ObservationsStage() {
  const { job, append, pack } = useJob();
  const { query } = usePlace();
  const asked = { item: query.get('item'), code: codes.find((code) => code === query.get('code')) ?? null };
  const [form, setForm] = useState<Form>({ ...blank, what: (query.get('what') ?? '').slice(0, 400), wayId: job.ways.has(query.get('way') ?? '') ? query.get('way') : null, item: pack.inspectionEicr.some((row) => row.item === asked.item) ? asked.item : null, code: asked.code });
  const edit = (observation: Observation) => {
    const { id, what, where, why, code, item, wayId, regulation, livePartsAccessible, codeReason } = observation;
    setForm({ id, what, where, why, code, item, wayId, regulation, livePartsAccessible, codeReason });
  };
  const strike = (observation: Observation) => {
    const outcome = append([{ kind: 'entry.struck', body: { entryId: observation.entryId, why: 'Not an observation after all' } }]);
    toast(outcome.ok ? `Observation ${observation.number} struck. Undo brings it back.` : outcome.reason);
  };
  return (
    <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[1fr_28rem]">
      <section aria-labelledby="findings">
        <h1 id="findings" className="border-b border-rule-strong pb-1 text-xl">
          Findings
        </h1>
        {job.observations.length === 0 && <p className="py-4 text-faint">None noted. Write the first one beside this.</p>}
        <ol>
          {job.observations.map((observation) => {
            const way = observation.wayId ? job.ways.get(observation.wayId) : undefined;
            return (
              <li key={observation.id} id={`observation-${observation.id}`} className="grid scroll-mt-40 grid-cols-[1.5rem_3rem_1fr] gap-x-3 border-b border-rule py-3">
                <span className="text-right text-faint">{observation.number}</span>
                <span>
                  <CodeBadge code={observation.code} />
                </span>
                <div>
                  <p className="font-semibold">{observation.what}</p>
                  <p className="text-sm">
                    {observation.where}
                    {way && ` · circuit ${way.number} ${way.description ?? ''}`}
                    {observation.item && ` · item ${observation.item}`}
                    {observation.regulation && ` · ${observation.regulation}`}
                  </p>
                  <p className="text-sm text-faint">{observation.why}</p>
                  {!job.issued && (
                    <p className="-ml-1 flex gap-4">
                      <Button look="quiet" onClick={() => edit(observation)}>
                        Change
                      </Button>
                      <Button look="quiet" onClick={() => strike(observation)}>
                        Strike
                      </Button>
                    </p>
                  )}
                </div>
              </li>
            );
          })}
        </ol>
        <StruckObservations />
      </section>
      {!job.issued && <ObservationForm key={form.id ?? 'new'} form={form} setForm={setForm} />}
    </div>
  );
}

function StruckObservations() {
  const { job, people } = useJob();
  const struck = [...job.entries.values()].filter((entry) => entry.kind === 'observation.noted' && job.strikes.has(entry.id));
  if (struck.length === 0) return null;
  return (
    <ul aria-label="Struck observations" className="pt-3 text-sm text-faint">
      {struck.map((entry) => {
        const strike = job.strikes.get(entry.id);
        return (
          <li key={entry.id}>
            <s>{entry.kind === 'observation.noted' ? entry.body.fields.what : ''}</s> {strike && `${strike.why}: ${people[strike.by.madeBy] ?? ''}, ${showMoment(strike.by.madeAt)}`}
          </li>
        );
      })}
    </ul>
  );
}

function ObservationForm({ form, setForm }: { form: Form; setForm: (form: Form) => void }) {
  const { job, pack, append } = useJob();
  const set = (part: Partial<Form>) => setForm({ ...form, ...part });
  const input = 'min-h-9 w-full rounded-md border border-rule-strong bg-sheet px-2';
  const { code } = form;
  const [answers, setAnswers] = useState<Answers>({});
  const finding = useFinding(form.what);
  const proposed = finding ? adviseCode(finding, answers).code : null;
  const differs = proposed !== null && code !== null && code !== proposed;
  const lacking = [!form.what.trim() && 'what', !form.where.trim() && 'where', !form.why.trim() && 'why it matters', !code && 'the code', differs && !form.codeReason?.trim() && 'why this code'].filter(Boolean);
  const said = [form.what, form.where].map((text) => text.trim()).filter(Boolean);
  const { questions } = checkDescription([...said, form.wayId ? `circuit ${job.ways.get(form.wayId)?.number}` : ''].join('; '));
  const record = () => {
    if (!code) return;
    const { id, ...fields } = form;
    const outcome = append([{ kind: 'observation.noted', body: { observationId: id ?? v7(), fields: { ...fields, what: form.what.trim(), where: form.where.trim(), why: form.why.trim(), code, codeReason: differs ? form.codeReason?.trim() || null : null } } }]);
    if (!outcome.ok) return toast(outcome.reason);
    setForm(blank);
    setAnswers({});
  };
  const take = (given: Answers) => {
    setAnswers(given);
    const next = finding ? adviseCode(finding, given).code : null;
    if (next !== null && next !== 'none') set({ code: next });
  };
  return (
    <section aria-labelledby="write" className="margin-line h-fit space-y-2 pl-4 lg:sticky lg:top-36">
      <h2 id="write" className="text-lg">
        {form.id ? 'Change the observation' : 'Write an observation'}
      </h2>
      <CodeAdvice item={form.item} what={form.what} answers={answers} answer={take} choose={(row) => set({ what: row.finding, item: row.item, regulation: row.regulations || null, code: codes.find((c) => c === row.usual) ?? form.code })} />
      <label className="block text-sm font-semibold">
        What was found
        <textarea rows={2} className={`${input} font-normal`} value={form.what} onChange={(e) => set({ what: e.target.value })} />
      </label>
      <label className="block text-sm font-semibold">
        Where
        <input className={`${input} font-normal`} value={form.where} maxLength={200} onChange={(e) => set({ where: e.target.value })} />
      </label>
      {said.length > 0 && questions.length > 0 && (
        <ul aria-label="Not found in the description" className="text-sm text-faint">
          {questions.map((question) => (
            <li key={question}>{question}</li>
          ))}
        </ul>
      )}
      <label className="block text-sm font-semibold">
        Why it matters
        <textarea rows={2} className={`${input} font-normal`} value={form.why} onChange={(e) => set({ why: e.target.value })} />
      </label>
      <div className="grid grid-cols-2 gap-2">
        <label className="block text-sm font-semibold">
          Inspection item
          <select className={`${input} font-normal`} value={form.item ?? ''} onChange={(e) => set({ item: e.target.value || null })}>
            <option value="">none fits</option>
            {pack.inspectionEicr.map((row) => (
              <option key={row.item} value={row.item}>
                {row.item} {row.confirm}
              </option>
            ))}
          </select>
        </label>
        <label className="block text-sm font-semibold">
          Circuit
          <select className={`${input} font-normal`} value={form.wayId ?? ''} onChange={(e) => set({ wayId: e.target.value || null })}>
            <option value="">none</option>
            {[...job.ways.values()].map((way) => (
              <option key={way.id} value={way.id}>
                {way.number} {way.description ?? ''}
              </option>
            ))}
          </select>
        </label>
      </div>
      <fieldset>
        <legend className="text-sm font-semibold">Code</legend>
        <div className="grid grid-cols-4 gap-1">
          {codes.map((each) => (
            <button key={each} type="button" aria-pressed={code === each} onClick={() => set({ code: each })} className={`min-h-11 rounded-md border px-1 font-semibold ${code === each ? 'border-ink bg-ink text-paper' : 'border-rule-strong bg-sheet hover:bg-hover'}`}>
              {each}
            </button>
          ))}
        </div>
        {code && (
          <p className="pt-1 text-sm">
            <strong>{codeMeaning[code].title}.</strong> {codeMeaning[code].action}
          </p>
        )}
        {differs && (
          <label className="block pt-1 text-sm font-semibold">
            Why {code} and not {proposed === 'none' ? 'no code' : proposed}
            <input className={`${input} font-normal`} maxLength={200} value={form.codeReason ?? ''} onChange={(e) => set({ codeReason: e.target.value })} />
          </label>
        )}
        {code === 'C1' && (
          <p className="border-l-4 border-ink pl-2 text-sm font-semibold">
            Tell the person in charge at once, ask before isolating, and leave a dated danger notice. The code stays on the report after making safe.
          </p>
        )}
      </fieldset>
      {form.item?.startsWith('1.') && (
        <label className="flex min-h-9 items-center gap-2 text-sm">
          <input type="checkbox" checked={form.livePartsAccessible} onChange={(e) => set({ livePartsAccessible: e.target.checked })} />
          Live parts can be touched at the intake
        </label>
      )}
      <label className="block text-sm font-semibold">
        Regulation
        <input className={`${input} font-normal`} value={form.regulation ?? ''} maxLength={200} onChange={(e) => set({ regulation: e.target.value || null })} />
      </label>
      <div className="flex items-center gap-3 pt-1">
        <Button disabled={lacking.length > 0} onClick={record}>
          {form.id ? 'Record the change' : 'Note it'}
        </Button>
        {form.id && (
          <Button look="quiet" onClick={() => setForm(blank)}>
            Leave it as it was
          </Button>
        )}
        <span className="text-sm text-faint">{lacking.length > 0 && `Still: ${lacking.join(', ')}`}</span>
      </div>
    </section>
  );
}

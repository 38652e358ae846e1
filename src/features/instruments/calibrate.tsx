'use client';

import { useState } from 'react';
import { useFirm } from '../../client/firm-provider';
import { readDay, showDay } from '../../core/words/day';
import { dayAfter } from '../../core/words/week';
import { Button } from '../../ui/button';
import { DateField } from '../../ui/date-field';
import { FileField } from '../../ui/file-field';
import { FormField, FormProblem } from '../../ui/form-field';
import { useRecord } from '../house/use-record';

const hex = (bytes: ArrayBuffer): string =>
  [...new Uint8Array(bytes)].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** Sends a certificate; answers its hash, or what is wrong. */
async function keep(file: File): Promise<{ sha256: string; name: string } | string> {
  const bytes = await file.arrayBuffer();
  const sha256 = hex(await crypto.subtle.digest('SHA-256', bytes));
  const answer = await fetch(`/api/firm/files/${sha256}`, { method: 'PUT', body: bytes }).catch(() => null);
  if (!answer) return 'No connection. The file was not saved. Try again when online, or leave it out.';
  if (answer.ok) return { sha256, name: file.name.slice(0, 200) };
  const said = (await answer.json().catch(() => ({}))) as { problem?: string };
  return said.problem ?? 'The file was not saved.';
}

/** Calibrations with their certificates, and a new one. */
export function Calibrate({ instrumentId, today }: { readonly instrumentId: string; readonly today: string }) {
  const { firm } = useFirm();
  const record = useRecord();
  const [on, setOn] = useState<string | null>(today);
  const [nextDueOn, setNextDueOn] = useState<string | null>(dayAfter(today, 365));
  const [by, setBy] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const own = firm.calibrations.filter((each) => each.instrumentId === instrumentId);
  const save = async () => {
    if (!on || !nextDueOn) return setProblem('Enter the calibration date and the next one.');
    setBusy(true);
    setProblem(null);
    const kept = file ? await keep(file) : null;
    setBusy(false);
    if (typeof kept === 'string') return setProblem(kept);
    if (record({ kind: 'calibration.made', body: { instrumentId, on, nextDueOn, by, file: kept } })) {
      setFile(null);
      setBy('');
    }
  };
  return (
    <section aria-labelledby="calibrations">
      <h2 id="calibrations" className="border-b border-rule-strong pb-1 text-xl">
        Calibrations
      </h2>
      <ul>
        {[...own].reverse().map((each) => (
          <li key={each.id} className="border-b border-rule py-1.5 text-sm">
            <strong>{showDay(each.on)}</strong>
            {each.by && `, by ${each.by}`}; next {showDay(each.nextDueOn)}
            {each.file && (
              <>
                {'; '}
                <a
                  href={`/api/firm/files/${each.file.sha256}`}
                  download={each.file.name}
                  className="underline underline-offset-4"
                >
                  {each.file.name}
                </a>
              </>
            )}
          </li>
        ))}
      </ul>
      <form
        className="space-y-2 pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2 text-sm">
          <span className="flex items-center gap-2">
            Date <DateField label="Calibrated on" value={on} read={readDay} onChange={setOn} />
          </span>
          <span className="flex items-center gap-2">
            next <DateField label="Next calibration" value={nextDueOn} read={readDay} onChange={setNextDueOn} />
          </span>
        </div>
        <FormField
          label="Laboratory"
          placeholder="laboratory"
          value={by}
          onChange={(event) => setBy(event.currentTarget.value)}
        />
        <label className="block text-sm">
          <span className="block pb-1 font-semibold">Certificate, PDF or picture</span>
          <FileField accept="application/pdf,image/jpeg,image/png" take={setFile} />
        </label>
        {problem && <FormProblem>{problem}</FormProblem>}
        <Button type="submit" disabled={busy}>
          {busy ? 'Sending…' : 'Save calibration'}
        </Button>
      </form>
    </section>
  );
}

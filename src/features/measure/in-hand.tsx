'use client';

import { useCallback, useEffect, useId, useMemo, useState } from 'react';
import { parseExact } from '../../core/quantity/exact';
import { Select } from '../../ui/select';
import { useJob } from '../../client/job-provider';
import { isolationState } from '../../core/work/isolation';
import { type InHand, emptyHanded, inHandSchema } from '../../core/work/in-hand';

/** The instrument and lead null in use on this device for this job; the first instrument brought until another is picked. */
export function useInHand(): [InHand, (change: Partial<InHand>) => void] {
  const jobId = useJob((here) => here.jobId);
  const instruments = useJob((here) => here.job.instruments);
  const [held, setHeld] = useState<InHand>(emptyHanded);
  const key = `orange-ledger-in-hand-${jobId}`;
  useEffect(() => {
    try {
      setHeld(inHandSchema.parse(JSON.parse(localStorage.getItem(key) ?? '{}')));
    } catch {
      setHeld(emptyHanded);
    }
  }, [key]);
  const change = useCallback(
    (part: Partial<InHand>) =>
      setHeld((before) => {
        const next = { ...before, ...part };
        localStorage.setItem(key, JSON.stringify(next));
        return next;
      }),
    [key],
  );
  const first = [...instruments.keys()][0] ?? null;
  const known = held.instrumentId && instruments.has(held.instrumentId) ? held.instrumentId : first;
  return [useMemo(() => ({ ...held, instrumentId: known }), [held, known]), change];
}

/** One quiet line: which instrument, which lead null, which insulation test voltage. */
export function InHandLine({
  inHand,
  change,
  live = false,
}: {
  inHand: InHand;
  change: (part: Partial<InHand>) => void;
  /** Only what live tests need. */
  live?: boolean;
}) {
  const instruments = useJob(({ job }) => job.instruments);
  const isIsolated = useJob(({ job }) => job.isolations.some((record) => isolationState(record).inForce));
  const id = useId();
  const [nullText, setNullText] = useState(inHand.leadNullOhms ?? '');
  useEffect(() => setNullText(inHand.leadNullOhms ?? ''), [inHand.leadNullOhms]);
  const look = 'min-h-8 rounded-md border border-rule bg-sheet px-1.5 text-sm';
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <span className="flex items-center gap-1.5">
        <span className="text-faint">Instrument</span>
        <Select
          label="Instrument"
          className="max-w-64 text-sm"
          value={inHand.instrumentId}
          placeholder="none"
          onChange={(instrumentId) => change({ instrumentId, leadNullOhms: null })}
          options={[...instruments.values()].map((each) => ({
            value: each.instrumentId,
            label: `${each.name}, ${each.serial}`,
          }))}
        />
      </span>
      {!live && (
        <>
          <label className="flex items-center gap-1.5" htmlFor={id}>
            <span className="text-faint">Lead null</span>
            <input
              id={id}
              className={`${look} w-16 text-right`}
              inputMode="decimal"
              placeholder="none"
              value={nullText}
              onChange={(e) => setNullText(e.target.value)}
              onBlur={() => {
                const ok = nullText.trim() === '' || (parseExact(nullText.trim())?.numerator ?? -1n) >= 0n;
                if (nullText.trim() === (inHand.leadNullOhms ?? '')) return;
                if (ok)
                  change({
                    leadNullOhms: nullText.trim() || null,
                    nulledAt: nullText.trim() ? new Date().toISOString() : null,
                  });
                else setNullText(inHand.leadNullOhms ?? '');
              }}
            />
            Ω
          </label>
          <span className="flex items-center gap-1.5">
            <span className="text-faint">IR at</span>
            <Select
              label="IR at"
              className="text-sm"
              value={String(inHand.testVolts ?? 500)}
              onChange={(volts) => change({ testVolts: Number(volts) })}
              options={['250', '500', '1000'].map((value) => ({ value, label: `${value} V` }))}
            />
          </span>
        </>
      )}
      {!live && !isIsolated && (
        <label className="flex items-center gap-1.5">
          <span className="text-faint">No isolation in force: reason</span>
          <input
            className={`${look} w-44`}
            maxLength={200}
            placeholder="required for dead tests"
            defaultValue={inHand.isolationWhy ?? ''}
            onBlur={(e) => change({ isolationWhy: e.target.value.trim() || null })}
          />
        </label>
      )}
    </div>
  );
}

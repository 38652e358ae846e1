'use client';

import Link from 'next/link';
import { useFirm } from '../../client/firm-provider';
import { type Doubt, boundsOf, checksOf, doubtsOf, outOf, references } from '../../core/firm/accuracy';
import { showDay, showDayShort } from '../../core/words/day';
import { showMoment } from '../../core/words/moment';
import type { Leaning } from '../../server/instruments';
import { FirmSending } from '../house/firm-sending';
import { Accuracy } from './accuracy';
import { Calibrate } from './calibrate';
import { DriftChart } from './drift-chart';
import { MonthlyCheck } from './monthly-check';

type Props = { readonly instrumentId: string; readonly today: string; readonly leaning: readonly Leaning[] };

/** One instrument: whether it is sound, its checks and how they drift, its calibrations, and what leans on it. */
export function InstrumentPage({ instrumentId, today, leaning }: Props) {
  const { firm } = useFirm();
  const instrument = firm.instruments.get(instrumentId);
  if (!instrument) return null;
  const checks = checksOf(firm, instrumentId);
  const doubts = doubtsOf(firm, instrumentId);
  const stated = firm.accuracies.get(instrumentId) ?? {};
  const drifts = references.flatMap((reference) => {
    const points = checks.flatMap(({ on, readings }) =>
      readings
        .filter(({ against }) => against === reference.id)
        .map(({ shown }) => ({ at: showDayShort(on).slice(0, -5), value: Number(shown) })),
    );
    return points.length > 0 ? [{ reference, points, bounds: boundsOf(reference, checks, stated) }] : [];
  });
  return (
    <>
      <FirmSending title={`${instrument.name}, ${instrument.serial}`} />
      <p className="text-faint">
        {instrument.sort}; calibrated {instrument.calibratedOn ? showDay(instrument.calibratedOn) : 'date not recorded'}
        {instrument.nextDueOn && `, due ${showDay(instrument.nextDueOn)}`}
        {instrument.retired && `; withdrawn: ${instrument.retired}`}
      </p>
      {doubts.length > 0 && <InDoubt doubts={doubts} leaning={leaning} />}
      <div className="grid gap-x-10 gap-y-8 pt-4 lg:grid-cols-2">
        <div className="space-y-8">
          <MonthlyCheck instrumentId={instrumentId} today={today} />
          <section aria-labelledby="checks">
            <h2 id="checks" className="border-b border-rule-strong pb-1 text-xl">
              Checks <span className="text-base text-faint">{checks.length}</span>
            </h2>
            {checks.length === 0 && <p className="py-2 text-sm text-faint">None yet.</p>}
            <ul>
              {[...checks].reverse().map((check) => {
                const out = outOf(firm, check);
                return (
                  <li key={check.id} className="border-b border-rule py-1.5 text-sm">
                    <strong>{showDay(check.on)}</strong>{' '}
                    {out.length === 0 ? '✓ in range' : `✗ out: ${out.map(({ name }) => name).join(', ')}`}
                    <span className="block text-faint">
                      {check.readings.map(({ against, shown }) => `${against} ${shown}`).join(' · ')}
                      {check.note && `; ${check.note}`}
                    </span>
                  </li>
                );
              })}
            </ul>
          </section>
        </div>
        <div className="space-y-8">
          {drifts.length > 0 && (
            <section aria-labelledby="drift">
              <h2 id="drift" className="border-b border-rule-strong pb-1 text-xl">
                Drift
              </h2>
              <div className="grid gap-3 pt-2 sm:grid-cols-2">
                {drifts.map(({ reference, points, bounds }) => (
                  <DriftChart
                    key={reference.id}
                    name={reference.name}
                    unit={reference.unit}
                    points={points}
                    bounds={bounds}
                  />
                ))}
              </div>
            </section>
          )}
          <Calibrate instrumentId={instrumentId} today={today} />
          <Accuracy instrumentId={instrumentId} />
        </div>
      </div>
    </>
  );
}

/** Since when it is not to be relied on, and what leans on it. */
function InDoubt({ doubts, leaning }: { readonly doubts: readonly Doubt[]; readonly leaning: readonly Leaning[] }) {
  const readings = leaning.reduce((all, each) => all + each.readings, 0);
  return (
    <section aria-labelledby="doubt" className="mt-3 border-y-2 border-ink py-2">
      <h2 id="doubt" className="text-xl">
        ✗ Out of tolerance
      </h2>
      <ul className="text-sm">
        {doubts.map((doubt) => (
          <li key={`${doubt.function} ${doubt.since}`}>
            <strong>{doubt.function}</strong>: {doubt.because}. From{' '}
            {doubt.since ? showMoment(new Date(doubt.since)) : 'the beginning'}{' '}
            {doubt.until ? `to ${showMoment(new Date(doubt.until))}` : 'on, until a check or a calibration passes'}
          </li>
        ))}
      </ul>
      <h3 className="pt-2 text-lg">
        {readings === 0 ? 'No readings are affected' : `${readings} readings in ${leaning.length} jobs are affected`}
      </h3>
      <ul>
        {leaning.map(({ jobId, reference, siteAddress, readings: count, documents }) => (
          <li key={jobId} className="border-t border-rule py-1.5 text-sm">
            <Link href={`/jobs/${jobId}/circuits`} className="font-semibold underline underline-offset-4">
              {reference}
            </Link>{' '}
            {siteAddress.split('\n').join(', ')}: {count} reading{count === 1 ? '' : 's'}
            {documents.map(({ issueId, number }) => (
              <span key={issueId}>
                {'; '}
                <Link href={`/documents/${issueId}`} className="underline underline-offset-4">
                  {number}
                </Link>{' '}
                carries them
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

'use client';

import type { ReactNode } from 'react';
import type { Point } from '../../../core/installation/point';
import type { Way } from '../../../core/installation/way';
import type { RingReadings } from '../../../core/tests/ring/evidence';
import type { RingExplanation, RingReport } from '../../../core/tests/ring/explain';
import { slotAt } from '../../../core/installation/slot';
import { step2NeutralCpc, step3NeutralCpc } from '../../../core/tests/ring/slots';
import { stageAddress } from '../../workspace/address';
import { linkLook } from '../../../ui/button';
import { JobLink } from '../../workspace/place';
import { useJob } from '../../../client/job-provider';
import { BenchCell } from '../frame/bench-cell';

type Props = {
  report: RingReport | null | undefined;
  way: Way;
  points: readonly Point[];
  readings: RingReadings;
  children: ReactNode;
};

/** What the readings come to: explanations with their reasons, and what to try next where two explain them equally. */
export function RingDiagnosis({ report, way, points, readings, children }: Props) {
  return (
    <section aria-labelledby="comes-to" aria-live="polite" className="margin-line h-fit space-y-3 pl-4">
      <h2 id="comes-to" className="text-lg">
        What it comes to
      </h2>
      {report === undefined && <p className="text-sm text-faint">Working it out…</p>}
      {report === null && (
        <p className="text-sm text-faint">Four readings or more: ends, then step 2 and step 3 at the points.</p>
      )}
      {report && (
        <>
          {!report.confident && <p className="text-sm font-semibold">More than one explanation fits about as well.</p>}
          <ol className="space-y-3">
            {report.explanations.map((explanation, rank) => (
              <Explained key={explanation.kind} explanation={explanation} leads={rank === 0} way={way} />
            ))}
          </ol>
          {report.cable && <p className="border-t border-rule pt-2 text-sm">{report.cable}</p>}
          {report.next.length > 0 && (
            <div className="border-t border-rule pt-2">
              <h3 className="text-sm">Try next</h3>
              <ul className="text-sm">
                {report.next.slice(0, 4).map((next) => (
                  <li key={`${next.socket} ${next.step} ${next.pair}`} className="py-0.5">
                    <strong>
                      {next.step === 'same side' ? 'Same side' : `Step ${next.step}`}, {next.pair}
                      {next.socket ? ` at point ${next.socket}` : ''}
                    </strong>
                    : {next.why}
                    {next.socket && next.pair === 'N–CPC' && points[next.socket - 1] && (
                      <BenchCell
                        slot={slotAt(
                          { of: 'point', id: points[next.socket - 1]?.id ?? '' },
                          next.step === 2 ? step2NeutralCpc : step3NeutralCpc,
                        )}
                        label={`step ${next.step} ${next.pair}, point ${next.socket} ${points[next.socket - 1]?.name ?? ''}`}
                        sequence={9000 + next.socket}
                        row={500 + next.socket}
                        column={0}
                      />
                    )}
                  </li>
                ))}
              </ul>
            </div>
          )}
        </>
      )}
      <p className="text-xs text-faint">
        {readings.step2.filter((r) => r !== null).length + readings.step3.filter((r) => r !== null).length} of{' '}
        {2 * readings.sockets} readings at points.
      </p>
      {children}
    </section>
  );
}

function Explained({ explanation, leads, way }: { explanation: RingExplanation; leads: boolean; way: Way }) {
  const { jobId, isSealed } = useJob();
  const what = encodeURIComponent(
    `${explanation.title}${explanation.place ? `, ${explanation.place}` : ''}, on the ring of way ${way.number}`,
  );
  return (
    <li className={leads ? '' : 'text-sm text-faint'}>
      <p className={leads ? 'text-base font-semibold' : ''}>
        {explanation.title}
        {explanation.place && ` ${explanation.place}`}{' '}
        <span className="font-normal text-faint">{Math.round(100 * explanation.share)} %</span>
      </p>
      {leads && (
        <>
          <ul className="text-sm">
            {explanation.reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
          <p className="pt-1 text-sm font-semibold">{explanation.action}</p>
          {explanation.observation && !isSealed && (
            <JobLink
              href={`${stageAddress(jobId, 'observations')}?item=${explanation.observation.item}&code=${explanation.observation.code ?? ''}&way=${way.id}&what=${what}`}
              className={`${linkLook('plain')} mt-2`}
            >
              Write the observation
            </JobLink>
          )}
        </>
      )}
    </li>
  );
}

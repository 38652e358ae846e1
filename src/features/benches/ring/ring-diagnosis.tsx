'use client';

import type { ReactNode } from 'react';
import type { Point } from '../../../core/installation/point';
import type { Way } from '../../../core/installation/way';
import type { RingReadings } from '../../../core/measurements/ring/evidence';
import type { RingExplanation, RingReport, RingTry } from '../../../core/measurements/ring/explain';
import { slotAt } from '../../../core/installation/slot';
import {
  sameSide,
  step2LineCpc,
  step2NeutralCpc,
  step3LineNeutral,
  step3NeutralCpc,
} from '../../../core/measurements/ring/slots';
import { findingAddress } from '../../workspace/address';
import { linkLook } from '../../../ui/button';
import { Disclosure } from '../../../ui/disclosure';
import { JobLink } from '../../workspace/place';
import { useJob } from '../../../client/job-provider';
import { Cell } from '../../measure/cell';

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
        Diagnosis
      </h2>
      {report === undefined && <p className="text-sm text-faint">Calculating…</p>}
      {report === null && (
        <p className="text-sm text-faint">Four readings or more: ends, then step 2 and step 3 at the points.</p>
      )}
      {report && (
        <>
          <ol className="space-y-3">
            {report.explanations
              .filter(({ leads }) => leads)
              .map((explanation) => (
                <Explained key={`${explanation.kind} ${explanation.place}`} explanation={explanation} way={way} />
              ))}
          </ol>
          {report.explanations.some(({ leads }) => !leads) && (
            <div className="border-t border-rule pt-2 text-sm text-faint">
              <h3>Other explanations</h3>
              <ol>
                {report.explanations
                  .filter(({ leads }) => !leads)
                  .map(({ kind, title, place, standing }) => (
                    <li key={`${kind} ${place}`}>
                      {title}
                      {place && ` ${place}`}: {standing}
                    </li>
                  ))}
              </ol>
            </div>
          )}
          <Disclosure summary={<span className="text-xs underline underline-offset-4">Figures</span>}>
            <ul className="text-xs text-faint">
              {report.explanations.map(({ kind, title, place, share }) => (
                <li key={`${kind} ${place}`}>
                  {sharePercent(share)} {title}
                  {place && ` ${place}`}
                </li>
              ))}
              <li>
                {report.read.sockets} of {report.read.of} sockets read in both steps; the readings scatter by about{' '}
                {report.scatterOhms.toFixed(3)} Ω.
              </li>
            </ul>
          </Disclosure>
          {report.cable && <p className="border-t border-rule pt-2 text-sm">{report.cable}</p>}
          {report.next.length > 0 && (
            <div className="border-t border-rule pt-2">
              <h3 className="text-sm">Next reading to take</h3>
              <ul className="text-sm">
                {report.next.slice(0, 4).map((next) => (
                  <li key={`${next.socket} ${next.step} ${next.pair}`} className="py-0.5">
                    <strong>
                      {next.step === 'same side' ? 'Same side' : `Step ${next.step}`}, {next.pair}
                      {next.socket ? ` at point ${next.socket}` : ''}
                    </strong>
                    : {next.why}
                    {next.socket && slotOf(next) && points[next.socket - 1] && (
                      <Cell
                        slot={slotAt(
                          { of: 'point', id: points[next.socket - 1]?.id ?? '' },
                          slotOf(next) ?? step2NeutralCpc,
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

/** The slots of pairs that have no column of their own on the bench: filled where they are asked for. */
const pairSlots = {
  '2 N–CPC': step2NeutralCpc,
  '2 L–CPC': step2LineCpc,
  '3 N–CPC': step3NeutralCpc,
  '3 L–N': step3LineNeutral,
  'same side L–N': sameSide,
} as const;
const slotOf = ({ step, pair }: RingTry) =>
  Object.entries(pairSlots).find(([name]) => name === `${step} ${pair}`)?.[1] ?? null;

/** A share of belief is never certainty: at most 99. */
const sharePercent = (share: number): string => `${Math.min(99, Math.round(100 * share))} %`;

function Explained({ explanation, way }: { explanation: RingExplanation; way: Way }) {
  const { jobId, isSealed } = useJob();
  const what = `${explanation.title}${explanation.place ? `, ${explanation.place}` : ''}, on the ring of way ${way.number}`;
  return (
    <li>
      <p className="text-base font-semibold">
        {explanation.title}
        {explanation.place && ` ${explanation.place}`}
      </p>
      <p className="text-sm text-faint">{explanation.standing}</p>
      <ul className="text-sm">
        {explanation.reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      <p className="pt-1 text-sm font-semibold">{explanation.action}</p>
      {explanation.observation && !isSealed && (
        <JobLink
          href={findingAddress(jobId, { ...explanation.observation, way: way.id, what })}
          className={`${linkLook('plain')} mt-2`}
        >
          Add observation
        </JobLink>
      )}
    </li>
  );
}

'use client';

import { useJob } from '../../../client/job-provider';
import { toNumber, toShortest } from '../../../core/quantity/exact';
import { type FaultCurrent, faultCurrentOf, showFaultCurrent } from '../../../core/measurements/origin/fault-current';
import { type Rung, ladderOfDevices } from '../../../core/measurements/origin/ladder';
import { VerdictMark } from '../../workspace/verdict-mark';

const width = 260;

/** Every device from the cut-out to the last way: what it breaks, beside the fault current where it sits. */
export function DeviceLadder() {
  const view = useJob();
  const fault = faultCurrentOf(view);
  const rungs = ladderOfDevices(view);
  const most = Math.max(
    fault ? toNumber(fault.kiloamps) : 0,
    ...rungs.map(({ ratedKiloamps: rated }) => (rated ? toNumber(rated) : 0)),
    6,
  );
  const x = (kiloamps: number) => (width * kiloamps) / (most * 1.05);
  return (
    <section aria-labelledby="ladder">
      <h2 id="ladder" className="border-b border-rule-strong pb-1 text-xl">
        Breaking capacity
      </h2>
      <p className="py-1 text-sm">
        {fault ? (
          <>
            Required: <strong>{showFaultCurrent(fault)}</strong>, {fault.from}.
          </>
        ) : (
          'Measure Ipf first.'
        )}
      </p>
      <ol>
        {rungs.map((rung) => (
          <OneRung key={rung.key} rung={rung} fault={fault} x={x} />
        ))}
      </ol>
      <p className="pt-1 text-xs text-faint">
        ■ rated, once; ▥ service, repeatedly; line: fault current. The mark on the device decides.
      </p>
    </section>
  );
}

function OneRung({ rung, fault, x }: { rung: Rung; fault: FaultCurrent | null; x: (kiloamps: number) => number }) {
  const { name, device, ratedKiloamps: rated, serviceKiloamps: service, judgement } = rung;
  const verdict = judgement?.verdict;
  return (
    <li className={`border-b border-rule py-1 text-sm ${verdict === 'fails' ? 'hatch' : ''}`}>
      <div className="bg-sheet">
        <span className="flex flex-wrap items-baseline gap-x-2">
          <span className="font-semibold">{name}</span>
          <span className="text-faint">{device || 'device?'}</span>
          <span className="ml-auto">
            {rated ? `${toShortest(rated, 1)} kA` : 'mark?'}
            {service && rated && toNumber(service) !== toNumber(rated) ? `, service ${toShortest(service, 1)}` : ''}
          </span>
          {verdict && verdict !== 'unjudged' && <VerdictMark verdict={verdict} />}
        </span>
        <svg viewBox={`0 0 ${width} 12`} preserveAspectRatio="none" className="h-3 w-full max-w-md" aria-hidden>
          {rated && <rect x={0} y={3} width={x(toNumber(rated))} height={6} fill="var(--rule-strong)" />}
          {service && <rect x={0} y={3} width={x(toNumber(service))} height={6} fill="var(--faint)" />}
          {fault && (
            <line
              x1={x(toNumber(fault.kiloamps))}
              x2={x(toNumber(fault.kiloamps))}
              y1={0}
              y2={12}
              stroke="var(--ink)"
              strokeWidth={2}
            />
          )}
        </svg>
      </div>
    </li>
  );
}

'use client';

import { useJob } from '../../../client/job-provider';
import { slotKey } from '../../../core/installation/slot';
import { type BondedService, bondFieldOf, bondedServices, serviceWords } from '../../../core/installation/supply';
import { valueAt } from '../../../core/job/governing';
import { type BondFound, bondFound, bondKey, bondLookWords, bondLooks } from '../../../core/job/kinds/bond';
import { showValue } from '../../../core/quantity/reading-value';
import { judgeSizes } from '../../../core/measurements/continuity/bonding';
import { conductorContinuity } from '../../../core/measurements/continuity/slots';
import { Disclosure } from '../../../ui/disclosure';
import { toast } from '../../../ui/toast';
import { ToggleGroup } from '../../../ui/toggle-group';
import { benchAddress, findingAddress } from '../../workspace/address';
import { JobLink } from '../../workspace/place';
import { VerdictMark } from '../../workspace/verdict-mark';

/** Each bond followed from its clamp to the main earthing terminal: what is seen on the way, its size and its continuity. */
export function BondsFollowed() {
  const { job } = useJob();
  const bonds = bondedServices.filter((service) => job.supply[bondFieldOf[service]] === 'bonded');
  if (bonds.length === 0) return null;
  return (
    <section aria-labelledby="bonds" className="pt-3">
      <h3 id="bonds" className="font-semibold">
        Check each bond from its clamp
      </h3>
      {bonds.map((service) => (
        <Bond key={service} service={service} />
      ))}
      <p className="pt-1 text-xs text-faint">
        Test continuity from the pipe, not from the clamp. Where the service pipe is plastic, test whether the metal
        inside is extraneous.
      </p>
    </section>
  );
}

function Bond({ service }: { service: BondedService }) {
  const view = useJob();
  const { job, jobId, verdicts, pack, append, isSealed } = view;
  const on = { of: 'conductor', to: service } as const;
  const name = serviceWords[service];
  const value = valueAt(view, on, conductorContinuity);
  const judgement = verdicts.get(slotKey(on, conductorContinuity))?.judgement ?? null;
  const size = judgeSizes(pack, job.supply)?.[1]?.judgement ?? null;
  const stands = bondLooks.map((look) => job.bonds.get(bondKey(service, look)) ?? null);
  const left = stands.filter((found) => found === null).length;
  const wrong = stands.filter((found) => found === 'no').length;
  const isNone = judgement?.verdict === 'fails';
  const say = (look: (typeof bondLooks)[number], found: BondFound) => {
    const outcome = append([{ kind: 'bond.followed', body: { service, look, found } }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  const finding = (id: string, read = '') =>
    findingAddress(jobId, { finding: id, where: `Main bonding, ${name}`, read });
  return (
    <Disclosure
      className="border-b border-rule"
      summary={
        <span className="flex flex-wrap items-baseline gap-x-3 text-sm">
          <strong className="capitalize">{name}</strong>
          <span className={wrong > 0 || isNone ? 'font-semibold' : 'text-faint'}>
            {isNone
              ? 'looks bonded, is not'
              : wrong > 0
                ? `${wrong} not right`
                : left > 0
                  ? `${left} to check`
                  : '✓ checked'}
          </span>
          {value && (
            <span className="ml-auto tabular-nums">
              {showValue(value)} Ω {judgement && <VerdictMark verdict={judgement.verdict} />}
            </span>
          )}
        </span>
      }
    >
      <ul className="pb-2 text-sm">
        {bondLooks.map((look, index) => (
          <li key={look} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-0.5">
            <span className="min-w-48 flex-1">{bondLookWords[look].ask}</span>
            <ToggleGroup
              label={`${name}: ${bondLookWords[look].ask}`}
              value={stands[index] ?? null}
              disabled={isSealed}
              onChange={(found) => say(look, found)}
              choices={bondFound.map((each) => ({ value: each, face: each }))}
            />
            {stands[index] === 'no' && !isSealed && (
              <JobLink href={finding(bondLookWords[look].finding)} className="underline underline-offset-4">
                Add observation
              </JobLink>
            )}
          </li>
        ))}
        <li className="py-0.5">
          {size
            ? `Size: ${size.working.at(-1) ?? ''} ${size.limit ? `(${size.limit.source})` : ''}`
            : 'Size: enter the earthing system, tails and bond size.'}
        </li>
        <li className="flex flex-wrap gap-x-3 py-0.5">
          <span className="flex-1">{judgement?.working.at(-1) ?? 'Continuity: not tested yet.'}</span>
          {isNone && !isSealed ? (
            <JobLink
              href={finding('bonding-fake', judgement.working.at(-1) ?? '')}
              className="font-semibold underline underline-offset-4"
            >
              Not bonded: add observation
            </JobLink>
          ) : (
            <JobLink href={benchAddress(jobId, 'continuity')} className="underline underline-offset-4">
              {value ? 'Go to reading' : 'Test it'}
            </JobLink>
          )}
        </li>
      </ul>
    </Disclosure>
  );
}

'use client';

import { useJob } from '../../../client/job-provider';
import { type Measure, type Subject, keyOf, measureKey, slotAt, slotKey } from '../../../core/installation/slot';
import { bondFieldOf, bondedServices, serviceWords } from '../../../core/installation/supply';
import { conductorContinuity, extraneous } from '../../../core/measurements/continuity/slots';
import { faultCurrentOf, showFaultCurrent } from '../../../core/measurements/origin/fault-current';
import {
  electrode,
  ipfLineEarth,
  ipfLineNeutral,
  phaseSequence,
  supplyPolarity,
  supplyVolts,
  voltsLineEarth,
  voltsNeutralEarth,
  voltsTerminal,
  ze,
} from '../../../core/measurements/origin/slots';
import { Disclosure } from '../../../ui/disclosure';
import { capital } from '../../../core/words/capital';
import { Button } from '../../../ui/button';
import { Setup } from '../../measure/setup';
import { ReadingField } from '../../measure/reading-field';

/** What is read at the incoming terminals, and of the earthing and bonding conductors. */
export function OriginReadings() {
  const view = useJob();
  const { supply } = view.job;
  const reading = (measured: Measure) => ({ slot: slotAt({ of: 'supply' }, measured) });
  const continuity = (on: Subject) => ({ slot: slotAt(on, conductorContinuity) });
  const fault = faultCurrentOf(view);
  return (
    <section>
      <div className="border-b border-rule">
        <Setup before={<h1 className="text-xl">Readings at the origin</h1>} />
      </div>
      <p className="margin-line mb-1 pl-3 text-sm">
        Live work at the incoming terminals. Covers off only while reading; fused leads, no one else near. Never
        disconnect an earthing or bonding conductor while anything is energised. Clamp it for current first.
      </p>
      <div>
        <ReadingField {...reading(supplyPolarity)} label="Polarity of the supply" />
        <ReadingField {...reading(supplyVolts)} label="Voltage L–N" />
        <ReadingField {...reading(voltsLineEarth)} label="Voltage L–E" />
        <ReadingField {...reading(voltsNeutralEarth)} label="Voltage N–E" />
        {supply.earthing === 'TN-C-S' && (
          <Disclosure
            open={view.job.readings.has(slotKey({ of: 'supply' }, voltsTerminal))}
            summary={<span className="text-sm">A swap upstream looks normal here: test the terminal</span>}
          >
            <p className="text-sm">
              With line and neutral swapped upstream of the neutral–earth split, all three read normally and all metal
              is live. From the earthing terminal to a separate spike in the ground, well away, the voltage should be
              close to zero.
            </p>
            <ReadingField {...reading(voltsTerminal)} label="Terminal to separate earth" />
          </Disclosure>
        )}
        <ReadingField {...reading(ze)} label="Ze" chooseHow />
        <ReadingField {...reading(ipfLineNeutral)} label="Ipf, line to neutral" />
        <ReadingField {...reading(ipfLineEarth)} label="Ipf, line to earth" />
        {supply.liveConductors === 'three-phase' && (
          <>
            <p role="note" className="border-b border-rule py-2 text-sm">
              Three phases: enter the largest Ipf and Ze, or each phase under Tests. Line to neutral is doubled to cover
              line to line.
            </p>
            <ReadingField {...reading(phaseSequence)} label="Phase sequence" />
          </>
        )}
        {fault && (
          <p className="border-b border-rule py-2 text-sm">
            Breaking capacity required <strong>{showFaultCurrent(fault)}</strong>, {fault.from}.
          </p>
        )}
        {supply.earthing === 'TT' && <ReadingField {...reading(electrode)} label="RA, earth electrode" />}
        {view.tests.slots
          .filter(({ on, offered }) => on === 'supply' && offered?.(view))
          .map((each) => (
            <ReadingField key={measureKey(each.measure)} {...reading(each.measure)} label={capital(each.name)} />
          ))}
        <ReadingField {...continuity({ of: 'conductor', to: 'earthing' })} label="Earthing conductor" />
        {bondedServices
          .filter((service) => service !== 'lightning' && supply[bondFieldOf[service]] === 'bonded')
          .map((service) => (
            <ReadingField
              key={service}
              {...continuity({ of: 'conductor', to: service })}
              label={`Bonding to ${serviceWords[service]}`}
            />
          ))}
        <Extraneous />
      </div>
    </section>
  );
}

/** Services that carry no bond: is their metalwork extraneous at all? */
function Extraneous() {
  const view = useJob();
  const { supply } = view.job;
  const doubtful = bondedServices.filter((service) =>
    ['not-bonded', 'not-extraneous', 'not-verified'].includes(supply[bondFieldOf[service]] ?? ''),
  );
  return doubtful.map((service) => {
    const slot = slotAt({ of: 'conductor', to: service }, extraneous);
    const isNot = view.verdicts.get(keyOf(slot))?.judgement.rule === 'extraneous.not';
    return (
      <div key={service}>
        <ReadingField slot={slot} label={`Is ${serviceWords[service]} extraneous?`} />
        {isNot && supply[bondFieldOf[service]] !== 'not-extraneous' && !view.isSealed && (
          <Button
            onClick={() =>
              view.append([{ kind: 'supply.described', body: { [bondFieldOf[service]]: 'not-extraneous' } }])
            }
          >
            Save: no bond needed
          </Button>
        )}
      </div>
    );
  });
}

'use client';

import { toast } from 'sonner';
import { judgeBreaking } from '../../core/origin/origin';
import { requiredBonding } from '../../core/continuity/bonding';
import { jobFaultCurrent } from '../../core/document/verdicts';
import type { TestId } from '../../core/installation/measurement';
import { type BondedService, type Supply, bondFieldOf, bondStateWords, bondStates, bondedServices, conductorMaterials, earthingSystems, liveConductorArrangements, liveConductorWords } from '../../core/installation/supply';
import { toFixed, toShortest } from '../../core/quantity/exact';
import { ChoiceField, EntryField, asLine, asNumber } from '../../ui/entry-field';
import { InHandLine, useInHand } from '../ledger/in-hand';
import { useJob } from '../ledger/job-provider';
import { ReadingField } from '../ledger/reading-field';
import { useWanted } from '../ledger/use-wanted';
import { DemandLines } from './demand-lines';
import { VerdictMark, Working } from '../ledger/verdict-mark';

const serviceName: Record<BondedService, string> = { water: 'Water', gas: 'Gas', oil: 'Oil', steel: 'Structural steel', lightning: 'Lightning protection', other: 'Other' };
const continuityOf: Partial<Record<BondedService, TestId>> = {
  water: 'bond-water-continuity',
  gas: 'bond-gas-continuity',
  oil: 'bond-oil-continuity',
  steel: 'bond-steel-continuity',
  other: 'bond-other-continuity',
};
const fuseStandards = ['BS 1361', 'BS 88-3', 'BS 3036', 'BS 88-2', 'N/V'] as const;
const plain = <V extends string>(values: readonly V[]) => values.map((value) => ({ value, label: value }));

/** Supply, earthing, bonding and main switch, with the readings taken at the incoming terminals. */
export function OriginStage() {
  const { job, pack, append } = useJob();
  const { supply } = job;
  const wanted = useWanted('origin');
  const [inHand, change] = useInHand();
  const record = (fields: Supply) => {
    const outcome = append([{ kind: 'supply.described', body: fields }]);
    if (!outcome.ok) toast(outcome.reason);
  };
  const number = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));
  const field = (key: keyof Supply) => ({ wanted: wanted(key), anchor: key });
  const on = { of: 'supply' } as const;
  const fault = jobFaultCurrent(job);
  const fuse = fault && supply.serviceFuseStandard && supply.serviceFuseStandard !== 'N/V' ? judgeBreaking(pack, { standard: supply.serviceFuseStandard, type: supply.serviceFuseType ?? '', mark: '' }, fault) : null;
  const sizes = supply.earthing && supply.tailsCsaMm2 ? requiredBonding(pack, supply.earthing, supply.tailsCsaMm2) : null;
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
      <section>
        <h1 className="pb-1 text-xl">Readings at the origin</h1>
        <p className="margin-line mb-1 pl-3 text-sm">
          Live work at the incoming terminals. Covers off for no longer than the reading takes; fused leads, nobody else near. Never part an
          earthing or bonding conductor while anything is energised, and clamp it for current first.
        </p>
        <div className="border-b border-rule py-1.5">
          <InHandLine inHand={inHand} change={change} />
        </div>
        <ReadingField on={on} test="supply-polarity" label="Polarity of the supply" inHand={inHand} caution="L–N and L–E about 230 V, N–E about 0. Reversed: stop, nothing made live, call the distributor." />
        <ReadingField on={on} test="supply-volts" label="Voltage L–N" inHand={inHand} />
        <ReadingField on={on} test="ze" label="Ze" inHand={inHand} chooseHow caution="Main switch off and the installation isolated before the earthing conductor leaves the MET. Reconnect before energising." />
        <ReadingField on={on} test="ipf-ln" label="Ipf, line to neutral" inHand={inHand} />
        <ReadingField on={on} test="ipf-le" label="Ipf, line to earth" inHand={inHand} />
        {fault && (
          <p className="border-b border-rule py-2 text-sm">
            Recorded Ipf is the larger: <strong>{toFixed(fault.kiloamps, 2, 'half-up')} kA</strong>, {fault.from}.
          </p>
        )}
        {supply.earthing === 'TT' && <ReadingField on={on} test="electrode-resistance" label="RA, earth electrode" inHand={inHand} />}
        <ReadingField on={on} test="earthing-continuity" label="Earthing conductor" inHand={inHand} />
        {bondedServices.map((service) => {
          const test = continuityOf[service];
          return test && supply[bondFieldOf[service]] === 'bonded' ? <ReadingField key={service} on={on} test={test} label={`Bonding to ${service}`} inHand={inHand} /> : null;
        })}
      </section>
      <section>
        <h2 className="pb-1 text-xl">Supply</h2>
        <ChoiceField label="Earthing system" value={supply.earthing ?? null} options={plain(earthingSystems)} commit={(earthing) => record({ earthing })} {...field('earthing')} />
        <ChoiceField label="Live conductors" value={supply.liveConductors ?? null} options={liveConductorArrangements.map((value) => ({ value, label: liveConductorWords[value] }))} commit={(liveConductors) => record({ liveConductors })} {...field('liveConductors')} />
        <ChoiceField label="Service fuse standard" value={(supply.serviceFuseStandard ?? null) as (typeof fuseStandards)[number] | null} options={plain(fuseStandards)} commit={(serviceFuseStandard) => record({ serviceFuseStandard, serviceFuseType: serviceFuseStandard === 'BS 1361' || serviceFuseStandard === 'BS 88-3' ? 'II' : null })} {...field('serviceFuseStandard')} />
        <EntryField label="Service fuse type" shown={supply.serviceFuseType ?? ''} parse={asLine} commit={(serviceFuseType) => record({ serviceFuseType })} />
        <EntryField label="Service fuse rating" unit="A" inputMode="numeric" shown={number(supply.serviceFuseAmps)} parse={asNumber(1, 1000)} commit={(serviceFuseAmps) => record({ serviceFuseAmps })} {...field('serviceFuseAmps')} />
        {fuse && (
          <div className="flex gap-3 border-b border-rule py-2">
            <VerdictMark verdict={fuse.verdict} />
            <Working judgement={fuse} />
          </div>
        )}
        <EntryField label="Other sources" shown={supply.otherSources ?? ''} parse={asLine} commit={(otherSources) => record({ otherSources })} hint="Solar, storage, generator; write none where there are none." {...field('otherSources')} />
        <EntryField label="Meter tails" unit="mm²" inputMode="decimal" shown={number(supply.tailsCsaMm2)} parse={asNumber(1, 300)} commit={(tailsCsaMm2) => record({ tailsCsaMm2 })} />
        <EntryField label="Maximum demand" unit="A" inputMode="decimal" shown={number(supply.maximumDemandAmps)} parse={asNumber(1, 1000)} commit={(maximumDemandAmps) => record({ maximumDemandAmps })} {...field('maximumDemandAmps')} />
        <DemandLines take={(maximumDemandAmps) => record({ maximumDemandAmps })} />
        <h2 className="pb-1 pt-6 text-xl">Earthing and bonding</h2>
        {supply.earthing === 'TT' && (
          <>
            <EntryField label="Electrode type" shown={supply.electrodeType ?? ''} parse={asLine} commit={(electrodeType) => record({ electrodeType })} {...field('electrodeType')} />
            <EntryField label="Electrode location" shown={supply.electrodeLocation ?? ''} parse={asLine} commit={(electrodeLocation) => record({ electrodeLocation })} {...field('electrodeLocation')} />
          </>
        )}
        <EntryField label="Earthing conductor" unit="mm²" inputMode="decimal" shown={number(supply.earthingConductorCsaMm2)} parse={asNumber(1, 300)} commit={(earthingConductorCsaMm2) => record({ earthingConductorCsaMm2 })} {...field('earthingConductorCsaMm2')} />
        <EntryField label="Main bonding" unit="mm²" inputMode="decimal" shown={number(supply.bondingCsaMm2)} parse={asNumber(1, 300)} commit={(bondingCsaMm2) => record({ bondingCsaMm2 })} {...field('bondingCsaMm2')} />
        <ChoiceField label="Material" value={supply.bondingMaterial ?? 'copper'} options={plain(conductorMaterials)} commit={(material) => record({ bondingMaterial: material, earthingConductorMaterial: material })} />
        {sizes && (
          <div className="border-b border-rule py-2 text-sm">
            Required: earthing <strong>{toShortest(sizes.earthingMm2, 1)} mm²</strong>, main bonding <strong>{toShortest(sizes.bondingMm2, 1)} mm²</strong> copper.
            {sizes.working.map((line) => (
              <span key={line} className="block text-faint">
                {line}
              </span>
            ))}
          </div>
        )}
        {bondedServices.map((service) => (
          <ChoiceField key={service} label={serviceName[service]} value={supply[bondFieldOf[service]] ?? null} options={bondStates.map((value) => ({ value, label: bondStateWords[value] }))} commit={(state) => record({ [bondFieldOf[service]]: state })} {...field(bondFieldOf[service])} />
        ))}
        <h2 className="pb-1 pt-6 text-xl">Main switch</h2>
        <EntryField label="Location" shown={supply.mainSwitchLocation ?? ''} parse={asLine} commit={(mainSwitchLocation) => record({ mainSwitchLocation })} {...field('mainSwitchLocation')} />
        <EntryField label="Standard" shown={supply.mainSwitchStandard ?? ''} parse={asLine} commit={(mainSwitchStandard) => record({ mainSwitchStandard })} hint="Usually BS EN 60947-3" {...field('mainSwitchStandard')} />
        <EntryField label="Poles" inputMode="numeric" shown={number(supply.mainSwitchPoles)} parse={asNumber(1, 4, true)} commit={(mainSwitchPoles) => record({ mainSwitchPoles })} {...field('mainSwitchPoles')} />
        <EntryField label="Rating" unit="A" inputMode="numeric" shown={number(supply.mainSwitchAmps)} parse={asNumber(1, 1000)} commit={(mainSwitchAmps) => record({ mainSwitchAmps })} {...field('mainSwitchAmps')} />
        <EntryField label="RCD in it" unit="mA" inputMode="numeric" shown={number(supply.mainSwitchResidualMilliamps)} parse={asNumber(10, 3000)} commit={(mainSwitchResidualMilliamps) => record({ mainSwitchResidualMilliamps })} />
      </section>
    </div>
  );
}

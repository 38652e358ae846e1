'use client';

import { useJob } from '../../../client/job-provider';
import { earthingSystems, liveConductorArrangements, liveConductorWords } from '../../../core/installation/supply';
import { judgeServiceFuse } from '../../../core/measurements/origin/fault-current';
import { ChoiceField } from '../../../ui/entry-field';
import { VerdictMark, Working } from '../../workspace/verdict-mark';
import { DemandLines } from './demand-lines';
import { useSupply } from './use-supply';

const fuseStandards = ['BS 1361', 'BS 88-3', 'BS 3036', 'BS 88-2', 'N/V'] as const;

/** What the distributor brings, and how much of it is asked for. */
export function SupplyFields() {
  const view = useJob();
  const { supply, record, field, text, figure } = useSupply();
  const fuse = judgeServiceFuse(view);
  const { nominalVolts, nominalHertz } = view.pack;
  return (
    <>
      <h2 className="pb-1 text-xl">Supply</h2>
      <ChoiceField
        label="Earthing system"
        value={supply.earthing ?? null}
        options={earthingSystems.map((value) => ({ value, label: value }))}
        commit={(earthing) => record({ earthing })}
        {...field('earthing')}
      />
      <ChoiceField
        label="Live conductors"
        value={supply.liveConductors ?? null}
        options={liveConductorArrangements.map((value) => ({ value, label: liveConductorWords[value] }))}
        commit={(liveConductors) =>
          record({
            liveConductors,
            ...(supply.nominalVolts ? {} : { nominalVolts: Number(nominalVolts.value) }),
            ...(supply.frequencyHertz ? {} : { frequencyHertz: Number(nominalHertz.value) }),
          })
        }
        {...field('liveConductors')}
      />
      {figure('nominalVolts', 'Nominal voltage U0', 'V', [1, 1000])}
      {figure('frequencyHertz', 'Frequency', 'Hz', [1, 400])}
      <ChoiceField
        label="Service fuse standard"
        value={fuseStandards.find((each) => each === supply.serviceFuseStandard) ?? null}
        options={fuseStandards.map((value) => ({ value, label: value }))}
        commit={(serviceFuseStandard) =>
          record({
            serviceFuseStandard,
            serviceFuseType: serviceFuseStandard === 'BS 1361' || serviceFuseStandard === 'BS 88-3' ? 'II' : null,
          })
        }
        {...field('serviceFuseStandard')}
      />
      {text('serviceFuseType', 'Service fuse type')}
      {figure('serviceFuseAmps', 'Service fuse rating', 'A', [1, 1000])}
      {text('serviceFuseUnseen', 'Fuse not seen: reason', 'With a rating: printed as assumed. Without: N/V.')}
      {fuse && (
        <div className="flex gap-3 border-b border-rule py-2">
          <VerdictMark verdict={fuse.verdict} />
          <Working judgement={fuse} />
        </div>
      )}
      {text('otherSources', 'Other sources', 'Solar, battery, generator. Enter none if there are none.')}
      {figure('tailsCsaMm2', 'Meter tails', 'mm²', [1, 300], { inputMode: 'decimal' })}
      {figure('maximumDemandAmps', 'Maximum demand', 'A', [1, 1000], { inputMode: 'decimal' })}
      <DemandLines take={(maximumDemandAmps) => record({ maximumDemandAmps })} />
    </>
  );
}

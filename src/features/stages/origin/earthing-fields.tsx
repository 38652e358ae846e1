'use client';

import { useJob } from '../../../client/job-provider';
import {
  bondFieldOf,
  bondStateWords,
  bondStates,
  bondedServices,
  burials,
  conductorMaterials,
  serviceWords,
} from '../../../core/installation/supply';
import { judgeSizes } from '../../../core/measurements/continuity/bonding';
import { Disclosure } from '../../../ui/disclosure';
import { VerdictMark, Working } from '../../workspace/verdict-mark';
import { ChoiceField } from '../../../ui/entry-field';
import { BondsFollowed } from './bonds-followed';
import { RecogniseEarthing } from './recognise-earthing';
import { useSupply } from './use-supply';
import { capital } from '../../../core/words/capital';

/** The means of earthing, the sizes it asks for, and what is bonded. */
export function EarthingFields() {
  const { pack } = useJob();
  const { supply, record, field, text, figure } = useSupply();
  const sizes = judgeSizes(pack, supply);
  return (
    <>
      <h2 className="pb-1 pt-6 text-xl">Earthing and bonding</h2>
      <RecogniseEarthing />
      {supply.earthing === 'TT' && text('electrodeType', 'Electrode type')}
      {supply.earthing === 'TT' && text('electrodeLocation', 'Electrode location')}
      {figure('earthingConductorCsaMm2', 'Earthing conductor', 'mm²', [1, 300], { inputMode: 'decimal' })}
      {figure('bondingCsaMm2', 'Main bonding', 'mm²', [1, 300], { inputMode: 'decimal' })}
      <ChoiceField
        label="Earthing conductor material"
        value={supply.earthingConductorMaterial ?? null}
        options={conductorMaterials.map((value) => ({ value, label: value }))}
        commit={(material) => record({ earthingConductorMaterial: material })}
        hint="Copper where nothing is chosen"
      />
      <ChoiceField
        label="Buried in the ground"
        value={supply.earthingConductorBuried ?? null}
        options={burials.map((value) => ({ value, label: value }))}
        commit={(earthingConductorBuried) => record({ earthingConductorBuried })}
        hint="Table 54.1. Leave empty if not buried."
      />
      <ChoiceField
        label="Main bonding material"
        value={supply.bondingMaterial ?? null}
        options={conductorMaterials.map((value) => ({ value, label: value }))}
        commit={(material) => record({ bondingMaterial: material })}
      />
      <Disclosure summary={<span className="text-sm">Earthing conductor by calculation, √(I²t) ÷ k</span>}>
        {figure('faultAmps', 'Earth fault current', 'A', [1, 100_000], { inputMode: 'decimal' })}
        {figure('faultSeconds', 'Cleared in', 's', [0.001, 5], { inputMode: 'decimal' })}
        {figure('faultK', 'k of the conductor', '', [1, 500], { inputMode: 'decimal' })}
        <p className="py-1 text-sm text-faint">
          k is 143 for separate copper, 115 for a core of a 70 °C cable. The distributor’s requirements still apply.
        </p>
      </Disclosure>
      {sizes?.map(({ what, judgement }) => (
        <div key={what} className="border-b border-rule py-2 text-sm">
          {what} <VerdictMark verdict={judgement.verdict} worded />
          <Working judgement={judgement} />
        </div>
      ))}
      {bondedServices.map((service) => (
        <ChoiceField
          key={service}
          label={capital(serviceWords[service])}
          value={supply[bondFieldOf[service]] ?? null}
          options={bondStates.map((value) => ({ value, label: bondStateWords[value] }))}
          commit={(state) => record({ [bondFieldOf[service]]: state })}
          {...field(bondFieldOf[service])}
        />
      ))}
      <BondsFollowed />
    </>
  );
}

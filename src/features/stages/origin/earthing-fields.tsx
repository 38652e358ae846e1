'use client';

import { useJob } from '../../../client/job-provider';
import {
  bondFieldOf,
  bondStateWords,
  bondStates,
  bondedServices,
  conductorMaterials,
  serviceWords,
} from '../../../core/installation/supply';
import { toShortest } from '../../../core/quantity/exact';
import { requiredBonding } from '../../../core/tests/continuity/bonding';
import { ChoiceField } from '../../../ui/entry-field';
import { useSupply } from './use-supply';

/** The means of earthing, the sizes it asks for, and what is bonded. */
export function EarthingFields() {
  const { pack } = useJob();
  const { supply, record, field, text, figure } = useSupply();
  const sizes =
    supply.earthing && supply.tailsCsaMm2 ? requiredBonding(pack, supply.earthing, supply.tailsCsaMm2) : null;
  return (
    <>
      <h2 className="pb-1 pt-6 text-xl">Earthing and bonding</h2>
      {supply.earthing === 'TT' && text('electrodeType', 'Electrode type')}
      {supply.earthing === 'TT' && text('electrodeLocation', 'Electrode location')}
      {figure('earthingConductorCsaMm2', 'Earthing conductor', 'mm²', [1, 300], { inputMode: 'decimal' })}
      {figure('bondingCsaMm2', 'Main bonding', 'mm²', [1, 300], { inputMode: 'decimal' })}
      <ChoiceField
        label="Material"
        value={supply.bondingMaterial ?? null}
        options={conductorMaterials.map((value) => ({ value, label: value }))}
        commit={(material) => record({ bondingMaterial: material, earthingConductorMaterial: material })}
      />
      {sizes && (
        <div className="border-b border-rule py-2 text-sm">
          Required: earthing <strong>{toShortest(sizes.earthingMm2, 1)} mm²</strong>, main bonding{' '}
          <strong>{toShortest(sizes.bondingMm2, 1)} mm²</strong> copper.
          {sizes.working.map((line) => (
            <span key={line} className="block text-faint">
              {line}
            </span>
          ))}
        </div>
      )}
      {bondedServices.map((service) => (
        <ChoiceField
          key={service}
          label={`${serviceWords[service][0]?.toUpperCase()}${serviceWords[service].slice(1)}`}
          value={supply[bondFieldOf[service]] ?? null}
          options={bondStates.map((value) => ({ value, label: bondStateWords[value] }))}
          commit={(state) => record({ [bondFieldOf[service]]: state })}
          {...field(bondFieldOf[service])}
        />
      ))}
    </>
  );
}

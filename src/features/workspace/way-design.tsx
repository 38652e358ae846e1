'use client';

import { toast } from '../../ui/toast';
import { judgeWayCapacity } from '../../core/installation/capacity';
import {
  type Way,
  type WayFields,
  neutralWords,
  neutrals,
  residualStandards,
  strayNeutral,
  voltageBands,
  wiringKindWords,
  wiringKinds,
} from '../../core/installation/way';
import { conductorMaterials } from '../../core/installation/supply';
import { demandPurposes } from '../../core/edition/rows';
import { Checkbox } from '../../ui/checkbox';
import { ChoiceField, EntryField, asLine, asNumber } from '../../ui/entry-field';
import { describeWay } from '../../core/installation/devices';
import { useJob } from '../../client/job-provider';
import { VerdictMark, Working } from './verdict-mark';

const plain = <V extends string>(values: readonly V[]) => values.map((value) => ({ value, label: value }));
const shown = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));

/** What of a way is not on the sheet, and what reads it: wiring, voltage, run, load, and how its cable lies. */
export function WayDesign({ way }: { way: Way }) {
  const { append, pack, job, isSealed } = useJob();
  const record = (fields: Partial<WayFields>) => {
    const outcome = append(describeWay(job, way, fields));
    if (!outcome.ok) toast(outcome.reason);
  };
  const capacity = judgeWayCapacity(pack, way);
  return (
    <div>
      <EntryField
        label="Number on the board"
        inputMode="numeric"
        shown={String(way.number)}
        parse={asNumber(1, 99, true)}
        commit={(to) => {
          if (to === null || to === way.number) return;
          const outcome = append([{ kind: 'way.moved', body: { wayId: way.id, to } }]);
          if (!outcome.ok) toast(outcome.reason);
        }}
        hint="As it is marked there: the document numbers it the same. Where it is taken the others move along"
      />
      <ChoiceField
        label="Wiring"
        value={way.wiringKind ?? null}
        options={wiringKinds.map((value) => ({ value, label: wiringKindWords[value] }))}
        commit={(wiringKind) => record({ wiringKind })}
        hint="How much its conductors warm, and which table it is sized by"
      />
      <ChoiceField
        label="Conductor material"
        value={way.material ?? null}
        options={plain(conductorMaterials)}
        commit={(material) => record({ material })}
        hint="Copper where nothing is chosen: tables and resistances follow it"
      />
      <Checkbox
        label="No CPC in the cable"
        checked={way.cpcAbsent === true}
        disabled={isSealed}
        onChange={(cpcAbsent) => record({ cpcAbsent, ...(cpcAbsent ? { cpcCsaMm2: null } : {}) })}
      />
      <ChoiceField
        label="Voltage"
        value={way.voltageBand ?? null}
        options={plain(voltageBands)}
        commit={(voltageBand) => record({ voltageBand })}
        hint="Which insulation test it takes; 230 V where nothing is said"
      />
      <ChoiceField
        label="RCD standard"
        value={residualStandards.find((each) => each === way.residualStandard) ?? null}
        options={plain(residualStandards)}
        commit={(residualStandard) => record({ residualStandard })}
        hint="Which times it is judged by"
      />
      <EntryField
        label="Neutral bar"
        shown={way.neutralBar ?? ''}
        parse={asLine}
        commit={(neutralBar) => record({ neutralBar })}
        hint={
          strayNeutral(way) ?? 'Whose bar its neutral is on, by the name of that RCD; blank where the board has one bar'
        }
      />
      <Checkbox
        label="Detects arc faults (AFDD)"
        checked={way.arcFault === true}
        disabled={isSealed}
        onChange={(arcFault) => record({ arcFault })}
      />
      <EntryField
        label="Run"
        unit="m"
        inputMode="decimal"
        shown={shown(way.lengthMetres)}
        parse={asNumber(0.1, 2000)}
        commit={(lengthMetres) => record({ lengthMetres })}
        hint="To the furthest point: what R1+R2 is compared with"
      />
      <EntryField
        label="Design current"
        unit="A"
        inputMode="decimal"
        shown={shown(way.designAmps)}
        parse={asNumber(0.1, 1000)}
        commit={(designAmps) => record({ designAmps })}
      />
      <ChoiceField
        label="Counts as"
        value={way.demandAs ?? null}
        options={plain(demandPurposes)}
        commit={(demandAs) => record({ demandAs })}
        hint="For maximum demand; read from its name where nothing is said"
      />
      {way.demandAs === 'cooking' && (
        <Checkbox
          label="The cooker's unit has a socket"
          checked={way.cookerSocket ?? false}
          disabled={isSealed}
          onChange={(cookerSocket) => record({ cookerSocket })}
        />
      )}
      <ChoiceField
        label="Neutral"
        value={way.neutral ?? null}
        options={neutrals.map((value) => ({ value, label: neutralWords[value] }))}
        commit={(neutral) => record({ neutral, ...(neutral === 'shared' ? {} : { neutralSharedWith: null }) })}
        hint="Proved apart from every other, or borrowed"
      />
      {way.neutral === 'shared' && (
        <ChoiceField
          label="Shared with"
          value={way.neutralSharedWith ?? null}
          options={[...job.ways.values()]
            .filter(({ id }) => id !== way.id)
            .map(({ id, number, description }) => ({ value: id, label: `${number} ${description ?? ''}` }))}
          commit={(neutralSharedWith) => record({ neutralSharedWith })}
        />
      )}
      <EntryField
        label="Ambient"
        unit="°C"
        inputMode="decimal"
        shown={shown(way.ambientCelsius)}
        parse={asNumber(0, 80)}
        commit={(ambientCelsius) => record({ ambientCelsius })}
        hint="The warmest around the cable, where above 30"
      />
      <EntryField
        label="Grouped with"
        unit="circuits"
        inputMode="numeric"
        shown={shown(way.groupedCircuits)}
        parse={asNumber(1, 20, true)}
        commit={(groupedCircuits) => record({ groupedCircuits })}
        hint="Circuits run together, this one counted"
      />
      <EntryField
        label="In insulation"
        unit="m"
        inputMode="decimal"
        shown={shown(way.insulatedMetres)}
        parse={asNumber(0, 100)}
        commit={(insulatedMetres) => record({ insulatedMetres })}
        hint="Of it, wholly surrounded"
      />
      {capacity && (
        <div className="flex gap-3 py-2">
          <VerdictMark verdict={capacity.verdict} worded />
          <Working judgement={capacity} />
        </div>
      )}
    </div>
  );
}

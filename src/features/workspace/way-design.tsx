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
        hint="As marked on the board. Other circuits move along if it is taken."
      />
      <ChoiceField
        label="Wiring"
        value={way.wiringKind ?? null}
        options={wiringKinds.map((value) => ({ value, label: wiringKindWords[value] }))}
        commit={(wiringKind) => record({ wiringKind })}
        hint="Sets the conductor temperature and the sizing table"
      />
      <ChoiceField
        label="Conductor material"
        value={way.material ?? null}
        options={plain(conductorMaterials)}
        commit={(material) => record({ material })}
        hint="Copper by default. Sets tables and resistances."
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
        hint="Sets the insulation test. 230 V by default."
      />
      <ChoiceField
        label="RCD standard"
        value={residualStandards.find((each) => each === way.residualStandard) ?? null}
        options={plain(residualStandards)}
        commit={(residualStandard) => record({ residualStandard })}
        hint="Sets the time limits"
      />
      <EntryField
        label="Neutral bar"
        shown={way.neutralBar ?? ''}
        parse={asLine}
        commit={(neutralBar) => record({ neutralBar })}
        hint={strayNeutral(way) ?? 'Name of the RCD whose neutral bar it uses. Empty if the board has one bar.'}
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
        hint="To the furthest point. R1+R2 is compared with it."
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
        hint="For maximum demand. Taken from its name by default."
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
        hint="Proved separate, or borrowed"
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
        hint="Highest around the cable, if above 30"
      />
      <EntryField
        label="Grouped with"
        unit="circuits"
        inputMode="numeric"
        shown={shown(way.groupedCircuits)}
        parse={asNumber(1, 20, true)}
        commit={(groupedCircuits) => record({ groupedCircuits })}
        hint="Circuits run together, including this one"
      />
      <EntryField
        label="In insulation"
        unit="m"
        inputMode="decimal"
        shown={shown(way.insulatedMetres)}
        parse={asNumber(0, 100)}
        commit={(insulatedMetres) => record({ insulatedMetres })}
        hint="Length wholly surrounded"
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

import type { Fact, FactRule } from '../edition/guidance';
import { type Feature, features } from '../edition/features';
import type { BondState } from '../installation/supply';
import { isSpare } from '../installation/way';
import type { Job } from '../job/job';

type Told = boolean | string | null;

const named: Partial<Record<Feature, RegExp>> = {
  bathRoom: /\bbath ?room|shower ?room|\bshower\b|\ben-?suite\b|wet room/i,
  solar: /\bsolar\b|photovoltaic|\bpv\b/i,
  storage: /\bbattery\b/i,
  generator: /\bgenerator\b/i,
  vehicleCharging: /vehicle charg|charging point|\bev charger\b/i,
};

/** Rooms of bathing, as their names say. */
export const isBathRoom = (name: string): boolean => named.bathRoom?.test(name) ?? false;

/** Whether the premises have something: as told, else as what is recorded shows; null where neither says. */
export function hasFeature(job: Job, feature: Feature): boolean | null {
  const told = job.features.get(feature);
  if (told !== undefined) return told;
  const sources = job.supply.otherSources?.trim() ?? '';
  const isSource = feature === 'solar' || feature === 'storage' || feature === 'generator';
  const names = [
    ...[...job.ways.values()].filter((way) => !isSpare(way)).map(({ description }) => description ?? ''),
    ...[...job.points.values()].map(({ name, room }) => `${name} ${room ?? ''}`),
    isSource ? sources : '',
  ];
  if (names.some((name) => named[feature]?.test(name))) return true;
  return isSource && /^(none|no|n\/?a)\b/i.test(sources) ? false : null;
}

/** Whether metalwork of a service comes in from outside: it does where it is bonded or ought to be. */
function entersBy(state: BondState | null | undefined): boolean | null {
  if (state === 'bonded' || state === 'not-bonded') return true;
  return state === 'not-present' || state === 'not-extraneous' ? false : null;
}

/** What the record says of one fact; null where nobody looked or said. */
export function factOf(job: Job, fact: Fact): Told {
  const feature = features.find((each) => each === fact);
  if (feature) return hasFeature(job, feature);
  const { supply } = job;
  switch (fact) {
    case 'earthing':
      return supply.earthing ?? null;
    case 'sources': {
      const each = (['solar', 'storage', 'generator'] as const).map((source) => hasFeature(job, source));
      if (each.includes(true)) return 'some';
      return each.includes(null) ? null : 'none';
    }
    case 'gas':
      return entersBy(supply.bondGas);
    case 'oil':
      return entersBy(supply.bondOil);
    case 'water':
      return entersBy(supply.bondWater);
    case 'structuralSteel':
      return entersBy(supply.bondSteel);
    case 'lightning':
      return entersBy(supply.bondLightning);
    default: {
      const said = [...job.boards.values()].map(({ surgeProtection }) => surgeProtection?.trim() ?? '');
      if (said.some((each) => each && !/^(none|no|n\/?a)\b/i.test(each))) return true;
      return said.length > 0 && said.every(Boolean) ? false : null;
    }
  }
}

/** Whether a rule over facts holds: yes, no, or null while what is known does not decide it. */
export function ruleHolds(job: Job, rule: FactRule): boolean | null {
  if ('fact' in rule) {
    const told = factOf(job, rule.fact);
    if (told === null) return null;
    return Array.isArray(rule.is) ? rule.is.includes(String(told)) : rule.is === told;
  }
  const each = ('all' in rule ? rule.all : rule.any).map((part) => ruleHolds(job, part));
  const decides = !('all' in rule);
  if (each.includes(decides)) return decides;
  return each.includes(null) ? null : !decides;
}

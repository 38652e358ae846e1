import type { WayFields } from './way';

export type TypicalCircuit = { readonly name: string; readonly fields: Partial<WayFields> };

const mcb = (type: string, amps: number): Partial<WayFields> => ({
  deviceStandard: 'BS EN 60898',
  deviceType: type,
  deviceAmps: amps,
  breakingMark: '6',
});
const cable = (liveCsaMm2: number, cpcCsaMm2: number): Partial<WayFields> => ({ liveCsaMm2, cpcCsaMm2 });
const residual: Partial<WayFields> = {
  residualStandard: 'BS EN 61008',
  residualType: 'A',
  residualMilliamps: 30,
  residualDelayed: false,
};

/** Circuits as dwellings usually have them: a first description to be corrected against what is there. */
export const typicalCircuits: readonly TypicalCircuit[] = [
  {
    name: 'Ring of sockets',
    fields: {
      description: 'Sockets',
      arrangement: 'ring',
      load: 'sockets',
      ...mcb('B', 32),
      ...cable(2.5, 1.5),
      ...residual,
    },
  },
  {
    name: 'Sockets, radial',
    fields: {
      description: 'Sockets',
      arrangement: 'radial',
      load: 'sockets',
      ...mcb('B', 20),
      ...cable(2.5, 1.5),
      ...residual,
    },
  },
  {
    name: 'Lights',
    fields: {
      description: 'Lights',
      arrangement: 'radial',
      load: 'lighting',
      ...mcb('B', 6),
      ...cable(1.5, 1),
      ...residual,
    },
  },
  {
    name: 'Cooker',
    fields: {
      description: 'Cooker',
      arrangement: 'radial',
      load: 'fixed',
      points: 1,
      ...mcb('B', 32),
      ...cable(6, 2.5),
      ...residual,
    },
  },
  {
    name: 'Shower',
    fields: {
      description: 'Shower',
      arrangement: 'radial',
      load: 'fixed',
      points: 1,
      ...mcb('B', 40),
      ...cable(10, 4),
      ...residual,
    },
  },
  {
    name: 'Water heater',
    fields: {
      description: 'Stored water heater',
      arrangement: 'radial',
      load: 'fixed',
      points: 1,
      ...mcb('B', 16),
      ...cable(2.5, 1.5),
      ...residual,
    },
  },
  {
    name: 'Boiler',
    fields: {
      description: 'Boiler and controls',
      arrangement: 'radial',
      load: 'fixed',
      points: 1,
      ...mcb('B', 6),
      ...cable(1.5, 1),
      ...residual,
    },
  },
  {
    name: 'Smoke alarms',
    fields: {
      description: 'Smoke and heat alarms',
      arrangement: 'radial',
      load: 'fixed',
      ...mcb('B', 6),
      ...cable(1.5, 1),
      ...residual,
    },
  },
  {
    name: 'Vehicle charging',
    fields: {
      description: 'Vehicle charging point',
      arrangement: 'radial',
      load: 'fixed',
      points: 1,
      ...mcb('B', 32),
      ...cable(6, 2.5),
      ...residual,
    },
  },
  {
    name: 'Sub-main',
    fields: {
      description: 'Sub-main',
      arrangement: 'radial',
      load: 'distribution',
      points: 1,
      ...mcb('C', 32),
      ...cable(6, 2.5),
    },
  },
  { name: 'Spare', fields: { description: 'Spare', arrangement: 'spare', load: null } },
];

/** What a copy of a way takes over: how it is made and protected, not what was found of its run. */
export function copyOfWay(way: Partial<WayFields>): Partial<WayFields> {
  const {
    description,
    arrangement,
    load,
    liveCsaMm2,
    cpcCsaMm2,
    wiring,
    referenceMethod,
    deviceStandard,
    deviceType,
    deviceAmps,
    breakingMark,
    residualStandard,
    residualType,
    residualMilliamps,
    residualDelayed,
    residualGroup,
  } = way;
  const fields = {
    description: description ? `${description} (copy)` : description,
    arrangement,
    load,
    liveCsaMm2,
    cpcCsaMm2,
    wiring,
    referenceMethod,
    deviceStandard,
    deviceType,
    deviceAmps,
    breakingMark,
    residualStandard,
    residualType,
    residualMilliamps,
    residualDelayed,
    residualGroup,
  };
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}

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

/** A circuit by what it is and feeds: name, description, load, points, device, line and CPC in mm². */
type Row = readonly [
  name: string,
  description: string,
  load: WayFields['load'],
  points: number | null,
  device: Partial<WayFields>,
  cable: Partial<WayFields>,
];
const asUsual = ([name, description, load, points, device, wired]: Row): TypicalCircuit => ({
  name,
  fields: {
    description,
    arrangement: 'radial',
    load,
    ...(points ? { points } : {}),
    ...device,
    ...wired,
    ...(load === 'distribution' ? {} : residual),
  },
});
const rows: readonly Row[] = [
  ['Sockets, radial', 'Sockets', 'sockets', null, mcb('B', 20), cable(2.5, 1.5)],
  ['Lights', 'Lights', 'lighting', null, mcb('B', 6), cable(1.5, 1)],
  ['Cooker', 'Cooker', 'fixed', 1, mcb('B', 32), cable(6, 2.5)],
  ['Shower', 'Shower', 'fixed', 1, mcb('B', 40), cable(10, 4)],
  ['Water heater', 'Stored water heater', 'fixed', 1, mcb('B', 16), cable(2.5, 1.5)],
  ['Boiler', 'Boiler and controls', 'fixed', 1, mcb('B', 6), cable(1.5, 1)],
  ['Smoke alarms', 'Smoke and heat alarms', 'fixed', null, mcb('B', 6), cable(1.5, 1)],
  ['Vehicle charging', 'Vehicle charging point', 'fixed', 1, mcb('B', 32), cable(6, 2.5)],
  ['Sub-main', 'Sub-main', 'distribution', 1, mcb('C', 32), cable(6, 2.5)],
];

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
  ...rows.map(asUsual),
  { name: 'Spare', fields: { description: 'Spare', arrangement: 'spare', load: null } },
];

/** What a copy of a way takes over: how it is made and protected, not what was found of its run. */
export function copyOfWay(way: Partial<WayFields>): Partial<WayFields> {
  const fields = { ...way, description: way.description ? `${way.description} (copy)` : way.description };
  return Object.fromEntries(copied.filter((name) => fields[name] !== undefined).map((name) => [name, fields[name]]));
}

const copied = [
  'description',
  'arrangement',
  'load',
  'liveCsaMm2',
  'cpcCsaMm2',
  'wiring',
  'referenceMethod',
  'deviceStandard',
  'deviceType',
  'deviceAmps',
  'breakingMark',
  'residualStandard',
  'residualType',
  'residualMilliamps',
  'residualDelayed',
  'residualGroup',
] as const satisfies readonly (keyof WayFields)[];

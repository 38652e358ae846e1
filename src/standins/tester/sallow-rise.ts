import { type Dwelling, type DwellingCircuit, readDwelling } from '../../core/physics/dwelling';

/**
 * 27 Sallow Rise as it really is, faults included: the rented house of the demo, for the simulated tester to be
 * connected to. Circuits are called by their way's number, points by their names.
 */
type Kind = DwellingCircuit['points'][number]['kind'];
type Stop = readonly [name: string, metres: number, kind?: Kind];
type Cable = { readonly liveMm2: number; readonly cpcMm2: number; readonly megohms: number };

const roomOf = (name: string) => name.replace(/ \d+$/, '');
const insulation = (megohms: number) => ({ 'L-N': megohms, 'L-C': megohms * 0.9, 'N-C': megohms * 1.1 });

/** Points one after the other from `from`; a ring comes back to B over the last length. */
function run(from: string, stops: readonly Stop[], { megohms, ...sizes }: Cable, homeMetres: number | null = null) {
  const points = stops.map(([name, , kind]) => ({ id: name, room: roomOf(name), kind: kind ?? 'socket' }));
  const cables = stops.map(([name, lengthMetres], index) => ({
    id: `to ${name}`,
    from: index === 0 ? from : (stops[index - 1]?.[0] ?? ''),
    to: name,
    lengthMetres,
    ...sizes,
    insulationMegohms: insulation(megohms),
  }));
  const home =
    homeMetres === null
      ? []
      : [
          {
            id: 'home',
            from: stops.at(-1)?.[0] ?? '',
            to: 'B',
            lengthMetres: homeMetres,
            ...sizes,
            insulationMegohms: insulation(megohms),
          },
        ];
  return { points, cables: [...cables, ...home] };
}

const breaker = (type: string, ratingAmps: number) => ({ standard: 'BS EN 60898', type, ratingAmps });
/** Two RCDs on the board: the second lets one half of the wave through too long. */
const one = { milliamps: 30, tripMillis: 24, group: 'RCD 1' };
const two = { milliamps: 30, tripMillis: 31, otherHalfMillis: 340, group: 'RCD 2' };
const residual = one;
const rcdOf = (id: string) => (Number(id) < 5 ? one : two);
const radial = (
  id: string,
  name: string,
  device: ReturnType<typeof breaker>,
  stops: readonly Stop[],
  cable: Cable,
) => ({ id, name, arrangement: 'radial', device, residual: rcdOf(id), ...run('board', stops, cable) });

const four: Cable = { liveMm2: 4, cpcMm2: 1.5, megohms: 40_000 };
const twoAndHalf: Cable = { liveMm2: 2.5, cpcMm2: 1.5, megohms: 40_000 };
const oneAndHalf: Cable = { liveMm2: 1.5, cpcMm2: 1, megohms: 6_000 };

const ground = run(
  'A',
  [
    ['Hall', 5],
    ['Parlour 1', 7],
    ['Parlour 2', 5],
    ['Dining room 1', 8],
    ['Dining room 2', 4],
    ['Kitchen 1', 9],
    ['Kitchen 2', 3],
    ['Kitchen 3', 3],
    ['Utility room', 6],
    ['Cloakroom', 4],
  ],
  four,
  7,
);
const first = run(
  'A',
  [
    ['Landing', 8],
    ['Front bedroom 1', 6],
    ['Front bedroom 2', 5],
    ['Loft room 1', 7],
    ['Loft room 2', 5],
    ['Back bedroom 1', 8],
    ['Back bedroom 2', 4],
    ['Box room', 6],
    ['Airing cupboard', 4],
  ],
  twoAndHalf,
  9,
);

const raw = {
  format: 'orange-ledger/installation/1',
  supply: { earthing: 'TN-C-S', volts: 238, lineOhms: 0.1, neutralOhms: 0.08, earthOhms: 0.11 },
  bonds: [
    { service: 'water', lengthMetres: 19, csaMm2: 10 },
    { service: 'gas', lengthMetres: 46, csaMm2: 10 },
  ],
  pipework: [{ id: 'boiler', between: ['water', 'gas'], ohms: 0.05 }],
  circuits: [
    {
      id: '1',
      name: 'Ground-floor sockets',
      arrangement: 'ring',
      device: breaker('B', 32),
      residual,
      points: [...ground.points, { id: 'Garden room', room: 'Garden room', kind: 'outdoor' }],
      cables: [
        ...ground.cables,
        {
          id: 'to Garden room',
          from: 'Parlour 2',
          to: 'Garden room',
          lengthMetres: 17,
          liveMm2: 4,
          cpcMm2: 1.5,
          insulationMegohms: insulation(20_000),
        },
      ],
    },
    { id: '2', name: 'First-floor sockets', arrangement: 'ring', device: breaker('B', 32), residual, ...first },
    radial(
      '3',
      'Oven and hob, kitchen',
      breaker('B', 32),
      [
        ['Kitchen oven', 8, 'fixed'],
        ['Kitchen hob', 2, 'fixed'],
      ],
      { liveMm2: 6, cpcMm2: 2.5, megohms: 2_000 },
    ),
    radial(
      '4',
      'Utility room sockets',
      breaker('B', 20),
      [
        ['Utility room 1', 14],
        ['Utility room 2', 3],
        ['Utility room 3', 3],
        ['Utility room 4', 4],
      ],
      four,
    ),
    radial(
      '5',
      'Ground-floor lights',
      breaker('B', 6),
      [
        ['Hall light', 6, 'light'],
        ['Parlour light', 8, 'light'],
        ['Dining room light', 7, 'light'],
        ['Kitchen light', 8, 'light'],
        ['Utility room light', 5, 'light'],
      ],
      { ...oneAndHalf, megohms: 1_600 },
    ),
    radial(
      '6',
      'First-floor and landing lights',
      breaker('B', 6),
      [
        ['Landing light', 9, 'light'],
        ['Front bedroom light', 7, 'light'],
        ['Back bedroom light', 8, 'light'],
        ['Bathroom light', 6, 'wet room'],
        ['Box room light', 5, 'light'],
      ],
      { liveMm2: 1, cpcMm2: 1, megohms: 3_200 },
    ),
    radial('7', 'Boiler and controls', breaker('B', 16), [['Boiler', 12, 'fixed']], twoAndHalf),
    radial(
      '8',
      'Porch and gatepost lights',
      breaker('B', 6),
      [
        ['Porch light', 6, 'light'],
        ['Side passage light', 8, 'light'],
        ['Bin store light', 7, 'light'],
        ['Gatepost light', 11, 'outdoor'],
      ],
      oneAndHalf,
    ),
    {
      ...radial('9', 'Garden room, sub-main', breaker('C', 32), [['Garden room board', 34, 'fixed']], {
        liveMm2: 6,
        cpcMm2: 2.5,
        megohms: 9_000,
      }),
      residual: undefined,
    },
  ],
  faults: [
    // The loft conversion was wired from both neighbours at once: its run is bridged.
    {
      kind: 'bridge',
      circuit: '2',
      from: 'Front bedroom 2',
      to: 'Back bedroom 1',
      conductors: ['L', 'N', 'C'],
      ohms: 0.02,
    },
    // Damp in the gatepost.
    { kind: 'insulation', circuit: '8', point: 'Gatepost light', between: ['N', 'C'], megohms: 0.6 },
    { kind: 'contact', circuit: '4', point: 'Utility room 3', conductor: 'L', ohms: 0.22, moves: true },
  ],
};

function sallowRiseOf(): Dwelling {
  const read = readDwelling(JSON.parse(JSON.stringify(raw)));
  if (!read.ok) throw new Error(read.problem);
  return read.dwelling;
}
export const sallowRise: Dwelling = sallowRiseOf();

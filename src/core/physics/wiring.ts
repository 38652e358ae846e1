import { type ConductorMetal, conductorResistance } from '../edition/conductor-resistance';
import type { EditionPack } from '../edition/pack';
import { type ConductorLetter, type Dwelling, type DwellingCircuit, conductorLetters } from './dwelling';
import type { Network, Resistor } from '../network/network';
import { toNumber } from '../quantity/exact';

/** How an installation stands at a moment: what is switched on, connected, linked and left in. */
export type Standing = {
  readonly supplyOn: boolean;
  /** Circuits whose conductors are on their bars; by default every conductor of every circuit. */
  readonly off: ReadonlyMap<string, readonly ConductorLetter[]>;
  /** Temporary links, by full terminal name: `circuit/place.conductor`, `BUS.L`, `BAR.N`, `MET`. */
  readonly links: readonly (readonly [string, string])[];
  /** Cables taken off at one end. */
  readonly opened: readonly { readonly circuit: string; readonly cable: string; readonly end: 'from' | 'to' }[];
  readonly switches: Readonly<Record<string, string>>;
  readonly loadsIn: boolean;
  readonly earthingConductorOff: boolean;
  readonly bondsOff: readonly string[];
};

export const allOff = (dwelling: Dwelling): ReadonlyMap<string, readonly ConductorLetter[]> =>
  new Map(dwelling.circuits.map((c) => [c.id, conductorLetters]));

export const atRest: Standing = {
  supplyOn: false,
  off: new Map(),
  links: [],
  opened: [],
  switches: {},
  loadsIn: false,
  earthingConductorOff: false,
  bondsOff: [],
};

export type Wired = { readonly ok: true; readonly network: Network } | { readonly ok: false; readonly problem: string };

/** The conductors of an installation as it stands, as a network. Refuses a size the edition holds no resistance for. */
export function wiringOf(dwelling: Dwelling, standing: Standing, pack: EditionPack): Wired {
  const resistors: Resistor[] = [];
  const joins: (readonly [string, string])[] = [...standing.links];
  const terminals: string[] = ['BUS.L', 'BAR.N', 'MET'];
  const perMetre = new Map<string, number>();
  let problem: string | null = null;
  const ohmsOf = (what: string, lengthMetres: number, csaMm2: number, material: ConductorMetal = 'copper'): number => {
    const key = `${material} ${csaMm2}`;
    const found = perMetre.get(key) ?? conductorResistance(pack, material, csaMm2);
    if (found === null) problem ??= `${what}: no resistance is held for ${csaMm2} mm² ${material}.`;
    const milliohms = typeof found === 'number' ? found : found ? toNumber(found) : 0;
    perMetre.set(key, milliohms);
    return (lengthMetres * milliohms) / 1000;
  };
  const { supply } = dwelling;
  resistors.push({
    id: 'supply line',
    a: 'SOURCE',
    b: standing.supplyOn ? 'BUS.L' : 'INCOMING.L',
    ohms: supply.lineOhms,
  });
  resistors.push({
    id: 'supply neutral',
    a: 'STAR',
    b: standing.supplyOn ? 'BAR.N' : 'INCOMING.N',
    ohms: supply.neutralOhms,
  });
  resistors.push({
    id: 'supply earth',
    a: 'STAR',
    b: standing.earthingConductorOff ? 'EARTHING' : 'MET',
    ohms: supply.earthOhms,
  });
  terminals.push('INCOMING.L', 'INCOMING.N', 'EARTHING');
  for (const bond of dwelling.bonds) {
    const missing = dwelling.faults.some((f) => f.kind === 'missing bond' && f.service === bond.service);
    const end = standing.bondsOff.includes(bond.service) ? `BOND ${bond.service}` : 'MET';
    terminals.push(end, `SERVICE ${bond.service}`);
    if (!missing)
      resistors.push({
        id: `bond ${bond.service}`,
        a: end,
        b: `SERVICE ${bond.service}`,
        ohms: ohmsOf(`Bond ${bond.service}`, bond.lengthMetres, bond.csaMm2, bond.material),
      });
  }
  for (const pipe of dwelling.pipework)
    resistors.push({
      id: `pipework ${pipe.id}`,
      a: `SERVICE ${pipe.between[0]}`,
      b: `SERVICE ${pipe.between[1]}`,
      ohms: pipe.ohms,
    });
  for (const path of dwelling.earthPaths)
    resistors.push({
      id: `earth path ${path.id}`,
      a: `${path.at.circuit}/${path.at.point}.C`,
      b: 'MET',
      ohms: path.ohms,
    });

  for (const circuit of dwelling.circuits) {
    const at = (terminal: string) => `${circuit.id}/${terminal}`;
    const off = standing.off.get(circuit.id) ?? [];
    for (const [c, bar] of barsOf(dwelling, circuit)) {
      for (const end of endsOf(circuit)) {
        terminals.push(at(`${end}.${c}`));
        if (!off.includes(c)) joins.push([at(`${end}.${c}`), bar]);
      }
    }
    for (const point of circuit.points) terminals.push(...conductorLetters.map((c) => at(`${point.id}.${c}`)));
    for (const conductor of conductorsOf(dwelling, circuit, ohmsOf)) {
      const side = standing.opened.find((o) => o.circuit === circuit.id && o.cable === conductor.cable)?.end;
      const free = at(`${conductor.cable}.free.${conductor.letter ?? 'wire'}`);
      const [a, b] = [side === 'from' ? free : at(conductor.from), side === 'to' ? free : at(conductor.to)];
      terminals.push(a, b);
      if (!conductor.broken) resistors.push({ id: at(conductor.id), a, b, ohms: conductor.ohms });
    }
    for (const cable of circuit.cables) {
      const side = standing.opened.find((o) => o.circuit === circuit.id && o.cable === cable.id)?.end;
      for (const [between, megohms] of Object.entries(cable.insulationMegohms ?? {})) {
        const [one = 'L', two = 'N'] = between.split('-');
        const end = (c: string) => at(side === 'to' ? `${cable.id}.free.${c}` : `${cable.to}.${c}`);
        if (megohms)
          resistors.push({
            id: at(`${cable.id} insulation ${between}`),
            a: end(one),
            b: end(two),
            ohms: megohms * 1e6,
          });
      }
    }
    for (const { id, positions } of circuit.switches) {
      const position = standing.switches[`${circuit.id}/${id}`] ?? Object.keys(positions)[0] ?? '';
      terminals.push(...Object.values(positions).flat(2).map(at));
      for (const [one, two] of Object.hasOwn(positions, position) ? (positions[position] ?? []) : [])
        joins.push([at(one), at(two)]);
    }
    if (standing.loadsIn)
      for (const load of circuit.loads)
        resistors.push({
          id: at(`load ${load.id}`),
          a: at(`${load.at}.${load.between[0]}`),
          b: at(`${load.at}.${load.between[1]}`),
          ohms: load.ohms,
        });
  }
  addFaults(dwelling, resistors, joins);
  if (problem) return { ok: false, problem };
  return {
    ok: true,
    network: {
      resistors,
      joins,
      terminals,
      sources: [{ id: 'supply', plus: 'SOURCE', minus: 'STAR', volts: supply.volts }],
    },
  };
}

/** Where a circuit's conductors are connected: the consumer unit's bars, or the end of the circuit that feeds its board. */
function barsOf(dwelling: Dwelling, circuit: DwellingCircuit): readonly (readonly [ConductorLetter, string])[] {
  const board = dwelling.boards.find((b) => b.id === circuit.board);
  if (!board)
    return [
      ['L', 'BUS.L'],
      ['N', 'BAR.N'],
      ['C', 'MET'],
    ];
  return conductorLetters.map((c) => [c, `${board.fedFrom.circuit}/${board.fedFrom.point}.${c}`]);
}

export const endsOf = (circuit: DwellingCircuit): readonly string[] =>
  circuit.arrangement === 'ring' ? ['A', 'B'] : ['board'];

type Conductor = {
  readonly id: string;
  readonly cable: string;
  readonly letter: ConductorLetter | null;
  from: string;
  to: string;
  ohms: number;
  broken: boolean;
};

function conductorsOf(
  dwelling: Dwelling,
  circuit: DwellingCircuit,
  ohmsOf: (what: string, lengthMetres: number, csaMm2: number) => number,
): Conductor[] {
  const faults = dwelling.faults.filter((f) => 'circuit' in f && f.circuit === circuit.id);
  const borrowed = faults.flatMap((f) => (f.kind === 'borrowed neutral' ? [f.point] : []));
  const conductors = circuit.cables.flatMap((cable): Conductor[] =>
    conductorLetters.flatMap((c): Conductor[] => {
      const csaMm2 = c === 'C' ? cable.cpcMm2 : cable.liveMm2;
      if (csaMm2 === null) return [];
      const base = {
        id: `${cable.id} ${c}`,
        cable: cable.id,
        letter: c,
        from: `${cable.from}.${c}`,
        to: `${cable.to}.${c}`,
      };
      const joint = faults.reduce(
        (sum, f) => (f.kind === 'joint' && f.cable === cable.id && f.conductor === c ? sum + f.ohms : sum),
        0,
      );
      const broken =
        faults.some((f) => f.kind === 'broken' && f.cable === cable.id && f.conductor === c) ||
        (c === 'N' && borrowed.includes(cable.to));
      return [
        {
          ...base,
          ohms: ohmsOf(`Circuit ${circuit.id}, cable ${cable.id}`, cable.lengthMetres, csaMm2) + joint,
          broken,
        },
      ];
    }),
  );
  for (const fault of faults) {
    if (fault.kind !== 'crossed') continue;
    const [one, two] = fault.swap.map((c) =>
      conductors.find((each) => each.cable === fault.cable && each.letter === c),
    );
    if (one && two) [one.to, two.to] = [two.to, one.to];
  }
  for (const wire of circuit.wires)
    conductors.push({
      id: wire.id,
      cable: wire.id,
      letter: null,
      from: wire.from,
      to: wire.to,
      ohms: ohmsOf(`Circuit ${circuit.id}, wire ${wire.id}`, wire.lengthMetres, wire.csaMm2),
      broken: false,
    });
  return conductors;
}

function addFaults({ faults }: Dwelling, resistors: Resistor[], joins: (readonly [string, string])[]): void {
  faults.forEach((fault, index) => {
    const id = `fault ${index + 1} ${fault.kind}`;
    const link = (a: string, b: string, ohms: number, suffix = '') =>
      ohms === 0 ? joins.push([a, b]) : resistors.push({ id: `${id}${suffix}`, a, b, ohms });
    switch (fault.kind) {
      case 'bridge':
        for (const c of fault.conductors)
          link(`${fault.circuit}/${fault.from}.${c}`, `${fault.circuit}/${fault.to}.${c}`, fault.ohms, ` ${c}`);
        return;
      case 'linked circuits':
        for (const c of fault.conductors)
          link(
            `${fault.one.circuit}/${fault.one.point}.${c}`,
            `${fault.other.circuit}/${fault.other.point}.${c}`,
            fault.ohms,
            ` ${c}`,
          );
        return;
      case 'insulation':
        link(
          `${fault.circuit}/${fault.point}.${fault.between[0]}`,
          `${fault.circuit}/${fault.point}.${fault.between[1]}`,
          fault.megohms * 1e6,
        );
        return;
      case 'borrowed neutral':
        link(`${fault.circuit}/${fault.point}.N`, `${fault.from.circuit}/${fault.from.point}.N`, 0);
        return;
      default:
    }
  });
}

import * as z from 'zod';
import type { Network, Resistor } from './network';
import { prepare } from './solver';

/** A network of a dwelling with its readings, as a file: cables, faults, how it is linked up for a test, where the probes are. */
const text = z.string().min(1).max(120);
const figure = z.number();
const pair = z.tuple([text, text]);
const insulation = z.record(z.string(), figure.positive());
const cable = z.object({
  id: text,
  from: text,
  to: text,
  length_m: figure.min(0),
  live_mm2: figure.positive().optional(),
  cpc_mm2: figure.positive().optional(),
  insulation_megohm: insulation.optional(),
});
const wire = z.object({ id: text, from: text, to: text, length_m: figure.min(0), mm2: figure.positive() });
const element = z.object({ id: text, a: text, b: text, ohm: figure.min(0) });
const end = z.enum(['from', 'to']);
const positions = z.record(z.string(), z.string());

const fault = z.discriminatedUnion('type', [
  z.object({ type: z.literal('broken'), segment: text.optional(), wire: text.optional(), conductor: text.optional() }),
  z.object({
    type: z.literal('joint'),
    segment: text.optional(),
    wire: text.optional(),
    end: end.optional(),
    conductor: text.optional(),
    ohm: figure.positive(),
  }),
  z.object({ type: z.literal('contact'), at: text, conductor: text, ohm: figure.positive() }),
  z.object({ type: z.literal('reversed'), at: text, swap: pair }),
  z.object({
    type: z.literal('crossed'),
    segment: text,
    end: end.optional(),
    at: text.optional(),
    swap: pair.optional(),
    conductors: pair.optional(),
  }),
  z.object({ type: z.literal('insulation'), at: text, between: pair, megohm: figure.positive() }),
]);

const setup = z.object({
  links: z.array(pair).default([]),
  opened: z.array(z.object({ id: text, end })).default([]),
  removed: z.array(text).default([]),
  add: z.array(element).default([]),
  switch_positions: positions.default({}),
  sources: z.array(z.object({ id: text, plus: text, minus: text, volt: figure })).default([]),
});
type Setup = z.infer<typeof setup>;

const reading = z.object({
  no: z.number().int(),
  setup: text,
  probe: pair.optional(),
  through: text.optional(),
  quantity: z.enum(['resistance', 'fault_current', 'voltage', 'current']),
  unit: z.enum(['ohm', 'megohm', 'A', 'V']),
  switch_positions: positions.optional(),
  expected: figure.nullable().optional(),
  open: z.boolean().optional(),
});
type CaseReading = z.infer<typeof reading>;

export const referenceCase = z.object({
  schema: z.literal('refcase/1'),
  id: text,
  model: z.object({
    points: z.array(text).default([]),
    segments: z.array(cable).default([]),
    spurs: z.array(cable).default([]),
    branches: z.array(cable).default([]),
    bridges: z.array(cable).default([]),
    wires: z.array(wire).default([]),
    elements: z.array(element).default([]),
    switches: z.array(z.object({ id: text, positions: z.record(z.string(), z.array(pair)) })).default([]),
    faults: z.array(fault).default([]),
    conductor_resistance: z.union([z.literal('ideal'), z.string()]).optional(),
    mohm_per_m: z.record(z.string(), figure.positive()).default({}),
    setups: z.record(z.string(), setup),
  }),
  readings: z.array(reading),
});
type ReferenceCase = z.infer<typeof referenceCase>;

type CaseAnswer = { readonly no: number; readonly value: number | null; readonly open: boolean };
export type CaseResult =
  | { readonly ok: true; readonly id: string; readonly readings: readonly CaseAnswer[] }
  | { readonly ok: false; readonly problem: string };

/**
 * Solves every reading of a case, each in its own unit; `open` where there is no path. Refuses a file of another shape
 * or version, a cable of an unknown size, a fault or setup that names something that is not there.
 */
export function solveCase(raw: unknown): CaseResult {
  const parsed = referenceCase.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return {
      ok: false,
      problem: `Not a case this reads: ${issue?.path.join('.') || 'whole file'}: ${issue?.message ?? ''}`,
    };
  }
  try {
    const solve = caseSolver(parsed.data);
    return { ok: true, id: parsed.data.id, readings: parsed.data.readings.map(solve) };
  } catch (error) {
    if (error instanceof CaseProblem || error instanceof RangeError)
      return { ok: false, problem: `${parsed.data.id}: ${error.message}` };
    throw error;
  }
}

class CaseProblem extends Error {}

/** One conductor between two terminals, before setups take it apart. */
type Conductor = {
  readonly id: string;
  readonly of: string;
  readonly name: string | null;
  from: string;
  to: string;
  ohms: number;
  broken: boolean;
};

function caseSolver({ model }: ReferenceCase): (reading: CaseReading) => CaseAnswer {
  const build = caseNetwork(model);
  const solvers = new Map<string, ReturnType<typeof solverOf>>();
  const solverOf = (name: string, moved: Record<string, string> | undefined) => {
    const found = model.setups[name];
    if (!found) throw new CaseProblem(`there is no setup ${name}`);
    const prepared = prepare(build({ ...found, switch_positions: { ...found.switch_positions, ...moved } }));
    if (!prepared.ok) throw new CaseProblem(prepared.problem);
    return prepared.solver;
  };
  return ({ no, setup: name, probe, through, quantity, unit, switch_positions: moved }) => {
    const key = `${name} ${JSON.stringify(moved ?? {})}`;
    const solver = solvers.get(key) ?? solverOf(name, moved);
    solvers.set(key, solver);
    if (quantity === 'current') {
      if (!through) throw new CaseProblem(`reading ${no}: a current needs the resistor it goes through`);
      return { no, value: solver.current(through), open: false };
    }
    if (!probe) throw new CaseProblem(`reading ${no}: where are the probes?`);
    const [red, black] = probe.map((terminal) =>
      solver.has(`${terminal}.contact`) ? `${terminal}.contact` : terminal,
    ) as [string, string];
    if (quantity === 'voltage') {
      const value = solver.voltage(red, black);
      return { no, value, open: value === null };
    }
    const ohms = solver.resistance(red, black);
    if (ohms === null) return { no, value: null, open: true };
    return {
      no,
      value: quantity === 'fault_current' ? 230 / ohms : unit === 'megohm' ? ohms / 1e6 : ohms,
      open: false,
    };
  };
}

function caseNetwork(model: ReferenceCase['model']): (setup: Setup) => Network {
  const ideal = model.conductor_resistance === 'ideal';
  const perMetre = new Map(Object.entries(model.mohm_per_m).map(([size, value]) => [Number(size), value]));
  const ohmsOf = (id: string, length: number, size: number): number => {
    if (ideal) return 0;
    const milliohms = perMetre.get(size);
    if (milliohms === undefined) throw new CaseProblem(`${id}: no resistance is given for ${size} mm²`);
    return (length * milliohms) / 1000;
  };
  const cables = [...model.segments, ...model.spurs, ...model.branches, ...model.bridges];
  const conductors: Conductor[] = cables.flatMap(({ id, from, to, length_m, live_mm2, cpc_mm2 }) =>
    (
      [
        ['L', live_mm2],
        ['N', live_mm2],
        ['CPC', cpc_mm2],
      ] as const
    ).flatMap(([name, size]): Conductor[] =>
      size === undefined
        ? []
        : [
            {
              id: `${id}_${name}`,
              of: id,
              name,
              from: `${from}.${name}`,
              to: `${to}.${name}`,
              ohms: ohmsOf(id, length_m, size),
              broken: false,
            },
          ],
    ),
  );
  for (const { id, from, to, length_m, mm2 } of model.wires)
    conductors.push({ id, of: id, name: null, from, to, ohms: ohmsOf(id, length_m, mm2), broken: false });

  const contacts = new Map<string, string>();
  const extra: Resistor[] = [];
  const named = (of: string | undefined, name: string | undefined): Conductor[] => {
    const found = conductors.filter((c) => c.of === of && (name === undefined || c.name === null || c.name === name));
    if (found.length === 0)
      throw new CaseProblem(`a fault names ${of ?? 'nothing'}${name ? `, conductor ${name}` : ''}, which is not there`);
    return found;
  };
  for (const each of model.faults) {
    switch (each.type) {
      case 'broken':
        for (const conductor of named(each.segment ?? each.wire, each.conductor)) conductor.broken = true;
        break;
      case 'joint':
        for (const conductor of named(each.segment ?? each.wire, each.conductor)) conductor.ohms += each.ohm;
        break;
      case 'crossed': {
        const swap = each.swap ?? each.conductors ?? (['L', 'N'] as const);
        const side = each.end ?? (cables.find((c) => c.id === each.segment)?.from === each.at ? 'from' : 'to');
        const [one, two] = swap.map((name) => named(each.segment, name)[0] as Conductor) as [Conductor, Conductor];
        [one[side], two[side]] = [two[side], one[side]];
        break;
      }
      case 'reversed':
        for (const [shown, behind] of [each.swap, [...each.swap].reverse()] as [string, string][])
          contacts.set(`${each.at}.${shown}`, `${each.at}.${behind}`);
        break;
      case 'contact':
        extra.push({
          id: `contact ${each.at}.${each.conductor}`,
          a: `${each.at}.${each.conductor}`,
          b: `${each.at}.${each.conductor}.contact`,
          ohms: each.ohm,
        });
        break;
      case 'insulation':
        extra.push({
          id: `insulation ${each.at} ${each.between.join('-')} ${extra.length}`,
          a: `${each.at}.${each.between[0]}`,
          b: `${each.at}.${each.between[1]}`,
          ohms: each.megohm * 1e6,
        });
        break;
    }
  }
  // A contact that is reversed as well sits between the socket's mouth and the conductor behind it.
  const reversed = [...contacts].map(([shown, behind]): readonly [string, string] => [`${shown}.contact`, behind]);
  const faultContacts = extra.filter((r) => r.id.startsWith('contact '));
  const joins = reversed.filter(([mouth]) => !faultContacts.some((r) => r.b === mouth));
  const contactsInPlace = extra.map((r) =>
    r.id.startsWith('contact ') && contacts.has(r.a) ? { ...r, a: contacts.get(r.a) as string } : r,
  );
  const points = new Set([...model.points, ...cables.flatMap((c) => [c.from, c.to])]);
  const terminals = [...points].flatMap((point) => ['L', 'N', 'CPC'].map((name) => `${point}.${name}`));

  return ({ links, opened, removed, add, switch_positions, sources }) => {
    const gone = new Set(removed);
    const free = new Map(opened.map(({ id, end: side }) => [id, side]));
    for (const id of free.keys())
      if (!conductors.some((c) => c.of === id)) throw new CaseProblem(`a setup opens ${id}, which is not there`);
    const freed = (conductor: Conductor): Conductor => {
      const side = free.get(conductor.of);
      return side
        ? { ...conductor, [side]: conductor.name ? `${conductor.of}.free.${conductor.name}` : `${conductor.of}.free` }
        : conductor;
    };
    const standing = conductors.filter((c) => !gone.has(c.of) && !gone.has(c.id)).map(freed);
    const ends = new Map(standing.map((c) => [`${c.of} ${c.name ?? ''}`, c]));
    const leakage = cables.flatMap((c) =>
      gone.has(c.id)
        ? []
        : Object.entries(c.insulation_megohm ?? {}).map(([between, megohms]): Resistor => {
            const [one = '', two = ''] = between.split('-');
            const at = (name: string) => ends.get(`${c.id} ${name}`)?.to ?? `${c.to}.${name}`;
            return { id: `${c.id} ${between}`, a: at(one), b: at(two), ohms: megohms * 1e6 };
          }),
    );
    const switched = model.switches.flatMap(({ id, positions: known }) => {
      const position = switch_positions[id];
      if (position === undefined) return [];
      const joined = Object.hasOwn(known, position) ? known[position] : undefined;
      if (!joined) throw new CaseProblem(`switch ${id} has no position ${position}`);
      return joined;
    });
    return {
      resistors: [
        ...standing.filter((c) => !c.broken).map((c): Resistor => ({ id: c.id, a: c.from, b: c.to, ohms: c.ohms })),
        ...[...model.elements, ...add]
          .filter((e) => !gone.has(e.id))
          .map((e): Resistor => ({ id: e.id, a: e.a, b: e.b, ohms: e.ohm })),
        ...contactsInPlace,
        ...leakage,
      ],
      joins: [...links, ...switched, ...joins],
      sources: sources.map(({ id, plus, minus, volt }) => ({ id, plus, minus, volts: volt })),
      // Where a conductor was opened its terminal is still there to put a probe on.
      terminals: [...terminals, ...[...conductors, ...standing].flatMap((c) => [c.from, c.to])],
    };
  };
}

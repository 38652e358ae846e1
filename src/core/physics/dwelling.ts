import * as z from 'zod';
import { pointKinds } from '../installation/point';
import { conductorMaterials, earthingSystems } from '../installation/supply';

/**
 * The one physical model of an installation: what a tester would be connected to. Lengths in metres, sizes in mm²,
 * resistances in ohm at 20 °C. Places on a circuit are its points and its ends: `board` for a radial, `A` and `B` for
 * the legs of a ring. A terminal is PLACE.CONDUCTOR, with conductors L, N and C (the CPC).
 */
const id = z
  .string()
  .min(1)
  .max(60)
  .regex(/^[^./\s][^./]*$/, 'a name without dots or slashes');
const metres = z.number().min(0).max(2000);
const size = z.number().positive().max(300);
const positive = z.number().positive();
export const conductorLetters = ['L', 'N', 'C'] as const;
export type ConductorLetter = (typeof conductorLetters)[number];
const letter = z.enum(conductorLetters);
const swap = z.tuple([letter, letter]);

const megohmsBetween = z.object({ 'L-N': positive.optional(), 'L-C': positive.optional(), 'N-C': positive.optional() });
const dwellingCable = z.object({
  id,
  from: id,
  to: id,
  lengthMetres: metres,
  liveMm2: size,
  cpcMm2: size.nullable(),
  insulationMegohms: megohmsBetween.optional(),
});
const wire = z.object({ id, from: z.string().min(1), to: z.string().min(1), lengthMetres: metres, csaMm2: size });
const switchPositions = z.object({ id, positions: z.record(z.string(), z.array(z.tuple([z.string(), z.string()]))) });
const place = z.object({ circuit: id, point: id });
const load = z.object({ id, at: id, between: swap.default(['L', 'N']), ohms: positive });
const dwellingPoint = z.object({
  id,
  room: z.string().max(80).default(''),
  kind: z.enum(pointKinds).default('socket'),
  /** Its line, or by a mistake its neutral, comes over switches: what is connected there is PLACE.S. */
  switched: z.enum(['L', 'N']).optional(),
});

const dwellingCircuit = z.object({
  id,
  name: z.string().max(120).default(''),
  arrangement: z.enum(['ring', 'radial']),
  /** The sub-board it starts from; the consumer unit where none is said. */
  board: id.optional(),
  device: z.object({ standard: z.string(), type: z.string(), ratingAmps: positive }).optional(),
  residual: z
    .object({
      milliamps: positive,
      tripMillis: positive,
      /** From the other half of the wave, where that differs. */
      otherHalfMillis: positive.optional(),
      /** At which it trips when raised slowly. */
      tripMilliamps: positive.optional(),
      /** Circuits behind one device say one name; without a name it is the circuit's own. */
      group: z.string().max(40).optional(),
    })
    .optional(),
  points: z.array(dwellingPoint).min(1),
  cables: z.array(dwellingCable).min(1),
  wires: z.array(wire).default([]),
  switches: z.array(switchPositions).default([]),
  loads: z.array(load).default([]),
});

const dwellingFault = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('broken'), circuit: id, cable: id, conductor: letter }),
  z.object({ kind: z.literal('joint'), circuit: id, cable: id, conductor: letter, ohms: positive }),
  z.object({
    kind: z.literal('contact'),
    circuit: id,
    point: id,
    conductor: letter,
    ohms: positive,
    moves: z.boolean().default(false),
  }),
  z.object({ kind: z.literal('reversed'), circuit: id, point: id, swap }),
  z.object({ kind: z.literal('crossed'), circuit: id, cable: id, swap }),
  z.object({
    kind: z.literal('bridge'),
    circuit: id,
    from: id,
    to: id,
    conductors: z.array(letter).min(1),
    ohms: positive,
  }),
  z.object({
    kind: z.literal('linked circuits'),
    one: place,
    other: place,
    conductors: z.array(letter).min(1),
    ohms: z.number().min(0),
  }),
  z.object({ kind: z.literal('insulation'), circuit: id, point: id, between: swap, megohms: positive }),
  z.object({ kind: z.literal('borrowed neutral'), circuit: id, point: id, from: place }),
  z.object({ kind: z.literal('missing bond'), service: id }),
  z.object({ kind: z.literal('supply reversed') }),
  z.object({ kind: z.literal('supply neutral lost') }),
  /** A joint of the supply neutral that moves: its voltages wander with what is switched on. */
  z.object({ kind: z.literal('supply neutral slack') }),
  /** A storage or generator that feeds a circuit from its far end: it stays live with its way off. */
  z.object({ kind: z.literal('second source'), circuit: id }),
]);
export type DwellingFault = z.infer<typeof dwellingFault>;

export const dwelling = z.object({
  format: z.literal('orange-ledger/installation/1'),
  supply: z.object({
    earthing: z.enum(earthingSystems),
    volts: z.number().positive().max(1000).default(230),
    lineOhms: positive,
    neutralOhms: positive,
    earthOhms: positive,
  }),
  bonds: z
    .array(
      z.object({
        service: id,
        lengthMetres: metres,
        csaMm2: size,
        material: z.enum(conductorMaterials).default('copper'),
      }),
    )
    .default([]),
  /** Pipework that joins two bonded services. */
  pipework: z.array(z.object({ id, between: z.tuple([id, id]), ohms: positive })).default([]),
  /** Sub-boards, each at the end of a circuit. */
  boards: z.array(z.object({ id, fedFrom: place })).default([]),
  circuits: z.array(dwellingCircuit).min(1),
  /** Second ways to earth: a point's CPC to the main earthing terminal. */
  earthPaths: z.array(z.object({ id, at: place, ohms: positive })).default([]),
  faults: z.array(dwellingFault).default([]),
});
export type Dwelling = z.infer<typeof dwelling>;
export type DwellingCircuit = z.infer<typeof dwellingCircuit>;

export type ReadDwelling =
  { readonly ok: true; readonly dwelling: Dwelling } | { readonly ok: false; readonly problem: string };

/** Reads an installation file: its shape, and that it hangs together. The problem names the place. */
export function readDwelling(raw: unknown): ReadDwelling {
  const parsed = dwelling.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return {
      ok: false,
      problem: `Not an installation this reads: ${issue?.path.join('.') || 'whole file'}: ${issue?.message ?? ''}`,
    };
  }
  const problem = firstContradiction(parsed.data);
  return problem ? { ok: false, problem } : { ok: true, dwelling: parsed.data };
}

function firstContradiction({ circuits, boards, faults, earthPaths, bonds, pipework }: Dwelling): string | null {
  const twice = (ids: readonly string[]) => ids.find((each, i) => ids.indexOf(each) !== i);
  const doubled =
    twice(circuits.map((c) => c.id)) ?? twice(bonds.map((b) => b.service)) ?? twice(boards.map((b) => b.id));
  if (doubled) return `${doubled} is there twice.`;
  for (const circuit of circuits) {
    const where = `Circuit ${circuit.id}`;
    const double =
      twice(circuit.points.map((p) => p.id)) ?? twice([...circuit.cables, ...circuit.wires].map((c) => c.id));
    if (double) return `${where}: ${double} is there twice.`;
    const ends = circuit.arrangement === 'ring' ? ['A', 'B'] : ['board'];
    const known = new Set([...ends, ...circuit.points.map((p) => p.id)]);
    for (const cable of circuit.cables) {
      const nowhere = [cable.from, cable.to].find((end) => !known.has(end));
      if (nowhere) return `${where}: cable ${cable.id} runs to ${nowhere}, which is not there.`;
      if (cable.from === cable.to) return `${where}: cable ${cable.id} runs from ${cable.from} to itself.`;
    }
    const reached = new Set<string>([ends[0] ?? '']);
    for (let grew = true; grew;) {
      grew = false;
      for (const { from, to } of circuit.cables) {
        if (reached.has(from) !== reached.has(to)) {
          reached.add(from).add(to);
          grew = true;
        }
      }
    }
    const stranded = [...ends, ...circuit.points.map((p) => p.id)].find(
      (each) =>
        !reached.has(each) && !circuit.wires.some((w) => w.to.startsWith(`${each}.`) || w.from.startsWith(`${each}.`)),
    );
    if (stranded) return `${where}: no cable reaches ${stranded}.`;
    const loose = circuit.loads.find((l) => !known.has(l.at));
    if (loose) return `${where}: load ${loose.id} is at ${loose.at}, which is not there.`;
  }
  for (const board of boards) {
    const seen = new Set<string>();
    for (let at: string | undefined = board.id; at !== undefined;) {
      if (seen.has(at)) return `Board ${board.id} is fed from itself.`;
      seen.add(at);
      const { circuit, point } = boards.find((b) => b.id === at)?.fedFrom ?? { circuit: '', point: '' };
      const feeder = circuits.find((c) => c.id === circuit);
      if (!feeder?.points.some((p) => p.id === point))
        return `Board ${at} is fed from ${circuit}/${point}, which is not there.`;
      at = feeder.board;
    }
  }
  const unboarded = circuits.find((c) => c.board !== undefined && !boards.some((b) => b.id === c.board));
  if (unboarded) return `Circuit ${unboarded.id} starts from board ${unboarded.board}, which is not there.`;
  const circuitOf = new Map(circuits.map((c) => [c.id, c]));
  const missing = (circuit: string, point?: string, cable?: string): string | null => {
    const found = circuitOf.get(circuit);
    if (!found) return `circuit ${circuit}`;
    if (point && !found.points.some((p) => p.id === point)) return `point ${point} of circuit ${circuit}`;
    return cable && !found.cables.some((c) => c.id === cable) ? `cable ${cable} of circuit ${circuit}` : null;
  };
  for (const [index, fault] of faults.entries()) {
    const lacking =
      fault.kind === 'supply reversed' || fault.kind === 'supply neutral lost' || fault.kind === 'supply neutral slack'
        ? null
        : fault.kind === 'missing bond'
          ? bonds.some((b) => b.service === fault.service)
            ? null
            : `bond ${fault.service}`
          : fault.kind === 'linked circuits'
            ? (missing(fault.one.circuit, fault.one.point) ?? missing(fault.other.circuit, fault.other.point))
            : fault.kind === 'bridge'
              ? (missing(fault.circuit, fault.from) ?? missing(fault.circuit, fault.to))
              : fault.kind === 'borrowed neutral'
                ? (missing(fault.circuit, fault.point) ?? missing(fault.from.circuit, fault.from.point))
                : missing(
                    fault.circuit,
                    'point' in fault ? fault.point : undefined,
                    'cable' in fault ? fault.cable : undefined,
                  );
    if (lacking) return `Fault ${index + 1} (${fault.kind}) names ${lacking}, which is not there.`;
  }
  const path = earthPaths.find((p) => missing(p.at.circuit, p.at.point));
  if (path) return `Earth path ${path.id} names ${missing(path.at.circuit, path.at.point)}, which is not there.`;
  const pipe = pipework.find((p) => p.between.some((service) => !bonds.some((b) => b.service === service)));
  return pipe ? `Pipework ${pipe.id} joins a service that is not there.` : null;
}

import type { DwellingCircuit } from '../physics/dwelling';
import type { House } from './house';
import type { Draw } from './seeded';
import type { Visit } from './visit';

/** What is wrong with the switching of a room: the neutral is switched, a strapper is broken, a common and a strapper are exchanged. */
export const switchingFaults = ['neutral', 'strapper', 'common'] as const;
type SwitchingFault = (typeof switchingFaults)[number];

/** Lights of a room, and the one switch or the two that act on all of them. */
export type Switching = {
  readonly room: string;
  readonly lights: readonly string[];
  readonly switches: readonly string[];
  /** From the first light to the first switch, between the switches, and back; from light to light. */
  readonly metres: { readonly feed: number; readonly between: number; readonly back: number; readonly onwards: number };
  readonly wrong: SwitchingFault | null;
};
type Named = { readonly id: string; readonly room: string; readonly kind: string };
type Size = { readonly liveMm2: number; readonly cpcMm2: number };

/** How the lights of a circuit are switched, room by room: where a room has a light and one switch or two. */
export function switchingsOf(points: readonly Named[], switches: readonly Named[], draw: Draw): Switching[] {
  return [...new Set(switches.map(({ room }) => room))].flatMap((room): Switching[] => {
    const lights = points.filter((point) => point.kind === 'light' && point.room === room).map(({ id }) => id);
    const acting = switches.filter((each) => each.room === room).map(({ id }) => id);
    const metres = {
      feed: draw.between(2.5, 4.5),
      between: draw.between(3, 8),
      back: draw.between(2.5, 4.5),
      onwards: draw.between(1, 2.5),
    };
    return lights.length > 0 && acting.length <= 2 ? [{ room, lights, switches: acting, metres, wrong: null }] : [];
  });
}

/** The pole that is switched: the line, but for the mistake. */
export const poleOf = ({ wrong }: Switching): 'L' | 'N' => (wrong === 'neutral' ? 'N' : 'L');

/** The wires and switches of it as an installation file has them; `S` at a light is what comes back from its switches. */
export function wiredAs(switching: Switching, { liveMm2, cpcMm2 }: Size): Pick<DwellingCircuit, 'wires' | 'switches'> {
  const { lights, switches, metres, wrong } = switching;
  const [light = '', ...others] = lights;
  const [one = '', two] = switches;
  const wire = (name: string, from: string, to: string, lengthMetres: number, csaMm2 = liveMm2) => ({
    id: `${name} of ${one}`,
    from,
    to,
    lengthMetres,
    csaMm2,
  });
  const pole = poleOf(switching);
  const [common, strapper] = wrong === 'common' ? ['L1', 'COM'] : ['COM', 'L1'];
  const wires = [
    wire('feed', `${light}.${pole}`, `${one}.COM`, metres.feed),
    wire('protective', `${light}.C`, `${one}.C`, metres.feed, cpcMm2),
    ...(two
      ? [
          wire('strapper', `${one}.L1`, `${two}.${strapper}`, metres.between),
          ...(wrong === 'strapper' ? [] : [wire('other strapper', `${one}.L2`, `${two}.L2`, metres.between)]),
          wire('protective onwards', `${one}.C`, `${two}.C`, metres.between, cpcMm2),
          wire('back', `${two}.${common}`, `${light}.S`, metres.back),
        ]
      : [wire('back', `${one}.L1`, `${light}.S`, metres.back)]),
    ...others.map((other, index) =>
      wire(`onwards ${index + 1}`, `${lights[index] ?? light}.S`, `${other}.S`, metres.onwards),
    ),
  ];
  const to = (id: string, terminal: string): [string, string] => [`${id}.COM`, `${id}.${terminal}`];
  return {
    wires,
    switches: two
      ? [one, two].map((id) => ({ id, positions: { up: [to(id, 'L1')], down: [to(id, 'L2')] } }))
      : [{ id: one, positions: { on: [to(one, 'L1')], off: [] } }],
  };
}

type Acting = Pick<Switching, 'lights' | 'switches'>;
const isOf = (of: readonly string[], place: string): boolean => of.some((id) => place === `point:${id}`);

/** Whether a light should have its line with these of its switches changed over: each change makes or breaks it. */
const shouldRead = (over: readonly string[]): boolean => over.length % 2 === 0;

/** Those of all switches changed over that act on the lights of a switching. */
const actingOn = ({ switches }: Acting, over: readonly string[]): string[] =>
  over.filter((each) => isOf(switches, each));

/** Whether the switches of a point stand so that it should have its line; any point that is not switched has. */
export function isMade(house: Pick<House, 'switchings'>, place: string, over: readonly string[]): boolean {
  const by = [...house.switchings.values()].flat().find(({ lights }) => isOf(lights, place));
  return !by || shouldRead(actingOn(by, over));
}

/** What was read at the lights of a switching, line and CPC linked, by which of its switches were changed over: the latest of each. */
function positionsRead({ readings }: Pick<Visit, 'readings'>, acting: Acting): ReadonlyMap<string, Position> {
  return new Map(
    readings.flatMap(({ measured, linked, over, value }) => {
      if (measured.of !== 'continuity' || measured.pair !== 'L-C' || measured.feed || linked !== 'L to CPC') return [];
      const changed = actingOn(acting, over).sort();
      const reads = value.is !== 'open' && value.is !== 'over';
      return isOf(acting.lights, measured.place) ? [[changed.join(), { changed, reads }] as const] : [];
    }),
  );
}
type Position = { readonly changed: readonly string[]; readonly reads: boolean };

/** Whether every position of the switches makes or breaks the line as it should; null where not all of them were read. */
export function switchesRight(visit: Pick<Visit, 'readings'>, acting: Acting): boolean | null {
  const read = positionsRead(visit, acting);
  if (read.size < 2 ** acting.switches.length) return null;
  return [...read.values()].every(({ changed, reads }) => reads === shouldRead(changed));
}

import type { House, Place } from './house';

/** How many cables come into the box of a point, whatever they come from: its own run, a spur, a switch, another circuit. */
export function cablesAt({ dwelling }: Pick<House, 'dwelling'>, { id: placeId, kind }: Place): number {
  if (kind === 'switch' || !placeId.startsWith('point:')) return 0;
  const id = placeId.slice('point:'.length);
  const circuit = dwelling.circuits.find(({ points }) => points.some((point) => point.id === id));
  if (!circuit) return 0;
  const ends = circuit.cables.flatMap(({ from, to }) => [from, to]);
  const toSwitches = circuit.wires.filter(({ from }) => from === `${id}.L` || from === `${id}.N`).length;
  const strange = dwelling.faults.flatMap((fault) =>
    fault.kind === 'bridge' && fault.circuit === circuit.id
      ? [fault.from, fault.to]
      : fault.kind === 'linked circuits'
        ? [fault.one, fault.other].flatMap((end) => (end.circuit === circuit.id ? [end.point] : []))
        : [],
  );
  return [...ends, ...strange].filter((end) => end === id).length + toSwitches;
}

/** The number in words, as the eye finds it. */
export const cablesWords = (count: number): string =>
  count === 1 ? 'One cable comes in.' : `${['No', '', 'Two', 'Three', 'Four', 'Five'][count] ?? count} cables come in.`;

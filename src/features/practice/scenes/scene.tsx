import type { House, Place } from '../../../core/practice/house';
import type { Visit } from '../../../core/practice/visit';
import { AccessoryScene } from './accessory-scene';
import { BoardScene } from './board-scene';
import { IntakeScene } from './intake-scene';
import { RoomScene } from './room-scene';
import { ServiceScene } from './service-scene';

export type SceneProps = {
  readonly house: House;
  readonly visit: Visit;
  readonly place: Place;
  readonly isOff: boolean;
  /** A light that burns. */
  readonly isLit: boolean;
  /** Sorts of what is wrong and can be seen here as it stands, looked for or not. */
  readonly shows: ReadonlySet<string>;
};

const scenes: Record<Place['kind'], (props: SceneProps) => React.ReactNode> = {
  intake: IntakeScene,
  board: BoardScene,
  socket: AccessoryScene,
  light: AccessoryScene,
  switch: AccessoryScene,
  fixed: AccessoryScene,
  service: ServiceScene,
  room: RoomScene,
  part: ServiceScene,
};

/** What a place looks like as it stands, drawn: what the eye can find is in the drawing. */
export function Scene({ house, visit, place, isLit }: Omit<SceneProps, 'isOff' | 'shows'>) {
  const Drawn = scenes[place.kind];
  const isOff = visit.covers.has(place.id);
  const shows = new Set(
    house.sights
      .filter((each) => each.place === place.id && (each.by === 'look' || (each.by === 'cover off' && isOff)))
      .flatMap(({ fault }) => house.hidden.find((each) => each.fault.id === fault)?.fault.sort ?? []),
  );
  return (
    <svg
      role="img"
      aria-label={`${place.name}${isOff ? ', its cover off' : ''}${isLit ? ', lit' : ''}`}
      viewBox="0 0 480 240"
      className="w-full border border-rule bg-sheet"
      stroke="var(--ink)"
      strokeWidth="1.6"
      fill="none"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      <Drawn house={house} visit={visit} place={place} isOff={isOff} isLit={isLit} shows={shows} />
    </svg>
  );
}

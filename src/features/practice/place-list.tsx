import type { House, Place } from '../../core/practice/house';
import { capital } from '../../core/words/capital';
import type { Visit } from '../../core/practice/visit';

type Props = {
  readonly house: House;
  readonly visit: Visit;
  readonly at: string;
  readonly go: (placeId: string) => void;
};

/** Every place of the house, room by room; where one was, and where a cover is off. */
export function PlaceList({ house, visit, at, go }: Props) {
  const rooms = [...new Set(house.places.map(({ room }) => room))];
  return (
    <nav aria-label="Places" className="max-h-[34rem] overflow-y-auto pr-1 text-sm">
      {rooms.map((room) => {
        const here = house.places.filter((place) => place.room === room);
        const [whole, others] = [here.find(({ kind }) => kind === 'room'), here.filter(({ kind }) => kind !== 'room')];
        return (
          <div key={room} className="pb-2">
            {whole ? (
              <PlaceButton place={whole} visit={visit} at={at} go={go} isRoom />
            ) : (
              <p className="font-serif font-semibold">{capital(room)}</p>
            )}
            {others.map((place) => (
              <PlaceButton key={place.id} place={place} visit={visit} at={at} go={go} />
            ))}
          </div>
        );
      })}
    </nav>
  );
}

type ButtonProps = Omit<Props, 'house'> & { readonly place: Place; readonly isRoom?: boolean };

function PlaceButton({ place, visit, at, go, isRoom = false }: ButtonProps) {
  const [isOff, isSeen] = [visit.covers.has(place.id), visit.visited.has(place.id)];
  return (
    <button
      type="button"
      aria-current={at === place.id ? 'true' : undefined}
      onClick={() => go(place.id)}
      className={`flex min-h-7 w-full items-center justify-between gap-1 border-l-[3px] px-2 text-left hover:bg-hover aria-[current]:border-ink aria-[current]:bg-hover ${isRoom ? 'border-transparent font-serif font-semibold' : 'border-transparent pl-4'} ${isSeen ? 'text-faint' : ''}`}
    >
      <span className="min-w-0 truncate">{place.name}</span>
      <span>
        <span aria-hidden>{isOff ? '◻' : isSeen ? '·' : ''}</span>
        <span className="sr-only">{isOff ? ', cover off' : isSeen ? ', looked at' : ''}</span>
      </span>
    </button>
  );
}

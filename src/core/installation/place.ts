import { type Slot, keyOf } from './slot';

/** Lists of a job that something may be missing from. */
export type ListName =
  | 'instruments'
  | 'limitations'
  | 'boards'
  | 'ways'
  | 'links'
  | 'isolations'
  | 'unplaced points'
  | 'snags'
  | 'observations'
  | 'features'
  | 'rooms';

/** A place in a job: where something stands or is to be written. The workspace knows the way there. */
export type Place =
  | { readonly of: 'slot'; readonly slot: Slot }
  | { readonly of: 'client' | 'site' | 'brief' | 'works' | 'supply'; readonly field: string }
  | { readonly of: 'board' | 'way' | 'observation'; readonly id: string; readonly field: string }
  | { readonly of: 'limitation' | 'note'; readonly id: string }
  | { readonly of: 'item'; readonly item: string }
  | { readonly of: 'document'; readonly field: 'summary' | 'comeBack' | 'sign' }
  | { readonly of: 'list'; readonly list: ListName };

/** The one text a place has: an address ends in it, and what stands there is known by it. */
export function placeKey(place: Place): string {
  switch (place.of) {
    case 'slot':
      return keyOf(place.slot);
    case 'client':
    case 'site':
    case 'brief':
    case 'works':
    case 'supply':
    case 'document':
      return `${place.of}-${place.field}`;
    case 'board':
    case 'way':
    case 'observation':
      return `${place.of}-${place.id}-${place.field}`;
    case 'limitation':
    case 'note':
      return `${place.of}-${place.id}`;
    case 'item':
      return `item-${place.item}`;
    case 'list':
      return place.list.replace(' ', '-');
    default: {
      const never: never = place;
      return never;
    }
  }
}

import { loadDwellingTypes } from '../core/practice/dwelling-type';
import { houseOf } from '../core/practice/house';
import { inspect } from '../core/practice/inspector';
import { AtHouse, type Visit } from '../core/practice/visit';

/** What a page asks the worker: how a house is gone through from the knock to the report. */
export type PlayAsked = { readonly house: string };
export type Played = { readonly visit: Visit | null };

self.addEventListener('message', ({ data }: MessageEvent<PlayAsked>) => {
  void loadDwellingTypes().then((types) => {
    const house = houseOf(data.house, types);
    self.postMessage({ visit: house ? inspect(new AtHouse(house)) : null } satisfies Played);
  });
});

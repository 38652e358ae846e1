import type { Act } from '../core/practice/act';
import { loadDwellingTypes } from '../core/practice/dwelling-type';
import { houseOf } from '../core/practice/house';
import { inspect } from '../core/practice/inspector';
import { AtHouse, type Visit } from '../core/practice/visit';

/** What a page asks the worker: a visit gone through again as it was, or played by one who knows where no acts are given. */
export type VisitAsked = {
  readonly house: string;
  readonly acts: readonly Act[] | null;
  /** The papers that are due, for whoever plays it. */
  readonly documents?: readonly string[];
};
export type VisitGone = { readonly visit: Visit | null };

self.addEventListener('message', ({ data: { house: number, acts, documents } }: MessageEvent<VisitAsked>) => {
  void loadDwellingTypes().then((types) => {
    const house = houseOf(number, types);
    const at = house && new AtHouse(house);
    self.postMessage({ visit: at && (acts ? at.after(acts) : inspect(at, [], documents)) } satisfies VisitGone);
  });
});

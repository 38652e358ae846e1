import { useCallback, useMemo, useState } from 'react';
import { playPractice } from '../../client/play-practice';
import type { Act } from '../../core/practice/act';
import { type Exercise, documentsDue } from '../../core/practice/exercises';
import type { House, Place } from '../../core/practice/house';
import { AtHouse, type Visit } from '../../core/practice/visit';
import { useLoaded } from '../../ui/use-loaded';
import { forgetPaper, writePaper } from './kept-paper';
import { type Held, forgetVisit, keepVisit, notBegun, visitKept, visitOf } from './kept';

export type OnVisit = {
  readonly house: House;
  readonly visit: Visit;
  readonly begunAt: number | null;
  readonly endedAt: number | null;
  /** Does one thing after another; what the house answers is in the visit. */
  readonly does: (...acts: readonly Act[]) => void;
  /** Whether a light burns, as everything stands. */
  readonly isLit: (place: Place) => boolean;
  readonly again: () => void;
  /** Has the whole of it played by one who knows: nothing of it counts. */
  readonly show: () => Promise<void>;
};

/** A visit to a house as it is kept on this device, and how to go on with it; null until it is there. */
export function useVisit(house: House, exercise: Exercise | null): OnVisit | null {
  const key = exercise?.id ?? null;
  const at = useMemo(() => new AtHouse(house), [house]);
  const load = useCallback(() => visitOf(house, visitKept(house.number, key)), [house, key]);
  const kept = useLoaded(load);
  const [since, setHeld] = useState<Held | null>(null);
  const held = since ?? (kept === 'loading' || kept === 'unreadable' ? null : kept);
  if (!held) return null;
  const does = (...acts: readonly Act[]) => {
    const visit = acts.reduce((before, act) => at.act(before, act), held.visit);
    const begunAt = held.begunAt ?? Date.now();
    const endedAt = held.endedAt ?? (visit.finished ? Date.now() : null);
    keepVisit(house.number, key, { acts: [...visit.acts], begunAt, endedAt });
    setHeld({ visit, begunAt, endedAt });
  };
  const again = () => {
    forgetVisit(house.number, key);
    void forgetPaper(house, key);
    setHeld(notBegun);
  };
  const show = async () => {
    const visit = await playPractice(house.number, documentsDue(house, exercise));
    keepVisit(house.number, key, { acts: [...visit.acts], begunAt: null, endedAt: null });
    await forgetPaper(house, key);
    // A device too full for a paper shows the rest all the same.
    if (exercise?.writes !== undefined) await writePaper(house, exercise, visit).catch(() => undefined);
    setHeld({ visit, begunAt: null, endedAt: null });
  };
  const isLit = (place: Place) => at.isLit(held.visit, place);
  return { house, ...held, does, isLit, again, show };
}

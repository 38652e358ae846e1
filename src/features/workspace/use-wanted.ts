'use client';

import { useMemo } from 'react';
import { type Place, placeKey } from '../../core/installation/place';
import { missing } from '../../core/job/document-definition';
import { useGaps } from '../../client/job-provider';

/** For a field at a place: what an address leads to, and whether the document still wants it. */
export function useWanted(): (place: Place) => { readonly anchor: string; readonly wanted: boolean } {
  const gaps = useGaps();
  return useMemo(() => {
    const places = new Set(missing([...gaps]).map((gap) => placeKey(gap.place)));
    return (place: Place) => ({ anchor: placeKey(place), wanted: places.has(placeKey(place)) });
  }, [gaps]);
}

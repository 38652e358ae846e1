'use client';

import { useMemo } from 'react';
import type { Stage } from '../../core/document/stages';
import { useJob } from './job-provider';

/** Which fields of a stage are still missing, by the name of the place. */
export function useWanted(stage: Stage): (at: string) => boolean {
  const { gaps } = useJob();
  return useMemo(() => {
    const places = new Set(gaps.filter((gap) => gap.stage === stage && gap.severity === 'missing').map((gap) => gap.at));
    return (at: string) => places.has(at);
  }, [gaps, stage]);
}

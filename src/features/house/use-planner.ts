'use client';

import { useMemo } from 'react';
import { useFirm } from '../../client/firm-provider';
import { type Planner, spotsOf } from '../../core/firm/day-plan';
import { roughTravel } from '../../core/firm/travel';

/** What the firm's days are planned with. */
export function usePlanner(): Planner {
  const { firm } = useFirm();
  return useMemo(() => ({ rules: firm.day, spotOf: spotsOf(firm), travel: roughTravel }), [firm]);
}

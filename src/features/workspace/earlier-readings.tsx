'use client';

import { differenceInDays } from 'date-fns/differenceInDays';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { type JobHere, useJob } from '../../client/job-provider';
import { type Slot, keyOf } from '../../core/installation/slot';
import { governingOf } from '../../core/job/governing';
import { toNumber } from '../../core/quantity/exact';
import { unitSymbol } from '../../core/quantity/parse-reading';
import { type ReadingValue, figureOf } from '../../core/quantity/reading-value';
import { earlierAt, limitFigure, sayEarlier, sayTrend, trendAt } from '../../core/work/trend';
import { showDay } from '../../core/words/day';
import { TrendChart } from './trend-chart';

function limitAt(view: JobHere, slot: Slot): number | null {
  const definition = view.tests.of(slot);
  return definition ? limitFigure(definition, view.verdicts.get(keyOf(slot))?.judgement ?? null) : null;
}

/** What was read here at earlier visits, and how it moved since; nothing where nobody read it before. */
export function EarlierReadings({ slot }: { slot: Slot }) {
  const [now] = useState(() => new Date());
  const shown = useJob((view) => {
    const earlier = earlierAt(view, slot);
    const [last] = earlier;
    if (!last) return null;
    const today = governingOf(view, slot)?.body.value;
    const limit = limitAt(view, slot);
    const years = last.visit.on ? differenceInDays(now, parseISO(last.visit.on)) / 365.25 : null;
    const trend = today && today.is !== 'not-taken' ? trendAt(view, slot, today, limit, years) : null;
    return {
      isWorse: trend?.change === 'deteriorating',
      says: trend ? sayTrend(trend, showDay) : sayEarlier(earlier, showDay),
    };
  });
  return shown && <p className={`text-xs ${shown.isWorse ? 'font-semibold' : 'text-faint'}`}>{shown.says}</p>;
}

/** The same drawn over the visits, where there are two figures at least. */
export function EarlierDrawn({ slot }: { slot: Slot }) {
  const view = useJob();
  const spec = view.tests.of(slot)?.spec;
  const today = governingOf(view, slot)?.body.value;
  const point = (at: string, value: ReadingValue | undefined, isToday: boolean) => {
    const figure = value && figureOf(value);
    return figure ? [{ at, value: toNumber(figure), isToday }] : [];
  };
  const points = [
    ...earlierAt(view, slot)
      .toReversed()
      .flatMap(({ visit, value }) => point(visit.on?.slice(0, 4) ?? visit.reference, value, false)),
    ...point('today', today, true),
  ];
  if (points.length < 2 || spec?.takes !== 'figure') return null;
  const limit = limitAt(view, slot);
  return <TrendChart points={points} limit={limit} unit={unitSymbol[spec.unit]} />;
}

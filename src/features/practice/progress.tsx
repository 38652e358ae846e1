'use client';

import type { PracticeResult } from '../../core/practice/result';
import { parts, total } from '../../core/practice/score';
import { FigureChart } from '../../ui/figure-chart';

/** The parts that are marked, in words. */
export const partWords: Record<(typeof parts)[number], string> = {
  safety: 'Safety',
  tests: 'Tests done',
  found: 'Faults found',
  codes: 'Coding',
  paper: 'Document',
  time: 'Time',
};

const week = 7 * 86_400_000;
const mostWeeks = 12;
const short = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', day: 'numeric', month: 'short' });

/** How practice went, week by week, and what is weakest of late. */
export function Progress({ results }: { results: readonly PracticeResult[] }) {
  if (results.length === 0) return null;
  const byWeek = new Map<number, number[]>();
  for (const { at, percent } of results) {
    const monday = Math.floor((at - 4 * 86_400_000) / week) * week + 4 * 86_400_000;
    byWeek.set(monday, [...(byWeek.get(monday) ?? []), percent]);
  }
  const points = [...byWeek]
    .sort(([a], [b]) => a - b)
    .slice(-mostWeeks)
    .map(([at, percents]) => ({
      at: short.format(at),
      value: Math.round(percents.reduce((sum, each) => sum + each, 0) / percents.length),
    }));
  const recent = results.slice(-8);
  const weak = parts
    .flatMap((part) => {
      const { got, of } = total(
        recent.flatMap((each) => {
          const kept = each.parts[part];
          return kept ? [{ got: kept[0], of: kept[1] }] : [];
        }),
      );
      return of > 0 ? [{ part, percent: Math.max(0, Math.round((got / of) * 100)) }] : [];
    })
    .sort((a, b) => a.percent - b.percent);
  return (
    <section aria-labelledby="progress">
      <h2 id="progress" className="border-b border-rule-strong pb-1 text-xl">
        Your results <span className="font-sans text-sm font-normal text-faint">{results.length} done</span>
      </h2>
      <FigureChart
        label={`Mean of each week, of a hundred: ${points.map(({ at, value }) => `${at} ${value}`).join(', ')}`}
        points={points}
        limits={[]}
        from={0}
        to={100}
      />
      <ul className="text-sm">
        {weak.map(({ part, percent }) => (
          <li key={part} className="flex justify-between border-t border-rule py-0.5">
            {partWords[part]} <strong>{percent} %</strong>
          </li>
        ))}
      </ul>
    </section>
  );
}

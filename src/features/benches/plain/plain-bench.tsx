'use client';

import { Fragment } from 'react';
import { useJob } from '../../../client/job-provider';
import { type Subject, slotAt, slotKey } from '../../../core/installation/slot';
import { isSpare } from '../../../core/installation/way';
import { pointsOf } from '../../../core/job/job';
import type { SlotDefinition } from '../../../core/job/test-definition';
import { capital } from '../../../core/words/capital';
import { ReadingRow } from '../../measure/reading-row';
import { LiveGate } from '../frame/live-gate';
import { NoCircuits } from '../frame/no-circuits';
import type { BenchProps } from '../registry';

type Row = { readonly definition: SlotDefinition; readonly on: Subject; readonly where: string };

/** Readings of a family that has no drawn page of its own: one after another, at the origin, at each board, along each circuit. */
export function PlainBench({ name, go }: BenchProps) {
  const view = useJob();
  const { job, tests, isSealed } = view;
  const family = tests.families.find(({ bench }) => bench?.name === name);
  if (!family) return null;
  const of = (subject: Subject['of']) => family.slots.filter(({ on }) => on === subject);
  const ways = [...job.ways.values()].filter((way) => !isSpare(way));
  const rows: Row[] = [
    ...of('supply').map((definition) => ({ definition, on: { of: 'supply' } as const, where: 'Supply' })),
    ...[...job.boards.values()].flatMap(({ id, name: board }) =>
      of('board').map((definition) => ({ definition, on: { of: 'board', id } as const, where: board ?? 'Board' })),
    ),
    ...ways.flatMap((way) => {
      const where = `${way.number} ${way.description ?? ''}`.trim();
      return [
        ...of('way')
          .filter(({ applies }) => applies?.(way) ?? true)
          .map((definition) => ({ definition, on: { of: 'way', id: way.id } as const, where })),
        ...pointsOf(job, way.id).flatMap((point) =>
          of('point').map((definition) => ({
            definition,
            on: { of: 'point', id: point.id } as const,
            where: `${where}, ${point.name}`,
          })),
        ),
      ];
    }),
  ];
  if (rows.length === 0) return <NoCircuits go={go} />;
  const Gate = family.slots.every(({ dead }) => dead) ? Fragment : LiveGate;
  const caution = family.slots.find((each) => each.caution)?.caution;
  return (
    <Gate>
      <section aria-labelledby="plain" className="max-w-4xl">
        <h2 id="plain" className="sr-only">
          {family.title}
        </h2>
        {caution && <p className="border-l-4 border-ink pl-3 text-sm">{caution}</p>}
        {rows.map(({ definition, on, where }, row) => (
          <ReadingRow
            key={slotKey(on, definition.measure)}
            slot={slotAt(on, definition.measure)}
            label={`${capital(definition.name)}, ${where}`}
            sequence={row}
            row={row}
            disabled={isSealed}
          />
        ))}
      </section>
    </Gate>
  );
}

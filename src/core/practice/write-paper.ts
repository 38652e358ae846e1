import { type Measure, type Slot, sameMeasure, slotAt } from '../installation/slot';
import { bondFieldOf, bondedServices } from '../installation/supply';
import type { ReadingValue } from '../quantity/reading-value';
import { r1r2 } from '../measurements/continuity/slots';
import { polarity } from '../measurements/polarity/slots';
import { rcdButton } from '../measurements/residual/slots';
import { step3 } from '../measurements/ring/slots';
import type { Exercise } from './exercises';
import type { House } from './house';
import { type PracticeEntry, entry, recordOf, taken } from './record';
import type { Visit } from './visit';

/**
 * What one who knows adds to the paper of an exercise, once all there was to read was read: whoever ordered the work, the
 * work itself, what was seen at the intake, and of its circuit what follows from the readings. What is still to be done
 * after it is to sign. Nothing for an exercise that writes no paper.
 * `idOf` is what the record of the visit was told with; `today` is the day it was finished, as YYYY-MM-DD.
 */
export function restOfPaper(
  house: House,
  visit: Visit,
  { writes, circuits }: Exercise,
  idOf: (name: string) => string,
  today: string,
): PracticeEntry[] {
  if (writes === undefined) return [];
  const worked = house.circuits.filter(({ id }) => circuits?.includes(id) ?? true);
  const { bonding } = house.type.earthing;
  const bonds = bondedServices.flatMap((service) =>
    bonding.some((bond) => bond.service === service) ? [[bondFieldOf[service], 'bonded']] : [],
  );
  return [
    entry('', 'client.named', { name: 'B. Tallow', address: '3 Sparrow Court' }),
    entry('', 'works.described', {
      documentId: idOf('document'),
      fields: {
        description: writes,
        existing: 'None noticed',
        departures: 'None',
        completedOn: today,
        wayIds: worked.map(({ id }) => idOf(`way ${id}`)),
      },
    }),
    entry('seen', 'supply.described', {
      bondingCsaMm2: bonding[0]?.csaMm2 ?? null,
      ...(Object.fromEntries(bonds) as object),
    }),
    ...worked.flatMap(({ id, board, points, residual }) => {
      const on = { of: 'way', id: idOf(`way ${id}`) } as const;
      const said = (measure: Measure, value: ReadingValue, proved: boolean | null) =>
        taken(`${measure.test} of ${id}`, slotAt(on, measure), value, proved, { instrumentId: idOf('instrument') });
      const isTried = visit.acts.some((act) => act.is === 'try' && act.place === `board:${board}`);
      const highest = highestOfRing(house, visit, points, idOf);
      return [
        // Every socket that was read as crossed showed its line and CPC in their places.
        ...(highest ? [said(r1r2, highest, true), said(polarity, { is: 'confirmed' }, true)] : []),
        ...(residual && isTried ? [said(rcdButton, { is: 'confirmed' }, null)] : []),
      ];
    }),
  ];
}

/** The highest of line with CPC, as crossed, at the sockets of a ring: its R1+R2. */
function highestOfRing(
  house: House,
  visit: Visit,
  points: readonly string[],
  idOf: (name: string) => string,
): ReadingValue | null {
  const ids = new Set(points.map((id) => idOf(`point ${id}`)));
  const read = recordOf(house, visit, idOf).flatMap(({ kind, body }) => {
    if (kind !== 'reading.taken') return [];
    const { slot, value } = body as { slot: Slot; value: ReadingValue };
    const isAtSocket = slot.on.of === 'point' && ids.has(slot.on.id);
    return isAtSocket && sameMeasure(slot, step3) && value.is === 'number' ? [value] : [];
  });
  return read.toSorted((a, b) => Number(b.shown) - Number(a.shown))[0] ?? null;
}

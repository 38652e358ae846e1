'use client';

import { v7 } from 'uuid';
import { useJob, useJobNow } from '../../client/job-provider';
import type { NewJobEntry } from '../../core/catalogue';
import type { Slot } from '../../core/installation/slot';
import { wayOfSubject } from '../../core/job/job';
import type { JobView } from '../../core/job/view';
import { calculatedZs } from '../../core/measurements/loop/calculated';
import { type NotRead, reasonsCalculated, reasonsNotRead, sayReason } from '../../core/work/reasons';
import { recordReading } from '../../core/work/recorder';
import { toast } from '../../ui/toast';
import { Menu } from '../../ui/menu';
import { useMeasure, useSlotInFocus } from './measure-provider';

/** Why the reading in hand was not taken: one tap marks it, and writes the limitation where it is one. */
export function NotReadMenu() {
  const now = useJobNow();
  const { isSealed, kind } = useJob((held) => ({ isSealed: held.isSealed, kind: held.document.kind }));
  const { inHand, record, focus } = useMeasure();
  const sort = useSlotInFocus((slot) => slot && (slot.test === 'zs' && !slot.pair ? 'zs' : 'other'));
  if (!sort || isSealed) return null;
  const inFocus = () => focus.getSnapshot().focus?.slot;
  const mark = (reason: NotRead) => {
    const view = now();
    const slot = inFocus();
    if (!slot) return;
    const place = placeOf(view, slot);
    const sentence = sayReason(reason, place);
    const recording = recordReading(
      view,
      slot,
      { value: { is: 'not-taken', mark: reason.mark }, reason: sentence.slice(0, 200), corrects: true },
      inHand,
    );
    if (!recording.ok) return void toast(recording.problem);
    const limitation: NewJobEntry[] =
      reason.mark === 'LIM' && view.definition.about === 'condition'
        ? [
            {
              kind: 'limitation.noted',
              body: {
                limitationId: v7(),
                sort: reason.operational ? 'operational' : 'agreed',
                what: `${view.tests.of(slot)?.name ?? slot.test}: ${place}`,
                why: sentence,
                // With whom is asked for where limitations are written.
                agreedWith: null,
              },
            },
          ]
        : [];
    if (record([...recording.entries, ...limitation])) focus.next();
  };
  const workOut = (reason: Omit<NotRead, 'mark'>) => {
    const view = now();
    const slot = inFocus();
    if (!slot) return;
    const place = placeOf(view, slot);
    const calculated = calculatedZs(view, slot);
    if (!calculated.ok) return void toast(calculated.why);
    const recording = recordReading(
      view,
      slot,
      {
        value: { is: 'number', shown: calculated.ohms },
        how: 'calculated',
        reason: sayReason(reason, place).slice(0, 200),
        corrects: true,
      },
      inHand,
    );
    if (!recording.ok) return void toast(recording.problem);
    if (record(recording.entries)) focus.next();
  };
  const isZs = sort === 'zs';
  return (
    <Menu
      label={`Not read: reason`}
      items={[
        ...(isZs
          ? reasonsCalculated(kind).map((reason) => ({
              says: `Calculate: ${reason.label}`,
              run: () => workOut(reason),
            }))
          : []),
        ...reasonsNotRead(kind).map((reason) => ({
          says: `${reason.mark}: ${reason.label}`,
          run: () => mark(reason),
        })),
      ]}
    />
  );
}

/** Where a slot is, in words of the paper: the point with its room, else the circuit. */
function placeOf({ job }: JobView, { on }: Slot): string {
  const way = wayOfSubject(job, on);
  const point = on.of === 'point' ? job.points.get(on.id) : undefined;
  const room = point?.room && point.room !== point.name ? `, ${point.room}` : '';
  return point
    ? `${point.name}${room}, way ${way?.number ?? '?'}`
    : way
      ? `way ${way.number} ${way.description ?? ''}`.trim()
      : 'the origin';
}

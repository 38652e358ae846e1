import * as z from 'zod';
import { outcomes, showOutcome } from '../job/outcome';
import type { JobView } from '../job/view';
import { itemOutcome } from '../job/item-outcome';

/** A schedule of inspections as printed, section by section. */
export const inspectionSchema = z.array(
  z.object({
    section: z.string(),
    items: z.array(
      z.object({
        item: z.string(),
        confirm: z.string(),
        outcome: z.enum(outcomes).nullable(),
        shown: z.string(),
        note: z.string(),
      }),
    ),
  }),
);
export type InspectionSchedule = z.infer<typeof inspectionSchema>;

export function scheduleOfInspections(view: JobView): InspectionSchedule {
  const schedule = view.definition.schedule(view.pack);
  return [...new Set(schedule.map((row) => row.section))].map((section) => ({
    section,
    items: schedule
      .filter((row) => row.section === section)
      .map(({ item, confirm }) => {
        const found = itemOutcome(view, item);
        const numbers = found?.observations ?? [];
        const observations = numbers.length > 0 ? `See observation ${numbers.join(', ')}. ` : '';
        return {
          item,
          confirm,
          outcome: found?.outcome ?? null,
          shown: found ? showOutcome(found.outcome) : '—',
          note: `${observations}${found?.reason ?? ''}`.trim(),
        };
      }),
  }));
}

/** How much of the schedule was not inspected, in a sentence. */
export function notInspected(items: readonly { readonly outcome: string | null }[]): string {
  const left = items.filter(({ outcome }) => outcome === 'LIM' || outcome === 'N/V').length;
  const applicable = items.filter(({ outcome }) => outcome !== 'N/A').length;
  return `${left} of ${applicable} applicable inspection items were not inspected (LIM or N/V).`;
}

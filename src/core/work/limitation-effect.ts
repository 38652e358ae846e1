import type { Limitation } from '../job/kinds/limitation';

/** Where a limitation says by its own words what it is of, what the report then cannot say. */
const drafts: readonly (readonly [RegExp, (what: string) => string])[] = [
  [/^Inspection: (.+)$/, (place) => `${place} is not covered: a defect there would not be in this report.`],
  [
    /^Accessory not opened: (.+)$/,
    (point) => `What is behind ${point} was not seen; what was measured on its circuit stands.`,
  ],
];

/** What a report cannot say because of a limitation: a draft in the words of the limitation, for the inspector to change. */
export function draftEffect({ what }: Pick<Limitation, 'what'>): string {
  for (const [pattern, say] of drafts) {
    const found = pattern.exec(what.trim());
    if (found?.[1]) return say(found[1]);
  }
  return 'A defect there would not be in this report.';
}

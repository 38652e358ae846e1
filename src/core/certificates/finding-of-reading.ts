import type { Finding } from '../edition/findings';
import { type Slot, measureKey } from '../installation/slot';
import { wayOfSubject } from '../job/job';
import { nameOfSlot, nameOfSubject } from '../job/slot-name';
import type { JobView } from '../job/view';
import type { Judgement } from '../words/judgement';

/** Which typical finding a rule that was not met comes to, by what was measured: the first that fits. */
const findingsByRule: readonly (readonly [measure: RegExp, rule: RegExp, finding: string])[] = [
  [/^polarity/, /^polarity\.reversed-supply/, 'supply-polarity-reversed'],
  [/^polarity/, /^polarity/, 'socket-line-neutral-reversed'],
  [/^switching/, /./, 'single-pole-device-in-neutral'],
  [/^volts/, /^polarity/, 'supply-polarity-reversed'],
  [/^volts/, /./, 'supply-voltage-out-of-band'],
  [/^ze/, /./, 'ze-above-usual'],
  [/^electrode/, /./, 'electrode-resistance-high'],
  [/^ipf|^zs\/L-N/, /^breaking/, 'breaking-capacity-low'],
  [/^continuity|^extraneous/, /^bonding/, 'bonding-no-continuity'],
  [/^extraneous/, /^extraneous/, 'bonding-absent'],
  [/^supplementary/, /./, 'supplementary-bond-parted'],
  [/^metalwork/, /./, 'metal-accessory-no-cpc'],
  [/^ring\/1\/C-C/, /open/, 'ring-cpc-open'],
  [/^ring/, /open/, 'ring-conductor-open'],
  [/^r1r2|^r2/, /open/, 'cpc-open-at-point'],
  [/^r1r2|^r2|^ring/, /./, 'continuity-above-expected'],
  [/^insulation/, /./, 'insulation-below-minimum'],
  [/^zs$/, /./, 'zs-above-maximum'],
  [/^rcd button/, /./, 'rcd-button-dead'],
  [/^rcd time\/half/, /./, 'rcd-trips-at-half'],
  [/^rcd ramp/, /low/, 'rcd-trips-at-half'],
  [/^rcd time/, /no-trip|over/, 'rcd-does-not-trip'],
  [/^rcd time\/five/, /./, 'rcd-slow-at-five-times'],
  [/^rcd/, /./, 'rcd-slow'],
  [/^spd/, /./, 'spd-end-of-life'],
];

/** An observation as a reading that is not met begins it. */
export type FoundByReading = {
  /** The typical finding it is; null where it is none. */
  readonly finding: string | null;
  readonly what: string;
  readonly where: string;
  readonly wayId: string | null;
  /** What was read against what, as the judgement has it. */
  readonly read: string;
};

/** The observation a reading leads to: what, where, on which circuit, and what was read; null where it is met. */
export function findingOfReading(view: JobView, slot: Slot, judgement: Judgement): FoundByReading | null {
  if (judgement.verdict !== 'fails') return null;
  const measured = measureKey(slot);
  const finding = findingsByRule.find(([of, by]) => of.test(measured) && by.test(judgement.rule))?.[2] ?? null;
  const way = wayOfSubject(view.job, slot.on);
  const point = slot.on.of === 'point' ? view.job.points.get(slot.on.id)?.name : null;
  const name = nameOfSlot(view, slot);
  return {
    finding,
    what: `${name}: does not meet its limit`,
    where: point ?? (way ? (way.description ?? nameOfSubject(view, slot.on)) : nameOfSubject(view, slot.on)),
    wayId: way?.id ?? null,
    read: `${name}. ${[judgement.working.at(-1), judgement.limit && `Limit: ${judgement.limit.text}.`].filter(Boolean).join(' ')}`,
  };
}

/** A reading that is not met, and the observation it begins. */
export type NotNoted = { readonly slot: Slot; readonly judgement: Judgement; readonly found: FoundByReading };

/**
 * Every reading of what exists that is not met while no observation says so: one on its circuit, or of what is no
 * circuit's in its place, under the item of the finding it comes to or in its words. Where the typical findings are not
 * at hand, any observation there is taken for it. Of several readings that come to the same in one place, the first.
 */
export function readingsNotNoted(
  view: JobView,
  verdicts: readonly { readonly slot: Slot; readonly judgement: Judgement }[],
  typical: readonly Pick<Finding, 'id' | 'item' | 'what'>[],
): readonly NotNoted[] {
  if (view.definition.about !== 'condition') return [];
  const told = new Map<string, NotNoted>();
  for (const { slot, judgement } of verdicts) {
    const found = findingOfReading(view, slot, judgement);
    if (!found) continue;
    const comesTo = typical.find(({ id }) => id === found.finding);
    const isNoted = view.job.observations.some(
      ({ wayId, where, item, what }) =>
        (found.wayId === null ? wayId === null && where === found.where : wayId === found.wayId) &&
        (!comesTo || item === comesTo.item || what === comesTo.what),
    );
    const key = `${found.finding ?? found.what} ${found.wayId ?? found.where}`;
    if (!isNoted && !told.has(key)) told.set(key, { slot, judgement, found });
  }
  return [...told.values()];
}

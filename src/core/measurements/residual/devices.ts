import { type Way, isSpare } from '../../installation/way';
import type { Job } from '../../job/job';

/** A residual current device of a job with the circuits it guards; its readings are taken on the first and serve all. */
export type ResidualOfJob = {
  readonly key: string;
  readonly name: string;
  readonly ways: readonly [Way, ...Way[]];
};

/** Every residual current device, shared or a circuit's own, in the order of the ways. */
export function listResidualDevices({ ways }: Pick<Job, 'ways'>): readonly ResidualOfJob[] {
  const devices = new Map<string, [Way, ...Way[]]>();
  for (const way of ways.values()) {
    if (isSpare(way) || !way.residualMilliamps) continue;
    const key = way.residualGroup ? `${way.boardId}:${way.residualGroup}` : way.id;
    const others = devices.get(key);
    if (others) others.push(way);
    else devices.set(key, [way]);
  }
  return [...devices].map(([key, all]) => ({
    key,
    name: all[0].residualGroup ?? `Way ${all[0].number} ${all[0].description ?? ''}`.trim(),
    ways: all,
  }));
}

/** What feeds on direct current, or makes it: an RCD of type AC may not see a fault behind it. */
const withDirectCurrent =
  /charg|vehicle|solar|inverter|battery|storage|heat pump|washing|dishwasher|induction|hob|variable|led|dimmer/i;

/** A word of caution about an RCD's type for what stands behind it; null where there is none (531.3.3). */
export function doubtOfType({ ways }: ResidualOfJob): string | null {
  if (ways[0].residualType !== 'AC') return null;
  const behind = ways.filter(({ description }) => withDirectCurrent.test(description ?? ''));
  if (behind.length === 0) return 'Type AC: only for loads without direct current. Ask what is plugged in here.';
  const named = behind.map((way) => `way ${way.number} ${way.description ?? ''}`.trim()).join(', ');
  return `Type AC in front of ${named}: a fault with direct current in it may hold it closed (531.3.3).`;
}

import type { Job } from './job';
import type { Link, LinkSort } from './kinds/link';

/** Links that are a dead short, and conductors without which nothing has an earth: no reason lets the supply on over them. */
const never: ReadonlySet<LinkSort> = new Set([
  'L–CPC link',
  'ring cross-connection',
  'L+N link',
  'electrode off',
  'earthing conductor off',
  'bond off',
]);

/** A link that may stay in while the rest is live, because its circuit's own device is off or locked. */
export function mayStay(job: Pick<Job, 'switched'>, link: Link): boolean {
  const state = link.on.of === 'way' ? job.switched.get(`way:${link.on.id}`)?.state : undefined;
  const apart = state === 'off' || state === 'locked';
  return apart || (!never.has(link.sort) && link.sort !== 'CPC off');
}

export const stillIn = (links: readonly Link[]): readonly Link[] => links.filter((link) => link.clearedAt === null);

/** Why the supply may not be put on: an isolation in force, a link that may not stay, one nobody answers for, or a board left open. */
export function whyNotRestored(
  job: Pick<Job, 'links' | 'isolations' | 'switched' | 'covers' | 'boards'>,
  answered: readonly string[],
): string | null {
  if (job.isolations.some(({ begun, ended }) => begun.scope.of === 'supply' && !ended))
    return 'The isolation of the whole installation is still in force: end it: remove the lock, return the key.';
  for (const link of stillIn(job.links)) {
    if (!mayStay(job, link)) return `${link.sort}, ${link.where}, is still in: remove it, or lock its circuit off.`;
    if (!answered.includes(link.linkId)) return `${link.sort}, ${link.where}, is still in, with no reason recorded.`;
  }
  const open = [...job.covers.values()].find(({ state }) => state === 'open');
  if (open)
    return `${job.boards.get(open.boardId)?.name ?? 'A board'} is recorded as open: cover it, blank it, or have someone beside it.`;
  return null;
}

/**
 * Whether the installation is live as far as the record knows: as found until it is isolated, then only once somebody
 * made it live again and said so. `since` is when; null where it was never off.
 */
export function whetherLive(job: Pick<Job, 'isolations' | 'restorations'>): {
  readonly live: boolean;
  readonly since: string | null;
} {
  const whole = job.isolations.findLast(({ begun }) => begun.scope.of === 'supply');
  const back = job.restorations.at(-1);
  if (!whole) return { live: true, since: back?.at ?? null };
  return back && whole.ended && back.at >= whole.begunAt
    ? { live: true, since: back.at }
    : { live: false, since: null };
}

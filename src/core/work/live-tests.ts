import type { Way } from '../installation/way';
import { valueAt } from '../job/governing';
import type { JobView } from '../job/view';
import { mayStay, stillIn, whetherLive } from '../job/whether-live';
import { r1r2, r2 } from '../measurements/continuity/slots';
import { ringR2 } from '../measurements/ring/slots';
import { linkConsequence } from './isolation';
import { deadBecause } from './on-now';

/** Something in the way of a live test, and why it matters. */
export type InTheWay = { readonly what: string; readonly matters: string };

/** What keeps the whole installation from live tests; empty once it is live and nothing is linked. */
export function inTheWayOfLive({ job }: Pick<JobView, 'job'>): readonly InTheWay[] {
  const { live } = whetherLive(job);
  const links = stillIn(job.links).filter((link) => !mayStay(job, link));
  return [
    ...(live ? [] : [{ what: 'It is isolated', matters: 'It is not recorded as live yet.' }]),
    ...links.map((link) => ({ what: `${link.sort}, ${link.where}`, matters: `${linkConsequence[link.sort]}.` })),
  ];
}

/** Whether a circuit's CPC has been found continuous. */
export function cpcProved(view: JobView, way: Way): boolean {
  return [r1r2, r2, ringR2].some((measured) => {
    const value = valueAt(view, { of: 'way', id: way.id }, measured);
    return value?.is === 'number' || value?.is === 'unstable';
  });
}

/** What to know before a live test on one circuit: a device that is off, a CPC not proved, a link of its own. */
export function inTheWayOn(view: JobView, way: Way): readonly InTheWay[] {
  const { job } = view;
  const off = deadBecause(job, way);
  const links = stillIn(job.links).filter(({ on }) => on.of === 'way' && on.id === way.id);
  return [
    ...(off ? [{ what: off, matters: 'A live test needs a live circuit.' }] : []),
    ...links.map((link) => ({ what: `${link.sort}, ${link.where}`, matters: `${linkConsequence[link.sort]}.` })),
    ...(cpcProved(view, way)
      ? []
      : [
          {
            what: `CPC of way ${way.number} not proved`,
            matters: 'On an open CPC a loop test puts mains on every metal part beyond. Read R1+R2 or R2 first.',
          },
        ]),
  ];
}

import * as z from 'zod';
import { type BondedService, bondFieldOf, bondedServices } from '../../installation/supply';
import { jobKind } from '../kind';

/** What is looked at along a main bond, from its clamp to the main earthing terminal (544.1.2, 514.13.1). */
export const bondLooks = ['place', 'before branches', 'clamp', 'label', 'unbroken'] as const;
export type BondLook = (typeof bondLooks)[number];
/** What is asked at each, and which typical finding it is where it is not so. */
export const bondLookWords: Record<BondLook, { readonly ask: string; readonly finding: string }> = {
  place: {
    ask: 'Clamp within 600 mm of the meter, or of where the pipe comes in',
    finding: 'bonding-wrong-place',
  },
  'before branches': {
    ask: 'On the consumer’s side of meter and stop valve, before any branch',
    finding: 'bonding-wrong-place',
  },
  clamp: { ask: 'Clamp of the right kind, on bare clean metal, tight', finding: 'bonding-clamp-poor' },
  label: { ask: 'Label “do not remove” at the clamp', finding: 'earth-label-missing' },
  unbroken: { ask: 'One conductor, unbroken, seen as far as it can be', finding: 'bonding-cut-between-services' },
};
export const bondFound = ['yes', 'no', 'not seen'] as const;
export type BondFound = (typeof bondFound)[number];

const bondFollowed = z.object({
  service: z.enum(bondedServices),
  look: z.enum(bondLooks),
  /** Null takes it back. */
  found: z.enum(bondFound).nullable(),
});

export const bondKey = (service: BondedService, look: BondLook): string => `${service}/${look}`;

/** What was seen at one place along a bond. */
export const bondIsFollowed = jobKind({
  body: bondFollowed,
  touches: ['bonds'],
  apply(job, { body: { service, look, found } }) {
    if (found) job.bonds.set(bondKey(service, look), found);
    else job.bonds.delete(bondKey(service, look));
  },
  admit: (job, { service }) =>
    job.supply[bondFieldOf[service]] === 'bonded' ? null : 'That service is not recorded as bonded.',
});

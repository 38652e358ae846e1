import { createHash } from 'node:crypto';
import { Scribe } from '../../scripts/demo/scribe';
import { cottage, rentedHouse } from '../../scripts/demo/dwellings';
import type { Actor } from '../../src/core/ledger/admit';
import type { Draft, Entry } from '../../src/core/ledger/entry';

export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

export const inspector: Actor = { id: 'person-1', roles: ['inspector', 'supervisor'] };
export const colleague: Actor = { id: 'person-2', roles: ['inspector'] };
export const clerk: Actor = { id: 'person-3', roles: ['office'] };

export const noon = new Date('2026-03-02T12:00:00.000Z');

const instruments = [{ id: '0195a000-0000-7000-8000-000000000001', name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];

/** Drafts as the ledger would number them. */
export const numbered = (drafts: readonly Draft[], madeBy = inspector.id): Entry[] =>
  drafts.map((draft, index) => ({ ...draft, madeBy, seq: index + 1 }) as Entry);

export const rentedHouseEntries = (): Entry[] => numbered(rentedHouse(noon, instruments).drafts);
export const cottageEntries = (): Entry[] => numbered(cottage(noon, instruments).drafts);

/** A scribe with an opened job. */
export function opened(): Scribe {
  const scribe = new Scribe(noon, 'test device');
  scribe.say('job.opened', { document: 'EICR', edition: 'bs7671-2018-a2', reference: 'T-1' });
  return scribe;
}

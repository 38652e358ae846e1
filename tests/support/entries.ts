import { createHash } from 'node:crypto';
import { Scribe } from '../../scripts/demo/scribe';
import { cottage, rentedHouse } from '../../scripts/demo/dwellings';
import { type JobDraft, jobStream, viewOf } from '../../src/core/catalogue';
import { eicr } from '../../src/core/certificates/eicr/definition';
import type { JobView } from '../../src/core/job/view';
import type { Actor } from '../../src/core/ledger/actor';
import type { Drafted, Recorded } from '../../src/core/ledger/entry';

export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

export const inspector: Actor = { id: 'person-1', roles: ['inspector', 'supervisor'] };
export const colleague: Actor = { id: 'person-2', roles: ['inspector'] };
export const clerk: Actor = { id: 'person-3', roles: ['office'] };

/** The words a condition report's declaration is signed under. */
export const declared = (role: string): string => eicr.roles.find((each) => each.role === role)?.statement ?? '';

export const noon = new Date('2026-03-02T12:00:00.000Z');

const instruments = [
  {
    id: '0195a000-0000-7000-8000-000000000001',
    name: 'Multifunction tester',
    serial: 'MF-1',
    calibratedOn: '2026-01-10',
  },
];

/** Drafts as the ledger would number them. */
export const numbered = (drafts: readonly Drafted[], madeBy = inspector.id): Recorded[] =>
  drafts.map((draft, index) => ({ ...draft, madeBy, seq: index + 1 }) as Recorded);

export const rentedHouseEntries = (): Recorded[] => numbered(rentedHouse(noon, instruments).drafts);
export const cottageEntries = (): Recorded[] => numbered(cottage(noon, instruments).drafts);

/** A scribe with an opened job. */
export function opened(): Scribe {
  const scribe = new Scribe(noon, 'test device');
  scribe.open('EICR', 'bs7671-2018-a2', 'T-1');
  return scribe;
}

export const { fold, extend, admit, readDraft, readEntry } = jobStream;

/** A job seen for its document, as its entries make it. */
export function viewAt(entries: readonly Recorded[]): JobView {
  const view = viewOf(fold(entries));
  if (!view) throw new Error('The job has no document');
  return view;
}
export const viewOfScribe = (scribe: { readonly drafts: readonly JobDraft[] }): JobView =>
  viewAt(numbered(scribe.drafts));

import 'server-only';
import type { Transaction } from '../connection';
import type { StateOf, StreamSort } from '../stream-sorts';
import { duties } from './duties';
import { firmParticulars } from './firm-particulars';
import { jobSearches } from './job-search';
import { jobSummaries } from './job-summary';

/** A table that shows what streams amount to: written behind the work, droppable, made again from entries alone. */
export type Projection<S extends StreamSort> = {
  readonly name: string;
  readonly write: (
    tx: Transaction,
    firmId: string,
    streamId: string,
    state: StateOf[S],
    lastSeq: number,
  ) => Promise<void>;
  /** Empties what it holds of the firm. */
  readonly drop: (tx: Transaction, firmId: string) => Promise<void>;
};

export const projections: { readonly [S in StreamSort]: readonly Projection<S>[] } = {
  job: [jobSummaries, jobSearches, duties],
  firm: [firmParticulars],
};

import type { Place } from '../../installation/place';
import type { Way } from '../../installation/way';
import type { Stage } from '../../job/document-definition';
import type { Verdicts } from '../../job/verdicts';
import type { JobView } from '../../job/view';
import type { RuleId, Severity } from './rules';

/** What the rules look at: the job for one document, everything in it judged, and the circuits the document is about. */
export type Evidence = {
  readonly view: JobView;
  readonly verdicts: Verdicts;
  /** Circuits the document covers, spare ways left out. */
  readonly ways: readonly Way[];
};

/** One side of a contradiction: in words, and where it stands. */
export type Side = { readonly says: string; readonly place: Place };

/**
 * What a rule found to hold. It stands against `against` where that is said, and against every one of `items` that is
 * marked acceptable: those may not be ticked by a bulk act either.
 */
export type Finding = {
  readonly rule: RuleId;
  /** What it is about, apart from every other finding of the rule; with the figures, so that new figures ask anew. */
  readonly on: string;
  readonly stage: Stage;
  readonly side: Side;
  readonly items?: readonly string[];
  readonly against?: Side;
};

export type Discrepancy = {
  readonly rule: RuleId;
  readonly severity: Severity;
  /** Stable while the same two sides stand: an explanation is kept under it. */
  readonly key: string;
  readonly stage: Stage;
  readonly one: Side;
  readonly other: Side;
  readonly resolve: string;
  readonly source: string;
  /** No words explain it away. */
  readonly isFinal: boolean;
  /** In the inspector's words; null while nobody explained it. */
  readonly explained: string | null;
};

export type Detector = (evidence: Evidence) => readonly Finding[];

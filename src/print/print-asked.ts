import type { PrintedModel } from '../core/certificates/printed-model';

/** What makes a printed document the sealed one: absent for a draft. */
export type Sealed = {
  readonly number: string;
  readonly issuedAt: Date;
  readonly documentHash: string;
  readonly verifyUrl: string;
};

/** A document to be printed, as plain data: it crosses to a thread of its own. */
export type PrintAsked = {
  readonly kind: string;
  readonly model: PrintedModel;
  readonly sealed: Sealed | null;
  readonly at: Date;
};

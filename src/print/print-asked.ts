import type { Label } from '../core/certificates/labels';
import type { Letter } from '../core/certificates/letters';
import type { Notice } from '../core/certificates/notice';
import type { PrintedOffer } from '../core/certificates/offer';
import type { PrintedModel } from '../core/certificates/printed-model';

/** What makes a printed document the sealed one: absent for a draft. */
export type Sealed = {
  readonly number: string;
  readonly issuedAt: Date;
  readonly documentHash: string;
  readonly verifyUrl: string;
  /** What the seal is over, as text, for a program to read; absent where it was issued before that was put in. */
  readonly record?: string;
  /** Room is left for a signature in this name. */
  readonly signedBy?: string;
};

/** A document to be printed, as plain data: it crosses to a thread of its own. */
type DocumentAsked = {
  readonly kind: string;
  readonly model: PrintedModel;
  readonly sealed: Sealed | null;
  readonly at: Date;
  /** The bytes of its pictures, by their hash. */
  readonly pictures: ReadonlyMap<string, Uint8Array>;
};

/** What a board is labelled with: on sheets of A4 or a roll. */
type LabelsAsked = { readonly labels: readonly Label[]; readonly paper: 'a4' | 'roll'; readonly at: Date };

/** The notice that follows from a certificate. */
type NoticeAsked = { readonly notice: Notice; readonly at: Date };

/** A paper handed over before any report. */
type LetterAsked = { readonly letter: Letter; readonly at: Date };

/** Ways to put right what was found. */
type OfferAsked = { readonly offer: PrintedOffer; readonly at: Date };

export type PrintAsked = DocumentAsked | LabelsAsked | NoticeAsked | LetterAsked | OfferAsked;

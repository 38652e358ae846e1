import 'server-only';
import type { PrintedModel } from '../../core/certificates/printed-model';
import type { Sealed } from '../print-asked';
import { dangerNotice } from '../../core/certificates/danger-notice/definition';
import type { DocumentKind } from '../../core/certificates/documents';
import { dangerNoticePdf } from './danger-notice';
import { reportPdf } from './eicr';
import { certificatePdf } from './eic';
import { formPdf } from './mwc';
import { eic } from '../../core/certificates/eic/definition';
import { eicr } from '../../core/certificates/eicr/definition';
import { mwc } from '../../core/certificates/mwc/definition';

type Layout = (
  model: PrintedModel,
  sealed: Sealed | null,
  at: Date,
  pictures: ReadonlyMap<string, Uint8Array>,
) => Promise<Buffer>;

/** A layout for each kind of document: one file, one line here. Each reads the model as its own kind has it. */
export const layouts: Readonly<Record<DocumentKind, Layout>> = {
  DN: (model, sealed, at, pictures) => dangerNoticePdf(dangerNotice.model.read(model), sealed, at, pictures),
  EICR: (model, sealed, at, pictures) => reportPdf(eicr.model.read(model), sealed, at, pictures),
  EIC: (model, sealed, at, pictures) => certificatePdf(eic.model.read(model), sealed, at, pictures),
  MWC: (model, sealed, at, pictures) => formPdf(mwc.model.read(model), sealed, at, pictures),
};

/** Throws for a kind without a layout: the list is then incomplete. */
export function layoutOf(kind: string): Layout {
  const layout = Object.hasOwn(layouts, kind) ? layouts[kind as DocumentKind] : undefined;
  if (!layout) throw new Error(`There is no layout for ${kind}`);
  return layout;
}

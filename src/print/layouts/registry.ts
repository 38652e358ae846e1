import 'server-only';
import type { PrintedModel } from '../../core/certificates/printed-model';
import type { Sealed } from '../print-asked';
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
const layouts: Readonly<Record<string, Layout>> = {
  EICR: (model, sealed, at, pictures) => reportPdf(eicr.model.read(model), sealed, at, pictures),
  EIC: (model, sealed, at, pictures) => certificatePdf(eic.model.read(model), sealed, at, pictures),
  MWC: (model, sealed, at, pictures) => formPdf(mwc.model.read(model), sealed, at, pictures),
};

/** Throws for a kind without a layout: the list is then incomplete. */
export function layoutOf(kind: string): Layout {
  const layout = layouts[kind];
  if (!layout) throw new Error(`There is no layout for ${kind}`);
  return layout;
}

import 'server-only';
import { mwc } from '../../core/certificates/mwc/definition';
import type { WorksForm } from '../../core/certificates/mwc/model';
import type { Sealed } from '../print-asked';
import { declarations, explained, factsUnder, instruments, pictures, replacing, sheetFor, title } from './parts';

/** Prints a minor-works form in its five parts. */
export async function formPdf(
  model: WorksForm,
  sealed: Sealed | null,
  at: Date,
  files: ReadonlyMap<string, Uint8Array> = new Map(),
): Promise<Buffer> {
  const sheet = sheetFor(mwc, model, sealed, at);
  title(sheet, mwc, model, sealed, 'Addition or alteration of one circuit');
  replacing(sheet, model, 'form');
  factsUnder(sheet, 'Client and installation', [...model.client, ...model.site]);
  factsUnder(sheet, '1 The work', model.works);
  for (const remedy of model.remedies) sheet.paragraph(`Puts right: ${remedy}`);
  factsUnder(sheet, '2 The installation', model.installation);
  factsUnder(sheet, '3 The circuit', model.circuit);
  factsUnder(sheet, '4 Test results', model.results);
  for (const note of model.notes) sheet.paragraph(note, { size: 8 });
  pictures(sheet, model, files);
  explained(sheet, model);
  instruments(sheet, model.instruments);
  declarations(sheet, mwc, model, '5 Declaration');
  sheet.heading(2, 'For whoever receives this form');
  for (const text of [
    'It is for one addition or alteration to one circuit that was there before. It says nothing of the rest of the installation but what stands under comments.',
    'Whatever guarantee the firm gives on this work begins on its date of completion.',
    'The address and code at the foot of each page show whether form and record are as they were when it was sealed.',
  ])
    sheet.paragraph(text, { size: 9.5 });
  return sheet.finish();
}

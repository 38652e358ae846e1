import 'server-only';
import { dangerNotice } from '../../core/certificates/danger-notice/definition';
import type { DangerNotice } from '../../core/certificates/danger-notice/model';
import type { Sealed } from '../print-asked';
import { declarations, explained, factsUnder, pictures, replacing, sheetFor, title } from './parts';

/** Prints a danger notice: the warning first, then each danger with who was told of it. */
export async function dangerNoticePdf(
  model: DangerNotice,
  sealed: Sealed | null,
  at: Date,
  files: ReadonlyMap<string, Uint8Array> = new Map(),
): Promise<Buffer> {
  const sheet = sheetFor(dangerNotice, model, sealed, at);
  title(sheet, dangerNotice, model, sealed, 'Danger found during inspection');
  replacing(sheet, model, 'notice');
  sheet.banner(model.warning, true);
  factsUnder(sheet, 'Installation', model.site);
  for (const { number, facts, taken } of model.dangers) {
    factsUnder(sheet, `Danger ${number}`, facts);
    if (taken?.drawn) sheet.strokes(taken.drawn, `Signature of ${taken.who}`);
  }
  sheet.heading(2, 'What to do now');
  for (const line of model.advice) sheet.paragraph(line);
  pictures(sheet, model, files);
  explained(sheet, model);
  factsUnder(sheet, 'Client', model.client);
  declarations(sheet, dangerNotice, model, 'Declaration');
  return sheet.finish();
}

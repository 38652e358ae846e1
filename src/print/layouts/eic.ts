import 'server-only';
import { eic } from '../../core/certificates/eic/definition';
import type { Certificate } from '../../core/certificates/eic/model';
import type { Sealed } from '../print-asked';
import type { Sheet } from '../sheet';
import {
  declarations,
  explained,
  factsUnder,
  inspection,
  instruments,
  pictures,
  replacing,
  sheetFor,
  testResults,
  title,
} from './parts';

/** Prints an installation certificate with its schedules: without them it cannot be made. */
export async function certificatePdf(
  model: Certificate,
  sealed: Sealed | null,
  at: Date,
  files: ReadonlyMap<string, Uint8Array> = new Map(),
): Promise<Buffer> {
  const sheet = sheetFor(eic, model, sealed, at);
  title(sheet, eic, model, sealed, 'New work');
  replacing(sheet, model, 'certificate');
  factsUnder(sheet, 'Client and installation', [...model.client, ...model.site]);
  factsUnder(sheet, 'The work', model.works);
  said(sheet, 'Extent covered', model.extentCovered);
  said(sheet, 'Not covered', model.extentNotCovered);
  if (model.remedies.length > 0) {
    sheet.heading(2, 'Findings put right by it');
    for (const remedy of model.remedies) sheet.paragraph(remedy);
  }
  said(sheet, 'Departures from the edition', model.departures);
  said(sheet, 'Comments on the existing installation', model.existing);
  factsUnder(sheet, 'Next inspection', model.comeBack);
  declarations(sheet, eic, model);
  factsUnder(sheet, 'Supply', model.supply);
  factsUnder(sheet, 'Earthing and bonding', model.earthing);
  factsUnder(sheet, 'Main switch', model.mainSwitch);
  demand(sheet, model);
  inspection(
    sheet,
    model.inspection,
    'Schedule of inspections',
    '✓ inspected and right; N/A not part of this work. Whatever was not right was mended before this was signed.',
  );
  for (const board of model.boards) testResults(sheet, board);
  sheet.turn('portrait');
  pictures(sheet, model, files);
  explained(sheet, model);
  instruments(sheet, model.instruments);
  notes(sheet);
  return sheet.finish();
}

function said(sheet: Sheet, heading: string, text: string): void {
  sheet.heading(2, heading);
  sheet.paragraph(text, { size: 10 });
}

function demand(sheet: Sheet, model: Certificate): void {
  sheet.heading(2, 'Maximum demand');
  if (model.demand.lines.length > 0)
    sheet.table(
      [
        { heading: 'Purpose', width: 130 },
        { heading: 'Diversity', width: 310 },
        { heading: 'A', width: 60, align: 'right' },
      ],
      model.demand.lines.map((line) => [
        { text: line.purpose, head: true },
        { text: line.working },
        { text: line.amps },
      ]),
    );
  sheet.facts(model.demand.facts);
}

function notes(sheet: Sheet): void {
  sheet.heading(2, 'For whoever receives this certificate');
  for (const text of [
    'It says that the work named here was designed, made, inspected and tested to the edition of BS 7671 named, and that no defect of that work was left. It says nothing of other parts of the installation but what stands under comments.',
    'Each person signs only for what they did. The schedules belong to it: without them it is no certificate.',
    'Keep it with the building and hand it on. Work that is notifiable under building regulations has its own notice from building control or a registration body: ask for it.',
    'Have the installation inspected again by the date given, and press the test button of each residual current device about every six months.',
    'The address and code at the foot of each page show whether certificate and record are as they were when it was sealed.',
  ])
    sheet.paragraph(text, { size: 9.5 });
}

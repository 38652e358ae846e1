import 'server-only';
import type { Report } from '../../core/certificates/eicr/model';
import { eicr } from '../../core/certificates/eicr/definition';
import { codeMeaning, codes } from '../../core/job/outcome';
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

/** Prints a condition report: a draft across every page until it is sealed, then with number, hash and code on each. */
export async function reportPdf(
  report: Report,
  sealed: Sealed | null,
  at: Date,
  files: ReadonlyMap<string, Uint8Array> = new Map(),
): Promise<Buffer> {
  const sheet = sheetFor(eicr, report, sealed, at);
  assessment(sheet, report, sealed);
  background(sheet, report);
  declarations(sheet, eicr, report);
  observations(sheet, report);
  pictures(sheet, report, files);
  factsUnder(sheet, 'Supply', report.supply);
  factsUnder(sheet, 'Earthing and bonding', report.earthing);
  factsUnder(sheet, 'Main switch', report.mainSwitch);
  inspection(
    sheet,
    report.inspection,
    'Inspection schedule',
    '✓ acceptable; C1, C2, C3, FI as coded above; LIM limitation; N/V not verified; N/A not applicable.',
  );
  for (const board of report.boards) testResults(sheet, board);
  sheet.turn('portrait');
  explained(sheet, report);
  instruments(sheet, report.instruments);
  notes(sheet);
  return sheet.finish();
}

function assessment(sheet: Sheet, report: Report, sealed: Sealed | null): void {
  title(sheet, eicr, report, sealed, 'Periodic inspection and testing');
  sheet.banner(
    `Overall assessment${sealed ? '' : ' so far'}: ${report.assessment.outcome.toUpperCase()}`,
    report.assessment.outcome === 'unsatisfactory',
  );
  for (const reason of report.assessment.reasons) sheet.paragraph(reason);
  if (report.assessment.overruledBecause)
    sheet.paragraph(`The inspector assessed it so against the rule, because: ${report.assessment.overruledBecause}`, {
      font: 'bold',
    });

  replacing(sheet, report, 'report');
}

function background(sheet: Sheet, report: Report): void {
  sheet.heading(2, 'Client and installation');
  sheet.facts([...report.client, ...report.site]);
  sheet.heading(2, 'Extent and background');
  sheet.facts(report.brief);
  sheet.heading(2, 'Limitations');
  if (report.limitations.length === 0) sheet.paragraph('None agreed and none found on the day.');
  else {
    sheet.table(
      [
        { heading: 'Sort', width: 70 },
        { heading: 'Not covered', width: 170 },
        { heading: 'Why', width: 170 },
        { heading: 'Agreed with', width: 90 },
      ],
      report.limitations.map((l) => [{ text: l.sort }, { text: l.what }, { text: l.why }, { text: l.agreedWith }]),
    );
  }
  sheet.paragraph(report.notInspected);
  sheet.heading(2, 'Summary of the condition');
  sheet.paragraph(report.summary, { size: 10 });
  sheet.heading(2, 'Recommendation');
  sheet.facts(report.comeBack);
  const urgent = report.observations.filter((o) => o.code !== 'C3' && !o.remedied);
  sheet.paragraph(
    urgent.length > 0
      ? `Observation${urgent.length === 1 ? '' : 's'} ${urgent.map((o) => `${o.number} (${o.code})`).join(', ')}: have the work done or the question settled without delay.`
      : 'No observation asks for urgent work.',
  );
}

function observations(sheet: Sheet, report: Report): void {
  sheet.heading(2, 'Observations');
  if (report.observations.length === 0) sheet.paragraph('None.');
  else {
    sheet.table(
      [
        { heading: 'No.', width: 24, align: 'right' },
        { heading: 'Code', width: 34, align: 'center' },
        { heading: 'What was found, where, and why it matters', width: 300 },
        { heading: 'Item', width: 36 },
        { heading: 'Circuit', width: 70 },
        { heading: 'Regulation', width: 62 },
      ],
      report.observations.map((o) => [
        { text: String(o.number) },
        { text: o.code, font: 'bold' as const },
        { text: [o.what, `${o.where}. ${o.why}`, o.remedied].filter(Boolean).join('\n') },
        { text: o.item },
        { text: o.circuit },
        { text: o.regulation },
      ]),
    );
  }
  sheet.table(
    [
      { heading: 'Code', width: 40, align: 'center' },
      { heading: 'Meaning', width: 150 },
      { heading: 'What it asks of you', width: 310 },
    ],
    codes.map((code) => [
      { text: code, font: 'bold' as const },
      { text: codeMeaning[code].title },
      { text: codeMeaning[code].action },
    ]),
  );
}

function notes(sheet: Sheet): void {
  sheet.heading(2, 'For whoever receives this report');
  for (const text of [
    'This report tells how safe the fixed electrical installation was to go on using on the day it was inspected, as far as it could be seen and tested. Appliances that plug in are not part of it.',
    'Satisfactory means that nothing was found that asks for urgent work. Unsatisfactory means that at least one observation is coded C1, C2 or FI: see the list of observations, and have those dealt with first.',
    'Parts that are buried, boxed in or out of reach were not seen. The limitations and the items marked LIM or N/V say what was left out and why.',
    'Keep this report and hand it to whoever takes over the property or works on the installation. Work done because of it should be certified by the person who does it.',
    'In a rented home in England the landlord has duties with dates: a copy to tenants, work done within 28 days or sooner where stated, and confirmation in writing. Rules differ in Wales, Scotland and Northern Ireland. Check the law where the property is.',
    'Press the test button of each residual current device about every six months. If it does not switch off, call an electrician.',
    'The firm holds the record this report was made from. The address and code at the foot of each page show whether report and record are as they were when it was sealed.',
  ]) {
    sheet.paragraph(text, { size: 9.5 });
  }
}

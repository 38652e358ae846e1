import 'server-only';
import { create } from 'qrcode';
import type { Report } from '../../core/certificates/eicr/model';
import { logoBytes } from '../../core/firm/kinds/particulars';
import { eicr } from '../../core/certificates/eicr/definition';
import { codeMeaning, codes } from '../../core/job/outcome';
import type { Sealed } from '../print-asked';
import { type Cell, Sheet } from '../sheet';

const london = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', dateStyle: 'long', timeStyle: 'short' });

/** Prints a condition report: a draft across every page until it is sealed, then with number, hash and code on each. */
export async function reportPdf(report: Report, sealed: Sealed | null, at: Date): Promise<Buffer> {
  const sheet = sheetFor(report, sealed, at);
  assessment(sheet, report, sealed);
  background(sheet, report);
  declarations(sheet, report);
  observations(sheet, report);
  sheet.heading(2, 'Supply');
  sheet.facts(report.supply);
  sheet.heading(2, 'Earthing and bonding');
  sheet.facts(report.earthing);
  sheet.heading(2, 'Main switch');
  sheet.facts(report.mainSwitch);
  inspection(sheet, report);
  for (const board of report.boards) testResults(sheet, board);
  sheet.turn('portrait');
  instruments(sheet, report);
  notes(sheet);
  return sheet.finish();
}

/** An empty sheet with what stands at the head and foot of every page. */
function sheetFor(report: Report, sealed: Sealed | null, at: Date): Sheet {
  const place = report.site.find((fact) => fact.label === 'Installation at')?.value.replaceAll('\n', ', ') ?? '';
  const qr = sealed ? create(sealed.verifyUrl, { errorCorrectionLevel: 'M' }).modules : null;
  return new Sheet({
    title: `${eicr.title} ${sealed?.number ?? 'draft'}, ${place}`,
    author: report.firm.name,
    createdAt: sealed?.issuedAt ?? at,
    watermark: sealed ? null : 'DRAFT',
    headLine: `${eicr.title}   ${sealed?.number ?? 'DRAFT: not issued'}   ${report.edition}`,
    footLines: sealed
      ? [
          `${sealed.number}, issued ${london.format(sealed.issuedAt)} by ${report.firm.name}.`,
          `Sealed: SHA-256 ${sealed.documentHash}`,
          `Check it at ${sealed.verifyUrl}`,
        ]
      : [
          'Draft, not signed and not issued: not to be relied on.',
          `${report.firm.name}, reference ${report.reference}`,
        ],
    code: qr ? { size: qr.size, isDark: (row, column) => Boolean(qr.get(row, column)) } : null,
  });
}

function assessment(sheet: Sheet, report: Report, sealed: Sealed | null): void {
  const logo = logoBytes(report.firm.logo);
  if (logo) sheet.picture(Buffer.from(logo, 'base64'));
  sheet.heading(1, eicr.title);
  sheet.paragraph(
    `Periodic inspection and testing to ${report.edition}. ${sealed ? `Number ${sealed.number}.` : 'Draft.'} Reference ${report.reference}.`,
    { colour: '#575f6d' },
  );
  sheet.banner(
    `Overall assessment: ${report.assessment.outcome.toUpperCase()}`,
    report.assessment.outcome === 'unsatisfactory',
  );
  for (const reason of report.assessment.reasons) sheet.paragraph(reason);
  if (report.assessment.overruledBecause)
    sheet.paragraph(`The inspector assessed it so against the rule, because: ${report.assessment.overruledBecause}`, {
      font: 'bold',
    });

  if (report.replaces)
    sheet.paragraph(`This report replaces ${report.replaces.number}, because: ${report.replaces.because}.`, {
      font: 'bold',
    });
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
  const urgent = report.observations.filter((o) => o.code !== 'C3');
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
        { text: `${o.what}\n${o.where}. ${o.why}` },
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

function inspection(sheet: Sheet, report: Report): void {
  sheet.heading(2, 'Inspection schedule');
  sheet.paragraph(
    '✓ acceptable; C1, C2, C3, FI as coded above; LIM limitation; N/V not verified; N/A not applicable.',
    { colour: '#575f6d' },
  );
  for (const section of report.inspection) {
    sheet.heading(3, section.section);
    sheet.table(
      [
        { heading: 'Item', width: 36 },
        { heading: 'What was looked at', width: 230 },
        { heading: 'Outcome', width: 50, align: 'center' },
        { heading: 'Note', width: 190 },
      ],
      section.items.map((item) => [
        { text: item.item, head: true },
        { text: item.confirm },
        { text: item.shown, font: 'bold' as const },
        { text: item.note },
      ]),
    );
  }
}

function testResults(sheet: Sheet, board: Report['boards'][number]): void {
  sheet.turn('landscape');
  sheet.heading(2, `Circuits and test results: ${board.name}`);
  sheet.paragraph(board.facts.map((fact) => `${fact.label}: ${fact.value}`).join('  ·  '), { size: 8 });
  sheet.table(
    board.columns,
    board.rows.map((row) => row.map((text, index): Cell => ({ text, head: index === 0 }))),
    6.8,
  );
  sheet.paragraph(
    'Max Zs is the table or computed maximum for the device; readings at ambient temperature are compared with 0.8 of it. LIM limitation, N/V not verified, N/A not applicable; > the instrument was over range; * limit set by the inspector.',
    { size: 7.5, colour: '#575f6d' },
  );
  for (const note of board.notes) sheet.paragraph(note, { size: 8 });
}

function instruments(sheet: Sheet, report: Report): void {
  sheet.heading(2, 'Instruments');
  sheet.table(
    [
      { heading: 'Instrument', width: 220 },
      { heading: 'Serial number', width: 140 },
      { heading: 'Calibrated', width: 140 },
    ],
    report.instruments.map((i) => [{ text: i.name }, { text: i.serial }, { text: i.calibratedOn }]),
  );
}

function declarations(sheet: Sheet, report: Report): void {
  sheet.heading(2, 'Declarations');
  for (const { role, title } of eicr.roles) {
    const signed = report.declarations.find((declaration) => declaration.role === role);
    sheet.facts([
      { label: signed?.title ?? title, value: signed ? `${signed.name}, ${signed.position}` : 'not signed' },
      ...(signed
        ? [
            { label: 'Declares', value: signed.statement },
            { label: 'Signed', value: london.format(new Date(signed.signedAt)) },
          ]
        : []),
    ]);
  }
  sheet.facts([
    { label: 'Firm', value: report.firm.name },
    { label: 'Address', value: report.firm.address },
    { label: 'Telephone, e-mail', value: `${report.firm.telephone}, ${report.firm.email}` },
  ]);
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

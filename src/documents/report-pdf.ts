import 'server-only';
import { create } from 'qrcode';
import { type CircuitColumn, type Report, circuitColumns } from '../core/document/report';
import { codeMeaning, codes } from '../core/inspection/outcome';
import { type Cell, type ColumnSpec, Sheet } from './sheet';

/** What makes a printed report the sealed one: absent for a draft. */
export type Sealed = { readonly number: string; readonly issuedAt: Date; readonly documentHash: string; readonly verifyUrl: string };

const circuitHeadings: Record<CircuitColumn, { heading: string; width: number; align?: 'left' | 'right' | 'center' }> = {
  way: { heading: 'No.', width: 20, align: 'right' },
  description: { heading: 'Circuit', width: 104 },
  points: { heading: 'Pts', width: 22, align: 'right' },
  method: { heading: 'Ref. method', width: 34, align: 'center' },
  live: { heading: 'Live mm²', width: 26, align: 'right' },
  cpc: { heading: 'CPC mm²', width: 26, align: 'right' },
  seconds: { heading: 'Off in s', width: 24, align: 'right' },
  device: { heading: 'Device BS (EN), type, A', width: 52 },
  breaking: { heading: 'kA', width: 20, align: 'right' },
  maxZs: { heading: 'Max Zs Ω', width: 32, align: 'right' },
  rcd: { heading: 'RCD mA, type', width: 32 },
  ringR1: { heading: 'r1 Ω', width: 28, align: 'right' },
  ringRn: { heading: 'rn Ω', width: 28, align: 'right' },
  ringR2: { heading: 'r2 Ω', width: 28, align: 'right' },
  r1r2: { heading: 'R1+R2 Ω', width: 34, align: 'right' },
  r2: { heading: 'R2 Ω', width: 28, align: 'right' },
  volts: { heading: 'IR at V', width: 26, align: 'right' },
  irLL: { heading: 'IR L–L MΩ', width: 34, align: 'right' },
  irLE: { heading: 'IR L–E MΩ', width: 34, align: 'right' },
  polarity: { heading: 'Pol.', width: 26, align: 'center' },
  zs: { heading: 'Zs Ω', width: 30, align: 'right' },
  rcdTime: { heading: 'RCD ms', width: 30, align: 'right' },
  button: { heading: 'RCD button', width: 32, align: 'center' },
};

const london = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', dateStyle: 'long', timeStyle: 'short' });

/** Prints a condition report: a draft across every page until it is sealed, then with number, hash and code on each. */
export async function reportPdf(report: Report, sealed: Sealed | null, at: Date): Promise<Buffer> {
  const place = report.site.find((fact) => fact.label === 'Installation at')?.value.replaceAll('\n', ', ') ?? '';
  const qr = sealed ? create(sealed.verifyUrl, { errorCorrectionLevel: 'M' }).modules : null;
  const sheet = new Sheet({
    title: `Electrical Installation Condition Report ${sealed?.number ?? 'draft'}, ${place}`,
    author: report.firm.name,
    createdAt: sealed?.issuedAt ?? at,
    watermark: sealed ? null : 'DRAFT',
    headLine: `Electrical Installation Condition Report   ${sealed?.number ?? 'DRAFT: not issued'}   ${report.edition}`,
    footLines: sealed
      ? [`${sealed.number}, issued ${london.format(sealed.issuedAt)} by ${report.firm.name}.`, `Sealed: SHA-256 ${sealed.documentHash}`, `Check it at ${sealed.verifyUrl}`]
      : ['Draft, not signed and not issued: not to be relied on.', `${report.firm.name}, reference ${report.reference}`],
    code: qr ? { size: qr.size, isDark: (row, column) => Boolean(qr.get(row, column)) } : null,
  });

  sheet.heading(1, 'Electrical Installation Condition Report');
  sheet.paragraph(`Periodic inspection and testing to ${report.edition}. ${sealed ? `Number ${sealed.number}.` : 'Draft.'} Reference ${report.reference}.`, { colour: '#575f6d' });
  sheet.banner(`Overall assessment: ${report.assessment.outcome.toUpperCase()}`, report.assessment.outcome === 'unsatisfactory');
  for (const reason of report.assessment.reasons) sheet.paragraph(reason);
  if (report.assessment.overruledBecause) sheet.paragraph(`The inspector assessed it so against the rule, because: ${report.assessment.overruledBecause}`, { font: 'bold' });

  sheet.heading(2, 'Client and installation');
  sheet.facts([...report.client, ...report.site]);
  sheet.heading(2, 'Extent and background');
  sheet.facts(report.brief);
  sheet.heading(2, 'Limitations');
  if (report.limitations.length === 0) sheet.paragraph('None agreed and none found on the day.');
  else {
    sheet.table(
      [{ heading: 'Sort', width: 70 }, { heading: 'Not covered', width: 170 }, { heading: 'Why', width: 170 }, { heading: 'Agreed with', width: 90 }],
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
  declarations(sheet, report);

  sheet.heading(2, 'Observations');
  if (report.observations.length === 0) sheet.paragraph('None.');
  else {
    sheet.table(
      [{ heading: 'No.', width: 24, align: 'right' }, { heading: 'Code', width: 34, align: 'center' }, { heading: 'What was found, where, and why it matters', width: 300 }, { heading: 'Item', width: 36 }, { heading: 'Circuit', width: 70 }, { heading: 'Regulation', width: 62 }],
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
    [{ heading: 'Code', width: 40, align: 'center' }, { heading: 'Meaning', width: 150 }, { heading: 'What it asks of you', width: 310 }],
    codes.map((code) => [{ text: code, font: 'bold' as const }, { text: codeMeaning[code].title }, { text: codeMeaning[code].action }]),
  );

  sheet.heading(2, 'Supply');
  sheet.facts(report.supply);
  sheet.heading(2, 'Earthing and bonding');
  sheet.facts(report.earthing);
  sheet.heading(2, 'Main switch');
  sheet.facts(report.mainSwitch);

  sheet.heading(2, 'Inspection schedule');
  sheet.paragraph('✓ acceptable; C1, C2, C3, FI as coded above; LIM limitation; N/V not verified; N/A not applicable.', { colour: '#575f6d' });
  for (const section of report.inspection) {
    sheet.heading(3, section.section);
    sheet.table(
      [{ heading: 'Item', width: 36 }, { heading: 'What was looked at', width: 230 }, { heading: 'Outcome', width: 50, align: 'center' }, { heading: 'Note', width: 190 }],
      section.items.map((item) => [{ text: item.item, head: true }, { text: item.confirm }, { text: item.shown, font: 'bold' as const }, { text: item.note }]),
    );
  }

  for (const board of report.boards) {
    sheet.turn('landscape');
    sheet.heading(2, `Circuits and test results: ${board.name}`);
    sheet.paragraph(board.facts.map((fact) => `${fact.label}: ${fact.value}`).join('  ·  '), { size: 8 });
    const columns = circuitColumns.map((column): ColumnSpec => circuitHeadings[column]);
    sheet.table(
      columns,
      board.rows.map((row) => circuitColumns.map((column): Cell => ({ text: row.cells[column], head: column === 'way' }))),
      6.8,
    );
    sheet.paragraph('Max Zs is the table or computed maximum for the device; readings at ambient temperature are compared with 0.8 of it. LIM limitation, N/V not verified, N/A not applicable; > the instrument was over range; * limit set by the inspector.', { size: 7.5, colour: '#575f6d' });
    for (const note of board.notes) sheet.paragraph(note, { size: 8 });
  }

  sheet.turn('portrait');
  sheet.heading(2, 'Instruments');
  sheet.table([{ heading: 'Instrument', width: 220 }, { heading: 'Serial number', width: 140 }, { heading: 'Calibrated', width: 140 }], report.instruments.map((i) => [{ text: i.name }, { text: i.serial }, { text: i.calibratedOn }]));
  notes(sheet);
  return sheet.finish();
}

function declarations(sheet: Sheet, report: Report): void {
  sheet.heading(2, 'Declarations');
  for (const role of ['inspector', 'authoriser'] as const) {
    const signed = report.declarations.find((declaration) => declaration.role === role);
    sheet.facts([
      { label: role === 'inspector' ? 'Inspected and tested by' : 'Authorised by', value: signed ? `${signed.name}, ${signed.position}` : 'not signed' },
      ...(signed ? [{ label: 'Declares', value: signed.statement }, { label: 'Signed', value: london.format(new Date(signed.signedAt)) }] : []),
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

/** The file name a report is handed over under. */
export const reportFileName = (report: Report, number: string | null): string =>
  `${number ?? `draft-${report.reference}`}.pdf`.replace(/[^\w.-]+/g, '-');


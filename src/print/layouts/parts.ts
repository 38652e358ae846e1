import { sayByLink } from '../../core/certificates/paper';
import 'server-only';
import { create } from 'qrcode';
import { logoBytes } from '../../core/firm/kinds/particulars';
import type { DocumentDefinition } from '../../core/job/document-definition';
import type { Fact } from '../../core/certificates/fact';
import type { PrintedModel } from '../../core/certificates/printed-model';
import type { InspectionSchedule } from '../../core/certificates/schedule-of-inspections';
import type { BoardSchedule } from '../../core/certificates/schedule-of-tests';
import type { Sealed } from '../print-asked';
import { type Cell, Sheet, type Stroke } from '../sheet';

/** The parts that papers of every kind are put together from. */
const london = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', dateStyle: 'long', timeStyle: 'short' });

/** An empty sheet with what stands at the head and foot of every page. */
export function sheetFor(
  definition: Pick<DocumentDefinition, 'title'>,
  report: PrintedModel,
  sealed: Sealed | null,
  at: Date,
): Sheet {
  const place = report.site.find((fact) => fact.label === 'Installation at')?.value.replaceAll('\n', ', ') ?? '';
  const qr = sealed ? create(sealed.verifyUrl, { errorCorrectionLevel: 'M' }).modules : null;
  return new Sheet({
    about: {
      title: `${definition.title} ${sealed?.number ?? 'draft'}, ${place}`,
      author: report.firm.name,
      at: sealed?.issuedAt ?? at,
    },
    signedBy: sealed?.signedBy ?? null,
    attached: sealed?.record
      ? { name: 'sealed.json', description: 'What this paper is sealed over', text: sealed.record }
      : null,
    watermark: sealed ? null : 'DRAFT',
    // What an edition of the firm's own is made from stands beneath the title: the head has one line.
    headLine: `${definition.title}   ${sealed?.number ?? 'DRAFT: not issued'}   ${report.edition.replace(/ \(.*\)$/, '').slice(0, 60)}`,
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

/** The firm's logo, what kind of paper it is, and which issue it replaces. */
export function title(
  sheet: Sheet,
  definition: Pick<DocumentDefinition, 'title'>,
  model: PrintedModel,
  sealed: Sealed | null,
  what: string,
): void {
  const logo = logoBytes(model.firm.logo);
  if (logo) sheet.picture(Buffer.from(logo, 'base64'));
  sheet.heading(1, definition.title);
  sheet.paragraph(
    `${what} to ${model.edition}. ${sealed ? `Number ${sealed.number}.` : 'Draft.'} Reference ${model.reference}.`,
    { colour: '#575f6d' },
  );
}

export function replacing(sheet: Sheet, model: PrintedModel, paper: string): void {
  if (model.replaces)
    sheet.paragraph(`This ${paper} replaces ${model.replaces.number}, because: ${model.replaces.because}.`, {
      font: 'bold',
    });
}

/** A schedule of inspections; `key` says what its marks mean. */
export function inspection(sheet: Sheet, schedule: InspectionSchedule, heading: string, key: string): void {
  sheet.heading(2, heading);
  sheet.paragraph(key, { colour: '#575f6d' });
  for (const section of schedule) {
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

export function testResults(sheet: Sheet, board: BoardSchedule): void {
  sheet.turn('landscape');
  sheet.heading(2, `Circuits and test results: ${board.name}`);
  sheet.paragraph(board.facts.map((fact) => `${fact.label}: ${fact.value}`).join('  ·  '), { size: 8 });
  sheet.table(
    board.columns,
    board.rows.map((row) =>
      row.map((text, index): Cell => ({
        text,
        head: index === 0,
        ...(text.endsWith(' ×') ? { font: 'bold' as const } : {}),
      })),
    ),
    6.8,
  );
  // The marks are explained where they stand: a document from before them prints as it did.
  const marks = board.rows.flat().some((cell) => cell.endsWith(' ×') || cell.endsWith('†'));
  sheet.paragraph(
    `Max Zs is the table or computed maximum for the device; readings at ambient temperature are compared with 0.8 of it. ${marks ? '× fails its limit; † limit of the RCD. ' : ''}LIM limitation, N/V not verified, N/A not applicable; > the instrument was over range; * limit set by the inspector.`,
    { size: 7.5, colour: '#575f6d' },
  );
  for (const note of board.notes) sheet.paragraph(note, { size: 8 });
  if (!board.devices) return;
  sheet.heading(3, 'Devices');
  const widths = [150, 170, 90];
  sheet.table(
    board.devices.headings.map((heading, index) => ({ heading, width: widths[index] ?? 100 })),
    board.devices.rows.map((row) => row.map((text, index): Cell => ({ text, head: index === 0 }))),
    7.5,
  );
}

/** What seems to contradict itself, in the words of the inspector who signed for it; nothing where nothing does. */
export function explained(sheet: Sheet, model: { readonly explained: readonly string[] }): void {
  if (model.explained.length === 0) return;
  sheet.heading(2, 'Explained by the inspector');
  for (const line of model.explained) sheet.paragraph(line, { size: 9 });
}

export function instruments(
  sheet: Sheet,
  used: readonly { readonly name: string; readonly serial: string; readonly calibratedOn: string }[],
): void {
  sheet.heading(2, 'Instruments');
  sheet.table(
    [
      { heading: 'Instrument', width: 220 },
      { heading: 'Serial number', width: 140 },
      { heading: 'Calibrated', width: 140 },
    ],
    used.map((i) => [{ text: i.name }, { text: i.serial }, { text: i.calibratedOn }]),
  );
}

type Declared = PrintedModel & {
  readonly declarations: readonly {
    readonly role: string;
    readonly title: string;
    readonly name: string;
    readonly position: string;
    readonly statement: string;
    readonly signedAt: string;
    readonly drawn?: readonly Stroke[] | undefined;
    readonly byLink?: { readonly address: string } | undefined;
  }[];
};

export function declarations(
  sheet: Sheet,
  definition: Pick<DocumentDefinition, 'roles'>,
  report: Declared,
  heading = 'Declarations',
): void {
  sheet.heading(2, heading);
  for (const { role, title } of definition.roles) {
    const signed = report.declarations.find((declaration) => declaration.role === role);
    sheet.facts([
      { label: signed?.title ?? title, value: signed ? `${signed.name}, ${signed.position}` : 'not signed' },
      ...(signed
        ? [
            { label: 'Declares', value: signed.statement },
            { label: 'Signed', value: london.format(new Date(signed.signedAt)) },
            ...(signed.byLink ? [{ label: 'How', value: sayByLink(signed.byLink) }] : []),
          ]
        : []),
    ]);
    if (signed?.drawn) sheet.strokes(signed.drawn, `Signature of ${signed.name}`);
  }
  sheet.facts([
    { label: 'Firm', value: report.firm.name },
    { label: 'Address', value: report.firm.address },
    { label: 'Telephone, e-mail', value: `${report.firm.telephone}, ${report.firm.email}` },
  ]);
}

/** A heading with its facts. */
export function factsUnder(sheet: Sheet, heading: string, facts: readonly Fact[]): void {
  sheet.heading(2, heading);
  sheet.facts(facts);
}

/** Pictures of what was found, each with its words; one that did not arrive says so in its place. */
export function pictures(sheet: Sheet, { pictures: all }: PrintedModel, files: ReadonlyMap<string, Uint8Array>): void {
  if (all.length === 0) return;
  sheet.heading(2, 'Pictures');
  for (const { sha256, width, height, caption } of all) {
    const file = files.get(sha256);
    if (file) sheet.figure(Buffer.from(file), width / height, caption);
    else sheet.paragraph(`${caption}: the picture has not arrived yet.`);
  }
}

import 'server-only';
import PDFDocument from 'pdfkit';
import type { Label } from '../core/certificates/labels';
import { breakLines } from './break-lines';
import { type Font, faint, fontFiles, fontOf, ink, rule } from './faces';

/** A sheet of A4 to be cut, or a roll 62 mm wide. */
type LabelPaper = 'a4' | 'roll';

const millimetre = 72 / 25.4;
const a4 = { width: 210 * millimetre, height: 297 * millimetre, margin: 10 * millimetre, gap: 5 * millimetre };
const roll = { width: 62 * millimetre, margin: 3 * millimetre };
const leading = 1.3;
const padding = 8;

/** Draws labels one beneath another: on A4 two beside each other, a chart over the whole width; on the roll one a page. */
export async function labelsPdf(labels: readonly Label[], paper: LabelPaper, at: Date): Promise<Buffer> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    lang: 'en-GB',
    info: { Title: 'Labels', CreationDate: at, ModDate: at },
  });
  for (const font of Object.keys(fontFiles) as Font[]) doc.registerFont(font, fontOf(font));
  const chunks: Buffer[] = [];
  const bytes = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  if (paper === 'roll') ontoRoll(doc, labels);
  else ontoSheets(doc, labels);
  doc.end();
  return bytes;
}

function ontoRoll(doc: PDFKit.PDFDocument, labels: readonly Label[]): void {
  const width = roll.width - 2 * roll.margin;
  // Somewhere to measure on: the page is made once its height is known.
  const measuring = new PDFDocument({ autoFirstPage: true, margin: 0 });
  for (const font of Object.keys(fontFiles) as Font[]) measuring.registerFont(font, fontOf(font));
  for (const label of labels) {
    const height = draw(measuring, label, 0, 0, width, false);
    doc.addPage({ size: [roll.width, height + 2 * roll.margin], margin: 0 });
    draw(doc, label, roll.margin, roll.margin, width, true);
  }
}

function ontoSheets(doc: PDFKit.PDFDocument, labels: readonly Label[]): void {
  const whole = a4.width - 2 * a4.margin;
  const half = (whole - a4.gap) / 2;
  let y = Infinity;
  const row = (height: number): number => {
    if (y + height > a4.height - a4.margin) {
      doc.addPage({ size: 'A4', margin: 0 });
      y = a4.margin;
    }
    const top = y;
    y += height + a4.gap;
    return top;
  };
  doc.addPage({ size: 'A4', margin: 0 });
  y = a4.margin;
  const charts = labels.filter(({ table }) => table);
  const others = labels.filter(({ table }) => !table);
  for (let at = 0; at < others.length; at += 2) {
    const pair = others.slice(at, at + 2);
    const heights = pair.map((label) => draw(doc, label, 0, 0, half, false));
    const top = row(Math.max(...heights));
    pair.forEach((label, place) => draw(doc, label, a4.margin + place * (half + a4.gap), top, half, true));
  }
  for (const chart of charts) {
    const most = a4.height - 2 * a4.margin;
    for (const part of partsOf(doc, chart, whole, most))
      draw(doc, part, a4.margin, row(draw(doc, part, 0, 0, whole, false)), whole, true);
  }
}

/** A chart longer than a page goes on over the next, under its headings again. */
function partsOf(doc: PDFKit.PDFDocument, chart: Label, width: number, most: number): Label[] {
  const { table } = chart;
  if (!table || draw(doc, chart, 0, 0, width, false) <= most) return [chart];
  const half = Math.ceil(table.rows.length / 2);
  return [table.rows.slice(0, half), table.rows.slice(half)].flatMap((rows) =>
    partsOf(doc, { ...chart, table: { ...table, rows } }, width, most),
  );
}

/** Draws one label, or only measures it; answers its height. */
function draw(doc: PDFKit.PDFDocument, label: Label, x: number, y: number, width: number, visible: boolean): number {
  const inner = width - 2 * padding;
  let at = y + padding;
  const write = (text: string, font: Font, size: number, colour: string, left = x + padding, room = inner): number => {
    doc.font(font).fontSize(size).fillColor(colour);
    const lines = breakLines(text, room, (piece) => doc.widthOfString(piece));
    if (visible) lines.forEach((line, i) => doc.text(line, left, at + i * size * leading, { lineBreak: false }));
    return lines.length * size * leading;
  };
  at += write(label.title, 'bold', 9, faint) + 2;
  if (label.large) at += write(label.large, 'heading', inner < 180 ? 12 : 15, ink) + 3;
  for (const line of label.lines) at += write(line, 'regular', 8.5, ink) + 2;
  if (label.table) {
    const shares = [0.13, 0.41, 0.26, 0.2];
    const row = (cells: readonly string[], font: Font) => {
      let left = x + padding;
      const heights = cells.map((cell, index) => {
        const room = inner * (shares[index] ?? 0);
        const height = write(cell, font, 8, ink, left, room - 4);
        left += room;
        return height;
      });
      at += Math.max(10, ...heights) + 2;
      if (visible)
        doc
          .lineWidth(0.4)
          .strokeColor(rule)
          .moveTo(x + padding, at - 1)
          .lineTo(x + padding + inner, at - 1)
          .stroke();
    };
    row(label.table.headings, 'bold');
    for (const cells of label.table.rows) row(cells, 'regular');
  }
  at += padding;
  if (visible)
    doc
      .lineWidth(1)
      .strokeColor(ink)
      .rect(x, y, width, at - y)
      .stroke();
  return at - y;
}

import 'server-only';
import { type About, ArchivalDocument, type Attached } from './archival';
import { keepLayouts } from './kept-layouts';
import { breakLines } from './break-lines';
import { type Font, type TextStyle, faint, fontFiles, fontOf, ink, rule } from './faces';
import { type Furniture, drawFurniture, margin } from './furniture';

type Structure = PDFKit.PDFStructureElement;
/** Points of one movement of a pen. */
export type Stroke = readonly (readonly [number, number])[];

type Orientation = 'portrait' | 'landscape';

export type Cell = TextStyle & {
  readonly text: string;
  readonly align?: 'left' | 'right' | 'center';
  readonly head?: boolean;
};
export type ColumnSpec = Pick<Cell, 'align'> & { readonly heading: string; readonly width: number };

const headHeight = 26;
const footHeight = 58;
const leading = 1.32;

export type SheetOptions = Furniture & {
  readonly about: About;
  /** What a sealed paper carries with it. */
  readonly attached?: Attached | null;
  /** Whose signature it is to carry, put into it once it is made. */
  readonly signedBy?: string | null;
  /** Across every page of something that is not sealed. */
  readonly watermark: string | null;
};

/**
 * A paged, tagged document of headings, paragraphs, labelled facts and ruled tables. Everything printed is either in
 * the structure tree, in reading order, or marked as an artefact of the page. Rows break across pages by line, and
 * table headings repeat.
 */
export class Sheet {
  private readonly doc: ArchivalDocument;
  private readonly root: Structure;
  private parent: Structure;
  private orientation: Orientation = 'portrait';
  private y = 0;
  private readonly bytes: Promise<Buffer>;

  constructor(private readonly options: SheetOptions) {
    this.doc = new ArchivalDocument(options.about);
    if (options.attached) this.doc.attach(options.attached);
    for (const font of Object.keys(fontFiles) as Font[]) {
      this.doc.registerFont(font, fontOf(font));
      keepLayouts(this.doc, font);
    }
    const chunks: Buffer[] = [];
    this.bytes = new Promise((resolve, reject) => {
      this.doc.on('data', (chunk: Buffer) => chunks.push(chunk));
      this.doc.on('end', () => resolve(Buffer.concat(chunks)));
      this.doc.on('error', reject);
    });
    this.root = this.doc.struct('Document');
    this.doc.addStructure(this.root);
    this.parent = this.root;
    this.addPage();
  }

  get width(): number {
    return this.doc.page.width - 2 * margin;
  }

  private get bottom(): number {
    return this.doc.page.height - margin - footHeight + 18;
  }

  /** Begins a new page, turned as asked. */
  turn(orientation: Orientation): void {
    this.orientation = orientation;
    this.addPage();
  }

  private addPage(): void {
    this.doc.addPage({ size: 'A4', layout: this.orientation, margin: 0 });
    this.y = margin + headHeight;
    const { watermark } = this.options;
    if (!watermark) return;
    this.artefact(() => {
      const { width, height } = this.doc.page;
      this.doc.save().rotate(-35, { origin: [width / 2, height / 2] });
      this.doc.font('bold').fontSize(150).fillColor('#efe9dc');
      this.doc.text(watermark, 0, height / 2 - 90, { width, align: 'center', lineBreak: false });
      this.doc.restore();
    });
  }

  /** A picture at the top right of the page: decoration, so an artefact. One that cannot be read is left out. */
  picture(jpeg: Buffer): void {
    this.artefact(() => {
      try {
        const fit: [number, number] = [150, 44];
        this.doc.image(jpeg, margin + this.width - fit[0], margin + 10, { fit, align: 'right', valign: 'center' });
      } catch {
        // What is no picture leaves the place empty: the words beside it say whose paper it is.
      }
    });
  }

  private artefact(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' } as never);
    draw();
    this.doc.endMarkedContent();
  }

  /** Makes sure this much height is left on the page. */
  private need(height: number): void {
    if (this.y + height > this.bottom) this.addPage();
  }

  space(height: number): void {
    this.y += height;
  }

  private set({ font = 'regular', size = 9, colour = ink }: TextStyle): number {
    this.doc.font(font).fontSize(size).fillColor(colour);
    return size * leading;
  }

  private lines(text: string, width: number, style: TextStyle): string[] {
    this.set(style);
    return breakLines(text, width, (piece) => this.doc.widthOfString(piece));
  }

  private drawLines(
    lines: readonly string[],
    x: number,
    y: number,
    width: number,
    style: TextStyle,
    align: Cell['align'],
  ): void {
    const step = this.set(style);
    lines.forEach((line, index) => {
      const slack = align === 'left' || !align ? 0 : width - this.doc.widthOfString(line);
      if (line)
        this.doc.text(line, x + (align === 'right' ? slack : slack / 2), y + index * step, { lineBreak: false });
    });
  }

  heading(level: 1 | 2 | 3, text: string): void {
    const style: TextStyle = { font: 'heading', size: level === 1 ? 20 : level === 2 ? 13 : 10.5 };
    const lines = this.lines(text, this.width, style);
    const height = lines.length * (style.size ?? 9) * leading;
    // A heading never stands alone at the foot of a page.
    this.need(height + 90);
    if (this.y > margin + headHeight) this.y += level === 1 ? 0 : level === 2 ? 14 : 8;
    const { y } = this;
    this.parent.add(
      this.doc.struct(`H${level}`, {}, () => this.drawLines(lines, margin, y, this.width, style, 'left')),
    );
    this.y += height + 3;
  }

  /** A paragraph that runs over pages where it must. */
  paragraph(text: string, style: TextStyle = {}): void {
    const lines = this.lines(text, this.width, style);
    const step = (style.size ?? 9) * leading;
    const element = this.doc.struct('P');
    this.parent.add(element);
    for (let from = 0; from < lines.length;) {
      this.need(step);
      const count = Math.max(1, Math.floor((this.bottom - this.y) / step));
      const part = lines.slice(from, from + count);
      const { y } = this;
      element.add(() => this.drawLines(part, margin, y, this.width, style, 'left'));
      this.y += part.length * step;
      from += part.length;
    }
    element.end();
    this.y += 4;
  }

  /** Something framed that must be seen first. */
  banner(text: string, shaded: boolean): void {
    const style: TextStyle = { font: 'bold', size: 15 };
    this.need(34);
    const { y } = this;
    const width = this.set(style) && this.doc.widthOfString(text) + 24;
    this.artefact(() => {
      this.doc.lineWidth(1.5).strokeColor(ink);
      if (shaded) {
        this.doc.save().rect(margin, y, width, 28).clip().lineWidth(0.5).strokeColor('#c9c1b0');
        for (let x = margin - 28; x < margin + width; x += 6)
          this.doc
            .moveTo(x, y + 28)
            .lineTo(x + 28, y)
            .stroke();
        this.doc.restore();
      }
      this.doc.lineWidth(1.5).strokeColor(ink).rect(margin, y, width, 28).stroke();
    });
    this.parent.add(this.doc.struct('P', {}, () => this.drawLines([text], margin + 12, y + 4, width, style, 'left')));
    this.y += 36;
  }

  /** A picture with its words beneath, at most half a page wide and a third high; `caption` is said of it too. */
  figure(jpeg: Buffer, ratio: number, caption: string): void {
    const width = Math.min(this.width / 2, 240 * ratio);
    const height = width / ratio;
    this.need(height + 40);
    const { y } = this;
    this.parent.add(
      this.doc.struct(
        'Figure',
        { alt: caption } as never,
        () => void this.doc.image(jpeg, margin, y, { width, height }),
      ),
    );
    this.y += height + 3;
    this.paragraph(caption, { size: 8, colour: faint });
  }

  /** A signature as it was drawn, in a frame of 1000 by 400; `alt` says whose, to those who cannot see it. */
  strokes(strokes: readonly Stroke[], alt: string): void {
    const scale = 0.14;
    this.need(400 * scale + 6);
    const at = ([x, y]: readonly [number, number]): [number, number] => [margin + 153 + x * scale, this.y + y * scale];
    const draw = () => {
      this.doc.lineWidth(1).lineCap('round').lineJoin('round').strokeColor(ink);
      for (const [first, ...rest] of strokes) {
        if (!first) continue;
        this.doc.moveTo(...at(first));
        // A dot is a stroke that goes nowhere.
        for (const point of rest.length > 0 ? rest : [first]) this.doc.lineTo(...at(point));
        this.doc.stroke();
      }
    };
    this.parent.add(this.doc.struct('Figure', { alt } as never, draw));
    this.y += 400 * scale + 6;
  }

  /** Labelled facts as a two-column table: labels are row headers. */
  facts(rows: readonly { readonly label: string; readonly value: string }[]): void {
    const labelWidth = Math.min(150, this.width * 0.32);
    this.rows(
      rows.map((row) => [
        { text: row.label, head: true, colour: faint },
        { text: row.value, font: 'bold' as const },
      ]),
      [labelWidth, this.width - labelWidth],
      null,
    );
  }

  /** A ruled table whose heading row repeats on every page. */
  table(columns: readonly ColumnSpec[], rows: readonly (readonly Cell[])[], size = 8.5): void {
    const total = columns.reduce((sum, column) => sum + column.width, 0);
    const widths = columns.map((column) => (column.width / total) * this.width);
    const heads = columns.map((column): Cell => ({
      text: column.heading,
      head: true,
      font: 'bold',
      size,
      align: column.align,
    }));
    const body = rows.map((row) => row.map((cell, index): Cell => ({ size, align: columns[index]?.align, ...cell })));
    this.rows(body, widths, heads);
  }

  private rows(rows: readonly (readonly Cell[])[], widths: readonly number[], heads: readonly Cell[] | null): void {
    const table = this.doc.struct('Table');
    this.parent.add(table);
    const padding = 3;
    const measure = (cells: readonly Cell[]) =>
      cells.map((cell, index) => this.lines(cell.text, (widths[index] ?? 0) - 2 * padding, cell));
    const stepOf = (cell: Cell | undefined) => (cell?.size ?? 9) * leading;
    const headLines = heads ? measure(heads) : [];
    const headHeightHere = heads
      ? Math.max(...headLines.map((lines, i) => lines.length * stepOf(heads[i]))) + 2 * padding
      : 0;

    const line = (weight: number) =>
      this.artefact(() =>
        this.doc
          .lineWidth(weight)
          .strokeColor(rule)
          .moveTo(margin, this.y)
          .lineTo(margin + this.width, this.y)
          .stroke(),
      );
    const drawCells = (row: Structure, cells: readonly Cell[], lines: readonly string[][], scope: 'Column' | 'Row') => {
      const { y } = this;
      let x = margin;
      cells.forEach((cell, index) => {
        const at = x + padding;
        const width = (widths[index] ?? 0) - 2 * padding;
        const draw = () => this.drawLines(lines[index] ?? [], at, y + padding, width, cell, cell.align);
        const element = cell.head ? this.doc.struct('TH', { scope } as never, draw) : this.doc.struct('TD', {}, draw);
        row.add(element);
        x += widths[index] ?? 0;
      });
      row.end();
    };
    // Only the first heading row is content; its repeats are artefacts of the page, as readers expect.
    let headed = false;
    const drawHeads = () => {
      if (!heads) return;
      line(1);
      if (headed) {
        this.artefact(() => {
          let x = margin;
          heads.forEach((cell, index) => {
            this.drawLines(
              headLines[index] ?? [],
              x + padding,
              this.y + padding,
              (widths[index] ?? 0) - 2 * padding,
              cell,
              cell.align,
            );
            x += widths[index] ?? 0;
          });
        });
      } else {
        const row = this.doc.struct('TR');
        table.add(row);
        drawCells(row, heads, headLines, 'Column');
        headed = true;
      }
      this.y += headHeightHere;
      line(1);
    };

    this.need(headHeightHere + 30);
    drawHeads();
    const fresh = () => {
      this.addPage();
      drawHeads();
    };
    for (const cells of rows) {
      let remaining = measure(cells);
      const heightOf = (lines: readonly string[][]) =>
        Math.max(...lines.map((part, i) => part.length * stepOf(cells[i]))) + 2 * padding;
      const whole = this.bottom - margin - headHeight - headHeightHere;
      if (this.y + heightOf(remaining) > this.bottom && heightOf(remaining) <= whole) fresh();
      for (;;) {
        const room = this.bottom - this.y - 2 * padding;
        const fitting = remaining.map((lines, i) => lines.slice(0, Math.max(1, Math.floor(room / stepOf(cells[i])))));
        const rest = remaining.map((lines, i) => lines.slice(fitting[i]?.length ?? 0));
        const row = this.doc.struct('TR');
        table.add(row);
        drawCells(row, cells, fitting, 'Row');
        this.y += heightOf(fitting);
        line(0.5);
        if (rest.every((lines) => lines.length === 0)) break;
        remaining = rest;
        fresh();
      }
    }
    table.end();
    this.y += 6;
  }

  /** Draws head and foot on every page and answers the finished file. */
  async finish(): Promise<Buffer> {
    this.root.end();
    const { start, count } = this.doc.bufferedPageRange();
    for (let index = start; index < start + count; index += 1) {
      this.doc.switchToPage(index);
      this.artefact(() =>
        drawFurniture(
          this.doc,
          this.options,
          `page ${index - start + 1} of ${count}`,
          (lines, x, y, width, style, align) => this.drawLines(lines, x, y, width, style, align),
        ),
      );
    }
    if (this.options.signedBy) this.doc.reserveSignature(this.options.signedBy);
    this.doc.end();
    return this.bytes;
  }
}

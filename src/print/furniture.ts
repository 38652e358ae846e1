import 'server-only';
import { type TextStyle, faint, rule } from './faces';

export const margin = 42;

/** What stands at the head and foot of every page. */
export type Furniture = {
  readonly headLine: string;
  readonly footLines: readonly string[];
  /** A square of dark modules, drawn at the foot. */
  readonly code: { readonly size: number; readonly isDark: (row: number, column: number) => boolean } | null;
};

type Draw = (
  lines: readonly string[],
  x: number,
  y: number,
  width: number,
  style: TextStyle,
  align: 'left' | 'right',
) => void;

/** Draws head, foot and code on the page at hand. */
export function drawFurniture(
  doc: PDFKit.PDFDocument,
  { headLine, footLines, code }: Furniture,
  pageOf: string,
  draw: Draw,
): void {
  const { width, height } = doc.page;
  const inner = width - 2 * margin;
  const line = (y: number) =>
    doc
      .moveTo(margin, y)
      .lineTo(width - margin, y)
      .stroke();
  draw([headLine], margin, margin - 10, inner, { size: 8, colour: faint }, 'left');
  draw([pageOf], margin, margin - 10, inner, { size: 8, colour: faint }, 'right');
  doc.lineWidth(0.75).strokeColor(rule);
  line(margin + 4);
  const top = height - margin - 26;
  line(top - 6);
  draw(footLines, margin + (code ? 48 : 0), top, inner - 60, { size: 7.5, colour: faint }, 'left');
  if (!code) return;
  const side = 40 / code.size;
  doc.fillColor('#000000');
  for (let row = 0; row < code.size; row += 1)
    for (let column = 0; column < code.size; column += 1)
      if (code.isDark(row, column)) doc.rect(margin + column * side, top + row * side, side, side);
  doc.fill();
}

import 'server-only';
import type { Font } from './faces';

/** What the PDF library keeps of a face: how each word of it is laid out. A new document would begin with nothing. */
type Face = { layoutCache: Record<string, unknown> };

const mostWords = 20_000;
const kept = new Map<Font, { words: Record<string, unknown>; documents: number }>();

/**
 * Lets a document's face begin with the words that documents before it were set in: the same bytes for a third of the
 * work. Beyond a number of words it begins anew.
 */
export function keepLayouts(doc: PDFKit.PDFDocument, font: Font): void {
  const face = (doc.font(font) as unknown as { _font: Face })._font;
  let held = kept.get(font);
  held ??= { words: face.layoutCache, documents: 0 };
  held.documents += 1;
  if (held.documents % 50 === 0 && Object.keys(held.words).length > mostWords) held.words = face.layoutCache;
  kept.set(font, held);
  face.layoutCache = held.words;
}

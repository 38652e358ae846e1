import 'server-only';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

export type Font = 'regular' | 'bold' | 'italic' | 'heading';

// TTF: the PDF library unpacks a compressed font again for every glyph.
export const fontFiles: Record<Font, string> = {
  regular: 'IBMPlexSans-Regular.ttf',
  bold: 'IBMPlexSans-SemiBold.ttf',
  italic: 'IBMPlexSans-Italic.ttf',
  heading: 'IBMPlexSerif-SemiBold.ttf',
};
const fontBytes = new Map<Font, Buffer>();
/** The bytes of a face, read once. */
export const fontOf = (font: Font): Buffer => {
  const held = fontBytes.get(font) ?? readFileSync(join(process.cwd(), 'src/print/fonts', fontFiles[font]));
  fontBytes.set(font, held);
  return held;
};

export const ink = '#1b2230';
export const faint = '#575f6d';
export const rule = '#b9b09c';

export type TextStyle = { readonly font?: Font; readonly size?: number; readonly colour?: string };

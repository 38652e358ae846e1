export type JpegRead =
  | { readonly ok: true; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly problem: string };

const no = (problem: string): JpegRead => ({ ok: false, problem });
const isFrame = (marker: number) => marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);

/**
 * Reads the size of a JPEG from its bytes, and refuses one that carries what a camera writes beside the picture: where
 * and when it was taken, by whom, with what. A browser that draws a picture anew leaves all that out.
 */
export function readJpeg(bytes: Uint8Array): JpegRead {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return no('That is no JPEG picture.');
  for (let at = 2; at + 9 < bytes.length;) {
    const marker = bytes[at + 1] ?? 0;
    if (bytes[at] !== 0xff) return no('That is no whole JPEG picture.');
    const length = ((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0);
    if (length < 2) return no('That is no whole JPEG picture.');
    // APP1 holds Exif and XMP, APP13 what agencies write: APP0 and APP2 are about the picture itself.
    if (marker === 0xe1 || marker === 0xed || marker === 0xfe)
      return no('The picture still carries data of its own, such as where it was taken.');
    if (isFrame(marker)) {
      const side = (offset: number) => ((bytes[at + offset] ?? 0) << 8) | (bytes[at + offset + 1] ?? 0);
      const [height, width] = [side(5), side(7)];
      return width > 0 && height > 0 ? { ok: true, width, height } : no('That is no whole JPEG picture.');
    }
    at += 2 + length;
  }
  return no('That is no whole JPEG picture.');
}

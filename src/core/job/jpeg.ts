export type JpegRead =
  | { readonly ok: true; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly problem: string };

const no = (problem: string): JpegRead => ({ ok: false, problem });
const notWhole = no('That is no whole JPEG picture.');
const carriesMore = no('The picture still carries data of its own, such as where it was taken.');

const marker = { start: 0xd8, end: 0xd9, scan: 0xda } as const;
const isFrame = (of: number) => of >= 0xc0 && of <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(of);
/** Tables and intervals of the picture itself. */
const isTable = (of: number) => of === 0xc4 || of === 0xcc || of === 0xdb || of === 0xdd;
/** What an application's segment may hold, and how long it is with that alone: how the picture's own figures are read. */
const heldBy: Readonly<Record<number, readonly [begins: string, most: number]>> = {
  0xe0: ['JFIF\0', 16],
  0xe2: ['ICC_PROFILE\0', 8_000],
  0xee: ['Adobe', 14],
};

/**
 * Reads the size of a JPEG from its bytes, and refuses one that carries what a camera or a program writes beside the
 * picture, in whatever segment and wherever it stands, or anything after the picture's end: where and when it was taken,
 * by whom, with what, another picture. A browser that draws a picture anew leaves all that out.
 */
export function readJpeg(bytes: Uint8Array): JpegRead {
  if (bytes[0] !== 0xff || bytes[1] !== marker.start) return no('That is no JPEG picture.');
  let size: { readonly width: number; readonly height: number } | null = null;
  let hasScan = false;
  const two = (at: number) => ((bytes[at] ?? 0) << 8) | (bytes[at + 1] ?? 0);
  for (let at = 2; at + 1 < bytes.length;) {
    const of = bytes[at + 1] ?? 0;
    if (bytes[at] !== 0xff) return notWhole;
    if (of === marker.end) {
      if (at + 2 !== bytes.length) return carriesMore;
      return size && hasScan ? { ok: true, ...size } : notWhole;
    }
    const length = two(at + 2);
    const next = at + 2 + length;
    if (length < 2 || next > bytes.length) return notWhole;
    if (isFrame(of)) {
      if (size || length < 8) return notWhole;
      size = { height: two(at + 5), width: two(at + 7) };
      if (size.width === 0 || size.height === 0) return notWhole;
      at = next;
    } else if (of === marker.scan) {
      if (!size) return notWhole;
      at = endOfScan(bytes, next);
      hasScan ||= at > next;
    } else if (isTable(of) || holdsNoMore(bytes.subarray(at + 4, next), heldBy[of])) at = next;
    else return carriesMore;
  }
  return notWhole;
}

/** Where what was scanned ends: at the next marker that is none of the scan's own. */
function endOfScan(bytes: Uint8Array, from: number): number {
  for (let at = from; at + 1 < bytes.length; at += 1) {
    const then = bytes[at + 1] ?? 0;
    if (bytes[at] === 0xff && then !== 0 && then !== 0xff && !(then >= 0xd0 && then <= 0xd7)) return at;
  }
  return bytes.length;
}

const holdsNoMore = (body: Uint8Array, held: (typeof heldBy)[number] | undefined): boolean =>
  held !== undefined &&
  body.length + 2 <= held[1] &&
  Array.from(held[0]).every((letter, at) => body[at] === letter.charCodeAt(0));

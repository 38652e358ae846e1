/** Wider than any page in any face we print: such a piece is never measured whole. */
const surelyTooLong = 1000;

/** Where a text may be cut at most at `at` without parting a pair of code units that is one character. */
const whole = (text: string, at: number): number =>
  at > 1 && at < text.length && /[\uDC00-\uDFFF]/.test(text[at] ?? '') ? at - 1 : at;

/** The longest beginning of a text that is no wider than `width`, at least one character. */
function longestFitting(text: string, fits: (text: string) => boolean): number {
  let most = 1;
  while (most < text.length && fits(text.slice(0, most))) most = Math.min(most * 2, text.length);
  if (fits(text.slice(0, most))) return most;
  let least = 1;
  while (most - least > 1) {
    const middle = (least + most) >> 1;
    if (fits(text.slice(0, middle))) least = middle;
    else most = middle;
  }
  return least;
}

/**
 * Breaks text into lines no wider than `width`, by words; a word too long by itself is cut. The time it takes grows with
 * the length of the text, whatever the text is.
 */
export function breakLines(text: string, width: number, widthOf: (text: string) => number): string[] {
  const fits = (piece: string) => piece.length <= surelyTooLong && widthOf(piece) <= width + 0.01;
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (const word of paragraph.split(/ +/)) {
      const longer = line ? `${line} ${word}` : word;
      if (fits(longer)) {
        line = longer;
        continue;
      }
      if (line) lines.push(line);
      let rest = word;
      while (!fits(rest) && rest.length > 1) {
        const cut = Math.max(1, whole(rest, longestFitting(rest, fits)));
        lines.push(rest.slice(0, cut));
        rest = rest.slice(cut);
      }
      line = rest;
    }
    lines.push(line);
  }
  return lines;
}

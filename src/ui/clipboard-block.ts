/** A block copied from a spreadsheet: rows of cells, tabs between them, quotes around cells that hold line breaks. */
export function parseBlock(clipboard: string): string[][] {
  const rows: string[][] = [[]];
  const cell = /\t|\r?\n|"((?:[^"]|"")*)"(?=\t|\r?\n|$)|[^\t\r\n]+/g;
  let current = '';
  for (const match of clipboard.replace(/\r?\n$/, '').matchAll(cell)) {
    const [token, quoted] = match;
    if (token === '\t' || token === '\n' || token === '\r\n') {
      rows.at(-1)?.push(current);
      current = '';
      if (token !== '\t') rows.push([]);
    } else current += quoted === undefined ? token : quoted.replaceAll('""', '"').replace(/\s*\r?\n\s*/g, ' ');
  }
  rows.at(-1)?.push(current);
  return rows;
}

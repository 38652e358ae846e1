import type { EditionPack } from '../../core/edition/pack';
import type { Way } from '../../core/installation/way';
import type { Job } from '../../core/ledger/job';
import { slotKey, measurementOf } from '../../core/installation/measurement';
import { governing, outranking } from '../../core/ledger/governing';
import { parseReading } from '../../core/quantity/parse-reading';
import { showValue } from '../../core/quantity/reading-value';
import type { NewEntry } from '../ledger/job-store';
import { type InHand, clearEntries, readingEntries } from '../ledger/record-reading';
import type { Column } from './columns';

/** The text a cell holds now. */
export function cellText(column: Column, way: Way | null, job: Job): string {
  if (!way || column.sort === 'computed') return '';
  if (column.sort === 'field') return column.show(way);
  const reading = governing(job, slotKey({ of: 'way', id: way.id }, column.test));
  return reading ? showValue(reading.body.value) : '';
}

export type CellEntries = { ok: true; entries: NewEntry[] } | { ok: false; problem: string };

/** What typing `text` into a cell of `way` records: nothing when it says what stands there already. */
export function cellEntries(column: Column, way: Way, text: string, job: Job, pack: EditionPack, inHand: InHand): CellEntries {
  if (column.sort === 'computed') return { ok: false, problem: 'Worked out from the device: nothing to type here.' };
  if (text.trim() === cellText(column, way, job)) return { ok: true, entries: [] };
  if (column.sort === 'field') {
    if (text.trim() === '' && column.id !== 'residual') return clearField(column.id, way);
    const parsed = column.parse(text, pack);
    return parsed.ok ? { ok: true, entries: [{ kind: 'way.described', body: { wayId: way.id, fields: parsed.fields } }] } : parsed;
  }
  const on = { of: 'way', id: way.id } as const;
  if (text.trim() === '') return { ok: true, entries: clearEntries(job, on, column.test) };
  const parsed = parseReading(text, measurementOf(column.test).spec);
  const worse = parsed.ok ? outranking(job, slotKey(on, column.test), parsed.value) : null;
  if (worse) {
    const point = worse.body.on.of === 'point' ? job.points.get(worse.body.on.id) : undefined;
    return { ok: false, problem: `${showValue(worse.body.value)} stands ${point ? `at ${point.name}` : `as ${measurementOf(worse.body.test).name}`} and governs: correct it at its bench.` };
  }
  return parsed.ok ? { ok: true, entries: readingEntries(job, on, column.test, parsed, inHand) } : parsed;
}

const emptied: Record<string, object> = {
  description: { description: null },
  kind: { arrangement: null, load: null },
  points: { points: null },
  device: { deviceStandard: null, deviceType: null, deviceAmps: null },
  breaking: { breakingMark: null },
  cable: { liveCsaMm2: null, cpcCsaMm2: null },
  method: { referenceMethod: null },
};

const clearField = (id: string, way: Way): CellEntries => ({
  ok: true,
  entries: [{ kind: 'way.described', body: { wayId: way.id, fields: emptied[id] ?? {} } }],
});

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

import type { NewJobEntry } from '../../../core/catalogue';
import type { Place } from '../../../core/installation/place';
import { slotAt } from '../../../core/installation/slot';
import type { Way } from '../../../core/installation/way';
import { valueAt } from '../../../core/job/governing';
import type { JobView } from '../../../core/job/view';
import { showValue } from '../../../core/quantity/reading-value';
import type { InHand } from '../../../core/work/in-hand';
import { recordTyped } from '../../../core/work/recorder';
import type { Column } from './columns';

/** The text a cell holds now. */
export function cellText(column: Column, way: Way | null, view: JobView): string {
  if (!way || column.sort === 'computed') return '';
  if (column.sort === 'field') return column.show(way);
  const value = valueAt(view, { of: 'way', id: way.id }, column.measure);
  return value ? showValue(value) : '';
}

export type CellEntries =
  { ok: true; entries: readonly NewJobEntry[] } | { ok: false; problem: string; elsewhere?: Place };

/**
 * What typing `text` into a cell of `way` records: nothing when it says what stands there already. A new figure replaces
 * the one in the cell, which is struck and stays in the ledger.
 */
export function cellEntries(column: Column, way: Way, text: string, view: JobView, inHand: InHand): CellEntries {
  if (column.sort === 'computed') return { ok: false, problem: 'Worked out from the device: nothing to type here.' };
  if (text.trim() === cellText(column, way, view)) return { ok: true, entries: [] };
  if (column.sort === 'reading')
    return recordTyped(view, slotAt({ of: 'way', id: way.id }, column.measure), text, inHand);
  const parsed = text.trim() === '' ? ({ ok: true, fields: column.emptied } as const) : column.parse(text, view.pack);
  return parsed.ok
    ? { ok: true, entries: [{ kind: 'way.described', body: { wayId: way.id, fields: parsed.fields } }] }
    : parsed;
}

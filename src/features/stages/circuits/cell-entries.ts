import type { NewJobEntry } from '../../../core/catalogue';
import type { Place } from '../../../core/installation/place';
import { type Device, deviceKey } from '../../../core/installation/device';
import { describeWay, parseDeviceField } from '../../../core/installation/devices';
import { slotAt } from '../../../core/installation/slot';
import type { Way } from '../../../core/installation/way';
import { valueAt } from '../../../core/job/governing';
import type { JobView } from '../../../core/job/view';
import { showValue } from '../../../core/quantity/reading-value';
import type { InHand } from '../../../core/work/in-hand';
import { recordTyped } from '../../../core/work/recorder';
import type { Column } from './columns';

const ownDevice = (way: Way): Device => ({ of: 'way', id: way.id });

/** The text a cell holds now. */
export function cellText(column: Column, way: Way | null, view: JobView): string {
  if (!way || column.sort === 'computed') return '';
  if (column.sort === 'field') return column.show(way);
  if (column.sort === 'device')
    return String(view.job.devices.get(deviceKey(ownDevice(way)))?.fields[column.field] ?? '');
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
  if (column.sort === 'computed') return { ok: false, problem: 'Calculated from the device. Nothing to enter.' };
  if (text.trim() === cellText(column, way, view)) return { ok: true, entries: [] };
  if (column.sort === 'reading')
    return recordTyped(view, slotAt({ of: 'way', id: way.id }, column.measure), text, inHand);
  if (column.sort === 'device') {
    const read = parseDeviceField(column.field, text);
    return read.ok
      ? { ok: true, entries: [{ kind: 'device.described', body: { device: ownDevice(way), fields: read.value } }] }
      : read;
  }
  const parsed = text.trim() === '' ? ({ ok: true, fields: column.emptied } as const) : column.parse(text, view.pack);
  return parsed.ok ? { ok: true, entries: describeWay(view.job, way, parsed.fields) } : parsed;
}

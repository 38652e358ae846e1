import { tests } from '../../../core/catalogue';
import { type DeviceField, deviceFieldNames, deviceFieldTable } from '../../../core/installation/devices';
import { type Measure, measureKey } from '../../../core/installation/slot';
import { type Way, isSpare } from '../../../core/installation/way';
import type { SlotDefinition } from '../../../core/job/test-definition';
import type { JobView } from '../../../core/job/view';
import { toFixed } from '../../../core/quantity/exact';
import { limitFound, limitOfWay } from '../../../core/measurements/loop/limit';

import { type ColumnHeading, type FieldColumn, fieldColumns } from '../../workspace/way-fields';

type ReadingColumn = ColumnHeading & {
  readonly sort: 'reading';
  readonly measure: Measure;
  readonly definition: SlotDefinition;
};
type ComputedColumn = ColumnHeading & {
  readonly sort: 'computed';
  readonly show: (way: Way, view: JobView) => string;
};
/** What is read off a circuit's own device: in a file, and on the page of the board. */
type DeviceColumn = ColumnHeading & {
  readonly sort: 'device';
  readonly field: DeviceField;
};
export type Column = FieldColumn | ReadingColumn | ComputedColumn | DeviceColumn;

/** The maximum of Zs, between the device that gives it and the reading it is for. */
const maxZs: ComputedColumn = {
  id: 'maxZs',
  sort: 'computed',
  heading: 'max',
  spoken: 'maximum Zs',
  group: 'Live tests',
  width: '3.4rem',
  hint: 'Maximum Zs of the edition; a reading is compared with 0.8 of it',
  show: (way, view) => {
    if (!way.deviceStandard || !way.deviceAmps) return '';
    const limit = limitOfWay(view, way, null);
    return limitFound(limit) ? toFixed(limit.max, 2, 'half-up') : 'none';
  },
};

const readingColumns = tests.columns.map((definition): ReadingColumn => ({
  id: measureKey(definition.measure),
  sort: 'reading',
  measure: definition.measure,
  definition,
  heading: definition.column.heading,
  spoken: definition.column.spoken,
  width: definition.column.width,
  hint: definition.column.hint,
  group: definition.dead ? 'Dead tests' : 'Live tests',
}));

const firstLive = readingColumns.findIndex(({ definition }) => !definition.dead);

/** The circuit ledger from left to right: what the way is, how it is protected, what it is wired in, what was measured. */
export const columns: readonly Column[] = [
  ...fieldColumns,
  ...readingColumns.slice(0, firstLive),
  maxZs,
  ...readingColumns.slice(firstLive),
];

/** The columns of a file of circuits. */
export const fileColumns: readonly Column[] = [
  ...columns,
  ...deviceFieldNames.map((field): DeviceColumn => {
    const { label } = deviceFieldTable[field];
    return { id: field, sort: 'device', field, heading: label, spoken: label, group: 'Device', width: '', hint: label };
  }),
];

/** Whether a cell takes nothing on this way: ring figures of a radial, RCD results without an RCD, anything on a spare. */
export function isIdle(column: Column, way: Way | null): boolean {
  if (!way) return column.sort !== 'field';
  if (isSpare(way)) return column.id !== 'kind' && column.id !== 'description';
  if (column.sort !== 'reading') return column.sort === 'computed';
  return column.definition.applies ? !column.definition.applies(way) : false;
}

import type { EditionPack } from '../../core/edition/pack';
import { loopLimit } from '../../core/edition/loop-limit';
import { referenceMethods } from '../../core/edition/rows';
import { parseCable, parseDevice, parseResidual, showCable, showDevice, showResidual } from '../../core/installation/device-text';
import type { EarthingSystem } from '../../core/installation/supply';
import type { TestId } from '../../core/installation/measurement';
import { type Way, type WayFields, disconnectionSeconds } from '../../core/installation/way';
import { toFixed } from '../../core/quantity/exact';

type ParsedFields = { ok: true; fields: Partial<WayFields> } | { ok: false; problem: string };

type Heading = {
  readonly id: string;
  readonly heading: string;
  readonly spoken: string;
  readonly group: 'Way' | 'Device' | 'Cable' | 'Dead tests' | 'Live tests';
  readonly width: string;
  /** What to type, shown while the cell is chosen. */
  readonly hint: string;
};

export type FieldColumn = Heading & {
  readonly sort: 'field';
  readonly show: (way: Partial<WayFields>) => string;
  readonly parse: (text: string, pack: EditionPack) => ParsedFields;
};
export type ReadingColumn = Heading & { readonly sort: 'reading'; readonly test: TestId; readonly onlyRing?: true; readonly onlyResidual?: true };
export type ComputedColumn = Heading & { readonly sort: 'computed'; readonly show: (way: Way, pack: EditionPack, earthing: EarthingSystem | null) => string };
export type Column = FieldColumn | ReadingColumn | ComputedColumn;

const kinds: readonly { words: string; arrangement: WayFields['arrangement']; load: WayFields['load'] }[] = [
  { words: 'ring', arrangement: 'ring', load: 'sockets' },
  { words: 'sockets', arrangement: 'radial', load: 'sockets' },
  { words: 'lights', arrangement: 'radial', load: 'lighting' },
  { words: 'fixed', arrangement: 'radial', load: 'fixed' },
  { words: 'sub-main', arrangement: 'radial', load: 'distribution' },
  { words: 'spare', arrangement: 'spare', load: null },
];

const text = (most: number, set: (value: string | null) => Partial<WayFields>) => (typed: string): ParsedFields =>
  typed.trim().length > most ? { ok: false, problem: `At most ${most} characters.` } : { ok: true, fields: set(typed.trim() || null) };

/** The circuit ledger from left to right: what the way is, how it is protected, what it is wired in, what was measured. */
export const columns: readonly Column[] = [
  { id: 'description', sort: 'field', heading: 'Circuit', spoken: 'circuit', group: 'Way', width: 'minmax(9rem,1fr)', hint: 'What it feeds and where', show: (w) => w.description ?? '', parse: text(200, (description) => ({ description })) },
  {
    id: 'kind', sort: 'field', heading: 'Kind', spoken: 'kind', group: 'Way', width: '4rem', hint: 'ring, sockets, lights, fixed, sub-main or spare',
    show: (w) => kinds.find((k) => k.arrangement === w.arrangement && k.load === (w.load ?? null))?.words ?? w.arrangement ?? '',
    parse: (typed) => {
      const found = kinds.filter((k) => k.words.startsWith(typed.trim().toLowerCase()));
      const [kind] = found;
      return kind && found.length === 1
        ? { ok: true, fields: { arrangement: kind.arrangement, load: kind.load } }
        : { ok: false, problem: `“${typed.trim()}”: type ring, sockets, lights, fixed, sub-main or spare.` };
    },
  },
  {
    id: 'points', sort: 'field', heading: 'Pts', spoken: 'points', group: 'Way', width: '2.25rem', hint: 'Number of points', show: (w) => (w.points === null || w.points === undefined ? '' : String(w.points)),
    parse: (typed) => (/^\d{1,3}$/.test(typed.trim()) && Number(typed) <= 500 ? { ok: true, fields: { points: Number(typed) } } : { ok: false, problem: `“${typed.trim()}” is not a number of points.` }),
  },
  { id: 'device', sort: 'field', heading: 'Device', spoken: 'protective device', group: 'Device', width: '6rem', hint: 'B32, RCBO B 20, 3871 2 30, 88-3 32, 3036 30', show: showDevice, parse: (typed, pack) => parseDevice(pack, typed) },
  { id: 'breaking', sort: 'field', heading: 'kA', spoken: 'breaking capacity mark', group: 'Device', width: '2.25rem', hint: 'As marked on the device: 6, 10, M6, S2A', show: (w) => w.breakingMark ?? '', parse: text(12, (breakingMark) => ({ breakingMark })) },
  { id: 'residual', sort: 'field', heading: 'RCD', spoken: 'residual current device', group: 'Device', width: '3.5rem', hint: 'mA and type: 30 A, 30 AC, 100 S, none', show: showResidual, parse: (typed) => parseResidual(typed) },
  { id: 'cable', sort: 'field', heading: 'mm²', spoken: 'cable, line over CPC', group: 'Cable', width: '4rem', hint: 'Line/CPC: 2.5/1.5', show: showCable, parse: (typed, pack) => parseCable(pack, typed) },
  {
    id: 'method', sort: 'field', heading: 'Ref.', spoken: 'reference method', group: 'Cable', width: '2.5rem', hint: 'A, C, 100, 101, 102 or 103', show: (w) => w.referenceMethod ?? '',
    parse: (typed) => {
      const method = referenceMethods.find((m) => m === typed.trim().toUpperCase());
      return method ? { ok: true, fields: { referenceMethod: method } } : { ok: false, problem: `“${typed.trim()}” is not a reference method: A, C, 100, 101, 102 or 103.` };
    },
  },
  { id: 'ring-r1', sort: 'reading', test: 'ring-r1', onlyRing: true, heading: 'r1', spoken: 'r1', group: 'Dead tests', width: '3.6rem', hint: 'Ring line, end to end' },
  { id: 'ring-rn', sort: 'reading', test: 'ring-rn', onlyRing: true, heading: 'rn', spoken: 'rn', group: 'Dead tests', width: '3.6rem', hint: 'Ring neutral, end to end' },
  { id: 'ring-r2', sort: 'reading', test: 'ring-r2', onlyRing: true, heading: 'r2', spoken: 'r2', group: 'Dead tests', width: '3.6rem', hint: 'Ring CPC, end to end' },
  { id: 'r1r2', sort: 'reading', test: 'r1r2', heading: 'R1+R2', spoken: 'R1 plus R2', group: 'Dead tests', width: '4.2rem', hint: 'Highest on the circuit' },
  { id: 'ir-ll', sort: 'reading', test: 'ir-ll', heading: 'IR L–L', spoken: 'insulation resistance live to live', group: 'Dead tests', width: '4.4rem', hint: 'MΩ as shown: >999, 0.6, LIM and why' },
  { id: 'ir-le', sort: 'reading', test: 'ir-le', heading: 'IR L–E', spoken: 'insulation resistance live to earth', group: 'Dead tests', width: '4.4rem', hint: 'MΩ as shown: >999, 0.6, LIM and why' },
  { id: 'polarity', sort: 'reading', test: 'polarity', heading: 'Pol.', spoken: 'polarity', group: 'Dead tests', width: '3.2rem', hint: 'ok or rev' },
  {
    id: 'maxZs', sort: 'computed', heading: 'max', spoken: 'maximum Zs', group: 'Live tests', width: '3.4rem', hint: 'Maximum Zs of the edition; a reading is compared with 0.8 of it',
    show: (way, pack, earthing) => {
      if (!way.deviceStandard || !way.deviceAmps) return '';
      const limit = loopLimit(pack, { standard: way.deviceStandard, type: way.deviceType ?? '', ratingAmps: way.deviceAmps }, disconnectionSeconds(pack, way, earthing ?? 'TN-S'));
      return limit.found ? toFixed(limit.maxZs, 2, 'half-up') : 'none';
    },
  },
  { id: 'zs', sort: 'reading', test: 'zs', heading: 'Zs', spoken: 'Zs', group: 'Live tests', width: '4.2rem', hint: 'Highest on the circuit. Prove CPC continuity first.' },
  { id: 'rcd-time', sort: 'reading', test: 'rcd-time', onlyResidual: true, heading: 'ms', spoken: 'RCD time', group: 'Live tests', width: '3.6rem', hint: 'At IΔn, the longer of both half-cycles' },
  { id: 'rcd-button', sort: 'reading', test: 'rcd-button', onlyResidual: true, heading: 'Btn', spoken: 'RCD test button', group: 'Live tests', width: '2.8rem', hint: 'ok or rev, after the instrument test' },
];

/** Whether a cell takes nothing on this way: ring figures of a radial, RCD results without an RCD, anything on a spare. */
export function isIdle(column: Column, way: Way | null): boolean {
  if (!way) return column.sort !== 'field';
  if (way.arrangement === 'spare') return column.id !== 'kind' && column.id !== 'description';
  if (column.sort !== 'reading') return column.sort === 'computed';
  return (column.onlyRing === true && way.arrangement !== 'ring') || (column.onlyResidual === true && !way.residualMilliamps);
}

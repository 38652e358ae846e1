import { readBreakingMark } from '../../core/edition/breaking-mark';
import type { EditionPack } from '../../core/edition/pack';
import { referenceMethods } from '../../core/edition/rows';
import {
  parseCable,
  parseDevice,
  parseResidual,
  showCable,
  showDevice,
  showResidual,
} from '../../core/installation/device-text';
import type { WayFields } from '../../core/installation/way';

type ParsedFields = { ok: true; fields: Partial<WayFields> } | { ok: false; problem: string };

export type ColumnHeading = {
  readonly id: string;
  readonly heading: string;
  readonly spoken: string;
  readonly group: 'Way' | 'Device' | 'Cable' | 'Dead tests' | 'Live tests';
  readonly width: string;
  /** What to type, shown while the cell is chosen. */
  readonly hint: string;
};

export type FieldColumn = ColumnHeading & {
  readonly sort: 'field';
  /** The field of a way that a gap about it names. */
  readonly field: keyof WayFields;
  readonly show: (way: Partial<WayFields>) => string;
  readonly parse: (text: string, pack: EditionPack) => ParsedFields;
  /** What emptying the cell takes back. */
  readonly emptied: Partial<WayFields>;
};

type Kind = {
  words: string;
  arrangement: WayFields['arrangement'];
  load: WayFields['load'];
  as?: WayFields['demandAs'];
};
const kinds: readonly Kind[] = [
  { words: 'ring', arrangement: 'ring', load: 'sockets' },
  { words: 'sockets', arrangement: 'radial', load: 'sockets' },
  { words: 'lights', arrangement: 'radial', load: 'lighting' },
  { words: 'fixed', arrangement: 'radial', load: 'fixed' },
  { words: 'shower', arrangement: 'radial', load: 'fixed', as: 'instant water' },
  { words: 'cooker', arrangement: 'radial', load: 'fixed', as: 'cooking' },
  { words: 'immersion', arrangement: 'radial', load: 'fixed', as: 'stored water' },
  { words: 'EV', arrangement: 'radial', load: 'fixed', as: 'vehicle charging' },
  { words: 'heat pump', arrangement: 'radial', load: 'fixed', as: 'heat pump' },
  { words: 'sub-main', arrangement: 'radial', load: 'distribution' },
  { words: 'spare', arrangement: 'spare', load: null },
];

const text =
  (most: number, set: (value: string | null) => Partial<WayFields>) =>
  (typed: string): ParsedFields =>
    typed.trim().length > most
      ? { ok: false, problem: `At most ${most} characters.` }
      : { ok: true, fields: set(typed.trim() || null) };

const kindWords = 'ring, sockets, lights, fixed, shower, cooker, immersion, EV, heat pump, sub-main or spare';

/** What a way is, how it is protected, and what it is wired in. */
export const fieldColumns: readonly FieldColumn[] = [
  {
    id: 'description',
    sort: 'field',
    field: 'description',
    heading: 'Circuit',
    spoken: 'circuit',
    group: 'Way',
    width: 'minmax(9rem,1fr)',
    hint: 'What it feeds and where',
    show: (w) => w.description ?? '',
    parse: text(200, (description) => ({ description })),
    emptied: { description: null },
  },
  {
    id: 'kind',
    sort: 'field',
    field: 'arrangement',
    heading: 'Kind',
    spoken: 'kind',
    group: 'Way',
    width: '4rem',
    hint: kindWords,
    show: (w) =>
      (
        kinds.find((k) => k.load === 'fixed' && k.load === w.load && k.as !== undefined && k.as === w.demandAs) ??
        kinds.find((k) => k.arrangement === w.arrangement && k.load === (w.load ?? null) && k.as === undefined)
      )?.words ??
      w.arrangement ??
      '',
    parse: (typed) => {
      const said = typed.trim().toLowerCase();
      // A few letters are enough, once they are of one kind.
      const found = said === '' ? [] : kinds.filter((k) => k.words.toLowerCase().startsWith(said));
      const [kind] = found;
      return kind && found.length === 1
        ? {
            ok: true,
            fields: {
              arrangement: kind.arrangement,
              load: kind.load,
              ...(kind.load === 'fixed' ? { demandAs: kind.as ?? null } : {}),
            },
          }
        : { ok: false, problem: `“${typed.trim()}”: type ${kindWords}.` };
    },
    emptied: { arrangement: null, load: null, demandAs: null },
  },
  {
    id: 'points',
    sort: 'field',
    field: 'points',
    heading: 'Pts',
    spoken: 'points',
    group: 'Way',
    width: '2.25rem',
    hint: 'Number of points',
    show: (w) => (w.points === null || w.points === undefined ? '' : String(w.points)),
    parse: (typed) =>
      /^\d{1,3}$/.test(typed.trim()) && Number(typed) <= 500
        ? { ok: true, fields: { points: Number(typed) } }
        : { ok: false, problem: `“${typed.trim()}” is not a number of points.` },
    emptied: { points: null },
  },
  {
    id: 'device',
    sort: 'field',
    field: 'deviceAmps',
    heading: 'Device',
    spoken: 'protective device',
    group: 'Device',
    width: '6rem',
    hint: 'B32, RCBO B 20, 3871 2 30, 88-3 32, 3036 30',
    show: showDevice,
    parse: (typed, pack) => parseDevice(pack, typed),
    emptied: { deviceStandard: null, deviceType: null, deviceAmps: null },
  },
  {
    id: 'breaking',
    sort: 'field',
    field: 'breakingMark',
    heading: 'kA',
    spoken: 'breaking capacity mark',
    group: 'Device',
    width: '2.25rem',
    hint: 'As marked on the device: 6000, 6 kA, M6, S2A',
    show: (w) => w.breakingMark ?? '',
    parse: (typed) => {
      const read = readBreakingMark(typed);
      return read.read ? { ok: true, fields: { breakingMark: typed.trim() } } : { ok: false, problem: read.problem };
    },
    emptied: { breakingMark: null },
  },
  {
    id: 'residual',
    sort: 'field',
    field: 'residualMilliamps',
    heading: 'RCD',
    spoken: 'residual current device',
    group: 'Device',
    width: '3.5rem',
    hint: 'mA and type: 30 A, 30 AC, 100 S, none',
    show: showResidual,
    parse: (typed) => parseResidual(typed || 'none'),
    emptied: { residualMilliamps: null, residualType: null, residualDelayed: null, residualAbsent: null },
  },
  {
    id: 'cable',
    sort: 'field',
    field: 'liveCsaMm2',
    heading: 'mm²',
    spoken: 'cable, line over CPC',
    group: 'Cable',
    width: '4rem',
    hint: 'Line/CPC: 2.5/1.5; 1/none without a CPC; old sizes: 7/.029',
    show: showCable,
    parse: (typed, pack) => parseCable(pack, typed),
    emptied: { liveCsaMm2: null, cpcCsaMm2: null, cpcAbsent: null },
  },
  {
    id: 'method',
    sort: 'field',
    field: 'referenceMethod',
    heading: 'Ref.',
    spoken: 'reference method',
    group: 'Cable',
    width: '2.5rem',
    hint: 'A, C, 100, 101, 102 or 103',
    show: (w) => w.referenceMethod ?? '',
    parse: (typed) => {
      const method = referenceMethods.find((m) => m === typed.trim().toUpperCase());
      return method
        ? { ok: true, fields: { referenceMethod: method } }
        : { ok: false, problem: `“${typed.trim()}” is not a reference method: A, C, 100, 101, 102 or 103.` };
    },
    emptied: { referenceMethod: null },
  },
];

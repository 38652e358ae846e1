import Papa from 'papaparse';
import type { Way } from '../../../core/installation/way';
import type { JobView } from '../../../core/job/view';
import { cellText } from './cell-entries';
import { fileColumns } from './columns';

/** Cells of a circuit by the column of the ledger they belong in. */
export type CsvRow = { readonly number: number | null; readonly cells: ReadonlyMap<string, string> };
export type CsvRead = {
  readonly rows: readonly CsvRow[];
  /** Rows beyond those that are read at once. */
  readonly beyond: number;
  /** Each heading of the file by its column, and what it is taken for; null where it is left out. */
  readonly headings: readonly { readonly column: number; readonly said: string; readonly taken: Target | null }[];
};
/** What somebody said columns of a file are, by their place in it, where it is another than they were taken for. */
export type Taken = ReadonlyMap<number, Target | null>;

const mostRows = 200;
/** Lines of a file that are looked at, titles and empty ones among them. */
const mostLines = 5_000;

/** Parts that together say one cell, in the order they are written in it. */
const joined = {
  device: ['standard', 'type', 'amps'],
  residual: ['residualAmps', 'residualType'],
  cable: ['live', 'cpc'],
} as const;
/** A cell of the ledger, a part of one, or the number of the way. */
export type Target = string;

const bare = (text: string): string => text.toLowerCase().replaceAll(/[^a-z0-9+δ/]+/g, '');

/** What headings of elsewhere mean, by their letters and figures; the first that fits. */
const meanings: readonly (readonly [RegExp, Target])[] = [
  [/^(no|number|way|wayno|circuitno|circuitnumber|cctno|cct)$/, 'number'],
  [/^(circuit)?(description|designation|name|serves)$|^circuit$/, 'description'],
  [/^(kind|arrangement|typeofcircuit|circuittype)$/, 'kind'],
  [/^(pts|points|noofpoints|numberofpoints|pointsserved|outlets)$/, 'points'],
  [/^(bs|bsen|bs\/bsen|bs\(en\)|bsno|standard|devicestandard|ocpdbs(en)?)$/, 'standard'],
  [/^(type|devicetype|ocpdtype|curve)$/, 'type'],
  [/^(rating|ratinga|in|ina|amps|devicerating|ocpdrating|currentrating|a)$/, 'amps'],
  [/^(device|protectivedevice|ocpd|mcb|breaker|fuse)$/, 'device'],
  [/^(ka|breakingcapacity(ka)?|shortcircuitcapacity(ka)?|icn|icu)$/, 'breaking'],
  [/^(rcd(type))$/, 'residualType'],
  [/^(rcd)?(iδn|idn|ma|rating(ma)?|operatingcurrent)(ma)?$/, 'residualAmps'],
  [/^(rcd|rcdprotection)$/, 'residual'],
  [/^(live|line|phase|l)(conductors?)?(mm2?|csa(mm2?)?)?$|^csa(live|line)$/, 'live'],
  [/^(cpc|earth)(conductors?)?(mm2?|csa(mm2?)?)?$|^csa(cpc|earth)$/, 'cpc'],
  [/^(cable|cablesize|mm2?|csa|size)$/, 'cable'],
  [/^(ref|refmethod|referencemethod|installationmethod|method)$/, 'method'],
  [/^ring(final)?(line)?r1(endtoend)?$/, 'ring/1/L-L'],
  [/^(ring(final)?(neutral)?)?rn(endtoend)?$/, 'ring/1/N-N'],
  [/^ring(final)?(cpc)?r2(endtoend)?$/, 'ring/1/C-C'],
  [/^(continuity)?\(?r1\+r2\)?(ohms?)?$|^r1plusr2$/, 'r1r2'],
  [
    /^(ir|insulation(resistance)?)?(l\/?l|l\/?n|livelive|livetolive|linetoneutral|lineneutral)(m(ohms?)?)?$/,
    'insulation/L-N',
  ],
  [
    /^(ir|insulation(resistance)?)?(l\/?e|live\/?earth|livetoearth|linetoearth|lineearth)(m(ohms?)?)?$/,
    'insulation/LN-E',
  ],
  [/^(pol|polarity)$/, 'polarity'],
  [/^(zs|measuredzs|maxmeasuredzs|maximummeasuredzs|loop|efli|zsohms?)$/, 'zs'],
  [/^(rcd)?(time|ms|triptime|tripms|disconnectiontime|operatingtime)(ms)?$/, 'rcd time'],
  [/^(rcd)?(test)?(btn|button)$/, 'rcd button'],
];

/** Which cell of the ledger a heading is about; as we write it ourselves, small and capital letters told apart, first. */
function targetOf(said: string): Target | null {
  const own = fileColumns.find(({ heading, spoken }) => heading === said.trim() || spoken === said.trim());
  if (own) return own.sort === 'computed' ? null : own.id;
  const letters = bare(said).replace(/(mω|ω|²)/g, '');
  return meanings.find(([pattern]) => pattern.test(letters))?.[1] ?? null;
}

const words: Readonly<Record<string, string>> = {
  number: 'way',
  standard: 'device: standard',
  type: 'device: type',
  amps: 'device: amperes',
  residualAmps: 'RCD: mA',
  residualType: 'RCD: type',
  live: 'cable: line',
  cpc: 'cable: CPC',
};
const nameOf = (target: Target): string =>
  words[target] ?? fileColumns.find(({ id }) => id === target)?.spoken ?? target;
/** All a column can be taken for, in the order of the ledger. */
export const targets: readonly { readonly target: Target; readonly name: string }[] = [
  'number',
  ...fileColumns
    .filter(({ sort }) => sort !== 'computed')
    .flatMap(({ id }) => (id in joined ? [id, ...joined[id as keyof typeof joined]] : [id])),
].map((target) => ({ target, name: nameOf(target) }));

const separators = { device: ' ', residual: ' ', cable: '/' } as const;

/** What parts say together; one that is missing leaves the cell as it stands, unless it needs no other. */
function together(cell: keyof typeof joined, parts: ReadonlyMap<string, string>): string {
  const said = joined[cell].map((part) => (parts.get(part) ?? '').trim());
  return cell === 'cable' && said.some((each) => each === '') ? '' : said.filter(Boolean).join(separators[cell]);
}

/**
 * Reads circuits of a file of comma-separated values, however its columns are called and in whatever order; what somebody
 * said they are goes first. Throws where there is nothing of circuits in it.
 */
export function readCsv(text: string, said: Taken = new Map()): CsvRead {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy', preview: mostLines });
  // Headings may stand under a title or two; where none says anything, the first row of several cells is they.
  const known = data.findIndex((cells) => cells.filter((each) => targetOf(each) !== null).length >= 2);
  const at = known >= 0 ? known : data.findIndex((cells) => cells.filter((each) => each.trim() !== '').length >= 2);
  const headings = data[at];
  if (!headings) throw new Error('No row of headings was found that says what its columns are.');
  const taken = headings.map((heading, column) => (said.has(column) ? (said.get(column) ?? null) : targetOf(heading)));
  const rows = data.slice(at + 1, at + 1 + mostRows).flatMap((cells): CsvRow[] => {
    const parts = new Map<string, string>();
    taken.forEach((target, column) => {
      const cell = (cells[column] ?? '').trim();
      if (target !== null && cell !== '' && !parts.has(target)) parts.set(target, cell);
    });
    const number = Number(/\d+/.exec(parts.get('number') ?? '')?.[0] ?? NaN);
    const found = new Map<string, string>();
    for (const { id } of fileColumns) {
      const whole = parts.get(id) ?? (id in joined ? together(id as keyof typeof joined, parts) : '');
      if (whole) found.set(id, whole);
    }
    return found.size > 0 ? [{ number: Number.isNaN(number) ? null : number, cells: found }] : [];
  });
  return {
    rows,
    beyond: Math.max(0, data.length - at - 1 - mostRows),
    headings: headings
      .map((heading, column) => ({ column, said: heading.trim(), taken: taken[column] ?? null }))
      .filter(({ said: heading }) => heading !== ''),
  };
}

/** What a spreadsheet would work out: all that begins like a formula and is not a plain figure with its sign. */
export const escapeFormulae = /^[=@\t\r\n]|^[+-](?!\d+(?:\.\d+)?$)/;

/** The circuits of a board as comma-separated values, every cell as it stands in the ledger. */
export function writeCsv(ways: readonly Way[], view: JobView): string {
  const shown = fileColumns.filter(({ sort }) => sort !== 'computed');
  return Papa.unparse(
    {
      fields: ['Way', ...shown.map(({ heading }) => heading)],
      data: ways.map((way) => [String(way.number), ...shown.map((column) => cellText(column, way, view))]),
    },
    // What begins like a formula is text to whoever opens it; a reading that begins with > is none.
    { escapeFormulae, newline: '\r\n' },
  );
}

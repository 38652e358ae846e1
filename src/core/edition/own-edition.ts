import * as z from 'zod';
import { exact, compare } from '../quantity/exact';
import { type EditionPack, editionIds } from './pack';
import type { InspectionItem } from './rows';

const said = z.string().trim().min(1).max(200);
const figureRow = z.object({
  of: z.literal('figure'),
  /** Which figure of the pack it starts from, by its name in `figuresOf`. */
  figure: said,
  value: z.string().regex(/^\d{1,6}(\.\d{1,6})?$/, 'plain digits, with a point'),
  source: said,
});
const itemRow = z.object({
  of: z.literal('item'),
  schedule: z.enum(['EICR', 'EIC']),
  item: z.string().regex(/^\d{1,2}(\.\d{1,2}){0,3}$/, 'an item number like 5.12.4'),
  section: said,
  /** What is confirmed, in the firm's own words; null where the item is gone. */
  confirm: z.string().trim().min(1).max(600).nullable(),
  regulations: z.string().max(200),
  source: said,
});

/** An edition no pack is held for: its name, the pack it starts from, and where it differs, each row with its source. */
export const ownEdition = z.object({
  editionId: z.uuid().toLowerCase(),
  title: said,
  shortTitle: said,
  basedOn: z.enum(editionIds),
  rows: z.array(z.discriminatedUnion('of', [figureRow, itemRow])).max(200),
});
export type OwnEdition = z.infer<typeof ownEdition>;

/** The same as a file that is handed on: which firm's it is does not matter, so its id is left out. */
export const ownEditionFile = ownEdition
  .omit({ editionId: true })
  .extend({ format: z.literal('orange-ledger/edition/1') });

type Figure = { readonly value: string; readonly source: string };
type Loose = { readonly [key: string]: unknown };
const isRecord = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isFigure = (value: unknown): value is Figure =>
  isRecord(value) && typeof value.value === 'string' && typeof value.source === 'string' && 'confidence' in value;

/** Tables whose rows are known by some of their cells; the others are figures. */
const tables: Readonly<Record<string, { readonly known: readonly string[]; readonly figures: readonly string[] }>> = {
  fuseLimits: { known: ['standard', 'type', 'ratingAmps', 'seconds'], figures: ['maxZsOhms'] },
  breakers: { known: ['type', 'standards'], figures: ['instantMultiple', 'fiveSecondMultiple'] },
  breakingCapacities: { known: ['standard', 'mark'], figures: ['ratedKiloamps', 'serviceKiloamps'] },
  residualTimes: { known: ['standard', 'kind', 'multiple'], figures: ['minMillis', 'maxMillis'] },
  conductors: { known: ['material', 'csaMm2'], figures: ['milliohmsPerMetre'] },
  protectiveMultipleEarthing: { known: ['neutralUpToMm2'], figures: ['leastMm2'] },
  'insulation.tests': { known: ['circuit'], figures: ['minimumMegohms'] },
  'design.tails': { known: ['csaMm2'], figures: ['amps'] },
};

/** Visits every figure of a pack by its name, and answers the pack with what the visitor puts in its place. */
function mapFigures<T>(at: T, put: (name: string, held: Figure | string | number) => unknown, path = ''): T {
  const name = (key: string) => (path ? `${path}.${key}` : key);
  if (Array.isArray(at)) {
    const table = tables[path];
    if (!table) return at;
    return at.map((row: Loose) => {
      const known = table.known.map((key) => String(row[key] ?? 'any')).join(' ');
      return Object.fromEntries(
        Object.entries(row).map(([key, cell]) => {
          const isLeaf = table.figures.includes(key) && cell !== null;
          return [key, isLeaf ? put(`${path} ${known} ${key}`, cell as Figure | string | number) : cell];
        }),
      );
    }) as T;
  }
  if (!isRecord(at)) return at;
  return Object.fromEntries(
    Object.entries(at).map(([key, held]) => [
      key,
      isFigure(held) ? put(name(key), held) : mapFigures(held, put, name(key)),
    ]),
  ) as T;
}

const valueOf = (held: Figure | string | number): string => (isRecord(held) ? held.value : String(held));

/** Every figure an edition of the firm's own may say otherwise, by name, with what the pack holds. */
export function figuresOf(pack: EditionPack): ReadonlyMap<string, string> {
  const figures = new Map<string, string>();
  mapFigures(pack, (name, held) => {
    figures.set(name, valueOf(held));
    return held;
  });
  return figures;
}

/** Why an edition cannot be worked to, in a sentence that names the row; null where it can. */
export function whyNotEdition({ rows, title }: Pick<OwnEdition, 'rows' | 'title'>, base: EditionPack): string | null {
  if (title === base.title) return `${title} is held already: work to that.`;
  const figures = figuresOf(base);
  const seen = new Set<string>();
  for (const [index, row] of rows.entries()) {
    const at = `Row ${index + 1}`;
    const key = row.of === 'figure' ? row.figure : `${row.schedule} ${row.item}`;
    if (seen.has(key)) return `${at}: ${key} is there twice.`;
    seen.add(key);
    if (row.of === 'figure') {
      if (!figures.has(row.figure)) return `${at}: ${base.shortTitle} has no figure named ${row.figure}.`;
      if (compare(exact(row.value), exact(0)) === 0) return `${at}: ${row.figure} cannot be nothing.`;
    } else if (row.confirm === null && !scheduleOf(base, row.schedule).some(({ item }) => item === row.item))
      return `${at}: there is no item ${row.item} to remove from the schedule.`;
  }
  return null;
}

const scheduleOf = (pack: EditionPack, schedule: 'EICR' | 'EIC') =>
  schedule === 'EICR' ? pack.inspectionEicr : pack.inspectionEic;

/** A pack with an edition's differences in it, under that edition's name. */
export function withDifferences(base: EditionPack, { title, shortTitle, rows }: OwnEdition): EditionPack {
  const differs = new Map(rows.flatMap((row) => (row.of === 'figure' ? [[row.figure, row] as const] : [])));
  const changed = mapFigures(base, (name, held) => {
    const row = differs.get(name);
    if (!row) return held;
    if (isRecord(held)) return { value: row.value, source: row.source, confidence: 'practice' };
    return typeof held === 'number' ? Number(row.value) : row.value;
  });
  return {
    ...changed,
    title,
    shortTitle,
    ownPack: { from: base.title, rows: rows.length },
    inspectionEicr: withItems(base.inspectionEicr, rows, 'EICR'),
    inspectionEic: withItems(base.inspectionEic, rows, 'EIC'),
  };
}

/** Items changed in place, taken out, or put after the last one with a smaller number. */
function withItems(
  items: readonly InspectionItem[],
  rows: OwnEdition['rows'],
  schedule: 'EICR' | 'EIC',
): InspectionItem[] {
  const mine = rows.flatMap((row) => (row.of === 'item' && row.schedule === schedule ? [row] : []));
  const kept = items.filter(({ item }) => !mine.some((row) => row.item === item));
  const added = mine.flatMap(({ item, section, confirm, regulations }) =>
    confirm === null ? [] : [{ item, section, confirm, regulations }],
  );
  return [...kept, ...added].sort((a, b) => inNumberOrder(a.item, b.item));
}

function inNumberOrder(a: string, b: string): number {
  const [left, right] = [a, b].map((item) => item.split('.').map(Number)) as [number[], number[]];
  for (let index = 0; index < Math.max(left.length, right.length); index += 1) {
    const difference = (left[index] ?? -1) - (right[index] ?? -1);
    if (difference !== 0) return difference;
  }
  return 0;
}

/** The edition as a paper names it: one of the firm's own says that it is, and what it was made from. */
export const editionPrinted = ({ title, ownPack }: EditionPack): string =>
  ownPack
    ? `${title} (limits from this firm's own pack: ${ownPack.rows} difference${ownPack.rows === 1 ? '' : 's'} from ${ownPack.from})`
    : title;

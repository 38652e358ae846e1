import type { EditionPack } from '../edition/pack';
import type { WayFields } from './way';

type Device = Pick<WayFields, 'deviceStandard' | 'deviceType' | 'deviceAmps'>;
type Residual = Pick<WayFields, 'residualMilliamps' | 'residualType' | 'residualDelayed' | 'residualAbsent'>;
type Cable = Pick<WayFields, 'liveCsaMm2' | 'cpcCsaMm2' | 'cpcAbsent'>;
type Parsed<T> = { ok: true; fields: T } | { ok: false; problem: string };

const shortNames: readonly [RegExp, string][] = [
  [/^(bs\s*)?(en\s*)?61009\b/i, 'BS EN 61009'],
  [/^rcbo\b/i, 'BS EN 61009'],
  [/^(bs\s*)?(en\s*)?60898\b/i, 'BS EN 60898'],
  [/^(bs\s*)?(en\s*)?60947-?2\b/i, 'BS EN 60947-2'],
  [/^mccb\b/i, 'BS EN 60947-2'],
  [/^(bs\s*)?(en\s*)?62606\b/i, 'BS EN 62606'],
  [/^afdd\b/i, 'BS EN 62606'],
  [/^mcb\b/i, 'BS EN 60898'],
  [/^(bs\s*)?3871\b/i, 'BS 3871'],
  [/^(bs\s*)?88-?2\b/i, 'BS 88-2'],
  [/^(bs\s*)?88-?3\b/i, 'BS 88-3'],
  [/^(bs\s*)?3036\b/i, 'BS 3036'],
  [/^(bs\s*)?1361\b/i, 'BS 1361'],
  [/^(bs\s*)?1362\b/i, 'BS 1362'],
];
const onlyType: Record<string, string> = {
  'BS 88-2': 'gG',
  'BS 88-3': 'C',
  'BS 3036': '',
  'BS 1362': '',
  'BS 1361': 'I',
};

/**
 * Reads a protective device as people write it: `B32`, `60898 C 6`, `RCBO B 20`, `3871 2 30`, `3036 30`, `1361 II 100`.
 * A letter and rating alone are a BS EN 60898 breaker. The device must be one the edition holds.
 */
export function parseDevice(pack: EditionPack, typed: string): Parsed<Device> {
  const text = typed.trim();
  const named = shortNames.find(([pattern]) => pattern.test(text));
  const standard = named?.[1] ?? 'BS EN 60898';
  const rest = (named ? text.replace(named[0], '') : text)
    .replace(/\btype\b/i, '')
    .replace(/\s*A$/i, '')
    .trim();
  if (standard === 'BS EN 60947-2') return parseSetBreaker(text, rest);
  const match = /^(gG|[BCD]|[1234](?=\s)|I{1,2}(?=[\s\d]))?\s*(\d+(?:\.\d+)?)$/i.exec(rest);
  const amps = Number(match?.[2]);
  const typedType = match?.[1]?.toLowerCase() === 'gg' ? 'gG' : match?.[1]?.toUpperCase();
  const type = typedType ?? onlyType[standard];
  const problem = `“${text}” is not a device. Type for example B32, RCBO B 20, 3871 2 30, 88-3 32 or 3036 30.`;
  if (!match || type === undefined) return { ok: false, problem };
  const ratings = [
    ...pack.breakers
      .filter((row) => row.standards.includes(standard) && row.type === type)
      .flatMap((row) => row.ratingsAmps),
    ...pack.fuseLimits.filter((row) => row.standard === standard && row.type === type).map((row) => row.ratingAmps),
  ];
  if (!ratings.includes(amps)) {
    const held = [...new Set(ratings)].sort((a, b) => a - b);
    return {
      ok: false,
      problem: held.length ? `${standard} ${type} has no ${amps} A rating: ${held.join(', ')}.` : problem,
    };
  }
  return { ok: true, fields: { deviceStandard: standard, deviceType: type, deviceAmps: amps } };
}

/** A breaker with a magnetic setting of its own, `60947-2 10x 100`: the multiple of its rating, then the rating. */
function parseSetBreaker(text: string, rest: string): Parsed<Device> {
  const match = /^(\d+(?:\.\d+)?)\s*[x×]\s*(?:In\s*)?(\d+(?:\.\d+)?)$/i.exec(rest);
  const amps = Number(match?.[2]);
  if (!match || Number(match[1]) <= 0 || amps <= 0 || amps > 1000)
    return {
      ok: false,
      problem: `“${text}” does not tell its magnetic setting: type it before its rating, 60947-2 10x 100.`,
    };
  return { ok: true, fields: { deviceStandard: 'BS EN 60947-2', deviceType: `${match[1]}x`, deviceAmps: amps } };
}

/** Reads a residual current device: `30`, `30 A`, `30 AC`, `100 S`; `none` or `-` for a circuit without one. */
export function parseResidual(typed: string): Parsed<Residual> {
  const text = typed.trim();
  if (/^(none|no|-|–|0)$/i.test(text)) {
    return {
      ok: true,
      fields: { residualMilliamps: null, residualType: null, residualDelayed: null, residualAbsent: true },
    };
  }
  const match = /^(10|30|100|300|500)\s*(?:mA)?\s*(AC|A|F|B)?\s*(S)?$/i.exec(text);
  if (!match) return { ok: false, problem: `“${text}” is not an RCD. Type for example 30 A, 30 AC, 100 S or none.` };
  const type = match[2]?.toUpperCase() as Residual['residualType'] | undefined;
  return {
    ok: true,
    fields: {
      residualMilliamps: Number(match[1]),
      residualType: type ?? null,
      residualDelayed: Boolean(match[3]),
      residualAbsent: false,
    },
  };
}

/** Reads a cable by its live conductor and CPC in mm²: `2.5/1.5`, `16` where the CPC is not a core of it, `1/none` where there is none. */
export function parseCable(pack: EditionPack, typed: string): Parsed<Cable> {
  const bare = /^(.+?)\s*[/+]\s*(?:none|no cpc)$/i.exec(typed.trim());
  if (bare?.[1]) {
    const live = sizeOf(pack, bare[1].trim());
    if (live) return { ok: true, fields: { liveCsaMm2: live, cpcCsaMm2: null, cpcAbsent: true } };
  }
  const match =
    /^(\d\/\.\d{3}|\d+(?:\.\d+)?)(?:(?:\s*[/+]\s*|\s+)(\d\/\.\d{3}|\d+(?:\.\d+)?))?\s*(?:mm²|mm2|mm)?$/i.exec(
      typed.trim(),
    );
  const live = sizeOf(pack, match?.[1]);
  const cpc = match?.[2] === undefined ? null : sizeOf(pack, match[2]);
  if (!live || cpc === undefined) {
    return {
      ok: false,
      problem: `“${typed.trim()}” is not a cable. Type line/CPC in mm², for example 2.5/1.5 or 6/2.5, 1/none without a CPC, or an old size such as 7/.029.`,
    };
  }
  return { ok: true, fields: { liveCsaMm2: live, cpcCsaMm2: cpc, cpcAbsent: false } };
}

/** The area of a size as it is typed, in mm²; undefined where the edition holds none. */
function sizeOf(pack: EditionPack, typed: string | undefined): number | undefined {
  const imperial = pack.imperialConductors.find(
    ({ designation, csaMm2 }) => designation === typed || csaMm2 === Number(typed),
  );
  return imperial?.csaMm2 ?? pack.conductors.find(({ csaMm2 }) => csaMm2 === Number(typed))?.csaMm2;
}

export const showDevice = (way: Partial<WayFields>): string => {
  if (!way.deviceStandard || !way.deviceAmps) return '';
  const shortStandard = way.deviceStandard.replace(/^BS (EN )?/, '');
  return `${shortStandard} ${way.deviceType ?? ''}${/^[BCD]$/.test(way.deviceType ?? '') ? '' : ' '}${way.deviceAmps}`.replace(
    / {2,}/g,
    ' ',
  );
};

export const showResidual = (way: Partial<WayFields>): string =>
  way.residualMilliamps
    ? [way.residualMilliamps, way.residualType, way.residualDelayed ? 'S' : null].filter(Boolean).join(' ')
    : way.residualAbsent
      ? 'none'
      : '';

/** The same for whoever does not know the shorthand, beneath a heading that names the RCD. */
export const tellResidual = (way: Partial<WayFields>): string =>
  way.residualMilliamps
    ? `${way.residualMilliamps} mA${way.residualType ? ` type ${way.residualType}` : ''}${way.residualDelayed ? ', S' : ''}`
    : showResidual(way);

/** The same where no heading says what the figures are. */
export const sayResidual = (way: Partial<WayFields>): string =>
  way.residualMilliamps ? `RCD ${tellResidual(way)}` : way.residualAbsent ? 'no RCD' : 'RCD?';

export const showCable = (way: Partial<WayFields>): string =>
  way.liveCsaMm2 ? `${way.liveCsaMm2}${way.cpcAbsent ? '/none' : way.cpcCsaMm2 ? `/${way.cpcCsaMm2}` : ''}` : '';

import type { EditionPack } from '../../edition/pack';
import type { ResidualTimeRow } from '../../edition/rows';
import { type Exact, add, compare, divide, exact, isAtMost, isBelow, toShortest } from '../../quantity/exact';
import { type Judgement, type Limit, gravest, isNotTaken, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, knownOf } from '../../quantity/reading-value';

/** A residual current device as described; where nobody said its standard, it is judged as one made today. */
export type ResidualDevice = {
  readonly standard: string | null;
  readonly delayed: boolean;
  readonly milliamps: number;
  /** The delay marked on an adjustable one, in ms. */
  readonly delayMillis?: number | null;
};
export const residualMultiples = ['0.5x', '1x', '5x'] as const;
export type ResidualMultiple = (typeof residualMultiples)[number];

const modern = /6100[89]|62423/;
const delayedKind = /delay|S \(/;

type Times = { readonly least: Exact | null; readonly most: Exact; readonly source: string; readonly note: string };

/** The times a device is held to, or why there are none. */
function timesOf(pack: EditionPack, device: ResidualDevice, multiple: '1x' | '5x'): Times | { readonly why: string } {
  const standard =
    device.standard === null || modern.test(device.standard) ? 'BS EN 61008/61009/62423' : device.standard;
  const named = `${standard}${device.delayed ? ', delayed' : ''}, ${device.milliamps} mA${multiple === '5x' ? ', at 5 × IΔn' : ''}`;
  const row: ResidualTimeRow | undefined = pack.residualTimes.find(
    (r) => r.standard === standard && r.multiple === multiple && delayedKind.test(r.kind) === device.delayed,
  );
  const ofAll = { source: `643.7, 643.8; ${standard}, ${pack.title}`, note: row?.note ?? '' };
  if (device.delayed && standard === 'BS 4293' && multiple === '1x' && device.delayMillis) {
    const delay = exact(device.delayMillis);
    return { ...ofAll, least: divide(delay, exact(2)), most: add(delay, exact(200)) };
  }
  if (!row || row.maxMillis === null) return { why: reason('rcd.no-limit', { device: named, note: row?.note ?? '' }) };
  // Five times is for additional protection: a non-delayed device above 30 mA gives none.
  if (multiple === '5x' && !device.delayed && device.milliamps > 30)
    return { why: reason('rcd.no-limit', { device: named, note: reason('rcd.five-times') }) };
  return {
    ...ofAll,
    least: row.minMillis === null ? null : exact(row.minMillis),
    most: exact(row.maxMillis),
  };
}

/** Judges an RCD at half its rated residual current: it must not trip within two seconds. Over range is "not within that". */
function judgeHalfCurrent(value: ReadingValue, pack: EditionPack): Judgement {
  const least = pack.residualTimes.find((r) => r.multiple === '0.5x')?.minMillis ?? 2000;
  const limit: Limit = {
    text: `no trip within ${least} ms at ½ IΔn`,
    source: `643.7, 643.8, ${pack.title}`,
    figure: `no trip in ${least} ms`,
  };
  if (value.is === 'not-taken') return notTaken('rcd-half', value, limit);
  const known = knownOf(value);
  // An instrument that counts to two seconds shows 1999 ms as the last before it runs out.
  const lasted = known !== null && compare(known.figure, exact(known.atLeast ? least - 1 : least)) >= 0;
  const base = { expected: 'no trip', limit };
  if (lasted)
    return { ...base, rule: 'rcd-half.holds', verdict: 'meets', working: [reason('rcd-half.holds')], next: null };
  const after = known ? toShortest(known.figure, 1) : '';
  if (known?.atLeast)
    return {
      ...base,
      rule: 'rcd-half.too-short',
      verdict: 'doubt',
      working: [reason('rcd-half.too-short', { after })],
      next: { rule: 'rcd-half.too-short' },
    };
  return {
    ...base,
    rule: 'rcd-half.trips',
    verdict: 'fails',
    working: [reason('rcd-half.trips', { after })],
    next: { rule: 'rcd-half.trips' },
  };
}

/**
 * Judges an RCD's trip time in milliseconds at half, once or five times its rated residual current, by its product
 * standard. Five times is optional since A2:2022.
 */
export function judgeResidualTime(
  value: ReadingValue,
  pack: EditionPack,
  device: ResidualDevice | null,
  multiple: ResidualMultiple = '1x',
): Judgement {
  if (multiple === '0.5x') return judgeHalfCurrent(value, pack);
  const times = device && timesOf(pack, device, multiple);
  const range =
    times && 'most' in times
      ? times.least
        ? `${toShortest(times.least, 0)} ms to ${toShortest(times.most, 0)} ms`
        : `${toShortest(times.most, 0)} ms`
      : '';
  const limit: Limit | null =
    times && 'most' in times
      ? {
          text: `${times.least ? range : `${range} or less`} at ${multiple === '5x' ? '5 × ' : ''}${device?.milliamps} mA`,
          source: times.source,
          figure: device?.delayMillis ? `${toShortest(times.most, 0)} ms` : range,
          amount: device?.delayMillis || !times.least ? times.most : undefined,
        }
      : null;
  if (value.is === 'not-taken') return notTaken('rcd', value, limit);
  if (!device || !times) return { ...unjudged('rcd.none'), next: { rule: 'rcd.none' } };
  if (!('most' in times) || !limit)
    return { ...unjudged('no-such-test', { why: 'why' in times ? times.why : '' }), rule: 'rcd.no-limit' };
  const known = knownOf(value);
  const slow = !known || known.atLeast || !isAtMost(known.figure, times.most);
  // What outlasted the whole time it is allowed did not trip within it.
  const certain = known !== null && compare(known.figure, times.most) >= (known.atLeast ? 0 : 1);
  const fast = known !== null && !known.atLeast && times.least !== null && isBelow(known.figure, times.least);
  const shown = known ? `${known.atLeast ? '>' : ''}${toShortest(known.figure, 1)} ms` : reason('rcd.no-trip');
  const rule = fast ? 'rcd.fast' : !slow ? 'rcd.meets' : certain || !known ? 'rcd.slow' : 'rcd.bound-within';
  return {
    rule,
    verdict: rule === 'rcd.meets' ? 'meets' : rule === 'rcd.bound-within' ? 'doubt' : 'fails',
    expected: limit.text,
    limit,
    working: [
      rule === 'rcd.meets'
        ? `${shown} within ${limit.text}`
        : fast
          ? `${shown} < ${toShortest(times.least ?? exact(0), 0)} ms`
          : `${shown} beside at most ${toShortest(times.most, 0)} ms`,
    ],
    next:
      rule === 'rcd.slow'
        ? { rule: 'rcd.slow' }
        : rule === 'rcd.fast'
          ? { rule: 'rcd.fast' }
          : rule === 'rcd.bound-within'
            ? { rule: 'reading.higher-range' }
            : null,
  };
}

/** Both half cycles of one test: the graver counts, and one that was not taken leaves it open unless the other fails. */
export function judgeHalfCycles(
  values: readonly [ReadingValue, ReadingValue],
  pack: EditionPack,
  device: ResidualDevice | null,
  multiple: ResidualMultiple,
): Judgement {
  const [positive, negative] = values.map((value) => judgeResidualTime(value, pack, device, multiple)) as [
    Judgement,
    Judgement,
  ];
  const worst = gravest(positive, negative);
  if (worst.verdict === 'fails') return worst;
  const missing = [positive, negative].find(isNotTaken);
  return missing ?? worst;
}

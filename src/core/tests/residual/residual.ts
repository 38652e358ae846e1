import type { EditionPack } from '../../edition/pack';
import { compare, exact } from '../../quantity/exact';
import { type Judgement, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';

/** A residual current device as described; where nobody said its standard, it is judged as one made today. */
export type ResidualDevice = {
  readonly standard: string | null;
  readonly delayed: boolean;
  readonly milliamps: number;
};

const modern = /6100[89]|62423/;

/** Judges an RCD at half its rated residual current: it must not trip within two seconds. An over-range value is "did not trip". */
export function judgeHalfCurrent(value: ReadingValue, pack: EditionPack): Judgement {
  if (value.is === 'not-taken') return notTaken('rcd-half', value);
  const least = pack.residualTimes.find((r) => r.multiple === '0.5x')?.minMillis ?? 2000;
  const figure = figureOf(value);
  const holds = value.is === 'over' || (figure !== null && compare(figure, exact(least)) >= 0);
  return {
    rule: holds ? 'rcd-half.holds' : 'rcd-half.trips',
    verdict: holds ? 'meets' : 'fails',
    expected: 'no trip',
    limit: { text: `no trip within ${least} ms at ½ IΔn`, source: `643.7, 643.8, ${pack.title}` },
    working: [
      holds ? reason('rcd-half.holds') : reason('rcd-half.trips', { after: value.is === 'number' ? value.shown : '' }),
    ],
    next: holds ? null : { rule: 'rcd-half.trips' },
  };
}

/**
 * Judges an RCD's trip time in milliseconds at its rated residual current, or at five times it, by its product standard.
 * Five times is optional since A2:2022.
 */
export function judgeResidualTime(
  value: ReadingValue,
  pack: EditionPack,
  device: ResidualDevice | null,
  multiple: '1x' | '5x' = '1x',
): Judgement {
  if (value.is === 'not-taken') return notTaken('rcd', value);
  if (!device) return { ...unjudged('rcd.none'), next: { rule: 'rcd.none' } };
  const standard =
    device.standard === null || modern.test(device.standard) ? 'BS EN 61008/61009/62423' : device.standard;
  const row = pack.residualTimes.find(
    (r) => r.standard === standard && r.multiple === multiple && /delay|S \(/.test(r.kind) === device.delayed,
  );
  if (!row || row.maxMillis === null) {
    return unjudged('rcd.no-limit', {
      device: `${standard}${device.delayed ? ', delayed' : ''}`,
      note: row?.note ?? '',
    });
  }
  const range = row.minMillis === null ? `${row.maxMillis} ms or less` : `${row.minMillis} to ${row.maxMillis} ms`;
  const limit = {
    text: `${range} at ${multiple === '5x' ? '5 × ' : ''}${device.milliamps} mA`,
    source: `643.7, 643.8; ${row.standard}, ${pack.title}`,
  };
  const figure = figureOf(value);
  const slow = !figure || compare(figure, exact(row.maxMillis)) > 0;
  const fast = figure !== null && row.minMillis !== null && compare(figure, exact(row.minMillis)) < 0;
  const shown = value.is === 'number' ? value.shown : value.is === 'over' ? `>${value.bound}` : '';
  return {
    rule: slow ? 'rcd.slow' : fast ? 'rcd.fast' : 'rcd.meets',
    verdict: slow || fast ? 'fails' : 'meets',
    expected: range,
    limit,
    working: [
      slow
        ? `${shown} ms > ${row.maxMillis} ms`
        : fast
          ? `${shown} ms < ${row.minMillis} ms`
          : `${shown} ms within ${range}`,
    ],
    next: slow ? { rule: 'rcd.slow' } : fast ? { rule: 'rcd.fast' } : null,
  };
}

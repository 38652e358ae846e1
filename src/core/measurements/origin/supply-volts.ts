import type { EditionPack } from '../../edition/pack';
import { type Exact, compare, exact, isAtMost, multiply, subtract, toShortest } from '../../quantity/exact';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';
import { type Judgement, type Limit, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { classifyVoltages, voltagePatterns } from './voltage-pattern';

const bandOf = ({ supplyVoltsLow: low, supplyVoltsHigh: high }: EditionPack): Limit => ({
  text: `${low.value} to ${high.value} V`,
  source: `643.6; ${low.source}; ${high.source}`,
  figure: `${low.value} V to ${high.value} V`,
});
const within = (figure: Exact, pack: EditionPack): boolean =>
  compare(figure, exact(pack.supplyVoltsLow.value)) >= 0 && isAtMost(figure, exact(pack.supplyVoltsHigh.value));

/** Judges the supply voltage, line to neutral, in volts. */
export function judgeSupplyVolts(value: ReadingValue, pack: EditionPack): Judgement {
  const limit = bandOf(pack);
  if (value.is === 'not-taken') return notTaken('volts', value, limit);
  const figure = figureOf(value);
  if (!figure) return unjudged('volts.none');
  const fits = within(figure, pack);
  if (classifyVoltages({ ln: figure, le: null, ne: null }, pack) === 'PME neutral lost')
    return {
      rule: 'supply.far-from-nominal',
      verdict: 'fails',
      expected: `${pack.nominalVolts.value} V`,
      limit,
      working: [`${toShortest(figure, 1)} V is far outside ${limit.text}`, reason('supply.far')],
      next: { rule: 'supply.hands-off', figures: { means: voltagePatterns['neutral lost'].means } },
    };
  return {
    rule: fits ? 'volts.within' : 'volts.outside',
    verdict: fits ? 'meets' : 'doubt',
    expected: `${pack.nominalVolts.value} V`,
    limit,
    working: [`${toShortest(figure, 1)} V is ${fits ? 'within' : 'outside'} ${limit.text}`],
    next: value.is === 'unstable' ? { rule: 'volts.wander' } : fits ? null : { rule: 'volts.outside' },
  };
}

/** Judges a voltage between two lines, in volts: √3 times the band of line to neutral, compared by squares. */
export function judgeLineToLine(value: ReadingValue, pack: EditionPack): Judgement {
  const squared = (figure: Exact): Exact => multiply(figure, figure);
  const [low, high] = [pack.supplyVoltsLow, pack.supplyVoltsHigh].map((each) => exact(each.value));
  const limit: Limit = {
    text: `√3 × ${bandOf(pack).text}`,
    source: bandOf(pack).source,
    figure: `√3 × ${bandOf(pack).figure}`,
  };
  if (value.is === 'not-taken') return notTaken('volts', value, limit);
  const figure = figureOf(value);
  if (!figure || !low || !high) return unjudged('volts.none');
  const fits =
    compare(squared(figure), multiply(exact(3), squared(low))) >= 0 &&
    isAtMost(squared(figure), multiply(exact(3), squared(high)));
  return {
    rule: fits ? 'volts.within' : 'volts.outside',
    verdict: fits ? 'meets' : 'doubt',
    expected: '√3 × U0',
    limit,
    working: [`${toShortest(figure, 1)} V is ${fits ? 'within' : 'outside'} ${limit.text}`],
    next: fits ? null : { rule: 'volts.outside' },
  };
}

export type SupplyVoltages = {
  readonly lineNeutral: ReadingValue;
  readonly lineEarth: ReadingValue;
  readonly neutralEarth: ReadingValue;
  /** From the main earthing terminal to an earth of its own, where that was tried. */
  readonly terminalToEarth: ReadingValue | null;
};

/**
 * Judges the three voltages at the incoming terminals together, in volts: line and neutral in their places, within the
 * band, neutral near earth. Where a terminal is live that should not be, it fails whatever else was read or not. On
 * TN-C-S a swap before the split shows only between the earthing terminal and an earth of its own.
 */
export function judgeSupplyVoltages(voltages: SupplyVoltages, pack: EditionPack): Judgement {
  const limit = bandOf(pack);
  const { lineNeutral, lineEarth, neutralEarth, terminalToEarth } = voltages;
  const [ln, le, ne] = [lineNeutral, lineEarth, neutralEarth].map(figureOf);
  const met = terminalToEarth && figureOf(terminalToEarth);
  const danger = exact(pack.touchVolts.value);
  const raised = exact(pack.tolerances.neutralEarthVolts.value);
  const isLive = (figure: Exact | null | undefined): boolean => Boolean(figure) && !isAtMost(figure as Exact, danger);
  const volts = (figure: Exact | null | undefined) => (figure ? `${toShortest(figure, 1)} V` : 'not read');
  const working = [`L–N ${volts(ln)}, L–E ${volts(le)}, N–E ${volts(ne)}`];
  const base = { expected: `${pack.nominalVolts.value} V`, limit };
  const name = classifyVoltages({ ln: ln ?? null, le: le ?? null, ne: ne ?? null }, pack);
  const pattern = name && voltagePatterns[name];
  if (name === 'reversed')
    return {
      ...base,
      rule: 'polarity.reversed-supply',
      verdict: 'fails',
      working: [...working, reason('polarity.reversed')],
      next: { rule: 'polarity.reversed-supply' },
    };
  if (pattern && !pattern.isSound)
    return {
      ...base,
      rule: `supply.${name?.toLowerCase().replaceAll(' ', '-')}`,
      verdict: 'fails',
      working: [...working, reason('supply.pattern', { title: pattern.title })],
      next: { rule: 'supply.hands-off', figures: { means: pattern.means } },
    };
  if (isLive(met))
    return {
      ...base,
      rule: 'polarity.terminal-live',
      verdict: 'fails',
      working: [...working, reason('polarity.terminal-live', { volts: volts(met) })],
      next: { rule: 'polarity.reversed-supply' },
    };
  if (!ln || !le || !ne) return { ...notTaken('polarity', { is: 'not-taken', mark: 'N/V' }, limit), working };
  const apart = compare(ln, le) >= 0 ? subtract(ln, le) : subtract(le, ln);
  const wanders = [lineNeutral, lineEarth, neutralEarth].some(({ is }) => is === 'unstable');
  const uneven = wanders || !isAtMost(ne, raised) || !isAtMost(apart, raised) || Boolean(met && !isAtMost(met, raised));
  const fits = within(ln, pack);
  return {
    ...base,
    rule: wanders ? 'volts.wander' : uneven ? 'volts.neutral-raised' : fits ? 'volts.within' : 'volts.outside',
    verdict: uneven || !fits ? 'doubt' : 'meets',
    working: [
      ...working,
      `L–N is ${fits ? 'within' : 'outside'} ${limit.text}`,
      ...(wanders ? [reason('volts.wander')] : []),
      ...(uneven && !wanders
        ? [reason('volts.neutral-raised', { volts: volts(compare(ne, apart) >= 0 ? ne : apart) })]
        : []),
    ],
    next: wanders
      ? { rule: 'volts.wander' }
      : uneven
        ? { rule: 'volts.neutral-raised' }
        : fits
          ? null
          : { rule: 'volts.outside' },
  };
}

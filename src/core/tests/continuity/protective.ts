import type { EditionPack } from '../../edition/pack';
import { type Exact, compare, divide, exact, isAtMost, multiply, toFixed, toShortest } from '../../quantity/exact';
import { type Judgement, notTaken } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';

/** Judges supplementary bonding between two parts in ohm: R ≤ 50 V ÷ Ia (415.2.2); for an RCD, Ia is its IΔn in amperes. */
export function judgeSupplementaryBonding(value: ReadingValue, pack: EditionPack, operatingAmps: string): Judgement {
  if (value.is === 'not-taken') return notTaken('supplementary', value);
  const most = divide(exact(pack.touchVolts.value), exact(operatingAmps));
  const figure = figureOf(value);
  const meets = figure !== null && isAtMost(figure, most);
  return {
    rule: meets ? 'supplementary.meets' : 'supplementary.above',
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit: { text: `${toFixed(most, 2, 'half-up')} Ω`, source: `415.2.2, ${pack.title}` },
    working: [
      `${pack.touchVolts.value} V ÷ ${operatingAmps} A = ${toFixed(most, 2, 'half-up')} Ω`,
      figure ? `${toFixed(figure, 2, 'half-up')} Ω ${meets ? '≤' : '>'} that` : reason('supplementary.open'),
    ],
    next: meets ? null : { rule: 'supplementary.above' },
  };
}

/** Judges whether metalwork is an extraneous-conductive-part, from its insulation to the main earthing terminal in megohm, nothing bonded. */
export function judgeExtraneous(value: ReadingValue, pack: EditionPack): Judgement {
  if (value.is === 'not-taken') return notTaken('extraneous', value);
  const figure = value.is === 'over' ? exact(value.bound) : figureOf(value);
  const { value: least, source } = pack.design.notExtraneousMegohms;
  const isClear = value.is === 'open' || (figure !== null && compare(figure, exact(least)) > 0);
  return {
    rule: isClear ? 'extraneous.not' : 'extraneous.is',
    verdict: isClear ? 'meets' : 'doubt',
    expected: null,
    limit: { text: `above ${least} MΩ: not extraneous`, source },
    working: [
      value.is === 'open'
        ? reason('extraneous.no-path')
        : `${toShortest(figure ?? exact(0), 3)} MΩ ${isClear ? '>' : '≤'} ${least} MΩ`,
    ],
    next: { rule: isClear ? 'extraneous.not' : 'extraneous.is' },
  };
}

/** Least protective conductor in mm² by the adiabatic equation, S ≥ √(I²t) ÷ k, from amperes, seconds and k (543.1.3). */
export function adiabaticMm2(faultAmps: number, seconds: number, k: number): number {
  if (!(faultAmps >= 0 && seconds > 0 && k > 0))
    throw new RangeError('Amperes of zero or more, seconds and k above zero are wanted');
  return (faultAmps * Math.sqrt(seconds)) / k;
}

/** Judges a protective conductor's size by the adiabatic equation; meeting it is compliance by itself, save Table 54.8 where PME. */
export function judgeAdiabatic(csaMm2: number, faultAmps: number, seconds: number, k: number): Judgement {
  const least = adiabaticMm2(faultAmps, seconds, k);
  const meets = csaMm2 >= least;
  return {
    rule: meets ? 'adiabatic.meets' : 'adiabatic.small',
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit: { text: `${least.toFixed(2)} mm²`, source: '543.1.3' },
    working: [
      `√(${faultAmps}² A² × ${seconds} s) ÷ ${k} = ${least.toFixed(2)} mm²`,
      `${csaMm2} mm² ${meets ? '≥' : '<'} that`,
    ],
    next: meets ? null : { rule: 'adiabatic.small' },
  };
}

/** Judges the overcurrent side where an RCD gives fault protection: the L–N loop in ohm against Cmin × U0 ÷ Ia, because an RCD does nothing for it. */
export function judgeLineNeutralLoop(value: ReadingValue, pack: EditionPack, maxOhms: Exact): Judgement {
  if (value.is === 'not-taken') return notTaken('ln-loop', value);
  const figure = figureOf(value);
  const ambient = multiply(exact(pack.ambientFactor.value), maxOhms);
  const meets = figure !== null && isAtMost(figure, ambient);
  return {
    rule: meets ? 'ln-loop.meets' : 'ln-loop.above',
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit: { text: `${toFixed(ambient, 2, 'half-up')} Ω at ambient`, source: `434.5, ${pack.title}` },
    working: [
      `${pack.ambientFactor.value} × ${toFixed(maxOhms, 2, 'half-up')} Ω = ${toFixed(ambient, 2, 'half-up')} Ω`,
      figure ? `${toFixed(figure, 2, 'half-up')} Ω ${meets ? '≤' : '>'} that` : reason('ln-loop.beyond-range'),
    ],
    next: meets ? null : { rule: 'ln-loop.above' },
  };
}

import type { EditionPack } from '../../edition/pack';
import {
  type Exact,
  add,
  compare,
  divide,
  exact,
  isAtMost,
  isBelow,
  multiply,
  subtract,
  toShortest,
} from '../../quantity/exact';
import { beside, ohms } from '../../quantity/ohms';
import { type Judgement, type Limit, doubted, notTaken } from '../../words/judgement';
import { reason } from '../../words/reason';
import { type ReadingValue, knownOf } from '../../quantity/reading-value';
import type { Way } from '../../installation/way';
import { limitFound, limitOfDevice } from '../loop/limit';

/** Judges supplementary bonding between two parts in ohm: R ≤ 50 V ÷ Ia (415.2.2); for an RCD, Ia is its IΔn in amperes. */
export function judgeSupplementaryBonding(value: ReadingValue, pack: EditionPack, operatingAmps: string): Judgement {
  const most = divide(exact(pack.touchVolts.value), exact(operatingAmps));
  const figureText = `${toShortest(most, compare(most, exact(1000)) < 0 ? 4 : 1)} Ω`;
  const limit: Limit = { text: figureText, source: `415.2.2, ${pack.title}`, figure: figureText };
  if (value.is === 'not-taken') return notTaken('supplementary', value, limit);
  const known = knownOf(value);
  const meets = known !== null && !known.atLeast && isAtMost(known.figure, most);
  if (known?.atLeast && isAtMost(known.figure, most))
    return {
      rule: 'supplementary.bound-within',
      verdict: 'doubt',
      expected: null,
      limit,
      working: [beside(known, most, 'Ω'), reason('reading.bound-within')],
      next: { rule: 'reading.higher-range' },
    };
  return {
    rule: meets ? 'supplementary.meets' : 'supplementary.above',
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit,
    working: [
      `${pack.touchVolts.value} V ÷ ${operatingAmps} A = ${figureText}`,
      known ? beside(known, most, 'Ω') : reason('supplementary.open'),
    ],
    next: meets ? null : { rule: 'supplementary.above' },
  };
}

/**
 * Judges whether metalwork may stay without a main bond, from its insulation to the main earthing terminal in megohm. What
 * was still joined to an earthed conductor says nothing: a low reading may be that path.
 */
export function judgeExtraneous(value: ReadingValue, pack: EditionPack, disconnected = true): Judgement {
  const { value: least, source } = pack.design.notExtraneousMegohms;
  const kilohms = multiply(exact(least), exact(1000));
  const limit: Limit = {
    text: `above ${toShortest(kilohms, 1)} kΩ: not extraneous`,
    source,
    figure: `${toShortest(kilohms, 1)} kΩ`,
  };
  if (value.is === 'not-taken') return notTaken('extraneous', value, limit);
  const known = knownOf(value);
  const isClear = value.is === 'open' || (known !== null && compare(known.figure, exact(least)) > 0);
  const inKilohms =
    known && `${known.atLeast ? 'at least ' : ''}${toShortest(multiply(known.figure, exact(1000)), 1)} kΩ`;
  const working = [
    inKilohms === null
      ? reason('extraneous.no-path')
      : `${inKilohms} ${isClear ? '>' : '≤'} ${toShortest(kilohms, 1)} kΩ`,
  ];
  const doubtful = !isClear && (!disconnected || Boolean(known?.atLeast));
  return {
    rule: isClear ? 'extraneous.not' : doubtful ? 'extraneous.still-joined' : 'extraneous.is',
    verdict: isClear ? 'meets' : doubtful ? 'doubt' : 'fails',
    expected: null,
    limit,
    working,
    next: { rule: isClear ? 'extraneous.not' : doubtful ? 'extraneous.still-joined' : 'extraneous.is' },
  };
}

/**
 * Judges the overcurrent side where an RCD gives fault protection: the L–N loop in ohm against Cmin × U0 ÷ Ia, because an
 * RCD does nothing for it. Beside U0 ÷ Ipf of the supply, of which it is the longer: what falls below that is doubted.
 */
export function judgeLineNeutralLoop(
  value: ReadingValue,
  pack: EditionPack,
  maxOhms: Exact,
  supplyOhms: Exact | null = null,
): Judgement {
  const ambient = multiply(exact(pack.ambientFactor.value), maxOhms);
  const limit: Limit = { text: `${ohms(ambient)} at ambient`, source: `434.5, ${pack.title}`, figure: ohms(ambient) };
  if (value.is === 'not-taken') return notTaken('ln-loop', value, limit);
  const known = knownOf(value);
  const within = known !== null && isAtMost(known.figure, ambient);
  const meets = within && !known.atLeast;
  const judged: Judgement = {
    rule: meets ? 'ln-loop.meets' : within ? 'ln-loop.bound-within' : 'ln-loop.above',
    verdict: meets ? 'meets' : within ? 'doubt' : 'fails',
    expected: null,
    limit,
    working: [
      `${pack.ambientFactor.value} × ${ohms(maxOhms)} = ${ohms(ambient)}`,
      known ? beside(known, ambient, 'Ω') : reason('ln-loop.beyond-range'),
    ],
    next: meets ? null : { rule: within ? 'reading.higher-range' : 'ln-loop.above' },
  };
  if (!supplyOhms || !known || known.atLeast) return judged;
  // What the instrument may be off by in each of the two.
  const room = exact(pack.tolerances.loopOhms.value);
  if (isBelow(add(known.figure, room), supplyOhms))
    return doubted(
      { ...judged, rule: 'ln-loop.below-supply' },
      reason('ln-loop.below-supply', { read: ohms(known.figure), supply: ohms(supplyOhms) }),
      { rule: 'ln-loop.below-supply' },
    );
  if (isBelow(known.figure, supplyOhms)) return judged;
  const rest = ohms(subtract(known.figure, supplyOhms));
  return {
    ...judged,
    working: [...judged.working, reason('ln-loop.beside-supply', { supply: ohms(supplyOhms), rest })],
  };
}

/** The current that operates a circuit's protection within five seconds, in amperes: its RCD's IΔn, else the device's own. */
export function operatingAmps(pack: EditionPack, way: Way): string | null {
  if (way.residualMilliamps) return toShortest(divide(exact(way.residualMilliamps), exact(1000)), 4);
  const limit = limitOfDevice(pack, way, 5);
  if (!limitFound(limit)) return null;
  return toShortest(
    divide(multiply(exact(pack.minimumVoltageFactor.value), exact(pack.nominalVolts.value)), limit.max),
    4,
  );
}

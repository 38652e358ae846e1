import { conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import {
  type Exact,
  add,
  compare,
  divide,
  exact,
  isAtMost,
  multiply,
  subtract,
  toShortest,
} from '../../quantity/exact';
import { ohms } from '../../quantity/ohms';
import type { Buried, ConductorMaterial, Supply } from '../../installation/supply';
import { type ReadingValue, knownOf } from '../../quantity/reading-value';
import { type Judgement, type Limit, notTaken, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';

/** What a bonding conductor is held to: the trade's rule of thumb, or its own length with an allowance for joints. */
export type BondingSchool = {
  readonly ruleOhms: string;
  /** Of joints, in ohm, and of the length's own uncertainty as a share; null judges by the rule of thumb alone. */
  readonly byLength: { readonly jointOhms: string; readonly share: string } | null;
};

const usualSchool = ({ bondingRuleOfThumbOhms, tolerances }: EditionPack): BondingSchool => ({
  ruleOhms: bondingRuleOfThumbOhms.value,
  byLength: { jointOhms: tolerances.bondingJointOhms.value, share: tolerances.bondingShare.value },
});

type Conductor = {
  readonly material: ConductorMaterial;
  readonly csaMm2: number | null;
  readonly lengthMetres: number | null;
};

/**
 * Judges the continuity of an earthing or main bonding conductor in ohm: by its length where that is known, because the
 * rule of thumb is only about 27 m of 10 mm²; otherwise by the rule, with the length the reading implies. A reading below
 * what the copper allows means another path is still joined.
 */
export function judgeBonding(
  value: ReadingValue,
  pack: EditionPack,
  { material, csaMm2, lengthMetres }: Conductor,
  school: BondingSchool = usualSchool(pack),
): Judgement {
  const perMetre = csaMm2 ? conductorResistance(pack, material, csaMm2) : null;
  const expected = perMetre && lengthMetres ? divide(multiply(perMetre, exact(lengthMetres)), exact(1000)) : null;
  const { byLength, ruleOhms } = school;
  const most = expected && byLength ? add(expected, roomOf(expected, byLength)) : exact(ruleOhms);
  const limit: Limit =
    expected && byLength
      ? {
          text: `${toShortest(most, 4)} Ω for ${lengthMetres} m of ${csaMm2} mm², joints included`,
          source: '643.2.1; conductor resistance × length',
          figure: `${toShortest(most, 4)} Ω`,
          amount: most,
        }
      : {
          text: `${ohms(most)}, a rule of thumb`,
          source: pack.bondingRuleOfThumbOhms.source,
          figure: `${toShortest(most, 4)} Ω`,
          amount: most,
        };
  if (value.is === 'not-taken') return notTaken('bonding', value, limit);
  const known = value.is === 'open' ? null : knownOf(value);
  if (!known || known.atLeast)
    return {
      rule: 'bonding.open',
      verdict: 'fails',
      expected: null,
      limit,
      working: [reason('bonding.open')],
      next: { rule: 'bonding.open' },
    };
  const { figure } = known;
  if (csaMm2 && !perMetre && byLength && lengthMetres) return unjudged('bonding.no-resistance', { csa: csaMm2 });
  const implied = perMetre ? divide(multiply(figure, exact(1000)), perMetre) : null;
  const impliedText = implied
    ? `${toShortest(figure, 3)} Ω ÷ ${toShortest(perMetre ?? exact(0), 3)} mΩ/m = about ${toShortest(implied, 0)} m of ${csaMm2} mm²`
    : reason('bonding.size-unknown');
  if (expected && isTooLow(figure, expected, pack))
    return {
      rule: 'bonding.low',
      verdict: 'doubt',
      expected: ohms(expected),
      limit: {
        ...limit,
        text: `not under ${toShortest(expected, 4)} Ω`,
        figure: `${toShortest(expected, 4)} Ω`,
        amount: undefined,
      },
      working: [
        reason('bonding.low', {
          run: `${lengthMetres} m of ${csaMm2} mm²`,
          expected: `${toShortest(expected, 4)} Ω`,
          read: `${toShortest(figure, 3)} Ω`,
        }),
      ],
      next: { rule: 'bonding.low' },
    };
  const within = isAtMost(figure, most);
  const compared = `${toShortest(figure, 4)} Ω ${within ? '≤' : '>'} ${toShortest(most, 4)} Ω`;
  if (expected && byLength)
    return {
      rule: within ? 'bonding.as-expected' : 'bonding.above-expected',
      verdict: within ? 'meets' : 'doubt',
      expected: `${ohms(expected)} for ${lengthMetres} m of ${csaMm2} mm²`,
      limit,
      working: [
        `${lengthMetres} m × ${toShortest(perMetre ?? exact(0), 3)} mΩ/m = ${toShortest(expected, 4)} Ω, and ${toShortest(subtract(most, expected), 4)} Ω for joints; ${compared}`,
        impliedText,
      ],
      next: within ? null : { rule: 'bonding.above-expected' },
    };
  return {
    rule: within ? 'bonding.within-thumb' : 'bonding.long',
    verdict: within ? 'meets' : 'doubt',
    expected: implied ? `about ${toShortest(implied, 0)} m of ${csaMm2} mm²` : null,
    limit,
    working: [`${compared} (rule of thumb)`, impliedText],
    next: within ? null : { rule: 'bonding.long' },
  };
}

const roomOf = (expected: Exact, { jointOhms, share }: { jointOhms: string; share: string }): Exact =>
  add(exact(jointOhms), multiply(expected, exact(share)));

/** Below a share of the copper's own resistance, and by more than the last digit shown, another path is joined. */
function isTooLow(figure: Exact, expected: Exact, { tolerances }: EditionPack): boolean {
  const floor = multiply(expected, exact(tolerances.bondingParallelShare.value));
  return isAtMost(add(figure, exact(tolerances.bondingParallelOhms.value)), floor);
}

const larger = (a: Exact, b: Exact): Exact => (isAtMost(a, b) ? b : a);

/** The metal a conductor carries its current in: clad aluminium is aluminium. */
const isAluminium = (material: ConductorMaterial): boolean => material !== 'copper';

/** The tables speak of copper: another metal needs the conductance of that copper, in mm² of its own. */
const ofMetal = (pack: EditionPack, copperMm2: Exact, material: ConductorMaterial): Exact =>
  isAluminium(material) ? multiply(copperMm2, exact(pack.design.aluminiumToCopper.value)) : copperMm2;

const saidOfMetal = (pack: EditionPack, copperMm2: Exact, material: ConductorMaterial): readonly string[] =>
  isAluminium(material)
    ? [
        `${material}: the conductance of ${mm2(copperMm2)} copper takes ${pack.design.aluminiumToCopper.value} × ${mm2(copperMm2)} = ${mm2(ofMetal(pack, copperMm2, material))}`,
      ]
    : [];

/** Table 54.7: the least earthing conductor of the same metal as a line conductor, in mm². */
function earthingByTable(pack: EditionPack, lineMm2: number): Exact {
  const step = pack.design.earthingByTails.find(
    (each) => each.tailsUpToMm2 === null || lineMm2 <= each.tailsUpToMm2,
  )?.leastMm2;
  if (step === 'half the tails') return divide(exact(lineMm2), exact(2));
  return step === undefined || step === 'as the tails' ? exact(lineMm2) : exact(step);
}

/** Table 54.8: the least main bonding and earthing conductor of a PME supply by its neutral, in mm² of copper. */
function leastByNeutral(pack: EditionPack, neutralMm2: number): Exact {
  const row = pack.protectiveMultipleEarthing.find((r) => r.neutralUpToMm2 === null || neutralMm2 <= r.neutralUpToMm2);
  return exact(row?.leastMm2 ?? 0);
}

const mm2 = (value: Exact): string => `${toShortest(value, 3)} mm²`;

function judgeSize(
  fittedMm2: string | null,
  least: Exact,
  what: 'earthing' | 'main-bonding' | 'cpc',
  source: string,
  working: readonly string[],
): Judgement {
  const limit: Limit = { text: `at least ${mm2(least)}`, source, figure: mm2(least) };
  if (fittedMm2 === null) return notTaken(`${what}-size`, { is: 'not-taken', mark: 'N/V' }, limit);
  const meets = compare(exact(fittedMm2), least) >= 0;
  return {
    rule: meets ? `${what}-size.meets` : `${what}-size.small`,
    verdict: meets ? 'meets' : 'fails',
    expected: null,
    limit,
    working: [...working, `${fittedMm2} mm² ${meets ? '≥' : '<'} ${mm2(least)}`],
    next: meets ? null : { rule: 'conductor.small' },
  };
}

/**
 * Judges the size of an earthing conductor in mm² of its own metal: by Table 54.7, or by the adiabatic equation where the fault
 * and its time are known, whichever asks less; where PME, Table 54.8 as well, which no calculation waives.
 */
export function judgeEarthingSize(
  fittedMm2: string | null,
  pack: EditionPack,
  asked: {
    readonly lineMm2: number;
    readonly fault: { readonly amps: string; readonly seconds: string; readonly k: string } | null;
    readonly pmeNeutralMm2: number | null;
    readonly material?: ConductorMaterial;
    /** In the ground, with or without protection against corrosion (Table 54.1); null where it is not. */
    readonly buried?: Buried | null;
  },
): Judgement {
  const { material = 'copper', buried = null } = asked;
  const byTable = earthingByTable(pack, asked.lineMm2);
  const byFault = asked.fault && adiabatic(asked.fault);
  const pme = asked.pmeNeutralMm2 === null ? exact(0) : leastByNeutral(pack, asked.pmeNeutralMm2);
  const byCalculation = byFault && compare(byFault, byTable) < 0 ? byFault : byTable;
  // The adiabatic equation holds k of the metal itself; the tables hold copper.
  const calculated = byFault && compare(byFault, byTable) < 0;
  const ground = buried ? exact(pack.design.buriedMm2[buried]) : exact(0);
  const least = [
    calculated ? byCalculation : ofMetal(pack, byCalculation, material),
    ofMetal(pack, pme, material),
    ofMetal(pack, ground, material),
  ].reduce(larger);
  return judgeSize(
    fittedMm2,
    least,
    'earthing',
    `542.3; Table 54.7${asked.fault ? '; 543.1.3' : ''}${asked.pmeNeutralMm2 === null ? '' : '; Table 54.8'}${buried ? '; Table 54.1' : ''}`,
    [
      `Table 54.7: a line conductor of ${asked.lineMm2} mm² requires ${mm2(byTable)}`,
      ...(byFault && asked.fault
        ? [`√(${asked.fault.amps}² A² × ${asked.fault.seconds} s) ÷ ${asked.fault.k} = ${mm2(byFault)}`]
        : []),
      ...(asked.pmeNeutralMm2 === null
        ? []
        : [`Table 54.8 (PME): a neutral of ${asked.pmeNeutralMm2} mm² requires ${mm2(pme)}, whatever is calculated`]),
      ...(buried ? [`Table 54.1: buried, ${buried}, requires ${mm2(ground)} of copper`] : []),
      ...saidOfMetal(pack, larger(larger(calculated ? exact(0) : byTable, pme), ground), material),
    ],
  );
}

/** √(I²t) ÷ k in mm², exact to a millionth and rounded up there, so that nothing short of it passes. */
function adiabatic({ amps, seconds, k }: { amps: string; seconds: string; k: string }): Exact {
  const { numerator, denominator } = divide(
    multiply(multiply(exact(amps), exact(amps)), exact(seconds)),
    multiply(exact(k), exact(k)),
  );
  const scale = 10n ** 12n;
  const square = (numerator * scale) / denominator;
  const root = squareRoot(square);
  const isWhole = root * root === square && square * denominator === numerator * scale;
  return divide({ numerator: isWhole ? root : root + 1n, denominator: 1n }, exact(1_000_000));
}

/** The largest whole number whose square is no larger. */
function squareRoot(value: bigint): bigint {
  if (value < 2n) return value;
  let root = BigInt(Math.floor(Math.sqrt(Number(value))));
  while (root * root > value) root -= 1n;
  while ((root + 1n) * (root + 1n) <= value) root += 1n;
  return root;
}

/**
 * Judges the size of a main bonding conductor in mm² of its own metal: half the earthing conductor required, at least 6, need not
 * exceed 25 (544.1.1); where PME, by the supply neutral alone (Table 54.8).
 */
export function judgeBondingSize(
  fittedMm2: string | null,
  pack: EditionPack,
  by: { readonly pmeNeutralMm2: number } | { readonly earthingRequiredMm2: number },
  material: ConductorMaterial = 'copper',
): Judgement {
  if ('pmeNeutralMm2' in by) {
    const least = leastByNeutral(pack, by.pmeNeutralMm2);
    return judgeSize(fittedMm2, ofMetal(pack, least, material), 'main-bonding', `544.1.1; Table 54.8, ${pack.title}`, [
      `Table 54.8 (PME): a neutral of ${by.pmeNeutralMm2} mm² requires ${mm2(least)}`,
      ...saidOfMetal(pack, least, material),
    ]);
  }
  const { least, most } = pack.design.bondingMm2;
  const half = divide(exact(by.earthingRequiredMm2), exact(2));
  const asked = isAtMost(half, exact(least)) ? exact(least) : isAtMost(half, exact(most)) ? half : exact(most);
  return judgeSize(fittedMm2, ofMetal(pack, asked, material), 'main-bonding', `544.1.1, ${pack.title}`, [
    `Half of ${by.earthingRequiredMm2} mm², at least ${least}, need not exceed ${most}: ${mm2(asked)}`,
    ...saidOfMetal(pack, asked, material),
  ]);
}

/**
 * Judges the size of a CPC in mm² by the adiabatic equation (543.1.3): √(I²t) ÷ k, of its own metal. Where it is no core of
 * the circuit's cable it is besides at least 2.5 mm² where protected against damage, and 4 mm² where not (543.1.1).
 */
export function judgeCpcSize(
  fittedMm2: string | null,
  pack: EditionPack,
  asked: {
    readonly fault: { readonly amps: string; readonly seconds: string; readonly k: string };
    readonly apart: 'protected' | 'unprotected' | null;
  },
): Judgement {
  const byFault = adiabatic(asked.fault);
  const { amps, seconds, k } = asked.fault;
  const apart = asked.apart ? exact(pack.design.separateCpcMm2[asked.apart]) : exact(0);
  return judgeSize(
    fittedMm2,
    larger(byFault, apart),
    'cpc',
    `543.1.3${asked.apart ? '; 543.1.1' : ''}, ${pack.title}`,
    [
      `√(${amps}² A² × ${seconds} s) ÷ ${k} = ${mm2(byFault)}`,
      ...(asked.apart ? [`A CPC apart from the cable, ${asked.apart}: at least ${mm2(apart)}`] : []),
    ],
  );
}

/** Both sizes of an origin as described, each beside what its tails and its supply ask for; null while those are not said. */
export function judgeSizes(
  pack: EditionPack,
  supply: Supply,
): readonly { readonly what: string; readonly judgement: Judgement }[] | null {
  const { earthing, tailsCsaMm2: tails, faultAmps, faultSeconds, faultK } = supply;
  if (!earthing || !tails) return null;
  const pmeNeutralMm2 = earthing === 'TN-C-S' ? tails : null;
  const fault =
    faultAmps && faultSeconds && faultK
      ? { amps: String(faultAmps), seconds: String(faultSeconds), k: String(faultK) }
      : null;
  const shown = (size: number | null | undefined) => (size ? String(size) : null);
  return [
    {
      what: 'Earthing conductor',
      judgement: judgeEarthingSize(shown(supply.earthingConductorCsaMm2), pack, {
        lineMm2: tails,
        fault,
        pmeNeutralMm2,
        material: supply.earthingConductorMaterial ?? 'copper',
        buried: supply.earthingConductorBuried ?? null,
      }),
    },
    {
      what: 'Main bonding',
      judgement: judgeBondingSize(
        shown(supply.bondingCsaMm2),
        pack,
        pmeNeutralMm2 === null
          ? { earthingRequiredMm2: Number(toShortest(earthingByTable(pack, tails), 3)) }
          : { pmeNeutralMm2 },
        supply.bondingMaterial ?? 'copper',
      ),
    },
  ];
}

/** Least main bonding and earthing conductor sizes in mm² of copper for a supply by its tails, with the working. */
export function requiredBonding(
  pack: EditionPack,
  earthing: 'TN-C-S' | 'TN-S' | 'TT',
  tailsCsaMm2: number,
): { readonly earthingMm2: Exact; readonly bondingMm2: Exact; readonly working: readonly string[] } {
  const byTable = earthingByTable(pack, tailsCsaMm2);
  const { least, most } = pack.design.bondingMm2;
  const half = divide(byTable, exact(2));
  const bonding = isAtMost(half, exact(least)) ? exact(least) : isAtMost(half, exact(most)) ? half : exact(most);
  const pme = earthing === 'TN-C-S' ? leastByNeutral(pack, tailsCsaMm2) : null;
  return {
    earthingMm2: pme ? larger(byTable, pme) : byTable,
    bondingMm2: pme ?? bonding,
    working: [
      `Table 54.7: tails ${tailsCsaMm2} mm² require an earthing conductor of ${mm2(byTable)}`,
      pme
        ? `Table 54.8 (PME): at least ${mm2(pme)} for both by the supply neutral, taken to be as the tails`
        : `Main bonding: half of that, at least ${least}, need not exceed ${most}: ${mm2(bonding)} (544.1.1)`,
    ],
  };
}

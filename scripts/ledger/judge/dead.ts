import * as z from 'zod';
import { conductorResistance } from '../../../src/core/edition/conductor-resistance';
import type { InsulationTest } from '../../../src/core/edition/rows';
import { judgeAdditionalProtection } from '../../../src/core/installation/additional-protection';
import { judgeCapacity, judgeVoltageDrop } from '../../../src/core/installation/capacity';
import { judgeInterval } from '../../../src/core/certificates/next-inspection';
import { judgeOutcome } from '../../../src/core/certificates/assessment';
import { add, divide, exact, multiply } from '../../../src/core/quantity/exact';
import { continuityOhms, megohms } from '../../../src/core/quantity/reading-spec';
import { judgeBonding, judgeBondingSize, judgeEarthingSize } from '../../../src/core/tests/continuity/bonding';
import { judgeRadial } from '../../../src/core/tests/continuity/continuity';
import { judgeWithLeads } from '../../../src/core/tests/continuity/lead-null';
import { judgeExtraneous, judgeSupplementaryBonding } from '../../../src/core/tests/continuity/protective';
import { judgeInsulation, judgeParallelInsulation } from '../../../src/core/tests/insulation/insulation';
import { judgeRingEnd, judgeRingStep } from '../../../src/core/tests/ring/judge';
import { judgeSample } from '../../../src/core/work/sampling';
import { type Judgement, gravest, isNotTaken, unjudged } from '../../../src/core/words/judgement';
import { Unreadable, amount, figure, judged, named, pack, plain, read, single } from './described';

/** One judgement of several readings: the gravest, and one not taken leaves it open unless another fails. */
function together(judgements: readonly Judgement[]): Judgement {
  const [first, ...others] = judgements;
  if (!first) throw new Unreadable('No reading is named.');
  const worst = gravest(first, ...others);
  return worst.verdict === 'fails' ? worst : (judgements.find(isNotTaken) ?? worst);
}

function rowFor(system: string, nominalVolts: number): InsulationTest {
  const circuit = /^(SELV|PELV)$/.test(system) ? 'extra-low' : nominalVolts > 500 ? 'above 500 V' : 'up to 500 V';
  const row = pack.insulation.tests.find((each) => each.circuit === circuit);
  if (!row) throw new Unreadable(`No insulation test is held for ${circuit}.`);
  return row;
}

const insulationResistance = judged(
  z.object({
    system: z.string().default('LV'),
    nominalV: amount.default(230),
    testV: amount.nullable().default(null),
    lookAgainBelowMohm: figure.nullable().default(null),
  }),
  (c, given) =>
    judgeInsulation(read(single(given), megohms), {
      pack,
      test: rowFor(c.system, c.nominalV),
      testVolts: c.testV,
      lookAgainBelowMegohms:
        c.lookAgainBelowMohm === null
          ? null
          : { value: c.lookAgainBelowMohm, source: 'as set for this job', confidence: 'practice' },
    }),
);

const insulationSum = judged(z.object({}), (_, given) => {
  const values = Object.values(named(given)).map((text) => read(text, megohms));
  const [first] = values;
  if (!first) throw new Unreadable('No circuit is named.');
  return (
    judgeParallelInsulation(values, pack) ??
    judgeInsulation(first, { pack, test: rowFor('LV', 230), testVolts: null, lookAgainBelowMegohms: null })
  );
});

const school = {
  material: z.enum(['copper', 'aluminium']).default('copper'),
  csaMm2: amount.nullable().default(null),
  lengthM: amount.nullable().default(null),
  school: z.enum(['rule', 'calculated']).default('rule'),
  ruleOhm: figure.default(pack.bondingRuleOfThumbOhms.value),
  jointAllowanceOhm: figure.default(pack.tolerances.bondingJointOhms.value),
};
const bondingContext = z.object(school);
const judgeBond = (value: Parameters<typeof judgeBonding>[0], c: z.infer<typeof bondingContext>): Judgement =>
  judgeBonding(
    value,
    pack,
    { material: c.material, csaMm2: c.csaMm2, lengthMetres: c.lengthM },
    {
      ruleOhms: c.ruleOhm,
      byLength: c.school === 'calculated' ? { jointOhms: c.jointAllowanceOhm, share: '0' } : null,
    },
  );

const bondingContinuity = judged(bondingContext, (c, given) => judgeBond(read(single(given), continuityOhms), c));

const isPme = (earthing: string): boolean => /PME|TN-C-S/.test(earthing);
const earthingConductorSize = judged(
  z.object({
    earthing: z.string(),
    lineMm2: amount,
    supplyNeutralCuMm2: amount.nullable().default(null),
    faultA: figure.nullable().default(null),
    clearS: figure.nullable().default(null),
    k: figure.nullable().default(null),
  }),
  (c, given) =>
    judgeEarthingSize(plain(single(given)), pack, {
      lineMm2: c.lineMm2,
      fault: c.faultA && c.clearS && c.k ? { amps: c.faultA, seconds: c.clearS, k: c.k } : null,
      pmeNeutralMm2: isPme(c.earthing) ? (c.supplyNeutralCuMm2 ?? c.lineMm2) : null,
    }),
);
const mainBondingSize = judged(
  z.object({
    earthing: z.string(),
    supplyNeutralCuMm2: amount.nullable().default(null),
    earthingRequiredMm2: amount.nullable().default(null),
  }),
  (c, given) => {
    if (isPme(c.earthing) && c.supplyNeutralCuMm2)
      return judgeBondingSize(plain(single(given)), pack, { pmeNeutralMm2: c.supplyNeutralCuMm2 });
    if (!c.earthingRequiredMm2)
      throw new Unreadable('The earthing conductor required, or the supply neutral, is wanted.');
    return judgeBondingSize(plain(single(given)), pack, { earthingRequiredMm2: c.earthingRequiredMm2 });
  },
);

const supplementaryBonding = judged(z.object({ IaA: figure }), (c, given) =>
  judgeSupplementaryBonding(read(single(given), continuityOhms), pack, c.IaA),
);

const radialFields = {
  what: z.enum(['R1+R2', 'R2']).default('R1+R2'),
  lineMm2: amount.nullable().default(null),
  cpcMm2: amount.nullable().default(null),
  lengthM: amount.nullable().default(null),
  conductorC: figure.transform(Number).default(20),
};
const radialContext = z.object(radialFields);
const radialOf = (c: z.infer<typeof radialContext>) => (value: Parameters<typeof judgeRadial>[0]) =>
  judgeRadial(value, c.what, {
    pack,
    liveCsaMm2: c.lineMm2,
    cpcCsaMm2: c.cpcMm2,
    lengthMetres: c.lengthM,
    celsius: c.conductorC,
    ring: null,
  });
const radialContinuity = judged(radialContext, (c, given) => radialOf(c)(read(single(given), continuityOhms)));

const leadNull = judged(
  z.object({
    ...radialFields,
    ...school,
    what: z.enum(['R1+R2', 'R2', 'bond']),
    leadsNulled: z.boolean(),
    leadOhm: figure.nullable().default(null),
  }),
  ({ what, ...c }, given) =>
    judgeWithLeads(
      read(single(given), continuityOhms),
      { nulled: c.leadsNulled, ohms: c.leadOhm },
      what === 'bond' ? (value) => judgeBond(value, c) : radialOf({ ...c, what }),
    ),
);

const ringFields = { lineMm2: amount.nullable().default(null), cpcMm2: amount.nullable().default(null) };
const endsOf = (given: Parameters<typeof named>[0]) => {
  const texts = named(given);
  return {
    r1: read(texts.r1, continuityOhms),
    rn: read(texts.rn, continuityOhms),
    r2: read(texts.r2, continuityOhms),
  };
};
const ringEnds = judged(z.object(ringFields), (c, given) => {
  const ends = endsOf(given);
  const cable = { pack, liveCsaMm2: c.lineMm2, cpcCsaMm2: c.cpcMm2 };
  const cpc = judgeRingEnd(ends.r2, 'r2', ends, cable);
  // Whether the CPC is of its size is a question of its own: here it counts whether it goes round.
  return together([
    judgeRingEnd(ends.r1, 'r1', ends, cable),
    judgeRingEnd(ends.rn, 'rn', ends, cable),
    ...(cpc.verdict === 'fails' || isNotTaken(cpc) ? [cpc] : []),
  ]);
});
const ringCableRatio = judged(z.object(ringFields), (c, given) => {
  const ends = endsOf(given);
  return judgeRingEnd(ends.r2, 'r2', ends, { pack, liveCsaMm2: c.lineMm2, cpcCsaMm2: c.cpcMm2 });
});
const ringStep = judged(
  z.object({
    ...ringFields,
    step: z.union([z.literal('2'), z.literal('3'), z.literal(2), z.literal(3)]).transform(Number),
    r1: figure,
    rn: figure.nullable().default(null),
    r2: figure.nullable().default(null),
    spursM: z.record(z.string(), amount).default({}),
  }),
  (c, given) => {
    const step = c.step === 2 ? 2 : 3;
    const other = step === 2 ? c.rn : c.r2;
    const [line, far] = [c.lineMm2, step === 2 ? c.lineMm2 : c.cpcMm2].map((csa) =>
      csa ? conductorResistance(pack, 'copper', csa) : null,
    );
    const spur = (metres: number | undefined) =>
      metres && line && far ? divide(multiply(add(line, far), exact(metres)), exact(1000)) : exact(0);
    return together(
      Object.entries(named(given)).map(([socket, text]) =>
        judgeRingStep(
          read(text, continuityOhms),
          step,
          { r1: { is: 'number', shown: c.r1 }, other: other === null ? null : { is: 'number', shown: other } },
          pack,
          spur(c.spursM[socket]),
        ),
      ),
    );
  },
);

const extraneousPart = judged(
  z.object({ unit: z.enum(['MΩ', 'kΩ']).default('MΩ'), disconnected: z.boolean().default(true) }),
  (c, given) => {
    const value = read(single(given), megohms);
    const inMegohms = (text: string) => (c.unit === 'kΩ' ? String(Number(text) / 1000) : text);
    return judgeExtraneous(
      value.is === 'number'
        ? { is: 'number', shown: inMegohms(value.shown) }
        : value.is === 'over'
          ? { is: 'over', bound: inMegohms(value.bound) }
          : value,
      pack,
      c.disconnected,
    );
  },
);

const voltageDrop = judged(
  z.object({
    use: z.enum(['lighting', 'other']).default('other'),
    arrangement: z.enum(['radial', 'ring']).default('radial'),
    loadA: figure,
    factor: figure.optional(),
    csaMm2: amount.optional(),
  }),
  (c, given) => {
    const texts = named(given);
    const base = {
      pack,
      loadAmps: c.loadA,
      lighting: c.use === 'lighting',
      ring: c.arrangement === 'ring',
      ...(c.factor ? { hotFactor: c.factor } : {}),
    };
    if ('lengthM' in texts) {
      const length = plain(texts.lengthM);
      if (length === null) return judgeVoltageDrop({ ...base, loop: { measuredOhms: null } });
      if (!c.csaMm2) return unjudged('drop.no-cable', { csa: 0 });
      return judgeVoltageDrop({ ...base, loop: { liveCsaMm2: c.csaMm2, lengthMetres: Number(length) } });
    }
    const parts = Object.values(texts).map((text) => plain(text));
    const measured = parts.filter((part) => part !== null);
    return judgeVoltageDrop({
      ...base,
      loop: { measuredOhms: parts.length > 0 && measured.length === parts.length ? measured : null },
    });
  },
);

const cables: Readonly<Record<string, 'twin and earth' | 'mineral'>> = {
  'twin-and-earth': 'twin and earth',
  'mineral-insulated': 'mineral',
};
export const capacityContext = z.object({
  arrangement: z.enum(['radial', 'ring']).default('radial'),
  device: z.string(),
  cable: z.string().default('twin-and-earth'),
  cableMm2: amount,
  method: z.string().nullable().default(null),
  factors: z.array(figure).default([]),
  IzA: figure.nullable().default(null),
  loadA: figure.nullable().default(null),
});
const deviceAndCable = judged(capacityContext, (c, given) => {
  const rating = plain(single(given));
  if (rating === null) throw new Unreadable('The rating of the device is wanted, in amperes.');
  return judgeCapacity({
    pack,
    liveCsaMm2: c.cableMm2,
    cable: cables[c.cable] ?? 'other',
    method: c.method,
    carriesAmps: c.IzA,
    deviceStandard: c.device,
    deviceAmps: Number(rating),
    designAmps: c.loadA,
    ring: c.arrangement === 'ring',
    factors: Object.fromEntries(c.factors.map((factor, index) => [`factor ${index + 1}`, factor])),
  });
});

const overallAssessment = judged(z.object({ livePartsAccessible: z.boolean().default(false) }), (c, given) =>
  judgeOutcome(
    Object.entries(named(given)).map(([item, outcome], index) => ({
      number: index + 1,
      item: /^\d/.test(item) ? item : null,
      outcome,
      livePartsAccessible: c.livePartsAccessible,
    })),
    pack,
  ),
);

const nextInspection = judged(
  z.object({ occupancy: z.enum(['owner-occupied', 'rented']), reason: z.string().nullable().default(null) }),
  (c, given) => judgeInterval(plain(single(given)), c.occupancy, c.reason),
);

const additionalProtection = judged(
  z.object({
    premises: z.string().default('dwelling'),
    feeds: z.array(
      z.object({
        kind: z.enum(['socket-outlet', 'mobile equipment outdoors', 'luminaire', 'fixed equipment']),
        ratedA: amount.nullable().default(null),
      }),
    ),
    room: z.string().default('other'),
    passesZones1or2: z.boolean().default(false),
    run: z.object({
      how: z.enum(['surface', 'in wall', 'in metal-framed partition']).default('surface'),
      depthMm: amount.nullable().default(null),
      earthedMetal: z.boolean().default(false),
    }),
  }),
  (c, given) => {
    const text = single(given).trim();
    const fitted = text === 'none' ? text : plain(text.replace(/\s*mA$/i, ''));
    return judgeAdditionalProtection(fitted, {
      feeds: c.feeds.map(({ kind, ratedA }) => ({ kind, ratedAmps: ratedA })),
      dwelling: c.premises === 'dwelling',
      bathRoom: /bath|shower/.test(c.room),
      throughZones1or2: c.passesZones1or2,
      run: c.run,
    });
  },
);

const sampling = judged(
  z.object({
    agreedPercent: figure,
    defectInSample: z.boolean().default(false),
    enlarged: z.boolean().default(false),
  }),
  (c, given) => {
    const texts = named(given);
    const [opened, total] = [plain(texts.opened), plain(texts.total)];
    return judgeSample(
      opened === null || total === null ? null : { opened: Number(opened), total: Number(total) },
      c.agreedPercent,
      c.defectInSample ? { enlarged: c.enlarged } : null,
    );
  },
);

/** Dead tests, sizes and design, and what a report comes to, by the name the command line knows them by. */
export const dead = {
  'lead-null': leadNull,
  'bonding-continuity': bondingContinuity,
  'earthing-conductor-size': earthingConductorSize,
  'main-bonding-size': mainBondingSize,
  'supplementary-bonding': supplementaryBonding,
  'extraneous-part': extraneousPart,
  'radial-continuity': radialContinuity,
  'ring-ends': ringEnds,
  'ring-cable-ratio': ringCableRatio,
  'ring-step': ringStep,
  'insulation-resistance': insulationResistance,
  'insulation-sum': insulationSum,
  'voltage-drop': voltageDrop,
  'device-and-cable': deviceAndCable,
  'ring-rule': deviceAndCable,
  'additional-protection': additionalProtection,
  sampling,
  'overall-assessment': overallAssessment,
  'next-inspection': nextInspection,
};

import * as z from 'zod';
import { conductorResistance } from '../../../src/core/edition/conductor-resistance';
import type { InsulationTest } from '../../../src/core/edition/rows';
import { judgeAdditionalProtection } from '../../../src/core/installation/additional-protection';
import { judgeCapacity, judgeVoltageDrop } from '../../../src/core/installation/capacity';
import { judgeInterval } from '../../../src/core/certificates/next-inspection';
import { judgeOutcome } from '../../../src/core/certificates/assessment';
import { add, divide, exact, multiply } from '../../../src/core/quantity/exact';
import { continuityOhms, megohms } from '../../../src/core/quantity/reading-spec';
import {
  judgeBonding,
  judgeBondingSize,
  judgeCpcSize,
  judgeEarthingSize,
} from '../../../src/core/measurements/continuity/bonding';
import { judgeRadial } from '../../../src/core/measurements/continuity/continuity';
import { judgeWithLeads } from '../../../src/core/measurements/continuity/lead-null';
import { judgeExtraneous, judgeSupplementaryBonding } from '../../../src/core/measurements/continuity/protective';
import { judgeInsulation, judgeParallelInsulation } from '../../../src/core/measurements/insulation/insulation';
import { judgeRingEnd, judgeRingStep } from '../../../src/core/measurements/ring/judge';
import { judgeSample } from '../../../src/core/work/sampling';
import { type Judgement, gravest, isNotTaken, unjudged } from '../../../src/core/words/judgement';
import type { EditionPack } from '../../../src/core/edition/pack';
import { type Outcome, outcomes, readOutcome } from '../../../src/core/job/outcome';
import {
  Unreadable,
  amount,
  deviceStandard,
  earthing,
  figure,
  judged,
  named,
  oneOf,
  plain,
  read,
  remark,
  single,
  usualPack,
} from './described';

/** One judgement of several readings: the gravest, and one not taken leaves it open unless another fails. */
function together(judgements: readonly Judgement[]): Judgement {
  const [first, ...others] = judgements;
  if (!first) throw new Unreadable('No reading is named.');
  const worst = gravest(first, ...others);
  return worst.verdict === 'fails' ? worst : (judgements.find(isNotTaken) ?? worst);
}

function rowFor(pack: EditionPack, system: string, nominalVolts: number): InsulationTest {
  const circuit =
    system === 'SELV' || system === 'PELV' ? 'extra-low' : nominalVolts > 500 ? 'above 500 V' : 'up to 500 V';
  const row = pack.insulation.tests.find((each) => each.circuit === circuit);
  if (!row) throw new Unreadable(`No insulation test is held for ${circuit}.`);
  return row;
}

const insulationResistance = judged(
  z.strictObject({
    system: oneOf({ LV: ['low voltage'], FELV: [], SELV: [], PELV: [] }).default('LV'),
    nominalV: amount.default(230),
    testV: amount.nullable().default(null),
    work: remark,
    between: remark,
    vulnerableConnected: remark,
    afterConnection: remark,
    lookAgainBelowMohm: figure.nullable().default(null),
  }),
  (c, given, pack) =>
    judgeInsulation(read(single(given), megohms), {
      pack,
      test: rowFor(pack, c.system, c.nominalV),
      testVolts: c.testV,
      lookAgainBelowMegohms:
        c.lookAgainBelowMohm === null
          ? null
          : { value: c.lookAgainBelowMohm, source: 'as set for this job', confidence: 'practice' },
    }),
);

const insulationSum = judged(
  z.strictObject({
    nominalV: amount.optional(),
    testV: amount.optional(),
    lookAgainBelowMohm: figure.nullable().optional(),
    whole: remark,
  }),
  (_, given, pack) => {
    const values = Object.values(named(given)).map((text) => read(text, megohms));
    const [first] = values;
    if (!first) throw new Unreadable('No circuit is named.');
    return (
      judgeParallelInsulation(values, pack) ??
      judgeInsulation(first, { pack, test: rowFor(pack, 'LV', 230), testVolts: null, lookAgainBelowMegohms: null })
    );
  },
);

const metal = oneOf({ copper: ['Cu'], aluminium: ['Al', 'aluminum'] });
const school = {
  material: metal.default('copper'),
  csaMm2: amount.nullable().default(null),
  lengthM: amount.nullable().default(null),
  school: oneOf({ rule: [], calculated: [] }).default('rule'),
  ruleOhm: figure.default(usualPack.bondingRuleOfThumbOhms.value),
  jointAllowanceOhm: figure.default(usualPack.tolerances.bondingJointOhms.value),
};
const bondingContext = z.strictObject({ ...school, conductor: remark, leadsNulled: z.literal(true).optional() });
const judgeBond = (
  value: Parameters<typeof judgeBonding>[0],
  c: Omit<z.infer<typeof bondingContext>, 'conductor' | 'leadsNulled'>,
  pack: EditionPack,
): Judgement =>
  judgeBonding(
    value,
    pack,
    { material: c.material, csaMm2: c.csaMm2, lengthMetres: c.lengthM },
    {
      ruleOhms: c.ruleOhm,
      byLength: c.school === 'calculated' ? { jointOhms: c.jointAllowanceOhm, share: '0' } : null,
    },
  );

const bondingContinuity = judged(bondingContext, (c, given, pack) =>
  judgeBond(read(single(given), continuityOhms), c, pack),
);

const isPme = (system: string): boolean => system === 'TN-C-S';
const earthingConductorSize = judged(
  z.strictObject({
    earthing,
    material: metal.default('copper'),
    sameMetalAsLine: remark,
    buried: oneOf({
      no: ['false'],
      'protected against corrosion': ['protected'],
      'not protected': ['true', 'unprotected'],
    })
      .or(z.boolean().transform((buried) => (buried ? ('not protected' as const) : ('no' as const))))
      .default('no'),
    lineMm2: amount,
    supplyNeutralCuMm2: amount.nullable().default(null),
    faultA: figure.nullable().default(null),
    clearS: figure.nullable().default(null),
    k: figure.nullable().default(null),
  }),
  (c, given, pack) =>
    judgeEarthingSize(plain(single(given)), pack, {
      lineMm2: c.lineMm2,
      fault: c.faultA && c.clearS && c.k ? { amps: c.faultA, seconds: c.clearS, k: c.k } : null,
      pmeNeutralMm2: isPme(c.earthing) ? (c.supplyNeutralCuMm2 ?? c.lineMm2) : null,
      material: c.material,
      buried: c.buried === 'no' ? null : c.buried,
    }),
);
const mainBondingSize = judged(
  z.strictObject({
    earthing,
    material: metal.default('copper'),
    supplyNeutralCuMm2: amount.nullable().default(null),
    earthingRequiredMm2: amount.nullable().default(null),
  }),
  (c, given, pack) => {
    if (isPme(c.earthing) && c.supplyNeutralCuMm2)
      return judgeBondingSize(plain(single(given)), pack, { pmeNeutralMm2: c.supplyNeutralCuMm2 }, c.material);
    if (!c.earthingRequiredMm2)
      throw new Unreadable('The earthing conductor required, or the supply neutral, is wanted.');
    return judgeBondingSize(plain(single(given)), pack, { earthingRequiredMm2: c.earthingRequiredMm2 }, c.material);
  },
);

const cpcSize = judged(
  z.strictObject({
    faultA: figure,
    clearS: figure,
    k: figure,
    apart: oneOf({ protected: [], unprotected: [] }).nullable().default(null),
  }),
  (c, given, pack) =>
    judgeCpcSize(plain(single(given)), pack, {
      fault: { amps: c.faultA, seconds: c.clearS, k: c.k },
      apart: c.apart,
    }),
);

const supplementaryBonding = judged(z.strictObject({ IaA: figure, device: remark }), (c, given, pack) =>
  judgeSupplementaryBonding(read(single(given), continuityOhms), pack, c.IaA),
);

const radialFields = {
  what: oneOf({ 'R1+R2': [], R2: [] }).default('R1+R2'),
  lineMm2: amount.nullable().default(null),
  cpcMm2: amount.nullable().default(null),
  lengthM: amount.nullable().default(null),
  conductorC: figure.transform(Number).default(20),
};
const radialContext = z.strictObject(radialFields);
const radialOf = (c: z.infer<typeof radialContext>, pack: EditionPack) => (value: Parameters<typeof judgeRadial>[0]) =>
  judgeRadial(value, c.what, {
    pack,
    liveCsaMm2: c.lineMm2,
    cpcCsaMm2: c.cpcMm2,
    lengthMetres: c.lengthM,
    celsius: c.conductorC,
    ring: null,
  });
const radialContinuity = judged(radialContext, (c, given, pack) =>
  radialOf(c, pack)(read(single(given), continuityOhms)),
);

const leadNull = judged(
  z.strictObject({
    ...radialFields,
    ...school,
    what: oneOf({ 'R1+R2': [], R2: [], bond: ['bonding'] }),
    leadsNulled: z.boolean(),
    leadOhm: figure.nullable().default(null),
  }),
  ({ what, ...c }, given, pack) =>
    judgeWithLeads(
      read(single(given), continuityOhms),
      { nulled: c.leadsNulled, ohms: c.leadOhm },
      what === 'bond' ? (value) => judgeBond(value, c, pack) : radialOf({ ...c, what }, pack),
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
const ringEnds = judged(z.strictObject(ringFields), (c, given, pack) => {
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
const ringCableRatio = judged(z.strictObject(ringFields), (c, given, pack) => {
  const ends = endsOf(given);
  return judgeRingEnd(ends.r2, 'r2', ends, { pack, liveCsaMm2: c.lineMm2, cpcCsaMm2: c.cpcMm2 });
});
const ringStep = judged(
  z.strictObject({
    ...ringFields,
    step: z.union([z.literal('2'), z.literal('3'), z.literal(2), z.literal(3)]).transform(Number),
    r1: figure,
    rn: figure.nullable().default(null),
    r2: figure.nullable().default(null),
    spursM: z.record(z.string(), amount).default({}),
  }),
  (c, given, pack) => {
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
  z.strictObject({
    unit: oneOf({ MΩ: ['Mohm', 'megohm'], kΩ: ['kohm', 'kilohm'] }).default('MΩ'),
    disconnected: z.boolean().default(true),
    question: remark,
    between: remark,
    dead: remark,
    part: remark,
  }),
  (c, given, pack) => {
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
  z.strictObject({
    use: oneOf({ lighting: ['lights'], other: [] }).default('other'),
    arrangement: oneOf({ radial: [], ring: [] }).default('radial'),
    U0: remark,
    lengthIs: remark,
    loadA: figure,
    factor: figure.optional(),
    csaMm2: amount.optional(),
  }),
  (c, given, pack) => {
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

const cables = { 'twin-and-earth': 'twin and earth', 'mineral-insulated': 'mineral', other: 'other' } as const;
export const capacityContext = z.strictObject({
  arrangement: oneOf({ radial: [], ring: [] }).default('radial'),
  accessories: remark,
  material: metal.default('copper'),
  device: deviceStandard,
  cable: oneOf({
    'twin-and-earth': ['flat twin and earth', 'T&E'],
    'mineral-insulated': ['mineral', 'MICC'],
    other: ['imperial sheathed, 3/.036', 'imperial sheathed', 'singles', 'armoured'],
  }).default('twin-and-earth'),
  cableMm2: amount,
  method: z.string().nullable().default(null),
  factors: z.array(figure).default([]),
  IzA: figure.nullable().default(null),
  loadA: figure.nullable().default(null),
  fixedLoad: oneOf({ no: [], fixed: ['fixed equipment'], 'seen to be': ['cannot overload'] }).default('no'),
});
const deviceAndCable = judged(capacityContext, (c, given, pack) => {
  const rating = plain(single(given));
  if (rating === null) throw new Unreadable('The rating of the device is wanted, in amperes.');
  return judgeCapacity({
    pack,
    liveCsaMm2: c.cableMm2,
    cable: cables[c.cable],
    material: c.material,
    method: c.method,
    carriesAmps: c.IzA,
    deviceStandard: c.device,
    deviceAmps: Number(rating),
    designAmps: c.loadA,
    ring: c.arrangement === 'ring',
    fixedLoad: c.fixedLoad,
    factors: Object.fromEntries(c.factors.map((factor, index) => [`factor ${index + 1}`, factor])),
  });
});

/** What an item came to, however it was written; what is no outcome is refused, and never taken for a good one. */
function outcomeOf(item: string, text: string): Outcome {
  const outcome = readOutcome(text);
  if (!outcome) throw new Unreadable(`${item}: “${text}” is not an outcome. One of: ${outcomes.join(', ')}.`);
  return outcome;
}

const overallAssessment = judged(
  z.strictObject({
    livePartsAccessible: z.boolean().default(false),
    overrule: z
      .strictObject({ to: oneOf({ satisfactory: [], unsatisfactory: [] }), reason: z.string().min(1) })
      .nullable()
      .default(null),
  }),
  (c, given, pack) =>
    judgeOutcome(
      Object.entries(named(given)).map(([item, outcome], index) => ({
        number: index + 1,
        item: /^\d/.test(item) ? item : null,
        outcome: outcomeOf(item, outcome),
        livePartsAccessible: c.livePartsAccessible,
      })),
      pack,
      c.overrule,
    ),
);

const nextInspection = judged(
  z.strictObject({
    occupancy: oneOf({
      'owner-occupied': ['owner', 'owned'],
      rented: ['let', 'tenanted'],
      'common parts': ['landlord supply'],
      HMO: ['house in multiple occupation'],
      'holiday let': ['holiday home', 'short let'],
      caravan: ['park home'],
      'small shop': ['shop', 'office'],
    }),
    unit: oneOf({ years: ['year'] }).default('years'),
    reason: z.string().nullable().default(null),
  }),
  (c, given) => judgeInterval(plain(single(given)), c.occupancy, c.reason),
);

const additionalProtection = judged(
  z.strictObject({
    work: remark,
    earthing: earthing.optional(),
    premises: oneOf({
      dwelling: ['house', 'flat', 'bungalow', 'home'],
      other: ['not a dwelling', 'office', 'shop'],
    }).default('dwelling'),
    feeds: z.array(
      z.strictObject({
        kind: oneOf({
          'socket-outlet': ['socket', 'sockets', 'socket-outlets'],
          'mobile equipment outdoors': [],
          luminaire: ['luminaires', 'light', 'lights', 'lighting'],
          'fixed equipment': ['fixed'],
        }),
        ratedA: amount.nullable().default(null),
      }),
    ),
    room: oneOf({ other: [], 'bath or shower': ['bathroom', 'bath', 'shower', 'shower room', 'en-suite'] }).default(
      'other',
    ),
    passesZones1or2: z.boolean().default(false),
    run: z
      .strictObject({
        how: oneOf({
          surface: [],
          'in wall': ['wall'],
          'in metal-framed partition': ['metal-framed partition'],
        }).default('surface'),
        depthMm: amount.nullable().default(null),
        depthFrom: remark,
        earthedMetal: z.boolean().default(false),
      })
      .prefault({}),
  }),
  (c, given) => {
    const text = single(given).trim();
    const fitted = text === 'none' ? text : plain(text.replace(/\s*mA$/i, ''));
    return judgeAdditionalProtection(fitted, {
      feeds: c.feeds.map(({ kind, ratedA }) => ({ kind, ratedAmps: ratedA })),
      dwelling: c.premises === 'dwelling',
      bathRoom: c.room === 'bath or shower',
      throughZones1or2: c.passesZones1or2,
      run: c.run,
    });
  },
);

const sampling = judged(
  z.strictObject({
    agreedPercent: figure,
    of: remark,
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
  'cpc-size': cpcSize,
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

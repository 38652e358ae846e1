import * as z from 'zod';
import { longestSeconds, judgeDisconnection } from '../../../src/core/installation/disconnection';
import { divide, exact, multiply, toShortest } from '../../../src/core/quantity/exact';
import { confirmation, kiloamps, loopOhms, millis, volts } from '../../../src/core/quantity/reading-spec';
import { type ReadingValue, knownOf } from '../../../src/core/quantity/reading-value';
import { lineShareOf } from '../../../src/core/measurements/loop/line-share';
import { type ZsLimit, limitFound, limitOfDevice } from '../../../src/core/measurements/loop/limit';
import { judgeLineNeutralLoop } from '../../../src/core/measurements/continuity/protective';
import { judgeZs } from '../../../src/core/measurements/loop/zs';
import {
  type faultPairs,
  judgeBreaking,
  prospectiveFaultCurrent,
} from '../../../src/core/measurements/origin/fault-current';
import { judgeElectrode, judgeFaultCurrent, judgeZe } from '../../../src/core/measurements/origin/origin';
import { judgePhaseSequence } from '../../../src/core/measurements/origin/phase-sequence';
import { judgeLineToLine, judgeSupplyVoltages } from '../../../src/core/measurements/origin/supply-volts';
import { judgeButton, judgePolarity } from '../../../src/core/measurements/polarity/polarity';
import { judgeSurgeWindow } from '../../../src/core/measurements/residual/surge-window';
import { judgeTouchVolts } from '../../../src/core/measurements/residual/touch-volts';
import { judgeResidualType } from '../../../src/core/measurements/residual/type';
import { residualTypes } from '../../../src/core/installation/way';
import type { EditionPack } from '../../../src/core/edition/pack';
import { judgeHalfCycles, residualMultiples } from '../../../src/core/measurements/residual/residual';
import { type Proof, judgeProof, pairsFor } from '../../../src/core/work/isolation';
import { type Judgement, doubted, gravest, isNotTaken, notTaken, unjudged } from '../../../src/core/words/judgement';
import {
  type Reading,
  Unreadable,
  amount,
  blank,
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

const system = earthing.nullable().default(null);
const device = z
  .strictObject({
    standard: deviceStandard,
    type: z.string().nullable().default(null),
    rating_A: amount.nullable().default(null),
    mark: z.string().nullable().default(null),
    where: remark,
  })
  .nullable()
  .default(null);
const residualKind = oneOf({
  general: ['non-delay', 'nondelayed', 'G'],
  S: ['selective', 'S type'],
  'time-delayed': ['delayed'],
});
const rcd = z
  .strictObject({ idn_mA: amount, kind: residualKind.default('general'), faultProtection: z.boolean().default(true) })
  .nullable()
  .default(null);
const circuit = z.strictObject({
  kind: oneOf({ final: [], distribution: ['sub-main', 'submain'] }),
  points: oneOf({
    fixed: ['fixed equipment', 'lighting', 'lights'],
    sockets: ['socket', 'socket-outlets', 'fixed with one socket-outlet (cooker unit)', 'cooker unit with socket'],
    board: ['distribution board', 'consumer unit'],
  }).default('fixed'),
});

const disconnecting = ({ kind, points }: z.infer<typeof circuit>, ratingAmps: number) => ({
  feeds: kind === 'distribution' || points === 'board' ? ('board' as const) : points,
  ratingAmps,
});

const number = (text: string | null): ReadingValue | null => (text === null ? null : { is: 'number', shown: text });

/** What a loop's maximum is found by. */
const circuitContext = z.strictObject({
  system,
  disconnection_s: figure.nullable().default(null),
  circuit: circuit.nullable().default(null),
  device,
});

const zs = judged(
  z.strictObject({
    ...circuitContext.shape,
    rcd,
    method: oneOf({ measured: [], calculated: [], enquiry: [] }).default('measured'),
    measuredAt: oneOf({ ambient: [] }).optional(),
    lnLoop: remark,
    ze: figure.nullable().default(null),
    r1r2: figure.nullable().default(null),
    r1r2Temp_C: amount.default(20),
    insulation_C: amount.default(70),
    cpc: oneOf({ 'in the cable': [], separate: ['run separately', 'a single', 'conduit'] }).default('in the cable'),
    lineMm2: amount.optional(),
    cpcMm2: amount.optional(),
    cablesWarm: z.boolean().default(false),
    ra: figure.nullable().default(null),
  }),
  (c, given, pack) =>
    eachPhase((text) =>
      judgeZs(read(text, loopOhms), {
        pack,
        limit: limitOfCircuit(pack, c),
        earthing: c.system,
        residualMilliamps: c.rcd?.faultProtection ? c.rcd.idn_mA : null,
        electrode: number(c.ra),
        ze: number(c.ze),
        r1r2: number(c.r1r2),
        conductorCelsius: c.r1r2Temp_C,
        cablesWarm: c.cablesWarm,
        wiring:
          c.cpc !== 'in the cable'
            ? 'CPC run separately'
            : c.insulation_C >= 90
              ? 'thermosetting 90 °C, CPC in the cable'
              : 'thermoplastic 70 °C, CPC in the cable',
        lineShare: lineShareOf(pack, { liveCsaMm2: c.lineMm2, cpcCsaMm2: c.cpcMm2 }),
        how: c.method,
      }),
    )(given, pack),
);

/** The maximum of a described circuit, or why there is none. */
function limitOfCircuit(
  pack: EditionPack,
  c: Pick<z.infer<typeof circuitContext>, 'disconnection_s' | 'circuit' | 'system' | 'device'>,
): ZsLimit {
  const seconds =
    c.disconnection_s !== null
      ? Number(c.disconnection_s)
      : c.circuit && c.system && c.device?.rating_A
        ? longestSeconds(pack, disconnecting(c.circuit, c.device.rating_A), c.system)
        : null;
  if (!c.device) return { why: 'the protective device is not described' };
  if (seconds === null) return { why: 'the disconnection time is not known' };
  const { standard, type, rating_A } = c.device;
  return limitOfDevice(pack, { deviceStandard: standard, deviceType: type, deviceAmps: rating_A }, seconds);
}

/** Readings by phase: the gravest counts, and one that is missing is said. */
const eachPhase =
  (judge: (text: string, pack: EditionPack) => Judgement) =>
  (given: Reading, pack: EditionPack): Judgement => {
    if (typeof given === 'string') return judge(given, pack);
    const odd = Object.keys(given).find((name) => !['L1', 'L2', 'L3'].includes(name));
    if (odd) throw new Unreadable(`There is no phase ${odd}: L1, L2, L3.`);
    const [first, ...others] = ['L1', 'L2', 'L3'].map((phase) => judge(given[phase] ?? '', pack));
    return gravestOrOpen([first as Judgement, ...others]);
  };

/** Of several judgements the gravest; but what was not taken leaves it open, unless another fails. */
function gravestOrOpen(all: readonly [Judgement, ...Judgement[]]): Judgement {
  const worst = gravest(...all);
  return worst.verdict === 'fails' ? worst : (all.find(isNotTaken) ?? worst);
}

const lineNeutralLoop = judged(
  z.strictObject({ ...circuitContext.shape, ipf_kA: figure.nullable().default(null) }),
  (c, given, pack) => {
    const limit = limitOfCircuit(pack, c);
    if (!limitFound(limit)) return unjudged('zs.no-limit', limit);
    const current = c.ipf_kA && exact(c.ipf_kA);
    const supply =
      current && current.numerator > 0n ? divide(exact(pack.nominalVolts.value), multiply(current, exact(1000))) : null;
    return eachPhase((text) => judgeLineNeutralLoop(read(text, loopOhms), pack, limit.max, supply))(given, pack);
  },
);

const lineToLine = judged(z.strictObject({ U0_V: z.literal([230, '230']).optional() }), (_, given, pack) => {
  const texts = named(given);
  const pairs = ['L1-L2', 'L2-L3', 'L3-L1'];
  const odd = Object.keys(texts).find((name) => !pairs.includes(name));
  if (odd) throw new Unreadable(`There is no pair ${odd} here: ${pairs.join(', ')}.`);
  const [first, ...others] = pairs.map((pair) => judgeLineToLine(read(texts[pair], volts), pack));
  return gravest(first as Judgement, ...others);
});

const nothing = z.strictObject({ what: remark, where: remark });
const phaseSequence = judged(nothing, (_, given) => judgePhaseSequence(read(single(given), confirmation)));
const testButton = judged(nothing, (_, given) => judgeButton(read(single(given), confirmation)));
const surgeIndicator = judged(nothing, (_, given) => judgeSurgeWindow(read(single(given), confirmation)));
const accessoryPolarity = judged(nothing, (_, given, pack) =>
  eachPhase((text) => judgePolarity(read(text, confirmation), 'circuit'))(given, pack),
);
const touchVoltage = judged(nothing, (_, given, pack) => judgeTouchVolts(read(single(given), volts), pack));
const residualType = judged(
  z.strictObject({
    load: oneOf({
      resistive: ['heater', 'shower', 'immersion', 'filament lights'],
      electronic: ['LED', 'appliances', 'induction hob', 'sockets'],
      'speed-controlled': ['inverter drive', 'heat pump', 'washing machine'],
      'vehicle charger': ['EV', 'charge point', 'charger'],
      inverter: ['solar', 'battery', 'storage'],
    })
      .nullable()
      .default(null),
    smoothDcHandled: z.boolean().default(false),
  }),
  (c, given) => {
    const typed = single(given)
      .trim()
      .toUpperCase()
      .replace(/^TYPE\s+/, '');
    const type = residualTypes.find((each) => each === typed) ?? null;
    if (!type && typed !== '' && !/^(LIM|N\/?V|N\/?A)$/.test(typed))
      throw new Unreadable(`“${typed}” is no type: ${residualTypes.join(', ')}.`);
    return judgeResidualType(type, c);
  },
);

const nominal = z.literal([230, '230']).optional();
const disconnectionTime = judged(
  z.strictObject({ system, circuit, rating_A: amount, U0_V: nominal }),
  (c, given, pack) => {
    if (!c.system) throw new Unreadable('The earthing system is wanted.');
    return judgeDisconnection(plain(single(given)), pack, disconnecting(c.circuit, c.rating_A), c.system);
  },
);

const onePhase = z.literal([1, '1']).optional();
const ze = judged(
  z.strictObject({ system, rcd, obtained: remark, earthingConductorDisconnected: remark }),
  (c, given, pack) => judgeZe(read(single(given), loopOhms), pack, c.system, c.rcd?.idn_mA ?? null),
);

const ra = judged(z.strictObject({ rcd, system }), (c, given, pack) =>
  judgeElectrode(read(single(given), loopOhms), pack, c.rcd?.idn_mA ?? null),
);

const supplyPolarity = judged(z.strictObject({ system, phases: onePhase, U0_V: nominal }), (_, given, pack) => {
  const texts = named(given);
  const odd = Object.keys(texts).find((name) => !['L-N', 'L-E', 'N-E', 'MET-independent earth'].includes(name));
  if (odd) throw new Unreadable(`There is no voltage ${odd} here: L-N, L-E, N-E, MET-independent earth.`);
  const earth = texts['MET-independent earth'];
  return judgeSupplyVoltages(
    {
      lineNeutral: read(texts['L-N'], volts),
      lineEarth: read(texts['L-E'], volts),
      neutralEarth: read(texts['N-E'], volts),
      terminalToEarth: earth === undefined ? null : read(earth, volts),
    },
    pack,
  );
});

/** The pair a fault current was read in, by its name: `L-N`, `L1-N`, `L-E`, `L1-L2`, each also as a loop `Z L-N`. */
function pairOf(name: string): (typeof faultPairs)[number] {
  const pair = /^(?:Z )?L[123]?[-–](N|P?E|L[123]?)$/.exec(name)?.[1];
  if (!pair) throw new Unreadable(`There is no pair ${name}: L-N, L-E, or L1-L2 and their like.`);
  return pair === 'N' ? 'L–N' : pair.startsWith('L') ? 'L–L' : 'L–E';
}

/** A current from a loop: I = U0 ÷ Z. */
function currentOf(text: string): ReadingValue {
  const pack = usualPack;
  const loop = knownOf(read(text, loopOhms));
  if (!loop || loop.atLeast || loop.figure.numerator === 0n) return blank;
  const current = divide(exact(pack.nominalVolts.value), multiply(loop.figure, exact(1000)));
  return { is: 'number', shown: toShortest(current, 20) };
}

const ipf = judged(
  z.strictObject({
    phases: z.union([z.literal(1), z.literal(3)]).default(1),
    unit: oneOf({ kA: [] }).default('kA'),
    system,
    device,
    assembly: z
      .strictObject({
        declared: z.boolean().nullable().default(null),
        standard: remark,
        upstream: remark,
        reason: remark,
      })
      .default({ declared: null }),
    ze: figure.nullable().default(null),
  }),
  (c, given, pack) => {
    const reads = Object.entries(named(given)).map(([name, text]) => ({
      value: name.startsWith('Z ') ? currentOf(text) : read(text, kiloamps),
      pair: pairOf(name),
    }));
    const fault = prospectiveFaultCurrent(reads, c.phases === 3);
    const { standard = '', type = null, mark = null } = c.device ?? {};
    const assembly =
      c.assembly.declared === null ? null : c.assembly.declared ? ('declared' as const) : ('foreign device' as const);
    const breaking = judgeBreaking(
      pack,
      { standard, type: type ?? '', mark: mark ?? '' },
      fault ?? { kiloamps: exact(0), atLeast: true, from: 'not read' },
      assembly,
    );
    if (!fault) return notTaken('ipf', { is: 'not-taken', mark: 'N/V' }, breaking.limit);
    const earth = reads.find(({ pair }) => pair === 'L–E')?.value;
    const beside = c.ze && earth ? judgeFaultCurrent(earth, 'L–E', pack, number(c.ze)) : null;
    return beside?.rule === 'ipf.disagrees' && beside.next
      ? doubted(breaking, beside.working.join('; '), beside.next)
      : breaking;
  },
);

const rcdTime = judged(
  z.strictObject({
    standard: oneOf({
      'BS EN 61008': ['61008', 'BS EN 61008-1'],
      'BS EN 61009': ['61009', 'BS EN 61009-1'],
      'BS EN 62423': ['62423'],
      'BS 4293': ['4293'],
      'BS 7288': ['7288'],
    })
      .nullable()
      .default(null),
    kind: residualKind.default('general'),
    unit: oneOf({ ms: [] }).default('ms'),
    edition: remark,
    idn_mA: amount,
    test: z.enum(residualMultiples).default('1x'),
    delay_ms: amount.nullable().default(null),
  }),
  (c, given, pack) => {
    const texts: Readonly<Record<string, string>> = typeof given === 'string' ? { 0: given, 180: given } : given;
    const odd = Object.keys(texts).find((name) => !/^(0|180|L[123]( (0|180))?)$/.test(name));
    if (odd) throw new Unreadable(`There is no half cycle ${odd}: 0 and 180, or by phase L1, L1 0, L1 180.`);
    const byPhase = Object.keys(texts).some((name) => name.startsWith('L'));
    const halves = (phase: string): readonly [string | undefined, string | undefined] =>
      byPhase
        ? [texts[`${phase} 0`] ?? texts[phase], texts[`${phase} 180`] ?? texts[phase]]
        : [texts['0'], texts['180']];
    const judgeOne = ([positive, negative]: ReturnType<typeof halves>) =>
      judgeHalfCycles(
        [read(positive, millis), read(negative, millis)],
        pack,
        {
          standard: c.standard,
          delayed: c.kind !== 'general',
          milliamps: c.idn_mA,
          delayMillis: c.delay_ms,
        },
        c.test,
      );
    const [first, ...others] = (byPhase ? ['L1', 'L2', 'L3'] : ['']).map((phase) => judgeOne(halves(phase)));
    return gravestOrOpen([first as Judgement, ...others]);
  },
);

const mostOwnZero = 3;
const provingDead = judged(
  z.strictObject({
    phases: z.union([z.literal(1), z.literal(3)]).default(1),
    record: oneOf({
      'in force': [],
      'left site': [],
      'long break': [],
      restored: [],
      other: ['ended', 'lapsed'],
    }).default('in force'),
    atPointOfWork: remark,
    indicator: z.strictObject({
      provedBefore: z.boolean().nullable().default(null),
      provedAfter: z.boolean().nullable().default(null),
      // What an indicator shows of itself on nothing: above a few volts it is no indicator to prove dead with.
      ownZero_V: figure
        .default('0')
        .refine((text) => Number(text) <= mostOwnZero, `at most ${mostOwnZero} V of its own`),
    }),
  }),
  (c, given) => {
    const phases = c.phases === 3 ? 'three' : 'single';
    const known = new Map(pairsFor(phases).map((pair) => [pair.replace('–', '-'), pair]));
    const step = (name: 'prove' | 'test' | 're-prove', pair: string | null, shown: number): Proof['reads'][number] => ({
      step: name,
      pair,
      volts: shown,
      place: null,
      at: '2026-01-01T00:00:00.000Z',
    });
    const proof = (name: 'prove' | 're-prove', worked: boolean | null) =>
      worked === null ? [] : [step(name, null, worked ? 230 : 0)];
    const reads = Object.entries(named(given)).flatMap(([name, text]) => {
      const pair = known.get(name) ?? known.get(name.split('-').reverse().join('-'));
      if (!pair) throw new Unreadable(`${name} is not a pair of ${known.size}.`);
      const value = read(text, volts);
      const shown = value.is === 'number' ? Number(value.shown) : null;
      return shown === null ? [] : [step('test', pair, shown > Number(c.indicator.ownZero_V) ? shown : 0)];
    });
    return judgeProof({
      begun: { phases, lockable: true, lock: '1', notice: true, doublePole: true },
      ended: c.record === 'in force' ? null : { why: c.record },
      reads: [...proof('prove', c.indicator.provedBefore), ...reads, ...proof('re-prove', c.indicator.provedAfter)],
    });
  },
);

/** Isolation and live tests, by the name the command line knows them by. */
export const live = {
  'proving-dead': provingDead,
  'supply-polarity': supplyPolarity,
  ze,
  ipf,
  ra,
  zs,
  'line-neutral-loop': lineNeutralLoop,
  'line-to-line-voltage': lineToLine,
  'phase-sequence': phaseSequence,
  'accessory-polarity': accessoryPolarity,
  'disconnection-time': disconnectionTime,
  'rcd-time': rcdTime,
  'rcd-type': residualType,
  'rcd-button': testButton,
  'afdd-button': testButton,
  'spd-indicator': surgeIndicator,
  'touch-voltage': touchVoltage,
};

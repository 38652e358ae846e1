import { referenceMethods } from '../edition/rows';
import { measure, slotAt, type Measure, type Slot, type Subject } from '../installation/slot';
import { type ConductorLetter } from '../physics/dwelling';
import { type ReadingValue, showValue } from '../quantity/reading-value';
import { conductorContinuity, r1r2, r2 } from '../measurements/continuity/slots';
import { lineEarth, liveLive, neutralEarth } from '../measurements/insulation/slots';
import { lineNeutralLoop, zs } from '../measurements/loop/slots';
import { ipfLineEarth, ipfLineNeutral, ze } from '../measurements/origin/slots';
import { atHalfCycle, rcdFive, rcdHalf, rcdRamp, rcdTime } from '../measurements/residual/slots';
import { switching } from '../measurements/polarity/slots';
import {
  ringR1,
  ringR2,
  ringRn,
  step2,
  step2LineCpc,
  step2NeutralCpc,
  step3,
  step3LineNeutral,
  step3NeutralCpc,
} from '../measurements/ring/slots';
import type { Claim, Links } from './act';
import { type PracticeCode, defectSorts } from './dwelling-type';
import type { ChartCircuit, House } from './house';
import { practiceEdition } from './practice-pack';
import { nameOf } from './score';
import { isMade, switchesRight } from './switching';
import type { Reading, Visit } from './visit';

/** An entry to be recorded on a practice stream: its name is its own in the visit, and the same whenever it is told again. */
export type PracticeEntry = { readonly name: string; readonly kind: string; readonly body: unknown };
export const entry = (name: string, kind: string, body: unknown): PracticeEntry => ({
  name: `${kind} ${name}`.trim(),
  kind,
  body,
});

const endOf: Record<ConductorLetter, Measure> = { L: ringR1, N: ringRn, C: ringR2 };
const insulationOf: Record<string, Measure> = { 'L-N': liveLive, 'L-C': lineEarth, 'N-C': neutralEarth };
/** What continuity at a point is of, by how the circuit is linked and between which contacts. */
const linkedMeasures: Partial<Record<Links, Partial<Record<string, Measure>>>> = {
  'L to CPC': { 'L-C': r1r2 },
  'L to N crossed': { 'L-N': step2, 'L-C': step2LineCpc, 'N-C': step2NeutralCpc },
  'L to CPC crossed': { 'L-C': step3, 'L-N': step3LineNeutral, 'N-C': step3NeutralCpc },
};
/** Tests the practice tester has readings of. */
const testsRead = [
  ...Object.values(endOf),
  ...Object.values(insulationOf),
  ...Object.values(linkedMeasures).flatMap((of) => Object.values(of)),
  r2,
  conductorContinuity,
  ze,
  ipfLineNeutral,
  zs,
  rcdTime,
  rcdRamp,
].flatMap((each) => each?.test ?? []);
const observed: readonly PracticeCode[] = ['C1', 'C2', 'C3', 'FI'];

/**
 * A visit as a real job begins with it, and goes on: the house as its chart says, every reading in its slot, every finding
 * as an observation. It is a job like any other, on a stream of practice alone: what is missing in it is for the learner.
 * `idOf` gives the same id for the same name; told again later in a visit, what was told before is the same, and what is
 * new follows.
 */
export function recordOf(
  house: House,
  visit: Visit,
  idOf: (name: string) => string,
  [kind = 'EICR']: readonly string[] = house.type.documents,
): PracticeEntry[] {
  const [documentId, instrumentId] = [idOf('document'), idOf('instrument')];
  const boards = new Map(house.boards.map(({ id }) => [id, idOf(`board ${id}`)]));
  const ways = new Map(house.circuits.map(({ id }) => [id, idOf(`way ${id}`)]));
  const points = pointIds(house, idOf);
  const { supply, earthing } = house.type;
  return [
    entry('', 'job.opened', { reference: 'PRACTICE', began: null }),
    entry('', 'document.begun', {
      documentId,
      kind,
      edition: practiceEdition,
      covers: null,
      because: null,
      replaces: null,
    }),
    entry('', 'site.described', {
      address: `Practice house ${house.number}`,
      premises: house.type.title.slice(0, 200),
    }),
    entry('', 'instrument.brought', { instrumentId, name: 'Practice tester', serial: 'PRACTICE', calibratedOn: null }),
    entry('', 'supply.described', {
      earthing: supply.earthing,
      liveConductors: 'single-phase',
      serviceFuseStandard: supply.serviceFuse.standard,
      serviceFuseAmps: supply.serviceFuse.amps,
      tailsCsaMm2: supply.tailsMm2,
      earthingConductorCsaMm2: earthing.conductorMm2,
      otherSources: supply.otherSources.join(', ').slice(0, 200) || null,
    }),
    ...house.boards.flatMap(({ id, name, room, suppliedFrom }) => [
      entry(id, 'board.added', { boardId: boards.get(id) }),
      entry(id, 'board.described', {
        boardId: boards.get(id),
        fields: { name, location: room, suppliedFrom: suppliedFrom ?? 'Origin' },
      }),
    ]),
    ...house.circuits.flatMap((circuit) => wayOf(circuit, boards, ways, points, house)),
    ...visit.readings.flatMap((reading, index) => readingOf(house, reading, index, ways, points, instrumentId)),
    ...switchingsOf(house, visit, points, instrumentId),
    ...visit.claims.flatMap((claim) => findingOf(house, claim, ways, documentId, idOf)),
  ];
}

const pointIds = (house: House, idOf: (name: string) => string): ReadonlyMap<string, string> =>
  new Map(house.circuits.flatMap((circuit) => circuit.points.map((id) => [id, idOf(`point ${id}`)] as const)));

/** Every figure the tester showed for each test in a visit, as text. */
export function figuresShown(house: House, visit: Visit): ReadonlyMap<string, ReadonlySet<string>> {
  const shown = new Map(testsRead.map((test) => [test, new Set<string>()]));
  for (const { kind, body } of recordOf(house, visit, (name) => name)) {
    if (kind !== 'reading.taken') continue;
    const { slot, value } = body as { slot: Slot; value: ReadingValue };
    shown.get(slot.test)?.add(showValue(value));
    // What step 3 shows of a ring is its R1+R2.
    if (slot.test === step3.test && slot.step === step3.step) shown.get(r1r2.test)?.add(showValue(value));
  }
  return shown;
}

type Ids = ReadonlyMap<string, string>;

function wayOf(circuit: ChartCircuit, boards: Ids, ways: Ids, points: Ids, house: House): PracticeEntry[] {
  const wayId = ways.get(circuit.id);
  const { device, residual, cable } = circuit;
  return [
    entry(circuit.id, 'way.added', { wayId, boardId: boards.get(circuit.board), number: circuit.way }),
    entry(circuit.id, 'way.described', {
      wayId,
      fields: {
        description: circuit.name,
        arrangement: circuit.arrangement,
        load: circuit.load === 'lighting' || circuit.load === 'sockets' ? circuit.load : 'fixed',
        points: circuit.points.length,
        deviceStandard: device.standard,
        deviceType: device.type || null,
        deviceAmps: device.ratingAmps,
        residualMilliamps: residual?.milliamps ?? null,
        residualAbsent: residual === null,
        residualGroup: residual?.shared?.replace('@', 'RCD ') ?? null,
        liveCsaMm2: cable.liveMm2,
        cpcCsaMm2: cable.cpcMm2,
        referenceMethod: methodOf(cable.method),
      },
    }),
    ...circuit.points.map((id, index) => {
      const place = house.places.find((each) => each.id === `point:${id}`);
      return entry(id, 'point.added', {
        pointId: points.get(id),
        wayId,
        fields: {
          name: id,
          room: place?.room ?? null,
          kind: place?.kind === 'socket' || place?.kind === 'light' ? place.kind : 'fixed',
          order: index + 1,
          spur: false,
          unplaced: false,
          switching: switchedAs(house, circuit.id, id),
        },
      });
    }),
  ];
}

const methodOf = (said: string) => referenceMethods.find((each) => each === said) ?? null;

/** How a point is switched. */
function switchedAs(house: House, circuit: string, point: string): 'none' | 'one-way' | 'two-way' {
  const by = house.switchings.get(circuit)?.find(({ lights }) => lights.includes(point));
  return by ? (by.switches.length > 1 ? 'two-way' : 'one-way') : 'none';
}

/** Lights whose switches were read in every position: right, or wrong. */
function switchingsOf(house: House, visit: Visit, points: Ids, instrumentId: string): PracticeEntry[] {
  return [...house.switchings.values()].flat().flatMap((each): PracticeEntry[] => {
    const isRight = switchesRight(visit, each);
    const id = points.get(each.lights[0] ?? '');
    if (isRight === null || id === undefined) return [];
    const proved = visit.readings.every(
      ({ measured, proved: isProved }) =>
        !('place' in measured && measured.place === `point:${each.lights[0]}`) || isProved,
    );
    return [
      taken(
        `switches ${each.lights[0]} ${isRight ? 'right' : 'wrong'}`,
        slotAt({ of: 'point', id }, measure.parse(switching)),
        { is: isRight ? 'confirmed' : 'reversed' },
        proved,
        {
          instrumentId,
        },
      ),
    ];
  });
}

/** Where a reading belongs in a job; null where a job has no slot for it. */
function slotOf(house: House, { measured, linked, over }: Reading, ways: Ids, points: Ids) {
  const at = (on: Subject | null, of: Measure) => (on ? slotAt(on, measure.parse(of)) : null);
  const way = (id: string | null | undefined): Subject | null => {
    const found = ways.get(id ?? '');
    return found ? { of: 'way', id: found } : null;
  };
  const point = (place: string): Subject | null => {
    const found = points.get(place.replace(/^point:/, ''));
    return found ? { of: 'point', id: found } : null;
  };
  const circuitAt = (place: string) => house.places.find(({ id }) => id === place)?.circuit;
  switch (measured.of) {
    case 'ring end':
      return at(way(measured.circuit), endOf[measured.conductor]);
    case 'continuity': {
      // With other links, or none, it was no test of anything; with a switch the other way it was one of that.
      if (measured.feed || !isMade(house, measured.place, over)) return null;
      const of = linkedMeasures[linked]?.[measured.pair];
      return of ? at(point(measured.place), of) : null;
    }
    case 'long lead':
      return at(point(measured.place), r2);
    case 'insulation': {
      const of = insulationOf[measured.pair];
      return measured.before === undefined && of ? at(way(measured.circuit), of) : null;
    }
    case 'bond': {
      const to = measured.place.replace(/^service:/, '');
      return to === 'water' || to === 'gas' || to === 'oil' ? at({ of: 'conductor', to }, conductorContinuity) : null;
    }
    case 'ze':
      return at({ of: 'supply' }, ze);
    case 'ipf':
      return at({ of: 'supply' }, measured.pair === 'L-N' ? ipfLineNeutral : ipfLineEarth);
    case 'zs':
      return at(point(measured.place), zs);
    case 'line neutral loop':
      return at(point(measured.place), lineNeutralLoop);
    case 'rcd':
      return at(way(circuitAt(measured.place)), rcdOf(measured.times, measured.wave));
    default:
      return null;
  }
}

type Rcd = Extract<Reading['measured'], { of: 'rcd' }>;

/** What is read of an RCD: from the half of the wave where it was said. */
function rcdOf(times: Rcd['times'], wave: Rcd['wave']): Measure {
  if (times === 'ramp') return rcdRamp;
  const whole = times === 'half' ? rcdHalf : times === '5' ? rcdFive : rcdTime;
  return wave ? atHalfCycle(whole, wave) : whole;
}

const dead: ReadonlySet<string> = new Set(['ring end', 'continuity', 'long lead', 'insulation', 'bond']);

function readingOf(
  house: House,
  reading: Reading,
  index: number,
  ways: Ids,
  points: Ids,
  instrumentId: string,
): PracticeEntry[] {
  const slot = slotOf(house, reading, ways, points);
  if (!slot) return [];
  const { measured, moves } = reading;
  const isOhms = dead.has(measured.of) && measured.of !== 'insulation';
  // No path but insulation is no path.
  const isOpen = isOhms && reading.value.is === 'over';
  const value = isOpen ? { is: 'open' } : moves ? { is: 'unstable', ...moves } : reading.value;
  return [
    taken(String(index), slot, value, dead.has(measured.of) ? reading.proved : null, {
      instrumentId,
      leadNullOhms: isOhms && reading.nulled ? '0.08' : null,
      testVolts: measured.of === 'insulation' ? measured.volts : null,
      ...(measured.of === 'zs' ? { method: measured.method } : {}),
    }),
  ];
}

/** A reading as it is recorded; whether what was touched was proved dead, where it was to be. */
export const taken = (
  name: string,
  slot: unknown,
  value: unknown,
  proved: boolean | null,
  more: Readonly<Record<string, unknown>>,
) =>
  entry(name, 'reading.taken', {
    slot,
    value,
    how: 'measured',
    reason: null,
    leadNullOhms: null,
    testVolts: null,
    isolationId: null,
    isolationWhy:
      proved === null ? null : proved ? 'Proved dead at the practice house' : 'Not proved dead, at the practice house',
    connected: null,
    ...more,
  });

function findingOf(
  house: House,
  claim: Claim,
  ways: Ids,
  documentId: string,
  idOf: (name: string) => string,
): PracticeEntry[] {
  const name = [claim.at, claim.sort, claim.code, claim.regulation].join(' ');
  const title = defectSorts.find(({ id }) => id === claim.sort)?.title ?? claim.sort;
  const where = nameOf(house, claim.at).slice(0, 200);
  const circuit = claim.at.startsWith('circuit:')
    ? claim.at.slice('circuit:'.length)
    : (house.places.find(({ id }) => id === claim.at)?.circuit ?? '');
  const wayId = ways.get(circuit) ?? null;
  if (claim.code === 'snag')
    return [
      entry(name, 'snag.noted', {
        snagId: idOf(`snag ${name}`),
        documentId,
        what: title,
        where,
        who: 'Self',
        test: null,
      }),
    ];
  if (!observed.includes(claim.code)) return [];
  return [
    entry(name, 'observation.noted', {
      observationId: idOf(`observation ${name}`),
      fields: {
        what: title,
        where,
        why: '',
        code: claim.code,
        item: null,
        wayId,
        regulation: claim.regulation || null,
        livePartsAccessible: false,
        codeReason: null,
      },
    }),
  ];
}

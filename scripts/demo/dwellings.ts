import { v7 } from 'uuid';
import type { ProtectiveConductor } from '../../src/core/installation/supply';
import { conductorContinuity } from '../../src/core/measurements/continuity/slots';
import { type Measure, type Subject, sameMeasure } from '../../src/core/installation/slot';
import { meterOn, usualInstrument } from '../../src/core/physics/meter';
import { showValue } from '../../src/core/quantity/reading-value';
import { randomFrom } from '../../src/core/physics/seeded-random';
import { play } from '../../src/standins/tester/play';
import { sallowRise } from '../../src/standins/tester/sallow-rise';
import { editionPack } from '../../src/core/edition/editions';
import { Scribe } from './scribe';
import { r1r2 } from '../../src/core/measurements/continuity/slots';
import {
  lineEarth,
  lineEarthOver,
  liveEarth,
  liveLive,
  liveLiveOver,
  neutralEarth,
  neutralEarthOver,
} from '../../src/core/measurements/insulation/slots';
import { zs } from '../../src/core/measurements/loop/slots';
import {
  boardIpf,
  electrode,
  ipfLineEarth,
  ipfLineNeutral,
  supplyPolarity,
  supplyVolts,
  ze,
} from '../../src/core/measurements/origin/slots';
import { functionOf } from '../../src/core/measurements/functional/slots';
import { polarity, switching } from '../../src/core/measurements/polarity/slots';
import { atHalfCycle, rcdHalf, rcdTime, touchVolts } from '../../src/core/measurements/residual/slots';
import { ringR1, ringR2, ringRn, step2, step3 } from '../../src/core/measurements/ring/slots';

export type Instrument = {
  readonly id: string;
  readonly name: string;
  readonly serial: string;
  readonly calibratedOn: string;
};

const pack = editionPack('bs7671-2018-a2');
const items = pack.inspectionEicr.map((row) => row.item);
export const conductor = (to: ProtectiveConductor) => ({ of: 'conductor', to }) as const;
export const dayOf = (at: Date): string => at.toISOString().slice(0, 10);

export function bring(scribe: Scribe, instruments: readonly Instrument[]): void {
  for (const { id, name, serial, calibratedOn } of instruments)
    scribe.say('instrument.brought', { instrumentId: id, name, serial, calibratedOn });
  scribe.instrumentId = instruments[0]?.id ?? null;
}

const notHere = 'N/A';
const noExtras = {
  '2.0': notHere,
  '3.2': notHere,
  '4.11': notHere,
  '4.16': notHere,
  '4.17': notHere,
  '4.19': notHere,
  '4.21': notHere,
  '4.22': notHere,
  '5.4': notHere,
  '5.12.4': notHere,
  '5.14': notHere,
  '6.2': notHere,
  '6.3': notHere,
  '6.5': notHere,
  '7.1': notHere,
  '8.1': notHere,
};

/** A rented three-bedroom house, inspected today, with a damp gatepost light and a garden room at the end of a long run. */
export function rentedHouse(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = new Scribe(at, 'demo tablet');
  s.open('EICR', 'bs7671-2018-a2', 'FW-118');
  s.say('client.named', {
    name: 'Larkspur Lettings',
    address: '2 Tannery Row\nMarrowby',
    telephone: '01632 960 118',
    email: 'repairs@larkspur.example',
  });
  s.say('site.described', {
    country: 'England',
    address: '27 Sallow Rise\nMarrowby',
    occupier: 'Ms O. Fairweather, tenant',
    premises: 'Three-bedroom end-of-terrace house, two floors and a garden room',
  });
  s.say('brief.agreed', {
    reason: 'tenancy',
    inspectedFrom: dayOf(at),
    extent: 'The whole fixed installation from the consumer unit, the garden room included.',
    estimatedAgeYears: 31,
    alterations: 'Kitchen and utility room about eight years ago; garden room later.',
    records: 'Certificate for the kitchen only',
    previousReport: 'Five years ago, satisfactory',
    samplingPercent: 20,
  });
  bring(s, instruments);
  s.say('limitation.noted', {
    limitationId: v7(),
    sort: 'agreed',
    what: 'Loft beyond the hatch',
    why: 'Stored belongings, no boards to walk on',
    agreedWith: 'Larkspur Lettings',
  });
  s.say('supply.described', {
    earthing: 'TN-C-S',
    liveConductors: 'single-phase',
    nominalVolts: 230,
    frequencyHertz: 50,
    serviceFuseStandard: 'BS 1361',
    serviceFuseType: 'II',
    serviceFuseAmps: 80,
    otherSources: 'none',
    tailsCsaMm2: 25,
    earthingConductorCsaMm2: 16,
    bondingCsaMm2: 10,
    bondWater: 'bonded',
    bondGas: 'bonded',
    bondOil: 'not-present',
    bondSteel: 'not-present',
    bondLightning: 'not-present',
    bondOther: 'not-present',
    maximumDemandAmps: 68,
    mainSwitchLocation: 'In the consumer unit',
    mainSwitchStandard: 'BS EN 60947-3',
    mainSwitchPoles: 2,
    mainSwitchAmps: 100,
    mainSwitchVolts: 230,
  });
  const supply = { of: 'supply' } as const;
  s.read(supply, supplyPolarity, 'ok');
  s.read(supply, supplyVolts, '238');
  s.read(supply, ze, '0.21');
  s.read(supply, ipfLineNeutral, '1.32');
  s.read(supply, ipfLineEarth, '1.14');
  const cu = s.board('Consumer unit', 'Under the stairs', 'Intake, 25 mm² tails');
  const rcd1 = { residualGroup: 'RCD 1', neutralBar: 'RCD 1' };
  const rcd2 = { residualGroup: 'RCD 2', neutralBar: 'RCD 2' };
  const ground = s.way(cu, 1, ['Ground-floor sockets', 'ring', 11, 'B32', '30 AC', '4/1.5', 'C'], rcd1);
  const first = s.way(cu, 2, ['First-floor and loft sockets', 'ring', 9, 'B32', '30 AC', '2.5/1.5', '100'], rcd1);
  const oven = s.way(cu, 3, ['Oven and hob, kitchen', 'fixed', 2, 'B32', '30 AC', '6/2.5', 'C'], rcd1);
  const utility = s.way(cu, 4, ['Utility room sockets', 'sockets', 4, 'B20', '30 AC', '4/1.5', 'C'], rcd1);
  const lightsDown = s.way(cu, 5, ['Ground-floor lights', 'lights', 5, 'B6', '30 AC', '1.5/1', '101'], rcd2);
  const lightsUp = s.way(cu, 6, ['First-floor and landing lights', 'lights', 5, 'B6', '30 AC', '1/1', '101'], rcd2);
  const boiler = s.way(cu, 7, ['Boiler and controls', 'fixed', 1, 'B16', '30 AC', '2.5/1.5', 'C'], rcd2);
  const porch = s.way(cu, 8, ['Porch and gatepost lights', 'lights', 4, 'B6', '30 AC', '1.5/1', 'C'], rcd2);
  const garden = s.way(cu, 9, ['Garden room, sub-main', 'sub-main', 1, 'RCBO C 32', 'none', '6/2.5', 'C'], {
    lengthMetres: 34,
  });
  for (const [group, serialNumber] of [
    ['RCD 1', '0417-22861'],
    ['RCD 2', '0417-22874'],
  ] as const)
    s.say('device.described', {
      device: { of: 'residual', boardId: cu, group },
      fields: { residualStandard: 'BS EN 61008', makersMark: 'Marl 2P', serialNumber, ratedAmps: 63 },
    });
  const spare = v7();
  s.say('way.added', { wayId: spare, boardId: cu, number: 10 });
  s.say('way.described', { wayId: spare, fields: { arrangement: 'spare', description: 'Spare' } });

  for (const [wayId, found, what] of [
    [ground, 'worked', null],
    [first, 'worked', null],
    [oven, 'worked', null],
    [utility, 'worked', null],
    [lightsDown, 'worked', null],
    [lightsUp, 'faulty', 'Box room light dead, lamp tried'],
    [boiler, 'worked', null],
    [porch, 'worked', null],
    [garden, 'not tried', null],
  ] as const)
    s.say('circuit.tried', { wayId, found, what });
  s.isolate('Ms O. Fairweather', '14', instruments[1]?.id ?? null);
  s.read(conductor('earthing'), conductorContinuity, '0.01');
  s.read(conductor('water'), conductorContinuity, '0.04');
  s.read(conductor('gas'), conductorContinuity, '0.09');
  s.read({ of: 'board', id: cu }, zs, '0.20');
  s.read({ of: 'board', id: cu }, boardIpf, '1.30');

  const points = {
    ground: s.points(ground, [
      ['Hall'],
      ['Parlour 1'],
      ['Parlour 2'],
      ['Garden room', 'outdoor', { spur: true }],
      ['Dining room 1'],
      ['Dining room 2'],
      ['Kitchen 1'],
      ['Kitchen 2'],
      ['Kitchen 3'],
      ['Utility room'],
      ['Cloakroom'],
    ]),
    first: s.points(first, [
      ['Landing'],
      ['Front bedroom 1'],
      ['Front bedroom 2'],
      ['Loft room 1'],
      ['Loft room 2'],
      ['Back bedroom 1'],
      ['Back bedroom 2'],
      ['Box room'],
      ['Airing cupboard'],
    ]),
    utility: s.points(utility, [['Utility room 1'], ['Utility room 2'], ['Utility room 3'], ['Utility room 4']]),
    lightsDown: s.points(lightsDown, [
      ['Hall light', 'light', { switching: 'two-way' }],
      ['Parlour light', 'light'],
      ['Dining room light', 'light'],
      ['Kitchen light', 'light'],
      ['Utility room light', 'light'],
    ]),
    lightsUp: s.points(lightsUp, [
      ['Landing light', 'light', { switching: 'intermediate' }],
      ['Front bedroom light', 'light'],
      ['Back bedroom light', 'light'],
      ['Bathroom light', 'wet room', { switching: 'one-way' }],
      ['Box room light', 'light'],
    ]),
    porch: s.points(porch, [
      ['Porch light', 'light'],
      ['Side passage light', 'light'],
      ['Bin store light', 'light'],
      ['Gatepost light', 'outdoor', { switching: 'one-way' }],
    ]),
  };
  // The dead readings are what a tester reads on the house as it really is.
  const on = meterOn(sallowRise, pack, usualInstrument(randomFrom(118)));
  if (!on.ok) throw new Error(on.problem);
  const take = (on_: Subject, measure: Measure, way: number, point: string | null = null) => {
    const where = point === null ? ({ of: 'way', way } as const) : ({ of: 'point', way, point } as const);
    const played = play(sallowRise, on.meter, { measure, where, testVolts: 500, method: 'no-trip' });
    if (!played.ok) throw new Error(`${measure.test}: ${played.why}`);
    s.read(on_, measure, showValue(played.value));
  };
  const ofWay = (wayId: string, way: number, ...measures: Measure[]) =>
    measures.forEach((measure) => take({ of: 'way', id: wayId }, measure, way));
  const atPoints = (ids: ReadonlyMap<string, string>, way: number, measure: Measure, most = 99) =>
    [...ids].slice(0, most).forEach(([name, id]) => take({ of: 'point', id }, measure, way, name));
  const allPolarity = (ids: ReadonlyMap<string, string>) =>
    [...ids.values()].forEach((id) => s.read({ of: 'point', id }, polarity, 'ok'));

  ofWay(ground, 1, ringR1, ringRn, ringR2);
  ofWay(first, 2, ringR1, ringRn, ringR2);
  for (const test of [step2, step3] as const) {
    atPoints(points.ground, 1, test);
    atPoints(points.first, 2, test);
  }
  atPoints(points.utility, 4, r1r2);
  atPoints(points.lightsDown, 5, r1r2);
  atPoints(points.lightsUp, 6, r1r2, 3);
  for (const ids of [points.utility, points.lightsDown]) allPolarity(ids);
  s.read({ of: 'point', id: points.lightsDown.get('Hall light') ?? '' }, switching, 'ok');
  const spurred = points.ground.get('Garden room') ?? '';
  const highest = s.drafts.find(
    (draft) =>
      draft.kind === 'reading.taken' &&
      sameMeasure(draft.body.slot, step3) &&
      draft.body.slot.on.of === 'point' &&
      draft.body.slot.on.id === spurred,
  );
  if (highest?.kind === 'reading.taken') s.read({ of: 'way', id: ground }, r1r2, showValue(highest.body.value));
  s.say('way.described', { wayId: ground, fields: { furthestPoint: 'Garden room' } });
  ofWay(boiler, 7, r1r2);
  ofWay(garden, 9, r1r2);
  ofWay(ground, 1, liveLive, lineEarth, neutralEarth);
  ofWay(first, 2, liveLive, liveEarth);
  ofWay(utility, 4, liveLive, liveEarth);
  ofWay(lightsDown, 5, liveLive, lineEarth, neutralEarth, liveLiveOver, lineEarthOver, neutralEarthOver);
  ofWay(boiler, 7, liveLive, liveEarth);
  ofWay(porch, 8, liveLive, lineEarth, neutralEarth);
  ofWay(garden, 9, liveLive, liveEarth);

  s.results(ground, { polarity: 'ok' });
  s.results(first, { polarity: 'ok' });
  s.results(oven, {
    r1r2: '0.11',
    liveLive: 'LIM hob cannot be unplugged without moving the oven',
    liveEarth: '412',
    polarity: 'ok',
  });
  s.results(boiler, { polarity: 'ok' });
  s.results(garden, { polarity: 'ok' });

  // Live: what the same house shows once it is on again.
  s.say('cover.set', { boardId: cu, state: 'on', why: null });
  s.goLive('Ms O. Fairweather');
  for (const [measure, typed] of [
    [ipfLineNeutral, '1.30'],
    [ipfLineEarth, '1.17'],
  ] as const)
    s.read({ of: 'board', id: cu }, measure, typed);
  s.readBy = 'no-trip';
  atPoints(points.ground, 1, zs, 8);
  atPoints(points.first, 2, zs, 4);
  atPoints(points.utility, 4, zs);
  const mistyped = s.read({ of: 'way', id: oven }, zs, '3.20');
  s.say('entry.struck', { entryId: mistyped, why: 'Corrected to 0.32' });
  s.readBy = null;
  s.results(oven, { zs: '0.32' });
  s.results(lightsDown, { zs: '1.24' });
  s.results(lightsUp, { zs: '1.41' });
  s.results(garden, { zs: '0.58' });
  for (const way of [ground, first, oven, utility]) {
    for (const [half, typed] of [
      ['0', '24'],
      ['180', '26'],
    ] as const)
      s.read({ of: 'way', id: way }, atHalfCycle(rcdTime, half), typed);
    s.read({ of: 'way', id: way }, atHalfCycle(rcdHalf, '0'), '>2000');
    s.read({ of: 'way', id: way }, touchVolts, '0.1');
    s.results(way, { rcdButton: 'ok' });
  }
  for (const way of [lightsDown, lightsUp, boiler, porch])
    s.read({ of: 'way', id: way }, atHalfCycle(rcdTime, '0'), '31');
  s.read(supply, functionOf('main switch'), 'ok');
  s.read({ of: 'way', id: lightsDown }, functionOf('switches'), 'ok');
  s.say('device.switched', { devices: [{ device: { of: 'way', id: boiler }, state: 'off' }] });

  // The walk so far: three rooms, and what was opened in them.
  for (const place of ['Hall', 'Parlour', 'Dining room'])
    s.say('place.walked', { place, outcome: 'seen', reason: null });
  for (const pointId of [points.ground.get('Hall'), points.ground.get('Dining room 1')])
    if (pointId) s.say('accessory.opened', { pointId, found: 'sound', reason: null });
  s.say('feature.told', { feature: 'vehicleCharging', present: false });
  s.inspect(
    items.filter((item) => /^[1-4]\./.test(item)),
    { ...noExtras, '3.6': 'ok', '3.7': 'LIM gas connection behind fitted cupboard', '4.10': 'ok', '4.9': 'ok' },
  );
  s.say('observation.noted', {
    observationId: v7(),
    fields: {
      what: 'Insulation resistance of the porch and gatepost lights is below the minimum',
      where: 'Gatepost light, front garden',
      why: 'Damp in the fitting lets current leak to earth and will get worse in winter.',
      code: 'C2',
      item: '5.3',
      wayId: porch,
      regulation: '643.3',
      livePartsAccessible: false,
      codeReason: null,
    },
  });
  s.say('observation.noted', {
    observationId: v7(),
    fields: {
      what: 'RCDs are type AC in front of electronic loads',
      where: 'Consumer unit, both RCDs',
      why: 'A load with a DC component can keep a type AC device from tripping.',
      code: 'C3',
      item: '4.18',
      wayId: null,
      regulation: '531.3.3',
      livePartsAccessible: false,
      codeReason: null,
    },
  });
  return s;
}

/** A cottage on its own earth electrode, complete and without urgent findings: ready to be signed. */
export function cottage(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = new Scribe(at, 'demo tablet');
  s.open('EICR', 'bs7671-2018-a2', 'FW-104');
  s.say('client.named', {
    name: 'Mr J. Quillfeather',
    address: 'Weir Cottage\nLow Lane\nAshby Mere',
    telephone: '01632 960 104',
    email: 'quillfeather@post.example',
  });
  s.say('site.described', {
    country: 'England',
    address: 'Weir Cottage\nLow Lane\nAshby Mere',
    occupier: 'Mr J. Quillfeather',
    premises: 'Two-bedroom stone cottage with an outhouse',
  });
  s.say('brief.agreed', {
    reason: 'owner',
    inspectedFrom: dayOf(at),
    extent: 'The whole fixed installation of the cottage and outhouse.',
    estimatedAgeYears: 18,
    alterations: 'None seen',
    records: 'Original certificate',
    previousReport: 'None',
    samplingPercent: 25,
  });
  bring(s, instruments);
  s.say('limitation.noted', {
    limitationId: v7(),
    sort: 'operational',
    what: 'Socket behind the dresser, parlour',
    why: 'Dresser too heavy to move',
    agreedWith: null,
  });
  s.say('supply.described', {
    earthing: 'TT',
    liveConductors: 'single-phase',
    nominalVolts: 230,
    frequencyHertz: 50,
    serviceFuseStandard: 'BS 88-3',
    serviceFuseType: 'II',
    serviceFuseAmps: 80,
    otherSources: 'none',
    electrodeType: 'Driven rod, copper-clad',
    electrodeLocation: 'Beside the back door, in an inspection pit',
    tailsCsaMm2: 16,
    earthingConductorCsaMm2: 16,
    bondingCsaMm2: 10,
    bondWater: 'not-extraneous',
    bondGas: 'not-present',
    bondOil: 'bonded',
    bondSteel: 'not-present',
    bondLightning: 'not-present',
    bondOther: 'not-present',
    maximumDemandAmps: 79,
    mainSwitchLocation: 'In the consumer unit',
    mainSwitchStandard: 'BS EN 61008',
    mainSwitchPoles: 2,
    mainSwitchAmps: 80,
    mainSwitchVolts: 230,
    mainSwitchResidualMilliamps: 100,
  });
  const supply = { of: 'supply' } as const;
  s.isolate('Mr J. Quillfeather', '9', instruments[1]?.id ?? null);
  for (const [test, typed] of [
    [supplyPolarity, 'ok'],
    [supplyVolts, '241'],
    [ze, '62'],
    [electrode, '61.4'],
    [ipfLineNeutral, '0.74'],
    [ipfLineEarth, '0.01'],
  ] as const)
    s.read(supply, test, typed);
  s.read(conductor('earthing'), conductorContinuity, '0.02');
  s.read(conductor('oil'), conductorContinuity, '0.03');
  const cu = s.board('Consumer unit', 'Pantry', 'Intake, 16 mm² tails');
  s.read({ of: 'board', id: cu }, zs, '61');
  s.read({ of: 'board', id: cu }, boardIpf, '0.72');
  const full = (r: Record<string, string>) => ({
    liveLive: '>999',
    liveEarth: '>999',
    polarity: 'ok',
    rcdButton: 'ok',
    ...r,
  });
  s.results(
    s.way(cu, 1, ['Sockets, whole cottage', 'ring', 13, 'RCBO B 32', '30 A', '2.5/1.5', 'C']),
    full({ ringR1: '0.61', ringRn: '0.61', ringR2: '0.99', r1r2: '0.41', zs: '61.9', rcdTime: '22' }),
  );
  s.results(
    s.way(cu, 2, ['Range cooker, kitchen', 'fixed', 1, 'RCBO B 32', '30 A', '6/2.5', 'C']),
    full({ r1r2: '0.09', zs: '61.5', rcdTime: '25' }),
  );
  s.results(
    s.way(cu, 3, ['Lights, ground floor', 'lights', 7, 'RCBO B 6', '30 A', '1.5/1', '101']),
    full({ r1r2: '0.94', zs: '62.4', rcdTime: '21' }),
  );
  s.results(
    s.way(cu, 4, ['Lights, first floor', 'lights', 6, 'RCBO B 6', '30 A', '1.5/1', '101']),
    full({ r1r2: '1.07', zs: '62.6', rcdTime: '23' }),
  );
  s.results(
    s.way(cu, 5, ['Immersion heater', 'fixed', 1, 'RCBO B 16', '30 A', '2.5/1.5', 'C']),
    full({ r1r2: '0.17', zs: '61.7', rcdTime: '24' }),
  );
  s.results(
    s.way(cu, 6, ['Outhouse sockets and light', 'sockets', 4, 'RCBO B 16', '30 A', '4/1.5', 'C']),
    full({ r1r2: '0.52', liveEarth: '188', zs: '62.1', rcdTime: '26' }),
  );
  s.goLive('Mr J. Quillfeather');
  s.inspect(items, {
    ...noExtras,
    '3.1': notHere,
    '3.2': 'ok',
    '4.17': 'ok',
    '5.18': 'ok',
    '5.11': 'LIM floors not lifted',
    '6.4': notHere,
  });
  s.say('observation.noted', {
    observationId: v7(),
    fields: {
      what: 'Cables in the outhouse are held by plastic clips only',
      where: 'Outhouse, above the door',
      why: 'In a fire they fall early and can trap whoever goes through.',
      code: 'C3',
      item: '5.2',
      wayId: null,
      regulation: '521.10.202',
      livePartsAccessible: false,
      codeReason: null,
    },
  });
  s.say('condition.summarised', {
    documentId: s.documentId,
    text: 'Well kept for its age. One improvement is recommended in the outhouse; nothing asks for urgent work.',
  });
  s.say('return.recommended', {
    documentId: s.documentId,
    dueOn: `${at.getUTCFullYear() + 10}-${dayOf(at).slice(5)}`.replace('-02-29', '-02-28'),
    reason: 'Owner-occupied home in satisfactory condition',
  });
  return s;
}

/** A bungalow booked for later this week: the brief and no more. */
export function bungalow(at: Date, visit: Date): Scribe {
  const s = new Scribe(at, 'office');
  s.open('EICR', 'bs7671-2018-a3', 'FW-121');
  s.say('client.named', { name: 'Mrs P. Underhay', address: '6 Orchard Bank\nMarrowby', telephone: '07700 900 121' });
  s.say('site.described', {
    country: 'England',
    address: '6 Orchard Bank\nMarrowby',
    occupier: 'Mrs P. Underhay',
    premises: 'Two-bedroom bungalow with solar panels',
  });
  s.say('brief.agreed', { reason: 'sale', inspectedFrom: dayOf(visit) });
  return s;
}

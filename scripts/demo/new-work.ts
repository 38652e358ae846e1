import { v7 } from 'uuid';
import { editionPack } from '../../src/core/edition/editions';
import { conductorContinuity } from '../../src/core/measurements/continuity/slots';
import {
  boardIpf,
  ipfLineEarth,
  ipfLineNeutral,
  supplyPolarity,
  supplyVolts,
  voltsLineEarth,
  voltsNeutralEarth,
  ze,
} from '../../src/core/measurements/origin/slots';
import { rcdTime } from '../../src/core/measurements/residual/slots';
import { zs } from '../../src/core/measurements/loop/slots';
import { type Instrument, bring, conductor, dayOf } from './dwellings';
import { Scribe, type Results } from './scribe';

const items = editionPack('bs7671-2018-a2').inspectionEic.map((row) => row.item);
const supply = { of: 'supply' } as const;

/** Supply, earthing and what was read of them at a house on a distributor's combined earth. */
export function origin(s: Scribe, mainSwitchAmps: number): void {
  s.say('supply.described', {
    earthing: 'TN-C-S',
    liveConductors: 'single-phase',
    nominalVolts: 230,
    frequencyHertz: 50,
    serviceFuseStandard: 'BS 88-3',
    serviceFuseType: 'II',
    serviceFuseAmps: 100,
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
    maximumDemandAmps: 71,
    mainSwitchLocation: 'In the consumer unit',
    mainSwitchStandard: 'BS EN 60947-3',
    mainSwitchPoles: 2,
    mainSwitchAmps,
    mainSwitchVolts: 230,
  });
  s.read(supply, supplyPolarity, 'ok');
  s.read(supply, supplyVolts, '241');
  s.read(supply, voltsLineEarth, '241');
  s.read(supply, voltsNeutralEarth, '0.4');
  s.read(supply, ze, '0.18');
  s.read(supply, ipfLineNeutral, '1.41');
  s.read(supply, ipfLineEarth, '1.27');
}

export const sound = (more: Results): Results => ({
  liveLive: '>999',
  liveEarth: '>999',
  polarity: 'ok',
  rcdButton: 'ok',
  ...more,
});

/** A board changed in a family house: its certificate, a snag mended on the way, everything tested. */
export function boardChange(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = new Scribe(at, 'demo tablet');
  s.open('EIC', 'bs7671-2018-a2', 'FW-112');
  s.say('client.named', {
    name: 'Mr and Mrs H. Dunmore',
    address: '14 Ropewalk Lane\nMarrowby',
    telephone: '01632 960 112',
    email: 'dunmore@post.example',
  });
  s.say('site.described', {
    country: 'England',
    address: '14 Ropewalk Lane\nMarrowby',
    occupier: 'Mr and Mrs H. Dunmore',
    premises: 'Three-bedroom semi-detached house',
  });
  s.say('works.described', {
    documentId: s.documentId,
    fields: {
      description:
        'Consumer unit replaced by one of eight ways with RCBOs and a surge device, under the stairs; every circuit of the board transferred to it.',
      nature: 'board change',
      extentCovered: 'The consumer unit, its tails and connections, and the protection of every circuit it feeds.',
      extentNotCovered: 'Cables and accessories of the circuits, which were there before.',
      existing: 'Landing light switch has no CPC at its box: fitted with an insulated plate and noted here.',
      departures: 'none',
      completedOn: dayOf(at),
      notifiable: true,
      notice: 'Notifiable. Self-certify within 30 days of completion.',
    },
  });
  bring(s, instruments);
  origin(s, 100);
  s.isolate('Mr H. Dunmore', '21', instruments[1]?.id ?? null);
  s.read(conductor('earthing'), conductorContinuity, '0.01');
  s.read(conductor('water'), conductorContinuity, '0.03');
  s.read(conductor('gas'), conductorContinuity, '0.02');
  const cu = s.board('Consumer unit', 'Under the stairs', 'The intake');
  s.read({ of: 'board', id: cu }, boardIpf, '1.35');
  s.read({ of: 'board', id: cu }, zs, '0.18');
  const ring = s.way(cu, 1, ['Sockets, ground floor', 'ring', 9, 'RCBO B 32', '30 A', '2.5/1.5', 'C']);
  s.results(ring, sound({ ringR1: '0.41', ringRn: '0.42', ringR2: '0.67', r1r2: '0.27', zs: '0.45', rcdTime: '19' }));
  const shower = s.way(cu, 2, ['Shower', 'fixed', 1, 'RCBO B 40', '30 A', '10/4', 'C']);
  s.results(shower, sound({ r1r2: '0.09', zs: '0.27' }));
  s.results(
    s.way(cu, 3, ['Lights, ground floor', 'lights', 8, 'RCBO B 6', '30 A', '1.5/1', '101']),
    sound({ r1r2: '0.88', zs: '1.06', rcdTime: '22' }),
  );
  s.results(
    s.way(cu, 4, ['Lights, first floor', 'lights', 6, 'RCBO B 6', '30 A', '1.5/1', '101']),
    sound({ r1r2: '0.97', liveEarth: '212', zs: '1.15', rcdTime: '20' }),
  );
  s.goLive('Mr H. Dunmore');
  // Not right at first: a terminal of the new device, found by its time, mended and tested again.
  const slow = s.read({ of: 'way', id: shower }, rcdTime, '>300');
  const snagId = v7();
  s.say('snag.noted', {
    snagId,
    documentId: s.documentId,
    what: 'RCBO of the shower does not trip in time',
    where: 'Consumer unit, way 2',
    who: 'Idris Pennock',
    test: { wayId: shower, measure: rcdTime },
  });
  s.say('entry.struck', { entryId: slow, why: 'Device replaced' });
  s.read({ of: 'way', id: shower }, rcdTime, '24');
  s.say('snag.cleared', { snagId, how: 'Device replaced by another of its kind, tested again' });
  s.inspect(items, { '2': 'N/A', '5': 'N/A', '13': 'N/A', '14': 'N/A' });
  s.say('return.recommended', {
    documentId: s.documentId,
    dueOn: `${at.getUTCFullYear() + 10}-${dayOf(at).slice(5)}`.replace('-02-29', '-02-28'),
    reason: 'Owner-occupied home',
  });
  return s;
}

/** A connection unit added to a lighting circuit: a minor-works form, tested but for its loop. */
export function towelRail(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = new Scribe(at, 'demo tablet');
  s.open('MWC', 'bs7671-2018-a2', 'FW-120');
  s.say('client.named', { name: 'Miss A. Tolland', address: '3 Coopers Steps\nMarrowby', telephone: '07700 900 120' });
  s.say('site.described', {
    country: 'England',
    address: '3 Coopers Steps\nMarrowby',
    occupier: 'Miss A. Tolland',
    premises: 'Two-bedroom terraced house',
  });
  s.say('works.described', {
    documentId: s.documentId,
    fields: {
      description: 'Connection unit for a towel rail, first-floor landing beside the bathroom door, from circuit 4',
      nature: 'addition',
      existing: 'none noticed',
      departures: 'none',
      completedOn: dayOf(at),
      notifiable: false,
      notice: 'Not notifiable. No notice to building control: give the document to the person ordering the work.',
    },
  });
  bring(s, instruments);
  s.say('supply.described', {
    earthing: 'TN-S',
    earthingConductorCsaMm2: 16,
    bondingCsaMm2: 10,
    bondWater: 'bonded',
    bondGas: 'not-present',
    tailsCsaMm2: 25,
  });
  s.read(supply, ze, '0.34');
  s.isolate('Miss A. Tolland', '8', instruments[1]?.id ?? null);
  const cu = s.board('Consumer unit', 'Cupboard by the front door', 'The intake');
  const way = s.way(cu, 4, ['Landing sockets', 'sockets', 4, 'B 20', '30 A', '2.5/1.5', 'C']);
  s.say('works.described', { documentId: s.documentId, fields: { wayIds: [way] } });
  s.results(way, sound({ r1r2: '0.31', rcdTime: '23' }));
  s.goLive('Miss A. Tolland');
  return s;
}

import { v7 } from 'uuid';
import { editionPack } from '../../src/core/edition/editions';
import { liveEarth, liveLive, neutralEarth } from '../../src/core/measurements/insulation/slots';
import { ze } from '../../src/core/measurements/origin/slots';
import { type Instrument, bring, dayOf } from './dwellings';
import { origin, sound } from './new-work';
import { Scribe } from './scribe';

const items = editionPack('bs7671-2018-a2').inspectionEic.map((row) => row.item);

type Place = {
  readonly client: string;
  readonly address: string;
  readonly telephone: string;
  readonly premises: string;
};

/** A job opened for work at a place, with what was said at the door. */
function begin(
  at: Date,
  kind: 'EIC' | 'MWC',
  reference: string,
  { client, address, telephone, premises }: Place,
  fields: Parameters<typeof describe>[1],
): Scribe {
  const s = new Scribe(at, 'demo tablet');
  s.open(kind, 'bs7671-2018-a2', reference);
  s.say('client.named', { name: client, address, telephone });
  s.say('site.described', { country: 'England', address, occupier: client, premises });
  describe(s, fields);
  return s;
}

function describe(
  s: Scribe,
  fields: {
    readonly description: string;
    readonly nature: 'new' | 'addition' | 'alteration' | 'board change';
    readonly notifiable: boolean;
    readonly completedOn?: string;
    readonly existing?: string;
    readonly departures?: string;
    readonly plannedBoardAmps?: number;
  },
): void {
  const notice = fields.notifiable
    ? 'Notifiable. Self-certify within 30 days of completion.'
    : 'Not notifiable. No notice to building control: give the document to the person ordering the work.';
  s.say('works.described', { documentId: s.documentId, fields: { ...fields, notice } });
}

/** A board of rewireable fuses looked at before a new one is quoted: thin tails, gas not bonded, a neutral down to earth. */
export function boardToQuote(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = begin(
    at,
    'EIC',
    'FW-122',
    {
      client: 'Mrs P. Thistlewood',
      address: '8 Lantern Row\nMarrowby',
      telephone: '01632 960 122',
      premises: 'Two-bedroom terraced house, 1960s',
    },
    {
      description: 'Consumer unit in the hall cupboard to be replaced, every circuit of it transferred.',
      nature: 'board change',
      notifiable: true,
      plannedBoardAmps: 100,
    },
  );
  bring(s, instruments);
  s.say('supply.described', {
    earthing: 'TN-C-S',
    liveConductors: 'single-phase',
    serviceFuseStandard: 'BS 1361',
    serviceFuseType: 'II',
    serviceFuseAmps: 100,
    tailsCsaMm2: 16,
    earthingConductorCsaMm2: 6,
    bondingCsaMm2: 10,
    bondWater: 'bonded',
    bondGas: 'not-bonded',
  });
  s.isolate('Mrs P. Thistlewood', '5', instruments[1]?.id ?? null);
  const cu = s.board('Fuse board', 'Hall cupboard', 'The intake');
  const cooker = s.way(cu, 1, ['Cooker', 'fixed', 1, 'BS 3036 30', 'none', '6/2.5', 'C'], {
    demandAs: 'cooking',
    cookerSocket: true,
  });
  const ring = s.way(cu, 2, ['Sockets', 'ring', 11, 'BS 3036 30', 'none', '2.5/1.5', 'C']);
  const immersion = s.way(cu, 3, ['Immersion heater', 'fixed', 1, 'BS 3036 15', 'none', '2.5/1.5', 'C']);
  const down = s.way(cu, 4, ['Lights, ground floor', 'lights', 6, 'BS 3036 5', 'none', '1/1', 'C']);
  const up = s.way(cu, 5, ['Lights, first floor', 'lights', 5, 'BS 3036 5', 'none', '1/1', 'C']);
  const read = (id: string, toEarth: string, between = '>999') => {
    s.read({ of: 'way', id }, liveEarth, toEarth);
    s.read({ of: 'way', id }, liveLive, between);
  };
  read(cooker, '38');
  read(ring, '4.2');
  read(immersion, '1.6');
  s.read({ of: 'way', id: down }, neutralEarth, '0.01');
  read(up, '55');
  s.say('way.described', { wayId: up, fields: { neutral: 'shared', neutralSharedWith: down } });
  return s;
}

/** A circuit run to a workshop: new load on an old board, tested and waiting for its loop. */
export function workshop(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = begin(
    at,
    'EIC',
    'FW-123',
    {
      client: 'Mr G. Ashplant',
      address: '2 Tannery Close\nMarrowby',
      telephone: '07700 900 123',
      premises: 'Detached bungalow with a workshop',
    },
    {
      description: 'New circuit for the workshop behind the house, armoured cable from way 5 of the consumer unit.',
      nature: 'addition',
      notifiable: true,
      completedOn: dayOf(at),
      existing: 'none noticed',
      departures: 'none',
    },
  );
  bring(s, instruments);
  origin(s, 100);
  s.isolate('Mr G. Ashplant', '9', instruments[1]?.id ?? null);
  const cu = s.board('Consumer unit', 'Utility room', 'The intake');
  s.way(cu, 1, ['Sockets', 'ring', 10, 'RCBO B 32', '30 A', '2.5/1.5', 'C']);
  s.way(cu, 2, ['Cooker', 'fixed', 1, 'RCBO B 32', '30 A', '6/2.5', 'C'], { demandAs: 'cooking' });
  s.way(cu, 3, ['Lights', 'lights', 12, 'RCBO B 6', '30 A', '1.5/1', 'C']);
  s.way(cu, 4, ['Shower', 'fixed', 1, 'RCBO B 40', '30 A', '10/4', 'C']);
  const added = s.way(cu, 5, ['Workshop sockets', 'sockets', 4, 'RCBO B 32', '30 A', '6/6', 'C'], {
    wiringKind: 'armoured',
  });
  s.say('works.described', {
    documentId: s.documentId,
    fields: {
      wayIds: [added],
      extentCovered: 'Way 5 from the consumer unit to the four sockets of the workshop.',
      extentNotCovered: 'Every other circuit of the house.',
    },
  });
  s.results(added, sound({ r1r2: '0.24' }));
  s.goLive('Mr G. Ashplant');
  s.inspect(items, { '2': 'N/A', '5': 'N/A', '13': 'N/A', '14': 'N/A' });
  return s;
}

/** A house being built, its paper begun before first fix. */
export const newHouse = (at: Date): Scribe =>
  begin(
    at,
    'EIC',
    'FW-124',
    {
      client: 'Harrowgill Homes',
      address: 'Plot 6, Fallow End\nMarrowby',
      telephone: '01632 960 124',
      premises: 'New three-bedroom house',
    },
    {
      description: 'New house wired throughout from a consumer unit in the utility room.',
      nature: 'new',
      notifiable: true,
    },
  );

/** A flat emptied and wired anew. */
export function rewire(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = begin(
    at,
    'EIC',
    'FW-125',
    {
      client: 'Miss O. Brackenbury',
      address: 'Flat 3, Old Maltings\nMarrowby',
      telephone: '07700 900 125',
      premises: 'One-bedroom flat, 1930s',
    },
    {
      description: 'Flat rewired throughout: six circuits from a new consumer unit over the front door.',
      nature: 'new',
      notifiable: true,
      existing: 'none noticed',
      departures: 'none',
    },
  );
  bring(s, instruments);
  s.say('supply.described', { earthing: 'TN-S', serviceFuseAmps: 60, tailsCsaMm2: 16 });
  const cu = s.board('Consumer unit', 'Over the front door', 'The intake');
  s.way(cu, 1, ['Sockets', 'ring', 9, 'RCBO B 32', '30 A', '2.5/1.5', 'C']);
  s.way(cu, 2, ['Lights', 'lights', 6, 'RCBO B 6', '30 A', '1.5/1', 'C']);
  return s;
}

/** A pendant changed for one like it: no paper is due, and the form shows it was tested all the same. */
export function likeForLike(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = begin(
    at,
    'MWC',
    'FW-126',
    {
      client: 'Mr T. Ovenden',
      address: '21 Cordwainer Street\nMarrowby',
      telephone: '07700 900 126',
      premises: 'Three-bedroom semi-detached house',
    },
    {
      description: 'Cracked batten lampholder in the loft replaced by one like it, circuit 6.',
      nature: 'alteration',
      notifiable: false,
      completedOn: dayOf(at),
      existing: 'none noticed',
      departures: 'none',
    },
  );
  bring(s, instruments);
  s.say('supply.described', {
    earthing: 'TN-S',
    earthingConductorCsaMm2: 16,
    bondingCsaMm2: 10,
    bondWater: 'bonded',
    bondGas: 'bonded',
    tailsCsaMm2: 25,
  });
  s.read({ of: 'supply' }, ze, '0.29');
  s.isolate('Mr T. Ovenden', '11', instruments[1]?.id ?? null);
  const cu = s.board('Consumer unit', 'Garage', 'The intake');
  const lights = s.way(cu, 6, ['Lights, first floor and loft', 'lights', 8, 'B 6', '30 A', '1.5/1', '101']);
  s.say('works.described', { documentId: s.documentId, fields: { wayIds: [lights] } });
  s.results(lights, sound({ r1r2: '0.72', zs: '1.02', rcdTime: '24' }));
  s.goLive('Mr T. Ovenden');
  return s;
}

/** Two small works in one visit: a form for each circuit. */
export function smallWorks(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = begin(
    at,
    'MWC',
    'FW-127',
    {
      client: 'The Marrowby Almshouses',
      address: '5 Almshouse Yard\nMarrowby',
      telephone: '01632 960 127',
      premises: 'One-bedroom cottage',
    },
    {
      description: 'Outside light added above the kitchen door, from circuit 3',
      nature: 'addition',
      notifiable: false,
      completedOn: dayOf(at),
      existing: 'none noticed',
      departures: 'none',
    },
  );
  bring(s, instruments);
  const second = v7();
  s.say('document.begun', {
    documentId: second,
    kind: 'MWC',
    edition: 'bs7671-2018-a2',
    covers: null,
    because: null,
    replaces: null,
  });
  const first = s.documentId;
  s.documentId = second;
  describe(s, {
    description: 'Double socket added in the bedroom beside the window, from circuit 1',
    nature: 'addition',
    notifiable: false,
    completedOn: dayOf(at),
    existing: 'none noticed',
    departures: 'none',
  });
  s.documentId = first;
  return s;
}

/** What another firm's report found is put right: its paper, filled in and not yet tested. */
export function remedial(at: Date, instruments: readonly Instrument[]): Scribe {
  const s = begin(
    at,
    'MWC',
    'FW-128',
    {
      client: 'Fallowfield Lettings',
      address: '6 Glebe Terrace\nMarrowby',
      telephone: '01632 960 128',
      premises: 'Two-bedroom terraced house, let',
    },
    {
      description:
        'Put right observation 3 of a report of last month: cracked ceiling rose on the landing renewed, circuit 5',
      nature: 'alteration',
      notifiable: false,
      completedOn: dayOf(at),
      departures: 'none',
    },
  );
  bring(s, instruments);
  s.say('supply.described', { earthing: 'TN-C-S', bondWater: 'bonded', bondGas: 'bonded' });
  const cu = s.board('Consumer unit', 'Kitchen', 'The intake');
  s.way(cu, 5, ['Lights, first floor', 'lights', 5, 'B 6', '30 A', '1.5/1', 'C']);
  return s;
}

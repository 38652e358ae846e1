import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { exact, toNumber, toShortest } from '../quantity/exact';
import { editionPack } from '../edition/editions';
import { demandPurposes } from '../edition/rows';
import { loadsFromWays } from './loads';
import { type DemandLoad, judgeDemand, maximumDemand } from './demand';

const pack = editionPack('bs7671-2018-a2');

const load = (purpose: DemandLoad['purpose'], amps: string, socketInControlUnit = false): DemandLoad => ({
  name: `${purpose} ${amps}`,
  purpose,
  amps,
  socketInControlUnit,
});
const total = (...loads: DemandLoad[]) => toShortest(maximumDemand(loads, pack).total, 3);

describe('diversity in a dwelling', () => {
  it.each<[string, DemandLoad[], string]>([
    ['lighting 66 %', [load('lighting', '10')], '6.6'],
    ['heating below 10 A', [load('heating', '9')], '9'],
    ['heating at 10 A', [load('heating', '10')], '10'],
    ['heating above', [load('heating', '20')], '15'],
    ['a cooker', [load('cooking', '50')], '22'],
    ['with a socket in its unit', [load('cooking', '50', true)], '27'],
    ['a small cooker', [load('cooking', '8')], '8'],
    ['one shower', [load('instant water', '40')], '40'],
    ['three showers', [load('instant water', '30'), load('instant water', '40'), load('instant water', '36')], '83.5'],
    ['two rings and a radial', [load('sockets', '32'), load('sockets', '32'), load('sockets', '20')], '52.8'],
    [
      'stored water, floors, storage, a vehicle',
      [
        load('stored water', '13'),
        load('floor warming', '6'),
        load('storage heating', '12.5'),
        load('vehicle charging', '32'),
      ],
      '63.5',
    ],
    [
      'a house',
      [
        load('lighting', '6'),
        load('sockets', '32'),
        load('sockets', '32'),
        load('cooking', '45', true),
        load('stored water', '13'),
      ],
      '87.26',
    ],
  ])('%s', (_name, loads, amps) => expect(total(...loads)).toBe(amps));

  it('is never above what is connected and a cooker’s socket, never below a tenth of it, and never falls with one load more', () => {
    const any = fc.array(
      fc.record({
        name: fc.constant('x'),
        purpose: fc.constantFrom(...demandPurposes),
        amps: fc.integer({ min: 1, max: 60 }).map(String),
        socketInControlUnit: fc.boolean(),
      }),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(any, any, (loads, more) => {
        const connected = loads.reduce(
          (sum, l) => sum + Number(l.amps) + (l.purpose === 'cooking' && l.socketInControlUnit ? 5 : 0),
          0,
        );
        const demand = toNumber(maximumDemand(loads, pack).total);
        expect(demand).toBeLessThanOrEqual(connected + 1e-9);
        expect(toNumber(maximumDemand([...loads, ...more], pack).total)).toBeGreaterThanOrEqual(demand - 1e-9);
      }),
    );
  });
  it('shows its arithmetic', () =>
    expect(maximumDemand([load('cooking', '45', true)], pack).lines[0]?.working).toBe(
      'cooking 45: 10 A + 30 % of 35 A + 5 A for its socket',
    ));
  it.each([
    ['80', 'meets'],
    ['80.1', 'doubt'],
  ])('%s A beside an 80 A fuse: %s', (amps, verdict) =>
    expect(judgeDemand(exact(amps), 80, 'supply fuse').verdict).toBe(verdict),
  );

  it('takes a first list from the ways, by their load and their words', () => {
    const way = (number: number, description: string, more: object) => ({
      id: String(number),
      boardId: 'b',
      number,
      description,
      deviceAmps: 32,
      ...more,
    });
    const ways = [
      way(1, 'Sockets', { arrangement: 'ring' as const }),
      way(2, 'Hob', {}),
      way(3, 'Shower, first floor', {}),
      way(4, 'Lights', { load: 'lighting' as const, deviceAmps: 6 }),
      way(5, 'Spare', { arrangement: 'spare' as const }),
      way(6, 'Boiler', { deviceAmps: 3 }),
      way(7, 'no device', { deviceAmps: null }),
    ];
    expect(loadsFromWays(ways).map((l) => [l.purpose, l.amps])).toEqual([
      ['sockets', '32'],
      ['cooking', '32'],
      ['instant water', '32'],
      ['lighting', '6'],
      ['other', '3'],
    ]);
  });
});

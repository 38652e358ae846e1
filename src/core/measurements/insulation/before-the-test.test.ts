import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import type { Point } from '../../installation/point';
import type { Way } from '../../installation/way';
import { insulationPreparation } from './preparation';
import { proposeTestVoltage } from './test-voltage';

const pack = editionPack('bs7671-2018-a2');
const way = (fields: Partial<Way>): Way => ({ id: 'w', boardId: 'b', number: 1, ...fields });
const point = (fields: Partial<Point>): Point => ({
  id: 'p',
  wayId: 'w',
  name: 'Hall',
  room: 'Hall',
  kind: 'light',
  order: 1,
  spur: false,
  unplaced: false,
  switching: 'none',
  ...fields,
});
const whats = (...args: Parameters<typeof insulationPreparation>) =>
  insulationPreparation(...args)
    .map(({ what }) => what)
    .join('; ');

describe('what comes out before 500 V', () => {
  it('begins with people, on every circuit', () =>
    expect(insulationPreparation(way({}), [], null, {})[0]?.what).toMatch(/Warn everyone/));
  it.each([
    [way({ load: 'lighting' }), [], null, {}, /Lamps out/],
    [way({ load: 'lighting' }), [point({ switching: 'two-way' })], null, {}, /change over, test again/],
    [way({ load: 'sockets' }), [], null, {}, /unplugged/],
    [way({ arrangement: 'ring' }), [], null, {}, /unplugged/],
    [way({ load: 'fixed', description: 'Oven' }), [], null, {}, /isolated at their own switch/],
    [way({ description: 'Lounge dimmer' }), [], null, {}, /Dimmers/],
    [way({ description: 'Smoke alarms' }), [], null, {}, /off their bases/],
    [way({ description: 'Vehicle charging point' }), [], null, {}, /charging equipment/],
    [way({ residualMilliamps: 30 }), [], null, {}, /load side of the RCD/],
    [way({}), [], { id: 'b', surgeProtection: 'type 2, status green' }, {}, /Surge protection unplugged/],
    [way({}), [], null, { otherSources: 'Solar, 3.6 kW' }, /Other sources isolated/],
  ] as [
    Way,
    Point[],
    Parameters<typeof insulationPreparation>[2],
    Parameters<typeof insulationPreparation>[3],
    RegExp,
  ][])('%#', (of, points, board, supply, words) => expect(whats(of, points, board, supply)).toMatch(words));
  it('asks for nothing that is not there', () =>
    expect(
      insulationPreparation(
        way({ load: 'distribution' }),
        [],
        { id: 'b', surgeProtection: 'none' },
        { otherSources: 'none' },
      ),
    ).toHaveLength(1));
});

describe('the test voltage', () => {
  it.each([
    [way({ description: 'Sockets' }), null, 500, /at least 1 MΩ/],
    [way({ description: 'Garden lights', voltageBand: 'SELV' }), null, 250, /0\.5 MΩ/],
    [way({ description: 'Door entry', voltageBand: 'PELV' }), null, 250, /0\.5 MΩ/],
    [way({ description: 'Kitchen lights, 12 V downlights' }), null, 250, /begin at 250 V, then 500 V/],
    [way({ description: 'Sockets at 124 Vine Row' }), null, 500, /up to 500 V: 500 V, at least 1 MΩ/],
    [way({ description: 'Boiler and controls' }), null, 250, /begin at 250 V/],
    [way({ description: 'Sockets' }), { id: 'b', surgeProtection: 'type 2' }, 250, /still at least 1 MΩ/],
    [way({ description: 'Sockets' }), { id: 'b', surgeProtection: 'N/A' }, 500, /500 V/],
  ] as [Way, Parameters<typeof proposeTestVoltage>[2], number, RegExp][])('%#', (of, board, volts, why) => {
    const proposal = proposeTestVoltage(pack, of, board);
    expect(proposal.volts).toBe(volts);
    expect(proposal.why).toMatch(why);
    expect(proposal.source).toContain('A2:2022');
  });
});

import { describe, expect, it } from 'vitest';
import type { Act, Measured } from './act';
import { loadDwellingTypes } from './dwelling-type';
import { houseOf, numberOf } from './house';
import { AtHouse, type Visit } from './visit';

/** Ohms of a metre of copper at 20 °C, by its size in mm². */
const perMetre: Readonly<Record<number, number>> = {
  1: 0.0181,
  1.5: 0.0121,
  2.5: 0.00741,
  4: 0.00461,
  6: 0.00308,
  10: 0.00183,
  16: 0.00115,
};
const types = await loadDwellingTypes();

function at(typeId: string, faults: readonly string[] = []): AtHouse {
  const type = types.find(({ id }) => id === typeId);
  const house = type && houseOf(numberOf(type, 'p1', faults), types);
  if (!house) throw new Error('no such house');
  return new AtHouse(house);
}
const circuitOf = ({ house }: AtHouse, id: string) => {
  const found = house.dwelling.circuits.find((each) => each.id === id);
  if (!found) throw new Error('no such circuit');
  return found;
};
/** Cable from the board to a point of a radial, in metres and ohms of line and CPC. */
function runTo(there: AtHouse, circuit: string, point: string): { line: number; cpc: number } {
  const { cables } = circuitOf(there, circuit);
  let [line, cpc] = [0, 0];
  for (let end = point; end !== 'board';) {
    const cable = cables.find(({ to }) => to === end);
    if (!cable) throw new Error(`no cable to ${end}`);
    line += cable.lengthMetres * (perMetre[cable.liveMm2] ?? NaN);
    cpc += cable.lengthMetres * (perMetre[cable.cpcMm2 ?? 0] ?? NaN);
    end = cable.from;
  }
  return { line, cpc };
}
const dead = (circuit: string, place: string): Act[] => [
  { is: 'tell' },
  { is: 'prove' },
  { is: 'switch', what: circuit, on: false },
  { is: 'lock', what: circuit },
  { is: 'volts', place },
  { is: 'prove' },
  { is: 'null' },
];
const read = (measured: Measured): Act => ({ is: 'measure', measured });
const figure = (visit: Visit): number => {
  const value = visit.readings.at(-1)?.value;
  return value?.is === 'number' ? Number(value.shown) : NaN;
};
/** What a tester of 0.01 ohm and its scatter may be off. */
const near = 0.05;

describe('what is read of a sound house is what its cables come to by hand', () => {
  const there = at('bath-room-bonding');
  const points = circuitOf(there, 'c1').points.map(({ id }) => id);
  const place = (id: string) => `point:${id}`;

  it('R1+R2 at the feed of every light, and R2 by the long lead', () => {
    for (const id of points) {
      const { line, cpc } = runTo(there, 'c1', id);
      const isolated = dead('c1', place(id));
      const linked: Act = { is: 'link', circuit: 'c1', how: 'L to CPC' };
      const both = there.after([
        ...isolated,
        linked,
        read({ of: 'continuity', place: place(id), pair: 'L-C', feed: true }),
      ]);
      expect(Math.abs(figure(both) - (line + cpc))).toBeLessThan(near);
      const alone = there.after([...isolated, read({ of: 'long lead', place: place(id) })]);
      expect(Math.abs(figure(alone) - cpc)).toBeLessThan(near);
    }
  });
  it('what the switches add lies between the feed and the lamp', () => {
    const [switching] = there.house.switchings.get('c1') ?? [];
    const light = switching?.lights[0] ?? '';
    const acts: Act[] = [...dead('c1', place(light)), { is: 'link', circuit: 'c1', how: 'L to CPC' }];
    const ohmsAt = (feed?: true) =>
      figure(
        there.after([...acts, read({ of: 'continuity', place: place(light), pair: 'L-C', ...(feed && { feed }) })]),
      );
    expect(ohmsAt() - ohmsAt(true)).toBeGreaterThan(0.05);
    expect(ohmsAt() - ohmsAt(true)).toBeLessThan(0.5);
  });
  it('the ends of a ring, and a quarter of two of them at every socket of step 2', () => {
    const { cables, points: sockets } = circuitOf(there, 'c2');
    const end = cables.reduce((sum, { lengthMetres, liveMm2 }) => sum + lengthMetres * (perMetre[liveMm2] ?? NaN), 0);
    const [first] = sockets;
    const acts = dead('c2', place(first?.id ?? ''));
    expect(
      Math.abs(figure(there.after([...acts, read({ of: 'ring end', circuit: 'c2', conductor: 'L' })])) - end),
    ).toBeLessThan(near);
    for (const { id } of sockets) {
      const linked: Act = { is: 'link', circuit: 'c2', how: 'L to N crossed' };
      const visit = there.after([...acts, linked, read({ of: 'continuity', place: place(id), pair: 'L-N' })]);
      expect(Math.abs(figure(visit) - end / 2)).toBeLessThan(near);
    }
  });
  it('Ze is line and earth of the supply; Zs that and the run; both currents by Ohm', () => {
    const { lineOhms, neutralOhms, earthOhms, volts } = there.house.dwelling.supply;
    const off: Act = { is: 'switch', what: 'main', on: false };
    expect(
      Math.abs(figure(there.after([{ is: 'tell' }, off, read({ of: 'ze' })])) - (lineOhms + earthOhms)),
    ).toBeLessThan(near);
    const kiloamps = figure(there.after([read({ of: 'ipf', pair: 'L-N' })]));
    expect(kiloamps).toBeCloseTo(volts / (lineOhms + neutralOhms) / 1000, 1);
    const id = points.at(-1) ?? '';
    const { line, cpc } = runTo(there, 'c1', id);
    const switching = there.house.switchings.get('c1')?.some(({ lights }) => lights.includes(id));
    const zs = figure(there.after([read({ of: 'zs', place: place(id), method: 'two-lead' })]));
    const least = lineOhms + earthOhms + line + cpc;
    expect(zs).toBeGreaterThan(least - near);
    expect(zs).toBeLessThan(least + (switching ? 0.5 : 0) + near);
  });
  it('a bond is its length, and one that hangs free is open', () => {
    const [bond] = there.house.dwelling.bonds;
    const acts: Act[] = [{ is: 'tell' }, { is: 'switch', what: 'main', on: false }, { is: 'null' }];
    const of = (house: AtHouse) => house.after([...acts, read({ of: 'bond', place: `service:${bond?.service}` })]);
    const ohms = (bond?.lengthMetres ?? NaN) * (perMetre[bond?.csaMm2 ?? 0] ?? NaN);
    expect(Math.abs(figure(of(there)) - ohms)).toBeLessThan(near);
    const free = at('flat-rewireable', ['gas-bond-off']).after([...acts, read({ of: 'bond', place: 'service:gas' })]);
    expect(free.readings.at(-1)?.value.is).not.toBe('number');
  });
  it('insulation of a whole circuit is never above the least of its cables', () => {
    for (const { id, cables, points: all } of there.house.dwelling.circuits) {
      const first = all[0]?.id ?? '';
      const acts: Act[] = [...dead(id, place(first)), { is: 'empty', circuit: id }];
      const visit = there.after([...acts, read({ of: 'insulation', circuit: id, pair: 'L-C', volts: 500 })]);
      const least = Math.min(...cables.map(({ insulationMegohms }) => insulationMegohms?.['L-C'] ?? Infinity));
      const value = visit.readings.at(-1)?.value;
      if (value?.is === 'number') expect(Number(value.shown)).toBeLessThanOrEqual(least * 1.01);
      else expect(least).toBeGreaterThan(999);
    }
  });
});

describe('what is not read', () => {
  const there = at('bath-room-bonding');
  const socket = there.house.places.find(({ circuit, kind }) => circuit === 'c2' && kind === 'socket')?.id ?? '';
  const light = there.house.places.find(({ circuit, kind }) => circuit === 'c1' && kind === 'light')?.id ?? '';
  it.each<[string, Act[], Measured, RegExp]>([
    [
      'live, with the way off',
      [{ is: 'switch', what: 'c2', on: false }],
      { of: 'zs', place: socket, method: 'no-trip' },
      /needs it on/,
    ],
    [
      'live, with the main switch off',
      [{ is: 'switch', what: 'main', on: false }],
      { of: 'rcd', place: socket },
      /needs it on/,
    ],
    ['an RCD where there is none', [], { of: 'rcd', place: light }, /no RCD here/],
    ['a ring end of a radial', dead('c1', light), { of: 'ring end', circuit: 'c1', conductor: 'L' }, /cannot be read/],
    ['a neutral at a board', [], { of: 'neutral', place: 'board:b1', circuit: 'c1' }, /No neutral here/],
    ['a long lead at the intake', [], { of: 'long lead', place: 'intake' }, /No protective conductor/],
    ['a bond at a socket', [], { of: 'bond', place: socket }, /No bond/],
    ['a metal part that is none', [], { of: 'part', place: socket }, /No metal part/],
    [
      'anything with its fuse blown',
      [read({ of: 'ring end', circuit: 'c2', conductor: 'L' })],
      { of: 'ze' },
      /fuse of the tester/,
    ],
  ])('%s', (_name, acts, measured, why) => {
    const before = there.after(acts);
    const visit = there.act(before, read(measured));
    expect(visit.readings).toHaveLength(before.readings.length);
    expect(visit.said.at(-1)?.at(-1)?.text).toMatch(why);
  });
  it('a fuse blown is blown until there is a new one in it', () => {
    const blown = there.after([read({ of: 'ring end', circuit: 'c2', conductor: 'L' })]);
    expect(blown.fuseBlown).toBe(true);
    const mended = there.act(blown, { is: 'fuse' });
    expect(mended.fuseBlown).toBe(false);
    expect(there.act(mended, read({ of: 'ipf', pair: 'L-N' })).readings).toHaveLength(1);
  });
});

it('the same acts in the same house read the same', () => {
  const there = at('terrace-thin-cpc');
  const acts = (more: readonly Act[]): Act[] => [
    ...more,
    read({ of: 'ipf', pair: 'L-N' }),
    read({ of: 'ipf', pair: 'L-C' }),
  ];
  const texts = (visit: Visit) => visit.readings.map(({ value }) => value);
  expect(texts(there.after(acts([])))).toEqual(texts(at('terrace-thin-cpc').after(acts([]))));
});

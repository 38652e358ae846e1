import { describe, expect, it } from 'vitest';
import type { Dwelling } from '../physics/dwelling';
import { Meter, idealInstrument } from '../physics/meter';
import { loadDwellingTypes } from './dwelling-type';
import { type House, houseOf, numberOf } from './house';
import { practicePack } from './practice-pack';

const types = await loadDwellingTypes();
const seeds = ['h1', 'h2'];

function made(typeId: string, faults: readonly string[], seed: string): House {
  const type = types.find(({ id }) => id === typeId);
  const house = type && houseOf(numberOf(type, seed, faults), types);
  if (!house) throw new Error('no such house');
  return house;
}
const every = types.flatMap(({ id, faults }) => faults.map((fault) => [id, fault.id] as const));

/** Everything an instrument without errors reads of a house, by where and how: what a fault that is read has to change. */
function readings(dwelling: Dwelling, names: readonly string[]): Map<string, number | string> {
  const meter = new Meter(dwelling, practicePack, idealInstrument);
  const found = new Map<string, number | string>();
  const note = (key: string, { value, true: truly, moves }: ReturnType<Meter['externalLoop']>) =>
    found.set(key, moves ? 'moves' : (truly ?? value.is));
  note('ze', meter.externalLoop());
  for (const { service } of dwelling.bonds) note(`bond ${service}`, meter.bonding(service));
  for (const { id, arrangement, points, switches } of dwelling.circuits) {
    const here = points.map((point) => point.id).filter((point) => names.includes(point));
    if (arrangement === 'ring') {
      for (const conductor of ['L', 'N', 'C'] as const) note(`${id} end ${conductor}`, meter.ringEnd(id, conductor));
      for (const step of [2, 3] as const)
        for (const shown of meter.ringStep(id, step, 'opposite', undefined, here))
          note(`${shown.point} ${step}`, shown);
    } else {
      for (const shown of meter.lineAndCpc(id, { points: here })) note(`${shown.point} R1+R2`, shown);
      const over = Object.fromEntries(
        switches.map((each) => [`${id}/${each.id}`, Object.keys(each.positions)[1] ?? '']),
      );
      for (const shown of meter.lineAndCpc(id, { points: here, switches: over })) note(`${shown.point} over`, shown);
      const [one] = switches;
      const alone = one ? { [`${id}/${one.id}`]: Object.keys(one.positions)[1] ?? '' } : {};
      for (const shown of meter.lineAndCpc(id, { points: here, switches: alone }))
        note(`${shown.point} one over`, shown);
    }
    for (const shown of meter.cpcAlone(id, here)) note(`${shown.point} R2`, shown);
    for (const pair of [
      ['L', 'N'],
      ['L', 'C'],
      ['N', 'C'],
    ] as const)
      note(`${id} insulation ${pair.join('')}`, meter.insulation(id, pair, { loadsIn: true }));
    for (const point of here) {
      note(`${point} L–N loop`, meter.lineNeutralLoop(id, point));
      note(`${point} neutral`, meter.neutralTo(id, point, id));
      note(`${point} trip`, meter.tripTime(id, point));
    }
    for (const { volts, pair } of here
      .slice(0, 1)
      .flatMap((point) => meter.volts({ supplyOn: true, off: new Map([[id, ['L']]]) }, id, point)))
      found.set(`${id} off ${pair}`, volts > 50 ? 'live' : 'dead');
    found.set(`${id} points`, here.join());
  }
  return found;
}
const differs = (one: number | string | undefined, other: number | string | undefined): boolean =>
  typeof one === 'number' && typeof other === 'number'
    ? Math.abs(one - other) > Math.max(0.02, Math.min(Math.abs(one), Math.abs(other)) * 0.02)
    : one !== other;

const sound = new Map<string, { names: readonly string[]; before: ReturnType<typeof readings> }>();
/** The same house with nothing wrong, read once. */
function soundOf(typeId: string) {
  const { places, dwelling } = made(typeId, [], 'h1');
  const names = places.filter(({ id }) => id.startsWith('point:')).map(({ id }) => id.slice('point:'.length));
  const known = sound.get(typeId) ?? { names, before: readings(dwelling, names) };
  sound.set(typeId, known);
  return known;
}

describe('every hidden fault', () => {
  it.each(every)('%s: %s lies somewhere that is there, and is named for what it is', (typeId, faultId) => {
    for (const seed of seeds) {
      const house = made(typeId, [faultId], seed);
      const [hidden] = house.hidden;
      expect(hidden?.fault.id).toBe(faultId);
      const there = new Set(house.places.map(({ id }) => id));
      for (const place of hidden?.places ?? []) expect([place, there.has(place)]).toEqual([place, true]);
      const circuits = new Set(house.circuits.map(({ id }) => id));
      for (const circuit of hidden?.circuits ?? []) expect(circuits).toContain(circuit);
      expect((hidden?.places.length ?? 0) + (hidden?.circuits.length ?? 0)).toBeGreaterThan(0);
    }
  });

  const read = every.filter(([typeId, faultId]) => made(typeId, [faultId], 'h1').hidden[0]?.isRead);
  it('is read by a tester in more than a third of them', () => expect(read.length).toBeGreaterThan(every.length / 3));
  // What hangs in the bath room is joined by no cable of the physical model.
  const wired = read.filter(([typeId, faultId]) => {
    const fault = types.find(({ id }) => id === typeId)?.faults.find(({ id }) => id === faultId);
    return fault?.physics?.kind !== 'supplementary bond';
  });
  it.each(wired)('%s: %s changes what some test reads', (typeId, faultId) => {
    const { names, before } = soundOf(typeId);
    const after = readings(made(typeId, [faultId], 'h1').dwelling, names);
    const changed = [...new Set([...before.keys(), ...after.keys()])].filter((key) =>
      differs(before.get(key), after.get(key)),
    );
    expect(changed.length).toBeGreaterThan(0);
  });
});

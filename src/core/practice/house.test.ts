import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { editionPack } from '../edition/editions';
import { loadFindings } from '../edition/findings';
import { idealInstrument, meterOn } from '../physics/meter';
import { defectSorts, loadDwellingTypes } from './dwelling-type';
import { exercises, houseNumberOf, nextExercise } from './exercises';
import { type House, houseOf, numberOf } from './house';

const types = await loadDwellingTypes();
const findings = await loadFindings();
const pack = editionPack('bs7671-2018-a2');
const seeds = fc.integer({ min: 0, max: 36 ** 5 - 1 }).map((seed) => seed.toString(36));
const anyType = fc.constantFrom(...types);

function made(number: string): House {
  const house = houseOf(number, types);
  if (!house) throw new Error(`no house ${number}`);
  return house;
}

describe('kinds of practice dwelling', () => {
  it('are at least twelve, each fault of a sort that is known and a finding that is', () => {
    expect(types.length).toBeGreaterThanOrEqual(12);
    const sorts = new Set(defectSorts.map(({ id }) => id));
    const known = new Set(findings.map(({ id }) => id));
    for (const { faults, draw } of types) {
      for (const fault of faults) {
        expect(sorts).toContain(fault.sort);
        if (fault.finding) expect(known).toContain(fault.finding);
      }
      const ids = faults.map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      for (const id of [...draw.always, ...draw.notTogether.flat()]) expect(ids).toContain(id);
    }
  });
  it('every sort is somewhere, or the list would give away what never is', () => {
    const used = new Set(types.flatMap(({ faults }) => faults.map(({ sort }) => sort)));
    expect(defectSorts.filter(({ id }) => !used.has(id))).toEqual([]);
  });
});

describe('a practice dwelling', () => {
  it('is the same for the same number, and another for another', () => {
    fc.assert(
      fc.property(anyType, seeds, (type, seed) => {
        const [one, again] = [made(numberOf(type, seed)), made(numberOf(type, seed))];
        expect(again).toEqual(one);
        expect(made(numberOf(type, `${seed}x`.slice(-8))).dwelling).not.toEqual(one.dwelling);
      }),
      { numRuns: 40 },
    );
  });

  it('can be wired, has as many faults as its kind draws, none beside what it cannot stand beside', () => {
    fc.assert(
      fc.property(anyType, seeds, (type, seed) => {
        const { hidden, dwelling } = made(numberOf(type, seed));
        expect(meterOn(dwelling, pack, idealInstrument).ok).toBe(true);
        const ids = hidden.map(({ fault }) => fault.id);
        expect(new Set(ids).size).toBe(ids.length);
        expect(ids).toEqual(expect.arrayContaining([...type.draw.always]));
        const [least, most] = type.draw.faults;
        expect(ids.length).toBeLessThanOrEqual(Math.max(most, type.draw.always.length));
        if (type.draw.notTogether.length === 0) expect(ids.length).toBeGreaterThanOrEqual(least);
        for (const [a, b] of type.draw.notTogether) expect(ids.includes(a) && ids.includes(b)).toBe(false);
      }),
      { numRuns: 120 },
    );
  });

  it('has every fault somewhere one can go, and something there that shows it', () => {
    fc.assert(
      fc.property(anyType, seeds, (type, seed) => {
        const { hidden, places, circuits, sights } = made(numberOf(type, seed));
        const ids = new Set(places.map(({ id }) => id));
        expect(ids.size).toBe(places.length);
        for (const { fault, places: named, circuits: on, isRead } of hidden) {
          expect(named.length + on.length).toBeGreaterThan(0);
          for (const id of named) expect(ids).toContain(id);
          for (const id of on) expect(circuits.map((each) => each.id)).toContain(id);
          expect(isRead || sights.some((sight) => sight.fault === fault.id)).toBe(true);
        }
        for (const { place } of sights) expect(ids).toContain(place);
      }),
      { numRuns: 120 },
    );
  });

  it.each(types.flatMap((type) => type.faults.map((fault) => [type.id, fault.id] as const)))(
    '%s can have %s alone, from a number that does not say so',
    (typeId, faultId) => {
      const type = types.find(({ id }) => id === typeId);
      const number = type ? numberOf(type, 'b1', [faultId]) : '';
      expect(number).not.toContain(faultId);
      expect(made(number).hidden.map(({ fault }) => fault.id)).toEqual([faultId]);
    },
  );

  it('with nothing wrong in it has nothing hidden', () => {
    for (const type of types) expect(made(numberOf(type, 'b1', [])).hidden).toEqual([]);
  });

  it.each([
    '',
    'flat',
    'flat-rewireable',
    'flat-rewireable.',
    'no-such-kind.abc',
    'flat-rewireable.a.zzzzzz',
    'flat-rewireable.UPPER',
    `flat-rewireable.${'a'.repeat(40)}`,
  ])('%j is no house', (number) => expect(houseOf(number, types)).toBeNull());
});

describe('an exercise', () => {
  it.each(exercises.map((exercise) => [exercise.id, exercise] as const))(
    '%s has a house each time',
    (_id, exercise) => {
      for (const seed of ['a', 'b', 'c', 'd', 'e', 'f']) {
        const house = made(houseNumberOf(exercise, seed, types));
        for (const id of exercise.circuits ?? []) expect(house.circuits.map((each) => each.id)).toContain(id);
        const hidden = house.hidden.map(({ fault }) => fault.id);
        if (exercise.hides) expect(exercise.hides.map((each) => [...each].sort())).toContainEqual(hidden.sort());
      }
    },
  );
  it.each([
    ['nothing done yet', [], exercises[0]?.id],
    ['the first done well', [{ exercise: exercises[0]?.id ?? '', percent: 95 }], exercises[1]?.id],
    ['the first done badly', [{ exercise: exercises[0]?.id ?? '', percent: 40 }], exercises[0]?.id],
    [
      'badly, then well',
      [
        { exercise: exercises[0]?.id ?? '', percent: 40 },
        { exercise: exercises[0]?.id ?? '', percent: 90 },
      ],
      exercises[1]?.id,
    ],
    ['a whole house of no exercise', [{ exercise: null, percent: 10 }], exercises[0]?.id],
    [
      'all done well, one less so',
      exercises.map(({ id }, at) => ({ exercise: id, percent: at === 3 ? 81 : 99 })),
      exercises[3]?.id,
    ],
  ])('leads on from %s', (_name, results, next) => expect(nextExercise(results)?.id).toBe(next));
});

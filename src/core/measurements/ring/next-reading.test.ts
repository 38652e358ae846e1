import { describe, expect, it } from 'vitest';
import { oneWrong, randomRun, readRing, singleKinds } from '../../../../tests/support/solved-ring';
import { randomFrom } from '../../physics/seeded-random';
import { diagnoseRing } from './diagnose';
import type { RingReadings } from './evidence';
import { nextReadings } from './next-reading';

/** Rings solved as networks, one thing wrong in each, half their sockets read. */
function rings(count: number): RingReadings[] {
  const random = randomFrom(4711);
  const every = { noise: 0.008, read: (socket: number) => socket % 2 === 0 };
  return Array.from({ length: count }, (_, index) => {
    const sockets = 6 + (index % 5);
    const kind = singleKinds[index % singleKinds.length] ?? singleKinds[0];
    return readRing(random, randomRun(random, sockets), [oneWrong(random, kind, sockets)], every).readings;
  });
}

describe('the reading worth taking next', () => {
  const read = rings(12).map((readings) => ({ readings, next: nextReadings(diagnoseRing(readings), readings) }));
  it('is one that was not taken yet, each at another socket, three at most', () => {
    expect(read.some(({ next }) => next.length > 0)).toBe(true);
    for (const { readings, next } of read) {
      expect(next.length).toBeLessThanOrEqual(3);
      expect(new Set(next.map(({ socket }) => socket)).size).toBe(next.length);
      for (const { socket, step, pair } of next) {
        const straight = pair.join('') === (step === 2 ? 'LN' : 'LC');
        const known = step === 2 ? readings.step2[socket] : step === 3 ? readings.step3[socket] : undefined;
        if (straight && step !== 'same') expect(known ?? null).toBeNull();
      }
    }
  });
  it('is expected to come out differently by what it would tell apart', () => {
    for (const { next } of read)
      for (const { expects } of next) {
        expect(expects.length).toBeGreaterThan(1);
        const [one, other] = expects;
        expect(one?.ohms).not.toBe(other?.ohms);
      }
  });
  it('is none where nothing is open', () => {
    const sound: RingReadings = {
      sockets: 4,
      ordered: true,
      ends: { r1: 0.44, rn: 0.44, r2: 0.72 },
      step2: [0.22, 0.22, 0.22, 0.22],
      step3: [0.27, 0.29, 0.29, 0.27],
      cableRatio: 1.63,
    };
    expect(nextReadings(diagnoseRing(sound), sound)).toEqual([]);
  });
  it('is as many as are asked for, the best first', () => {
    const [found] = read.filter(({ next }) => next.length > 1);
    if (!found) throw new Error('no ring with two readings to take');
    expect(nextReadings(diagnoseRing(found.readings), found.readings, 1)).toEqual(found.next.slice(0, 1));
  });
});

import { expectedOnRing } from './expected';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Resistor } from '../../network/network';
import { prepare } from '../../network/solver';
import {
  type ConductorPair,
  type Linking,
  type RingConductor,
  type RingShape,
  type RingStep,
  type SocketAt,
  ringConductors,
  ringMeter,
} from './ring-model';

/** The trade's example: 60 m of 2.5/1.5 with nine sockets evenly along it. */
const ohms = { L: 0.4446, N: 0.4446, C: 0.726 };
const sockets = Array.from({ length: 9 }, (_, index): SocketAt => ({
  index,
  u: (index + 1) / 10,
  w: (index + 1) / 10,
}));
const readAll = (
  shape: Omit<RingShape, 'ohms'>,
  step: RingStep,
  pair: ConductorPair,
  linking: Linking = 'opposite',
  change: (s: SocketAt) => SocketAt = (s) => s,
) => {
  const meter = ringMeter({ ohms, ...shape }, step, linking);
  return sockets.map((socket) => meter.read(change(socket), pair));
};
const near = (values: (number | null)[], wanted: readonly (number | null)[], at: readonly number[]) =>
  at.forEach((index, i) =>
    wanted[i] === null
      ? expect(values[index], `socket ${index + 1}`).toBeNull()
      : expect(values[index], `socket ${index + 1}`).toBeCloseTo(wanted[i] as number, 2),
  );
const LN: ConductorPair = ['L', 'N'];
const LC: ConductorPair = ['L', 'C'];

describe('the signatures of a ring', () => {
  const ends = [0, 4, 8];
  it.each([
    ['nothing wrong', {}, 'opposite', [0.222, 0.222, 0.222], [0.282, 0.293, 0.282]],
    ['same leg linked', {}, 'same', [0.08, 0.222, 0.08], [0.105, 0.293, 0.105]],
    ['one link made', {}, 'first only', [0.445, 0.445, 0.445], [0.698, 0.585, 0.473]],
    [
      'line broken in the middle',
      { broken: { conductors: ['L'], after: 5 } },
      'opposite',
      [0.445, 0.445, 0.445],
      [0.698, 0.585, 0.698],
    ],
    [
      'neutral broken',
      { broken: { conductors: ['N'], after: 5 } },
      'opposite',
      [0.445, 0.445, 0.445],
      [0.282, 0.293, 0.282],
    ],
    [
      'CPC broken',
      { broken: { conductors: ['C'], after: 5 } },
      'opposite',
      [0.222, 0.222, 0.222],
      [0.473, 0.585, 0.473],
    ],
    [
      'all three broken',
      { broken: { conductors: ['L', 'N', 'C'], after: 5 } },
      'opposite',
      [null, null, null],
      [null, null, null],
    ],
    [
      'L and N crossed on one leg',
      { crossed: { swap: ['L', 'N'], after: 5 } },
      'opposite',
      [null, null, null],
      [0.698, 0.585, 0.698],
    ],
  ] as [string, Omit<RingShape, 'ohms'>, Linking, (number | null)[], (number | null)[]][])(
    '%s',
    (_name, shape, linking, step2, step3) => {
      near(readAll(shape, 2, LN, linking), step2, ends);
      near(readAll(shape, 3, LC, linking), step3, ends);
    },
  );
  it('a joint in line: flat .302, a step .401 → .361, and with same-side links a jump that locates it', () => {
    const joint = { joint: { conductor: 'L', after: 2, ohms: 0.5 } } as const;
    near(readAll(joint, 2, LN), [0.302, 0.302], [0, 8]);
    near(readAll(joint, 3, LC), [0.401, 0.361], [1, 2]);
    near(readAll(joint, 2, LN, 'same'), [0.155, 0.344], [1, 2]);
    near(readAll(joint, 3, LC, 'same'), [0.201, 0.417], [1, 2]);
    expect(ringMeter({ ohms, ...joint }, 1).end('L')).toBeCloseTo(0.945, 3);
  });
  it('a joint in the CPC: .351 → .395', () =>
    near(readAll({ joint: { conductor: 'C', after: 2, ohms: 0.5 } }, 3, LC), [0.351, 0.395], [1, 2]));
  it('an 8 m spur at socket 3: .341 and .446', () => {
    const spur = { L: 0.0593, N: 0.0593, C: 0.0968 };
    near(
      readAll({}, 2, LN, 'opposite', (s) => (s.index === 2 ? { ...s, extra: spur } : s)),
      [0.222, 0.341],
      [1, 2],
    );
    near(
      readAll({}, 3, LC, 'opposite', (s) => (s.index === 2 ? { ...s, extra: spur } : s)),
      [0.446],
      [2],
    );
  });
  it('reversed at a socket: seen in one step, not in the other, found by another pair', () => {
    const swapped = (swap: ConductorPair) => (s: SocketAt) => (s.index === 3 ? { ...s, swap } : s);
    expect(readAll({}, 2, LN, 'opposite', swapped(LN))[3]).toBeCloseTo(0.222, 3);
    expect(readAll({}, 3, LC, 'opposite', swapped(LN))[3]).toBeNull();
    expect(readAll({}, 3, ['N', 'C'], 'opposite', swapped(LN))[3]).toBeCloseTo(0.292, 2);
    expect(readAll({}, 2, LN, 'opposite', swapped(LC))[3]).toBeNull();
    expect(readAll({}, 2, ['N', 'C'], 'opposite', swapped(LC))[3]).toBeCloseTo(0.222, 3);
    expect(readAll({}, 3, LC, 'opposite', swapped(LC))[3]).toBeCloseTo(0.292, 2);
    expect([
      readAll({}, 2, LN, 'opposite', swapped(['N', 'C']))[3],
      readAll({}, 3, LC, 'opposite', swapped(['N', 'C']))[3],
    ]).toEqual([null, null]);
  });
  it('crossed and crossed back: open L–CPC only between', () => {
    const values = readAll({ crossed: { swap: LN, after: 3, until: 6 } }, 3, LC);
    expect(values.map((v) => v === null)).toEqual([false, false, false, true, true, true, false, false, false]);
    near(readAll({ crossed: { swap: LN, after: 3, until: 6 } }, 2, LN), [0.222, 0.222], [0, 4]);
  });
  it('a bridge from socket 3 to socket 7 and one in line alone', () => {
    // A bridge as long as the way round it: the ends read .297 .297 .486 where it is all of one cable.
    const lead = { L: 0.0445, N: 0.0445, C: 0.0726 };
    const meter = ringMeter({ ohms, bridge: { from: 0.3, to: 0.7, ohms: lead } }, 1);
    expect([meter.end('L'), meter.end('C')].map((v) => v?.toFixed(3))).toEqual([
      (0.2668 + (0.1778 * 0.0445) / 0.2223).toFixed(3),
      (0.4356 + (0.2904 * 0.0726) / 0.363).toFixed(3),
    ]);
    const step2 = readAll({ bridge: { from: 0.3, to: 0.7, ohms: lead } }, 2, LN) as number[];
    expect(step2[0]).toBeCloseTo(step2[2] as number, 6);
    expect(step2[4] as number).toBeGreaterThan((step2[2] as number) + 0.02);
    const lineOnly = readAll({ bridge: { from: 0.3, to: 0.7, ohms: { L: 0.0445 } } }, 2, LN) as number[];
    expect(lineOnly[4] as number).toBeGreaterThan(lineOnly[0] as number);
  });
});

/** The same ring as a network of resistors, for the general solver. */
function asNetwork(shape: RingShape, step: RingStep, linking: Linking, at: readonly SocketAt[]) {
  const resistors: Resistor[] = [];
  const joins: [string, string][] = [];
  const n = at.length;
  ringConductors.forEach((c) => {
    for (let k = 0; k <= n; k += 1) {
      const place = (i: number) => (i < 0 ? 0 : i >= n ? 1 : c === 'C' ? (at[i]?.w ?? 0) : (at[i]?.u ?? 0));
      const broken = shape.broken?.after === k && shape.broken.conductors.includes(c);
      const joint = shape.joint?.after === k && shape.joint.conductor === c ? shape.joint.ohms : 0;
      const nameAt = (i: number): string => {
        const { crossed } = shape;
        const swapped = crossed && i >= crossed.after && (crossed.until === undefined || i < crossed.until);
        const d: RingConductor = swapped
          ? c === crossed.swap[0]
            ? crossed.swap[1]
            : c === crossed.swap[1]
              ? crossed.swap[0]
              : c
          : c;
        return i < 0 ? `A.${c}` : i >= n ? `B.${d}` : `${i}.${d}`;
      };
      if (!broken)
        resistors.push({
          id: `${c}${k}`,
          a: nameAt(k - 1),
          b: nameAt(k),
          ohms: (place(k) - place(k - 1)) * shape.ohms[c] + joint,
        });
    }
  });
  const other = step === 2 ? 'N' : 'C';
  const cross: [string, string][] =
    linking === 'same'
      ? [
          ['A.L', `A.${other}`],
          ['B.L', `B.${other}`],
        ]
      : [
          ['A.L', `B.${other}`],
          ['B.L', `A.${other}`],
        ];
  if (step > 1)
    joins.push(...(linking === 'first only' ? cross.slice(0, 1) : linking === 'second only' ? cross.slice(1) : cross));
  const terminals = [...Array(n).keys()]
    .flatMap((i) => ringConductors.map((c) => `${i}.${c}`))
    .concat(ringConductors.flatMap((c) => [`A.${c}`, `B.${c}`]));
  const prepared = prepare({ resistors, joins, terminals });
  if (!prepared.ok) throw new Error(prepared.problem);
  return prepared.solver;
}

describe('the ring model', () => {
  const conductor = fc.constantFrom(...ringConductors);
  const shapes = fc.record({
    ohms: fc.record({
      L: fc.double({ min: 0.1, max: 1, noNaN: true }),
      N: fc.double({ min: 0.1, max: 1, noNaN: true }),
      C: fc.double({ min: 0.1, max: 2, noNaN: true }),
    }),
    fault: fc.oneof(
      fc.constant({}),
      fc.record({
        joint: fc.record({ conductor, after: fc.nat(6), ohms: fc.double({ min: 0.05, max: 1, noNaN: true }) }),
      }),
      fc.record({ broken: fc.record({ conductors: fc.uniqueArray(conductor, { minLength: 1 }), after: fc.nat(6) }) }),
      fc.record({
        crossed: fc.record({
          swap: fc.constantFrom<ConductorPair>(['L', 'N'], ['L', 'C'], ['N', 'C']),
          after: fc.nat(6),
        }),
      }),
    ),
  });
  it('reads what the general solver finds, whatever the fault, the links and the pair', () => {
    fc.assert(
      fc.property(
        shapes,
        fc.constantFrom<RingStep>(2, 3),
        fc.constantFrom<Linking>('opposite', 'same', 'first only', 'second only'),
        fc.array(fc.double({ min: 0.01, max: 0.99, noNaN: true }), { minLength: 6, maxLength: 6 }),
        ({ ohms: of, fault }, step, linking, places) => {
          const shape = { ohms: of, ...fault } as RingShape;
          const at = [...places].sort((a, b) => a - b).map((u, index): SocketAt => ({ index, u, w: u }));
          const meter = ringMeter(shape, step, linking);
          const solver = asNetwork(shape, step, linking, at);
          for (const socket of at) {
            for (const pair of [
              ['L', 'N'],
              ['L', 'C'],
              ['N', 'C'],
            ] as ConductorPair[]) {
              const mine = meter.read(socket, pair);
              const theirs = solver.resistance(`${socket.index}.${pair[0]}`, `${socket.index}.${pair[1]}`);
              if (theirs === null) expect(mine).toBeNull();
              else expect(mine ?? NaN).toBeCloseTo(theirs, 6);
            }
          }
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('what a sound ring reads', () => {
  it.each([
    [0.445, 0.445, 0.5, 0.2225],
    [0.445, 0.445, 0.1, 0.2225],
    [0.445, 0.726, 0.5, 0.29275],
    [0.445, 0.726, 0, 0.27588],
    [0.445, 0.726, 1, 0.27588],
    [0, 0, 0.5, 0],
  ])('%f and %f at %f of the way: %f', (ra, rb, x, ohms) => expect(expectedOnRing(ra, rb, x)).toBeCloseTo(ohms, 4));
});

import { readFileSync, readdirSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Asked, resistancesByNgspice } from '../../../tests/support/ngspice';
import { randomFrom } from '../../core/physics/seeded-random';
import type { Network, Resistor } from './network';
import { solveCase } from './reference-case';
import { prepare } from './solver';

const folder = 'tests/reference/cases';
const files = readdirSync(folder).filter((name) => name.endsWith('.json'));
type Golden = { readings: { no: number; expected: number | null; open: boolean }[] };

// Where nothing flows, a simulator leaves its rounding: 1e-17 A is zero.
const isZero = (value: number) => Math.abs(value) < 1e-14;

describe('the golden cases', () => {
  it('are there', () => expect(files.length).toBeGreaterThanOrEqual(19));

  it.each(files)('%s', (file) => {
    const golden = JSON.parse(readFileSync(`${folder}/${file}`, 'utf8')) as Golden;
    const solved = solveCase(golden);
    if (!solved.ok) throw new Error(solved.problem);
    const tolerance = file.startsWith('D') ? 3e-5 : 1e-9;
    expect(solved.readings).toHaveLength(golden.readings.length);
    golden.readings.forEach((wanted, index) => {
      const found = solved.readings[index];
      expect(found?.no).toBe(wanted.no);
      expect(found?.open, `reading ${wanted.no} open`).toBe(wanted.open);
      if (wanted.expected === null) expect(found?.value, `reading ${wanted.no}`).toBeNull();
      else
        expect(
          Math.abs((found?.value ?? NaN) - wanted.expected),
          `reading ${wanted.no}: ${found?.value} for ${wanted.expected}`,
        ).toBeLessThanOrEqual(tolerance * (isZero(wanted.expected) ? 1 : Math.abs(wanted.expected)));
    });
  });
});

/** A connected network of random shape: a tree, some more edges, resistances spread over decades. */
function randomNetwork(random: () => number, nodes: number, extra: number, decades: number): Asked {
  const pick = (most: number) => Math.floor(random() * most);
  const resistors: Resistor[] = [];
  const connect = (a: number, b: number) =>
    resistors.push({ id: `R${resistors.length}`, a: `n${a}`, b: `n${b}`, ohms: 10 ** (-3 + random() * decades) });
  for (let node = 1; node < nodes; node += 1) connect(node, pick(node));
  for (let more = 0; more < extra; more += 1) {
    const a = pick(nodes);
    const b = (a + 1 + pick(nodes - 1)) % nodes;
    connect(a, b);
  }
  const a = pick(nodes);
  return { resistors, a: `n${a}`, b: `n${(a + 1 + pick(nodes - 1)) % nodes}` };
}
const ours = ({ resistors, a, b }: Asked): number | null => {
  const prepared = prepare({ resistors, joins: [] });
  if (!prepared.ok) throw new Error(prepared.problem);
  return prepared.solver.resistance(a, b);
};

/** Resistance by exact fractions: Cramer on the grounded Laplacian, independent of the solver's way. */
function exactly({ resistors, a, b }: Asked): number {
  const names = [...new Set(resistors.flatMap((r) => [r.a, r.b]))].filter((name) => name !== b);
  // A double is a whole number over a power of two: scaled by 2^-80 to 2^80 these are all whole.
  const whole = (ohms: number) => {
    let exponent = 0;
    let value = ohms;
    while (!Number.isInteger(value)) [value, exponent] = [value * 2, exponent + 1];
    return { numerator: 2n ** BigInt(exponent), denominator: BigInt(value) };
  };
  const all = resistors.map((r) => ({ ...r, g: whole(r.ohms) }));
  const common = all.reduce((product, r) => product * r.g.denominator, 1n);
  const matrix = names.map((row) =>
    names.map((column) =>
      all.reduce((sum, r) => {
        const g = (r.g.numerator * common) / r.g.denominator;
        if (row === column) return r.a === row || r.b === row ? sum + g : sum;
        return (r.a === row && r.b === column) || (r.b === row && r.a === column) ? sum - g : sum;
      }, 0n),
    ),
  );
  const minor = names.indexOf(a);
  const without = matrix.filter((_, i) => i !== minor).map((row) => row.filter((_, j) => j !== minor));
  const [top, bottom] = [determinant(without) * common, determinant(matrix)];
  const scale = 10n ** 40n;
  return Number((top * scale) / bottom) / 1e40;
}

/** Bareiss: whole numbers throughout. */
function determinant(source: bigint[][]): bigint {
  const m = source.map((row) => [...row]);
  let before = 1n;
  for (let k = 0; k < m.length - 1; k += 1) {
    for (let i = k + 1; i < m.length; i += 1)
      for (let j = k + 1; j < m.length; j += 1)
        (m[i] as bigint[])[j] =
          ((m[i]?.[j] ?? 0n) * (m[k]?.[k] ?? 0n) - (m[i]?.[k] ?? 0n) * (m[k]?.[j] ?? 0n)) / before;
    before = m[k]?.[k] ?? 1n;
  }
  return m.at(-1)?.at(-1) ?? 1n;
}

describe('random networks', () => {
  it('agree with ngspice', () => {
    const random = randomFrom(20261124);
    const asked = Array.from({ length: 60 }, (_, i) => randomNetwork(random, 3 + ((i * 7) % 40), i % 12, 5));
    resistancesByNgspice(asked).forEach((theirs, index) => {
      const mine = ours(asked[index] as Asked);
      expect(Math.abs((mine ?? NaN) - theirs) / theirs, `network ${index}`).toBeLessThan(1e-8);
    });
  });

  it('agree with exact fractions to the last digits, milliohms beside gigohms', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e9 }),
        fc.integer({ min: 2, max: 8 }),
        fc.integer({ min: 0, max: 6 }),
        (seed, nodes, extra) => {
          const asked = randomNetwork(randomFrom(seed), nodes, extra, 12);
          const exact = exactly(asked);
          expect(Math.abs((ours(asked) ?? NaN) - exact) / exact).toBeLessThan(1e-13);
        },
      ),
      { numRuns: 200, seed: 7 },
    );
  });

  it('obey the laws: the same either way round, never above any path, never raised by one more resistor', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => {
        const random = randomFrom(seed);
        const asked = randomNetwork(random, 12, 5, 6);
        const value = ours(asked) ?? NaN;
        expect(ours({ ...asked, a: asked.b, b: asked.a })).toBeCloseTo(value, 10);
        const more = { id: 'more', a: 'n0', b: 'n5', ohms: random() };
        expect(ours({ ...asked, resistors: [...asked.resistors, more] })).toBeLessThanOrEqual(value * (1 + 1e-12));
      }),
      { numRuns: 60 },
    );
  });
});

const solver = (network: Network) => {
  const prepared = prepare(network);
  if (!prepared.ok) throw new Error(prepared.problem);
  return prepared.solver;
};

describe('the solver', () => {
  const r = (id: string, a: string, b: string, ohms: number): Resistor => ({ id, a, b, ohms });
  it('says open where there is no path, and zero across a join', () => {
    const s = solver({ resistors: [r('1', 'a', 'b', 1), r('2', 'c', 'd', 1)], joins: [['b', 'e']], terminals: ['x'] });
    expect([s.resistance('a', 'c'), s.resistance('a', 'x'), s.resistance('b', 'e'), s.resistance('a', 'e')]).toEqual([
      null,
      null,
      0,
      1,
    ]);
  });
  it('divides a voltage, gives the current with its direction, and nothing to what floats', () => {
    const s = solver({
      resistors: [r('1', 'p', 'm', 10), r('2', 'm', 'n', 30), r('3', 'x', 'y', 1)],
      joins: [],
      sources: [{ id: 's', plus: 'p', minus: 'n', volts: 40 }],
    });
    expect(s.voltage('p', 'm')).toBeCloseTo(10, 12);
    expect(s.voltage('m', 'p')).toBeCloseTo(-10, 12);
    expect(s.voltage('m', 'n')).toBeCloseTo(30, 12);
    expect(s.current('2')).toBeCloseTo(1, 12);
    expect(s.voltage('m', 'x')).toBeNull();
    expect(s.resistance('p', 'm')).toBeCloseTo(7.5, 12);
  });
  it('adds the parts of several sources', () => {
    const s = solver({
      resistors: [r('1', 'a', 'm', 1), r('2', 'b', 'm', 1), r('3', 'm', 'n', 1)],
      joins: [],
      sources: [
        { id: '1', plus: 'a', minus: 'n', volts: 3 },
        { id: '2', plus: 'b', minus: 'n', volts: 6 },
      ],
    });
    expect(s.voltage('m', 'n')).toBeCloseTo(3, 12);
    expect(s.voltage('a', 'b')).toBeCloseTo(-3, 12);
  });
  it('balances a bridge to nothing', () => {
    const s = solver({
      resistors: [
        r('1', 'p', 'a', 1),
        r('2', 'p', 'b', 2),
        r('3', 'a', 'n', 3),
        r('4', 'b', 'n', 6),
        r('5', 'a', 'b', 5),
      ],
      joins: [],
      sources: [{ id: 's', plus: 'p', minus: 'n', volts: 10 }],
    });
    expect(s.voltage('a', 'b')).toBeCloseTo(0, 14);
  });
  it.each([
    ['a negative resistance', { resistors: [r('bad', 'a', 'b', -1)], joins: [] }, /bad of -1 ohm/],
    ['no number', { resistors: [r('bad', 'a', 'b', NaN)], joins: [] }, /bad of NaN/],
    ['a name twice', { resistors: [r('x', 'a', 'b', 1), r('x', 'b', 'c', 1)], joins: [] }, /x is there twice/],
    [
      'an endless voltage',
      { resistors: [], joins: [], sources: [{ id: 'v', plus: 'a', minus: 'b', volts: Infinity }] },
      /v of Infinity/,
    ],
    [
      'a source across itself',
      { resistors: [], joins: [['a', 'b']], sources: [{ id: 'v', plus: 'a', minus: 'b', volts: 230 }] },
      /v is joined across/,
    ],
  ] satisfies [string, Network, RegExp][])('refuses %s, naming it', (_name, network, words) => {
    const prepared = prepare(network);
    expect(prepared.ok).toBe(false);
    if (!prepared.ok) expect(prepared.problem).toMatch(words);
  });
  it('throws on a terminal or resistor that is not there: a bug of the caller', () => {
    const s = solver({ resistors: [r('1', 'a', 'b', 1)], joins: [] });
    expect(() => s.resistance('a', 'zz')).toThrow(/no terminal zz/);
    expect(() => s.current('zz')).toThrow(/no resistor zz/);
  });
});

describe('a case file that is no case', () => {
  const base = {
    schema: 'refcase/1',
    id: 'X',
    model: {
      segments: [{ id: 'S1', from: 'B', to: 'P1', length_m: 1, live_mm2: 2.5, cpc_mm2: 1.5 }],
      mohm_per_m: { 2.5: 7.41, 1.5: 12.1 },
      setups: { s: {} },
    },
    readings: [{ no: 1, setup: 's', probe: ['B.L', 'P1.L'], quantity: 'resistance', unit: 'ohm' }],
  };
  it('is solved when it is one', () =>
    expect(solveCase(base)).toMatchObject({ ok: true, readings: [{ value: 0.00741, open: false }] }));
  it.each([
    ['another version', { ...base, schema: 'refcase/9' }, /schema/],
    ['no object', 7, /whole file/],
    [
      'a size without a resistance',
      { ...base, model: { ...base.model, mohm_per_m: { 2.5: 7.41 } } },
      /S1: no resistance is given for 1.5/,
    ],
    [
      'a fault on nothing',
      { ...base, model: { ...base.model, faults: [{ type: 'broken', segment: 'S9', conductor: 'L' }] } },
      /S9, conductor L, which is not there/,
    ],
    ['a setup of nothing', { ...base, readings: [{ ...base.readings[0], setup: 'q' }] }, /no setup q/],
    [
      'a probe on nothing',
      { ...base, readings: [{ ...base.readings[0], probe: ['B.L', 'P7.L'] }] },
      /no terminal P7.L/,
    ],
    [
      'an opened end of nothing',
      { ...base, model: { ...base.model, setups: { s: { opened: [{ id: 'S7', end: 'from' }] } } } },
      /opens S7/,
    ],
    [
      'a negative length',
      { ...base, model: { ...base.model, segments: [{ ...base.model.segments[0], length_m: -3 }] } },
      /length_m/,
    ],
    [
      'an endless length',
      { ...base, model: { ...base.model, segments: [{ ...base.model.segments[0], length_m: Infinity }] } },
      /length_m/,
    ],
  ])('%s is refused with its place', (_name, raw, words) => {
    const result = solveCase(raw);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.problem).toMatch(words);
  });
});

describe('laws of networks', () => {
  const chain = (ohms: readonly number[]): Resistor[] =>
    ohms.map((each, i) => ({ id: `${i}`, a: `n${i}`, b: `n${i + 1}`, ohms: each }));
  const positive = fc.double({ min: 1e-3, max: 1e6, noNaN: true });
  it('in series they add, side by side their conductances do', () => {
    fc.assert(
      fc.property(fc.array(positive, { minLength: 1, maxLength: 30 }), (ohms) => {
        const series = solver({ resistors: chain(ohms), joins: [] }).resistance('n0', `n${ohms.length}`) ?? NaN;
        expect(series / ohms.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
        const parallel =
          solver({
            resistors: ohms.map((each, i) => ({ id: `${i}`, a: 'a', b: 'b', ohms: each })),
            joins: [],
          }).resistance('a', 'b') ?? NaN;
        expect(parallel * ohms.reduce((sum, each) => sum + 1 / each, 0)).toBeCloseTo(1, 12);
      }),
    );
  });
  it('a resistor of no ohms is a join, one without end is nothing', () => {
    expect(
      solver({ resistors: [...chain([1, 0, 2]), { id: 'x', a: 'n0', b: 'n3', ohms: Infinity }], joins: [] }).resistance(
        'n0',
        'n3',
      ),
    ).toBeCloseTo(3, 12);
  });
  it('what leaves a node has come to it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => {
        const asked = randomNetwork(randomFrom(seed), 10, 6, 4);
        const s = solver({
          resistors: asked.resistors,
          joins: [],
          sources: [{ id: 's', plus: asked.a, minus: asked.b, volts: 230 }],
        });
        const names = new Set(asked.resistors.flatMap((each) => [each.a, each.b]));
        for (const node of names) {
          if (node === asked.a || node === asked.b) continue;
          const [sum, scale] = asked.resistors.reduce(
            ([total, most], each) => {
              const amps = each.a === node ? s.current(each.id) : each.b === node ? -s.current(each.id) : 0;
              return [total + amps, Math.max(most, Math.abs(amps))];
            },
            [0, 0],
          );
          expect(Math.abs(sum)).toBeLessThanOrEqual(1e-9 * scale + 1e-12);
        }
      }),
      { numRuns: 40 },
    );
  });
  it('a network of thousands of nodes is answered', () => {
    const random = randomFrom(8);
    const big = randomNetwork(random, 3000, 100, 3);
    expect(ours(big)).toBeGreaterThan(0);
  });
});

it('a terminal whose only wire was opened is still there to put a probe on', () => {
  const golden = JSON.parse(readFileSync(`${folder}/A01.json`, 'utf8')) as { model: object };
  const wire = { id: 'tail', from: 'stub.L', to: 'far.L', length_m: 1, mm2: 2.5 };
  const probe = ['stub.L', 'far.L'];
  const given = {
    ...golden,
    model: {
      ...golden.model,
      wires: [wire],
      setups: { whole: {}, opened: { opened: [{ id: 'tail', end: 'from' }] } },
    },
    readings: ['whole', 'opened'].map((setup, no) => ({ no, setup, probe, quantity: 'resistance', unit: 'ohm' })),
  };
  const solved = solveCase(given);
  expect(solved).toMatchObject({ ok: true, readings: [{ open: false }, { open: true, value: null }] });
});

import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { exact } from '../quantity/exact';
import { randomFrom } from '../../core/physics/seeded-random';
import { judgeRadial } from '../measurements/continuity/continuity';
import { editionPack } from '../edition/editions';
import { type Dwelling, type DwellingFault, readDwelling } from './dwelling';
import { insulationTestOf } from '../measurements/insulation/test-voltage';
import { judgeInsulation } from '../measurements/insulation/insulation';
import { judgeZs } from '../measurements/loop/zs';
import { diagnoseRing, nameOf } from '../measurements/ring/diagnose';
import { type Instrument, type Meter, idealInstrument, meterOn, usualInstrument } from './meter';

const pack = editionPack('bs7671-2018-a2');
const raw = JSON.parse(readFileSync('docs/formats/examples/installation.json', 'utf8')) as {
  faults: unknown[];
  circuits: { points: unknown[]; cables: { id: string }[] }[];
};
const house = (faults: DwellingFault[] = [], change: (raw: Dwelling) => Dwelling = (d) => d): Dwelling => {
  const read = readDwelling({ ...raw, faults });
  if (!read.ok) throw new Error(read.problem);
  return change(read.dwelling);
};
const meter = (
  faults: DwellingFault[] = [],
  instrument: Instrument = idealInstrument,
  change?: (d: Dwelling) => Dwelling,
): Meter => {
  const on = meterOn(house(faults, change), pack, instrument);
  if (!on.ok) throw new Error(on.problem);
  return on.meter;
};
const trues = (shown: readonly { true: number | null }[]) =>
  shown.map((s) => (s.true === null ? null : Number(s.true.toFixed(4))));
const live = 4.61;
const cpc = 12.1;

describe('procedures on a sound house', () => {
  it('R1+R2 is length times the cable, to the furthest point', () => {
    expect(trues(meter().lineAndCpc('lights'))).toEqual(
      [9, 15, 36].map((m) => Number(((m * (12.1 + 18.1)) / 1000).toFixed(4))),
    );
  });
  it('R2 is the CPC alone, from the main earthing terminal', () =>
    expect(trues(meter().cpcAlone('lights'))).toEqual([0.1629, 0.2715, 0.6516]));
  it('a ring reads its three ends, level in step 2, the spur higher by its own conductors', () => {
    const m = meter();
    expect(trues([m.ringEnd('sockets', 'L'), m.ringEnd('sockets', 'C')])).toEqual(
      [(39 * live) / 1000, (39 * cpc) / 1000].map((v) => Number(v.toFixed(4))),
    );
    const step2 = trues(m.ringStep('sockets', 2));
    expect(new Set(step2.filter((_, i) => i !== 3))).toEqual(new Set([Number(((39 * live) / 2000).toFixed(4))]));
    expect((step2[3] ?? 0) - (step2[2] ?? 0)).toBeCloseTo((2 * 14 * live) / 1000, 3);
  });
  it('Ze leaves the installation out; Zs adds R1 and R2; both currents follow Ohm', () => {
    const m = meter();
    expect(m.externalLoop().true).toBeCloseTo(0.21, 9);
    expect(m.earthLoop('lights', 'landing').true).toBeCloseTo(0.21 + (15 * 30.2) / 1000, 6);
    expect(m.faultCurrent('L–N').value).toEqual({ is: 'number', shown: (230 / 0.18 / 1000).toFixed(2) });
    expect(m.faultCurrent('L–E').true).toBeCloseTo(230 / 0.21 / 1000, 6);
  });
  it('parts a bond to measure it, and reads less while the pipework is in parallel', () => {
    const m = meter();
    expect(m.bonding('water').true).toBeCloseTo((11 * 1.83) / 1000, 9);
    expect(m.bonding('water', false).true).toBeLessThan((11 * 1.83) / 1000);
  });
  it('is dead when off, live when on, and between the two on a borrowed neutral', () => {
    const m = meter();
    expect(m.volts({}, 'sockets', 'hall').map((v) => v.volts)).toEqual([0, 0, 0]);
    expect(m.volts({ supplyOn: true }, 'sockets', 'hall')[0]?.volts).toBeCloseTo(229.95, 2);
    const borrowed = meter([
      { kind: 'borrowed neutral', circuit: 'lights', point: 'landing', from: { circuit: 'sockets', point: 'hall' } },
    ]);
    // The sockets are off and their neutral is off the bar: the landing lamp makes it live from the lighting circuit.
    const [, , ne] = borrowed.volts({ supplyOn: true, off: new Map([['sockets', ['L', 'N']]]) }, 'sockets', 'hall');
    expect(ne?.volts).toBeGreaterThan(200);
  });
  it('a two-way circuit reads to its lamp only where both switches agree, an intermediate between them reversing that', () => {
    const at = (d: Dwelling, from: string): Dwelling['circuits'][number] => ({
      ...(d.circuits[1] as Dwelling['circuits'][number]),
      switches: [
        { id: 'S1', positions: { up: [['SW1.COM', 'SW1.L1']], down: [['SW1.COM', 'SW1.L2']] } },
        {
          id: 'I',
          positions: {
            straight: [
              ['SW1.L1', 'SW2.L1'],
              ['SW1.L2', 'SW2.L2'],
            ],
            crossed: [
              ['SW1.L1', 'SW2.L2'],
              ['SW1.L2', 'SW2.L1'],
            ],
          },
        },
        { id: 'S2', positions: { up: [['SW2.COM', 'SW2.L1']], down: [['SW2.COM', 'SW2.L2']] } },
      ],
      wires: [
        { id: 'feed', from: `${from}.L`, to: 'SW1.COM', lengthMetres: 4, csaMm2: 1 },
        { id: 'return', from: 'SW2.COM', to: 'lamp.L', lengthMetres: 3, csaMm2: 1 },
        { id: 'earth', from: `${from}.C`, to: 'lamp.C', lengthMetres: 3, csaMm2: 1 },
        { id: 'back', from: `${from}.N`, to: 'lamp.N', lengthMetres: 3, csaMm2: 1 },
      ],
      points: [...(d.circuits[1]?.points ?? []), { id: 'lamp', room: 'Stairs', kind: 'light' }],
    });
    const m = meter([], idealInstrument, (d) => ({
      ...d,
      circuits: [d.circuits[0] as Dwelling['circuits'][number], at(d, 'stairs')],
    }));
    const lamp = (s1: string, i: string, s2: string) =>
      m
        .lineAndCpc('lights', { switches: { 'lights/S1': s1, 'lights/I': i, 'lights/S2': s2 } })
        .find((p) => p.point === 'lamp')?.value.is;
    const table = (['up', 'down'] as const).flatMap((s1) =>
      (['straight', 'crossed'] as const).flatMap((i) =>
        (['up', 'down'] as const).map((s2) => lamp(s1, i, s2) === 'number'),
      ),
    );
    expect(table).toEqual([true, false, false, true, false, true, true, false]);
  });
  it('a circuit of a sub-board adds the sub-main to its loop', () => {
    const withBoard = (d: Dwelling): Dwelling => {
      const [, lights] = d.circuits;
      if (!lights) return d;
      return {
        ...d,
        boards: [{ id: 'outhouse', fedFrom: { circuit: 'lights', point: 'gatepost' } }],
        circuits: [...d.circuits, { ...lights, id: 'shed', board: 'outhouse', loads: [] }],
      };
    };
    const m = meter([], idealInstrument, withBoard);
    expect(m.earthLoop('shed', 'stairs').true).toBeCloseTo(
      (m.earthLoop('lights', 'gatepost').true ?? 0) + (9 * 30.2) / 1000,
      6,
    );
    expect(
      readDwelling({
        ...withBoard(house()),
        boards: [{ id: 'outhouse', fedFrom: { circuit: 'shed', point: 'stairs' } }],
      }),
    ).toMatchObject({ ok: false, problem: 'Board outhouse is fed from itself.' });
    expect(readDwelling({ ...withBoard(house()), boards: [] })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('starts from board outhouse'),
    });
  });
  it('trips an RCD only where there is a way to earth', () => {
    expect(meter().tripTime('sockets', 'hall').value).toMatchObject({ is: 'number' });
    expect(
      meter([{ kind: 'broken', circuit: 'sockets', cable: 'spur', conductor: 'C' }]).tripTime('sockets', 'garden room')
        .value,
    ).toEqual({ is: 'over', bound: '300' });
    expect(meter().tripTime('lights', 'landing').value).toMatchObject({ is: 'over' });
  });
});

describe('faults', () => {
  it('an open CPC is open in continuity and over range in Zs', () => {
    const m = meter([{ kind: 'broken', circuit: 'lights', cable: 'l2', conductor: 'C' }]);
    expect(m.lineAndCpc('lights').map((s) => s.value.is)).toEqual(['number', 'open', 'open']);
    expect(m.earthLoop('lights', 'gatepost').value.is).toBe('over');
  });
  it('insulation is seen on its own pair, on the board in parallel, and a lamp left in hides the rest', () => {
    const m = meter([{ kind: 'insulation', circuit: 'lights', point: 'gatepost', between: ['N', 'C'], megohms: 0.35 }]);
    expect(m.insulation('lights', ['N', 'C']).true).toBeCloseTo(0.35, 4);
    expect(m.insulation('lights', ['L', 'C']).value.is).toBe('over');
    expect(m.insulation('lights', ['L', 'C'], { loadsIn: true }).true).toBeCloseTo(0.3509, 3);
    expect(m.boardInsulation(['N', 'C']).true).toBeCloseTo(0.35, 3);
    expect(
      m.insulation('lights', ['N', 'C'], { opened: [{ circuit: 'lights', cable: 'l3', end: 'from' }] }).value.is,
    ).toBe('over');
    expect(
      m.insulation('lights', ['N', 'C'], {
        opened: [{ circuit: 'lights', cable: 'l3', end: 'from' }],
        side: { cable: 'l3' },
      }).true,
    ).toBeCloseTo(0.35, 4);
  });
  it('a reversed socket, a worn contact that moves, a second earth path, a missing bond, two circuits joined', () => {
    expect(
      meter([{ kind: 'reversed', circuit: 'sockets', point: 'hall', swap: ['L', 'N'] }]).ringStep('sockets', 3)[0]
        ?.value.is,
    ).toBe('open');
    const worn = meter([
      { kind: 'contact', circuit: 'sockets', point: 'hall', conductor: 'N', ohms: 0.4, moves: true },
    ]).ringStep('sockets', 2)[0];
    expect(Number(worn?.moves?.high)).toBeGreaterThan(Number(worn?.moves?.low) + 0.5);
    const zs = (change?: (d: Dwelling) => Dwelling) =>
      meter([], idealInstrument, change).earthLoop('sockets', 'garden room').true ?? 0;
    expect(
      zs((d) => ({ ...d, earthPaths: [{ id: 'pipe', at: { circuit: 'sockets', point: 'garden room' }, ohms: 0.05 }] })),
    ).toBeLessThan(zs());
    expect(meter([{ kind: 'missing bond', service: 'water' }]).bonding('water').value.is).toBe('open');
    expect(
      meter([
        {
          kind: 'linked circuits',
          one: { circuit: 'sockets', point: 'hall' },
          other: { circuit: 'lights', point: 'stairs' },
          conductors: ['N'],
          ohms: 0,
        },
      ]).insulation('lights', ['L', 'N']).value.is,
    ).toBe('over');
  });
  it('a line broken mid-ring is named by the diagnosis from what the meter reads', () => {
    const m = meter(
      [{ kind: 'broken', circuit: 'sockets', cable: 's4', conductor: 'L' }],
      usualInstrument(randomFrom(4)),
    );
    const order = ['hall', 'parlour 1', 'parlour 2', 'kitchen 1', 'kitchen 2'];
    const figures = (step: 2 | 3) => {
      const all = m.ringStep('sockets', step);
      return order.map((id) => {
        const value = all.find((s) => s.point === id)?.value;
        return value?.is === 'number' ? Number(value.shown) : ('open' as const);
      });
    };
    const end = (c: 'L' | 'N' | 'C') => {
      const { value } = m.ringEnd('sockets', c);
      return value.is === 'number' ? Number(value.shown) : ('open' as const);
    };
    const { explanations } = diagnoseRing({
      sockets: 5,
      ordered: true,
      ends: { r1: end('L'), rn: end('N'), r2: end('C') },
      step2: figures(2),
      step3: figures(3),
    });
    expect(nameOf(explanations[0]?.fault ?? { kind: 'healthy' })).toBe('broken L');
  });
});

describe('the instrument', () => {
  it('adds its leads until they are nulled, rounds, and never shows less than nothing', () => {
    const shown = (leadOhms: number, nullOhms: number) =>
      meter([], { ...idealInstrument, ohmResolution: 0.01, leadOhms, nullOhms }).lineAndCpc('lights')[0]?.value;
    expect([shown(0, 0), shown(0.2, 0), shown(0.2, 0.2), shown(0, 0.9)]).toEqual(
      ['0.27', '0.47', '0.27', '0.00'].map((text) => ({ is: 'number', shown: text })),
    );
  });
  it('gives the same readings for the same seed and others for another', () => {
    const series = (seed: number) =>
      meter([], usualInstrument(randomFrom(seed)))
        .ringStep('sockets', 2)
        .map((s) => s.value);
    expect(series(1)).toEqual(series(1));
    expect(series(1)).not.toEqual(series(2));
  });
  it('shows over range beyond its range', () =>
    expect(meter([], usualInstrument(randomFrom(1))).insulation('sockets', ['L', 'C']).value).toEqual({
      is: 'over',
      bound: '999',
    }));
});

describe('what is predicted is judged healthy', () => {
  const m = meter();
  it('R1+R2 by length', () => {
    for (const [i, metres] of [9, 15, 36].entries()) {
      const value = meter([], { ...idealInstrument, ohmResolution: 0.01 }).lineAndCpc('lights')[i]?.value;
      if (value)
        expect(
          judgeRadial(value, 'R1+R2', { pack, liveCsaMm2: 1.5, cpcCsaMm2: 1, lengthMetres: metres, ring: null })
            .verdict,
        ).toBe('meets');
    }
  });
  it('Zs within its limit and beside Ze + (R1+R2)', () => {
    const r1r2 = m.lineAndCpc('lights')[2]?.value ?? null;
    const judged = judgeZs(m.earthLoop('lights', 'gatepost').value, {
      pack,
      limit: { max: exact('7.28'), source: '411.4.4', working: '0.95 × 230 V ÷ (5 × 6 A)', own: false },
      earthing: 'TN-C-S',
      residualMilliamps: null,
      ze: m.externalLoop().value,
      r1r2,
      electrode: null,
      conductorCelsius: 20,
      cablesWarm: false,
      lineShare: null,
      wiring: 'thermoplastic 70 °C, CPC in the cable',
      how: 'measured',
    });
    expect(judged).toMatchObject({ verdict: 'meets', rule: 'zs.within-ambient' });
  });
  it('insulation', () =>
    expect(
      judgeInsulation(m.insulation('sockets', ['L', 'C']).value, {
        pack,
        test: insulationTestOf(pack, null),
        testVolts: 500,
        lookAgainBelowMegohms: pack.insulation.investigateBelowMegohms,
      }).verdict,
    ).toBe('meets'));
});

describe('an installation that cannot be', () => {
  const changed = (change: (copy: Record<string, never> & { circuits: Record<string, unknown>[] }) => void) => {
    const copy = structuredClone({ ...raw, faults: [] }) as never;
    change(copy);
    return readDwelling(copy);
  };
  it.each([
    [
      'a cable to nowhere',
      (c: never) => ((c as { circuits: { cables: { to: string }[] }[] }).circuits[0]!.cables[0]!.to = 'attic'),
      /sockets: cable s1 runs to attic/,
    ],
    [
      'a negative length',
      (c: never) =>
        ((c as { circuits: { cables: { lengthMetres: number }[] }[] }).circuits[0]!.cables[0]!.lengthMetres = -1),
      /circuits\.0\.cables\.0\.lengthMetres/,
    ],
    ['no number', (c: never) => ((c as { supply: { lineOhms: number } }).supply.lineOhms = NaN), /supply\.lineOhms/],
    ['two supplies', (c: never) => ((c as { supply: unknown }).supply = [1, 2]), /supply/],
    ['another version', (c: never) => ((c as { format: string }).format = 'orange-ledger/installation/9'), /format/],
    [
      'a point no cable reaches',
      (c: never) => (c as { circuits: { points: unknown[] }[] }).circuits[0]!.points.push({ id: 'loft' }),
      /no cable reaches loft/,
    ],
    [
      'a cable to itself',
      (c: never) =>
        ((c as { circuits: { cables: { to: string; from: string }[] }[] }).circuits[0]!.cables[1]!.to = 'hall'),
      /from hall to itself/,
    ],
    [
      'a point twice',
      (c: never) => (c as { circuits: { points: unknown[] }[] }).circuits[0]!.points.push({ id: 'hall' }),
      /hall is there twice/,
    ],
    [
      'a fault on nothing',
      (c: never) =>
        ((c as { faults: unknown[] }).faults = [{ kind: 'broken', circuit: 'sockets', cable: 's99', conductor: 'L' }]),
      /Fault 1 \(broken\) names cable s99/,
    ],
  ])('%s is refused, naming the place', (_name, change, words) => {
    const read = changed(change as never);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem).toMatch(words);
  });
  it('a size without a resistance is refused by the wiring', () => {
    const read = changed(
      (c) => (((c.circuits[0] as { cables: { liveMm2: number }[] }).cables[0] as { liveMm2: number }).liveMm2 = 3.3),
    );
    if (!read.ok) throw new Error(read.problem);
    expect(meterOn(read.dwelling, pack, idealInstrument)).toMatchObject({
      ok: false,
      problem: 'Circuit sockets, cable s1: no resistance is held for 3.3 mm² copper.',
    });
  });
});

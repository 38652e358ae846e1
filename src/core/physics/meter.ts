import type { EditionPack } from '../edition/pack';
import type { ConductorLetter, Dwelling } from './dwelling';
import { prepare, type Solver } from '../network/solver';
import type { ReadingValue } from '../quantity/reading-value';
import { type Standing, allOff, atRest, endsOf, wiringOf } from './wiring';

/** A multifunction tester with its habits. All resistances in ohm. */
export type Instrument = {
  readonly leadOhms: number;
  /** What was nulled: it is taken off every continuity reading. */
  readonly nullOhms: number;
  readonly ohmResolution: number;
  readonly ohmMost: number;
  readonly megohmMost: number;
  /** Standard deviations of continuity and loop readings. */
  readonly ohmNoise: number;
  readonly loopNoise: number;
  /** Low-current loop test: noisier, because it must not trip an RCD. */
  readonly noTripNoise: number;
  /** Numbers from 0 to 1; the same sequence gives the same readings. */
  readonly random: () => number;
};

/** An instrument without errors of its own: what theory reads. */
export const idealInstrument: Instrument = {
  leadOhms: 0,
  nullOhms: 0,
  ohmResolution: 0.0001,
  ohmMost: 2000,
  megohmMost: 1e9,
  ohmNoise: 0,
  loopNoise: 0,
  noTripNoise: 0,
  random: () => 0.5,
};

/** A usual instrument: leads of 0.08 ohm nulled, two decimals, over range at 999 megohm. */
export const usualInstrument = (random: () => number): Instrument => ({
  leadOhms: 0.08,
  nullOhms: 0.08,
  ohmResolution: 0.01,
  ohmMost: 1999,
  megohmMost: 999,
  ohmNoise: 0.008,
  loopNoise: 0.012,
  noTripNoise: 0.08,
  random,
});

export type Shown = {
  readonly value: ReadingValue;
  readonly true: number | null;
  readonly moves: { readonly low: string; readonly high: string } | null;
};
export type PointShown = Shown & { readonly point: string };
type Pair = readonly [ConductorLetter, ConductorLetter];

/** What a person with a tester would read on an installation, test by test. Every method is a procedure: it links, opens and isolates as that test wants. */
export class Meter {
  private readonly solvers = new Map<string, Solver>();
  private readonly rest: Standing;

  constructor(
    private readonly dwelling: Dwelling,
    private readonly pack: EditionPack,
    private readonly instrument: Instrument,
    /** Which way the switches of the installation stand. */
    switches: Standing['switches'] = {},
  ) {
    this.rest = { ...atRest, switches };
  }

  /** R1+R2 at every point: line and CPC linked at the board, the circuit isolated; of a switched one its feed where that is said. */
  lineAndCpc(
    circuit: string,
    {
      switches = this.rest.switches,
      feed = false,
      points = this.points(circuit),
    }: {
      readonly switches?: Standing['switches'];
      readonly feed?: boolean;
      /** Only these. */
      readonly points?: readonly string[];
    } = {},
  ): PointShown[] {
    const standing = {
      ...this.dead(),
      switches,
      links: this.ends(circuit).map((end) => [`${circuit}/${end}.L`, `${circuit}/${end}.C`] as const),
    };
    return points.map((point) => ({
      point,
      ...(feed
        ? this.ohms(standing, `${circuit}/${point}.L`, `${circuit}/${point}.C`)
        : this.ohms(standing, ...this.contacts(circuit, point, ['L', 'C']))),
    }));
  }

  /** R2 at every point by a long lead from the main earthing terminal; the circuit's CPC stays on the bar. */
  cpcAlone(circuit: string, points: readonly string[] = this.points(circuit)): PointShown[] {
    const standing = {
      ...this.dead(),
      off: new Map(
        [...allOff(this.dwelling)].map(([id, all]) => [id, id === circuit ? all.filter((c) => c !== 'C') : all]),
      ),
    };
    return points.map((point) => ({
      point,
      ...this.ohms(standing, 'MET', this.contact(circuit, point, 'C')),
    }));
  }

  /** Step 1 of a ring: r1, rn or r2 between the ends of one conductor. */
  ringEnd(circuit: string, conductor: ConductorLetter): Shown {
    return this.ohms(this.dead(), `${circuit}/A.${conductor}`, `${circuit}/B.${conductor}`);
  }

  /** Steps 2 and 3 of a ring, at every point, with the links made as said. */
  ringStep(
    circuit: string,
    step: 2 | 3,
    linking: 'opposite' | 'same' | 'first only' | 'second only' = 'opposite',
    pair: Pair = step === 2 ? ['L', 'N'] : ['L', 'C'],
    points: readonly string[] = this.points(circuit),
  ): PointShown[] {
    const other = step === 2 ? 'N' : 'C';
    const end = (leg: 'A' | 'B', c: ConductorLetter) => `${circuit}/${leg}.${c}`;
    const both =
      linking === 'same'
        ? [
            [end('A', 'L'), end('A', other)],
            [end('B', 'L'), end('B', other)],
          ]
        : [
            [end('A', 'L'), end('B', other)],
            [end('B', 'L'), end('A', other)],
          ];
    const links = (linking === 'first only' ? both.slice(0, 1) : linking === 'second only' ? both.slice(1) : both) as [
      string,
      string,
    ][];
    const standing = { ...this.dead(), links };
    return points.map((point) => ({
      point,
      ...this.ohms(standing, ...this.contacts(circuit, point, pair)),
    }));
  }

  /** From the neutral at a point to the neutral of a circuit, parted at the board, everything off its bars. */
  neutralTo(circuit: string, point: string, other: string): Shown {
    return this.ohms(this.dead(), `${circuit}/${point}.N`, `${other}/${this.ends(other)[0] ?? 'board'}.N`);
  }

  /** Insulation of one circuit at the board, off its bars; with line and neutral linked where electronics remain. */
  insulation(
    circuit: string,
    pair: Pair,
    how: {
      readonly loadsIn?: boolean;
      readonly linked?: boolean;
      readonly opened?: Standing['opened'];
      readonly side?: 'board' | { readonly cable: string };
    } = {},
  ): Shown {
    const end = this.ends(circuit)[0] ?? 'board';
    const place = how.side === undefined || how.side === 'board' ? end : `${how.side.cable}.free`;
    const links = how.linked ? [[`${circuit}/${place}.L`, `${circuit}/${place}.N`] as const] : [];
    return this.megohms(
      { ...this.dead(), loadsIn: how.loadsIn ?? false, opened: how.opened ?? [], links },
      `${circuit}/${place}.${pair[0]}`,
      `${circuit}/${place}.${pair[1]}`,
    );
  }

  /** Insulation of the whole board with every circuit on its bars, the supply off. */
  boardInsulation(pair: Pair, loadsIn = false): Shown {
    const bar = { L: 'BUS.L', N: 'BAR.N', C: 'MET' } as const;
    return this.megohms({ ...this.rest, loadsIn }, bar[pair[0]], bar[pair[1]]);
  }

  /** Volts between each pair at a point while the installation stands as said: for proving dead. */
  volts(
    standing: Partial<Standing>,
    circuit: string,
    point: string,
  ): { readonly pair: string; readonly volts: number }[] {
    const switched = this.circuit(circuit).points.find(({ id }) => id === point)?.switched;
    const between = (name: string, red: string, black: string) => ({
      pair: name,
      volts: Math.abs(
        this.solver({ ...this.rest, ...standing, loadsIn: standing.loadsIn ?? true }).voltage(red, black) ?? 0,
      ),
    });
    const pairs: Pair[] = [
      ['L', 'N'],
      ['L', 'C'],
      ['N', 'C'],
    ];
    return [
      ...pairs.map((pair) => between(pair.join('–').replace('C', 'E'), ...this.contacts(circuit, point, pair))),
      // What feeds the switch is there too, whichever way that stands.
      ...(switched ? [between('feed–E', `${circuit}/${point}.${switched}`, `${circuit}/${point}.C`)] : []),
    ];
  }

  /** Volts from each terminal of a switch to its protective conductor, or to the main one where it has none. */
  switchVolts(
    standing: Partial<Standing>,
    circuit: string,
    switchId: string,
  ): { readonly pair: string; readonly volts: number }[] {
    const solver = this.solver({ ...this.rest, ...standing, loadsIn: true });
    const own = `${switchId}.`;
    const { switches, wires } = this.circuit(circuit);
    const terminals = switches.flatMap(({ positions }) => Object.values(positions).flat(2));
    const hasEarth = wires.some(({ from, to }) => from === `${own}C` || to === `${own}C`);
    const earth = hasEarth ? `${circuit}/${own}C` : 'MET';
    return [...new Set(terminals.filter((each) => each.startsWith(own)))].map((terminal) => ({
      pair: `${terminal.slice(own.length)}–E`,
      volts: Math.abs(solver.voltage(`${circuit}/${terminal}`, earth) ?? 0),
    }));
  }

  /** Ze at the incoming terminals with the earthing conductor off the main earthing terminal. */
  externalLoop(): Shown {
    return this.loop({ ...this.rest, earthingConductorOff: true }, 'INCOMING.L', 'EARTHING', false);
  }

  /** Prospective fault current in kiloamperes at the incoming terminals, protective conductors connected. */
  faultCurrent(pair: 'L–N' | 'L–E'): Shown {
    const loop = this.loop(this.rest, 'INCOMING.L', pair === 'L–N' ? 'INCOMING.N' : 'MET', false);
    const ohms = loop.true ?? Infinity;
    const kiloamps = this.dwelling.supply.volts / (ohms + this.gauss() * this.instrument.loopNoise * 0.1) / 1000;
    return ohms === Infinity
      ? { ...loop, value: { is: 'number', shown: '0.00' } }
      : {
          true: this.dwelling.supply.volts / ohms / 1000,
          value: { is: 'number', shown: kiloamps.toFixed(2) },
          moves: null,
        };
  }

  /** Zs at a point; by the no-trip method behind an RCD. */
  earthLoop(circuit: string, point: string, method: 'two-lead' | 'no-trip' = 'two-lead'): Shown {
    return this.loop(
      { ...this.rest, supplyOn: true },
      ...this.contacts(circuit, point, ['L', 'C']),
      method === 'no-trip',
    );
  }

  /** Line to neutral at a point: no RCD sees it. */
  lineNeutralLoop(circuit: string, point: string): Shown {
    return this.loop({ ...this.rest, supplyOn: true }, ...this.contacts(circuit, point, ['L', 'N']), false);
  }

  /** Volts of the supply at the incoming terminals, main switch off; `T-E` is the earthing terminal to an earth of its own. */
  supplyVolts(pair: 'L-N' | 'L-E' | 'N-E' | 'T-E'): Shown {
    const { volts, earthing } = this.dwelling.supply;
    const has = (kind: 'supply reversed' | 'supply neutral lost' | 'supply neutral slack') =>
      this.dwelling.faults.some((f) => f.kind === kind);
    const pme = earthing === 'TN-C-S';
    const lost = has('supply neutral lost');
    const [low, raised] = [volts * 0.004, volts * 0.78];
    const sound = { 'L-N': volts, 'L-E': volts, 'N-E': low, 'T-E': low };
    // With the combined conductor lost the terminal rises with the neutral, and only an earth of its own tells.
    const without = {
      'L-N': volts - raised,
      'L-E': pme ? volts - raised : volts,
      'N-E': pme ? low : raised,
      'T-E': pme ? raised : low,
    };
    const swapped = pme ? { ...sound, 'T-E': volts } : { 'L-N': volts, 'L-E': low, 'N-E': volts, 'T-E': low };
    const truly = (has('supply reversed') ? swapped : lost ? without : sound)[pair];
    // What a slack neutral takes off one house is put on the neutral, or on all that is joined to it.
    const taken = volts * 0.09;
    if (has('supply neutral slack') && (pair === 'L-N' || pair === (pme ? 'T-E' : 'N-E') || (pme && pair === 'L-E'))) {
      const [least, most] = sound[pair] > taken ? [volts - taken, volts + taken * 0.3] : [low, taken];
      return {
        value: { is: 'unstable', low: least.toFixed(0), high: most.toFixed(0) },
        true: truly,
        moves: { low: least.toFixed(0), high: most.toFixed(0) },
      };
    }
    const shown = Math.max(0, truly + 0.6 * this.scatter());
    return { value: { is: 'number', shown: shown.toFixed(shown < 20 ? 1 : 0) }, true: truly, moves: null };
  }

  /**
   * What an RCD does at a share of its rated residual current, from one half of the wave: its trip time in milliseconds,
   * over range where it holds, where there is none, or where the CPC is open.
   */
  tripTime(circuit: string, point: string, multiple: 0.5 | 1 | 5 = 1, half: '0' | '180' = '0'): Shown {
    const residual = this.circuit(circuit).residual;
    const most = multiple === 0.5 ? '2000' : '300';
    const holds = (): Shown => ({ value: { is: 'over', bound: most }, true: null, moves: null });
    const path = this.earthPath(circuit, point);
    if (!residual || path === null || this.dwelling.supply.volts / path < residual.milliamps / 1000) return holds();
    const starts = residual.tripMilliamps ?? residual.milliamps * 0.75;
    if (multiple * residual.milliamps < starts) return holds();
    const own = half === '180' ? (residual.otherHalfMillis ?? residual.tripMillis) : residual.tripMillis;
    const millis = (multiple === 5 ? own * 0.45 : own) * (1 + 0.03 * this.scatter());
    if (millis > Number(most)) return holds();
    return { value: { is: 'number', shown: millis.toFixed(0) }, true: millis, moves: null };
  }

  /** The current in milliamperes at which an RCD trips as it is raised slowly. */
  rampCurrent(circuit: string, point: string): Shown {
    const residual = this.circuit(circuit).residual;
    const path = this.earthPath(circuit, point);
    if (!residual || path === null || this.dwelling.supply.volts / path < residual.milliamps / 1000)
      return { value: { is: 'over', bound: String((residual?.milliamps ?? 30) * 2) }, true: null, moves: null };
    const starts = (residual.tripMilliamps ?? residual.milliamps * 0.75) * (1 + 0.02 * this.scatter());
    return { value: { is: 'number', shown: starts.toFixed(1) }, true: starts, moves: null };
  }

  /** What metalwork at a point rises to while its RCD is tested, in volts: its whole supply where the CPC is open. */
  touchVolts(circuit: string, point: string): Shown {
    const residual = this.circuit(circuit).residual;
    const path = this.earthPath(circuit, point);
    const { volts } = this.dwelling.supply;
    const rises = path === null ? volts : Math.min(volts, (path * (residual?.milliamps ?? 30)) / 1000);
    return { value: { is: 'number', shown: rises.toFixed(1) }, true: rises, moves: null };
  }

  /** The loop through line and CPC at a point, in ohm; null where one of them is open, or beyond the instrument's range. */
  earthPath(circuit: string, point: string): number | null {
    const ohms = this.solver({ ...this.rest, supplyOn: true }).resistance(...this.contacts(circuit, point, ['L', 'C']));
    // What comes back over insulation alone is no path.
    return ohms !== null && ohms <= this.instrument.ohmMost ? ohms : null;
  }

  /** Continuity of a main bonding conductor, one end parted or still connected. */
  bonding(service: string, parted = true): Shown {
    const standing = { ...this.rest, supplyOn: false, bondsOff: parted ? [service] : [] };
    return this.ohms(standing, parted ? `BOND ${service}` : 'MET', `SERVICE ${service}`);
  }

  private dead = (): Standing => ({ ...this.rest, off: allOff(this.dwelling) });

  private points = (circuit: string): string[] => this.circuit(circuit).points.map((p) => p.id);
  private ends = (circuit: string): readonly string[] => endsOf(this.circuit(circuit));

  private circuit(id: string) {
    const found = this.dwelling.circuits.find((c) => c.id === id);
    if (!found) throw new RangeError(`There is no circuit ${id}`);
    return found;
  }

  /** The conductor a socket's contact is connected to. */
  private contact(circuit: string, point: string, contact: ConductorLetter): string {
    const fault = this.dwelling.faults.find((f) => f.kind === 'reversed' && f.circuit === circuit && f.point === point);
    const [one, two] = fault?.kind === 'reversed' ? fault.swap : [];
    return this.terminal(circuit, point, (contact === one ? two : contact === two ? one : contact) ?? contact);
  }
  /** Where a conductor ends at a point: over its switches, where it is switched. */
  private terminal(circuit: string, point: string, conductor: ConductorLetter): string {
    const switched = this.circuit(circuit).points.find(({ id }) => id === point)?.switched;
    return `${circuit}/${point}.${conductor === switched ? 'S' : conductor}`;
  }
  private contacts = (circuit: string, point: string, [one, two]: Pair): [string, string] => [
    this.contact(circuit, point, one),
    this.contact(circuit, point, two),
  ];

  private contactFaults(...terminals: string[]) {
    return this.dwelling.faults.flatMap((f) =>
      f.kind === 'contact' && terminals.some((t) => t === this.terminal(f.circuit, f.point, f.conductor)) ? [f] : [],
    );
  }

  private solver(standing: Standing): Solver {
    const key = JSON.stringify([
      standing.supplyOn,
      [...standing.off],
      standing.links,
      standing.opened,
      standing.switches,
      standing.loadsIn,
      standing.earthingConductorOff,
      standing.bondsOff,
    ]);
    const known = this.solvers.get(key);
    if (known) return known;
    const wired = wiringOf(this.dwelling, standing, this.pack);
    if (!wired.ok) throw new RangeError(wired.problem);
    const prepared = prepare(wired.network);
    if (!prepared.ok) throw new RangeError(prepared.problem);
    this.solvers.set(key, prepared.solver);
    return prepared.solver;
  }

  /** Scatter of a live test; an instrument without errors has none. */
  private scatter = (): number => (this.instrument.loopNoise ? this.gauss() : 0);

  private gauss = (): number => {
    const { random } = this.instrument;
    return Math.sqrt(-2 * Math.log(1 - random() * 0.999999)) * Math.cos(2 * Math.PI * random());
  };

  private ohms(standing: Standing, red: string, black: string): Shown {
    const { leadOhms, nullOhms, ohmResolution, ohmNoise, ohmMost } = this.instrument;
    const between = this.solver(standing).resistance(red, black);
    if (between === null) return { value: { is: 'open' }, true: null, moves: null };
    const faults = this.contactFaults(red, black);
    const worn = faults.reduce((sum, f) => sum + f.ohms, 0);
    const show = (ohms: number) => {
      const steps = Math.max(
        0,
        Math.round((ohms + leadOhms - nullOhms + ohmNoise * (ohmNoise ? this.gauss() : 0)) / ohmResolution),
      );
      return (steps * ohmResolution).toFixed(Math.max(0, Math.round(-Math.log10(ohmResolution))));
    };
    if (between + worn > ohmMost)
      return { value: { is: 'over', bound: String(ohmMost) }, true: between + worn, moves: null };
    const moving = faults.some((f) => f.moves);
    return {
      value: { is: 'number', shown: show(between + worn) },
      true: between + worn,
      moves: moving ? { low: show(between), high: show(between + worn * 2) } : null,
    };
  }

  private megohms(standing: Standing, red: string, black: string): Shown {
    const { megohmMost } = this.instrument;
    const ohms = this.solver(standing).resistance(red, black);
    const megohms = ohms === null ? Infinity : ohms / 1e6;
    if (megohms > megohmMost)
      return { value: { is: 'over', bound: String(megohmMost) }, true: ohms === null ? null : megohms, moves: null };
    return {
      value: {
        is: 'number',
        shown: megohms >= 100 ? megohms.toFixed(0) : megohms >= 10 ? megohms.toFixed(1) : megohms.toFixed(2),
      },
      true: megohms,
      moves: null,
    };
  }

  private loop(standing: Standing, red: string, black: string, noTrip: boolean): Shown {
    const { loopNoise, noTripNoise, ohmMost } = this.instrument;
    const between = this.solver(standing).resistance(red, black);
    const worn = this.contactFaults(red, black).reduce((sum, f) => sum + f.ohms, 0);
    if (between === null || between + worn > ohmMost)
      return {
        value: { is: 'over', bound: String(ohmMost) },
        true: between === null ? null : between + worn,
        moves: null,
      };
    const noise = noTrip ? noTripNoise : loopNoise;
    const show = (ohms: number) => Math.max(0, ohms + (noise ? noise * this.gauss() : 0)).toFixed(2);
    if (this.contactFaults(red, black).some((f) => f.moves)) {
      const [low = '', high = ''] = [show(between), show(between + worn * 2)].sort((a, b) => Number(a) - Number(b));
      const moves = { low, high };
      return {
        value: low === high ? { is: 'number', shown: high } : { is: 'unstable', ...moves },
        true: between + worn,
        moves,
      };
    }
    return { value: { is: 'number', shown: show(between + worn) }, true: between + worn, moves: null };
  }
}

export type MeterOn = { readonly ok: true; readonly meter: Meter } | { readonly ok: false; readonly problem: string };

/** A tester on an installation; the problem names what the installation cannot be wired with. */
export function meterOn(dwelling: Dwelling, pack: EditionPack, instrument: Instrument): MeterOn {
  const wired = wiringOf(dwelling, atRest, pack);
  if (!wired.ok) return wired;
  const prepared = prepare(wired.network);
  return prepared.ok ? { ok: true, meter: new Meter(dwelling, pack, instrument) } : prepared;
}

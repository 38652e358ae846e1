import { type ReadingValue, showValue } from '../quantity/reading-value';
import type { Act, Claim, Links, Measured, Paper } from './act';
import type { House, Place } from './house';
import { cablesAt, cablesWords } from './cables';
import { capital } from '../words/capital';
import { type Caution, cautions } from './cautions';
import { practiceLimits } from './practice-pack';
import { Probe } from './probe';

/** Something that was read: what, and what the instrument showed. */
export type Reading = {
  readonly measured: Measured;
  readonly value: ReadingValue;
  /** It moved while the plug was rocked. */
  readonly moves: { readonly low: string; readonly high: string } | null;
  /** How the circuit was linked at the board, whether the leads were nulled, and whether what was touched was proved dead. */
  readonly linked: Links;
  readonly nulled: boolean;
  readonly proved: boolean;
  /** Switches that were changed over. */
  readonly over: readonly string[];
};

/** Something the house answers. */
type Said = { readonly text: string; readonly tone: 'plain' | 'sign' | 'reading' | 'wrong' };

/** A caution that was not kept, where and when in the visit. */
type Wrong = { readonly caution: Caution; readonly about: string; readonly act: number };

/** A visit as far as it has gone: what stands how, what was seen, read and said. */
export type Visit = {
  readonly acts: readonly Act[];
  readonly mainOn: boolean;
  /** Circuits switched off, tripped or with their carrier drawn. */
  readonly off: ReadonlySet<string>;
  readonly locked: ReadonlySet<string>;
  /** The people who live there know that it goes off. */
  readonly told: boolean;
  readonly indicator: 'unproved' | 'proved' | 'used';
  /** Circuits read dead since the indicator was proved, and those whose reading was proved again. */
  readonly readDead: ReadonlySet<string>;
  readonly provedDead: ReadonlySet<string>;
  readonly covers: ReadonlySet<string>;
  /** Switches changed over from how they stood. */
  readonly over: ReadonlySet<string>;
  readonly nulled: boolean;
  /** The tester's own fuse went: it reads nothing until there is a new one in it. */
  readonly fuseBlown: boolean;
  readonly links: ReadonlyMap<string, Links>;
  readonly emptied: ReadonlySet<string>;
  readonly seen: ReadonlySet<string>;
  readonly visited: ReadonlySet<string>;
  readonly readings: readonly Reading[];
  readonly claims: readonly Claim[];
  readonly wrongs: readonly Wrong[];
  readonly hints: number;
  readonly finished: Paper | null;
  /** What the house answered to each act, in their order. */
  readonly said: readonly (readonly Said[])[];
};

export const begun: Visit = {
  acts: [],
  mainOn: true,
  off: new Set(),
  locked: new Set(),
  told: false,
  indicator: 'unproved',
  readDead: new Set(),
  provedDead: new Set(),
  covers: new Set(),
  over: new Set(),
  nulled: false,
  fuseBlown: false,
  links: new Map(),
  emptied: new Set(),
  seen: new Set(),
  visited: new Set(),
  readings: [],
  claims: [],
  wrongs: [],
  hints: 0,
  finished: null,
  said: [],
};

type Step = Partial<Omit<Visit, 'acts' | 'said' | 'wrongs'>>;
type Outcome = {
  readonly step: Step;
  readonly says: readonly Said[];
  readonly wrongs?: readonly (readonly [Caution, string])[];
};

const plain = (text: string): Said => ({ text, tone: 'plain' });
const nothing = (text: string): Outcome => ({ step: {}, says: [plain(text)] });
const withOne = <T>(set: ReadonlySet<T>, one: T): ReadonlySet<T> => new Set([...set, one]);
const without = <T>(set: ReadonlySet<T>, gone: (each: T) => boolean): ReadonlySet<T> =>
  new Set([...set].filter((each) => !gone(each)));

/**
 * A practice dwelling one is at: every act is answered as the house and the instrument would. The same acts in the same
 * house have the same answers. What would hurt in life is said, and counted, and hurts nobody.
 */
export class AtHouse {
  private readonly probe: Probe;
  private readonly places: ReadonlyMap<string, Place>;

  constructor(readonly house: House) {
    this.probe = new Probe(house);
    this.places = new Map(house.places.map((place) => [place.id, place]));
  }

  /** A visit after all these acts. */
  after = (acts: readonly Act[]): Visit => acts.reduce((visit, act) => this.act(visit, act), begun);

  act(visit: Visit, act: Act): Visit {
    if (visit.finished) return visit;
    const { step, says, wrongs = [] } = this.answer(visit, act);
    const known = new Set(visit.wrongs.map(({ caution, about }) => `${caution} ${about}`));
    const fresh = wrongs.filter(([caution, about]) => !known.has(`${caution} ${about}`));
    return {
      ...visit,
      ...step,
      acts: [...visit.acts, act],
      wrongs: [...visit.wrongs, ...fresh.map(([caution, about]) => ({ caution, about, act: visit.acts.length }))],
      said: [...visit.said, [...fresh.map(([c]): Said => ({ text: cautions[c].happens, tone: 'wrong' })), ...says]],
    };
  }

  private answer(visit: Visit, act: Act): Outcome {
    switch (act.is) {
      case 'look':
      case 'try':
        return this.look(visit, act.place, act.is);
      case 'work':
        return this.work(visit, act.place);
      case 'ask':
        return this.ask(visit);
      case 'tell':
        return { step: { told: true }, says: [plain('They know that it goes off, and for how long.')] };
      case 'cover':
        return this.cover(visit, act.place, act.off);
      case 'switch':
        return this.switch(visit, act.what, act.on);
      case 'lock':
        return this.lock(visit, act.what);
      case 'prove':
        return this.prove(visit);
      case 'volts':
        return this.volts(visit, act.place);
      case 'null':
        return { step: { nulled: true }, says: [plain('Leads nulled: 0.08 Ω taken off every reading.')] };
      case 'fuse':
        return { step: { fuseBlown: false }, says: [plain('A new fuse in the tester, of its own kind.')] };
      case 'link':
        return this.link(visit, act.circuit, act.how);
      case 'empty':
        return {
          step: { emptied: withOne(visit.emptied, act.circuit) },
          says: [plain('Lamps out, dimmers bridged, equipment unplugged and switched off.')],
        };
      case 'measure':
        return this.measure(visit, act.measured);
      case 'claim':
        return { step: { claims: [...visit.claims, act.claim] }, says: [plain('Written down.')] };
      case 'unclaim':
        return { step: { claims: visit.claims.filter((_, at) => at !== act.index) }, says: [plain('Struck.')] };
      case 'hint':
        return this.hint(visit);
      case 'finish':
        return this.finish(visit, act.paper);
    }
  }

  /** Whether a light burns, as everything stands. */
  isLit(visit: Visit, place: Place): boolean {
    const circuit = this.probe.circuitAt(place);
    return (
      place.kind === 'light' && circuit !== null && this.probe.isLit(visit, circuit, place.id.slice('point:'.length))
    );
  }

  /** How many cables one sees in a box; null while its cover is on. */
  cablesSeen(visit: Visit, placeId: string): number | null {
    const place = this.placeOf(placeId);
    return place && visit.covers.has(placeId) ? cablesAt(this.house, place) : null;
  }

  private placeOf = (id: string): Place | null => this.places.get(id) ?? null;
  private isLocked = (place: Place): boolean => this.house.locked.includes(place.room) && place.kind !== 'board';

  private look(visit: Visit, id: string, by: 'look' | 'try'): Outcome {
    const place = this.placeOf(id);
    if (!place) return nothing('There is no such place.');
    const visited = withOne(visit.visited, id);
    if (this.isLocked(place) && place.kind !== 'room')
      return { step: { visited }, says: [plain('The room is locked.')] };
    const signs = this.house.sights.filter(
      (each) =>
        each.place === id && (each.by === by || (by === 'look' && each.by === 'cover off' && visit.covers.has(id))),
    );
    const seen = new Set([...visit.seen, ...signs.map((sign) => sign.id)]);
    const says = signs.map(({ how, sign }): Said => ({ text: `${how}: ${sign}`, tone: 'sign' }));
    const works =
      place.kind !== 'light' ? 'It works as it should.' : this.isLit(visit, place) ? 'It lights.' : 'It stays dark.';
    const cables = by === 'look' && visit.covers.has(id) ? cablesAt(this.house, place) : 0;
    return {
      step: { seen, visited },
      says: [
        ...(says.length > 0 ? says : [plain(by === 'look' ? 'Nothing strikes the eye.' : works)]),
        ...(cables > 0 ? [plain(cablesWords(cables))] : []),
      ],
    };
  }

  private work(visit: Visit, id: string): Outcome {
    const place = this.placeOf(id);
    if (place?.kind !== 'switch') return nothing('There is no switch here.');
    const { step, says } = this.look(visit, id, 'try');
    if (this.isLocked(place)) return { step, says };
    const over = visit.over.has(id) ? without(visit.over, (each) => each === id) : withOne(visit.over, id);
    const [before, after] = [visit, { ...visit, over }].map((each) => this.probe.lit(each, place));
    const goes = (from: readonly string[] = [], to: readonly string[] = []) =>
      from.filter((each) => !to.includes(each));
    const [on, out] = [goes(after, before), goes(before, after)];
    const does = [
      on.length > 0 ? `${on.join(', ')}: on` : '',
      out.length > 0 ? `${out.join(', ')}: out` : '',
      on.length + out.length === 0 ? 'nothing lights, and nothing goes out' : '',
    ].filter(Boolean);
    return {
      step: { ...step, over },
      says: [...says.filter(({ tone }) => tone === 'sign'), plain(`Changed over. ${capital(does.join('; '))}.`)],
    };
  }

  private ask(visit: Visit): Outcome {
    const signs = this.house.sights.filter(({ by }) => by === 'ask');
    return {
      step: { seen: new Set([...visit.seen, ...signs.map(({ id }) => id)]) },
      says:
        signs.length > 0
          ? signs.map(({ how, sign }): Said => ({ text: `${how} ${sign}`, tone: 'sign' }))
          : [plain(`Nothing you did not know. ${this.house.type.story}`)],
    };
  }

  private cover(visit: Visit, id: string, off: boolean): Outcome {
    const place = this.placeOf(id);
    if (!place) return nothing('There is no such place.');
    if (this.isLocked(place)) return nothing('The room is locked.');
    if (!off)
      return { step: { covers: without(visit.covers, (each) => each === id) }, says: [plain('The cover is on.')] };
    const covers = withOne(visit.covers, id);
    const circuit = this.probe.circuitAt(place);
    const isSafe =
      place.kind === 'board'
        ? this.boardIsDead(visit, id)
        : circuit === null ||
          this.isUnconnected(circuit) ||
          (visit.provedDead.has(circuit) && !this.probe.isLive(visit, circuit));
    const opened = { ...visit, covers };
    const { step, says } = this.look(opened, id, 'look');
    return {
      step: { ...step, covers },
      says,
      wrongs: isSafe ? [] : [['cover off live', circuit ?? id]],
    };
  }

  private boardIsDead = (visit: Visit, id: string): boolean =>
    !visit.mainOn && this.circuitsOn(id).every((circuit) => visit.provedDead.has(circuit));
  private circuitsOn = (board: string): string[] =>
    this.house.circuits.filter((each) => `board:${each.board}` === board && !each.unconnected).map(({ id }) => id);

  private switch(visit: Visit, what: string, on: boolean): Outcome {
    const isMain = what === 'main';
    const circuits = isMain ? this.house.circuits.map(({ id }) => id) : [what];
    if (!isMain && !this.house.circuits.some(({ id }) => id === what)) return nothing('There is no such way.');
    const off = isMain ? visit.off : on ? without(visit.off, (each) => each === what) : withOne(visit.off, what);
    const mainOn = isMain ? on : visit.mainOn;
    const wrongs: (readonly [Caution, string])[] = [];
    if (!on && !visit.told) wrongs.push(['off untold', 'house']);
    const live = circuits.filter((id) => mainOn && !off.has(id));
    const linked = live.filter((id) => (visit.links.get(id) ?? 'none') !== 'none');
    if (on) {
      for (const id of linked) wrongs.push(['live with links', id]);
      for (const cover of visit.covers) {
        const circuit = this.probe.circuitAt(this.placeOf(cover));
        if ((circuit && live.includes(circuit)) || (cover.startsWith('board:') && live.length > 0))
          wrongs.push(['live with covers off', circuit ?? cover]);
      }
    }
    const stands = { mainOn, off, over: visit.over };
    // What is on again is not dead, and nothing is that is fed by it.
    const gone = (each: string) => on && (isMain || each === what || this.probe.isLive(stands, each));
    return {
      step: {
        mainOn,
        off: linked.length > 0 && on ? new Set([...off, ...linked]) : off,
        locked: without(visit.locked, (each) => on && each === what),
        readDead: without(visit.readDead, gone),
        provedDead: without(visit.provedDead, gone),
      },
      says: [plain(`${isMain ? 'Main switch' : this.wayOf(what)} ${on ? 'on' : 'off'}.`)],
      wrongs,
    };
  }

  private wayOf = (id: string): string => {
    const circuit = this.house.circuits.find((each) => each.id === id);
    return circuit ? `Way ${circuit.way}, ${circuit.name}` : id;
  };

  private lock(visit: Visit, what: string): Outcome {
    const isOff = what === 'main' ? !visit.mainOn : visit.off.has(what);
    if (!isOff) return nothing('It is on: there is nothing to lock off.');
    return {
      step: { locked: withOne(visit.locked, what) },
      says: [plain('Locked off, the key in your pocket, the notice on it.')],
    };
  }

  private prove(visit: Visit): Outcome {
    const again = visit.indicator === 'used' ? visit.readDead : new Set<string>();
    return {
      step: { indicator: 'proved', provedDead: new Set([...visit.provedDead, ...again]), readDead: new Set() },
      says: [plain('The indicator lights on the proving unit.')],
    };
  }

  private volts(visit: Visit, id: string): Outcome {
    const place = this.placeOf(id);
    if (!place) return nothing('There is no such place.');
    if (this.isLocked(place)) return nothing('The room is locked.');
    const circuit = this.probe.circuitAt(place);
    if (!circuit) return nothing('No conductors to put it on here.');
    const chart = place.circuit ?? circuit;
    const found = this.probe.volts(visit, place);
    const isLive = found.some(({ volts }) => volts > practiceLimits.touchVolts);
    const isOff = !visit.mainOn || visit.off.has(chart);
    const isLocked = visit.locked.has(chart) || (!visit.mainOn && visit.locked.has('main'));
    const wrongs: (readonly [Caution, string])[] = [];
    if (visit.indicator === 'unproved') wrongs.push(['indicator unproved', 'indicator']);
    if (isOff && !isLive && !isLocked) wrongs.push(['not locked', chart]);
    return {
      step: {
        indicator: visit.indicator === 'unproved' ? 'unproved' : 'used',
        // A way that is on is not dead, whatever is not found at one of its points.
        readDead: isLive || !isOff || visit.indicator === 'unproved' ? visit.readDead : withOne(visit.readDead, chart),
        visited: withOne(visit.visited, id),
      },
      says: [
        {
          text: found
            .map(
              ({ pair, volts }) =>
                `${pair} ${volts <= practiceLimits.touchVolts ? 'nothing' : `${volts.toFixed(0)} V`}`,
            )
            .join(', '),
          tone: isLive && isOff ? 'sign' : 'reading',
        },
      ],
      wrongs,
    };
  }

  private link(visit: Visit, circuit: string, how: Links): Outcome {
    return {
      step: { links: new Map([...visit.links, [circuit, how]]) },
      says: [plain(how === 'none' ? 'Links out, counted.' : `Linked at the board: ${how}.`)],
      wrongs:
        how === 'none' || this.isUnconnected(circuit) || visit.provedDead.has(circuit)
          ? []
          : [['hands in undead', circuit]],
    };
  }

  private isUnconnected = (id: string): boolean =>
    this.house.circuits.find((each) => each.id === id)?.unconnected ?? false;

  private measure(visit: Visit, what: Measured): Outcome {
    if (visit.fuseBlown) return nothing('Nothing: the fuse of the tester is blown.');
    const result = this.probe.measure(visit, what);
    const tripped = result.trips ? { off: new Set([...visit.off, ...result.trips]) } : {};
    const fuseBlown = result.wrongs?.some(([caution]) => caution === 'dead test live') ?? false;
    if (!result.ok) return { step: { ...tripped, fuseBlown }, says: [plain(result.why)], wrongs: result.wrongs ?? [] };
    const { value, moves, unit } = result;
    const text = moves ? `${moves.low} to ${moves.high} ${unit}, moving` : `${showValue(value)} ${unit}`.trim();
    return {
      step: {
        readings: [...visit.readings, { measured: what, value, moves, ...this.circumstances(visit, what) }],
        ...tripped,
      },
      says: [{ text, tone: 'reading' }],
      wrongs: result.wrongs ?? [],
    };
  }

  /** What a reading was taken under. */
  private circumstances(visit: Visit, what: Measured): Pick<Reading, 'linked' | 'nulled' | 'proved' | 'over'> {
    const circuit = 'circuit' in what ? what.circuit : 'place' in what ? this.placeOf(what.place)?.circuit : null;
    const { provedDead, links, nulled, mainOn } = visit;
    return {
      linked: links.get(circuit ?? '') ?? 'none',
      nulled,
      over: [...visit.over].filter((each) => this.placeOf(each)?.circuit === circuit),
      proved: circuit ? provedDead.has(circuit) || this.isUnconnected(circuit) : !mainOn,
    };
  }

  private hint(visit: Visit): Outcome {
    const named = new Set(visit.claims.map(({ at }) => at));
    const left = this.house.hidden.find(
      ({ fault, places, circuits }) =>
        fault.code !== 'none' && ![...places, ...circuits.map((id) => `circuit:${id}`)].some((at) => named.has(at)),
    );
    const at = left && (this.placeOf(left.places[0] ?? '')?.room ?? left.fault.where.circuit);
    return {
      step: { hints: visit.hints + 1 },
      says: [
        plain(
          left
            ? `There is more to find: ${at || 'at the intake'}. ${left.fault.foundBy[0]?.how ?? ''}.`
            : 'There is no more to find.',
        ),
      ],
    };
  }

  private finish(visit: Visit, paper: Paper): Outcome {
    const linked = [...visit.links].filter(([, how]) => how !== 'none').map(([id]) => id);
    const wrongs: (readonly [Caution, string])[] = [
      ...linked.map((id) => ['links left in', id] as const),
      ...[...visit.covers].map((id) => ['cover left off', id] as const),
      ...(visit.mainOn ? [] : [['left without supply', 'house'] as const]),
      ...[...visit.off].filter((id) => !this.isUnconnected(id)).map((id) => ['left without supply', id] as const),
    ];
    return { step: { finished: paper }, says: [plain('The report is handed over.')], wrongs };
  }
}

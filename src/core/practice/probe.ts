import { type Instrument, Meter, type Shown, usualInstrument } from '../physics/meter';
import type { Standing } from '../physics/wiring';
import type { ReadingValue } from '../quantity/reading-value';
import type { Links, Measured } from './act';
import type { Caution } from './cautions';
import type { House, Place } from './house';
import { practiceLimits, practicePack } from './practice-pack';
import { seeded } from './seeded';
import type { Visit } from './visit';

type Result =
  | {
      readonly ok: true;
      readonly value: ReadingValue;
      readonly moves: Shown['moves'];
      readonly unit: string;
      readonly wrongs?: readonly (readonly [Caution, string])[];
      /** Circuits that went off with it. */
      readonly trips?: readonly string[];
    }
  | {
      readonly ok: false;
      readonly why: string;
      readonly wrongs?: readonly (readonly [Caution, string])[];
      readonly trips?: readonly string[];
    };

type Volts = { readonly pair: string; readonly volts: number };
type Stands = Pick<Visit, 'mainOn' | 'off' | 'over'>;
/** Live tests want no nulled leads, and the origin no switches. */
const bare = { nulled: true, over: new Set<string>() };
/** With more than this in its way a lamp stays dark. */
const carriesOhms = 200;
const isTouched = (found: readonly Volts[]): boolean => found.some(({ volts }) => volts > practiceLimits.touchVolts);

const open: Shown = { value: { is: 'open' }, true: null, moves: null };

/** The instrument of a practice dwelling: probes put where the learner puts them, on the house as it stands. */
export class Probe {
  private random: () => number = () => 0.5;
  private readonly instrument: Instrument = usualInstrument(() => this.random());
  private readonly meters = new Map<string, Meter>();

  constructor(private readonly house: House) {}

  /** The instrument with its leads nulled or not, on the house with its switches as they stand. */
  private meter({ nulled, over }: Pick<Visit, 'nulled' | 'over'>): Meter {
    const key = [nulled, ...[...over].sort()].join(' ');
    const known =
      this.meters.get(key) ??
      new Meter(
        this.house.dwelling,
        practicePack,
        nulled ? this.instrument : { ...this.instrument, nullOhms: 0 },
        this.positions(over),
      );
    this.meters.set(key, known);
    return known;
  }

  /** The second position of every switch that is changed over. */
  private positions(over: ReadonlySet<string>): Readonly<Record<string, string>> {
    return Object.fromEntries(
      this.house.dwelling.circuits.flatMap((circuit) =>
        circuit.switches.flatMap(({ id, positions }) =>
          over.has(`point:${id}`) ? [[`${circuit.id}/${id}`, Object.keys(positions)[1] ?? '']] : [],
        ),
      ),
    );
  }

  /** The circuit whose conductors are truly at a place; null where there are none. */
  circuitAt(place: Place | null): string | null {
    if (!place) return null;
    if (place.kind === 'switch') return place.circuit;
    if (!place.id.startsWith('point:')) return null;
    const id = place.id.slice('point:'.length);
    return this.house.dwelling.circuits.find(({ points }) => points.some((point) => point.id === id))?.id ?? null;
  }

  private standing = (visit: Stands): Partial<Standing> => ({
    supplyOn: visit.mainOn,
    off: new Map(
      this.house.circuits
        .filter(({ id, unconnected }) => unconnected || visit.off.has(id))
        .map(({ id, unconnected }) => [id, unconnected ? (['L', 'N', 'C'] as const) : (['L'] as const)]),
    ),
  });

  volts(visit: Stands, place: Place): readonly Volts[] {
    const circuit = this.circuitAt(place);
    const id = place.id.slice('point:'.length);
    if (!circuit) return [];
    return place.kind === 'switch'
      ? this.meter({ ...visit, nulled: true }).switchVolts(this.standing(visit), circuit, id)
      : this.voltsAt(visit, circuit, id);
  }

  private readonly known = new Map<string, readonly Volts[]>();
  /** At a point of a circuit, worked out once for as long as everything stands as it does. */
  private voltsAt(visit: Stands, circuit: string, point: string): readonly Volts[] {
    const { switches = [] } = this.house.dwelling.circuits.find(({ id }) => id === circuit) ?? {};
    // No other circuit's switches lie between it and what feeds it.
    const over = switches.flatMap(({ id }) => (visit.over.has(`point:${id}`) ? [`point:${id}`] : []));
    const key = [visit.mainOn, [...visit.off].sort(), over, circuit, point].join('|');
    const volts =
      this.known.get(key) ??
      this.meter({ nulled: true, over: new Set(over) }).volts(this.standing(visit), circuit, point);
    this.known.set(key, volts);
    return volts;
  }

  /** Whether any point of a circuit is live as the house stands, whatever feeds it and whichever way its switches stand. */
  isLive(visit: Stands, circuit: string): boolean {
    const points = this.house.dwelling.circuits.find(({ id }) => id === circuit)?.points ?? [];
    return points.some(({ id }) => isTouched(this.voltsAt(visit, circuit, id)));
  }

  /** Lights that burn, of those a switch acts on. */
  lit(visit: Stands, switchPlace: Place): readonly string[] {
    const { circuit } = switchPlace;
    const switching = this.house.switchings
      .get(circuit ?? '')
      ?.find(({ switches }) => switches.includes(switchPlace.id.slice('point:'.length)));
    return (switching?.lights ?? []).filter((light) => circuit !== null && this.isLit(visit, circuit, light));
  }

  /** Whether a light burns: it has its voltage, and a way back that carries it. */
  isLit(visit: Stands, circuit: string, light: string): boolean {
    if (!isTouched(this.voltsAt(visit, circuit, light).slice(0, 1))) return false;
    const loop = this.meter({ ...visit, nulled: true }).lineNeutralLoop(circuit, light).true;
    return loop !== null && loop < carriesOhms;
  }

  /** What a dead test on a circuit comes to before anything is read. */
  private deadOn(
    visit: Visit,
    circuit: string,
  ): { readonly stop: boolean; readonly wrongs: (readonly [Caution, string])[] } {
    if (this.house.circuits.find(({ id }) => id === circuit)?.unconnected) return { stop: false, wrongs: [] };
    if (this.isLive(visit, circuit)) return { stop: true, wrongs: [['dead test live', circuit]] };
    return { stop: false, wrongs: visit.provedDead.has(circuit) ? [] : [['dead test undead', circuit]] };
  }

  measure(visit: Visit, what: Measured): Result {
    this.random = seeded(`${this.house.number} ${visit.acts.length}`);
    const place = 'place' in what ? (this.house.places.find(({ id }) => id === what.place) ?? null) : null;
    if ('place' in what && !place) return { ok: false, why: 'There is no such place.' };
    if (place && this.house.locked.includes(place.room)) return { ok: false, why: 'The room is locked.' };
    switch (what.of) {
      case 'ring end':
        return this.dead(visit, what.circuit, 'Ω', (meter) =>
          this.isRing(what.circuit) ? meter.ringEnd(what.circuit, what.conductor) : null,
        );
      case 'continuity':
        return this.continuity(visit, place, what);
      case 'long lead': {
        const circuit = this.circuitAt(place);
        return circuit
          ? this.dead(visit, circuit, 'Ω', (meter) => only(place, (points) => meter.cpcAlone(circuit, points)))
          : { ok: false, why: 'No protective conductor to put it on here.' };
      }
      case 'neutral': {
        const circuit = this.circuitAt(place);
        if (!circuit || !place || place.kind === 'switch') return { ok: false, why: 'No neutral here.' };
        const own = this.deadOn(visit, circuit);
        if (own.stop) return { ok: false, why: 'No reading.', wrongs: own.wrongs };
        const result = this.dead(visit, what.circuit, 'Ω', (meter) =>
          meter.neutralTo(circuit, place.id.slice('point:'.length), what.circuit),
        );
        return { ...result, wrongs: [...own.wrongs, ...(result.wrongs ?? [])] };
      }
      case 'insulation': {
        const opened = what.before === undefined ? [] : this.partedBefore(what.circuit, what.before);
        const loadsIn = !visit.emptied.has(what.circuit);
        const [red = 'L', black = 'N'] = what.pair.split('-') as ['L', 'N'];
        const read = (meter: Meter) => opened && meter.insulation(what.circuit, [red, black], { loadsIn, opened });
        const result = this.dead(visit, what.circuit, 'MΩ', read, false);
        if (!result.ok || !loadsIn || what.volts < 500) return result;
        return { ...result, wrongs: [...(result.wrongs ?? []), ['electronics at 500 V', what.circuit]] };
      }
      case 'bond': {
        const service = what.place.replace(/^service:/, '');
        if (!this.house.dwelling.bonds.some((bond) => bond.service === service))
          return { ok: false, why: 'No bond to measure here.' };
        return this.shown(this.meter(visit).bonding(service), 'Ω', [
          ...(visit.mainOn ? ([['bond parted live', service]] as const) : []),
          ...(visit.nulled ? [] : ([['leads not nulled', 'leads']] as const)),
        ]);
      }
      case 'part': {
        const ohms = this.house.parts.get(what.place.replace(/^part:/, ''));
        if (ohms === undefined) return { ok: false, why: 'No metal part here.' };
        const shown = Math.max(0, ohms + (visit.nulled ? 0 : 0.08) + 0.008 * (this.random() - 0.5));
        return {
          ok: true,
          value: { is: 'number', shown: shown.toFixed(2) },
          moves: null,
          unit: 'Ω',
          wrongs: visit.nulled ? [] : [['leads not nulled', 'leads']],
        };
      }
      case 'ze':
        return this.shown(this.meter(bare).externalLoop(), 'Ω', visit.mainOn ? [['ze with main on', 'house']] : []);
      case 'ipf':
        return this.shown(this.meter(bare).faultCurrent(what.pair === 'L-N' ? 'L–N' : 'L–E'), 'kA', []);
      default:
        return this.live(visit, place, what);
    }
  }

  /** A circuit parted before one of its points, a ring at its other leg too; null where no cable of it leads there. */
  private partedBefore(circuit: string, placeId: string): Standing['opened'] | null {
    const cables = this.house.dwelling.circuits.find(({ id }) => id === circuit)?.cables ?? [];
    const into = cables.find(({ to }) => `point:${to}` === placeId);
    const home = cables.find(({ to }) => to === 'B');
    if (!into) return null;
    return [
      { circuit, cable: into.id, end: 'from' },
      ...(home ? [{ circuit, cable: home.id, end: 'to' } as const] : []),
    ];
  }

  private isRing = (id: string): boolean =>
    this.house.dwelling.circuits.find((each) => each.id === id)?.arrangement === 'ring';

  private dead(
    visit: Visit,
    circuit: string,
    unit: string,
    read: (meter: Meter) => Shown | null,
    wantsNull = true,
  ): Result {
    if (!this.house.circuits.some(({ id }) => id === circuit)) return { ok: false, why: 'There is no such circuit.' };
    const { stop, wrongs } = this.deadOn(visit, circuit);
    if (stop) return { ok: false, why: 'No reading.', wrongs };
    const shown = read(this.meter(visit));
    if (!shown) return { ok: false, why: 'It cannot be read so here.', wrongs };
    return this.shown(shown, unit, [
      ...wrongs,
      ...(wantsNull && !visit.nulled ? ([['leads not nulled', 'leads']] as const) : []),
    ]);
  }

  /** Between two contacts of a point, with whatever is linked at the board of the circuit the chart says it is on. */
  private continuity(
    visit: Visit,
    place: Place | null,
    { pair, feed }: Extract<Measured, { of: 'continuity' }>,
  ): Result {
    const truly = this.circuitAt(place);
    const chart = place?.circuit ?? truly;
    if (!place || !truly || !chart || place.kind === 'switch') return { ok: false, why: 'No contacts here.' };
    const linked: Links = visit.links.get(chart) ?? 'none';
    const contacts = pair.split('-') as ['L', 'N'];
    // Fed from elsewhere than its chart says, it is live though that is off.
    if (truly !== chart && this.deadOn(visit, truly).stop) return this.dead(visit, truly, 'Ω', () => null);
    return this.dead(visit, chart, 'Ω', (meter) => {
      // What hangs on another circuit does not answer to the links of this one.
      if (truly !== chart || linked === 'none') return open;
      if (linked === 'L to CPC')
        return pair === 'L-C' ? only(place, (points) => meter.lineAndCpc(chart, { feed, points })) : open;
      if (!this.isRing(chart)) return open;
      const linking = linked === 'L to CPC one leg' ? 'first only' : 'opposite';
      const step = linked === 'L to N crossed' ? 2 : 3;
      return only(place, (points) => meter.ringStep(chart, step, linking, contacts, points));
    });
  }

  private live(
    visit: Visit,
    place: Place | null,
    what: Extract<Measured, { of: 'zs' | 'line neutral loop' | 'rcd' }>,
  ): Result {
    const circuit = this.circuitAt(place);
    if (!place || !circuit || place.kind === 'switch') return { ok: false, why: 'Nothing to plug into here.' };
    const point = place.id.slice('point:'.length);
    const isOn =
      visit.mainOn && !visit.off.has(circuit) && !this.house.circuits.find(({ id }) => id === circuit)?.unconnected;
    if (!isOn) return { ok: false, why: 'No voltage here: a live test needs it on.' };
    const meter = this.meter({ ...visit, nulled: true });
    const found = this.voltsAt(visit, circuit, point);
    if (!isTouched(found.filter(({ pair }) => pair === 'L–N' || pair === 'L–E')))
      return { ok: false, why: 'No voltage here: a live test needs it on.' };
    if (what.of === 'line neutral loop') return this.shown(meter.lineNeutralLoop(circuit, point), 'Ω', []);
    const known = visit.readings.some(
      ({ measured, value }) =>
        'place' in measured &&
        (measured.of === 'continuity' || measured.of === 'long lead') &&
        value.is === 'number' &&
        this.circuitAt(this.house.places.find(({ id }) => id === measured.place) ?? null) === circuit,
    );
    const wrongs: (readonly [Caution, string])[] = known ? [] : [['loop before continuity', circuit]];
    const residual = this.house.dwelling.circuits.find(({ id }) => id === circuit)?.residual;
    const behind = residual?.group
      ? this.house.dwelling.circuits.filter((each) => each.residual?.group === residual.group).map(({ id }) => id)
      : [circuit];
    if (what.of === 'zs') {
      if (what.method === 'two-lead' && residual)
        return {
          ok: false,
          why: 'The RCD tripped before there was a reading.',
          trips: behind,
          wrongs: [...wrongs, ['tripped by the test', circuit]],
        };
      return this.shown(meter.earthLoop(circuit, point, what.method), 'Ω', wrongs);
    }
    if (!residual) return { ok: false, why: 'Nothing trips: there is no RCD here.', wrongs };
    const { times = '1', wave = '0' } = what;
    const shown =
      times === 'ramp'
        ? meter.rampCurrent(circuit, point)
        : meter.tripTime(circuit, point, times === 'half' ? 0.5 : times === '5' ? 5 : 1, wave);
    const read = this.shown(shown, times === 'ramp' ? 'mA' : 'ms', wrongs);
    return read.ok && shown.value.is === 'number' ? { ...read, trips: behind } : read;
  }

  private shown = ({ value, moves }: Shown, unit: string, wrongs: readonly (readonly [Caution, string])[]): Result => ({
    ok: true,
    value,
    moves,
    unit,
    wrongs,
  });
}

/** What is read at one place. */
const only = (place: Place | null, read: (points: readonly string[]) => readonly Shown[]): Shown | null =>
  read(place ? [place.id.slice('point:'.length)] : [])[0] ?? null;

import type { Slot } from '../core/installation/slot';
import {
  type FromTester,
  type TesterRequest,
  type TesterReading,
  type ToTester,
  fromTester,
  testerFormat,
} from './messages';

/** The line to an instrument: what a WebSocket offers, and no more. */
export type Line = {
  send(text: string): void;
  close(): void;
  onopen: ((event: never) => void) | null;
  onmessage: ((event: { data: unknown }) => void) | null;
  onclose: ((event: never) => void) | null;
};

/** A place with what the tester was told of it, so that it can be told again. */
export type Asked = { readonly slot: Slot } & Pick<TesterRequest, 'where' | 'testVolts' | 'method'>;
export type PlaceKeeper = {
  load(): Readonly<Record<string, Asked>>;
  keep(places: Readonly<Record<string, Asked>>): void;
};

export type TesterState = {
  readonly line: 'connecting' | 'ready' | 'lost';
  readonly instrument: Extract<FromTester, { type: 'hello' }>['instrument'] | null;
  /** Places still waiting for their reading. */
  readonly waiting: readonly Slot[];
  /** Readings taken at the tester itself: which cell they belong to is for the person to say. */
  readonly unplaced: readonly TesterReading[];
  readonly refused: string | null;
};

type Options = {
  readonly open: () => Line;
  readonly keeper: PlaceKeeper;
  readonly later: (work: () => void, millis: number) => () => void;
  readonly newId: () => string;
  /** Records a reading in its place; true once the ledger here holds it. */
  readonly record: (slot: Slot, reading: TesterReading, instrument: NonNullable<TesterState['instrument']>) => boolean;
  /** Hears which ways went dead with a test. */
  readonly tripped?: (ways: readonly number[]) => void;
};

const firstWaitMillis = 300;
const longestWaitMillis = 8_000;

/**
 * A tester's link that loses no reading.
 *
 * 1. A place is kept before its reading is asked for, and until that is recorded: a reload forgets nothing.
 * 2. A reading is acknowledged only once it is recorded; until then the tester sends it again after every reconnection.
 * 3. A request that may not have arrived is asked again with its own id: the tester answers each id once.
 */
export class TesterLink {
  private state: TesterState = { line: 'connecting', instrument: null, waiting: [], unplaced: [], refused: null };
  private readonly listeners = new Set<() => void>();
  private places: Record<string, Asked>;
  private line: Line | null = null;
  private wait = firstWaitMillis;
  private cancelWait: (() => void) | null = null;
  private ended = false;
  private off: readonly number[] = [];
  /** Readings whose trips were told: one sent again trips nothing anew. */
  private readonly heardOf = new Set<string>();

  constructor(private readonly options: Options) {
    this.places = { ...options.keeper.load() };
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  getSnapshot = (): TesterState => this.state;

  begin(): void {
    this.ended = false;
    if (!this.line) this.connect();
  }

  end(): void {
    this.ended = true;
    this.cancelWait?.();
    this.line?.close();
    this.line = null;
  }

  /** Asks the tester to take a reading here. */
  measure(slot: Slot, where: Pick<TesterRequest, 'where' | 'testVolts' | 'method'>): void {
    const request = this.options.newId();
    this.places = { ...this.places, [request]: { slot, ...where } };
    this.options.keeper.keep(this.places);
    this.change({ refused: null, waiting: Object.values(this.places).map(({ slot }) => slot) });
    if (this.state.line === 'ready') this.ask(request);
  }

  /** Puts a reading the person took at the tester into a place. */
  put(reading: TesterReading, slot: Slot): void {
    if (this.state.instrument && this.options.record(slot, reading, this.state.instrument)) this.settled(reading);
  }

  /** Tells the tester which ways are off, now and whenever the line comes back. */
  stands(off: readonly number[]): void {
    this.off = off;
    if (this.state.line === 'ready') this.sayWhatStands();
  }

  private sayWhatStands(): void {
    this.send({ format: testerFormat, type: 'stands', off: [...this.off] });
  }

  private connect(): void {
    const line = this.options.open();
    this.line = line;
    line.onmessage = (event) => this.heard(event.data);
    line.onclose = () => {
      if (this.line !== line) return;
      this.line = null;
      this.change({ line: 'lost' });
      if (this.ended) return;
      this.cancelWait = this.options.later(() => this.connect(), this.wait);
      this.wait = Math.min(this.wait * 2, longestWaitMillis);
    };
  }

  private heard(data: unknown): void {
    const message = parse(data);
    if (!message) return;
    if (message.type === 'hello') {
      this.wait = firstWaitMillis;
      this.change({
        line: 'ready',
        instrument: message.instrument,
        waiting: Object.values(this.places).map(({ slot }) => slot),
      });
      this.sayWhatStands();
      for (const request of Object.keys(this.places)) this.ask(request);
    } else if (message.type === 'refusal') {
      this.forget(message.request);
      if (message.tripped.length > 0) this.options.tripped?.(message.tripped);
      this.change({ refused: message.why });
    } else this.reading(message);
  }

  /** A reading that has no place, or does not fit the one it was asked for, is shown until the person puts it somewhere. */
  private reading(reading: TesterReading): void {
    const place = reading.request ? this.places[reading.request] : undefined;
    const { instrument } = this.state;
    if (!instrument) return;
    if (reading.tripped.length > 0 && !this.heardOf.has(reading.id)) this.options.tripped?.(reading.tripped);
    this.heardOf.add(reading.id);
    if (place && this.options.record(place.slot, reading, instrument)) return this.settled(reading);
    if (reading.request) this.forget(reading.request);
    if (!this.state.unplaced.some((each) => each.id === reading.id))
      this.change({ unplaced: [...this.state.unplaced, reading] });
  }

  private settled(reading: TesterReading): void {
    if (reading.request) this.forget(reading.request);
    this.send({ format: testerFormat, type: 'received', sequence: reading.sequence });
    this.change({ unplaced: this.state.unplaced.filter((each) => each.id !== reading.id) });
  }

  private forget(request: string): void {
    this.places = Object.fromEntries(Object.entries(this.places).filter(([id]) => id !== request));
    this.options.keeper.keep(this.places);
    this.change({ waiting: Object.values(this.places).map(({ slot }) => slot) });
  }

  private ask(request: string): void {
    const asked = this.places[request];
    if (asked)
      this.send({
        format: testerFormat,
        type: 'measure',
        request,
        measure: measureOf(asked.slot),
        where: asked.where,
        testVolts: asked.testVolts,
        ...(asked.method ? { method: asked.method } : {}),
      });
  }

  private send(message: ToTester): void {
    this.line?.send(JSON.stringify(message));
  }

  private change(part: Partial<TesterState>): void {
    this.state = { ...this.state, ...part };
    this.listeners.forEach((listener) => listener());
  }
}

const measureOf = ({ on: _on, ...measured }: Slot) => measured;

function parse(data: unknown): FromTester | null {
  try {
    const parsed = fromTester.safeParse(JSON.parse(String(data)));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

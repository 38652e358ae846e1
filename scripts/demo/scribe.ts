import { v7 } from 'uuid';
import type { z } from 'zod';
import { type JobBody, type JobDraft, type JobKind, jobStream, tests } from '../../src/core/catalogue';
import { editionPack } from '../../src/core/edition/editions';
import type { EditionId } from '../../src/core/edition/pack';
import { parseCable, parseDevice, parseResidual } from '../../src/core/installation/device-text';
import type { pointFields } from '../../src/core/installation/point';
import { type Measure, type Subject, slotAt } from '../../src/core/installation/slot';
import type { WayFields } from '../../src/core/installation/way';
import type { LoopMethod } from '../../src/core/job/kinds/reading';
import { parseReading } from '../../src/core/quantity/parse-reading';
import { r1r2 } from '../../src/core/measurements/continuity/slots';
import {
  lineEarth,
  lineEarthOver,
  liveEarth,
  liveLive,
  liveLiveOver,
  neutralEarth,
  neutralEarthOver,
} from '../../src/core/measurements/insulation/slots';
import { zs } from '../../src/core/measurements/loop/slots';
import { polarity } from '../../src/core/measurements/polarity/slots';
import { rcdButton, rcdTime } from '../../src/core/measurements/residual/slots';
import { ringR1, ringR2, ringRn, step2, step3 } from '../../src/core/measurements/ring/slots';

/** Results of a circuit by the name of their measure. */
const results = {
  ringR1,
  ringRn,
  ringR2,
  r1r2,
  liveLive,
  liveEarth,
  lineEarth,
  neutralEarth,
  liveLiveOver,
  lineEarthOver,
  neutralEarthOver,
  polarity,
  zs,
  rcdTime,
  rcdButton,
} satisfies Record<string, Measure>;
export type Results = Partial<Record<keyof typeof results, string>>;

type PointFields = z.infer<typeof pointFields>;

const pack = editionPack('bs7671-2018-a2');

/** Writes a visit as entries, the way a person would make them: one after the other, a little time apart. */
export class Scribe {
  readonly drafts: JobDraft[] = [];
  /** The document in the making. */
  documentId = '';
  instrumentId: string | null = null;
  /** The isolation in force, for dead tests. */
  isolationId: string | null = null;
  /** How loops are read, where it is said. */
  readBy: LoopMethod | null = null;

  constructor(
    private at: Date,
    private readonly device: string,
    private readonly secondsApart = 40,
  ) {}

  say<K extends JobKind>(kind: K, body: JobBody<K>): string {
    this.at = new Date(this.at.getTime() + this.secondsApart * 1000);
    const id = v7({ msecs: this.at.getTime() });
    const read = jobStream.readDraft(
      jobStream.draft(kind, body, { id, madeAt: this.at.toISOString(), device: this.device }),
    );
    if (!read.ok) throw new Error(`${kind}: ${read.problem}`);
    this.drafts.push(read.value);
    return id;
  }

  /** Opens the job and begins its document. */
  open(kind: string, edition: EditionId, reference: string): void {
    this.say('job.opened', { reference, began: null });
    this.documentId = v7();
    const { documentId } = this;
    this.say('document.begun', {
      documentId,
      kind,
      edition,
      covers: null,
      because: null,
      replaces: null,
    });
  }

  /** Live readings of circuits, told while they are isolated: read once it goes live. */
  private waiting: (() => void)[] = [];

  /** A reading as typed; strikes nothing. What is read live of a circuit that is isolated waits until it goes live. */
  read(on: Subject, measured: Measure, typed: string): string {
    const slot = slotAt(on, measured);
    if (this.isolationId && tests.of(slot)?.dead === false && (on.of === 'way' || on.of === 'point')) {
      this.waiting.push(() => void this.read(on, measured, typed));
      return '';
    }
    const definition = tests.of(slot);
    if (!definition) throw new Error(tests.whyNot(slot));
    const { spec, name, dead } = definition;
    const parsed = parseReading(typed, spec);
    if (!parsed.ok) throw new Error(`${name}: ${parsed.problem}`);
    const isTaken = parsed.value.is !== 'not-taken';
    const figure = isTaken && spec.takes === 'figure' ? spec : null;
    return this.say('reading.taken', {
      slot,
      value: parsed.value,
      how: 'measured',
      reason: parsed.reason,
      instrumentId: figure ? this.instrumentId : null,
      leadNullOhms: figure?.unit === 'ohm' && figure.mayBeOpen ? '0.04' : null,
      testVolts: figure?.unit === 'megohm' ? 500 : null,
      isolationId: dead && isTaken ? this.isolationId : null,
      isolationWhy: null,
      connected: null,
      ...(this.readBy && measured.test === 'zs' ? { method: this.readBy } : {}),
    });
  }

  /** Isolates the whole installation and proves it dead. */
  isolate(permission: string, lock: string, indicatorId: string | null): string {
    const isolationId = v7();
    this.say('isolation.begun', {
      isolationId,
      scope: { of: 'supply' },
      permission,
      told: null,
      device: 'Main switch',
      lockable: true,
      doublePole: true,
      lock,
      notice: true,
      indicatorId,
      provingUnit: 'Proving unit PU-12',
      phases: 'single',
    });
    const read = (step: 'prove' | 'test' | 're-prove', pair: string | null, volts: number) =>
      this.say('isolation.read', { isolationId, step, pair, place: 'At the board', volts });
    read('prove', null, 230);
    for (const pair of ['L–N', 'L–E', 'N–E']) read('test', pair, 0);
    read('re-prove', null, 230);
    this.isolationId = isolationId;
    return isolationId;
  }

  /** Ends the isolation and makes the installation live: covers on, earthing seen, somebody told. */
  goLive(told: string): void {
    if (this.isolationId) this.say('isolation.ended', { isolationId: this.isolationId, why: 'restored', note: null });
    this.isolationId = null;
    this.say('supply.restored', { told, earthSeen: true, left: [] });
    const waiting = this.waiting;
    this.waiting = [];
    for (const read of waiting) read();
  }

  board(name: string, location: string, suppliedFrom: string): string {
    const boardId = v7();
    this.say('board.added', { boardId });
    this.say('board.described', { boardId, fields: { name, location, suppliedFrom } });
    return boardId;
  }

  /** A way in shorthand: `['Upstairs sockets', 'ring', 9, 'B32', '30 A', '2.5/1.5', 'C']`. */
  way(
    boardId: string,
    number: number,
    [description, kind, points, device, residual, cable, method]: WayShorthand,
    more: Partial<WayFields> = {},
  ): string {
    const wayId = v7();
    this.say('way.added', { wayId, boardId, number });
    this.say('way.described', {
      wayId,
      fields: {
        description,
        ...kinds[kind],
        points,
        ...fieldsOf(parseDevice(pack, device)),
        breakingMark: '6',
        ...fieldsOf(parseResidual(residual)),
        ...fieldsOf(parseCable(pack, cable)),
        referenceMethod: method,
        ...more,
      },
    });
    return wayId;
  }

  /** Points along a way in their order from the board; answers their ids by name. */
  points(
    wayId: string,
    points: readonly (readonly [name: string, kind?: PointFields['kind'], more?: Partial<PointFields>])[],
  ): Map<string, string> {
    return new Map(
      points.map(([name, kind = 'socket', more = {}], index) => {
        const pointId = v7();
        this.say('point.added', {
          pointId,
          wayId,
          fields: {
            name,
            room: name.replace(/ light$| \d+$/, ''),
            kind,
            order: index + 1,
            spur: false,
            unplaced: false,
            switching: kind === 'light' ? 'one-way' : 'none',
            ...more,
          },
        });
        return [name, pointId];
      }),
    );
  }

  /** Points along a way, each with what steps 2 and 3 of a ring read there. */
  ringPoints(wayId: string, points: readonly (readonly [name: string, two: string, three: string])[]): void {
    const ids = this.points(
      wayId,
      points.map(([name]) => [name, /garden/i.test(name) ? 'outdoor' : 'socket']),
    );
    for (const [name, two, three] of points) {
      const on = { of: 'point', id: ids.get(name) ?? '' } as const;
      this.read(on, step2, two);
      this.read(on, step3, three);
    }
  }

  /** Results in the order of the ledger's columns; an empty text leaves a cell open. */
  results(wayId: string, said: Results): void {
    for (const [name, typed] of Object.entries(said) as [keyof Results, string][])
      if (typed) this.read({ of: 'way', id: wayId }, results[name], typed);
  }

  /** Every inspection item: acceptable unless told otherwise. */
  inspect(items: readonly string[], exceptions: Readonly<Record<string, string>>): void {
    for (const item of items) {
      const [outcome = 'ok', ...why] = (exceptions[item] ?? 'ok').split(' ');
      this.say('item.marked', {
        documentId: this.documentId,
        item,
        outcome: outcome as JobBody<'item.marked'>['outcome'],
        reason: why.join(' ') || null,
      });
    }
  }
}

export type WayShorthand = [
  description: string,
  kind: keyof typeof kinds,
  points: number,
  device: string,
  residual: string,
  cable: string,
  method: WayFields['referenceMethod'],
];

const kinds = {
  ring: { arrangement: 'ring', load: 'sockets' },
  sockets: { arrangement: 'radial', load: 'sockets' },
  lights: { arrangement: 'radial', load: 'lighting' },
  fixed: { arrangement: 'radial', load: 'fixed' },
  'sub-main': { arrangement: 'radial', load: 'distribution' },
} as const satisfies Record<string, Partial<WayFields>>;

function fieldsOf<T>(parsed: { ok: true; fields: T } | { ok: false; problem: string }): T {
  if (!parsed.ok) throw new Error(parsed.problem);
  return parsed.fields;
}

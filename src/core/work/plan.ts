import { type Measure, type Slot, type Subject, slotAt } from '../installation/slot';
import { protectiveConductors } from '../installation/supply';
import { type Way, isSpare } from '../installation/way';
import { governing, valueAt } from '../job/governing';
import { pointsOf, wayOfSubject, waysOf } from '../job/job';
import type { JobView } from '../job/view';
import { whetherLive } from '../job/whether-live';
import { conductorContinuity, r1r2 } from '../measurements/continuity/slots';
import { liveEarth, liveLive } from '../measurements/insulation/slots';
import { zs } from '../measurements/loop/slots';
import { ipfLineEarth, ipfLineNeutral, supplyPolarity, ze } from '../measurements/origin/slots';
import { polarity } from '../measurements/polarity/slots';
import { functionsToTry } from '../measurements/functional/to-try';
import { afddButton, rcdButton, rcdTime } from '../measurements/residual/slots';
import { ringEnds, step2, step3 } from '../measurements/ring/slots';
import { isolationOf, mayEnergise } from './isolation';
import { cpcProved } from './live-tests';
import { repeatsDue } from './repeats';
import { residualDevices } from './residual-devices';

export type Task = {
  readonly slot: Slot;
  readonly wayId: string | null;
  readonly room: string | null;
  readonly done: boolean;
};

type PlanState = 'done' | 'ready' | 'blocked';

/** One stop of the work: at the board, or one walk through the rooms. */
export type PlanStep = {
  readonly id: string;
  readonly where: 'origin' | 'board' | 'rooms';
  readonly live: boolean;
  readonly title: string;
  /** What to do with hands before the readings: links, lamps, switches. */
  readonly first: string | null;
  readonly tasks: readonly Task[];
  readonly state: PlanState;
  readonly blockedBy: string | null;
};

export type Plan = {
  readonly steps: readonly PlanStep[];
  readonly walks: number;
  readonly repeats: ReturnType<typeof repeatsDue>;
  /** Circuits due again because of the work itself, by number, and why. */
  readonly again: { readonly ways: readonly number[]; readonly why: string } | null;
};

/**
 * The order of tests that means the fewest walks between board and rooms, by the school agreed for the job, with what
 * can be done now and what blocks the rest (order of verification: 643.1; live work waits for links and for a CPC).
 *
 *   dead first   board: ends, links → rooms: R1+R2 and step 2 → board: links changed → rooms: step 3 → board: IR → live
 *   live first   live readings everywhere; then the same dead steps for the circuits that leave a doubt
 *
 * 1. Radials are linked L–CPC while rings are linked for step 2, so that one walk reads both.
 * 2. Lamps and loads come out on the last dead walk, so that insulation needs no walk of its own.
 */
export function planOfTests(view: JobView): Plan {
  const { job } = view;
  const ways = [...job.boards.keys()].flatMap((boardId) => waysOf(job, boardId)).filter((way) => !isSpare(way));
  const liveFirst = job.brief.school === 'live-first';
  const dead = deadSteps(view, liveFirst ? ways.filter((way) => leavesDoubt(view, way)) : ways);
  const live = liveSteps(view, ways);
  const steps = (liveFirst ? [...live, ...dead] : [...dead, ...live]).filter((step) => step.tasks.length > 0);
  return {
    steps,
    walks: steps.filter((step) => step.where === 'rooms' && step.state !== 'done').length,
    repeats: repeatsDue(view),
    again: view.outOfDate && {
      ways: ways.filter(({ id }) => view.outOfDate?.wayIds.has(id)).map(({ number }) => number),
      why: view.outOfDate.why,
    },
  };
}

const onWay = (way: Way): Subject => ({ of: 'way', id: way.id });
const supply: Subject = { of: 'supply' };

/** A circuit the live readings do not settle: no Zs, or one that could not be taken. */
function leavesDoubt(view: JobView, way: Way): boolean {
  const value = valueAt(view, onWay(way), zs);
  return !value || value.is === 'not-taken' || value.is === 'over';
}

type Sketch = Pick<PlanStep, 'id' | 'where' | 'title' | 'first'> & { readonly tasks: readonly Task[] };

function deadSteps(view: JobView, ways: readonly Way[]): PlanStep[] {
  const rings = ways.filter((way) => way.arrangement === 'ring');
  const radials = ways.filter((way) => way.arrangement !== 'ring');
  return deadSketches(view, ways, rings, radials).map((sketch) => {
    const left = sketch.tasks.filter((task) => !task.done);
    const uncovered = left.map((task) => whyNotDead(view, task)).find((why) => why !== null) ?? null;
    return {
      ...sketch,
      live: false,
      state: left.length === 0 ? 'done' : uncovered ? 'blocked' : 'ready',
      blockedBy: left.length === 0 ? null : uncovered,
    };
  });
}

function deadSketches(
  view: JobView,
  ways: readonly Way[],
  rings: readonly Way[],
  radials: readonly Way[],
): readonly Sketch[] {
  const conductors = view.tests.on('conductor', conductorContinuity);
  return [
    {
      id: 'earthing',
      where: 'origin',
      title: 'Earthing and bonding conductors',
      first: 'Clamp for current, part one end, long lead nulled; reconnect.',
      tasks: protectiveConductors
        .map((to): Subject => ({ of: 'conductor', to }))
        .filter((on) => conductors?.due?.(view, on))
        .map((on) => taskOf(view, on, conductorContinuity, null)),
    },
    {
      id: 'ring-ends',
      where: 'board',
      title: 'Ends of each ring',
      first: 'Null the leads. Both legs out of their terminals.',
      tasks: rings.flatMap((way) => ringEnds.map((end) => taskOf(view, onWay(way), end, way))),
    },
    {
      id: 'walk-1',
      where: 'rooms',
      title: rings.length > 0 ? 'R1+R2 and polarity on radials, step 2 on rings' : 'R1+R2 and polarity',
      first:
        rings.length > 0
          ? 'At the board: L–CPC links on radials, rings cross-connected line to neutral.'
          : 'At the board: L–CPC links on the circuits to be read.',
      tasks: byRoom([
        ...radials.flatMap((way) => [...atPoints(view, way, r1r2, r1r2), ...atPoints(view, way, polarity, polarity)]),
        ...rings.flatMap((way) => atPoints(view, way, step2, null)),
      ]),
    },
    {
      id: 'walk-2',
      where: 'rooms',
      title: 'Step 3 and polarity on rings',
      first: 'At the board: rings cross-connected line to CPC. On the way: lamps out, loads unplugged.',
      tasks: byRoom(
        rings.flatMap((way) => [...atPoints(view, way, step3, r1r2), taskOf(view, onWay(way), polarity, way)]),
      ),
    },
    {
      id: 'insulation',
      where: 'board',
      title: 'Insulation resistance',
      first: 'Links out. Nobody touching; loads, lamps and electronics out.',
      tasks: ways.flatMap((way) => [liveLive, liveEarth].map((pair) => taskOf(view, onWay(way), pair, way))),
    },
  ];
}

function liveSteps(view: JobView, ways: readonly Way[]): PlanStep[] {
  const { job } = view;
  const { stillIn } = mayEnergise(job.links);
  const links =
    stillIn.length > 0
      ? `${stillIn.length} link${stillIn.length === 1 ? '' : 's'} or disconnection${stillIn.length === 1 ? '' : 's'} still in`
      : null;
  const dead = whetherLive(job).live ? null : 'it is isolated, and nobody has made it live';
  const unproved = ways.filter((way) => job.brief.school !== 'live-first' && !cpcProved(view, way));
  const cpc = unproved.length > 0 ? `CPC not proved on way ${unproved.map((way) => way.number).join(', ')}` : null;
  const devices = residualDevices(job);
  const sketches: (Sketch & { readonly waitsFor: string | null })[] = [
    {
      id: 'origin',
      where: 'origin',
      title: 'Polarity, Ze and Ipf at the incoming terminals',
      first: 'Main switch off for Ze, the earthing conductor parted, then back.',
      tasks: [supplyPolarity, ze, ipfLineNeutral, ipfLineEarth].map((each) => taskOf(view, supply, each, null)),
      waitsFor: links,
    },
    {
      id: 'zs',
      where: 'rooms',
      title: 'Zs at every point',
      first: 'Prove the CPC first; nobody touching metalwork.',
      tasks: byRoom(ways.flatMap((way) => atPoints(view, way, zs, zs))),
      waitsFor: links ?? dead ?? cpc,
    },
    {
      id: 'residual',
      where: 'board',
      title: 'RCDs, their buttons and the like',
      first: 'Loads off. The button after the instrument.',
      tasks: [
        ...devices.flatMap(({ ways: [way] }) =>
          [rcdTime, rcdButton].map((each) => taskOf(view, onWay(way), each, way)),
        ),
        ...ways.filter(({ arcFault }) => arcFault).map((way) => taskOf(view, onWay(way), afddButton, way)),
      ],
      waitsFor: links ?? dead ?? cpc,
    },
    {
      id: 'function',
      where: 'rooms',
      title: 'Switches, isolators, alarms: tried by hand',
      first: null,
      tasks: functionsToTry(job).map(({ on, ...measured }) =>
        taskOf(view, on, measured, wayOfSubject(job, on) ?? null),
      ),
      waitsFor: links ?? dead,
    },
  ];
  return sketches.map(({ waitsFor, ...sketch }) => {
    const left = sketch.tasks.filter((task) => !task.done);
    const blockedBy = left.length === 0 ? null : waitsFor;
    return { ...sketch, live: true, state: left.length === 0 ? 'done' : blockedBy ? 'blocked' : 'ready', blockedBy };
  });
}

const taskOf = (view: JobView, on: Subject, measured: Measure, way: Way | null, room: string | null = null): Task => ({
  slot: slotAt(on, measured),
  wayId: way?.id ?? null,
  room,
  done: governing(view, on, measured) !== null,
});

/** A test at every point of a way; at the way itself where its points are not known. Once the way's own figure stands, nothing is left. */
function atPoints(view: JobView, way: Way, atPoint: Measure, ofWay: Measure | null): Task[] {
  const points = pointsOf(view.job, way.id);
  const landed = ofWay !== null && governing(view, onWay(way), ofWay)?.body.slot.on.of === 'way';
  if (points.length === 0) return ofWay ? [taskOf(view, onWay(way), ofWay, way)] : [];
  return points.map((point) => {
    const task = taskOf(view, { of: 'point', id: point.id }, atPoint, way, point.room ?? point.name);
    return { ...task, done: task.done || landed };
  });
}

/** In the order one meets them: room by room, as the rooms first come up. */
function byRoom(tasks: readonly Task[]): Task[] {
  const rooms = [...new Set(tasks.map((task) => task.room ?? ''))];
  return [...tasks].sort((a, b) => rooms.indexOf(a.room ?? '') - rooms.indexOf(b.room ?? ''));
}

/** Why a dead test may not be made now; null where an isolation in force covers it. */
function whyNotDead({ job }: JobView, { slot, wayId }: Task): string | null {
  const cover = isolationOf(job, wayId ? { of: 'way', id: wayId } : slot.on);
  return 'isolationId' in cover ? null : cover.why;
}

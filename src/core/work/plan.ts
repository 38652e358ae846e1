import { type Way, isSpare } from '../installation/way';
import { valueAt } from '../job/governing';
import { waysOf } from '../job/job';
import { type Task, onWay } from '../job/task';
import type { PlannedCircuits, StepFrame } from '../job/test-definition';
import type { JobView } from '../job/view';
import { whetherLive } from '../job/whether-live';
import { zs } from '../measurements/loop/slots';
import { isolationOf, mayEnergise } from './isolation';
import { cpcProved } from './live-tests';
import { repeatsDue } from './repeats';

type PlanState = 'done' | 'ready' | 'blocked';

/** One stop of the work, with what is read there. */
export type PlanStep = Omit<StepFrame, 'waitsFor'> & {
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

/** A circuit the live readings do not settle: no Zs, or one that could not be taken. */
function leavesDoubt(view: JobView, way: Way): boolean {
  const value = valueAt(view, onWay(way), zs);
  return !value || value.is === 'not-taken' || value.is === 'over';
}

/** The steps every plan goes through, dead and then live; families add their own after them. */
const usualSteps = (hasRings: boolean): readonly StepFrame[] => [
  {
    id: 'earthing',
    where: 'origin',
    live: false,
    title: 'Earthing and bonding conductors',
    first: 'Clamp for current, disconnect one end, null the long lead; reconnect.',
  },
  {
    id: 'ring-ends',
    where: 'board',
    live: false,
    title: 'Ends of each ring',
    first: 'Null the leads. Both legs out of their terminals.',
  },
  {
    id: 'walk-1',
    where: 'rooms',
    live: false,
    title: hasRings ? 'R1+R2 and polarity on radials, step 2 on rings' : 'R1+R2 and polarity',
    first: hasRings
      ? 'At the board: L–CPC links on radials, rings cross-connected line to neutral.'
      : 'At the board: L–CPC links on the circuits to be read.',
  },
  {
    id: 'walk-2',
    where: 'rooms',
    live: false,
    title: 'Step 3 and polarity on rings',
    first: 'At the board: rings cross-connected line to CPC. On the way: lamps out, loads unplugged.',
  },
  {
    id: 'insulation',
    where: 'board',
    live: false,
    title: 'Insulation resistance',
    first: 'Links out. No one touching; loads, lamps and electronics out.',
  },
  {
    id: 'origin',
    where: 'origin',
    live: true,
    title: 'Polarity, Ze and Ipf at the incoming terminals',
    first: 'Main switch off for Ze, earthing conductor disconnected, then reconnected.',
  },
  {
    id: 'zs',
    where: 'rooms',
    live: true,
    title: 'Zs at every point',
    first: 'Prove the CPC first; no one touching metalwork.',
    waitsFor: 'cpc',
  },
  {
    id: 'residual',
    where: 'board',
    live: true,
    title: 'RCDs, their buttons and the like',
    first: 'Loads off. The button after the instrument.',
    waitsFor: 'cpc',
  },
  {
    id: 'function',
    where: 'rooms',
    live: true,
    title: 'Switches, isolators, alarms: tested by hand',
    first: null,
    waitsFor: 'power',
  },
];

/** The dead or the live steps with what every family asks for in them. */
function stepsOf(view: JobView, ways: readonly Way[], live: boolean): (StepFrame & { readonly tasks: Task[] })[] {
  const rings = ways.filter((way) => way.arrangement === 'ring');
  const radials = ways.filter((way) => way.arrangement !== 'ring');
  const circuits: PlannedCircuits = { ways, rings, radials };
  const { families } = view.tests;
  const frames = [...usualSteps(rings.length > 0), ...families.flatMap(({ steps }) => steps ?? [])];
  const wanted = families.map((family) => family.plan?.(view, circuits) ?? {});
  // Radials before rings: their links are made first.
  const order = [...radials, ...rings].map(({ id }) => id);
  return frames
    .filter((frame) => frame.live === live)
    .map((frame) => {
      const tasks = wanted.flatMap((each) => each[frame.id] ?? []);
      return { ...frame, tasks: frame.where === 'rooms' ? byRoom(tasks, order) : tasks };
    });
}

function deadSteps(view: JobView, ways: readonly Way[]): PlanStep[] {
  return stepsOf(view, ways, false).map((step) => {
    const left = step.tasks.filter((task) => !task.done);
    const uncovered = left.map((task) => whyNotDead(view, task)).find((why) => why !== null) ?? null;
    return {
      ...step,
      state: left.length === 0 ? 'done' : uncovered ? 'blocked' : 'ready',
      blockedBy: left.length === 0 ? null : uncovered,
    };
  });
}

function liveSteps(view: JobView, ways: readonly Way[]): PlanStep[] {
  const { job } = view;
  const { stillIn } = mayEnergise(job.links);
  const links =
    stillIn.length > 0
      ? `${stillIn.length} link${stillIn.length === 1 ? '' : 's'} or disconnection${stillIn.length === 1 ? '' : 's'} still in`
      : null;
  const dead = whetherLive(job).live ? null : 'it is isolated and not recorded as live';
  const unproved = ways.filter((way) => job.brief.school !== 'live-first' && !cpcProved(view, way));
  const cpc = unproved.length > 0 ? `CPC not proved on way ${unproved.map((way) => way.number).join(', ')}` : null;
  return stepsOf(view, ways, true).map(({ waitsFor, ...step }) => {
    const left = step.tasks.filter((task) => !task.done);
    const waits = links ?? (waitsFor ? dead : null) ?? (waitsFor === 'cpc' ? cpc : null);
    const blockedBy = left.length === 0 ? null : waits;
    return { ...step, state: left.length === 0 ? 'done' : blockedBy ? 'blocked' : 'ready', blockedBy };
  });
}

/** In the order one meets them: room by room, as the rooms first come up, and in a room circuit by circuit. */
function byRoom(tasks: readonly Task[], circuits: readonly string[]): Task[] {
  const byCircuit = [...tasks].sort((a, b) => circuits.indexOf(a.wayId ?? '') - circuits.indexOf(b.wayId ?? ''));
  const rooms = [...new Set(byCircuit.map((task) => task.room ?? ''))];
  return byCircuit.sort((a, b) => rooms.indexOf(a.room ?? '') - rooms.indexOf(b.room ?? ''));
}

/** Why a dead test may not be made now; null where an isolation in force covers it. */
function whyNotDead({ job }: JobView, { slot, wayId }: Task): string | null {
  const cover = isolationOf(job, wayId ? { of: 'way', id: wayId } : slot.on);
  return 'isolationId' in cover ? null : cover.why;
}

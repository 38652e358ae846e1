import { isolationFor, mayEnergise } from '../isolation/isolation';
import { type Subject, type TestId, slotKey } from '../installation/measurement';
import { bondFieldOf } from '../installation/supply';
import { type Way, isSpare } from '../installation/way';
import { governing } from '../ledger/governing';
import { type Job, pointsOf, waysOf } from '../ledger/job';
import { repeatsDue } from './repeats';

export type Task = { readonly on: Subject; readonly test: TestId; readonly wayId: string | null; readonly room: string | null; readonly done: boolean };

export type PlanState = 'done' | 'ready' | 'blocked';

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

export type Plan = { readonly steps: readonly PlanStep[]; readonly walks: number; readonly repeats: ReturnType<typeof repeatsDue> };

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
export function planOfTests(job: Job): Plan {
  const ways = [...job.boards.keys()].flatMap((boardId) => waysOf(job, boardId)).filter((way) => !isSpare(way));
  const liveFirst = job.brief.school === 'live-first';
  const dead = deadSteps(job, liveFirst ? ways.filter((way) => leavesDoubt(job, way)) : ways);
  const live = liveSteps(job, ways);
  const steps = (liveFirst ? [...live, ...dead] : [...dead, ...live]).filter((step) => step.tasks.length > 0);
  return { steps, walks: steps.filter((step) => step.where === 'rooms' && step.state !== 'done').length, repeats: repeatsDue(job) };
}

/** A circuit the live readings do not settle: no Zs, or one that could not be taken. */
function leavesDoubt(job: Job, way: Way): boolean {
  const zs = governing(job, slotKey({ of: 'way', id: way.id }, 'zs'))?.body.value;
  return !zs || zs.is === 'not-taken' || zs.is === 'over';
}

type Sketch = Pick<PlanStep, 'id' | 'where' | 'title' | 'first'> & { readonly tasks: readonly Task[] };

function deadSteps(job: Job, ways: readonly Way[]): PlanStep[] {
  const rings = ways.filter((way) => way.arrangement === 'ring');
  const radials = ways.filter((way) => way.arrangement !== 'ring');
  const { supply } = job;
  const bonds = (['water', 'gas', 'oil', 'steel', 'other'] as const).filter((service) => supply[bondFieldOf[service]] === 'bonded');
  const sketches: Sketch[] = [
    { id: 'earthing', where: 'origin', title: 'Earthing and bonding conductors', first: 'Clamp for current, part one end, long lead nulled; reconnect.', tasks: [taskOf(job, { of: 'supply' }, 'earthing-continuity', null), ...bonds.map((service) => taskOf(job, { of: 'supply' }, `bond-${service}-continuity`, null))] },
    { id: 'ring-ends', where: 'board', title: 'Ends of each ring', first: 'Null the leads. Both legs out of their terminals.', tasks: rings.flatMap((way) => (['ring-r1', 'ring-rn', 'ring-r2'] as const).map((test) => taskOf(job, { of: 'way', id: way.id }, test, way))) },
    { id: 'walk-1', where: 'rooms', title: rings.length > 0 ? 'R1+R2 and polarity on radials, step 2 on rings' : 'R1+R2 and polarity', first: rings.length > 0 ? 'At the board: L–CPC links on radials, rings cross-connected line to neutral.' : 'At the board: L–CPC links on the circuits to be read.', tasks: byRoom([...radials.flatMap((way) => [...atPoints(job, way, 'point-r1r2', 'r1r2'), ...atPoints(job, way, 'point-polarity', 'polarity')]), ...rings.flatMap((way) => atPoints(job, way, 'ring-step2', null))]) },
    { id: 'walk-2', where: 'rooms', title: 'Step 3 and polarity on rings', first: 'At the board: rings cross-connected line to CPC. On the way: lamps out, loads unplugged.', tasks: byRoom(rings.flatMap((way) => [...atPoints(job, way, 'ring-step3', 'r1r2'), taskOf(job, { of: 'way', id: way.id }, 'polarity', way)])) },
    { id: 'insulation', where: 'board', title: 'Insulation resistance', first: 'Links out. Nobody touching; loads, lamps and electronics out.', tasks: ways.flatMap((way) => (['ir-ll', 'ir-le'] as const).map((test) => taskOf(job, { of: 'way', id: way.id }, test, way))) },
  ];
  return sketches.map((sketch) => {
    const left = sketch.tasks.filter((task) => !task.done);
    const uncovered = left.map((task) => coverOf(job, task)).find((why) => why !== null) ?? null;
    return { ...sketch, live: false, state: left.length === 0 ? 'done' : uncovered ? 'blocked' : 'ready', blockedBy: left.length === 0 ? null : uncovered };
  });
}

function liveSteps(job: Job, ways: readonly Way[]): PlanStep[] {
  const { stillIn } = mayEnergise(job.links);
  const links = stillIn.length > 0 ? `${stillIn.length} link${stillIn.length === 1 ? '' : 's'} or disconnection${stillIn.length === 1 ? '' : 's'} still in` : null;
  const unproved = ways.filter((way) => job.brief.school !== 'live-first' && !cpcProved(job, way));
  const sketches: Sketch[] = [
    { id: 'origin', where: 'origin', title: 'Polarity, Ze and Ipf at the incoming terminals', first: 'Main switch off for Ze, the earthing conductor parted, then back.', tasks: (['supply-polarity', 'ze', 'ipf-ln', 'ipf-le'] as const).map((test) => taskOf(job, { of: 'supply' }, test, null)) },
    { id: 'zs', where: 'rooms', title: 'Zs and RCD times', first: 'Prove the CPC first; nobody touching metalwork.', tasks: ways.flatMap((way) => [taskOf(job, { of: 'way', id: way.id }, 'zs', way), ...(way.residualMilliamps ? [taskOf(job, { of: 'way', id: way.id }, 'rcd-time', way)] : [])]) },
  ];
  return sketches.map((sketch) => {
    const left = sketch.tasks.filter((task) => !task.done);
    const cpc = sketch.id === 'zs' && unproved.length > 0 ? `CPC not proved on way ${unproved.map((way) => way.number).join(', ')}` : null;
    const blockedBy = left.length === 0 ? null : (links ?? cpc);
    return { ...sketch, live: true, state: left.length === 0 ? 'done' : blockedBy ? 'blocked' : 'ready', blockedBy };
  });
}

/** Whether a circuit's CPC has been found continuous. */
function cpcProved(job: Job, way: Way): boolean {
  return (['r1r2', 'r2', 'ring-r2'] as const).some((test) => {
    const value = governing(job, slotKey({ of: 'way', id: way.id }, test))?.body.value;
    return value?.is === 'number' || value?.is === 'unstable';
  });
}

const taskOf = (job: Job, on: Subject, test: TestId, way: Way | null, room: string | null = null): Task => ({ on, test, wayId: way?.id ?? null, room, done: governing(job, slotKey(on, test)) !== null });

/** A test at every point of a way; at the way itself where its points are not known. Once the way's own figure stands, nothing is left. */
function atPoints(job: Job, way: Way, atPoint: TestId, ofWay: TestId | null): Task[] {
  const points = pointsOf(job, way.id);
  const landed = ofWay !== null && governing(job, slotKey({ of: 'way', id: way.id }, ofWay))?.body.on.of === 'way';
  if (points.length === 0) return ofWay ? [taskOf(job, { of: 'way', id: way.id }, ofWay, way)] : [];
  return points.map((point) => {
    const task = taskOf(job, { of: 'point', id: point.id }, atPoint, way, point.room ?? point.name);
    return { ...task, done: task.done || landed };
  });
}

/** In the order one meets them: room by room, as the rooms first come up. */
function byRoom(tasks: readonly Task[]): Task[] {
  const rooms = [...new Set(tasks.map((task) => task.room ?? ''))];
  return [...tasks].sort((a, b) => rooms.indexOf(a.room ?? '') - rooms.indexOf(b.room ?? ''));
}

/** Why a dead test may not be made now; null where an isolation in force covers it. */
function coverOf(job: Job, { on, wayId }: Task): string | null {
  const way = wayId ? job.ways.get(wayId) : undefined;
  const cover = isolationFor(job.isolations, way ? { of: 'way', id: way.id } : on, way?.boardId ?? null);
  return 'isolationId' in cover ? null : cover.why;
}

import type { Subject } from '../installation/slot';
import { showDevice } from '../installation/device-text';
import { type Job, wayOfSubject } from '../job/job';
import type { IsolationBegun, IsolationRead, IsolationRecord } from '../job/kinds/isolation';
import type { Link, LinkSort } from '../job/kinds/link';
import { type Judgement, type Limit, notTaken } from '../words/judgement';
import { devicesBefore, nameOfDevice, stateOf } from './on-now';
import { capital } from '../words/capital';

export const pairsFor = (phases: 'single' | 'three'): readonly string[] =>
  phases === 'single'
    ? ['L–N', 'L–E', 'N–E']
    : ['L1–L2', 'L1–L3', 'L2–L3', 'L1–N', 'L2–N', 'L3–N', 'L1–E', 'L2–E', 'L3–E', 'N–E'];

/** Least voltage at which an indicator shows that it works, on a proving unit or a known live source. */
const provingVolts = 50;

/** What a proof of dead is judged by: the isolation as it was begun, what the indicator showed, and whether it ended. */
export type Proof = {
  readonly begun: Pick<IsolationBegun, 'phases' | 'lockable' | 'lock' | 'notice' | 'doublePole'>;
  readonly reads: readonly (Omit<IsolationRead, 'isolationId'> & { readonly at: string })[];
  readonly ended: { readonly why: string } | null;
};

export type IsolationState = {
  readonly state:
    | 'prove the indicator'
    | 'test dead'
    | 're-prove the indicator'
    | 'proved dead'
    | 'stop: not dead'
    | 'void'
    | 'lapsed';
  readonly inForce: boolean;
  readonly pairsLeft: readonly string[];
  /** When the proof was complete; dead readings from then on belong to it. */
  readonly provedAt: string | null;
  readonly why: string;
  readonly cautions: readonly string[];
};

/**
 * Safe isolation as a record of what was done, and what follows from it.
 *
 *   begun → prove indicator → test every pair → re-prove → PROVED DEAD → ended or lapsed
 *                 any voltage ↘ STOP          re-prove fails ↘ VOID (and every dead reading since)
 *
 * 1. A pair not entered is not zero: dead means every required pair was read, with no voltage.
 * 2. A later step counts only after the one before it; proving the indicator again begins anew.
 * 3. Leaving the site or a long break ends the record: the whole procedure is repeated.
 */
export function isolationState(record: Proof): IsolationState {
  const { begun, ended } = record;
  const required = pairsFor(begun.phases);
  const cautions = [
    ...(begun.lockable ? [] : ['The device cannot be locked: choose another point of isolation.']),
    ...(begun.lockable && !begun.lock ? ['Lock it off and keep the key.'] : []),
    ...(begun.notice ? [] : ['Fit a warning notice.']),
    ...(begun.doublePole
      ? []
      : [
          'A single-pole device leaves the neutral connected: prove neutral to earth at every point, and look for a borrowed neutral.',
        ]),
  ];
  const answer = (
    state: IsolationState['state'],
    why: string,
    pairsLeft: readonly string[] = [],
    provedAt: string | null = null,
  ): IsolationState => ({ state, inForce: state === 'proved dead', pairsLeft, provedAt, why, cautions });
  if (ended)
    return answer(
      'lapsed',
      ended.why === 'restored'
        ? 'Ended: the supply was restored. Start a new isolation for more dead tests.'
        : `Lapsed: ${ended.why}. Repeat the whole procedure.`,
    );

  let proved = false;
  let dead = new Set<string>();
  let provedAt: string | null = null;
  let stopped: Proof['reads'][number] | null = null;
  let voided = false;
  for (const read of record.reads) {
    if (read.step === 'prove') {
      [proved, dead, provedAt, voided] = [read.volts >= provingVolts, new Set(), null, false];
    } else if (read.step === 'test') {
      if (read.volts > 0) [stopped, provedAt] = [read, null];
      else if (proved && read.pair) {
        dead.add(read.pair);
        if (stopped?.pair === read.pair) stopped = null;
      }
    } else if (read.volts < provingVolts) {
      [voided, proved, dead, provedAt] = [true, false, new Set(), null];
    } else if (proved && required.every((pair) => dead.has(pair)) && !stopped) provedAt = read.at;
  }
  if (stopped)
    return answer(
      'stop: not dead',
      `${stopped.volts} V ${stopped.pair ?? ''}${stopped.place ? ` at ${stopped.place}` : ''}. Treat it as live until the cause is found: a borrowed neutral, a second source, a floating neutral; induced voltage is a conclusion, never an assumption.`,
    );
  if (voided)
    return answer(
      'void',
      'The indicator did not prove afterwards: the proof is void, and so is every dead reading taken since. Begin again with a sound indicator.',
    );
  if (provedAt)
    return answer(
      'proved dead',
      `No voltage on ${required.length} pairs, indicator proved before and after.`,
      [],
      provedAt,
    );
  const left = required.filter((pair) => !dead.has(pair));
  if (!proved)
    return answer('prove the indicator', 'Prove the indicator on the proving unit or a known live source.', left);
  return left.length > 0
    ? answer('test dead', `${left.length} of ${required.length} pairs still to test.`, left)
    : answer('re-prove the indicator', 'Prove the indicator again.');
}

/** Whether dead was proved under a record, whatever became of it since. */
export const wasProved = (record: Proof): boolean => isolationState({ ...record, ended: null }).provedAt !== null;

/** What an isolation is of: "Whole installation", "Consumer unit", "Way 4, Kitchen sockets". */
export function nameOfScope(job: Pick<Job, 'boards' | 'ways'>, scope: IsolationBegun['scope']): string {
  if (scope.of === 'supply') return 'Whole installation';
  if (scope.of === 'conductor') return 'Earthing and bonding conductors';
  if (scope.of === 'board') return `${job.boards.get(scope.id)?.name ?? 'Board'}, whole`;
  const way = scope.of === 'way' ? job.ways.get(scope.id) : undefined;
  return way ? `Way ${way.number}${way.description ? `, ${way.description}` : ''}` : 'Circuit';
}

/**
 * The device that isolates a scope, and whether it opens line and neutral: of one circuit its own device, which is
 * single-pole unless somebody says otherwise. The device is null where the record names none.
 */
export function deviceOfScope(
  job: Pick<Job, 'boards' | 'ways' | 'supply'>,
  scope: IsolationBegun['scope'],
): { readonly device: string | null; readonly doublePole: boolean } {
  if (scope.of === 'supply') return { device: 'Main switch', doublePole: (job.supply.mainSwitchPoles ?? 2) > 1 };
  if (scope.of === 'board')
    return { device: `Switch of ${job.boards.get(scope.id)?.name ?? 'the board'}`, doublePole: true };
  const way = scope.of === 'way' ? job.ways.get(scope.id) : undefined;
  return { device: way ? showDevice(way) || `Device of way ${way.number}` : null, doublePole: false };
}

/** A proof of dead as a judgement: dead on every pair, or not; what was not done yet is not judged. */
export function judgeProof(record: Proof): Judgement {
  const { state, why } = isolationState(record);
  const limit: Limit = {
    text: 'no voltage on any pair',
    source: '462, 651.1, and safe isolation practice',
    figure: '0 V',
  };
  if (state === 'proved dead')
    return { rule: 'dead.proved', verdict: 'meets', expected: '0 V', limit, working: [why], next: null };
  if (state === 'stop: not dead' || state === 'void')
    return { rule: 'dead.not', verdict: 'fails', expected: '0 V', limit, working: [why], next: { rule: 'dead.stop' } };
  return { ...notTaken('dead', { is: 'not-taken', mark: 'N/V' }, limit), working: [why] };
}

export const linkConsequence: Record<LinkSort, string> = {
  'L–CPC link': 'a dead short to earth as soon as it is energised',
  'ring cross-connection': 'a dead short as soon as it is energised',
  'L+N link': 'a dead short as soon as it is energised',
  'neutral off': 'loads on other circuits may put line on it',
  'CPC off': 'no earth on that circuit',
  'bond off': 'metalwork may come live and stay live',
  'electrode off': 'no earth at all',
  'earthing conductor off': 'no earth at all',
  'circuit opened': 'conductors hang free there, and nothing beyond has an earth',
};

export type Energise = {
  readonly ready: boolean;
  readonly stillIn: readonly Link[];
  readonly reasons: readonly string[];
};

/** Whether the installation may be made live: every link out, every conductor back. */
export function mayEnergise(links: readonly Link[]): Energise {
  const stillIn = links.filter((link) => link.clearedAt === null);
  return {
    ready: stillIn.length === 0,
    stillIn,
    reasons: stillIn.map((link) => `${link.sort}, ${link.where}: ${linkConsequence[link.sort]}.`),
  };
}

/** Whether an isolation of a scope covers a subject: the whole installation, its board, or itself. */
export const covers = (
  { scope }: Pick<IsolationBegun, 'scope'>,
  on: IsolationBegun['scope'],
  boardOfWay: string | null,
): boolean =>
  scope.of === 'supply' ||
  (scope.of === on.of && 'id' in scope && 'id' in on && scope.id === on.id) ||
  (scope.of === 'board' && on.of === 'way' && scope.id === boardOfWay);

/** The record a dead reading belongs to: in force when it was taken and covering where it was taken; else why not. */
export function isolationFor(
  records: readonly IsolationRecord[],
  on: IsolationBegun['scope'],
  boardOfWay: string | null,
): { readonly isolationId: string } | { readonly why: string } {
  const about = records.filter((record) => covers(record.begun, on, boardOfWay));
  const held = about.find((record) => isolationState(record).inForce);
  if (held) return { isolationId: held.begun.isolationId };
  const last = about.at(-1);
  return {
    why: last ? isolationState(last).why : 'No isolation record covers this. Prove dead first, or say why not.',
  };
}

/** The isolation a reading on a subject belongs to now, or why there is none. */
export function isolationOf(job: Job, on: Subject): ReturnType<typeof isolationFor> {
  const way = wayOfSubject(job, on);
  const whole: Subject = { of: 'supply' };
  return isolationFor(
    job.isolations,
    way ? { of: 'way', id: way.id } : on.of === 'conductor' ? whole : on,
    way?.boardId ?? null,
  );
}

/**
 * Why no live reading is taken of a circuit now: it is locked off, or under an isolation that is in force. One rule for the
 * sheet, the benches, the tester and the voice; null where nothing stands against it.
 */
export function whyNotLive(job: Job, on: Subject): string | null {
  const way = wayOfSubject(job, on);
  if (!way) return null;
  const under = job.isolations.find(
    (record) => covers(record.begun, { of: 'way', id: way.id }, way.boardId) && isolationState(record).inForce,
  );
  if (under)
    return `${nameOfScope(job, under.begun.scope)} is isolated and proved dead: end the isolation before a live test.`;
  const locked = devicesBefore(job, way).find((device) => stateOf(job, device) === 'locked');
  return locked ? `${capital(nameOfDevice(job, locked))} is locked off: switch it on before a live test.` : null;
}
/** How the proof of one neutral off its bar is named. */
export const neutralPlace = (link: Pick<Link, 'where'>): string => `neutral of ${link.where}`.slice(0, 200);

/** The proof of a neutral that was taken off its bar, made since it was; null where nobody made one. */
export const neutralProof = (job: Pick<Job, 'isolations'>, link: Link): IsolationRecord['reads'][number] | null =>
  job.isolations
    .flatMap(({ reads }) => reads)
    .findLast(({ place, pair, at }) => pair === 'N–E' && place === neutralPlace(link) && at >= link.madeAt) ?? null;

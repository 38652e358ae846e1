import type { Point } from '../installation/point';
import { bondFieldOf, bondedServices, serviceWords } from '../installation/supply';
import { type Way, isSpare } from '../installation/way';
import { additionalProtection } from '../installation/additional-protection';
import { slotAt } from '../installation/slot';
import { governing } from '../job/governing';
import { type Part, type PairRead, mainTerminal, pairKey } from '../job/kinds/part';
import { judgeValue } from '../job/verdicts';
import type { JobView } from '../job/view';
import { compare, exact } from '../quantity/exact';
import { conductorContinuity } from '../measurements/continuity/slots';
import { judgeSupplementaryBonding, operatingAmps } from '../measurements/continuity/protective';
import { zs } from '../measurements/loop/slots';
import { rcdTime } from '../measurements/residual/slots';
import type { Judgement } from '../words/judgement';
import { roomOf } from './rooms';

export type Pair = {
  readonly key: string;
  readonly from: Part;
  /** Null for the main earthing terminal. */
  readonly to: Part | null;
  readonly read: PairRead | null;
  readonly judgement: Judgement | null;
};

export type Supplementary = {
  readonly place: string;
  readonly parts: readonly Part[];
  /** Circuits that serve the room, by their points there. */
  readonly ways: readonly Way[];
  /** The largest current that operates the protection of one of them; null while none is described. */
  readonly operating: { readonly amps: string; readonly way: Way } | null;
  readonly pairs: readonly Pair[];
  /** Whether it may be left out (701.415.2), with what speaks for and against. */
  readonly mayBeOmitted: 'yes' | 'no' | 'not known';
  readonly why: readonly string[];
};

/** Supplementary bonding of one room of bathing: what must be joined, pair by pair, and whether it may be left out. */
export function supplementaryOf(view: JobView, place: string): Supplementary {
  const { job, pack } = view;
  const parts = [...job.parts.values()].filter((part) => part.place === place);
  const here = [...job.points.values()].filter((point: Point) => roomOf(point) === place);
  const ways = [...job.ways.values()].filter((way) => !isSpare(way) && here.some(({ wayId }) => wayId === way.id));
  const operating = ways
    .flatMap((way) => {
      const amps = operatingAmps(pack, way);
      return amps ? [{ amps, way }] : [];
    })
    .reduce<Supplementary['operating']>(
      (most, each) => (!most || compare(exact(each.amps), exact(most.amps)) > 0 ? each : most),
      null,
    );
  const pairOf = (from: Part, to: Part | null): Pair => {
    const key = pairKey(from.partId, to?.partId ?? mainTerminal);
    const read = job.pairs.get(key) ?? null;
    const judgement = read?.value && operating ? judgeSupplementaryBonding(read.value, pack, operating.amps) : null;
    return { key, from, to, read, judgement };
  };
  const pairs = parts.flatMap((from, index) => [
    ...parts.slice(index + 1).map((to) => pairOf(from, to)),
    ...(from.sort === 'extraneous' ? [pairOf(from, null)] : []),
  ]);
  return { place, parts, ways, operating, pairs, ...omission(view, parts, ways, pairs) };
}

type Condition = { readonly holds: boolean | null; readonly says: string };

/** The three conditions under which it may be left out: disconnection in time, 30 mA on every circuit, metal bonded at the origin. */
function omission(
  view: JobView,
  parts: readonly Part[],
  ways: readonly Way[],
  pairs: readonly Pair[],
): Pick<Supplementary, 'mayBeOmitted' | 'why'> {
  const conditions = [disconnects(view, ways), guarded(view, ways), bonded(view, parts, pairs)];
  const holds = conditions.some((each) => each.holds === false)
    ? 'no'
    : conditions.every((each) => each.holds)
      ? 'yes'
      : 'not known';
  return { mayBeOmitted: holds, why: conditions.map(({ says }) => says) };
}

const numbers = (ways: readonly Way[]): string => ways.map(({ number }) => number).join(', ');

function disconnects(view: JobView, ways: readonly Way[]): Condition {
  if (ways.length === 0) return { holds: null, says: 'No circuit is known to serve this room: name its points.' };
  const verdictOf = (way: Way) => {
    const on = { of: 'way', id: way.id } as const;
    const read = governing(view, on, zs)?.body;
    const judgement = read && judgeValue(view, slotAt(on, zs), read);
    return judgement?.rule === 'zs.by-rcd' ? 'meets' : (judgement?.verdict ?? 'unjudged');
  };
  const late = ways.filter((way) => verdictOf(way) === 'fails');
  const open = ways.filter((way) => !['meets', 'fails'].includes(verdictOf(way)));
  if (late.length > 0) return { holds: false, says: `Not cut off in time: way ${numbers(late)} (Zs).` };
  if (open.length > 0) return { holds: null, says: `Zs not settled: way ${numbers(open)}.` };
  return { holds: true, says: `Cut off in time: way ${numbers(ways)} (Zs).` };
}

function guarded(view: JobView, ways: readonly Way[]): Condition {
  const most = additionalProtection.milliamps;
  const without = ways.filter((way) => way.residualAbsent || (way.residualMilliamps ?? 0) > most);
  const unsaid = ways.filter((way) => !way.residualMilliamps && !way.residualAbsent);
  if (without.length > 0) return { holds: false, says: `No RCD of ${most} mA: way ${numbers(without)}.` };
  if (unsaid.length > 0 || ways.length === 0)
    return { holds: null, says: `RCD not described${ways.length > 0 ? `: way ${numbers(unsaid)}` : ''}.` };
  const verdictOf = (way: Way) => {
    const on = { of: 'way', id: way.id } as const;
    const read = governing(view, on, rcdTime)?.body;
    return read && judgeValue(view, slotAt(on, rcdTime), read).verdict;
  };
  const slow = ways.filter((way) => verdictOf(way) === 'fails');
  const untested = ways.filter((way) => !['meets', 'fails'].includes(verdictOf(way) ?? ''));
  if (slow.length > 0) return { holds: false, says: `Its RCD does not trip in time: way ${numbers(slow)}.` };
  if (untested.length > 0) return { holds: null, says: `Behind ${most} mA, not tested: way ${numbers(untested)}.` };
  return { holds: true, says: `Behind ${most} mA, in time: way ${numbers(ways)}.` };
}

/** Metal that comes in from outside is joined to the main earthing terminal: read from each part, else by the main bonds. */
function bonded(view: JobView, parts: readonly Part[], pairs: readonly Pair[]): Condition {
  const extraneous = parts.filter(({ sort }) => sort === 'extraneous');
  const toTerminal = pairs.filter(({ to }) => to === null);
  const apart = toTerminal.filter(({ judgement }) => judgement?.verdict === 'fails');
  if (apart.length > 0)
    return {
      holds: false,
      says: `Not joined to the main earthing terminal: ${apart.map(({ from }) => from.name).join(', ')}.`,
    };
  if (extraneous.length > 0 && toTerminal.every(({ judgement }) => judgement?.verdict === 'meets'))
    return { holds: true, says: 'Every part from outside reads low to the main earthing terminal.' };
  const { supply } = view.job;
  const missing = bondedServices.filter((service) => supply[bondFieldOf[service]] === 'not-bonded');
  if (missing.length > 0)
    return { holds: false, says: `Main bonding missing: ${missing.map((each) => serviceWords[each]).join(', ')}.` };
  const proved = bondedServices
    .filter((service) => supply[bondFieldOf[service]] === 'bonded')
    .every((to) => {
      const on = { of: 'conductor', to } as const;
      const read = governing(view, on, conductorContinuity)?.body;
      return read && judgeValue(view, slotAt(on, conductorContinuity), read).verdict === 'meets';
    });
  const unsaid = (['bondWater', 'bondGas'] as const).some(
    (field) => !supply[field] || supply[field] === 'not-verified',
  );
  if (unsaid || !proved) return { holds: null, says: 'Main bonding is not proved: read each part to the terminal.' };
  return { holds: true, says: 'Metal from outside is bonded at the origin, and its bonds are proved.' };
}

/** What a room's supplementary bonding comes to in one line. */
export function saySupplementary({ parts, pairs, mayBeOmitted }: Supplementary): string {
  const read = pairs.filter(({ read }) => read);
  const wrong = pairs.filter(({ judgement }) => judgement?.verdict === 'fails');
  const omitted = { yes: 'may be left out', no: 'needed', 'not known': 'not settled whether it is needed' }[
    mayBeOmitted
  ];
  return `${omitted}; ${parts.length} parts, ${read.length} of ${pairs.length} pairs read${
    wrong.length > 0 ? `, ${wrong.length} too high` : read.length > 0 ? ', none too high' : ''
  }`;
}

/** Rooms in which parts were named. */
export const roomsOfParts = ({ job }: Pick<JobView, 'job'>): string[] => [
  ...new Set([...job.parts.values()].map(({ place }) => place)),
];

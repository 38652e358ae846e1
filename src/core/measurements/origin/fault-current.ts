import { breakingCapacity } from '../../edition/breaking-capacity';
import type { EditionPack } from '../../edition/pack';
import type { Board } from '../../installation/board';
import { type Subject, linePairs, lines, slotKey } from '../../installation/slot';
import { type Way, isSpare } from '../../installation/way';
import { valueAt } from '../../job/governing';
import { standing } from '../../job/job';
import type { JobView, Readings } from '../../job/view';
import { type Exact, compare, exact, isAtMost, multiply, toFixed, toShortest } from '../../quantity/exact';
import { beside } from '../../quantity/ohms';
import { type ReadingValue, knownOf } from '../../quantity/reading-value';
import { type Judgement, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';
import { boardIpf, ipfLineEarth, ipfLineNeutral } from './slots';

const supply: Subject = { of: 'supply' };

/** A prospective fault current in kiloamperes: at least that where the instrument ran out of range. */
export type FaultCurrent = { readonly kiloamps: Exact; readonly atLeast: boolean; readonly from: string };
export const faultPairs = ['L–N', 'L–E', 'L–L'] as const;
type Read = { readonly value: ReadingValue | null; readonly pair: (typeof faultPairs)[number] };
const pairWords = { 'L–N': 'line to neutral', 'L–E': 'line to earth', 'L–L': 'line to line' } as const;

/**
 * The fault current every device has to break: the largest of what was read, line to neutral doubled where there are three
 * phases, as the safe side of line to line; line to line is that already. An over-range reading governs: it is at least its bound. Null while nothing is
 * known.
 */
export function prospectiveFaultCurrent(reads: readonly Read[], threePhase: boolean): FaultCurrent | null {
  const known = reads.flatMap(({ value, pair }) => {
    const each = value && knownOf(value);
    if (!each) return [];
    const doubled = threePhase && pair === 'L–N';
    return [
      {
        kiloamps: doubled ? multiply(each.figure, exact(2)) : each.figure,
        atLeast: each.atLeast,
        from: `${pairWords[pair]}${doubled ? ' × 2, three phases' : ''}`,
      },
    ];
  });
  const largest = known.reduce<FaultCurrent | null>(
    (most, each) => (!most || compare(each.kiloamps, most.kiloamps) > 0 ? each : most),
    null,
  );
  return largest && { ...largest, atLeast: known.some(({ atLeast }) => atLeast) };
}

export const showFaultCurrent = ({ kiloamps, atLeast }: FaultCurrent): string =>
  `${atLeast ? 'at least ' : ''}${toFixed(kiloamps, 2, 'half-up')} kA`;

const isThreePhase = ({ job }: Readings): boolean => job.supply.liveConductors === 'three-phase';
/** What was read in either pair on a subject, on every phase and between every two. */
const readsOn = (at: Readings, on: Subject): readonly Read[] =>
  [ipfLineNeutral, ipfLineEarth].flatMap((measure) =>
    [undefined, ...lines, ...linePairs].map((phase): Read => ({
      value: valueAt(at, on, phase ? { ...measure, phase } : measure),
      pair: phase?.includes('-') ? 'L–L' : measure === ipfLineNeutral ? 'L–N' : 'L–E',
    })),
  );

/** Ipf of the job at its origin, over every phase it was read on. */
export const faultCurrentOf = (at: Readings): FaultCurrent | null =>
  prospectiveFaultCurrent(readsOn(at, supply), isThreePhase(at));

/** Ipf at a board: what was given for it whole, and what was read there pair by pair; null where neither was. */
function faultCurrentAtBoard(at: Readings, boardId: string): FaultCurrent | null {
  const on: Subject = { of: 'board', id: boardId };
  const whole = standing(at.job.readings.get(slotKey(on, boardIpf))).map(({ body }): Read => ({
    value: body.value,
    pair: 'L–N',
  }));
  return prospectiveFaultCurrent([...whole, ...readsOn(at, on)], isThreePhase(at));
}

export type DeviceMarked = { readonly standard: string; readonly type: string; readonly mark: string };
/** Whether the board is a declared assembly with a conditional rating: not where a foreign device is in it, null where nobody said. */
export type Assembly = Board['assembly'];

/** Whether a device can break the fault current where it sits, in kiloamperes (434.5.1). Over range is at least its bound. */
export function judgeBreaking(
  pack: EditionPack,
  device: DeviceMarked,
  fault: FaultCurrent,
  assembly: Assembly = null,
): Judgement {
  const capacity = breakingCapacity(pack, device.standard, device.type, device.mark);
  if (!capacity.found)
    return { ...unjudged('breaking.unknown', { why: capacity.why }), next: { rule: 'breaking.unknown' } };
  const conditional = exact(pack.tolerances.assemblyKiloamps.value);
  const isBreaker = /60898|61009/.test(device.standard);
  const byAssembly = isBreaker && assembly === 'declared' && compare(conditional, capacity.rated) > 0;
  const most = byAssembly ? conditional : capacity.rated;
  const within = isAtMost(fault.kiloamps, most);
  const perhaps = !within && isBreaker && !assembly && isAtMost(fault.kiloamps, conditional);
  const kA = `${toShortest(most, 3)} kA`;
  const doubt = perhaps || (within && fault.atLeast);
  return {
    rule: perhaps
      ? 'breaking.conditional'
      : !within
        ? 'breaking.below'
        : fault.atLeast
          ? 'breaking.bound-within'
          : byAssembly
            ? 'breaking.by-assembly'
            : 'breaking.meets',
    verdict: doubt ? 'doubt' : within ? 'meets' : 'fails',
    expected: null,
    limit: {
      text: kA,
      source: `434.5.1; ${byAssembly ? pack.tolerances.assemblyKiloamps.source : capacity.source}`,
      figure: kA,
    },
    working: [
      `Ipf ${fault.from}: ${beside({ figure: fault.kiloamps, atLeast: fault.atLeast }, most, 'kA')}`,
      ...(within && fault.atLeast ? [reason('reading.bound-within')] : []),
    ],
    next: perhaps
      ? { rule: 'breaking.conditional' }
      : !within
        ? { rule: 'breaking.below' }
        : fault.atLeast
          ? { rule: 'reading.higher-range' }
          : null,
  };
}

/** Whether a way's device can break the fault current at its board; null while either is unknown. */
export function judgeWayBreaking(view: JobView, way: Way): Judgement | null {
  const board = view.job.boards.get(way.boardId);
  const fault = faultCurrentAtBoard(view, way.boardId) ?? faultCurrentOf(view);
  if (!fault || !way.deviceStandard || isSpare(way)) return null;
  const device = { standard: way.deviceStandard, type: way.deviceType ?? '', mark: way.breakingMark ?? '' };
  return judgeBreaking(view.pack, device, fault, board?.assembly ?? null);
}

/** Whether the service fuse can break the fault current at the origin; null while either is unknown. */
export function judgeServiceFuse(view: JobView): Judgement | null {
  const fault = faultCurrentOf(view);
  const { serviceFuseStandard: standard, serviceFuseType: type } = view.job.supply;
  if (!fault || !standard || standard === 'N/V') return null;
  return judgeBreaking(view.pack, { standard, type: type ?? '', mark: '' }, fault);
}

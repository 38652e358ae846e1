import { conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack, ItemRole } from '../../edition/pack';
import type { Code } from '../../job/outcome';
import { toNumber } from '../../quantity/exact';
import { type Diagnosis, type Explanation, nameOf } from './diagnose';
import type { RingReadings } from './evidence';
import type { RingFault } from './hypotheses';
import { type FaultWords, type RingCable, sayFault } from './fault-words';

/** A pair of terminals to try next, or another way to link up, and what it would tell. */
type RingTry = {
  readonly socket: number | null;
  readonly step: 2 | 3 | 'same side';
  readonly pair: string;
  readonly why: string;
};

export type RingExplanation = FaultWords & {
  readonly kind: string;
  /** Where on the ring in words; null where the readings cannot place it. */
  readonly place: string | null;
  /** Socket numbers, from 1, that it concerns. */
  readonly sockets: readonly number[];
  readonly share: number;
  /** The inspection item it is noted under, with the code where one is usual; null where it is no defect of the installation. */
  readonly observation: { readonly item: string; readonly code: Code | null } | null;
};

export type RingReport = {
  readonly explanations: readonly RingExplanation[];
  readonly confident: boolean;
  readonly next: readonly RingTry[];
  /** Where the ends fit another standard cable better than the one recorded. */
  readonly cable: string | null;
};

/** Puts a diagnosis into words: what, where, why, what to do, and what to try next where two explain it equally. */
export function explainRing(
  diagnosis: Diagnosis,
  readings: RingReadings,
  recorded: RingCable | null,
  pack: EditionPack,
): RingReport {
  const listed = diagnosis.explanations.filter((e, rank) => rank === 0 || e.share >= 0.02).slice(0, 4);
  return {
    explanations: listed.map((e) => inWords(e, readings, recorded, pack)),
    confident: diagnosis.confident,
    next: tries(diagnosis, readings),
    cable: otherCable(diagnosis, recorded, pack),
  };
}

function inWords(
  explanation: Explanation,
  readings: RingReadings,
  recorded: RingCable | null,
  pack: EditionPack,
): RingExplanation {
  const { fault, share } = explanation;
  return {
    ...sayFault(explanation, recorded, pack),
    ...placed(fault, readings),
    kind: nameOf(fault),
    share,
    observation: observationOf(fault, pack),
  };
}

/** Wrong links are the tester's own, and a spur by itself is allowed; the rest is the installation's. */
function observationOf(fault: RingFault, pack: EditionPack): RingExplanation['observation'] {
  const item = (role: ItemRole) => pack.itemRoles[role][0] ?? '';
  switch (fault.kind) {
    case 'healthy':
    case 'same leg':
    case 'one link':
    case 'spur':
      return null;
    case 'broken':
      return { item: item(fault.conductors.includes('C') ? 'cpc' : 'ring'), code: 'C2' };
    case 'loose':
      return { item: item(fault.conductor === 'C' ? 'cpc' : 'accessory'), code: 'C2' };
    case 'reversed':
    case 'crossed':
    case 'crossed back':
      return { item: item('polarity'), code: 'C2' };
    case 'joint':
    case 'contact':
      return { item: item('termination'), code: null };
    case 'bridge':
      return { item: item('ring'), code: null };
  }
}

function placed(fault: RingFault, readings: RingReadings): { place: string | null; sockets: readonly number[] } {
  const { sockets } = readings;
  if (!readings.ordered && ('after' in fault || fault.kind === 'bridge')) return { place: null, sockets: [] };
  if ('socket' in fault) return { place: `at socket ${fault.socket + 1}`, sockets: [fault.socket + 1] };
  if (fault.kind === 'bridge')
    return {
      place: `from about socket ${fault.from + 1} to socket ${fault.to + 1}`,
      sockets: [fault.from + 1, fault.to + 1],
    };
  if (fault.kind === 'crossed back')
    return { place: `sockets ${fault.after + 1} to ${fault.until}`, sockets: [fault.after + 1, fault.until] };
  if (!('after' in fault) || !isPlaceable(fault, readings)) return { place: null, sockets: [] };
  const { after } = fault;
  if (after === 0) return { place: 'between the board (leg A) and socket 1', sockets: [1] };
  if (after === sockets) return { place: `between socket ${sockets} and the board (leg B)`, sockets: [sockets] };
  return { place: `between sockets ${after} and ${after + 1}`, sockets: [after, after + 1] };
}

/** Steps 2 and 3 do not pass the neutral where a joint or break in it would show; nor does an all-open ring show where. */
const isPlaceable = (fault: RingFault, readings: RingReadings): boolean =>
  !(fault.kind === 'joint' && fault.conductor === 'N' && !readings.sameSide) &&
  !(fault.kind === 'broken' && (fault.conductors.includes('N') || fault.conductors.length > 1));

/** What would tell the leading explanations apart, or find the place. */
function tries(diagnosis: Diagnosis, readings: RingReadings): RingTry[] {
  const [first, second] = diagnosis.explanations;
  const found: RingTry[] = [];
  const tried = (socket: number, step: 2 | 3, pair: string) =>
    (readings.tried ?? []).some((t) => t.socket === socket && t.step === step && t.pair.join('–') === pair);
  const someRead = (step: 'step2' | 'step3') => readings[step].some((r) => r !== null && r !== 'open');
  for (const [step, values] of [
    [2, readings.step2],
    [3, readings.step3],
  ] as const) {
    if (!someRead(step === 2 ? 'step2' : 'step3')) continue;
    values.forEach((value, socket) => {
      if (value === 'open' && !tried(socket, step, 'N–C'))
        found.push({
          socket: socket + 1,
          step,
          pair: 'N–CPC',
          why: `Socket ${socket + 1} is open: neutral to CPC tells reversed from not connected.`,
        });
    });
  }
  if (first?.fault.kind === 'joint' && first.fault.conductor !== 'C' && !readings.sameSide)
    found.push({
      socket: null,
      step: 'same side',
      pair: 'L–N',
      why: 'Link line and neutral of the same leg on purpose and repeat step 2: the reading jumps at the joint.',
    });
  if (!first || diagnosis.confident || !second) return found;
  for (const fault of [first.fault, second.fault]) {
    if (!('socket' in fault)) continue;
    const socket = fault.socket;
    if (readings.step3[socket] === null || readings.step3[socket] === undefined)
      found.push({
        socket: socket + 1,
        step: 3,
        pair: 'L–CPC',
        why: `Step 3 at socket ${socket + 1} tells a spur from a contact.`,
      });
    if (readings.step2[socket] === null || readings.step2[socket] === undefined)
      found.push({
        socket: socket + 1,
        step: 2,
        pair: 'L–N',
        why: `Step 2 at socket ${socket + 1} tells a spur from a contact.`,
      });
  }
  if (found.length === 0)
    found.push({
      socket: 'socket' in first.fault ? first.fault.socket + 1 : null,
      step: 2,
      pair: 'L–N',
      why: `Repeat with the leads nulled anew: ${nameOf(first.fault)} and ${nameOf(second.fault)} explain these about equally.`,
    });
  return found;
}

function otherCable(diagnosis: Diagnosis, recorded: RingCable | null, pack: EditionPack): string | null {
  const fit = diagnosis.explanations[0]?.fit;
  if (!fit || !recorded) return null;
  const ratioOf = ({ liveMm2, cpcMm2 }: RingCable): number | null => {
    const [live, cpc] = [conductorResistance(pack, 'copper', liveMm2), conductorResistance(pack, 'copper', cpcMm2)];
    return live && cpc ? toNumber(cpc) / toNumber(live) : null;
  };
  const found = fit.cpc / fit.live;
  const own = ratioOf(recorded);
  if (own === null || Math.abs(found / own - 1) <= Number(pack.design.ringRatioShare.value)) return null;
  const other = pack.twinAndEarth
    .filter((pair) => pair.liveMm2 === recorded.liveMm2)
    .find((pair) => Math.abs(found / (ratioOf(pair) ?? Infinity) - 1) <= Number(pack.tolerances.ringCableShare.value));
  const ratio = `r2 ÷ r1 is ${found.toFixed(2)}; ${recorded.liveMm2}/${recorded.cpcMm2} mm² gives ${own.toFixed(2)}`;
  return other
    ? `${ratio}: it behaves like ${other.liveMm2}/${other.cpcMm2} mm² (${other.era}).`
    : `${ratio}: part of it is another size, or the CPC has a poor joint.`;
}

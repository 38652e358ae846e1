import { conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack, ItemRole } from '../../edition/pack';
import type { Code } from '../../job/outcome';
import { toNumber } from '../../quantity/exact';
import { type Diagnosis, type Explanation, type Finding, nameOf } from './diagnose';
import type { RingReadings } from './evidence';
import { type FaultWords, type RingCable, nameInWords, sayFault } from './fault-words';
import { nextReadings } from './next-reading';

/** A pair of terminals to try next, or another way to link up, and what it would tell. */
export type RingTry = {
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
  /** Whether it is a part of what the readings come to, and not an alternative to it. */
  readonly leads: boolean;
  /** How far it is ahead, in words; the numbers are in `share`. */
  readonly standing: string;
  /** The inspection item it is noted under, with the code where one is usual; null where it is no defect of the installation. */
  readonly observation: { readonly item: string; readonly code: Code | null } | null;
};

export type RingReport = {
  /** The parts of what leads first, then what else fits. */
  readonly explanations: readonly RingExplanation[];
  readonly confident: boolean;
  readonly next: readonly RingTry[];
  /** Where the ends fit another standard cable better than the one recorded. */
  readonly cable: string | null;
  /** Sockets read in both steps, of all there are. */
  readonly read: { readonly sockets: number; readonly of: number };
  /** How much the readings scatter, in ohm, told or estimated. */
  readonly scatterOhms: number;
};

/** Puts a diagnosis into words: what, where, why, what to do, and what to read next where more than one explains it. */
export function explainRing(
  diagnosis: Diagnosis,
  readings: RingReadings,
  recorded: RingCable | null,
  pack: EditionPack,
): RingReport {
  const led = diagnosis.explanations.filter(({ leads }) => leads);
  const others = diagnosis.explanations.filter(({ leads, share }) => !leads && share >= 0.02).slice(0, 3);
  /** What else would explain what a part explains: at its socket, or of the ring. */
  const rivalOf = ({ fault }: Explanation): number => {
    const same = diagnosis.explanations.filter(
      (each) =>
        !each.leads &&
        ('socket' in fault ? 'socket' in each.fault && each.fault.socket === fault.socket : !('socket' in each.fault)),
    );
    return Math.max(0, ...same.map(({ share }) => share));
  };
  const given = (value: unknown) => value !== null && value !== undefined;
  return {
    explanations: [...led, ...others].map((e) => inWords(e, rivalOf(e), readings, recorded, pack)),
    confident: diagnosis.confident,
    next: tries(diagnosis, readings),
    cable: otherCable(diagnosis, recorded, pack),
    read: {
      sockets: readings.step2.filter((value, i) => given(value) && given(readings.step3[i])).length,
      of: readings.sockets,
    },
    scatterOhms: diagnosis.sigma,
  };
}

function inWords(
  explanation: Explanation,
  rival: number,
  readings: RingReadings,
  recorded: RingCable | null,
  pack: EditionPack,
): RingExplanation {
  const { fault, share, leads } = explanation;
  return {
    ...sayFault(explanation, readings, recorded, pack),
    ...placed(fault, readings),
    kind: nameOf(fault),
    share,
    leads,
    standing: leads ? standingOf(fault, share, rival) : share > 0.25 ? 'about as likely' : 'less likely',
    observation: observationOf(fault, pack),
  };
}

/** How far a part of what leads is ahead of the next thing that would explain it. */
function standingOf(fault: Finding, share: number, rival: number): string {
  if (fault.kind === 'nothing fits') return 'no usual fault explains them better';
  const times = share / Math.max(rival, 1e-3);
  return times > 19
    ? 'much more likely than the next'
    : times > 3
      ? 'more likely than the next'
      : 'about as likely as the next';
}

/** Wrong links are the tester's own, and a spur by itself is allowed; the rest is the installation's. */
function observationOf(fault: Finding, pack: EditionPack): RingExplanation['observation'] {
  const item = (role: ItemRole) => pack.itemRoles[role][0] ?? '';
  switch (fault.kind) {
    case 'healthy':
    case 'same leg':
    case 'one link':
    case 'not linked':
    case 'spur':
    case 'elsewhere':
    case 'slipped':
    case 'leads':
    case 'steps exchanged':
    case 'ends exchanged':
    case 'end slipped':
    case 'nothing fits':
      return null;
    case 'broken':
      return { item: item(fault.conductors.includes('C') ? 'cpc' : 'ring'), code: 'C2' };
    case 'unearthed':
      return { item: item('cpc'), code: 'C2' };
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

function placed(fault: Finding, readings: RingReadings): { place: string | null; sockets: readonly number[] } {
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
const isPlaceable = (fault: Finding, readings: RingReadings): boolean =>
  !(fault.kind === 'joint' && fault.conductor === 'N' && !readings.sameSide) &&
  !(fault.kind === 'broken' && (fault.conductors.includes('N') || fault.conductors.length > 1));

/** What would tell the leading explanations apart; where nothing fits, which readings to repeat; else what was not read. */
function tries(diagnosis: Diagnosis, readings: RingReadings): RingTry[] {
  const lead = diagnosis.explanations[0]?.fault;
  if (lead?.kind === 'nothing fits')
    return diagnosis.worst.slice(0, 3).map(({ socket }) => ({
      socket: socket + 1,
      step: 2,
      pair: 'L–N',
      why: `Socket ${socket + 1} agrees with the others least: repeat it first.`,
    }));
  const found = nextReadings(diagnosis, readings).map(({ socket, step, pair, expects }): RingTry => ({
    socket: socket + 1,
    step: step === 'same' ? 'same side' : step,
    pair: pair.join('–').replace('C', 'CPC'),
    why:
      expects
        .map(({ of, ohms }) => `${ohms === null ? 'open' : `about ${ohms.toFixed(2)} Ω`} if ${nameInWords(of)}`)
        .join('; ') + '.',
  }));
  if (found.length > 0 || diagnosis.confident) return found;
  const unread = ([2, 3] as const).flatMap((step) =>
    Array.from({ length: readings.sockets }, (_, socket) => socket)
      .filter((socket) => (step === 2 ? readings.step2 : readings.step3)[socket] === null)
      .map((socket): RingTry => ({
        socket: socket + 1,
        step,
        pair: step === 2 ? 'L–N' : 'L–CPC',
        why: 'Not read yet: nothing is known of it.',
      })),
  );
  return unread.slice(0, 3);
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
    : `${ratio}: part of it is another size.`;
}

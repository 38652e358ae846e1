import { conductorResistance } from '../edition/conductor-resistance';
import type { EditionPack } from '../edition/pack';
import type { Code } from '../inspection/outcome';
import { toNumber } from '../quantity/exact';
import { type Diagnosis, type Explanation, nameOf } from './diagnose';
import type { RingReadings } from './evidence';
import type { RingFault } from './hypotheses';
import type { RingConductor } from './ring-model';

export type RingCable = { readonly liveMm2: number; readonly cpcMm2: number };

/** A pair of terminals to try next, or another way to link up, and what it would tell. */
export type RingTry = { readonly socket: number | null; readonly step: 2 | 3 | 'same side'; readonly pair: string; readonly why: string };

export type RingExplanation = {
  readonly kind: string;
  readonly title: string;
  /** Where on the ring in words; null where the readings cannot place it. */
  readonly place: string | null;
  /** Socket numbers, from 1, that it concerns. */
  readonly sockets: readonly number[];
  readonly share: number;
  readonly reasons: readonly string[];
  readonly lengthMetres: number | null;
  readonly ohms: number | null;
  /** What to do about it. */
  readonly action: string;
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

const conductorWord: Record<RingConductor, string> = { L: 'line', N: 'neutral', C: 'CPC' };
const words = (conductors: readonly RingConductor[]): string => conductors.map((c) => conductorWord[c]).join(', ').replace(/, ([^,]*)$/, ' and $1');
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const ohms = (value: number): string => `${value.toFixed(2)} Ω`;

/** Puts a diagnosis into words: what, where, why, what to do, and what to try next where two explain it equally. */
export function explainRing(diagnosis: Diagnosis, readings: RingReadings, recorded: RingCable | null, pack: EditionPack): RingReport {
  const listed = diagnosis.explanations.filter((e, rank) => rank === 0 || e.share >= 0.02).slice(0, 4);
  return {
    explanations: listed.map((e) => inWords(e, readings, recorded, pack)),
    confident: diagnosis.confident,
    next: tries(diagnosis, readings),
    cable: otherCable(diagnosis, recorded, pack),
  };
}

function inWords(explanation: Explanation, readings: RingReadings, recorded: RingCable | null, pack: EditionPack): RingExplanation {
  const { fault, fit, share } = explanation;
  const base = { kind: nameOf(fault), share, ohms: null, lengthMetres: null, observation: observationOf(fault), ...placed(fault, readings) };
  const quarter = fit.live / 2;
  const loop = (fit.live + fit.cpc) / 4;
  switch (fault.kind) {
    case 'healthy':
      return { ...base, title: 'A sound ring', reasons: [`Step 2 is level at about (r1 + rn) ÷ 4 = ${ohms(quarter)}.`, `Step 3 rises from ${ohms((fit.live * fit.cpc) / (fit.live + fit.cpc))} near the board to ${ohms(loop)} in the middle: a smaller CPC does that, it is no fault.`], action: 'Record r1, rn, r2 and the highest R1+R2.' };
    case 'same leg':
      return { ...base, title: 'Both links are on the same leg', reasons: [`Readings rise from the board to about ${ohms(quarter)} in the middle and fall again.`, 'r1, rn and r2 are normal, and the highest is what a right link would show all round.'], action: 'Exchange the legs of one conductor and repeat the step.' };
    case 'one link':
      return { ...base, title: 'Only one of the two links is made', reasons: [`Step 2 is level at r1 = ${ohms(fit.live)}: twice what two links give.`, 'Step 3 slopes from one end to the other.'], action: 'Make the other link and repeat the step.' };
    case 'broken':
      return { ...base, title: `Broken ${words(fault.conductors)}`, reasons: fault.conductors.length === 3 ? ['Every end-to-end reading and every socket is open.'] : [`${fault.conductors.map((c) => ({ L: 'r1', N: 'rn', C: 'r2' })[c]).join(', ')} open.`, ...(fault.conductors.includes('L') ? [`Step 2 is level at ${ohms(fit.live)}, one way round; step 3 falls towards the break and rises again.`] : fault.conductors.includes('N') ? [`Step 2 is level at ${ohms(fit.live)}, one way round; step 3 is normal.`] : ['Step 2 is normal; step 3 rises towards the break from both sides.'])], action: 'No R1+R2 by the ring method. Find the break; code it (item 5.6 or 5.8), and still measure Zs once the CPC is proved.' };
    case 'joint':
      return { ...base, ohms: fit.size, title: `A poor joint in the ${conductorWord[fault.conductor]}, about ${ohms(fit.size)}`, reasons: [fault.conductor === 'C' ? 'r2 is higher than the cable allows.' : `${fault.conductor === 'L' ? 'r1' : 'rn'} is higher than the other live conductor.`, fault.conductor === 'N' ? 'Step 2 is level and raised; step 3 does not pass the neutral.' : 'Step 3 steps at the joint instead of curving.'], action: 'Open the accessories on both sides, remake the terminals, test again.' };
    case 'spur': {
      const perMetre = recorded && conductorResistance(pack, 'copper', recorded.liveMm2);
      const metres = perMetre ? (fit.size * 1000) / toNumber(perMetre) : null;
      return { ...base, ohms: fit.size, lengthMetres: metres, title: `A spur${metres === null ? '' : `, about ${metres.toFixed(0)} m`}`, reasons: [`${ohms(2 * fit.size)} more in step 2 and ${ohms(fit.size * (1 + fit.cpc / fit.live))} more in step 3: split as the cable's own conductors are.`, 'The sockets beside it read as the ring does.'], action: 'See that it feeds one point only, or is fused. Record its R1+R2 if it is the highest.' };
    }
    case 'contact':
      return { ...base, ohms: fit.size, title: `A poor ${conductorWord[fault.conductor]} contact, about ${ohms(fit.size)}`, reasons: [fault.conductor === 'L' ? 'High by the same in both steps: a spur would add more to step 3.' : fault.conductor === 'N' ? 'High in step 2 alone.' : 'High in step 3 alone.', 'The sockets beside it are normal, so it is in this accessory.'], action: 'Rock the plug: if it moves, the contact is worn. Remake or replace the accessory.' };
    case 'loose':
      return { ...base, title: `The ${conductorWord[fault.conductor]} is not connected`, reasons: ['Open here while the rest of the ring is normal, on every pair that uses it.'], action: 'Open the accessory; connect it; test again. An unearthed socket is an observation.' };
    case 'reversed':
      return { ...base, title: `${capital(words(fault.swap))} are reversed`, reasons: [fault.swap.join() === 'L,N' ? 'Step 2 cannot see it; step 3 is open here and neutral to CPC reads instead.' : fault.swap.join() === 'L,C' ? 'Step 3 cannot see it; step 2 is open here and neutral to CPC reads instead.' : 'Both steps are open here; line to CPC reads in step 2 and line to neutral in step 3.'], action: 'Correct the connections and test again; until then it is an observation (item 5.18).' };
    case 'crossed':
      return { ...base, title: `${capital(words(fault.swap))} change places on one leg`, reasons: ['Two end-to-end readings are open, and one is found between the two conductors.'], action: 'Try r between the two conductors; find the accessory where they cross.' };
    case 'crossed back':
      return { ...base, title: 'Line and neutral cross and cross back', reasons: ['r1, rn and step 2 are normal; line to CPC is open at the sockets between.'], action: 'Every socket between is reversed: correct at both ends of the stretch.' };
    case 'bridge':
      return { ...base, ohms: fit.size, title: fault.conductors.length === 3 ? 'A cable bridges the ring' : `A bridge in the ${words(fault.conductors)}`, reasons: [fault.conductors.length === 3 ? 'The ends read low, all by the same share.' : 'One live conductor reads low end to end.', 'Level outside the bridge with a smooth hump inside it, above a quarter of the ends.'], action: 'Two ways round make this no simple ring: find the interconnection and take it out.' };
    default: {
      const never: never = fault;
      return never;
    }
  }
}

/** Wrong links are the tester's own, and a spur by itself is allowed; the rest is the installation's. */
function observationOf(fault: RingFault): RingExplanation['observation'] {
  switch (fault.kind) {
    case 'healthy':
    case 'same leg':
    case 'one link':
    case 'spur':
      return null;
    case 'broken':
      return { item: fault.conductors.includes('C') ? '5.8' : '5.6', code: 'C2' };
    case 'loose':
      return { item: fault.conductor === 'C' ? '5.8' : '5.18', code: 'C2' };
    case 'reversed':
    case 'crossed':
    case 'crossed back':
      return { item: '5.18', code: 'C2' };
    case 'joint':
    case 'contact':
      return { item: '5.17.1', code: null };
    case 'bridge':
      return { item: '5.6', code: null };
  }
}

function placed(fault: RingFault, readings: RingReadings): { place: string | null; sockets: readonly number[] } {
  const { sockets } = readings;
  if (!readings.ordered && ('after' in fault || fault.kind === 'bridge')) return { place: null, sockets: [] };
  if ('socket' in fault) return { place: `at socket ${fault.socket + 1}`, sockets: [fault.socket + 1] };
  if (fault.kind === 'bridge') return { place: `from about socket ${fault.from + 1} to socket ${fault.to + 1}`, sockets: [fault.from + 1, fault.to + 1] };
  if (fault.kind === 'crossed back') return { place: `sockets ${fault.after + 1} to ${fault.until}`, sockets: [fault.after + 1, fault.until] };
  if (!('after' in fault) || !isPlaceable(fault, readings)) return { place: null, sockets: [] };
  const { after } = fault;
  if (after === 0) return { place: 'between the board (leg A) and socket 1', sockets: [1] };
  if (after === sockets) return { place: `between socket ${sockets} and the board (leg B)`, sockets: [sockets] };
  return { place: `between sockets ${after} and ${after + 1}`, sockets: [after, after + 1] };
}

/** Steps 2 and 3 do not pass the neutral where a joint or break in it would show; nor does an all-open ring show where. */
const isPlaceable = (fault: RingFault, readings: RingReadings): boolean =>
  !(fault.kind === 'joint' && fault.conductor === 'N' && !readings.sameSide) && !(fault.kind === 'broken' && (fault.conductors.includes('N') || fault.conductors.length > 1));

/** What would tell the leading explanations apart, or find the place. */
function tries(diagnosis: Diagnosis, readings: RingReadings): RingTry[] {
  const [first, second] = diagnosis.explanations;
  const found: RingTry[] = [];
  const tried = (socket: number, step: 2 | 3, pair: string) => (readings.tried ?? []).some((t) => t.socket === socket && t.step === step && t.pair.join('–') === pair);
  const someRead = (step: 'step2' | 'step3') => readings[step].some((r) => r !== null && r !== 'open');
  for (const [step, values] of [[2, readings.step2], [3, readings.step3]] as const) {
    if (!someRead(step === 2 ? 'step2' : 'step3')) continue;
    values.forEach((value, socket) => {
      if (value === 'open' && !tried(socket, step, 'N–C')) found.push({ socket: socket + 1, step, pair: 'N–CPC', why: `Socket ${socket + 1} is open: neutral to CPC tells reversed from not connected.` });
    });
  }
  if (first?.fault.kind === 'joint' && first.fault.conductor !== 'C' && !readings.sameSide) found.push({ socket: null, step: 'same side', pair: 'L–N', why: 'Link line and neutral of the same leg on purpose and repeat step 2: the reading jumps at the joint.' });
  if (!first || diagnosis.confident || !second) return found;
  for (const fault of [first.fault, second.fault]) {
    if (!('socket' in fault)) continue;
    const socket = fault.socket;
    if (readings.step3[socket] === null || readings.step3[socket] === undefined) found.push({ socket: socket + 1, step: 3, pair: 'L–CPC', why: `Step 3 at socket ${socket + 1} tells a spur from a contact.` });
    if (readings.step2[socket] === null || readings.step2[socket] === undefined) found.push({ socket: socket + 1, step: 2, pair: 'L–N', why: `Step 2 at socket ${socket + 1} tells a spur from a contact.` });
  }
  if (found.length === 0) found.push({ socket: 'socket' in first.fault ? first.fault.socket + 1 : null, step: 2, pair: 'L–N', why: `Repeat with the leads nulled anew: ${nameOf(first.fault)} and ${nameOf(second.fault)} explain these about equally.` });
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
  const other = pack.twinAndEarth.filter((pair) => pair.liveMm2 === recorded.liveMm2).find((pair) => Math.abs(found / (ratioOf(pair) ?? Infinity) - 1) <= 0.08);
  const ratio = `r2 ÷ r1 is ${found.toFixed(2)}; ${recorded.liveMm2}/${recorded.cpcMm2} mm² gives ${own.toFixed(2)}`;
  return other ? `${ratio}: it behaves like ${other.liveMm2}/${other.cpcMm2} mm² (${other.era}).` : `${ratio}: part of it is another size, or the CPC has a poor joint.`;
}

import { conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import { toNumber } from '../../quantity/exact';
import { itemsNamed } from '../../words/next-step';
import type { Explanation, Finding } from './diagnose';
import type { RingReading, RingReadings } from './evidence';
import type { RingConductor } from './ring-model';

export type RingCable = { readonly liveMm2: number; readonly cpcMm2: number };

export type FaultWords = {
  readonly title: string;
  /** Why it is believed, by readings that were taken and with their figures. */
  readonly reasons: readonly string[];
  /** What to do about it. */
  readonly action: string;
  readonly lengthMetres: number | null;
  readonly ohms: number | null;
};

const conductorWord: Record<RingConductor, string> = { L: 'line', N: 'neutral', C: 'CPC' };
const endWord: Record<RingConductor, 'r1' | 'rn' | 'r2'> = { L: 'r1', N: 'rn', C: 'r2' };
const words = (conductors: readonly RingConductor[]): string =>
  conductors
    .map((c) => conductorWord[c])
    .join(', ')
    .replace(/, ([^,]*)$/, ' and $1');
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const ohms = (value: number): string => `${value.toFixed(2)} Ω`;
const shown = (reading: RingReading): string =>
  reading === 'open' ? 'open' : typeof reading === 'number' ? ohms(reading) : `${reading.low} to ${reading.high} Ω`;

/** What was read, as sentences may name it: only what was taken. */
function takenOf({ ends, step2, step3, sockets, tried = [] }: RingReadings) {
  const spread = (step: 2 | 3): string | null => {
    const read = (step === 2 ? step2 : step3).flatMap((value) =>
      value === null || value === undefined ? [] : [value],
    );
    if (read.length === 0) return null;
    const figures = read.flatMap((value) =>
      value === 'open' ? [] : typeof value === 'number' ? [value] : [value.low, value.high],
    );
    const open = read.filter((value) => value === 'open').length;
    const range =
      figures.length === 0
        ? ''
        : figures.length === 1 || Math.min(...figures) === Math.max(...figures)
          ? ohms(figures[0] ?? 0)
          : `${Math.min(...figures).toFixed(2)} to ${ohms(Math.max(...figures))}`;
    const at = `at ${read.length} of ${sockets} sockets`;
    return `Step ${step} reads ${[range, open > 0 ? `${open === read.length ? '' : `${open} times `}open` : ''].filter(Boolean).join(', ')} ${at}`;
  };
  const at = (socket: number): string | null => {
    const one = (step: 2 | 3, value: RingReading | null | undefined) =>
      value === null || value === undefined ? [] : [`step ${step} ${shown(value)}`];
    const others = tried
      .filter((each) => each.socket === socket)
      .map(({ step, pair, reading }) => `${pair.join('–').replace('C', 'CPC')} ${shown(reading)} in step ${step}`);
    const all = [...one(2, step2[socket]), ...one(3, step3[socket]), ...others];
    return all.length === 0 ? null : `There: ${all.join(', ')}`;
  };
  const named = (...wanted: RingConductor[]): string | null => {
    const read = wanted.flatMap((c) => {
      const value = ends[endWord[c]];
      return value === null || value === undefined ? [] : [`${endWord[c]} ${shown(value)}`];
    });
    return read.length === 0 ? null : read.join(', ');
  };
  const soundAt = step2.filter(
    (value, i) => value !== null && value !== undefined && step3[i] !== null && step3[i] !== undefined,
  ).length;
  return { spread, at, named, soundAt };
}

type Sentence = string | null | false;
const said = (...sentences: readonly Sentence[]): string[] =>
  sentences.flatMap((sentence) => (sentence ? [`${sentence}${/[.?]$/.test(sentence) ? '' : '.'}`] : []));

/** What a finding is called, why it is believed of these readings, and what to do about it. */
export function sayFault(
  { fault, fit }: Pick<Explanation, 'fault' | 'fit'>,
  readings: RingReadings,
  recorded: RingCable | null,
  pack: EditionPack,
): FaultWords {
  const taken = takenOf(readings);
  const base = { ohms: null, lengthMetres: null };
  const quarter = `(r1 + rn) ÷ 4 is ${ohms(fit.live / 2)}`;
  const [two, three] = [taken.spread(2), taken.spread(3)];
  const ends = taken.named('L', 'N', 'C');
  switch (fault.kind) {
    case 'healthy': {
      const all = taken.soundAt === readings.sockets;
      return {
        ...base,
        title: all ? 'A sound ring' : `Sound as far as it was read: ${taken.soundAt} of ${readings.sockets} sockets`,
        reasons: said(
          ends,
          two && `${two}; ${quarter}`,
          three &&
            `${three}; from ${ohms((fit.live * fit.cpc) / (fit.live + fit.cpc))} near the board to ${ohms((fit.live + fit.cpc) / 4)} in the middle is as a sound ring reads`,
        ),
        action: all
          ? 'Record r1, rn, r2 and the highest R1+R2.'
          : 'Read both steps at the other sockets: nothing is known of those yet.',
      };
    }
    case 'same leg':
      return {
        ...base,
        title: 'Both links are on the same leg',
        reasons: said(
          ends,
          fault.steps !== 'step 3' && two && `${two}: low near the board, up to ${ohms(fit.live / 2)} in the middle`,
          fault.steps !== 'step 2' &&
            three &&
            `${three}: low near the board, up to ${ohms((fit.live + fit.cpc) / 4)} in the middle`,
        ),
        action: 'Exchange the legs of one conductor and repeat the step.',
      };
    case 'one link':
      return {
        ...base,
        title: 'Only one of the two links is made',
        reasons: said(
          fault.steps !== 'step 3' && two && `${two}: one link gives r1, ${ohms(fit.live)}, where two give half of it`,
          fault.steps !== 'step 2' && three && `${three}: it slopes from one end of the ring to the other`,
        ),
        action: 'Make the other link and repeat the step.',
      };
    case 'not linked': {
      const which = fault.steps === 'both' ? 'Steps 2 and 3 are' : `${capital(fault.steps)} is`;
      return {
        ...base,
        title: `${which} not linked`,
        reasons: said(
          fault.steps !== 'step 3' && two,
          fault.steps !== 'step 2' && three,
          ends && `${ends}: the conductors are whole end to end`,
        ),
        action: 'Make both links and repeat the step.',
      };
    }
    case 'unearthed':
      return {
        ...base,
        title: 'No CPC on this ring',
        reasons: said(taken.named('C'), three, two && `${two}: line and neutral are a ring`),
        action: `No R1+R2 by the ring method. Find where the CPC ends; code it (${itemsNamed(pack, 'cpc')}). Nothing of class I belongs on it until then.`,
      };
    case 'broken':
      return {
        ...base,
        title: `Broken ${words(fault.conductors)}`,
        reasons: said(taken.named(...fault.conductors), two, three),
        action: `No R1+R2 by the ring method. Find the break; code it (${itemsNamed(pack, 'ring', 'cpc')}), and still measure Zs once the CPC is proved.`,
      };
    case 'joint':
      return {
        ...base,
        ohms: fit.size,
        title: `A poor joint in the ${conductorWord[fault.conductor]}, about ${ohms(fit.size)}`,
        reasons: said(
          fault.conductor === 'C'
            ? taken.named('C') && `${taken.named('C')}: about ${ohms(fit.size)} more than this cable's CPC`
            : taken.named('L', 'N') && `${taken.named('L', 'N')}: the ${conductorWord[fault.conductor]} is the higher`,
          fault.conductor !== 'C' && two,
          fault.conductor !== 'N' && three && `${three}, with a step at the joint`,
        ),
        action: 'Open the accessories on both sides, remake the terminals, test again.',
      };
    case 'spur': {
      const perMetre = recorded && conductorResistance(pack, 'copper', recorded.liveMm2);
      const metres = perMetre ? (fit.size * 1000) / toNumber(perMetre) : null;
      return {
        ...base,
        ohms: fit.size,
        lengthMetres: metres,
        title: `A spur${metres === null ? '' : `, about ${metres.toFixed(0)} m`}`,
        reasons: said(
          taken.at(fault.socket),
          `A spur of that length adds ${ohms(2 * fit.size)} to step 2 and ${ohms(fit.size * (1 + fit.cpc / fit.live))} to step 3`,
        ),
        action: 'See that it feeds one point only, or is fused. Record its R1+R2 if it is the highest.',
      };
    }
    case 'contact':
      return {
        ...base,
        ohms: fit.size,
        title: `A poor ${conductorWord[fault.conductor]} contact, about ${ohms(fit.size)}`,
        reasons: said(
          taken.at(fault.socket),
          fault.conductor === 'L'
            ? `The line's contact adds the same, ${ohms(fit.size)}, to every pair with line in it`
            : `The ${conductorWord[fault.conductor]}'s contact adds ${ohms(fit.size)} to pairs with it, and nothing to line alone`,
        ),
        action: 'Rock the plug: if it moves, the contact is worn. Remake or replace the accessory.',
      };
    case 'loose':
      return {
        ...base,
        title: `The ${conductorWord[fault.conductor]} is not connected`,
        reasons: said(taken.at(fault.socket), `Every pair with ${conductorWord[fault.conductor]} in it would be open`),
        action: 'Open the accessory; connect it; test again. An unearthed socket is an observation.',
      };
    case 'elsewhere':
      return {
        ...base,
        title: 'Not on this ring',
        reasons: said(taken.at(fault.socket), 'Nothing of it reads with these legs linked'),
        action:
          'Prove it dead before it is opened: it may be live from another circuit. Find which one, and move it there.',
      };
    case 'slipped':
      return {
        ...base,
        title: `A decimal point in step ${fault.step} is out of place`,
        reasons: said(taken.at(fault.socket), 'Ten times more or less would be as the ring reads'),
        action: 'Read it again.',
      };
    case 'reversed':
      return {
        ...base,
        title: `${capital(words(fault.swap))} are reversed`,
        reasons: said(taken.at(fault.socket), seenBy(fault.swap.join())),
        action: `Correct the connections and test again; until then it is an observation (${itemsNamed(pack, 'polarity')}).`,
      };
    case 'crossed':
      return {
        ...base,
        title: `${capital(words(fault.swap))} change places on one leg`,
        reasons: said(taken.named(...fault.swap), two, three),
        action: 'Try end to end between the two conductors; find the accessory where they cross.',
      };
    case 'crossed back':
      return {
        ...base,
        title: 'Line and neutral cross and cross back',
        reasons: said(
          taken.named('L', 'N'),
          two,
          three && `${three}: open between line and CPC at the sockets between`,
        ),
        action: 'Every socket between is reversed: correct at both ends of the stretch.',
      };
    case 'bridge':
      return {
        ...base,
        ohms: fit.size,
        title:
          fault.conductors.length === 3 ? 'A cable bridges the ring' : `A bridge in the ${words(fault.conductors)}`,
        reasons: said(
          taken.named(...fault.conductors) &&
            `${taken.named(...fault.conductors)}: lower than the cable without a bridge, ${ohms(fit.live)} of line`,
          two && `${two}: level outside the bridge, a smooth hump inside it`,
          three,
        ),
        action: 'Two ways round make this no simple ring: find the interconnection and take it out.',
      };
    case 'leads':
      return {
        ...base,
        ohms: fit.size,
        title: `The leads were not nulled: about ${ohms(fit.size)} in every reading`,
        reasons: said(ends, two && `${two}; ${quarter} once the leads are taken off`),
        action: 'Hold the probes together, null, and read the ends again; the rest can be corrected by the same.',
      };
    case 'steps exchanged':
      return {
        ...base,
        title: 'Steps 2 and 3 were entered in one another’s place',
        reasons: said(two, three),
        action: 'Exchange the two columns.',
      };
    case 'ends exchanged':
      return {
        ...base,
        title: `${endWord[fault.swap[0]]} and ${endWord[fault.swap[1]]} were entered in one another’s place`,
        reasons: said(ends),
        action: 'Exchange the two, or read them again.',
      };
    case 'end slipped':
      return {
        ...base,
        title: `A decimal point in ${endWord[fault.conductor]} is out of place`,
        reasons: said(ends),
        action: 'Read it again.',
      };
    case 'nothing fits':
      return {
        ...base,
        title: 'Nothing explains these readings',
        reasons: said(ends, two, three, 'They are not of one ring with anything usual wrong with it'),
        action:
          'See that the leads are nulled, both links are on the right legs and only this ring is on them; then repeat the readings named below.',
      };
    default: {
      const never: never = fault;
      return never;
    }
  }
}

const seenBy = (swap: string): string =>
  swap === 'L,N'
    ? 'Line to neutral reads as ever; line to CPC is open, and neutral to CPC reads in its place'
    : swap === 'L,C'
      ? 'Line to CPC reads as ever; line to neutral is open, and neutral to CPC reads in its place'
      : 'Line to CPC reads in step 2, and line to neutral in step 3, where the usual pairs are open';

/** A finding in few words, for a sentence that sets it against another. */
export const nameInWords = (fault: Finding): string => {
  switch (fault.kind) {
    case 'healthy':
      return 'the ring is sound';
    case 'broken':
      return `the ${words(fault.conductors)} is broken`;
    case 'joint':
      return `the ${conductorWord[fault.conductor]} has a poor joint`;
    case 'contact':
      return `the ${conductorWord[fault.conductor]} contact is poor`;
    case 'loose':
      return `the ${conductorWord[fault.conductor]} is loose`;
    case 'reversed':
      return `${words(fault.swap)} are reversed`;
    case 'crossed':
      return `${words(fault.swap)} cross on one leg`;
    case 'bridge':
      return 'a cable bridges the ring';
    case 'same leg':
      return 'both links are on one leg';
    case 'one link':
      return 'a link is missing';
    case 'not linked':
      return 'no link is made';
    case 'unearthed':
      return 'the ring has no CPC';
    case 'elsewhere':
      return 'it is on another circuit';
    case 'spur':
      return 'it is a spur';
    default:
      return 'something was entered wrongly';
  }
};

import { conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import { toNumber } from '../../quantity/exact';
import { itemsNamed } from '../../words/next-step';
import type { Explanation } from './diagnose';
import type { RingConductor } from './ring-model';

export type RingCable = { readonly liveMm2: number; readonly cpcMm2: number };

export type FaultWords = {
  readonly title: string;
  readonly reasons: readonly string[];
  /** What to do about it. */
  readonly action: string;
  readonly lengthMetres: number | null;
  readonly ohms: number | null;
};

const conductorWord: Record<RingConductor, string> = { L: 'line', N: 'neutral', C: 'CPC' };
const words = (conductors: readonly RingConductor[]): string =>
  conductors
    .map((c) => conductorWord[c])
    .join(', ')
    .replace(/, ([^,]*)$/, ' and $1');
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const ohms = (value: number): string => `${value.toFixed(2)} Ω`;

/** What a fault of a ring is called, why it is believed of these readings, and what to do about it. */
export function sayFault({ fault, fit }: Explanation, recorded: RingCable | null, pack: EditionPack): FaultWords {
  const base = { ohms: null, lengthMetres: null };
  const quarter = fit.live / 2;
  const loop = (fit.live + fit.cpc) / 4;
  switch (fault.kind) {
    case 'healthy':
      return {
        ...base,
        title: 'A sound ring',
        reasons: [
          `Step 2 is level at about (r1 + rn) ÷ 4 = ${ohms(quarter)}.`,
          `Step 3 rises from ${ohms((fit.live * fit.cpc) / (fit.live + fit.cpc))} near the board to ${ohms(loop)} in the middle: a smaller CPC does that, it is no fault.`,
        ],
        action: 'Record r1, rn, r2 and the highest R1+R2.',
      };
    case 'same leg':
      return {
        ...base,
        title: 'Both links are on the same leg',
        reasons: [
          `Readings rise from the board to about ${ohms(quarter)} in the middle and fall again.`,
          'r1, rn and r2 are normal, and the highest is what a right link would show all round.',
        ],
        action: 'Exchange the legs of one conductor and repeat the step.',
      };
    case 'one link':
      return {
        ...base,
        title: 'Only one of the two links is made',
        reasons: [
          `Step 2 is level at r1 = ${ohms(fit.live)}: twice what two links give.`,
          'Step 3 slopes from one end to the other.',
        ],
        action: 'Make the other link and repeat the step.',
      };
    case 'broken':
      return {
        ...base,
        title: `Broken ${words(fault.conductors)}`,
        reasons:
          fault.conductors.length === 3
            ? ['Every end-to-end reading and every socket is open.']
            : [
                `${fault.conductors.map((c) => ({ L: 'r1', N: 'rn', C: 'r2' })[c]).join(', ')} open.`,
                ...(fault.conductors.includes('L')
                  ? [
                      `Step 2 is level at ${ohms(fit.live)}, one way round; step 3 falls towards the break and rises again.`,
                    ]
                  : fault.conductors.includes('N')
                    ? [`Step 2 is level at ${ohms(fit.live)}, one way round; step 3 is normal.`]
                    : ['Step 2 is normal; step 3 rises towards the break from both sides.']),
              ],
        action: `No R1+R2 by the ring method. Find the break; code it (${itemsNamed(pack, 'ring', 'cpc')}), and still measure Zs once the CPC is proved.`,
      };
    case 'joint':
      return {
        ...base,
        ohms: fit.size,
        title: `A poor joint in the ${conductorWord[fault.conductor]}, about ${ohms(fit.size)}`,
        reasons: [
          fault.conductor === 'C'
            ? 'r2 is higher than the cable allows.'
            : `${fault.conductor === 'L' ? 'r1' : 'rn'} is higher than the other live conductor.`,
          fault.conductor === 'N'
            ? 'Step 2 is level and raised; step 3 does not pass the neutral.'
            : 'Step 3 steps at the joint instead of curving.',
        ],
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
        reasons: [
          `${ohms(2 * fit.size)} more in step 2 and ${ohms(fit.size * (1 + fit.cpc / fit.live))} more in step 3: split as the cable's own conductors are.`,
          'The sockets beside it read as the ring does.',
        ],
        action: 'See that it feeds one point only, or is fused. Record its R1+R2 if it is the highest.',
      };
    }
    case 'contact':
      return {
        ...base,
        ohms: fit.size,
        title: `A poor ${conductorWord[fault.conductor]} contact, about ${ohms(fit.size)}`,
        reasons: [
          fault.conductor === 'L'
            ? 'High by the same in both steps: a spur would add more to step 3.'
            : fault.conductor === 'N'
              ? 'High in step 2 alone.'
              : 'High in step 3 alone.',
          'The sockets beside it are normal, so it is in this accessory.',
        ],
        action: 'Rock the plug: if it moves, the contact is worn. Remake or replace the accessory.',
      };
    case 'loose':
      return {
        ...base,
        title: `The ${conductorWord[fault.conductor]} is not connected`,
        reasons: ['Open here while the rest of the ring is normal, on every pair that uses it.'],
        action: 'Open the accessory; connect it; test again. An unearthed socket is an observation.',
      };
    case 'reversed':
      return {
        ...base,
        title: `${capital(words(fault.swap))} are reversed`,
        reasons: [
          fault.swap.join() === 'L,N'
            ? 'Step 2 cannot see it; step 3 is open here and neutral to CPC reads instead.'
            : fault.swap.join() === 'L,C'
              ? 'Step 3 cannot see it; step 2 is open here and neutral to CPC reads instead.'
              : 'Both steps are open here; line to CPC reads in step 2 and line to neutral in step 3.',
        ],
        action: `Correct the connections and test again; until then it is an observation (${itemsNamed(pack, 'polarity')}).`,
      };
    case 'crossed':
      return {
        ...base,
        title: `${capital(words(fault.swap))} change places on one leg`,
        reasons: ['Two end-to-end readings are open, and one is found between the two conductors.'],
        action: 'Try r between the two conductors; find the accessory where they cross.',
      };
    case 'crossed back':
      return {
        ...base,
        title: 'Line and neutral cross and cross back',
        reasons: ['r1, rn and step 2 are normal; line to CPC is open at the sockets between.'],
        action: 'Every socket between is reversed: correct at both ends of the stretch.',
      };
    case 'bridge':
      return {
        ...base,
        ohms: fit.size,
        title:
          fault.conductors.length === 3 ? 'A cable bridges the ring' : `A bridge in the ${words(fault.conductors)}`,
        reasons: [
          fault.conductors.length === 3
            ? 'The ends read low, all by the same share.'
            : 'One live conductor reads low end to end.',
          'Level outside the bridge with a smooth hump inside it, above a quarter of the ends.',
        ],
        action: 'Two ways round make this no simple ring: find the interconnection and take it out.',
      };
    default: {
      const never: never = fault;
      return never;
    }
  }
}

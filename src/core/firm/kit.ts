import type { Missed } from './kinds/kit';

/** What is known of a job before leaving for it. */
export type Ahead = {
  /** EICR, EIC or MWC. */
  readonly document: string;
  /** Everything said of it in words: premises, what was asked for, how to get in. */
  readonly words: string;
  /** What an earlier visit found there; null where there was none. */
  readonly earthing: string | null;
  /** Standards of the protective devices an earlier visit found. */
  readonly devices: readonly string[];
};

export type KitItem = { readonly what: string; readonly because: string | null };

type Rule = { readonly what: string; readonly because: string; readonly when: (ahead: Ahead) => boolean };

const always: readonly string[] = [
  'Tester, leads, probes with guards, spare fuses and batteries',
  'Two-pole voltage indicator and proving unit',
  'Lock-off kit: breaker locks, fuse locks, hasp, padlock of your own, notices',
  'Gloves, eye protection, torch, mask for lofts',
  'Labels: next inspection, RCD test, circuit chart, isolation notices, bonding clamp',
  'Steps, insulated screwdrivers, terminal torque driver',
];

const says =
  (pattern: RegExp) =>
  ({ words }: Ahead) =>
    pattern.test(words.toLowerCase());
const has =
  (pattern: RegExp) =>
  ({ devices }: Ahead) =>
    devices.some((each) => pattern.test(each));

const rules: readonly Rule[] = [
  {
    what: 'Long lead on a drum, 50 m',
    because: 'R2 by wandering lead, bonds far from the board',
    when: ({ document }) => document !== 'MWC',
  },
  {
    what: 'Socket adaptor and lamp-holder adaptor',
    because: 'every point of a report is read',
    when: ({ document }) => document === 'EICR',
  },
  {
    what: 'Blanks for open ways of the board, and for accessories',
    because: 'a cover with a hole is a finding',
    when: ({ document }) => document === 'EICR',
  },
  {
    what: 'Three spikes and their leads, hammer',
    because: 'an electrode to measure',
    when: (ahead) => ahead.earthing === 'TT' || says(/\btt\b|electrode|cottage|farm|rural/)(ahead),
  },
  {
    what: 'Fuse wire and carriers, or plug-in breakers for them',
    because: 'fuses that are rewired',
    when: (ahead) => has(/3036/)(ahead) || says(/rewir|fuse|19[3-7]0s/)(ahead),
  },
  { what: 'Fuse lock for cartridges, spare cartridges', because: 'cartridge fuses', when: has(/1361|88/) },
  { what: 'Long ladder, head torch, boards to kneel on', because: 'a loft', when: says(/loft|attic/) },
  {
    what: 'Outdoor lead, waders or boots, weatherproof covers',
    because: 'something outside',
    when: says(/garden|garage|outbuilding|shed|annexe|workshop|outside/),
  },
  {
    what: 'DC lock, solar and storage labels',
    because: 'a second source',
    when: says(/solar|photovoltaic|battery|storage/),
  },
  {
    what: 'Spare device of the board’s make, RCBO, cable and clips',
    because: 'work, not only a report',
    when: ({ document }) => document === 'EIC' || document === 'MWC',
  },
  {
    what: 'Fire sealant, grommets, meter tails and tail clamp',
    because: 'a board',
    when: (ahead) => ahead.document === 'EIC' && says(/board|consumer unit|rewire/)(ahead),
  },
  { what: 'Detector tester', because: 'alarms of a rented home', when: says(/rent|let\b|tenan|hmo/) },
  { what: 'Shoe covers, dust sheets', because: 'people live there', when: ({ document }) => document !== 'EIC' },
];

/** What to have in the van: what every job takes, what this one's description asks for, and what was missed before. */
export function kitFor(ahead: Ahead, missed: readonly Missed[]): KitItem[] {
  const before = missed
    .filter(({ document }) => document === null || document === ahead.document)
    .sort((a, b) => b.times - a.times)
    .map(({ what, times }) => ({ what, because: times > 1 ? `missed ${times} times before` : 'missed once before' }));
  const asked = rules.filter(({ when }) => when(ahead)).map(({ what, because }) => ({ what, because }));
  return [...before, ...asked, ...always.map((what) => ({ what, because: null }))];
}

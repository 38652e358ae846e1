import type { EditionPack } from '../../edition/pack';
import type { Slot } from '../../installation/slot';
import { slotAt } from '../../installation/slot';
import { valueAt } from '../../job/governing';
import type { Readings } from '../../job/view';
import { type Exact, toNumber, toShortest } from '../../quantity/exact';
import { figureOf } from '../../quantity/reading-value';
import { supplyVolts, voltsLineEarth, voltsNeutralEarth } from './slots';

export type VoltagePattern = {
  readonly lineNeutral: string;
  readonly lineEarth: string;
  readonly neutralEarth: string;
  readonly title: string;
  readonly means: string;
  /** No danger in it: the supply is sound, or at most to be looked at again. */
  readonly isSound: boolean;
};

/** What three voltages at the incoming terminals mean together: what is shown on screen, and what a verdict goes by. */
export const voltagePatterns = {
  sound: {
    lineNeutral: 'about 230',
    lineEarth: 'about 230',
    neutralEarth: 'about 0',
    title: 'healthy supply',
    means: 'No fault shown. On PME not yet proof: see the terminal below.',
    isSound: true,
  },
  reversed: {
    lineNeutral: 'about 230',
    lineEarth: 'about 0',
    neutralEarth: 'about 230',
    title: 'line and neutral reversed',
    means: 'Stop. Energise nothing. Call the distributor.',
    isSound: false,
  },
  'no earth': {
    lineNeutral: 'about 230',
    lineEarth: 'about 0',
    neutralEarth: 'about 0',
    title: 'no earth',
    means: 'Stop. Nothing is earthed. Energise nothing.',
    isSound: false,
  },
  'neutral open': {
    lineNeutral: 'about 0',
    lineEarth: 'about 230',
    neutralEarth: 'about 230',
    title: 'supply neutral open, with a load on it',
    means: 'Hands off. The neutral is at mains. Call the distributor.',
    isSound: false,
  },
  'neutral lost': {
    lineNeutral: 'low or high',
    lineEarth: 'about 230',
    neutralEarth: 'over 50',
    title: 'supply neutral lost',
    means: 'Hands off. Switch nothing on. Call the distributor.',
    isSound: false,
  },
  'PME neutral lost': {
    lineNeutral: 'far from 230',
    lineEarth: 'the same',
    neutralEarth: 'about 0',
    title: 'combined neutral and earth lost',
    means: 'Hands off. All metal may be at mains. Keep people away. Call the distributor.',
    isSound: false,
  },
  'earth floating': {
    lineNeutral: 'about 230',
    lineEarth: 'about 115',
    neutralEarth: 'about 115',
    title: 'earth floating',
    means: 'Stop. Nothing is earthed: filters pull it half way. Energise nothing.',
    isSound: false,
  },
  unknown: {
    lineNeutral: 'anything else',
    lineEarth: '',
    neutralEarth: 'over 50',
    title: 'voltages of no healthy supply',
    means: 'Hands off. Find out why before anything is touched.',
    isSound: false,
  },
} as const satisfies Readonly<Record<string, VoltagePattern>>;
export type VoltagePatternName = keyof typeof voltagePatterns;

type Three = { readonly ln: Exact | null; readonly le: Exact | null; readonly ne: Exact | null };

/**
 * The pattern three voltages make, as far as they were read, in volts. Null while too little was read to tell, and where
 * no terminal shows any voltage. A voltage missing never makes the answer kinder.
 */
export function classifyVoltages({ ln, le, ne }: Three, pack: EditionPack): VoltagePatternName | null {
  const [line, earth, neutral] = [ln, le, ne].map((each) => (each ? toNumber(each) : null)) as (number | null)[];
  const nominal = Number(pack.nominalVolts.value);
  const danger = Number(pack.touchVolts.value);
  const none = Number(pack.tolerances.neutralEarthVolts.value);
  const far = nominal * Number(pack.tolerances.supplyFarShare.value);
  const live = (volts: number | null | undefined) => volts !== null && volts !== undefined && volts > danger;
  const low = (volts: number | null | undefined) => volts !== null && volts !== undefined && volts <= danger;
  const usual = (volts: number | null | undefined) =>
    volts !== null && volts !== undefined && Math.abs(volts - nominal) <= far;
  const agree = (a: number, b: number) => Math.abs(a - b) <= far;
  if (live(neutral)) {
    if (live(line) && low(earth)) return 'reversed';
    if (line !== null && line !== undefined && line <= none && usual(earth)) return 'neutral open';
    if (line === null || line === undefined || earth === null || earth === undefined) return 'unknown';
    if (usual(line) && live(earth) && agree(earth + (neutral ?? 0), line)) return 'earth floating';
    return usual(earth) && agree(line + (neutral ?? 0), earth) ? 'neutral lost' : 'unknown';
  }
  if (live(line) && low(earth)) return 'no earth';
  const offNominal = (volts: number | null | undefined) =>
    volts !== null && volts !== undefined && volts > none && !usual(volts);
  if (offNominal(line) && (earth === null || earth === undefined || offNominal(earth))) return 'PME neutral lost';
  if (usual(line) && offNominal(earth)) return low(earth) ? 'no earth' : 'earth floating';
  if (offNominal(line) || offNominal(earth)) return 'neutral lost';
  return usual(line) && usual(earth) && neutral !== null && neutral !== undefined ? 'sound' : null;
}

/** The pattern of what was read at the origin of a job; null while nothing is to be told. */
export function voltagePatternOf(at: Readings & { readonly pack: EditionPack }): {
  readonly name: VoltagePatternName;
  readonly pattern: VoltagePattern;
  readonly shown: string;
  readonly slot: Slot;
} | null {
  const supply = { of: 'supply' } as const;
  const slots = [supplyVolts, voltsLineEarth, voltsNeutralEarth].map((measured) => slotAt(supply, measured));
  const [ln = null, le = null, ne = null] = slots.map((slot) => {
    const value = valueAt(at, supply, slot);
    return value && figureOf(value);
  });
  const name = classifyVoltages({ ln, le, ne }, at.pack);
  const shown = [ln, le, ne].map((each) => (each ? toShortest(each, 1) : '–')).join(' / ');
  const [slot] = slots;
  return name && slot ? { name, pattern: voltagePatterns[name], shown: `${shown} V`, slot } : null;
}

import { type ConductorMetal, conductorResistance } from '../../edition/conductor-resistance';
import type { EditionPack } from '../../edition/pack';
import { toNumber } from '../../quantity/exact';
import type { ReadingValue } from '../../quantity/reading-value';
import { type FiguresOf, reason } from '../../words/reason';

/** A point of a run in the order of its cable, with what was read from the board (line and CPC linked) and by a long lead. */
export type RunPoint = {
  readonly name: string;
  readonly spur: boolean;
  readonly lineAndCpc: ReadingValue | null;
  readonly cpcAlone: ReadingValue | null;
};
export type RunCable = {
  readonly pack: EditionPack;
  readonly liveCsaMm2: number | null;
  readonly cpcCsaMm2: number | null;
  readonly material?: ConductorMetal;
};

/** The run between two points read one after the other: what it adds in ohm, and the metres of the cable that implies. */
type RunSection = {
  readonly from: string;
  readonly to: string;
  readonly ohms: number;
  readonly metres: number | null;
};
type RunRule = Extract<Parameters<typeof reason>[0], `run.${string}`>;
type RunFinding = { readonly rule: RunRule; readonly at: readonly string[]; readonly says: string };
export type ReadRun = { readonly sections: readonly RunSection[]; readonly findings: readonly RunFinding[] };

/** What two readings of the same thing may differ by: a digit each way and a few percent, in ohm. */
const noise = (ohms: number): number => 0.02 + 0.03 * ohms;
/** An extra resistance worth walking back for, in ohm. */
const worthwhile = 0.1;

type Read = { readonly point: RunPoint; readonly index: number; readonly ohms: number };

/**
 * What the readings along a radial say: what each section adds, where a conductor is broken or a joint sits, which point
 * stands out by itself, a CPC of another size, and a path that lowers what is read. Only what was read is spoken of.
 */
export function readRun(points: readonly RunPoint[], cable: RunCable): ReadRun {
  const perMetre = perMetreOf(cable);
  const read = points.flatMap((point, index): Read[] => {
    const ohms = ohmsOf(point.lineAndCpc);
    return ohms === null ? [] : [{ point, index, ohms }];
  });
  const { high, low } = oddOnes(read);
  const odd = new Set([...high.keys(), ...low.keys()]);
  const sections = sectionsOf(points, read, odd, perMetre && perMetre.line + perMetre.cpc);
  return {
    sections,
    findings: [
      ...opens(points, read),
      ...[...high].map(([index, extra]) =>
        finding('run.stands-out', [nameOf(points, index)], { point: nameOf(points, index), extra: shown(extra) }),
      ),
      ...[...low].map(([index, less]) =>
        finding('run.falls', [nameOf(points, index)], { point: nameOf(points, index), less: shown(less) }),
      ),
      ...steps(points, sections),
      ...againstLongLead(points, cable, perMetre),
    ],
  };
}

const ohmsOf = (value: ReadingValue | null): number | null =>
  value?.is === 'number' ? Number(value.shown) : value?.is === 'unstable' ? Number(value.low) : null;
const isOpen = (value: ReadingValue | null): boolean => value?.is === 'open' || value?.is === 'over';
const shown = (ohms: number): string => `${ohms.toFixed(2)} Ω`;
const nameOf = (points: readonly RunPoint[], index: number): string => points[index]?.name ?? 'the board';
const finding = <Rule extends RunRule>(rule: Rule, at: readonly string[], ...figures: FiguresOf<Rule>): RunFinding => ({
  rule,
  at,
  says: reason(rule, ...figures),
});

function perMetreOf({
  pack,
  liveCsaMm2,
  cpcCsaMm2,
  material = 'copper',
}: RunCable): { line: number; cpc: number } | null {
  const line = liveCsaMm2 ? conductorResistance(pack, material, liveCsaMm2) : null;
  const cpc = cpcCsaMm2 ? conductorResistance(pack, material, cpcCsaMm2) : null;
  return line && cpc ? { line: toNumber(line) / 1000, cpc: toNumber(cpc) / 1000 } : null;
}

/** The point on the run before another that was read and does not stand out by itself. */
const before = (read: readonly Read[], index: number, skip: ReadonlySet<number>): Read | undefined =>
  read.findLast((each) => each.index < index && !each.point.spur && !skip.has(each.index));

/** Where readings on the run fall though the cable goes on: which points are too high by themselves, and which too low, in ohm. */
type Odd = { readonly high: ReadonlyMap<number, number>; readonly low: ReadonlyMap<number, number> };

/** The fewest points that account for every fall along the run; of two equally good, the one that reads high. */
function oddOnes(read: readonly Read[]): Odd {
  const onRun = read.filter(({ point }) => !point.spur);
  let falls = onRun.flatMap((one, place) =>
    onRun
      .slice(place + 1)
      .filter((two) => one.ohms - two.ohms > noise(one.ohms) + noise(two.ohms))
      .map((two) => ({ one, two, by: one.ohms - two.ohms })),
  );
  const [high, low] = [new Map<number, number>(), new Map<number, number>()];
  while (falls.length > 0) {
    const count = (side: 'one' | 'two', index: number) => falls.filter((fall) => fall[side].index === index).length;
    const blamed = falls
      .flatMap(({ one, two }) => [
        { index: one.index, side: 'one' as const },
        { index: two.index, side: 'two' as const },
      ])
      .reduce((most, each) => (count(each.side, each.index) > count(most.side, most.index) ? each : most));
    const own = falls.filter((fall) => fall[blamed.side].index === blamed.index);
    (blamed.side === 'one' ? high : low).set(blamed.index, Math.max(...own.map(({ by }) => by)));
    falls = falls.filter(({ one, two }) => one.index !== blamed.index && two.index !== blamed.index);
  }
  return { high, low };
}

function sectionsOf(
  points: readonly RunPoint[],
  read: readonly Read[],
  odd: ReadonlySet<number>,
  perMetre: number | null,
): RunSection[] {
  return read
    .filter(({ index }) => !odd.has(index))
    .map(({ point, index, ohms }) => {
      const from = before(read, index, odd);
      const added = ohms - (from?.ohms ?? 0);
      return {
        from: from ? nameOf(points, from.index) : 'the board',
        to: point.name,
        ohms: added,
        metres: perMetre && added > 0 ? added / perMetre : null,
      };
    });
}

function opens(points: readonly RunPoint[], read: readonly Read[]): RunFinding[] {
  const open = points.flatMap((point, index) => (isOpen(point.lineAndCpc) ? [index] : []));
  if (open.length === 0) return [];
  const names = open.map((index) => nameOf(points, index));
  if (read.length === 0 && open.length > 1) return [finding('run.open-everywhere', names)];
  const lastRead = read.filter(({ point }) => !point.spur).at(-1)?.index ?? -1;
  const beyond = open.filter((index) => index > lastRead && !points[index]?.spur);
  const single = open.filter((index) => !beyond.includes(index) || beyond.length === 1);
  return [
    ...(beyond.length > 1
      ? [
          finding(
            'run.open-beyond',
            beyond.map((index) => nameOf(points, index)),
            {
              from: nameOf(points, lastRead),
              to: nameOf(points, beyond[0] ?? -1),
            },
          ),
        ]
      : []),
    ...single.map((index) =>
      finding(beyond.includes(index) ? 'run.open-last' : 'run.open-alone', [nameOf(points, index)], {
        point: nameOf(points, index),
      }),
    ),
  ];
}

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
};

/** Sections that add far more than the others do: a joint in them, or a long way round. */
function steps(points: readonly RunPoint[], sections: readonly RunSection[]): RunFinding[] {
  if (sections.length < 3) return [];
  return sections.flatMap((section) => {
    const usual = Math.max(0, median(sections.filter((each) => each !== section).map(({ ohms }) => ohms)));
    const extra = section.ohms - usual;
    if (section.ohms <= 3 * usual + noise(section.ohms) || extra <= worthwhile) return [];
    const [from, to] = [section.from, section.to].map((name) => points.find((point) => point.name === name));
    const cpc = to && (ohmsOf(to.cpcAlone) ?? NaN) - (from ? (ohmsOf(from.cpcAlone) ?? NaN) : 0);
    const share = cpc === undefined || Number.isNaN(cpc) ? null : cpc / section.ohms;
    const figures = {
      from: section.from,
      to: section.to,
      added: shown(section.ohms),
      usual: shown(usual),
      metres: section.metres === null ? null : section.metres.toFixed(0),
    };
    const where = [section.from, section.to];
    if (to?.spur) return [finding('run.long-spur', where, figures)];
    if (share !== null && share > 0.85) return [finding('run.step-in-cpc', where, figures)];
    return [finding(share !== null && share < 0.25 ? 'run.step-in-line' : 'run.step', where, figures)];
  });
}

/** R2 by a long lead beside R1+R2 at the same points: another CPC, a path beside it, or a lead that was not taken off. */
function againstLongLead(
  points: readonly RunPoint[],
  { pack, liveCsaMm2, cpcCsaMm2 }: RunCable,
  perMetre: { line: number; cpc: number } | null,
): RunFinding[] {
  const both = points.flatMap((point) => {
    const [sum, cpc] = [ohmsOf(point.lineAndCpc), ohmsOf(point.cpcAlone)];
    return sum === null || cpc === null ? [] : [{ name: point.name, sum, cpc }];
  });
  const above = both.filter(({ sum, cpc }) => cpc > sum + noise(sum));
  if (above.length > 0)
    return above.map(({ name, sum, cpc }) =>
      finding('run.r2-above', [name], { point: name, r2: shown(cpc), sum: shown(sum) }),
    );
  if (!perMetre) return [];
  const told = both.filter(({ sum }) => sum >= 0.2);
  if (told.length === 0) return [];
  const expected = perMetre.cpc / (perMetre.line + perMetre.cpc);
  const total = (of: (each: (typeof told)[number]) => number) => told.reduce((sum, each) => sum + of(each), 0);
  const share = total(({ cpc }) => cpc) / total(({ sum }) => sum);
  const room = (2 * Math.sqrt(total(({ sum }) => noise(sum) ** 2))) / total(({ sum }) => sum);
  const isOff = Math.abs(share - expected) > Math.max(0.05, room);
  const other = pack.twinAndEarth
    .map((pair) => {
      const ohms = perMetreOf({ pack, liveCsaMm2: pair.liveMm2, cpcCsaMm2: pair.cpcMm2 });
      return { pair, share: ohms ? ohms.cpc / (ohms.line + ohms.cpc) : NaN };
    })
    .filter((each) => Math.abs(each.share - share) < 0.04 && each.pair.liveMm2 === liveCsaMm2)
    .sort((a, b) => Math.abs(a.share - share) - Math.abs(b.share - share))[0];
  if (other && isOff && told.length > 1 && other.pair.cpcMm2 !== cpcCsaMm2)
    return [
      finding(
        'run.behaves-like',
        told.map(({ name }) => name),
        {
          share: `${Math.round(100 * share)} %`,
          like: `${other.pair.liveMm2}/${other.pair.cpcMm2} mm²`,
          recorded: `${liveCsaMm2}/${cpcCsaMm2} mm²`,
        },
      ),
    ];
  return told
    .filter(({ sum, cpc }) => sum * expected - cpc > Math.max(worthwhile, 2 * noise(sum)))
    .map(({ name, sum, cpc }) =>
      finding('run.parallel', [name], { point: name, r2: shown(cpc), expected: shown(sum * expected) }),
    );
}

import { type Evidence, type RingReading, type RingReadings, evidenceOf, median } from './evidence';
import { type Meters, type Scored, even, metersOf, refined, scored, sidesOf, usualRatios } from './fit';
import { type RingFault, type RingFit, type RingMistake, ringHypotheses } from './hypotheses';
import { ringConductors } from './ring-model';
import type { SocketWeighed } from './socket';

/** One thing the readings say: of the ring, of one socket, of the person with the tester, or that nothing fits. */
export type Finding = RingFault | RingMistake | { readonly kind: 'nothing fits' };

export type Explanation = {
  readonly fault: Finding;
  readonly fit: RingFit;
  /** Share of the belief, of 1: of a part of what leads, how sure that part is; of another, how likely it is instead. */
  readonly share: number;
  /** Whether it is a part of what leads, and not an alternative to it. */
  readonly leads: boolean;
  readonly positions: readonly number[];
};

/** The whole of what may be so: the ring, with each socket as it is by itself. */
export type Whole = {
  readonly fault: RingFault;
  readonly fit: RingFit;
  readonly states: readonly SocketWeighed[];
  readonly share: number;
};

export type Diagnosis = {
  /** The parts of what leads first, then alternatives, best first; places of one kind together under their best place. */
  readonly explanations: readonly Explanation[];
  /** What leads as a whole, and what else may be so: for choosing the next reading. */
  readonly wholes: readonly Whole[];
  readonly readings: number;
  /** Standard deviation of a small reading, estimated where it was not told, in ohm. */
  readonly sigma: number;
  /** True where every part that leads is far ahead of everything else, and nothing that would decide it is unread. */
  readonly confident: boolean;
  /** Misfit of what leads beside what a fair one would leave, in its standard deviations; with readings that fit it worst. */
  readonly worst: readonly { readonly socket: number; readonly misfit: number }[];
};

/** Explanations believed less than this are not listed. */
const leastBelief = 1e-4;
/** What each part must be believed for the whole to count as sure. */
const sure = 0.99;

/**
 * Ranks what explains a ring's readings (r1, rn, r2, steps 2 and 3, other pairs tried) in two layers: the ring as a whole,
 * and on it each socket by itself, any number of small things at once. Maximum of the posterior with the usual frequency
 * of each before it; how much the readings scatter is estimated from them. What the person with the tester may have done
 * is weighed before any fault of the house, and that nothing fits beside them all.
 */
export function diagnoseRing(readings: RingReadings): Diagnosis {
  const { evidence, house } = weighedHouse(readings);
  const mistakes = house.length === 0 ? [] : mistakesOf(readings, evidence, house[0]);
  const nothing = beliefInNothing(evidence);
  const [lead] = house;
  const top = Math.max(lead?.belief ?? -Infinity, nothing, ...mistakes.map(({ belief }) => belief));
  const weight = (belief: number) => Math.exp(belief - top);
  const sum =
    weight(nothing) +
    house.reduce((all, each) => all + weight(each.belief), 0) +
    mistakes.reduce((all, each) => all + weight(each.belief), 0);
  const wholes = house.map(({ fault, fit, states, belief }): Whole => ({
    fault,
    fit,
    states,
    share: weight(belief) / sum,
  }));
  const blank: RingFit = lead?.fit ?? { live: 0.45, cpc: 0.73, size: 0 };
  const others = [
    ...mistakes.map(({ mistake, belief, size }): Explanation => ({
      fault: mistake,
      fit: { ...blank, size },
      share: weight(belief) / sum,
      leads: false,
      positions: [],
    })),
    { fault: { kind: 'nothing fits' } as const, fit: blank, share: weight(nothing) / sum, leads: false, positions: [] },
  ];
  const byRing = grouped(wholes);
  const best = byRing[0];
  const ownMistake = others.reduce((a, b) => (b.share > a.share ? b : a));
  const led: Explanation[] =
    !best || ownMistake.share > best.share
      ? [{ ...ownMistake, leads: true }, ...behindTheLeads(readings, ownMistake)]
      : partsOf(best.whole, best.share);
  const alternatives = [
    ...(best ? alternativesOf(byRing, led) : []),
    ...others.filter(({ fault }) => led[0]?.fault !== fault && fault !== ownMistake.fault),
    ...(led[0]?.fault === ownMistake.fault ? [] : [ownMistake]),
  ]
    .filter(({ share }) => share > leastBelief)
    .sort((a, b) => b.share - a.share);
  const isSound = led.length === 1 && led[0]?.fault.kind === 'healthy';
  return {
    explanations: [...led, ...unique(alternatives, led)],
    wholes: wholes.slice(0, 12),
    readings: evidence.count,
    sigma: evidence.sigma,
    confident:
      evidence.count > 0 &&
      led.every(({ share }) => share > sure) &&
      (!isSound || (evidence.complete && ratioAgrees(led[0]?.fit ?? blank, readings))),
    worst: (lead?.states ?? [])
      .map(({ misfit }, socket) => ({ socket, misfit }))
      .filter(({ misfit }) => misfit > 9)
      .sort((a, b) => b.misfit - a.misfit),
  };
}

/** Whether the ends have the ratio of the cable recorded: a sound ring of another is sound, and not for sure. */
const ratioAgrees = ({ live, cpc }: RingFit, { cableRatio }: RingReadings): boolean =>
  cableRatio === undefined || Math.abs(cpc / live / cableRatio - 1) <= sureRatio;
const sureRatio = 0.06;

/** What is wrong with the house besides, once leads that were not nulled are taken off. */
function behindTheLeads(readings: RingReadings, { fault, fit, share }: Explanation): Explanation[] {
  if (fault.kind !== 'leads') return [];
  const { explanations } = diagnoseRing(lessLeads(readings, fit.size));
  return explanations
    .filter(({ leads, fault: { kind } }) => leads && !['healthy', 'leads', 'nothing fits'].includes(kind))
    .map((part) => ({ ...part, share: part.share * share }));
}

type Weighed = Scored & { readonly fault: RingFault };

/**
 * The readings as evidence, and every ring worth weighing. Where sockets stand out the readings seem to scatter more than
 * they do: once a ring is found from which most of them are far less away, all is weighed anew by that.
 */
function weighedHouse(readings: RingReadings): { evidence: Evidence; house: Weighed[] } {
  const evidence = evidenceOf(readings);
  if (isOfNoRing(evidence)) return { evidence, house: [] };
  const house = wholesOf(readings, evidence);
  const left = readings.noiseOhms === undefined ? scatterLeft(house[0], evidence) : Infinity;
  if (left > evidence.sigma * muchLess) return { evidence, house };
  const finer = evidenceOf({ ...readings, noiseOhms: left });
  return { evidence: finer, house: wholesOf(readings, finer) };
}
const muchLess = 0.6;

/** Nothing but zeros at the ends: no ring is so short, whatever its sockets read. The probes were on one another. */
const isOfNoRing = ({ ends }: Evidence): boolean =>
  ends.length > 0 && ends.every(({ value }) => value !== null && value <= leastEnd);
/** In ohm of line or CPC end to end: less than three metres of 2.5 mm². */
const leastEnd = 0.02;

/** How far most readings are from a ring and its sockets, as a standard deviation in ohm; never less than a usual instrument's least. */
function scatterLeft(lead: Weighed | undefined, { bySocket, sigma }: Evidence): number {
  const away = (lead?.states ?? []).flatMap(({ squares }, socket) => {
    const count = bySocket[socket]?.length ?? 0;
    return count > 0 ? [Math.sqrt(squares / count)] : [];
  });
  const middle = median(away);
  return middle === null ? Infinity : Math.max(usualScatter, (middle / halfOfTwo) * sigma);
}
/** Half of all pairs of readings are no further off than this, of their standard deviation. */
const halfOfTwo = Math.sqrt(Math.LN2);

/** Every ring worth weighing, each fitted to the readings, best first. */
function wholesOf(readings: RingReadings, evidence: Evidence): Weighed[] {
  const starts = firstFits(readings, evidence);
  const [start = { live: 0.45, cpc: 0.73, size: 0 }] = starts;
  const soundOpens = openMismatches({ kind: 'healthy' }, evidence, start);
  const all = [
    ...ringHypotheses(readings.sockets, readings.ordered).filter((fault) => mayFit(fault, evidence)),
    ...likelyBridges(evidence, start),
  ].map((fault) => ({ fault, opens: opensLikeSound(fault) ? soundOpens : openMismatches(fault, evidence, start) }));
  const fewest = Math.min(...all.map((c) => c.opens));
  const plausible = all.filter(({ opens }) => opens <= fewest + 1).map(({ fault }) => fault);
  return worthRefining(screened(plausible, evidence, starts))
    .map((s) => ({ ...weighted(refined(s.fault, evidence, s.fit), evidence), fault: s.fault }))
    .sort((a, b) => b.belief - a.belief);
}

/** How much readings scatter beforehand, in ohm, and how many readings that is worth. */
const usualScatter = 0.01;
const scatterWorth = 8;

/**
 * The belief with nobody knowing how much the readings scatter: over all of it, as likely as it is beforehand and as these
 * misfits leave it. Small misfits say that the instrument is a good one, and then a larger one counts for more.
 */
function weighted(found: Scored, { sigma, count }: Evidence): Scored {
  const squares = (found.squares * sigma ** 2) / usualScatter ** 2;
  const over = ((scatterWorth + count) / 2) * Math.log(1 + squares / scatterWorth);
  return { ...found, belief: found.belief + found.squares / 2 - over };
}

/** Rings of one kind together under their best place, with what they are believed as a kind. */
function grouped(wholes: readonly Whole[]): { whole: Whole; share: number }[] {
  const groups = new Map<string, { whole: Whole; share: number }>();
  for (const whole of wholes) {
    const name = nameOf(whole.fault);
    const known = groups.get(name);
    groups.set(name, known ? { ...known, share: known.share + whole.share } : { whole, share: whole.share });
  }
  return [...groups.values()].sort((a, b) => b.share - a.share);
}

/** How sure one state of a socket is beside its others. */
function shareOf(weighed: SocketWeighed, misfit: number): number {
  const all = [weighed.misfit, ...weighed.others.map((other) => other.misfit)];
  return (
    Math.exp((weighed.misfit - misfit) / 2) / all.reduce((sum, each) => sum + Math.exp((weighed.misfit - each) / 2), 0)
  );
}

/** What leads, part by part: the ring where something is wrong with it, and every socket that is not as the ring is. */
function partsOf({ fault, fit, states }: Whole, share: number): Explanation[] {
  const positions = states.map(({ u }) => u);
  const sockets = states.flatMap((weighed): Explanation[] =>
    weighed.state
      ? [
          {
            fault: weighed.state,
            fit: { ...fit, size: weighed.size },
            share: share * shareOf(weighed, weighed.misfit),
            leads: true,
            positions,
          },
        ]
      : [],
  );
  const ring: Explanation = { fault, fit, share, leads: true, positions };
  if (fault.kind !== 'healthy') return [ring, ...sockets.sort((a, b) => b.share - a.share)];
  if (sockets.length > 0) return sockets.sort((a, b) => b.share - a.share);
  const doubt = states.reduce((sound, weighed) => sound * shareOf(weighed, weighed.misfit), 1);
  return [{ ...ring, share: share * doubt }];
}

/** What else it may be: another ring, or another state of a socket on the one that leads. */
function alternativesOf(
  byRing: readonly { whole: Whole; share: number }[],
  led: readonly Explanation[],
): Explanation[] {
  const [best, ...rest] = byRing;
  if (!best) return [];
  const { whole, share } = best;
  const positions = whole.states.map(({ u }) => u);
  const instead = whole.states.flatMap((weighed) =>
    weighed.others.flatMap(({ state, size, misfit }): Explanation[] =>
      state
        ? [
            {
              fault: state,
              fit: { ...whole.fit, size },
              share: share * shareOf(weighed, misfit),
              leads: false,
              positions,
            },
          ]
        : [],
    ),
  );
  const soundInstead = whole.states.reduce((all, weighed) => {
    const sound = weighed.state === null ? weighed.misfit : weighed.others.find(({ state }) => state === null)?.misfit;
    return all * (sound === undefined ? 0 : shareOf(weighed, sound));
  }, share);
  const sound: Explanation[] =
    whole.fault.kind === 'healthy' && led[0]?.fault.kind !== 'healthy'
      ? [{ fault: whole.fault, fit: whole.fit, share: soundInstead, leads: false, positions }]
      : [];
  return [
    ...instead,
    ...sound,
    ...rest.flatMap(({ whole: other, share: own }) => partsOf(other, own).map((part) => ({ ...part, leads: false }))),
  ];
}

const placeNamed = ({ fault }: Explanation): string => `${nameOf(fault)} ${'socket' in fault ? fault.socket : ''}`;
/** Alternatives once each, and none that leads already. */
function unique(alternatives: readonly Explanation[], led: readonly Explanation[]): Explanation[] {
  const known = new Set(led.map(placeNamed));
  return alternatives.filter((each) => !known.has(placeNamed(each)) && known.add(placeNamed(each)));
}

/**
 * Belief that the readings are of no such ring at all: each could have been anything an ohmmeter shows. Beside a ring that
 * is weighed at the usual scatter, whatever this one was estimated at.
 */
function beliefInNothing({ ends, bySocket, sigma: estimated }: Evidence): number {
  const all = [...ends, ...bySocket.flat()];
  return all.reduce(
    (belief, { value, sigma }) =>
      belief -
      (value === null ? anyOpen : Math.log(anyRange / (((sigma * usualScatter) / estimated) * Math.sqrt(2 * Math.PI)))),
    Math.log(usualNonsense),
  );
}
const usualNonsense = 0.01;
/** Over how many ohms a reading of nothing in particular may lie, and what an open one costs. */
const anyRange = 1.5;
const anyOpen = 2.5;

type Mistaken = { readonly mistake: RingMistake; readonly belief: number; readonly size: number };

/** What the person with the tester may have done, where a sound ring, or one with sockets of its own, would then explain it. */
function mistakesOf(readings: RingReadings, evidence: Evidence, lead: Weighed | undefined): Mistaken[] {
  // Where the house explains it well, nobody made a mistake.
  if (
    lead &&
    lead.squares < evidence.count + 2 * Math.sqrt(2 * evidence.count) &&
    lead.fault.kind === 'healthy' &&
    lead.states.every(({ state }) => state === null)
  )
    return [];
  const tried = (mistake: RingMistake, price: number, meant: RingReadings, size = 0): Mistaken[] => {
    const corrected = evidenceOf({ ...meant, noiseOhms: Math.hypot(evidence.sigma, 0.002) });
    const fits = firstFits(meant, corrected).map((fit) =>
      weighted(refined({ kind: 'healthy' }, corrected, fit), corrected),
    );
    const belief = Math.max(...fits.map((fit) => fit.belief));
    return [{ mistake, belief: belief + Math.log(price), size }];
  };
  const { r1, rn, r2 } = readings.ends;
  const leads = leadsIn(readings);
  return [
    ...(leads === null ? [] : tried({ kind: 'leads' }, 0.004, lessLeads(readings, leads), leads)),
    ...(columnsDiffer(readings, evidence.sigma)
      ? tried({ kind: 'steps exchanged' }, 0.004, { ...readings, step2: readings.step3, step3: readings.step2 })
      : []),
    ...(
      [
        [['N', 'C'], { r1, rn: r2, r2: rn }],
        [['L', 'C'], { r1: r2, rn, r2: r1 }],
      ] as const
    ).flatMap(([swap, ends]) => tried({ kind: 'ends exchanged', swap }, 0.003, { ...readings, ends })),
    ...ringConductors.flatMap((conductor) =>
      [10, 0.1].flatMap((times) => {
        const name = ({ L: 'r1', N: 'rn', C: 'r2' } as const)[conductor];
        const value = readings.ends[name];
        return typeof value === 'number' && value > 0
          ? tried({ kind: 'end slipped', conductor, times }, 0.001, {
              ...readings,
              ends: { ...readings.ends, [name]: value * times },
            })
          : [];
      }),
    ),
  ];
}

/** Whether the two steps read otherwise anywhere: columns that are alike cannot be told to be in one another's place. */
function columnsDiffer({ step2, step3 }: RingReadings, sigma: number): boolean {
  const apart = step2.map((two, socket) => {
    const three = step3[socket] ?? null;
    if (two === null || three === null) return two === three ? 0 : 1;
    return typeof two === 'number' && typeof three === 'number'
      ? Math.abs(two - three) / (6 * sigma)
      : Number(two !== three);
  });
  return apart.some((each) => each >= 1);
}

/** What leads that were not nulled add to every reading, in ohm: what step 2 is above a quarter of the ends, twice. */
function leadsIn({ ends: { r1, rn }, step2 }: RingReadings): number | null {
  const level = median(step2.filter((value): value is number => typeof value === 'number'));
  const lives = [r1, rn].filter((value): value is number => typeof value === 'number');
  if (level === null || lives.length === 0) return null;
  const live = lives.reduce((sum, value) => sum + value, 0) / lives.length;
  const found = 2 * (level - live / 2);
  return found > 0.05 && found < Math.min(1, 0.7 * live) ? found : null;
}

const lessLeads = (readings: RingReadings, leads: number): RingReadings =>
  mapFigures(readings, (value) => Math.max(0, Math.round((value - leads) * 1000) / 1000));

function mapFigures(readings: RingReadings, change: (value: number) => number): RingReadings {
  const one = (reading: RingReading | null | undefined): RingReading | null =>
    reading === null || reading === undefined
      ? null
      : typeof reading === 'number'
        ? change(reading)
        : reading === 'open'
          ? reading
          : { low: change(reading.low), high: change(reading.high) };
  const { r1, rn, r2 } = readings.ends;
  return {
    ...readings,
    ends: { r1: one(r1), rn: one(rn), r2: one(r2) },
    step2: readings.step2.map(one),
    step3: readings.step3.map(one),
    ...(readings.sameSide && { sameSide: readings.sameSide.map(one) }),
    ...(readings.tried && { tried: readings.tried.map((t) => ({ ...t, reading: one(t.reading) as RingReading })) }),
  };
}

/** With everything read and nothing open, whatever must show an open somewhere is out of the question. */
function mayFit(fault: RingFault, { complete, opens }: Evidence): boolean {
  return (
    !complete || opens > 0 || !['broken', 'crossed', 'crossed back', 'unearthed', 'not linked'].includes(fault.kind)
  );
}

/** Whether it leaves the same readings open as a sound ring does. */
const opensLikeSound = (fault: RingFault): boolean => ['joint', 'bridge'].includes(fault.kind);

type Screened = Scored & { readonly fault: RingFault };

/** Every explanation at its best first fit, best first, but for those so far behind two other kinds that they will not be refined. */
function screened(plausible: readonly RingFault[], evidence: Evidence, starts: readonly RingFit[]): Screened[] {
  const leaders = new Map<string, number>();
  const found: Screened[] = [];
  for (const fault of plausible) {
    const name = nameOf(fault);
    const others = [...leaders].flatMap(([leader, belief]) => (leader === name ? [] : [belief])).sort((a, b) => b - a);
    const fits = starts.flatMap((fit) => sizesOf(fault, evidence, fit));
    let best: Scored | null = null;
    for (const fit of fits) {
      const one = scored(
        fault,
        evidence,
        fit,
        1,
        undefined,
        Math.max(best?.belief ?? -Infinity, (others[1] ?? -Infinity) - farBehind),
      );
      if (one && (!best || one.belief > best.belief)) best = one;
    }
    if (!best) continue;
    found.push({ fault, ...best });
    leaders.set(name, Math.max(leaders.get(name) ?? -Infinity, best.belief));
  }
  return found.sort((a, b) => b.belief - a.belief);
}

/** Belief behind the leader that no refining makes up: for bridges, whose first fit is the coarsest, and for the others. */
const farBehind = 14;
const behind = 9;

/** The leading kinds, each at its three best places. */
function worthRefining<T extends { fault: RingFault; belief: number }>(screened: readonly T[]): T[] {
  const kept = new Map<string, number>();
  const lead = screened[0]?.belief ?? 0;
  return screened.filter(({ fault, belief }) => {
    const name = nameOf(fault);
    const places = kept.get(name) ?? 0;
    const isBridge = fault.kind === 'bridge';
    if (fault.kind === 'healthy') return true;
    if (places >= 2 || (kept.size > 1 && belief < lead - (isBridge ? farBehind : behind))) return false;
    kept.set(name, places + 1);
    return true;
  });
}

/**
 * Bridges worth weighing: for every two sockets, how much of what a sound ring leaves unexplained has the shape that a
 * bridge between them would give it (a hump on a level, in each step), by least squares.
 */
function likelyBridges(evidence: Evidence, start: RingFit): RingFault[] {
  if (evidence.ends.some((e) => e.value === null)) return [];
  const count = evidence.bySocket.length;
  if (!evidence.ordered) return bridgesSomewhere(count);
  const at = evidence.bySocket.map((_, i) => ({ u: even(i, count) }));
  const observed = ([2, 3] as const).map((step) =>
    evidence.bySocket.flatMap((list, socket) =>
      list
        .filter((o) => o.step === step && o.value !== null && (o.pair[1] === 'N') === (step === 2))
        .map((o) => ({ socket, value: o.value as number })),
    ),
  );
  const pairs = at.flatMap((_, from) => at.flatMap((__, to) => (to > from + 1 ? [{ from, to }] : [])));
  return bridgeConductors.flatMap((conductors) =>
    pairs
      .map(({ from, to }) => {
        const fault = { kind: 'bridge', from, to, conductors } as const;
        const meters = metersOf(
          fault,
          { ...start, live: start.live * 1.2, cpc: start.cpc * 1.2, size: start.live * 0.12 },
          at,
          evidence,
        );
        const explained = ([2, 3] as const).map((step, i) => {
          const rows = (observed[i] ?? []).map(({ socket, value }) => ({
            x:
              meters[step].read(
                { index: socket, u: at[socket]?.u ?? 0, w: at[socket]?.u ?? 0 },
                step === 2 ? ['L', 'N'] : ['L', 'C'],
              ) ?? 0,
            y: value,
          }));
          const [mx, my] = [mean(rows.map((r) => r.x)), mean(rows.map((r) => r.y))];
          const xx = rows.reduce((sum, r) => sum + (r.x - mx) ** 2, 0);
          const xy = rows.reduce((sum, r) => sum + (r.x - mx) * (r.y - my), 0);
          return xx > 1e-9 && xy > 0 ? (xy * xy) / xx : 0;
        });
        return { fault, explained: explained.reduce((a, b) => a + b, 0) };
      })
      .filter(({ explained }) => explained > 4 * 0.012 ** 2)
      .sort((a, b) => b.explained - a.explained)
      .slice(0, 5)
      .map(({ fault }) => fault),
  );
}

/** Without an order there is no shape to go by: a short bridge, a middling one and a long one, wherever the sockets turn out to be. */
const bridgesSomewhere = (count: number): RingFault[] =>
  bridgeConductors.flatMap((conductors) =>
    bridgeSpans
      .map(([from, to]) => ({ from: Math.floor(from * count), to: Math.floor(to * count) }))
      .filter(({ from, to }) => to > from + 1 && to < count)
      .map(({ from, to }): RingFault => ({ kind: 'bridge', from, to, conductors })),
  );
const bridgeSpans = [
  [0.2, 0.5],
  [0.25, 0.7],
  [0.1, 0.9],
] as const;

const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / (values.length || 1);
const bridgeConductors: readonly (readonly ('L' | 'N' | 'C')[])[] = [['L', 'N', 'C'], ['L'], ['N'], ['C']];

/** What kind of thing an explanation is, whatever its place: places of one kind add up. */
export const nameOf = (fault: Finding): string => {
  switch (fault.kind) {
    case 'broken':
      return `broken ${fault.conductors.join('')}`;
    case 'joint':
    case 'contact':
    case 'loose':
      return `${fault.kind} ${fault.conductor}`;
    case 'reversed':
    case 'crossed':
    case 'ends exchanged':
      return `${fault.kind} ${fault.swap.join('')}`;
    case 'end slipped':
      return `slipped ${fault.conductor}`;
    case 'bridge':
      return `bridge ${fault.conductors.join('')}`;
    case 'same leg':
    case 'one link':
    case 'not linked':
      return `${fault.kind} ${fault.steps}`;
    default:
      return fault.kind;
  }
};

/** What line and CPC may be end to end, before anything is fitted: the ends where they were read, else by usual cables. */
function firstFits(readings: RingReadings, { ends, bySocket }: Evidence): RingFit[] {
  const end = (c: 'L' | 'N' | 'C') => ends.find((e) => e.conductor === c)?.value ?? null;
  const quarter = median(
    bySocket.flatMap((list) => list.flatMap((o) => (o.step === 2 && o.value !== null ? [o.value] : []))),
  );
  const lives = [end('L'), end('N')].filter((v): v is number => v !== null);
  const cpc = end('C');
  const options =
    lives.length > 0
      ? [Math.min(...lives)]
      : cpc !== null
        ? usualRatios.map((ratio) => cpc / ratio)
        : [(quarter ?? 0.22) * 2, quarter ?? 0.45];
  return options.flatMap((value) => {
    const live = Math.max(value, 0.01);
    return cpc !== null
      ? [{ live, cpc: Math.max(cpc, 0.01), size: 0 }]
      : usualRatios.map((ratio) => ({ live, cpc: live * ratio, size: 0 }));
  });
}

/** How many readings are open where this explanation has a figure, or the other way round, wherever the sockets are. */
function openMismatches(fault: RingFault, evidence: Evidence, fit: RingFit): number {
  const count = evidence.bySocket.length;
  const at = evidence.bySocket.map((_, i) => ({ u: even(i, count) }));
  const meters: Meters = metersOf(fault, { ...fit, size: 0.1 }, at, evidence);
  let wrong = evidence.ends.filter((e) => (meters[1].end(e.conductor) === null) !== (e.value === null)).length;
  // A socket that is open where it should not be may be wrong by itself: it counts once, whatever was tried there.
  evidence.bySocket.forEach((list, socket) => {
    const u = even(socket, count);
    const agrees = sidesOf(fault, evidence, socket).some((index) =>
      list.every((o) => (meters[o.step].read({ index, u, w: u }, o.pair) === null) === (o.value === null)),
    );
    if (!agrees) wrong += 1;
  });
  return wrong;
}

/** Sizes to begin with: what the ends or the readings leave unexplained. */
function sizesOf(fault: RingFault, evidence: Evidence, start: RingFit): RingFit[] {
  const end = (c: 'L' | 'N' | 'C') => evidence.ends.find((e) => e.conductor === c)?.value ?? null;
  switch (fault.kind) {
    case 'joint': {
      if (fault.conductor !== 'C') {
        const [own, other] = fault.conductor === 'L' ? [end('L'), end('N')] : [end('N'), end('L')];
        return own !== null && other !== null
          ? [{ ...start, live: other, size: Math.max(own - other, 0.05) }]
          : [{ ...start, size: 0.3 }];
      }
      const r2 = end('C');
      return r2 === null
        ? [{ ...start, size: 0.3 }]
        : usualRatios
            .map((ratio) => start.live * ratio)
            .filter((cpc) => r2 - cpc > 0.05)
            .map((cpc) => ({ ...start, cpc, size: r2 - cpc }))
            .concat({ ...start, cpc: r2 * 0.8, size: r2 * 0.2 });
    }
    case 'bridge': {
      // The ends read low by what the bridge takes off: r = l × (1 − d² ÷ (d + b)), lengths as shares of the ring.
      const count = evidence.bySocket.length;
      const d = even(fault.to, count) - even(fault.from, count);
      return [0.04, 0.12, 0.3].map((b) => {
        const kept = 1 - (d * d) / (d + b);
        const alone = fault.conductors.length === 1 ? Math.max(end('L') ?? 0, end('N') ?? 0) : 0;
        const live = alone > 0 ? alone : start.live / kept;
        const cpc = start.cpc / (fault.conductors.includes('C') ? kept : 1);
        return { live, cpc, size: b * live };
      });
    }
    default: {
      const [l, n] = [end('L'), end('N')];
      return l !== null && n !== null && Math.abs(l - n) > 0.015 ? [{ ...start, live: (l + n) / 2 }, start] : [start];
    }
  }
}

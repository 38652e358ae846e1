import { type Evidence, type RingReadings, evidenceOf, median } from './evidence';
import { type Meters, type Scored, even, metersOf, refined, scored, sidesOf, socketAt, usualRatios } from './fit';
import { type RingFault, type RingFit, hypotheses } from './hypotheses';

export type Explanation = {
  readonly fault: RingFault;
  readonly fit: RingFit;
  /** Share of the belief, of 1. */
  readonly share: number;
  /** Sum of squared misfits in standard deviations, and how many readings stand behind it. */
  readonly misfit: number;
  readonly positions: readonly number[];
};

export type Diagnosis = {
  /** Best first; places of one kind together under their best place. */
  readonly explanations: readonly Explanation[];
  readonly readings: number;
  /** False where another explanation fits about as well. */
  readonly confident: boolean;
};

/** Explanations believed less than this are not listed. */
const leastBelief = 1e-4;

/**
 * Ranks what explains a ring's readings (r1, rn, r2, steps 2 and 3, other pairs tried), each explanation fitted to them.
 * Maximum of the posterior with the usual frequency of each kind before it; places are found with the fault.
 * Answers at least one explanation; with nothing read, the usual frequencies.
 */
export function diagnoseRing(readings: RingReadings): Diagnosis {
  const evidence = evidenceOf(readings);
  const starts = firstFits(readings, evidence);
  const [start = { live: 0.45, cpc: 0.73, size: 0 }] = starts;
  const soundOpens = openMismatches({ kind: 'healthy' }, evidence, start);
  const all = [
    ...hypotheses(readings.sockets).filter((fault) => mayFit(fault, evidence)),
    ...likelyBridges(evidence, start),
  ].map((fault) => ({ fault, opens: opensLikeSound(fault) ? soundOpens : openMismatches(fault, evidence, start) }));
  const fewest = Math.min(...all.map((c) => c.opens));
  const plausible = all.filter(({ opens }) => opens <= fewest + 1).map(({ fault }) => fault);
  const fitted = worthRefining(screened(plausible, evidence, starts))
    .map((s) => ({ fault: s.fault, ...refined(s.fault, evidence, s.fit) }))
    .sort((a, b) => b.belief - a.belief);
  const top = fitted[0]?.belief ?? 0;
  const weights = fitted.map((f) => Math.exp(f.belief - top));
  const sum = weights.reduce((a, b) => a + b, 0);
  const explanations = fitted.map(({ fault, fit, misfit, positions }, i): Explanation => ({
    fault,
    fit,
    misfit,
    positions,
    share: (weights[i] ?? 0) / sum,
  }));
  const byKind = grouped(explanations).filter((e, rank) => rank === 0 || e.share > leastBelief);
  return {
    explanations: byKind,
    readings: evidence.count,
    confident: evidence.count > 0 && (byKind[0]?.share ?? 0) > 0.8,
  };
}

/** With everything read and nothing open, whatever must show an open somewhere is out of the question. */
function mayFit(fault: RingFault, { complete, opens }: Evidence): boolean {
  return !complete || opens > 0 || !['broken', 'crossed', 'crossed back', 'loose', 'reversed'].includes(fault.kind);
}

/** Whether it leaves the same readings open as a sound ring does. */
const opensLikeSound = (fault: RingFault): boolean => ['joint', 'spur', 'contact', 'bridge'].includes(fault.kind);

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
    if (places >= (isBridge ? 2 : 3) || (kept.size > 1 && belief < lead - (isBridge ? farBehind : behind)))
      return false;
    kept.set(name, places + 1);
    return true;
  });
}

/**
 * Bridges worth weighing: for every two sockets, how much of what a sound ring leaves unexplained has the shape that a
 * bridge between them would give it (a hump on a level, in each step), by least squares.
 */
function likelyBridges(evidence: Evidence, start: RingFit): RingFault[] {
  if (
    evidence.ends.some((e) => e.value === null) ||
    evidence.bySocket.some((list) => list.some((o) => o.value === null))
  )
    return [];
  const count = evidence.bySocket.length;
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

const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / (values.length || 1);
const bridgeConductors: readonly (readonly ('L' | 'N' | 'C')[])[] = [['L', 'N', 'C'], ['L'], ['N']];

/** What kind of thing an explanation is, whatever its place: places of one kind add up. */
export const nameOf = (fault: RingFault): string => {
  switch (fault.kind) {
    case 'broken':
      return `broken ${fault.conductors.join('')}`;
    case 'joint':
    case 'contact':
    case 'loose':
      return `${fault.kind} ${fault.conductor}`;
    case 'reversed':
    case 'crossed':
      return `${fault.kind} ${fault.swap.join('')}`;
    case 'bridge':
      return `bridge ${fault.conductors.join('')}`;
    case 'same leg':
    case 'one link':
      return `${fault.kind} ${fault.steps}`;
    default:
      return fault.kind;
  }
};

function grouped(explanations: readonly Explanation[]): Explanation[] {
  const groups = new Map<string, Explanation>();
  for (const each of explanations) {
    const known = groups.get(nameOf(each.fault));
    groups.set(nameOf(each.fault), known ? { ...known, share: known.share + each.share } : each);
  }
  return [...groups.values()].sort((a, b) => b.share - a.share);
}

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
  evidence.bySocket.forEach((list, socket) => {
    wrong += Math.min(
      ...sidesOf(fault, evidence, socket).map(
        (index) =>
          list.filter(
            (o) =>
              (meters[o.step].read(socketAt(fault, fit, socket, index, even(socket, count)), o.pair) === null) !==
              (o.value === null),
          ).length,
      ),
    );
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
    case 'spur':
    case 'contact': {
      const over = (evidence.bySocket[fault.socket] ?? []).flatMap((o) =>
        o.value === null ? [] : [o.value - (o.step === 2 ? start.live / 2 : (start.live + start.cpc) / 4)],
      );
      return [{ ...start, size: Math.max(0.03, ...over) / (fault.kind === 'spur' ? 2.3 : 1) }];
    }
    default:
      return [start];
  }
}

import type { z } from 'zod';
import { jobStream, viewOf } from '../../src/core/catalogue';
import { missing } from '../../src/core/job/document-definition';
import { checkProof, logProof } from '../../src/core/ledger/daily-head';
import type { Recorded } from '../../src/core/ledger/entry';
import { judgeJob } from '../../src/core/job/verdicts';
import { judgeDemand, maximumDemand } from '../../src/core/installation/demand';
import { breakingCapacity } from '../../src/core/edition/breaking-capacity';
import { conductorResistance } from '../../src/core/edition/conductor-resistance';
import { editionPack } from '../../src/core/edition/editions';
import { loopLimit } from '../../src/core/edition/loop-limit';
import { readDwelling } from '../../src/core/physics/dwelling';
import { locateFault } from '../../src/core/measurements/insulation/locate';
import { insulationPattern } from '../../src/core/measurements/insulation/pattern';
import { idealInstrument, meterOn } from '../../src/core/physics/meter';
import { solveCase } from '../../src/core/network/reference-case';
import { divide, exact, multiply, toFixed, toNumber } from '../../src/core/quantity/exact';
import { diagnoseRing } from '../../src/core/measurements/ring/diagnose';
import { explainRing } from '../../src/core/measurements/ring/explain';
import { demandBeforeAndAfter, demandInput, dwellingDemand } from '../../src/core/installation/demand';
import { hashOfHex, isSigned } from '../../src/server/signed-head';
import { advise, bonding, describe, which } from './advice';
import { type Answer, unusable } from './answer';
import { insulationInput, jobInput, limitsInput, ringInput } from './formats';
import { judgeDescribed } from './judge/judge';

function reading<T extends z.ZodType>(
  schema: T,
  raw: unknown,
): { ok: true; value: z.infer<T> } | { ok: false; answer: Answer } {
  const parsed = schema.safeParse(raw);
  if (parsed.success) return { ok: true, value: parsed.data };
  const issue = parsed.error.issues[0];
  return { ok: false, answer: unusable(`${issue?.path.join('.') || 'whole file'}: ${issue?.message ?? 'unreadable'}`) };
}
const defaultPack = editionPack('bs7671-2018-a2');

function solve(raw: unknown): Answer {
  const solved = solveCase(raw);
  return solved.ok ? { exit: 0, output: { id: solved.id, readings: solved.readings } } : unusable(solved.problem);
}

function check(raw: unknown): Answer {
  const input = reading(jobInput, raw);
  if (!input.ok) return input.answer;
  const entries: Recorded[] = [];
  for (const [index, { madeBy, seq, ...draft }] of input.value.entries.entries()) {
    const read = jobStream.readDraft(draft);
    if (!read.ok) return unusable(`entries.${index}: ${read.problem}`);
    entries.push({ ...read.value, madeBy, seq });
  }
  const view = viewOf(jobStream.fold(entries));
  if (!view) return unusable('entries: the job was never opened.');
  const verdicts = judgeJob(view);
  const gaps = view.definition.gaps(view, verdicts);
  const wrong = [...verdicts.values()].filter(
    ({ judgement }) => judgement.verdict === 'fails' || judgement.verdict === 'doubt',
  ).length;
  return {
    exit: wrong + missing(gaps).length > 0 ? 1 : 0,
    output: {
      edition: view.pack.title,
      verdicts: [...verdicts].map(([at, { judgement }]) => ({ at, ...judgement })),
      gaps,
    },
  };
}

function ring(raw: unknown): Answer {
  const input = reading(ringInput, raw);
  if (!input.ok) return input.answer;
  const { cable, tried, sockets, ordered, ends, step2, step3, sameSide, noiseOhms } = input.value;
  const rest = { sockets, ordered, ends, step2, step3, sameSide, noiseOhms };
  const [live, cpc] = cable
    ? [
        conductorResistance(defaultPack, 'copper', cable.liveMm2),
        conductorResistance(defaultPack, 'copper', cable.cpcMm2),
      ]
    : [null, null];
  if (cable && (!live || !cpc))
    return unusable(`cable: no resistance is held for ${cable.liveMm2}/${cable.cpcMm2} mm².`);
  const fill = (values: typeof rest.step2) => Array.from({ length: rest.sockets }, (_, i) => values[i] ?? null);
  const readings = {
    ...rest,
    step2: fill(rest.step2),
    step3: fill(rest.step3),
    tried: tried.map((t) => ({ ...t, socket: t.socket - 1 })),
    cableRatio: live && cpc ? toNumber(cpc) / toNumber(live) : undefined,
  };
  const report = explainRing(diagnoseRing(readings), readings, cable ?? null, defaultPack);
  return { exit: report.explanations[0]?.kind === 'healthy' && !report.cable ? 0 : 1, output: report };
}

function insulation(raw: unknown): Answer {
  const input = reading(insulationInput, raw);
  if (!input.ok) return input.answer;
  const { points, openings, lastOfRing, pairs, limitMegohms } = input.value;
  const located = locateFault(points, openings, lastOfRing);
  if (!located.ok) return unusable(located.problem);
  const pattern = pairs ? insulationPattern(pairs, limitMegohms) : null;
  const low = pattern !== null || openings.some((o) => o.boardSide === 'low' || o.farSide === 'low');
  return { exit: low || !pairs ? 1 : 0, output: { pattern, ...located.location } };
}

function predict(raw: unknown): Answer {
  const read = readDwelling(raw);
  if (!read.ok) return unusable(read.problem);
  const on = meterOn(read.dwelling, defaultPack, { ...idealInstrument, ohmResolution: 0.001 });
  if (!on.ok) return unusable(on.problem);
  const { meter } = on;
  const figure = ({ true: value }: { true: number | null }) => (value === null ? null : Number(value.toPrecision(6)));
  const perPoint = (all: readonly { point: string; true: number | null }[]) =>
    Object.fromEntries(all.map((each) => [each.point, figure(each)]));
  const circuits = read.dwelling.circuits.map((circuit) => ({
    id: circuit.id,
    ...(circuit.arrangement === 'ring'
      ? {
          r1: figure(meter.ringEnd(circuit.id, 'L')),
          rn: figure(meter.ringEnd(circuit.id, 'N')),
          r2: figure(meter.ringEnd(circuit.id, 'C')),
          step2: perPoint(meter.ringStep(circuit.id, 2)),
          step3: perPoint(meter.ringStep(circuit.id, 3)),
        }
      : { 'R1+R2': perPoint(meter.lineAndCpc(circuit.id)) }),
    R2: perPoint(meter.cpcAlone(circuit.id)),
    insulation: {
      'L–N': figure(meter.insulation(circuit.id, ['L', 'N'])),
      'L–E': figure(meter.insulation(circuit.id, ['L', 'C'])),
      'N–E': figure(meter.insulation(circuit.id, ['N', 'C'])),
    },
    Zs: Object.fromEntries(circuit.points.map((point) => [point.id, figure(meter.earthLoop(circuit.id, point.id))])),
  }));
  const bonding = Object.fromEntries(
    read.dwelling.bonds.map((bond) => [bond.service, figure(meter.bonding(bond.service))]),
  );
  return {
    exit: 0,
    output: {
      units: 'ohm; insulation in megohm; Ipf in kiloamperes; null is open',
      Ze: figure(meter.externalLoop()),
      Ipf: { 'L–N': figure(meter.faultCurrent('L–N')), 'L–E': figure(meter.faultCurrent('L–E')) },
      bonding,
      circuits,
    },
  };
}

function limits(raw: unknown): Answer {
  const input = reading(limitsInput, raw);
  if (!input.ok) return input.answer;
  const { standard, type, ratingAmps, earthing, residualMilliamps, mark, edition } = input.value;
  const pack = editionPack(edition);
  const times = earthing === 'TT' ? [0.2, 1] : [0.4, 5];
  const loops = times.map((seconds) => {
    const limit = loopLimit(pack, { standard, type, ratingAmps }, seconds);
    if (!limit.found) return { seconds, maxZsOhms: null, why: limit.why };
    return {
      seconds,
      maxZsOhms: toFixed(limit.maxZs, 4, 'half-up'),
      atAmbientOhms: toFixed(multiply(exact(pack.ambientFactor.value), limit.maxZs), 4, 'half-up'),
      source: limit.source,
      confidence: limit.confidence,
      working: limit.working,
    };
  });
  const capacity = breakingCapacity(pack, standard, type, mark);
  const residual = residualMilliamps
    ? {
        maxZsOhms: toFixed(
          divide(multiply(exact(pack.touchVolts.value), exact(1000)), exact(residualMilliamps)),
          1,
          'half-up',
        ),
        working: `${pack.touchVolts.value} V ÷ ${residualMilliamps} mA`,
      }
    : null;
  const known = loops.some((loop) => loop.maxZsOhms !== null);
  return {
    exit: known ? 0 : 1,
    output: {
      edition: pack.title,
      loops,
      residual,
      breaking: capacity.found
        ? { ratedKiloamps: toFixed(capacity.rated, 1, 'half-up'), source: capacity.source }
        : { why: capacity.why },
    },
  };
}

/** A dwelling's demand before and after a load, or that of a plain list of loads. */
function demand(raw: unknown): Answer {
  if (typeof raw === 'object' && raw !== null && 'circuits' in raw) {
    const input = reading(dwellingDemand, raw);
    if (!input.ok) return input.answer;
    const found = demandBeforeAndAfter(input.value, defaultPack);
    return {
      exit: [found.after.serviceFuse, found.after.board].some((b) => b.verdict === 'above') ? 1 : 0,
      output: found,
    };
  }
  const input = reading(demandInput, raw);
  if (!input.ok) return input.answer;
  const { loads, supplyFuseAmps, boardAmps, overrideAmps, overrideReason } = input.value;
  if (overrideAmps && !overrideReason) return unusable('overrideReason: a demand of your own needs its reason.');
  const found = maximumDemand(loads, defaultPack);
  const total = overrideAmps ? exact(overrideAmps) : found.total;
  const judged = [
    supplyFuseAmps ? judgeDemand(total, supplyFuseAmps, 'supply fuse') : null,
    boardAmps ? judgeDemand(total, boardAmps, 'board') : null,
  ].filter((j) => j !== null);
  const shown = {
    lines: found.lines.map((line) => ({
      purpose: line.purpose,
      connectedAmps: toFixed(line.connected, 2, 'half-up'),
      demandAmps: toFixed(line.demand, 2, 'half-up'),
      working: line.working,
    })),
    calculatedAmps: toFixed(found.total, 2, 'half-up'),
    demandAmps: toFixed(total, 2, 'half-up'),
    override: overrideAmps ? overrideReason : null,
    judged,
  };
  return { exit: judged.some((j) => j.verdict !== 'meets') ? 1 : 0, output: shown };
}

function proof(raw: unknown): Answer {
  const input = reading(logProof, raw);
  if (!input.ok) return input.answer;
  const check = checkProof(input.value, hashOfHex, isSigned);
  const { head, leaf, index } = input.value;
  return {
    exit: check.holds ? 0 : 1,
    output: { ...check, day: head.day, number: index + 1, of: head.size, root: head.root, ...leaf },
  };
}

function judge(raw: unknown): Answer {
  const output = judgeDescribed(raw);
  if ('problem' in output) return { exit: 2, output };
  return { exit: output.verdict === 'meets' ? 0 : 1, output };
}

/** Whether a device, its cable and its load suit one another. */
const capacity = (raw: unknown): Answer => {
  const { deviceAmps, ...context } = (raw ?? {}) as { deviceAmps?: unknown };
  return judge({ test: 'device-and-cable', context, reading: String(deviceAmps ?? '') });
};

/** Where an insulation fault can be, from what was opened: the location alone. */
const locate = (raw: unknown): Answer => insulation(raw);

export const verbs: Readonly<Record<string, (raw: unknown) => Answer>> = {
  judge,
  advise,
  which,
  describe,
  locate,
  capacity,
  bonding,
  solve,
  check,
  ring,
  insulation,
  predict,
  limits,
  demand,
  proof,
};

import { knownOf } from '../quantity/reading-value';
import { toNumber } from '../quantity/exact';
import type { RingReading } from '../measurements/ring/evidence';
import type { Act, Claim, Measured } from './act';
import { type PracticeCode, defectSorts } from './dwelling-type';
import type { ChartCircuit, Place } from './house';
import { inspectRing } from './inspect-ring';
import { practiceLimits } from './practice-pack';
import type { Part } from './score';
import { switchesRight } from './switching';
import { type AtHouse, type Reading, type Visit, begun } from './visit';

/** A joint shows where it adds more than lengths and instruments do. */
const jointOhms = 0.2;
/**
 * Plays a practice dwelling as an inspector would who knows what each sign means: isolates, looks, tests dead, tests live,
 * names what it found and hands over its report. It is told nothing of what is hidden but what it sees and reads. `skip`
 * leaves a part of the work out, to see what that costs; `documents` are the papers that are due.
 */
export function inspect(
  at: AtHouse,
  skip: readonly Part[] = [],
  [document = 'EICR']: readonly string[] = at.house.type.documents,
): Visit {
  const { house } = at;
  let visit = begun;
  const does = (...acts: readonly Act[]): void => {
    for (const act of acts) visit = at.act(visit, act);
  };
  const reads = (measured: Measured): Reading | null => {
    const before = visit.readings.length;
    does({ is: 'measure', measured });
    return visit.readings.length > before ? (visit.readings.at(-1) ?? null) : null;
  };
  const claims: Claim[] = [];
  const isOwnWork = (circuit: string | null) =>
    house.circuits.find(({ id }) => id === circuit)?.unconnected ||
    house.type.documents.every((each) => each === 'EIC');
  const names = (place: string, sort: string, code: PracticeCode, circuit: string | null = null) => {
    const regulation = defectSorts.find(({ id }) => id === sort)?.regulations[0] ?? '';
    if (!claims.some((each) => each.at === place && each.sort === sort))
      claims.push({ at: place, sort, code: isOwnWork(circuit) && code !== 'C1' ? 'snag' : code, regulation });
  };
  const careless = skip.includes('safety');
  const open = (place: Place) => !house.locked.includes(place.room);
  const pointsOf = (circuit: ChartCircuit): Place[] =>
    house.places.filter((place) => place.circuit === circuit.id && place.kind !== 'switch' && open(place));
  const connected = house.circuits.filter(({ unconnected }) => !unconnected);

  does({ is: 'ask' });
  if (!careless) does({ is: 'tell' });
  for (const { id } of house.places) does({ is: 'look', place: id }, { is: 'try', place: id });

  // Way by way off, locked, and every point of it read: what is still live there is fed from elsewhere.
  if (!careless) does({ is: 'prove' });
  for (const { id, ...circuit } of connected) {
    does({ is: 'switch', what: id, on: false });
    if (careless) continue;
    does({ is: 'lock', what: id });
    for (const place of pointsOf({ id, ...circuit })) {
      does({ is: 'volts', place: place.id });
      if (visit.said.at(-1)?.some(({ tone }) => tone === 'sign')) names(`circuit:${id}`, 'joined circuits', 'C2', id);
    }
  }
  does({ is: 'switch', what: 'main', on: false });
  if (!careless) {
    does({ is: 'lock', what: 'main' });
    for (const circuit of connected) {
      const [first] = pointsOf(circuit);
      if (first) does({ is: 'volts', place: first.id });
    }
    does({ is: 'prove' });
  }

  for (const { id, kind } of house.places)
    if (kind !== 'room' && kind !== 'intake' && kind !== 'part') does({ is: 'cover', place: id, off: true });
  if (!skip.includes('tests')) {
    does({ is: 'null' });
    const ze = value(reads({ of: 'ze' }));
    if (house.type.supply.earthing === 'TT' && ze !== null && ze > practiceLimits.electrodeOhms)
      names('intake', 'earth', 'C2');
    for (const place of house.places) {
      if (place.kind === 'service' && isOpen(reads({ of: 'bond', place: place.id }))) names(place.id, 'bond', 'C2');
      if (place.kind === 'part' && (value(reads({ of: 'part', place: place.id })) ?? 0) > 1)
        names(`room:${place.room}`, 'supplementary bond', 'C2');
    }
    const insulation = new Map<string, number>();
    for (const circuit of house.circuits) {
      does({ is: 'empty', circuit: circuit.id });
      const low = Math.min(
        ...(['L-N', 'L-C', 'N-C'] as const).map(
          (pair) => value(reads({ of: 'insulation', circuit: circuit.id, pair, volts: 500 })) ?? Infinity,
        ),
      );
      insulation.set(circuit.id, low);
      if (circuit.arrangement === 'ring') testRing(circuit);
      else testRadial(circuit);
      testNeutrals(circuit);
    }
    for (const [id, low] of insulation) {
      const others = Math.min(...[...insulation].filter(([other]) => other !== id).map(([, megohms]) => megohms));
      // Below the least it fails; below what is looked into, where the rest of the house is far above.
      if (low < practiceLimits.insulationMegohms || (low < practiceLimits.investigateMegohms && low * 4 < others))
        names(whereLow(id, low), 'insulation', 'C2', id);
    }
  }
  for (const id of visit.covers) does({ is: 'cover', place: id, off: false });
  does({ is: 'switch', what: 'main', on: true });
  for (const { id } of connected) does({ is: 'switch', what: id, on: true });
  if (!skip.includes('tests')) {
    does({ is: 'measure', measured: { of: 'ipf', pair: 'L-N' } });
    for (const circuit of connected) testLive(circuit);
  }

  if (!skip.includes('found')) {
    const read = new Set(claims);
    const catalogue = new Map(house.type.faults.map((fault) => [fault.id, fault]));
    for (const { id, fault, place, by } of house.sights) {
      const known = catalogue.get(fault ?? '');
      if (!visit.seen.has(id) || !known || known.code === 'none' || by === 'ask') continue;
      const circuitOf = (at: string) =>
        at.startsWith('circuit:') ? at.slice('circuit:'.length) : house.places.find((each) => each.id === at)?.circuit;
      // What is seen says more than what was read there.
      const first = claims.findIndex(
        (each) =>
          read.has(each) &&
          each.sort === known.sort &&
          (each.at === place || (circuitOf(place) && circuitOf(each.at) === circuitOf(place))),
      );
      if (first >= 0) claims.splice(first, 1);
      const { sort, code } = known;
      // One thing may show in several ways.
      if (claims.some((each) => each.at === place && each.sort === sort && each.code === code)) continue;
      claims.push({
        at: place,
        sort,
        code,
        regulation: defectSorts.find((each) => each.id === sort)?.regulations[0] ?? '',
      });
    }
    const coded = skip.includes('codes')
      ? claims.map((each) => ({ ...each, code: 'FI' as const, regulation: '' }))
      : claims;
    for (const claim of coded) does({ is: 'claim', claim });
  }
  const bad = claims.some(({ code }) => code !== 'C3' && code !== 'LIM' && code !== 'none');
  does({
    is: 'finish',
    paper: skip.includes('paper')
      ? { document: document === 'MWC' ? 'EICR' : 'MWC', satisfactory: bad, limitations: [] }
      : { document: document as 'EICR', satisfactory: !bad, limitations: [...house.locked] },
  });
  return visit;

  /** Parts the circuit before one point after the other: the first with which the reading falls is where it is low. */
  function whereLow(id: string, low: number): string {
    const circuit = house.circuits.find((each) => each.id === id);
    for (const place of circuit ? pointsOf(circuit).toReversed() : []) {
      const before = (['L-N', 'L-C', 'N-C'] as const).map(
        (pair) => value(reads({ of: 'insulation', circuit: id, pair, volts: 500, before: place.id })) ?? Infinity,
      );
      if (Math.min(...before) > low * 1.6) return place.id;
    }
    return `circuit:${id}`;
  }

  function testRing(circuit: ChartCircuit): void {
    const points = pointsOf(circuit);
    const found = inspectRing({
      sockets: points.length,
      cable: circuit.cable,
      end: (conductor) => asRing(reads({ of: 'ring end', circuit: circuit.id, conductor })),
      link: (how) => does({ is: 'link', circuit: circuit.id, how }),
      read: (socket, pair) => asRing(reads({ of: 'continuity', place: points[socket]?.id ?? '', pair })),
      cablesIn: (socket) => at.cablesSeen(visit, points[socket]?.id ?? '') ?? 0,
      isJoined: claims.some(({ sort }) => sort === 'joined circuits'),
    });
    for (const { socket, sort } of found) {
      const place = (socket === null ? null : points[socket]?.id) ?? `circuit:${circuit.id}`;
      names(place, sort, sort === 'open' || sort === 'joint' || sort === 'reversed' ? 'C2' : 'C3', circuit.id);
    }
  }

  function testRadial(circuit: ChartCircuit): void {
    does({ is: 'link', circuit: circuit.id, how: 'L to CPC' });
    const both = pointsOf(circuit).map((place) => ({
      place,
      reading: reads({ of: 'continuity', place: place.id, pair: 'L-C' }),
    }));
    // What a switch line adds is no joint: of a switched light its feed is set beside its protective conductor.
    const isSwitched = (id: string) =>
      house.switchings.get(circuit.id)?.some(({ lights }) => lights.some((light) => id === `point:${light}`));
    const feeds = both.map(({ place: { id }, reading }) =>
      isSwitched(id) ? reads({ of: 'continuity', place: id, pair: 'L-C', feed: true }) : reading,
    );
    testSwitches(circuit);
    does({ is: 'link', circuit: circuit.id, how: 'none' });
    const alone = both.map(({ place }) => reads({ of: 'long lead', place: place.id }));
    const firstOpen = both.find(({ reading }) => isOpen(reading));
    if (firstOpen) {
      if (both.every(({ reading }) => isOpen(reading)) && both.length > 1)
        names(`circuit:${circuit.id}`, 'no protective conductor', 'C2', circuit.id);
      else names(firstOpen.place.id, 'open', 'C2', circuit.id);
    }
    const { liveMm2, cpcMm2 } = circuit.cable;
    let isNamed = false;
    both.forEach(({ place, reading }, index) => {
      if (reading?.moves) names(place.id, 'worn', 'C2', circuit.id);
      const [sum, protective] = [value(feeds[index] ?? null), value(alone[index] ?? null)];
      if (sum === null || protective === null || reading?.moves) return;
      // The line beside its CPC is as much shorter in ohms as it is thicker: what is over is a joint in one of them.
      const over = Math.abs(sum - protective * (1 + cpcMm2 / liveMm2));
      if (isNamed || over <= jointOhms + sum * 0.08) return;
      isNamed = true;
      names(place.id, 'joint', 'C2', circuit.id);
    });
  }

  /** Every switch changed over in turn, the light read each time. */
  function testSwitches(circuit: ChartCircuit): void {
    for (const switching of house.switchings.get(circuit.id) ?? []) {
      const [light = '', ...switches] = [switching.lights[0] ?? '', ...switching.switches].map((id) => `point:${id}`);
      if (house.locked.includes(switching.room)) continue;
      const read = () => reads({ of: 'continuity', place: light, pair: 'L-C' });
      const atRest = read();
      for (const each of [...switches, ...switches]) {
        does({ is: 'work', place: each });
        read();
      }
      // One that reads nowhere says nothing of its switches.
      if (isOpen(atRest) || switchesRight(visit, switching) !== false) continue;
      names(switches[0] ?? light, 'switch wiring', switches.length > 1 ? 'C3' : 'C2', circuit.id);
    }
  }

  /** A neutral that does not answer to its own circuit answers to another; that of a ring to no other. */
  function testNeutrals(circuit: ChartCircuit): void {
    if (circuit.arrangement === 'ring') {
      const place = pointsOf(circuit).find(
        ({ id }) => !claims.some((each) => each.at === id && each.sort === 'another circuit'),
      );
      const other = house.circuits.find(
        ({ id }) =>
          place && id !== circuit.id && reads({ of: 'neutral', place: place.id, circuit: id })?.value.is === 'number',
      );
      if (other && !claims.some(({ sort }) => sort === 'joined circuits'))
        names(`circuit:${circuit.id}`, 'joined circuits', 'C2', circuit.id);
      return;
    }
    for (const place of pointsOf(circuit)) {
      if (!isOpen(reads({ of: 'neutral', place: place.id, circuit: circuit.id }))) continue;
      const other = house.circuits.find(
        ({ id }) => id !== circuit.id && reads({ of: 'neutral', place: place.id, circuit: id })?.value.is === 'number',
      );
      names(place.id, other ? 'borrowed neutral' : 'open', 'C2', circuit.id);
      return;
    }
  }

  function testLive(circuit: ChartCircuit): void {
    const place = pointsOf(circuit)
      .toReversed()
      .find(({ id }) =>
        visit.readings.some(
          ({ measured, value: shown }) =>
            measured.of === 'continuity' && measured.place === id && measured.pair === 'L-C' && shown.is === 'number',
        ),
      );
    if (!place) return;
    const loop = value(reads({ of: 'zs', place: place.id, method: circuit.residual ? 'no-trip' : 'two-lead' }));
    if (!circuit.residual || loop === null) return;
    const trip = reads({ of: 'rcd', place: place.id });
    const millis = value(trip);
    if (trip && (millis === null || millis > practiceLimits.tripMillis))
      names(`board:${circuit.board}`, 'residual fails', 'C2', circuit.id);
    for (const id of visit.off)
      if (connected.some((each) => each.id === id)) does({ is: 'switch', what: id, on: true });
  }
}

/** A figure that was shown; null where none was, or it only says that it is more. */
function value(reading: Reading | null): number | null {
  const known = reading && knownOf(reading.value);
  return known && !known.atLeast ? toNumber(known.figure) : null;
}

/** No path, or none but insulation. */
const isOpen = (reading: Reading | null): boolean => reading?.value.is === 'open' || reading?.value.is === 'over';

function asRing(reading: Reading | null): RingReading | null {
  if (!reading) return null;
  if (reading.moves) return { low: Number(reading.moves.low), high: Number(reading.moves.high) };
  return isOpen(reading) ? 'open' : value(reading);
}

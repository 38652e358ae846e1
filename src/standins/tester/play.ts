import { tests } from '../../core/catalogue';
import { type Measure, anyPhase } from '../../core/installation/slot';
import type { Dwelling } from '../../core/physics/dwelling';
import type { Meter } from '../../core/physics/meter';
import { type Played, type TesterReads, looked, refuse } from '../../core/physics/tester';
import { meters } from '../../core/measurements/meters';
import type { TesterRequest } from '../../instruments/messages';

type Asked = Pick<TesterRequest, 'measure' | 'where' | 'testVolts' | 'method'>;

/** The family that measures this there, as it is read by a tester; null where it is looked at. */
function readsOf(of: Asked['where']['of'], measure: Measure) {
  const on = (subject: typeof of) => tests.on(subject, measure) ?? tests.on(subject, anyPhase(measure));
  // What is kept of a circuit may be read with the probes at any of its points.
  const definition = on(of) ?? (of === 'point' ? on('way') : undefined);
  if (!definition || definition.spec.takes !== 'figure') return null;
  const family = tests.families.find(({ slots }) => slots.includes(definition))?.family ?? '';
  const reads = (meters as Readonly<Record<string, TesterReads | null>>)[family];
  return reads ? { reads, dead: definition.dead } : null;
}

/** What the tester shows when a measure is asked for at a place of the dwelling it is connected to. */
export function play(dwelling: Dwelling, meter: Meter, asked: Asked, off: ReadonlySet<number> = new Set()): Played {
  const { where, measure, testVolts, method } = asked;
  const found = readsOf(where.of, measure);
  const probed = { dwelling, meter, measure, testVolts, method };
  if (where.of === 'supply' || where.of === 'board') return found?.reads({ ...probed, at: where.of }) ?? looked;
  if (where.of === 'conductor') return found?.reads({ ...probed, at: 'conductor', to: where.to }) ?? looked;
  const circuit = dwelling.circuits.find((each) => each.id === String(where.way));
  if (!circuit) return refuse('The tester is not connected to a circuit here.');
  const point = where.of === 'point' ? where.point : (circuit.points.at(-1)?.id ?? '');
  if (!found) return looked;
  if (!found.dead) {
    if (!circuit.points.some(({ id }) => id === point)) return refuse(`The tester finds no point “${point}” here.`);
    if (off.has(Number(circuit.id)))
      return dwelling.faults.some((fault) => fault.kind === 'second source' && fault.circuit === circuit.id)
        ? refuse(`Stop: voltage here with way ${circuit.id} off. A second source feeds it.`)
        : refuse(`No voltage here: way ${circuit.id} is dead.`);
  }
  return found.reads({ ...probed, at: where.of, circuit, point });
}

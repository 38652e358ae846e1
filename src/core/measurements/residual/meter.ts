import type { Dwelling, DwellingCircuit } from '../../physics/dwelling';
import { type TesterReads, behind, looked, plain, refuse, stopsItself } from '../../physics/tester';

/** Whether current of a circuit comes back past its RCD, by the neutral of one behind another device. */
const comesBackPast = (dwelling: Dwelling, circuit: DwellingCircuit): boolean =>
  dwelling.faults.some((fault) => {
    if (fault.kind !== 'borrowed neutral') return false;
    const pair = [fault.circuit, fault.from.circuit];
    if (!pair.includes(circuit.id)) return false;
    const [one, other] = pair.map((id) => dwelling.circuits.find((each) => each.id === id)?.residual?.group ?? id);
    return one !== other;
  });

/** What an RCD does at a share of its rating, or while the current rises; the touch voltage shows beside it. */
export const meter: TesterReads = (probed) => {
  if (probed.at !== 'way' && probed.at !== 'point') return looked;
  const { dwelling, meter, circuit, point, measure } = probed;
  if (measure.test === 'touch volts') return plain(meter.touchVolts(circuit.id, point));
  if (!circuit.residual) return refuse('No RCD trips here.');
  const tripped = behind(dwelling, circuit);
  if (comesBackPast(dwelling, circuit))
    return { ok: false, why: 'The RCD tripped before the test: current comes back past it.', tripped };
  if (stopsItself(meter, circuit, point)) return refuse('Stopped: touch voltage over 50 V.');
  if (measure.test === 'rcd ramp') return plain(meter.rampCurrent(circuit.id, point), [], tripped);
  const [, share = '1'] = /^(half|five times)/.exec(measure.position ?? '') ?? [];
  const half = measure.position?.endsWith('180') ? '180' : '0';
  const multiple = share === 'half' ? 0.5 : share === 'five times' ? 5 : 1;
  const shown = meter.tripTime(circuit.id, point, multiple, half);
  const also = [{ measure: { test: 'touch volts' }, value: meter.touchVolts(circuit.id, point).value }];
  return plain(shown, also, shown.value.is === 'number' ? tripped : []);
};

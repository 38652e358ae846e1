import { type TesterReads, behind, looked, plain, refuse, stopsItself } from '../../physics/tester';
import { lineNeutralLoop } from './slots';

/** Zs at a point; without tripping where an RCD is in the way, unless two leads are asked for. The line–neutral loop shows beside it. */
export const meter: TesterReads = (probed) => {
  if (probed.at === 'board') return refuse('The tester is not connected to a circuit here.');
  if (probed.at !== 'way' && probed.at !== 'point') return looked;
  const { dwelling, meter, circuit, point, measure, method } = probed;
  const { id, residual } = circuit;
  if (measure.pair === 'L-N') return plain(meter.lineNeutralLoop(id, point));
  const isEarthed = meter.earthPath(id, point) !== null;
  const wanted = method ?? (residual ? 'no-trip' : 'two-lead');
  if (isEarthed && stopsItself(meter, circuit, point)) return refuse('Stopped: touch voltage over 50 V.');
  // What flows to earth over an open CPC trips nothing: the instrument runs out of range.
  if (wanted === 'two-lead' && residual && isEarthed)
    return {
      ok: false,
      why: 'The RCD tripped: read it again by the no-trip method.',
      tripped: behind(dwelling, circuit),
    };
  return plain(meter.earthLoop(id, point, wanted), [
    { measure: lineNeutralLoop, value: meter.lineNeutralLoop(id, point).value },
  ]);
};

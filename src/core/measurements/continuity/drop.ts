import { conductorResistance } from '../../edition/conductor-resistance';
import { judgeVoltageDrop } from '../../installation/capacity';
import { type Way, isSpare, metalOfWay } from '../../installation/way';
import { valueAt } from '../../job/governing';
import type { JobView } from '../../job/view';
import { add, divide, multiply, toShortest } from '../../quantity/exact';
import { figureOf } from '../../quantity/reading-value';
import type { Judgement } from '../../words/judgement';
import { ringR1, ringRn } from '../ring/slots';
import { r1r2 } from './slots';

/**
 * Judges the voltage drop to the end of a circuit at its design current, or its device's rating where none is given: from
 * r1 and rn of a ring as measured, from the line's share of R1+R2 as measured, else from the cable and its length. Null
 * while none of them is known.
 */
export function judgeWayDrop(view: JobView, way: Way): Judgement | null {
  const { pack } = view;
  const amps = way.designAmps ?? way.deviceAmps;
  if (!amps || isSpare(way)) return null;
  const ring = way.arrangement === 'ring';
  const loop = measuredLoop(view, way) ?? fromLength(way);
  if (!loop) return null;
  const judged = judgeVoltageDrop({ pack, loop, loadAmps: String(amps), lighting: way.load === 'lighting', ring });
  const from =
    'measuredOhms' in loop
      ? ring
        ? 'r1 and rn as measured'
        : 'twice R1, its share of R1+R2 as measured'
      : `${way.lengthMetres} m of ${way.liveCsaMm2} mm²`;
  return {
    ...judged,
    working: [...judged.working, `From ${from}, at ${amps} A${way.designAmps ? '' : ', the rating of its device'}.`],
  };
}

const fromLength = ({ liveCsaMm2, lengthMetres, material }: Way) =>
  liveCsaMm2 && lengthMetres ? { liveCsaMm2, lengthMetres, material: metalOfWay({ material }) } : null;

function measuredLoop(view: JobView, way: Way): { readonly measuredOhms: readonly string[] } | null {
  const on = { of: 'way', id: way.id } as const;
  const at = (measure: typeof r1r2 | typeof ringR1 | typeof ringRn) => {
    const value = valueAt(view, on, measure);
    return value && figureOf(value);
  };
  if (way.arrangement === 'ring') {
    const [r1, rn] = [at(ringR1), at(ringRn)];
    return r1 && rn && { measuredOhms: [toShortest(r1, 6), toShortest(rn, 6)] };
  }
  const sum = at(r1r2);
  const line = way.liveCsaMm2 ? conductorResistance(view.pack, metalOfWay(way), way.liveCsaMm2) : null;
  const cpc = way.cpcCsaMm2 ? conductorResistance(view.pack, 'copper', way.cpcCsaMm2) : null;
  if (!sum || !line || !cpc) return null;
  const r1 = toShortest(divide(multiply(sum, line), add(line, cpc)), 6);
  return { measuredOhms: [r1, r1] };
}

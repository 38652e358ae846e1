import { type Measure } from '../../installation/slot';
import { type TesterReads, looked, plain, refuse } from '../../physics/tester';
import { ipfLineEarth, ipfLineNeutral, supplyVolts, voltsLineEarth, voltsNeutralEarth } from './slots';

const pairs = ['L-N', 'L-E', 'N-E', 'T-E'] as const;

/** At the incoming terminals: volts, Ze and both fault currents, which a press shows together. At a board its fault current. */
export const meter: TesterReads = ({ at, dwelling, meter, measure }) => {
  const current = (pair: string | undefined) => meter.faultCurrent(pair === 'L-E' ? 'L–E' : 'L–N');
  if (at === 'board') return measure.test === 'ipf' ? plain(current(measure.pair)) : looked;
  if (measure.phase) return refuse('This dwelling has one phase.');
  const volts = (each: Measure) => ({ measure: each, value: meter.supplyVolts(each.pair as 'L-N').value });
  switch (measure.test) {
    case 'ze':
      return plain(meter.externalLoop());
    case 'ipf': {
      const own = measure.pair === 'L-E' ? ipfLineEarth : ipfLineNeutral;
      const other = own === ipfLineEarth ? ipfLineNeutral : ipfLineEarth;
      return plain(current(own.pair), [
        { measure: other, value: current(other.pair).value },
        ...[supplyVolts, voltsLineEarth, voltsNeutralEarth].map(volts),
      ]);
    }
    case 'volts': {
      const pair = pairs.find((each) => each === measure.pair);
      return pair ? plain(meter.supplyVolts(pair)) : refuse('This dwelling has one phase.');
    }
    case 'electrode':
      // Round the loop of the ground there has to be another way to earth.
      return measure.position === 'clamp' && dwelling.supply.earthing === 'TT'
        ? dwelling.bonds.length > 0
          ? plain(meter.externalLoop())
          : refuse('Over range: no other way to earth closes the loop. Measure it by earth loop.')
        : looked;
    default:
      return looked;
  }
};

import type { TestDefinition } from '../../job/test-definition';
import { taskOf } from '../../job/task';
import { ipfLineEarth, ipfLineNeutral, supplyPolarity, ze } from './slots';

/** Polarity, Ze and both fault currents at the incoming terminals. */
export const plan: TestDefinition['plan'] = (view) => ({
  origin: [supplyPolarity, ze, ipfLineNeutral, ipfLineEarth].map((each) => taskOf(view, { of: 'supply' }, each, null)),
});

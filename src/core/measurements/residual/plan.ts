import type { TestDefinition } from '../../job/test-definition';
import { onWay, taskOf } from '../../job/task';
import { listResidualDevices } from './devices';
import { afddButton, rcdButton, rcdTime } from './slots';

/** Each RCD once, its own button after it; and the button of each AFDD. */
export const plan: TestDefinition['plan'] = (view, { ways }) => ({
  residual: [
    ...listResidualDevices(view.job).flatMap(({ ways: [way] }) =>
      [rcdTime, rcdButton].map((each) => taskOf(view, onWay(way), each, way)),
    ),
    ...ways.filter(({ arcFault }) => arcFault).map((way) => taskOf(view, onWay(way), afddButton, way)),
  ],
});

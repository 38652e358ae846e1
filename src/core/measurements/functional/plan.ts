import { wayOfSubject } from '../../job/job';
import type { TestDefinition } from '../../job/test-definition';
import { taskOf } from '../../job/task';
import { functionsToTry } from './to-try';

/** Whatever is there to be tried by hand. */
export const plan: TestDefinition['plan'] = (view) => ({
  function: functionsToTry(view.job).map(({ on, ...measured }) =>
    taskOf(view, on, measured, wayOfSubject(view.job, on) ?? null),
  ),
});

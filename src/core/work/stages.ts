import { type Gap, type Stage, missing } from '../job/document-definition';
import type { JobView } from '../job/view';
import { wasProved } from './isolation';
import { planOfTests } from './plan';

export type StageState = 'untouched' | 'open' | 'complete';

/**
 * How far a stage is. It is complete when what it is for is done: isolation when something was proved dead, tests when
 * every reading due stands or has its reason, review when everybody signed. One nothing is missing in may still be open.
 */
export function stageState(view: JobView, gaps: readonly Gap[], stage: Stage): StageState {
  const { job, document, definition } = view;
  if (missing(gaps).some((gap) => gap.stage === stage)) return 'open';
  const done = (complete: boolean, begun: boolean): StageState =>
    complete ? 'complete' : begun ? 'open' : 'untouched';
  switch (stage) {
    case 'isolation':
      return done(job.isolations.some(wasProved), job.isolations.length > 0);
    case 'observations':
      return done(job.observations.length > 0, false);
    case 'options':
      return done(job.options.length > 0, false);
    case 'tests': {
      // What is tried by hand is asked on its page, and is no reading a schedule waits for.
      const steps = planOfTests(view).steps.filter(({ id }) => id !== 'function');
      const due = missing(gaps).some(({ place }) => place.of === 'slot');
      const tasks = steps.flatMap((step) => step.tasks);
      return done(
        !due && tasks.length > 0 && tasks.every((task) => task.done),
        tasks.some((task) => task.done),
      );
    }
    case 'review': {
      const signed = document.signatures.filter(({ inForce }) => inForce).length;
      return done(document.issued !== null || signed === definition.roles.length, signed > 0 || gaps.length === 0);
    }
    default:
      return 'complete';
  }
}

import type { Job } from '../ledger/job';
import { planOfTests } from './plan';

/** The order of the work for a condition report, as the job's screens follow it. */
export const stages = ['brief', 'origin', 'isolation', 'inspection', 'tests', 'circuits', 'observations', 'review'] as const;
export type Stage = (typeof stages)[number];

export const stageTitle: Record<Stage, string> = {
  brief: 'Brief',
  origin: 'Origin',
  isolation: 'Isolation',
  inspection: 'Inspection',
  tests: 'Dead tests',
  circuits: 'Circuits',
  observations: 'Findings',
  review: 'Review',
};

/** Stages nothing has to be recorded in, and whether anything was: an empty one is not a complete one. */
export function isUntouched(job: Job, stage: Stage): boolean {
  if (stage === 'isolation') return job.isolations.length === 0;
  if (stage === 'observations') return job.observations.length === 0;
  return stage === 'tests' && planOfTests(job).steps.some((step) => !step.live && step.state !== 'done');
}

export const stagePurpose: Record<Stage, string> = {
  brief: 'Client, site, extent and limits agreed',
  origin: 'Supply, earthing, bonding, Ze and Ipf',
  isolation: 'Locked off and proved dead; links and disconnections',
  inspection: 'What was looked at, item by item',
  tests: 'Plan, board, and the benches: continuity, rings, insulation',
  circuits: 'The circuit ledger: ways, cables, every result',
  observations: 'Defects with their codes',
  review: 'Assessment, signatures, issue',
};

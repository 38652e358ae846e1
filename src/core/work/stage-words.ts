import type { Stage } from '../job/document-definition';

type StageWords = { readonly title: string; readonly purpose: string };

/** What the stages of a job are called and are for. Which of them a document goes through, and in which order, it says. */
export const stageWords: Record<Stage, StageWords> = {
  brief: { title: 'Job details', purpose: 'Client, site, extent and limits agreed' },
  origin: { title: 'Supply and earthing', purpose: 'Supply, earthing, bonding, Ze and Ipf' },
  isolation: { title: 'Isolation', purpose: 'Locked off and proved dead; links and disconnections' },
  inspection: { title: 'Inspection', purpose: 'Schedule of inspections, item by item' },
  tests: { title: 'Tests', purpose: 'Dead tests, then live tests' },
  circuits: { title: 'Circuits', purpose: 'Circuits, cables and every result' },
  observations: { title: 'Observations', purpose: 'Defects with their codes' },
  review: { title: 'Review and sign', purpose: 'Assessment, signatures, issue' },
  options: { title: 'Remedial options', purpose: 'Remedial options for the client to choose from' },
};

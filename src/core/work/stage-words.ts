import type { Stage } from '../job/document-definition';

type StageWords = { readonly title: string; readonly purpose: string };

/** What the stages of a job are called and are for. Which of them a document goes through, and in which order, it says. */
export const stageWords: Record<Stage, StageWords> = {
  brief: { title: 'Brief', purpose: 'Client, site, extent and limits agreed' },
  origin: { title: 'Origin', purpose: 'Supply, earthing, bonding, Ze and Ipf' },
  isolation: { title: 'Isolation', purpose: 'Locked off and proved dead; links and disconnections' },
  inspection: { title: 'Inspection', purpose: 'What was looked at, item by item' },
  tests: { title: 'Tests', purpose: 'Plan, board, and the benches: dead, then live' },
  circuits: { title: 'Circuits', purpose: 'The circuit ledger: ways, cables, every result' },
  observations: { title: 'Findings', purpose: 'Defects with their codes' },
  review: { title: 'Review', purpose: 'Assessment, signatures, issue' },
  options: { title: 'Options', purpose: 'Remedial options for the client to choose from' },
};

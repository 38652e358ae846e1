import type { DocumentKind } from './documents';
import type { WorksFields } from '../job/kinds/works';
import { type DocumentAdvice, type PaperDue, type WorkTold, whichDocument, workDone } from './which-document';

/** The sorts of job there are, as people speak of them, with the facts that go without saying. */
export const jobSorts = {
  periodic: { label: 'Inspect an existing installation', facts: { periodic: true, circuitsTouched: 8 }, nature: null },
  alteration: {
    label: 'Addition or alteration of a circuit',
    facts: { altered: true, pointsAdded: 1, circuitsTouched: 1 },
    nature: 'alteration',
  },
  'new circuit': { label: 'New circuit', facts: { newCircuit: true, circuitsTouched: 1 }, nature: 'addition' },
  'board change': {
    label: 'Board changed',
    facts: { boardChanged: true, protectiveDeviceChanged: true, circuitsTouched: 8 },
    nature: 'board change',
  },
  remedial: {
    label: 'Remedial work from a report',
    facts: { altered: true, circuitsTouched: 1 },
    nature: 'alteration',
  },
  'like for like': { label: 'Like for like', facts: { likeForLike: true, circuitsTouched: 1 }, nature: 'alteration' },
  'small works': {
    label: 'Several small works in one visit',
    facts: { altered: true, pointsAdded: 1, circuitsTouched: 2 },
    nature: 'alteration',
  },
  rewire: { label: 'Rewire', facts: { newCircuit: true, boardChanged: true, circuitsTouched: 8 }, nature: 'new' },
  'new dwelling': {
    label: 'New dwelling',
    facts: { newCircuit: true, boardChanged: true, newDwelling: true, circuitsTouched: 8 },
    nature: 'new',
  },
} as const satisfies Record<
  string,
  { label: string; facts: Partial<WorkTold['facts']>; nature: WorksFields['nature'] }
>;
export type JobSort = keyof typeof jobSorts;
export const jobSortNames = Object.keys(jobSorts) as [JobSort, ...JobSort[]];

/** What is asked beside the sort of job, where it decides something. */
export type JobAsked = Pick<WorkTold, 'country' | 'did'> &
  Pick<WorkTold['facts'], 'circuitsTouched' | 'specialLocation' | 'kitchen' | 'cableChanged'> &
  Partial<Pick<WorkTold['facts'], 'outdoors' | 'specialInstallation' | 'whoseWork'>> & {
    readonly building?: WorkTold['facts']['premises'];
  };

/** Which paper a job of a sort calls for, and who has to be told. */
export function adviseJob(sort: JobSort, asked: JobAsked): DocumentAdvice {
  const { country, did, building: premises, ...said } = pickAsked(asked);
  return whichDocument({ country, did, facts: workDone.parse({ ...jobSorts[sort].facts, ...said, premises }) });
}

/** What was asked and nothing else: a form may hold more. */
const pickAsked = (asked: JobAsked): JobAsked => ({
  country: asked.country,
  did: asked.did,
  circuitsTouched: asked.circuitsTouched,
  specialLocation: asked.specialLocation,
  kitchen: asked.kitchen,
  cableChanged: asked.cableChanged,
  outdoors: asked.outdoors,
  specialInstallation: asked.specialInstallation,
  whoseWork: asked.whoseWork,
  building: asked.building,
});

/** The kinds of document a paper is begun as: what is advised is begun too, and where none is due a form still shows it was tested. */
export const kindsOf: Record<PaperDue, readonly DocumentKind[]> = {
  EIC: ['EIC'],
  MWC: ['MWC'],
  EICR: ['EICR'],
  'EIC and EICR': ['EIC', 'EICR'],
  'MWC and EICR': ['MWC', 'EICR'],
  'none required, MWC advised': ['MWC'],
  none: ['MWC'],
};

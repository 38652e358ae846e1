import type { Observation } from '../../job/kinds/observation';
import type { JobView } from '../../job/view';

/** The dangers a notice is about: those named in it, else every observation coded C1. */
export const dangersOf = ({ job, document: { works } }: JobView): readonly Observation[] =>
  job.observations.filter(({ id, code }) => (works.dangerIds ? works.dangerIds.includes(id) : code === 'C1'));

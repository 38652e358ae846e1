import type { Gap } from '../../job/document-definition';
import { lastTold } from '../../job/kinds/told';
import { type Verdicts, judgeJob } from '../../job/verdicts';
import type { JobView } from '../../job/view';
import { discrepancyGaps } from '../discrepancies/find-discrepancies';
import { blank, fieldOf, fields, lacks, list } from '../gaps';
import { dangersOf } from './dangers';

/** What a danger notice still lacks: where it is, what it is, and who was told. Nothing else may hold it up. */
export function gapsOf(view: JobView, verdicts: Verdicts | null = judgeJob(view)): Gap[] {
  const { job } = view;
  const dangers = dangersOf(view);
  const at = (id: string, field: string) => ({ of: 'observation', id, field }) as const;
  return [
    ...(dangers.length === 0
      ? [lacks('observations', 'The danger: an observation coded C1', list('observations'))]
      : []),
    ...dangers.flatMap(({ id, number, code, why }) => [
      ...(code === 'C1'
        ? []
        : [lacks('observations', `Observation ${number} is a ${code}: a danger notice is for C1`, at(id, 'code'))]),
      ...(lastTold(job, id, 'person in charge')
        ? []
        : [lacks('observations', `Observation ${number}: person informed of the danger`, at(id, 'code'))]),
      ...(blank(why) ? [lacks('observations', `Observation ${number}: why it is dangerous`, at(id, 'why'))] : []),
    ]),
    ...fields('brief', job.site, [['address', 'Address of the installation']], fieldOf('site')),
    ...discrepancyGaps(view, verdicts).filter(({ stage }) => stage === 'observations'),
  ];
}

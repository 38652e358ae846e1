import type { Gap } from '../../job/document-definition';
import { type Verdicts, judgeJob } from '../../job/verdicts';
import type { JobView } from '../../job/view';
import { circuitGaps, inspectionGaps, instrumentGaps, lacks, originGaps, repeatGaps, whoAndWhereGaps } from '../gaps';
import { discrepancyGaps } from '../discrepancies/find-discrepancies';
import { snagGaps, worksGaps } from '../works-gaps';

/** Everything that stands between the job and a complete, correct certificate, in the order of the work. */
export function gapsOf(view: JobView, verdicts: Verdicts | null = judgeJob(view)): Gap[] {
  return [
    ...whoAndWhereGaps(view, [['premises', 'Description of the premises']]),
    ...worksGaps(view, [
      'description',
      'nature',
      'extentCovered',
      'extentNotCovered',
      'existing',
      'departures',
      'completedOn',
    ]),
    ...instrumentGaps(view),
    ...originGaps(view),
    ...inspectionGaps(view),
    ...repeatGaps(view),
    ...circuitGaps(view),
    ...snagGaps(view),
    ...discrepancyGaps(view, verdicts),
    ...(view.document.comeBack
      ? []
      : [lacks('review', 'Recommended next inspection, with the reason', { of: 'document', field: 'comeBack' })]),
  ];
}

import type { Gap } from '../../job/document-definition';
import { type Verdicts, judgeJob } from '../../job/verdicts';
import type { JobView } from '../../job/view';
import {
  circuitGaps,
  inspectionGaps,
  instrumentGaps,
  isolationGaps,
  lacks,
  originGaps,
  repeatGaps,
  whoAndWhereGaps,
} from '../gaps';
import { ownWorkGaps, worksGaps } from '../works-gaps';

/** Everything that stands between the job and a complete, correct certificate, in the order of the work. */
export function gapsOf(view: JobView, verdicts: Verdicts = judgeJob(view)): Gap[] {
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
    ...isolationGaps(view),
    ...inspectionGaps(view),
    ...repeatGaps(view),
    ...circuitGaps(view),
    ...ownWorkGaps(view, verdicts),
    ...(view.document.comeBack
      ? []
      : [lacks('review', 'Recommended next inspection, with the reason', { of: 'document', field: 'comeBack' })]),
  ];
}

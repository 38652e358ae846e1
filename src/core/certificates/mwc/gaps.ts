import type { Gap } from '../../job/document-definition';
import { slotAt } from '../../installation/slot';
import { type Verdicts, judgeJob } from '../../job/verdicts';
import { isBondingThere } from '../../installation/supply';
import type { JobView } from '../../job/view';
import { ze } from '../../measurements/origin/slots';
import { coveredWays } from '../covered';
import { circuitGaps, fieldOf, fields, instrumentGaps, lacks, readingGap, repeatGaps, whoAndWhereGaps } from '../gaps';
import { discrepancyGaps } from '../discrepancies/find-discrepancies';
import { snagGaps, worksGaps } from '../works-gaps';

/** What a form for one circuit still lacks: only what its five parts ask. */
export function gapsOf(view: JobView, verdicts: Verdicts | null = judgeJob(view)): Gap[] {
  const ways = coveredWays(view);
  return [
    ...whoAndWhereGaps(view, []),
    ...worksGaps(view, ['description', 'existing', 'departures', 'completedOn']),
    ...instrumentGaps(view),
    ...fields(
      'origin',
      view.job.supply,
      [
        ['earthing', 'Earthing system'],
        ['earthingConductorCsaMm2', 'Earthing conductor size'],
        ...(isBondingThere(view.job.supply) ? ([['bondingCsaMm2', 'Main bonding conductor size']] as const) : []),
        ['bondWater', 'Main bonding: water'],
        ['bondGas', 'Main bonding: gas'],
      ],
      fieldOf('supply'),
    ),
    ...readingGap(view, 'origin', slotAt({ of: 'supply' }, ze)),
    ...repeatGaps(view),
    ...(ways.length === 1
      ? []
      : [
          lacks('brief', ways.length === 0 ? 'The circuit that was altered' : 'One circuit: a form for each altered', {
            of: 'works',
            field: 'wayIds',
          }),
        ]),
    ...circuitGaps(view).filter((gap) => !(gap.place.of === 'slot' && gap.place.slot.on.of === 'board')),
    ...snagGaps(view),
    ...discrepancyGaps(view, verdicts),
  ];
}

import { picturesOf } from '../pictures';
import { judgeDemand } from '../../installation/demand';
import type { Firm } from '../../job/document-definition';
import type { JobView } from '../../job/view';
import { exact, toFixed } from '../../quantity/exact';
import { fact, printed } from '../fact';
import { demandOfJob } from '../job-demand';
import { declarationsOf, headOf, instrumentsOf } from '../paper';
import { scheduleOfInspections } from '../schedule-of-inspections';
import { schedulesOfTests } from '../schedule-of-tests';
import { installationFacts } from '../supply-facts';
import { remediesOf, worksFacts } from '../works';
import type { Certificate } from './model';

/** The certificate a job makes as it stands, complete or not: a draft prints dashes where something is missing. */
export function buildCertificate(view: JobView, firm: Firm): Certificate {
  const { document } = view;
  const { works } = document;
  return {
    version: 1,
    kind: 'EIC',
    ...headOf(view, firm),
    pictures: picturesOf(view),
    works: worksFacts(view),
    extentCovered: printed(works.extentCovered),
    extentNotCovered: printed(works.extentNotCovered),
    existing: printed(works.existing),
    departures: printed(works.departures),
    remedies: remediesOf(view),
    ...installationFacts(view),
    demand: demandOf(view),
    inspection: scheduleOfInspections(view),
    boards: schedulesOfTests(view),
    instruments: instrumentsOf(view),
    declarations: declarationsOf(view),
  };
}

/** Maximum demand by purpose, before and with the new load, beside the service fuse and the main switch. */
function demandOf(view: JobView): Certificate['demand'] {
  const { supply } = view.job;
  const { before, after } = demandOfJob(view);
  const recorded = supply.maximumDemandAmps ? exact(supply.maximumDemandAmps) : after.total;
  const beside = (rating: number | null | undefined, of: 'supply fuse' | 'board') =>
    rating ? (judgeDemand(recorded, rating, of).working[0] ?? null) : null;
  return {
    lines: after.lines.map(({ purpose, working, demand }) => ({
      purpose,
      working,
      amps: toFixed(demand, 1, 'half-up'),
    })),
    facts: [
      fact('Maximum demand', supply.maximumDemandAmps, ' A'),
      ...(before ? [fact('Before the new load', toFixed(before.total, 1, 'half-up'), ' A')] : []),
      fact('Sum after diversity', toFixed(after.total, 1, 'half-up'), ' A'),
      fact('Beside the service fuse', beside(supply.serviceFuseAmps, 'supply fuse')),
      fact('Beside the main switch', beside(supply.mainSwitchAmps, 'board')),
    ],
  };
}

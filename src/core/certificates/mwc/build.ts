import { explainedOf } from '../discrepancies/explained';
import { picturesOf } from '../pictures';
import { editionPrinted } from '../../edition/own-edition';
import type { Firm } from '../../job/document-definition';
import type { JobView } from '../../job/view';
import { coveredWays, touchedBoards } from '../covered';
import { type Fact, fact } from '../fact';
import { declarationsOf, instrumentsOf, replaced } from '../paper';
import { scheduleOfWay } from '../schedule-of-tests';
import { earthingFacts, supplyFacts } from '../supply-facts';
import { remediesOf, whereFacts, whoFacts, worksFacts } from '../works';
import type { WorksForm } from './model';

/** The form a job makes of its one circuit, complete or not: a draft prints dashes where something is missing. */
export function buildForm(view: JobView, firm: Firm): WorksForm {
  const { job, document, pack } = view;
  const { works } = document;
  const way = coveredWays(view)[0];
  const board = touchedBoards(view)[0];
  const schedule = way ? scheduleOfWay(view, way) : { described: [], measured: [], notes: [] };
  const wanted = (facts: readonly Fact[], labels: RegExp) => facts.filter(({ label }) => labels.test(label));
  return {
    version: 1,
    kind: 'MWC',
    edition: editionPrinted(pack),
    reference: job.opened?.body.reference ?? '',
    replaces: replaced(view),
    explained: explainedOf(view),
    pictures: picturesOf(view),
    firm,
    client: whoFacts(view),
    site: whereFacts(view),
    works: [
      ...worksFacts(view).filter(({ label }) => label !== 'Sort of work'),
      fact('Departures', works.departures),
      fact('Comments on the existing installation', works.existing),
    ],
    remedies: remediesOf(view),
    installation: [
      ...wanted(supplyFacts(view), /^(Earthing system|Ze|Polarity)/),
      ...wanted(earthingFacts(view), /^(Means of earthing|Earthing conductor|Main bonding|Bonding: (water|gas))/),
    ],
    circuit: [
      fact('Board', board ? [board.name, board.location].filter(Boolean).join(', ') : null),
      ...schedule.described,
    ],
    results: schedule.measured,
    notes: schedule.notes,
    instruments: instrumentsOf(view),
    declarations: declarationsOf(view),
  };
}

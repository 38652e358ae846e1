import { picturesOf } from '../pictures';
import type { Firm } from '../../job/document-definition';
import type { JobView } from '../../job/view';
import { coveredWays, touchedBoards } from '../covered';
import { fact } from '../fact';
import { declarationsOf, headOf, instrumentsOf } from '../paper';
import { scheduleOfWay } from '../schedule-of-tests';
import { bondFact, earthingFactsByName, supplyFactsByName } from '../supply-facts';
import { remediesOf } from '../works';
import { showDay } from '../../words/day';
import type { WorksForm } from './model';

/** The form a job makes of its one circuit, complete or not: a draft prints dashes where something is missing. */
export function buildForm(view: JobView, firm: Firm): WorksForm {
  const { document } = view;
  const { works } = document;
  const way = coveredWays(view)[0];
  const board = touchedBoards(view)[0];
  const schedule = way ? scheduleOfWay(view, way) : { described: [], measured: [], notes: [] };
  const supply = supplyFactsByName(view);
  const earthing = earthingFactsByName(view);
  return {
    version: 1,
    kind: 'MWC',
    ...headOf(view, firm),
    pictures: picturesOf(view),
    works: [
      fact('Work done', works.description),
      fact('Completed', showDay(works.completedOn)),
      fact('Departures', works.departures),
      fact('Comments on the existing installation', works.existing),
    ],
    remedies: remediesOf(view),
    installation: [
      supply.earthing,
      supply.polarity,
      supply.ze,
      earthing.means,
      earthing.conductor,
      earthing.bonding,
      bondFact(view, 'water'),
      bondFact(view, 'gas'),
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

import type { DocumentDefinition } from '../../job/document-definition';
import { buildForm } from './build';
import { plainWorks } from '../works-plain';
import { workDuties } from '../duties';
import { gapsOf } from './gaps';
import { type WorksForm, formModel } from './model';

/** Minor Electrical Installation Works Certificate: an addition or alteration to one existing circuit. */
export const mwc: DocumentDefinition<WorksForm, 'MWC'> = {
  kind: 'MWC',
  title: 'Minor Electrical Installation Works Certificate',
  label: 'Minor works',
  about: 'works',
  ordered: true,
  oneCircuit: true,
  minutes: { visit: 15, board: 0, circuit: 15, point: 2, paper: 10 },
  duties: workDuties,
  recommends: false,
  stages: ['brief', 'origin', 'isolation', 'tests', 'circuits', 'review'],
  schedule: () => [],
  itemRoles: () => ({}),
  outcomes: [],
  roles: [
    {
      role: 'responsible person',
      title: 'Designed, constructed, inspected and tested by',
      statement:
        'I did this work with reasonable skill and care and tested it. To the best of my knowledge it answers to the edition named, but for the departures stated, it takes nothing from the safety of the existing installation, and no defect of it is left.',
      by: null,
      otherwise: 'The person responsible for the work signs here.',
    },
  ],
  gaps: gapsOf,
  assess: null,
  build: buildForm,
  model: formModel,
  plain: plainWorks,
};

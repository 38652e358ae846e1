import type { DocumentDefinition } from '../../job/document-definition';
import { buildCertificate } from './build';
import { plainWorks } from '../works-plain';
import { workDuties } from '../duties';
import { gapsOf } from './gaps';
import { type Certificate, certificateModel } from './model';

/** Electrical Installation Certificate: new work, with a new circuit or board in it. */
export const eic: DocumentDefinition<Certificate, 'EIC'> = {
  kind: 'EIC',
  title: 'Electrical Installation Certificate',
  label: 'Installation certificate',
  about: 'works',
  ordered: true,
  oneCircuit: false,
  minutes: { visit: 20, board: 15, circuit: 11, point: 1, paper: 25 },
  duties: workDuties,
  recommends: true,
  stages: ['brief', 'origin', 'isolation', 'inspection', 'tests', 'circuits', 'review'],
  schedule: (pack) => pack.inspectionEic,
  itemRoles: (pack) => pack.itemRolesEic,
  outcomes: ['ok', 'N/A'],
  roles: [
    {
      role: 'designer',
      title: 'Designed by',
      statement:
        'I designed this work with reasonable skill and care. To the best of my knowledge the design answers to the edition named, but for the departures stated.',
      by: null,
      outsiders: true,
      otherwise: 'The designer signs here.',
    },
    {
      role: 'constructor',
      title: 'Constructed by',
      statement:
        'I constructed this work with reasonable skill and care. To the best of my knowledge the construction answers to the edition named, but for the departures stated.',
      by: null,
      outsiders: true,
      otherwise: 'The constructor signs here.',
    },
    {
      role: 'inspector-tester',
      title: 'Inspected and tested by',
      statement:
        'I inspected and tested this work with reasonable skill and care. To the best of my knowledge it answers to the edition named, but for the departures stated, and no defect of it is left.',
      by: null,
      otherwise: 'The person who inspected and tested it signs here.',
    },
  ],
  gaps: gapsOf,
  assess: null,
  build: buildCertificate,
  model: certificateModel,
  plain: plainWorks,
};

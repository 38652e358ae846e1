import { type DocumentDefinition } from '../../job/document-definition';
import { outcomes } from '../../job/outcome';
import { assessmentOf, buildReport } from './build';
import { reportDuties } from '../duties';
import { gapsOf } from './gaps';
import { type Report, reportModel } from './model';
import { plainReport } from './plain';

/** Electrical Installation Condition Report: periodic inspection of what exists. */
export const eicr: DocumentDefinition<Report, 'EICR'> = {
  kind: 'EICR',
  title: 'Electrical Installation Condition Report',
  label: 'Condition report',
  about: 'condition',
  ordered: true,
  oneCircuit: false,
  minutes: { visit: 25, board: 20, circuit: 9, point: 1.2, paper: 30 },
  duties: reportDuties,
  recommends: true,
  stages: ['brief', 'origin', 'isolation', 'inspection', 'tests', 'circuits', 'observations', 'review', 'options'],
  schedule: (pack) => pack.inspectionEicr,
  itemRoles: (pack) => pack.itemRoles,
  outcomes,
  roles: [
    {
      role: 'inspector',
      title: 'Inspected and tested by',
      statement:
        'I inspected and tested this installation with reasonable skill and care, within the extent and limitations stated, and this report is an accurate account of its condition on the day.',
      by: null,
      otherwise: 'An inspector signs here.',
    },
    {
      role: 'authoriser',
      title: 'Authorised by',
      statement: 'I have reviewed this report and authorise it to be issued on behalf of the firm.',
      by: 'supervisor',
      otherwise: 'Only a supervisor can authorise a report.',
    },
  ],
  gaps: gapsOf,
  assess: assessmentOf,
  build: buildReport,
  model: reportModel,
  plain: plainReport,
};

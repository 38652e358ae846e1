import type { DocumentDefinition } from '../../job/document-definition';
import { buildNotice } from './build';
import { gapsOf } from './gaps';
import { type DangerNotice, noticeModel } from './model';
import { plainNotice } from './plain';

/** Danger notice: a danger that was found, who was told and how it was made safe; given before any report is ready. */
export const dangerNotice: DocumentDefinition<DangerNotice, 'DN'> = {
  kind: 'DN',
  title: 'Danger notice',
  label: 'Danger notice',
  about: 'danger',
  ordered: false,
  oneCircuit: false,
  minutes: { visit: 0, board: 0, circuit: 0, point: 0, paper: 5 },
  duties: () => [],
  recommends: false,
  stages: ['brief', 'observations', 'review'],
  schedule: () => [],
  itemRoles: () => ({}),
  outcomes: [],
  roles: [
    {
      role: 'inspector',
      title: 'Danger found and notice given by',
      statement:
        'I found the danger described here, told the person named of it at the time given, and this notice is an accurate account of what I saw and did.',
      by: null,
      otherwise: 'The person who found the danger signs here.',
    },
  ],
  gaps: gapsOf,
  assess: null,
  build: buildNotice,
  model: noticeModel,
  plain: plainNotice,
};

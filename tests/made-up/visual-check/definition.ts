import * as z from 'zod';
import { declarationsOf, declarationsSchema } from '../../../src/core/certificates/paper';
import { printedModel } from '../../../src/core/certificates/printed-model';
import { blank, fieldOf, lacks } from '../../../src/core/certificates/gaps';
import { whereFacts, whoFacts } from '../../../src/core/certificates/works';
import { editionPrinted } from '../../../src/core/edition/own-edition';
import type { DocumentDefinition } from '../../../src/core/job/document-definition';

const schema = printedModel.extend({ kind: z.literal('VC'), words: z.string(), declarations: declarationsSchema });
export type VisualCheck = z.infer<typeof schema>;

/** A made-up kind of document, as somebody adding one would write it: a look round between two inspections. */
export const visualCheck: DocumentDefinition<VisualCheck, 'VC'> = {
  kind: 'VC',
  title: 'Visual Check',
  label: 'Visual check',
  about: 'works',
  ordered: true,
  oneCircuit: false,
  minutes: { visit: 10, board: 5, circuit: 1, point: 1, paper: 5 },
  duties: (_job, document) =>
    document.issued
      ? [
          {
            documentId: document.id,
            number: document.issued.body.number,
            issueId: document.issued.body.issueId,
            duty: 'file-it',
            who: 'the landlord',
            what: 'keep it with the house',
            to: 'nobody',
            dueOn: null,
            when: 'always',
            source: 'made up',
            note: null,
            met: null,
          },
        ]
      : [],
  recommends: false,
  stages: ['brief', 'review'],
  schedule: () => [],
  itemRoles: () => ({}),
  outcomes: [],
  roles: [
    {
      role: 'looker',
      title: 'Looked at by',
      statement: 'I looked at it.',
      by: null,
      otherwise: 'Whoever looked signs.',
    },
  ],
  gaps: ({ document }) =>
    blank(document.works.description) ? [lacks('brief', 'What was looked at', fieldOf('works')('description'))] : [],
  assess: null,
  build: (view, firm) => ({
    kind: 'VC',
    edition: editionPrinted(view.pack),
    reference: view.job.opened?.body.reference ?? '',
    firm,
    client: whoFacts(view),
    site: whereFacts(view),
    pictures: [],
    explained: [],
    replaces: null,
    words: view.document.works.description ?? '—',
    declarations: declarationsOf(view),
  }),
  model: { schema, read: (stored) => schema.parse(stored) },
  plain: ({ words }) => ({ headline: 'It was looked at', means: words, toDo: [], next: null }),
};

import { workNatureWords } from '../job/kinds/works';
import type { JobView } from '../job/view';
import { showDay } from '../words/day';
import { type Fact, fact } from './fact';

/** The work a certificate is for, as printed. */
export function worksFacts({ document: { works } }: JobView): Fact[] {
  return [
    fact('Work done', works.description),
    fact('Type of work', works.nature ? workNatureWords[works.nature] : null),
    fact('Completed', showDay(works.completedOn)),
  ];
}

/** Who it is for and where. */
export const whoFacts = ({ job: { client } }: JobView): Fact[] => [
  fact('Client', client.name),
  fact('Address', client.address),
  fact('Telephone', client.telephone),
  fact('E-mail', client.email),
];
export const whereFacts = ({ job: { site } }: JobView): Fact[] => [
  fact('Installation at', site.address),
  fact('Occupier', site.occupier),
  fact('Premises', site.premises),
];

/** What it puts right: the findings of a report, each with its number. */
export function remediesOf({ job, documents, document: { works } }: JobView): string[] {
  const report = job.documents.find((each) => each.issued && documents.of(each.kind)?.about === 'condition')?.issued
    ?.body.number;
  return job.observations
    .filter(({ id }) => works.observationIds?.includes(id))
    .map(({ number, code, what }) => `Observation ${number} (${code})${report ? ` of ${report}` : ''}: ${what}`);
}

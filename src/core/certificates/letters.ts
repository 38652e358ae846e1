import type { Firm } from '../job/document-definition';
import { type Observation, whereOf } from '../job/kinds/observation';
import { type Told, isolateWords, lastTold } from '../job/kinds/told';
import { codeMeaning } from '../job/outcome';
import type { JobView } from '../job/view';
import { showMoment } from '../words/moment';
import { type Fact, fact } from './fact';

/** A paper to hand over at once, before any report: what it says, and how it was taken. */
export type Letter = {
  readonly title: string;
  readonly about: string;
  readonly firm: Firm;
  readonly to: string;
  /** What has to be read first, in a few words. */
  readonly warning: string | null;
  readonly facts: readonly Fact[];
  readonly advice: readonly string[];
  readonly taken: { readonly words: string; readonly drawn: Told['drawn'] } | null;
};

const circuitOf = ({ job }: JobView, { wayId }: Observation): string | null => {
  const way = wayId ? job.ways.get(wayId) : undefined;
  return way ? `${way.number} ${way.description ?? ''}`.trim() : null;
};

/** A danger as a notice states it; dashes where nobody was told yet. */
export function dangerFacts(view: JobView, observation: Observation): Fact[] {
  const { job } = view;
  const told = lastTold(job, observation.id, 'person in charge');
  return [
    fact('Where', job.site.address),
    fact('What was found', observation.what),
    fact('At', whereOf(observation)),
    fact('Circuit', circuitOf(view, observation)),
    fact('Why it is dangerous', observation.why),
    fact('Regulation', observation.regulation),
    fact('Informed', told && showMoment(new Date(told.at))),
    fact('Permission to isolate', told?.isolate && isolateWords[told.isolate]),
    fact('Made safe by', told && (told.madeSafe ?? 'not made safe')),
  ];
}

export const dangerAdvice: readonly string[] = [
  'Do not use it until it has been fixed.',
  'Have it fixed by a competent person before it is used again. Do not undo what made it safe.',
  'Its code stays on the report, even after it was made safe.',
];

/** The notice of a danger found: for whoever is in charge, signed for or refused; dashes where nobody was told yet. */
export function dangerLetter(view: JobView, firm: Firm, observation: Observation): Letter {
  const { job } = view;
  const told = lastTold(job, observation.id, 'person in charge');
  return {
    title: 'Danger notice',
    about: job.opened?.body.reference ?? '',
    firm,
    to: told?.who ?? 'The person in charge of the installation',
    warning: codeMeaning.C1.title,
    facts: dangerFacts(view, observation),
    advice: dangerAdvice,
    taken: told?.receipt ? { words: `${told.who}: ${told.receipt}`, drawn: told.drawn } : null,
  };
}

/** What is reported to the distributor of their own equipment: looked at from outside, nothing of it opened. */
export function distributorReport(view: JobView, firm: Firm, observation: Observation): Letter {
  const { job } = view;
  const told = lastTold(job, observation.id, 'distributor');
  return {
    title: 'Report on equipment of the distributor',
    about: job.opened?.body.reference ?? '',
    firm,
    to: told?.who ?? 'The distributor',
    warning: observation.livePartsAccessible ? 'Live parts can be touched.' : null,
    facts: [
      fact('Where', job.site.address),
      fact('What was seen', observation.what),
      fact('At', whereOf(observation)),
      fact('Why it matters', observation.why),
      fact('Reported', told && showMoment(new Date(told.at))),
      fact('Their reference', told?.reference),
    ],
    advice: [
      'Inspected from outside. No seal was broken and nothing was opened.',
      observation.livePartsAccessible
        ? 'Because live parts can be touched, it counts in the outcome of the report.'
        : 'It is reported, and does not decide the outcome of the report.',
    ],
    taken: null,
  };
}

/** What a report says of who was told of a finding; empty where nobody was. */
export function sayTold({ job }: Pick<JobView, 'job'>, observationId: string): string {
  const person = lastTold(job, observationId, 'person in charge');
  const distributor = lastTold(job, observationId, 'distributor');
  return [
    person &&
      `Informed: ${[
        `${person.who}, ${showMoment(new Date(person.at))}`,
        person.isolate && isolateWords[person.isolate],
        person.madeSafe ? `made safe: ${person.madeSafe}` : 'not made safe',
        person.receipt && `notice ${person.receipt}`,
      ]
        .filter(Boolean)
        .join('; ')}.`,
    distributor &&
      `Reported to the distributor: ${distributor.who}, ${showMoment(new Date(distributor.at))}${distributor.reference ? `, their reference ${distributor.reference}` : ''}.`,
  ]
    .filter(Boolean)
    .join(' ');
}

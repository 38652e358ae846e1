import { picturesOf } from '../pictures';
import { type Firm } from '../../job/document-definition';
import { reportReasonWords } from '../../job/kinds/brief';
import type { NoteSort } from '../../job/kinds/note';
import type { Job } from '../../job/job';
import type { JobView } from '../../job/view';
import { moved } from '../../work/trend';
import { openedShare } from '../../work/sampling';
import { showDay } from '../../words/day';
import { assess } from '../assessment';
import { type Fact, fact, printed } from '../fact';
import { sayTold } from '../letters';
import { declarationsOf, headOf, instrumentsOf } from '../paper';
import { notInspected, scheduleOfInspections } from '../schedule-of-inspections';
import { schedulesOfTests } from '../schedule-of-tests';
import { installationFacts } from '../supply-facts';
import { whereOf } from '../../job/kinds/observation';
import type { Report } from './model';

/** The report a job makes as it stands, complete or not: a draft prints dashes where something is missing. */
export function buildReport(view: JobView, firm: Firm): Report {
  const { job, document } = view;
  const { brief } = job;
  const inspection = scheduleOfInspections(view);
  return {
    version: 3,
    kind: 'EICR',
    ...headOf(view, firm),
    pictures: picturesOf(view),
    brief: [
      fact('Reason for the report', brief.reason ? reportReasonWords[brief.reason] : null),
      fact('Inspected', inspectedDays(view)),
      fact('Extent covered', brief.extent),
      fact('Estimated age', brief.estimatedAgeYears, ' years'),
      fact('Additions or alterations', brief.alterations),
      fact('Records available', brief.records),
      fact('Previous report', brief.previousReport),
      ...sinceEarlier(view),
      opened(job),
      ...notesOf(job),
    ],
    limitations: job.limitations.map(({ sort, what, why, agreedWith, effect }) => ({
      sort: sort === 'agreed' ? 'Agreed' : 'Found on the day',
      what,
      why: effect ? `${why.trim().replace(/([^.!?])$/, '$1.')} ${effect}` : why,
      agreedWith: agreedWith || '—',
    })),
    notInspected: notInspected(inspection.flatMap((section) => section.items)),
    assessment: assessmentOf(view),
    summary: printed(document.summary),
    ...installationFacts(view),
    observations: observationsOf(view),
    inspection,
    boards: schedulesOfTests(view),
    instruments: instrumentsOf(view),
    declarations: declarationsOf(view),
  };
}

/** What moved since the visit before this one; nothing where there was none. */
function sinceEarlier(view: JobView): Fact[] {
  const [last] = view.job.earlier;
  if (!last) return [];
  const since = last.on ? `Against ${showDay(last.on)}` : `Against ${last.number ?? last.reference}`;
  const lines = moved(view);
  return [fact(since, lines.length > 0 ? lines.slice(0, 20).join('; ') : 'as before, as far as both were read')];
}

/** Remarks that carry no code, and words for whoever comes next; nothing where there are none. */
function notesOf({ notes }: Job): Report['brief'] {
  const all = (sort: NoteSort) =>
    notes.flatMap((note) => (note.sort === sort ? [note.where ? `${note.what} (${note.where})` : note.what] : []));
  const [remarks, next] = [all('remark'), all('for next')];
  return [
    ...(remarks.length > 0 ? [fact('Remarks without a code', remarks.join('; '))] : []),
    ...(next.length > 0 ? [fact('For the next inspector', next.join('; '))] : []),
  ];
}

/** The share agreed, and what was opened of it by name once anything was. */
function opened(job: Job): Report['brief'][number] {
  const { samplingPercent } = job.brief;
  const { opened: points, share } = openedShare(job);
  if (points.length === 0) return fact('Accessories opened', samplingPercent, ' %');
  const agreed = samplingPercent ? `; ${samplingPercent} % agreed` : '';
  return fact('Accessories opened', `${share}${agreed}: ${points.map(({ name }) => name).join(', ')}`);
}

/** The assessment by the codes, or as the inspector decided against them. */
export function assessmentOf({ job, document, pack }: JobView): Report['assessment'] {
  const { outcome, reasons, intakeOnly } = assess(job.observations, pack);
  return {
    outcome: document.overruled?.outcome ?? outcome,
    reasons: [...reasons],
    intakeOnly: [...intakeOnly],
    overruledBecause: document.overruled?.reason ?? null,
  };
}

const observationsOf = ({ job }: JobView): Report['observations'] =>
  job.observations.map((observation) => {
    const told = sayTold({ job }, observation.id);
    const way = observation.wayId ? job.ways.get(observation.wayId) : undefined;
    const { id, number, code, what, why, codeReason, item, regulation, remedied } = observation;
    return {
      id,
      number,
      code,
      what,
      where: whereOf(observation),
      why: [why, codeReason && `Coded ${code} because: ${codeReason}.`, told].filter(Boolean).join(' '),
      item: item ?? '—',
      circuit: way ? `${way.number} ${way.description ?? ''}`.trim() : '—',
      regulation: regulation || '—',
      remedied: remedied ? `Remedied during the inspection, ${showDay(remedied.on)}: ${remedied.how}` : null,
    };
  });

function inspectedDays({ job }: JobView): string | null {
  const { inspectedFrom: from, inspectedTo: to } = job.brief;
  if (!from) return null;
  return to && to !== from ? `${showDay(from)} to ${showDay(to)}` : showDay(from);
}

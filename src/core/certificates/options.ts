import { documentNamed } from './documents';
import type { Finding } from '../edition/findings';
import { isSpare } from '../installation/way';
import type { Job } from '../job/job';
import { type JobDocument, editionOf } from '../job/kinds/document';
import { placesOf, type Observation } from '../job/kinds/observation';
import {
  type Option,
  type OptionLine,
  type OptionWork,
  type Options,
  type OptionsSet,
  optionWorks,
} from '../job/kinds/options';
import type { QuoteLine, WorksFields } from '../job/kinds/works';
import type { JobView } from '../job/view';
import { type PriceLine, priceFor, priceOf } from '../work/price-list';
import { showDay } from '../words/day';
import { type JobSort, adviseJob, jobSorts, kindsOf } from './job-sorts';
import { closings, remedyOf } from './remedies';
import type { DocumentAdvice } from './which-document';

/** Findings nobody put right, and for which no paper is begun. */
export const openFindings = (job: Pick<Job, 'observations' | 'documents'>): Observation[] =>
  job.observations.filter((each) => !each.remedied && !remedyOf(job, each.id));

const isUrgent = ({ code }: Observation): boolean => code !== 'C3';

type Drafting = {
  readonly view: JobView;
  readonly findings: readonly Finding[];
  readonly list: readonly PriceLine[];
};

/**
 * Up to three ways to put right what was found, for the inspector to make theirs: what is urgent; a new board, or every
 * repair; the circuits rewired whose cables are the matter. None where nothing is open. Each ends with its tests and paper.
 */
export function draftOptions(drafting: Drafting): Option[] {
  const { view } = drafting;
  const open = openFindings(view.job);
  const urgent = open.filter(isUrgent);
  const sound = (lines: readonly OptionLine[]): OptionLine[] => withPaper(drafting, lines);
  const title = urgent.length > 0 ? 'Fix what is urgent' : 'Fix what was found';
  const first = urgent.length > 0 ? urgent : open;
  if (first.length === 0) return [];
  const everything =
    first.length < open.length ? [{ title: 'Fix everything', lines: sound(repairs(drafting, open)) }] : [];
  const board = newBoard(drafting, open);
  const rewired = rewiring(drafting, open, board !== null);
  return [
    { title, lines: sound(repairs(drafting, first)) },
    ...(board ? [{ title: 'New board and repairs', lines: sound(board) }] : everything),
    ...(rewired ? [{ title: rewired.title, lines: sound(rewired.lines) }] : board ? everything : []),
  ].slice(0, 3);
}

const times = (line: PriceLine, count: number, observations: readonly Observation[]): OptionLine => ({
  what: count > 1 && !line.once ? `${line.what}, ${count} times` : line.what,
  observationIds: observations.map(({ id }) => id),
  minutes: line.minutes * (line.once ? 1 : count),
  materialsPence: line.materialsPence * (line.once ? 1 : count),
  work: line.work,
});

/** Findings put right one by one, those of one sort together in one line, the gravest first. */
function repairs({ findings, list }: Drafting, observations: readonly Observation[]): OptionLine[] {
  const byLine = new Map<PriceLine, Observation[]>();
  for (const observation of [...observations].sort((a, b) => Number(isUrgent(b)) - Number(isUrgent(a)))) {
    const line = priceOf(list, findings, observation);
    byLine.set(line, [...(byLine.get(line) ?? []), observation]);
  }
  return [...byLine].map(([line, those]) =>
    times(
      line,
      those.reduce((sum, each) => sum + placesOf(each).length, 0),
      those,
    ),
  );
}

/** A new board with what it answers, and the rest repaired; null where it would answer nothing. */
function newBoard(drafting: Drafting, open: readonly Observation[]): OptionLine[] | null {
  const { view, findings, list } = drafting;
  const answered = open.filter((each) => priceOf(list, findings, each).answeredBy.includes('new board'));
  if (answered.length === 0) return null;
  const ways = [...view.job.ways.values()].filter((way) => !isSpare(way)).length;
  return [
    times(priceFor(list, 'board'), 1, answered),
    ...(ways > 0 ? [times(priceFor(list, 'board-way'), ways, [])] : []),
    ...repairs(
      drafting,
      open.filter((each) => !answered.includes(each)),
    ),
  ];
}

/** The circuits rewired whose cables are the matter, or all where that is half of them; null where none are. */
function rewiring(drafting: Drafting, open: readonly Observation[], withBoard: boolean) {
  const { view, findings, list } = drafting;
  const answers = (each: Observation, whole: 'rewire' | 'new board') =>
    priceOf(list, findings, each).answeredBy.includes(whole);
  const ways = [...view.job.ways.values()].filter((way) => !isSpare(way));
  const worn = new Set(open.filter((each) => each.wayId && answers(each, 'rewire')).map(({ wayId }) => wayId));
  const those = ways.filter(({ id }) => worn.has(id));
  if (those.length === 0) return null;
  const whole = those.length * 2 >= ways.length;
  const rewired = whole ? ways : those;
  const ids = new Set(rewired.map(({ id }) => id));
  const board = whole && withBoard;
  const answered = open.filter(
    (each) =>
      (answers(each, 'rewire') && (each.wayId ? ids.has(each.wayId) : whole)) || (board && answers(each, 'new board')),
  );
  const points = rewired.reduce(
    (sum, { id }) => sum + Math.max(1, [...view.job.points.values()].filter((point) => point.wayId === id).length),
    0,
  );
  const line = (purpose: string, count: number, answers: readonly Observation[]) =>
    times(priceFor(list, purpose), count, answers);
  return {
    title: whole
      ? 'Rewire, and fix the rest'
      : `Rewire ${those.length === 1 ? 'circuit' : 'circuits'} ${those.map(({ number }) => number).join(', ')}, and fix the rest`,
    lines: [
      ...(board ? [line('board', 1, []), line('board-way', rewired.length, [])] : []),
      line('circuit', rewired.length, answered),
      line('point', points, []),
      ...repairs(
        drafting,
        open.filter((each) => !answered.includes(each)),
      ),
    ],
  };
}

function withPaper({ view, list }: Drafting, lines: readonly OptionLine[]): OptionLine[] {
  const paper = priceFor(list, 'paper');
  const { advice } = paperOf(view.job, { title: '', lines: [...lines] });
  return advice ? [...lines, times(paper, advice.count, [])] : [...lines];
}

export const pence = ({ minutes, materialsPence }: OptionLine, hourPence: number): number =>
  Math.round((minutes * hourPence) / 60) + materialsPence;

/** What an option comes to: minutes of work, materials and price, in whole pence. */
export function comesTo(option: Option, hourPence: number) {
  const sum = (of: (line: OptionLine) => number) => option.lines.reduce((total, line) => total + of(line), 0);
  return {
    minutes: sum(({ minutes }) => minutes),
    materialsPence: sum(({ materialsPence }) => materialsPence),
    pence: sum((line) => pence(line, hourPence)),
  };
}

/** Findings an option leaves as they are, of those open when it was offered, in their order. */
export function leavesOpen(
  job: Pick<Job, 'observations'>,
  { observationIds }: Pick<OptionsSet, 'observationIds'>,
  option: Option,
): Observation[] {
  const answered = new Set(option.lines.flatMap((line) => line.observationIds));
  return job.observations.filter(({ id }) => observationIds.includes(id) && !answered.has(id));
}

const gravest = (option: Option): OptionWork =>
  optionWorks[Math.max(0, ...option.lines.map(({ work }) => optionWorks.indexOf(work)))] ?? 'nothing';
const sortOf: Record<Exclude<OptionWork, 'nothing'>, JobSort> = {
  'like for like': 'like for like',
  remedial: 'remedial',
  'new circuit': 'new circuit',
  'board change': 'board change',
  rewire: 'rewire',
};

/** Which paper an option will need and who has to be told; no advice where nothing of it calls for one. */
export function paperOf(
  job: Pick<Job, 'observations' | 'site'>,
  option: Option,
): { readonly advice: DocumentAdvice | null; readonly sort: JobSort | null } {
  const work = gravest(option);
  if (work === 'nothing') return { advice: null, sort: null };
  const sort = sortOf[work];
  const those = observationsOf(job, option);
  const advice = adviseJob(sort, {
    country: job.site.country ?? 'England',
    did: those.map(({ what }) => what).join('; '),
    circuitsTouched: new Set(those.flatMap(({ wayId }) => wayId ?? [])).size,
    // Zones are told on the day: a bath room is taken for the wider case.
    specialLocation: those.some(({ item }) => item?.startsWith('6.')) ? 'bath zone 1' : 'none',
    kitchen: false,
    cableChanged: work === 'new circuit' || work === 'rewire',
  });
  return { advice, sort };
}

const observationsOf = (job: Pick<Job, 'observations'>, option: Option): Observation[] => {
  const ids = new Set(option.lines.flatMap(({ observationIds }) => observationIds));
  return job.observations.filter(({ id }) => ids.has(id));
};

const numbers = (those: readonly Observation[]): string =>
  those.map(({ number, code }) => `${number} (${code})`).join(', ');

/**
 * What may be left as it is, said honestly: what is urgent may not; the rest is safe for continued use, and why. What is
 * being put right is not put right yet.
 */
export function draftLeave({ job, document }: JobView): string {
  const closed = closings(job);
  const open = job.observations.filter(({ id, remedied }) => !remedied && !closed.has(id));
  const urgent = open.filter(isUrgent);
  const rest = open.filter((each) => !isUrgent(each));
  const due = document.comeBack?.dueOn;
  const until = due ? ` until its next inspection by ${showDay(due)}` : '';
  return [
    urgent.length > 0 &&
      `Not to be left: observation${urgent.length > 1 ? 's' : ''} ${numbers(urgent)}. Until ${urgent.length > 1 ? 'they are' : 'it is'} fixed, the installation is not safe for continued use.`,
    rest.length > 0 &&
      `May be left: observation${rest.length > 1 ? 's' : ''} ${numbers(rest)}. ${rest.length > 1 ? 'They are' : 'It is'} safe for continued use${until}; improving ${rest.length > 1 ? 'them' : 'it'} is recommended.`,
    open.length === 0 && `No work is needed: what was found is safe for continued use${until}.`,
  ]
    .filter(Boolean)
    .join('\n');
}

/** What is offered now: the last set; null where none was. */
export const offered = (job: Pick<Job, 'options'>): Options | null => job.options.at(-1) ?? null;

/** What begins when an option is accepted: a paper for the whole, or one a circuit, each with its findings and lines. */
type Begun = {
  readonly kind: string;
  readonly because: string;
  readonly works: WorksFields;
};

/** The papers an accepted option begins; none where it calls for none. */
export function papersBegun(job: Job, { options, hourPence }: OptionsSet, chosen: number): Begun[] {
  const option = options[chosen];
  if (!option) return [];
  const { advice, sort } = paperOf(job, option);
  if (!advice || !sort) return [];
  const those = observationsOf(job, option);
  const perCircuit = advice.document === 'MWC' || advice.document === 'none required, MWC advised';
  const groups = perCircuit ? byCircuit(those) : [those];
  const taken = new Set<OptionLine>();
  const quote = (group: readonly Observation[], last: boolean): QuoteLine[] =>
    option.lines
      .filter(
        (line) => !taken.has(line) && (last || line.observationIds.some((id) => group.some((each) => each.id === id))),
      )
      .map((line) => {
        taken.add(line);
        return { what: line.what, answers: null, pence: pence(line, hourPence) };
      });
  return kindsOf[advice.document]
    .filter((kind) => documentNamed(kind)?.about === 'works')
    .flatMap((kind) =>
      groups.map((group, index): Begun => ({
        kind,
        because: `Accepted: ${option.title}`,
        works: {
          description: describe(job, option, group),
          nature: jobSorts[sort].nature ?? 'alteration',
          observationIds: group.map(({ id }) => id),
          wayIds: perCircuit ? [...new Set(group.flatMap(({ wayId }) => wayId ?? []))] : null,
          quote: quote(group, index === groups.length - 1),
        },
      })),
    );
}

function byCircuit(those: readonly Observation[]): Observation[][] {
  const groups = new Map<string | null, Observation[]>();
  for (const each of those) groups.set(each.wayId, [...(groups.get(each.wayId) ?? []), each]);
  return groups.size > 0 ? [...groups.values()] : [[]];
}

const describe = (job: Job, option: Option, group: readonly Observation[]): string =>
  [
    option.title,
    ...group.map((each) => {
      const way = each.wayId ? job.ways.get(each.wayId) : undefined;
      return [each.what, placesOf(each).join(', '), way && `circuit ${way.number} ${way.description ?? ''}`.trim()]
        .filter(Boolean)
        .join('; ');
    }),
  ]
    .join('\n')
    .slice(0, 4000);

/** The entries that begin the papers of an accepted option, each under an id it is given. */
export const beginPapers = (job: Job, from: JobDocument, set: OptionsSet, chosen: number, newId: () => string) =>
  papersBegun(job, set, chosen).flatMap(({ kind, because, works }) => {
    const documentId = newId();
    return [
      {
        kind: 'document.begun',
        body: { documentId, kind, ...editionOf(from), covers: null, because, replaces: null },
      },
      { kind: 'works.described', body: { documentId, fields: works } },
    ] as const;
  });

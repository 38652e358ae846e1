import { showDevice, tellResidual } from '../installation/device-text';
import { isSpare } from '../installation/way';
import { waysOf } from '../job/job';
import { tracedByWords } from '../job/kinds/traced';
import type { JobView } from '../job/view';
import { showDay } from '../words/day';
import { dayHere } from '../words/moment';

/** What is stuck to a board: one of each kind, but for charts, of which each board has its own. */
export const labelKinds = {
  next: 'Next inspection',
  rcd: 'RCD test',
  chart: 'Circuit chart',
  isolation: 'Isolation notice',
  blanked: 'Way blanked off',
  colours: 'Two sets of colours',
  notes: 'For the next inspector',
} as const;
export type LabelKind = keyof typeof labelKinds;
export const labelKindNames = Object.keys(labelKinds) as [LabelKind, ...LabelKind[]];

export type Label = {
  readonly kind: LabelKind;
  readonly title: string;
  /** Said large, where one thing matters most. */
  readonly large: string | null;
  readonly lines: readonly string[];
  /** Of a chart: what stands in each row, beneath its headings. */
  readonly table: { readonly headings: readonly string[]; readonly rows: readonly (readonly string[])[] } | null;
};

/** The labels of a job that can be made of what is recorded; a blank to be filled in by hand is a line of dots. */
export function labelsOf(view: JobView, firm: { readonly name: string; readonly telephone: string }): Label[] {
  const { job, document } = view;
  const plain = (kind: LabelKind, title: string, large: string | null, lines: readonly string[]): Label => ({
    kind,
    title,
    large,
    lines,
    table: null,
  });
  const who = [firm.name, firm.telephone].filter(Boolean).join(', ');
  const ways = [...job.ways.values()];
  const forNext = job.notes.flatMap(({ sort, what, where }) =>
    sort === 'for next' ? [where ? `${what} (${where})` : what] : [],
  );
  const open = job.isolations.findLast(({ ended }) => !ended)?.begun;
  const blank = '. . . . . . . . . . . . . . . .';
  const looked = job.brief.inspectedTo ?? job.brief.inspectedFrom ?? document.works.completedOn;
  return [
    ...(document.comeBack
      ? [
          plain('next', 'Inspection of this installation', `Next by ${showDay(document.comeBack.dueOn)}`, [
            `Last inspected and tested ${showDay(looked)}${document.issued ? `, ${document.issued.body.number}` : ''}.`,
            who,
          ]),
        ]
      : []),
    ...(ways.some((way) => way.residualMilliamps)
      ? [
          plain('rcd', 'Residual current devices', 'Press T twice a year', [
            'The button marked T switches the device off; switch it on again. One that stays on does not protect you: call an electrician.',
          ]),
        ]
      : []),
    ...[...job.boards.values()].map((board): Label => ({
      kind: 'chart',
      title: `Circuits of ${board.name}`,
      large: null,
      lines: [[board.location, (job.site.address ?? '').split('\n').join(', ')].filter(Boolean).join(' · ')],
      table: {
        headings: ['No.', 'Feeds', 'Device', 'RCD'],
        rows: waysOf(job, board.id).map((way) => [
          String(way.number),
          isSpare(way) ? 'spare' : (way.description ?? ''),
          isSpare(way) ? '' : showDevice(way),
          isSpare(way) ? '' : tellResidual(way),
        ]),
      },
    })),
    plain('isolation', 'Do not switch on', 'Someone is working here', [
      `Name: ${blank}`,
      `Lock: ${open?.lock ?? blank}`,
      `Since: ${blank}`,
      who,
    ]),
    ...blankedOff(view, blank).map((line) =>
      plain('blanked', 'Way blanked off', null, [line, 'Test what it fed before it is connected again.', who]),
    ),
    ...(forNext.length > 0 ? [plain('notes', 'For the next inspector', null, [...forNext, who])] : []),
    plain('colours', 'Two sets of wiring colours', null, [
      'Line is brown here and red there; neutral is blue here and black there. Prove each conductor before you connect to it.',
    ]),
  ];
}

/** What stands behind a blank: of each circuit that was traced to nowhere, else a form to fill in by hand. */
function blankedOff({ job }: JobView, blank: string): string[] {
  const nowhere = [...job.traced.values()].filter(({ feeds }) => feeds === null);
  if (nowhere.length === 0) return [`Disconnected on ${blank} because ${blank}`];
  return nowhere.map(
    ({ wayId, by, at }) =>
      `Way ${job.ways.get(wayId)?.number ?? ''}: off since ${showDay(dayHere(new Date(at)))}. It feeds nothing that was found, ${tracedByWords[by]}.`,
  );
}

import { missing } from '../job/document-definition';
import { nameOfSlot } from '../job/slot-name';
import { judgeJob } from '../job/verdicts';
import type { JobView } from '../job/view';
import { showValue } from '../quantity/reading-value';
import type { House } from './house';
import { figuresShown } from './record';
import type { Mark } from './score';
import type { Visit } from './visit';

/** Points for so many things a paper still lacks. */
const completeFor = [
  [0, 4],
  [2, 3],
  [6, 2],
  [12, 1],
] as const;

/**
 * Marks a paper a learner wrote: whether it is of the right kind, complete and specific, whether its figures are those the
 * tester showed, and whether it was issued. Null for one that was never begun: it lacks everything.
 */
export function paperMarks(
  written: JobView | null,
  house: House,
  visit: Visit,
  documents: readonly string[] = house.type.documents,
): Mark[] {
  const mark = (what: string, got: number, of: number, why: string): Mark => ({ part: 'paper', what, got, of, why });
  if (!written) return [mark('The document written', 0, 10, 'It was not begun.')];
  const { document, definition } = written;
  const gaps = document.issued ? [] : definition.gaps(written, judgeJob(written));
  const lacks = missing(gaps);
  // The practice tester has no calibration to ask about.
  const queries = gaps.filter(
    ({ severity, place }) => severity === 'query' && !(place.of === 'list' && place.list === 'instruments'),
  );
  const strange = figuresNotShown(written, house, visit);
  const isOfKind = documents.includes(document.kind);
  return [
    mark(
      'The document: of its kind',
      isOfKind ? 2 : 0,
      2,
      `It is a ${document.kind}; due is ${documents.join(' or ')}.`,
    ),
    mark(
      'The document: complete',
      completeFor.find(([most]) => lacks.length <= most)?.[1] ?? 0,
      4,
      lacks.length === 0 ? 'Nothing is missing.' : `Missing: ${listed(lacks.map(({ what }) => what))}.`,
    ),
    mark(
      'The document: specific',
      Math.max(0, 1 - queries.length),
      1,
      queries.length === 0 ? 'Nothing asks for another look.' : `Asked: ${listed(queries.map(({ what }) => what))}.`,
    ),
    mark(
      'The document: figures as shown',
      Math.max(0, 2 - strange.length),
      2,
      strange.length === 0 ? 'Every figure is one the tester showed.' : `Never shown: ${listed(strange)}.`,
    ),
    mark('The document: signed and issued', document.issued ? 1 : 0, 1, document.issued ? 'Issued.' : 'Not issued.'),
  ];
}

const mostListed = 6;
const listed = (all: readonly string[]): string =>
  [...all.slice(0, mostListed), ...(all.length > mostListed ? [`${all.length - mostListed} more`] : [])].join('; ');

/** Figures that stand in a paper and that the tester never showed for such a test: by their places. */
function figuresNotShown(view: JobView, house: House, visit: Visit): string[] {
  const shown = figuresShown(house, visit);
  return [...view.job.readings.values()].flat().flatMap(({ entry: { body }, struck }) => {
    const known = shown.get(body.slot.test);
    const isFigure = body.value.is !== 'not-taken' && body.value.is !== 'confirmed' && body.value.is !== 'reversed';
    return struck || !known || !isFigure || known.has(showValue(body.value))
      ? []
      : [`${nameOfSlot(view, body.slot)} ${showValue(body.value)}`];
  });
}

import { type Code, codes } from '../job/outcome';
import type { JobView } from '../job/view';
import { whereOf } from '../job/kinds/observation';
import { lastTold } from '../job/kinds/told';
import { showDay } from '../words/day';
import { assess } from './assessment';

const heads: Record<Code, string> = {
  C1: 'Dangerous now',
  C2: 'Fix without delay',
  FI: 'Investigate without delay',
  C3: 'Safe, but could be improved',
};
const order: readonly Code[] = [codes[0], codes[1], codes[3], codes[2]];

const stop = (text: string): string => (/[.!?]$/.test(text.trim()) ? text.trim() : `${text.trim()}.`);

/**
 * A first draft of the summary of a condition, from what was found: short sentences for whoever lives there, the gravest
 * first, with what could not be looked at. The inspector makes it theirs.
 */
export function draftSummary({ job, document, pack }: JobView): string {
  const { outcome } = assess(job.observations, pack);
  const satisfactory = (document.overruled?.outcome ?? outcome) === 'satisfactory';
  const found = order.flatMap((code) => {
    const coded = job.observations.filter((each) => each.code === code);
    if (coded.length === 0) return [];
    const lines = coded.map((observation) => {
      const { id, what, remedied } = observation;
      // What was read stands on a line of its own, for whoever mends it.
      const [why = ''] = observation.why.trim().split('\n');
      const where = whereOf(observation);
      const told = lastTold(job, id, 'person in charge');
      const done = remedied
        ? ' We fixed it while we were there.'
        : told?.madeSafe
          ? ` It was made safe for now: ${stop(told.madeSafe)}`
          : '';
      return `${stop(where.trim() ? `${what.trim()} (${where.trim()})` : what)}${why.trim() ? ` ${stop(why)}` : ''}${done}`;
    });
    return [`${heads[code]}: ${lines.join(' ')}`];
  });
  const inspected = job.brief.inspectedTo ?? job.brief.inspectedFrom;
  return [
    `We inspected the wiring here${inspected ? ` on ${showDay(inspected)}` : ''}. ${
      satisfactory ? 'It is safe to go on using.' : 'Work is needed.'
    }`,
    ...found,
    ...(found.length === 0 ? ['We found nothing wrong.'] : []),
    ...(job.limitations.length > 0
      ? [`We could not inspect: ${job.limitations.map(({ what }) => what.trim()).join('; ')}.`]
      : []),
    ...(document.comeBack?.dueOn ? [`Have it inspected again by ${showDay(document.comeBack.dueOn)}.`] : []),
  ].join('\n\n');
}

import * as z from 'zod';
import { countries } from '../installation/country';
import type { Duty } from '../job/document-definition';
import type { Job } from '../job/job';
import { dutyKey } from '../job/kinds/duty';
import type { JobDocument } from '../job/kinds/document';
import { yearsAfter } from './next-inspection';
import { closings } from './remedies';
import rented from './rented-duties.json';

const rule = z.object({
  id: z.string(),
  country: z.enum(countries),
  homes: z.string(),
  kind: z.string(),
  who: z.string(),
  what: z.string(),
  to: z.string(),
  trigger: z.string(),
  direction: z.string(),
  within: z.object({ days: z.number().optional(), years: z.number().optional() }).nullable(),
  counting: z.string().optional(),
  source: z.string(),
  note: z.string().optional(),
});
type Rule = z.infer<typeof rule>;

/** Duties of a landlord that follow from a report on a privately rented home; what is enforced or fitted is no paper of ours. */
const rules: readonly Rule[] = z
  .object({ duties: z.array(rule) })
  .parse(rented)
  .duties.filter(
    ({ kind, homes, country }) =>
      ['inspection', 'paper', 'work', 'record'].includes(kind) &&
      (homes.startsWith('private rented') || (country === 'Wales' && homes.startsWith('private'))),
  );

/** The day a number of days after another; what counts the day itself as the first comes a day sooner. */
function daysAfter(isoDay: string, days: number, counting: string | undefined): string {
  const at = new Date(`${isoDay}T00:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days - (counting === 'the day itself is day 1' ? 1 : 0));
  return at.toISOString().slice(0, 10);
}

const earlier = (a: string, b: string | null | undefined): string => (b && b < a ? b : a);

const daysToNotify = 30;

/** The firm's own duty: to notify the work it did. */
export const buildingControl = 'building-control';

type Happened = { readonly inspection: string; readonly 'work completed': string | null; readonly due: string | null };

/** When a duty falls due; null where what it hangs on has not happened. */
function dueOn({ trigger, within, counting }: Rule, happened: Happened): string | null {
  if (trigger === 'last inspection') return earlier(yearsAfter(happened.inspection, within?.years ?? 5), happened.due);
  const from = trigger === 'inspection' || trigger === 'work completed' ? happened[trigger] : null;
  return from && within?.days ? daysAfter(from, within.days, counting) : null;
}

/** When, in words, where no day can be named yet. */
function whenOf({ trigger, direction, within, id }: Rule): string {
  if (within?.years) return `every ${within.years} years, or sooner where the report says so`;
  if (!within?.days) return direction === 'before' ? `before: ${trigger}` : `no number of days is known: ${trigger}`;
  return `within ${within.days} days: ${trigger}${id.endsWith('remedy') ? ', or sooner where the report says so' : ''}`;
}

/** Copies, work and confirmation that follow from a report on a privately rented home. */
export function reportDuties(job: Job, document: JobDocument): Duty[] {
  const { country } = job.site;
  const { inspectedFrom, inspectedTo, reason } = job.brief;
  const inspection = inspectedTo ?? inspectedFrom;
  if (reason !== 'tenancy' || !country || !inspection) return [];
  const urgent = job.observations.some(({ code, remedied }) => code !== 'C3' && !remedied);
  const closed = closings(job);
  const completed = job.documents
    .filter(({ works, issued }) => issued && works.observationIds?.some((id) => closed.has(id)))
    .flatMap(({ works }) => works.completedOn ?? []);
  const happened: Happened = {
    inspection,
    'work completed': completed.sort().at(-1) ?? null,
    due: document.comeBack?.dueOn ?? null,
  };
  return rules
    .filter((each) => each.country === country)
    .filter((each) => urgent || (each.kind !== 'work' && each.trigger !== 'work completed'))
    .flatMap((each) =>
      said(job, document, { ...each, duty: each.id, dueOn: dueOn(each, happened), when: whenOf(each) }),
    );
}

/** Notifiable work is certified to building control, by the firm or for it, within 30 days of completion. */
export function workDuties(job: Job, document: JobDocument): Duty[] {
  const { notice, notifiable, completedOn } = document.works;
  if (notifiable !== true || !completedOn) return [];
  return said(job, document, {
    duty: buildingControl,
    who: 'the person who did the work',
    what: 'notice that notifiable work was done',
    to: 'building control or a registration body',
    dueOn: daysAfter(completedOn, daysToNotify, undefined),
    when: notice?.replace('Notifiable. ', '') ?? `within ${daysToNotify} days of completion`,
    source: 'building regulations of the place',
  });
}

type Said = Pick<Duty, 'duty' | 'who' | 'what' | 'to' | 'dueOn' | 'when' | 'source'> & {
  readonly note?: string | undefined;
};

function said(job: Job, { id, issued }: JobDocument, { duty, who, what, to, dueOn, when, source, note }: Said): Duty[] {
  if (!issued) return [];
  const { number, issueId } = issued.body;
  const met = job.duties.get(dutyKey(id, duty));
  return [
    {
      documentId: id,
      number,
      issueId,
      duty,
      who,
      what,
      to,
      dueOn,
      when,
      source,
      note: note ?? null,
      met: met ? { on: met.on, note: met.note } : null,
    },
  ];
}

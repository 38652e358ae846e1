import * as z from 'zod';
import type { Job } from '../job/job';
import { documentNamed } from './documents';
import { whereOf } from '../job/kinds/observation';
import rented from './rented-duties.json';
import { closings } from './remedies';

/** Something a job leaves open that somebody has to see to. */
export type LeftOpen = {
  readonly sort: 'inspection' | 'finding' | 'snag';
  readonly id: string;
  /** The paper it stands on: the issue of a report, or the reference of a job whose paper is not issued. */
  readonly issueId: string | null;
  readonly number: string;
  readonly what: string;
  /** A plain day: a danger at once, what is urgent within the time rented homes are given. */
  readonly dueOn: string;
};

const { urgentDays } = z.looseObject({ urgentDays: z.number().int().min(1) }).parse(rented);

const daysAfter = (isoDay: string, days: number): string =>
  new Date(Date.parse(`${isoDay}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/**
 * When the next inspection is, by the last standing paper that says so, whatever was issued after it; findings of standing
 * reports that are neither improvement only nor put right; and snags in one's own work not mended.
 */
export function leftOpen(job: Job): LeftOpen[] {
  const closed = closings(job);
  const replaced = new Set(job.documents.map(({ replaces, issued }) => (issued ? replaces : null)));
  const returning = job.documents.findLast(({ id, issued, comeBack }) => issued && comeBack && !replaced.has(id));
  const next: LeftOpen[] =
    returning?.issued && returning.comeBack
      ? [
          {
            sort: 'inspection',
            id: 'next-inspection',
            issueId: returning.issued.body.issueId,
            number: returning.issued.body.number,
            what: 'Next inspection',
            dueOn: returning.comeBack.dueOn,
          },
        ]
      : [];
  const inspected = job.brief.inspectedTo ?? job.brief.inspectedFrom;
  const reports = job.documents.filter(
    ({ id, kind, issued }) => documentNamed(kind)?.about === 'condition' && issued && !replaced.has(id),
  );
  const findings = reports.flatMap(({ issued }) =>
    job.observations
      .filter(({ id, code, remedied }) => code !== 'C3' && !remedied && !closed.has(id))
      .flatMap((each): LeftOpen[] =>
        issued && inspected
          ? [
              {
                sort: 'finding',
                id: each.id,
                issueId: issued.body.issueId,
                number: issued.body.number,
                what: `${each.code} ${each.what}${whereOf(each) ? `, ${whereOf(each)}` : ''}`,
                dueOn: each.code === 'C1' ? inspected : daysAfter(inspected, urgentDays),
              },
            ]
          : [],
      ),
  );
  const snags = job.snags
    .filter(({ cleared }) => !cleared)
    .map(({ snagId, entryId, what, where }): LeftOpen => ({
      sort: 'snag',
      id: snagId,
      issueId: null,
      number: job.opened?.body.reference ?? '',
      what: where ? `${what}, ${where}` : what,
      dueOn: (job.entries.get(entryId)?.madeAt ?? job.opened?.madeAt ?? '').slice(0, 10),
    }));
  return [...next, ...findings, ...snags.filter(({ dueOn }) => dueOn !== '')];
}

import * as z from 'zod';
import { day, line } from '../../installation/text';
import { clockPattern, minutesOf } from '../../words/clock';
import { firmKind } from '../kind';
import { position } from './installation';

const visitId = z.uuid().toLowerCase();
const clock = z.string().regex(clockPattern, 'A time of day, such as 08:30.');

/** A time somebody is to be somewhere: a plain day and a time of day, as the people there tell it. */
const visitFields = z.object({
  what: line.min(1),
  day,
  at: clock,
  minutes: z.number().int().min(5).max(720),
  /** Whose day it is; null while nobody is named. */
  personId: z.string().max(60).nullable(),
  installationId: z.uuid().toLowerCase().nullable(),
  jobId: z.uuid().toLowerCase().nullable(),
  /** May be entered from, and has to be left by. */
  earliest: clock.nullable(),
  latest: clock.nullable(),
  /** How long a van may stand there. */
  parkMinutes: z.number().int().min(5).max(1440).nullable(),
  /** Who waits there, and how they are rung. */
  contact: line,
  /** A condition report: as many of them as are wanted go into a day. */
  report: z.boolean(),
});
export type VisitFields = z.infer<typeof visitFields>;
export type Visit = VisitFields & { readonly id: string; readonly cancelled: string | null };

const whyNot = ({ earliest, latest }: Partial<VisitFields>): string | null =>
  earliest && latest && minutesOf(earliest) >= minutesOf(latest) ? 'Access from must be before leave by.' : null;

export const visitBooked = firmKind({
  body: z.object({ visitId, fields: visitFields }),
  office: true,
  touches: ['visits'],
  apply: (firm, { body }) => void firm.visits.set(body.visitId, { ...body.fields, id: body.visitId, cancelled: null }),
  admit: (firm, { visitId, fields }) => (firm.visits.has(visitId) ? 'That visit is already booked.' : whyNot(fields)),
});

export const visitDescribed = firmKind({
  body: z.object({ visitId, fields: visitFields.partial() }),
  office: true,
  touches: ['visits'],
  apply(firm, { body }) {
    const visit = firm.visits.get(body.visitId);
    if (visit) firm.visits.set(visit.id, { ...visit, ...body.fields });
  },
  admit(firm, { visitId, fields }) {
    const visit = firm.visits.get(visitId);
    if (!visit) return 'There is no such visit.';
    if (visit.cancelled !== null) return 'That visit was cancelled. Book a new one.';
    return whyNot({ ...visit, ...fields });
  },
});

export const visitCancelled = firmKind({
  body: z.object({ visitId, why: line }),
  office: true,
  touches: ['visits'],
  apply(firm, { body }) {
    const visit = firm.visits.get(body.visitId);
    if (visit) firm.visits.set(visit.id, { ...visit, cancelled: body.why });
  },
  admit: (firm, { visitId }) => (firm.visits.has(visitId) ? null : 'There is no such visit.'),
});

/** How a day of the firm is laid out. */
const dayFields = z.object({
  startsAt: clock,
  endsAt: clock,
  lunchMinutes: z.number().int().min(0).max(120),
  /** Lunch begins between the two. */
  lunchFrom: clock,
  lunchTo: clock,
  /** Condition reports one person does in a day. */
  mostReports: z.number().int().min(1).max(6),
  /** Where the day begins and ends; null while nobody said. */
  home: position.nullable(),
});
export type DayRules = z.infer<typeof dayFields>;

export const usualDay: DayRules = {
  startsAt: '08:00',
  endsAt: '17:30',
  lunchMinutes: 30,
  lunchFrom: '12:00',
  lunchTo: '14:00',
  mostReports: 2,
  home: null,
};

export const dayIsSet = firmKind({
  body: dayFields.partial(),
  office: true,
  apply(firm, { body }) {
    firm.day = { ...firm.day, ...body };
  },
  admit(firm, body) {
    const { startsAt, endsAt, lunchFrom, lunchTo } = { ...firm.day, ...body };
    if (minutesOf(startsAt) >= minutesOf(endsAt)) return 'A day ends after it starts.';
    return minutesOf(lunchFrom) > minutesOf(lunchTo) ? 'The earliest lunch is not after the latest.' : null;
  },
});

import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import { and, eq, isNull } from 'drizzle-orm';
import ical from 'ical-generator';
import { v7 } from 'uuid';
import type { FirmState } from '../core/firm/firm';
import { dayAfter } from '../core/words/week';
import { env } from '../env';
import { forFirm, forLink } from './connection';
import { firmState } from './people';
import { calendarFeed } from './schema';
import type { FirmActor } from './streams';
import { daysFrom } from './today';

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** A secret address of the asker's own diary for another calendar; one of before no longer answers. */
export async function makeFeed(actor: FirmActor): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  await forFirm(actor.firmId, async (tx) => {
    await tx
      .update(calendarFeed)
      .set({ withdrawnAt: new Date() })
      .where(and(eq(calendarFeed.personId, actor.id), isNull(calendarFeed.withdrawnAt)));
    await tx
      .insert(calendarFeed)
      .values({ id: v7(), firmId: actor.firmId, personId: actor.id, tokenHash: hashOf(token) });
  });
  return `${env().APP_URL}/calendar/${token}`;
}

const daysBack = 30;
const daysOn = 400;

/** The diary a secret address stands for, as iCalendar; null where it never was, was replaced, or its person left. */
export async function feedOf(token: string): Promise<string | null> {
  const [row] = await forLink(hashOf(token), (tx) => tx.select().from(calendarFeed));
  if (!row || row.withdrawnAt) return null;
  const firm = await firmState(row.firmId);
  const person = firm.people.get(row.personId);
  return person && !person.ended ? asCalendar(firm, person.id) : null;
}

function asCalendar(firm: FirmState, personId: string): string {
  const today = daysFrom(0);
  const [from, to] = [dayAfter(today, -daysBack), dayAfter(today, daysOn)];
  const calendar = ical({ name: `${firm.particulars.name ?? 'Diary'}: visits` });
  for (const visit of firm.visits.values()) {
    if (visit.personId !== personId || visit.day < from || visit.day > to || visit.cancelled !== null) continue;
    const place = visit.installationId ? firm.installations.get(visit.installationId) : undefined;
    // A time of day as the people there tell it, wherever it is read.
    const start = new Date(`${visit.day}T${visit.at}:00Z`);
    calendar.createEvent({
      id: visit.id,
      floating: true,
      start,
      end: new Date(start.getTime() + visit.minutes * 60_000),
      summary: visit.what,
      location: place?.address ?? null,
      // How one gets in stays here: whoever reads that calendar has the address of the house already.
      description: [visit.contact, place?.parking].filter(Boolean).join('\n') || null,
      url: visit.jobId ? `${env().APP_URL}/jobs/${visit.jobId}` : null,
    });
  }
  return calendar.toString();
}

import ICAL from 'ical.js';
import { v5 } from 'uuid';
import type { VisitFields } from '../../core/firm/kinds/visit';

/** What a calendar of elsewhere says of one visit. */
type Found = Pick<VisitFields, 'what' | 'day' | 'at' | 'minutes' | 'contact'> & {
  /** The same for the same event, so that reading a calendar twice books nothing twice. */
  readonly visitId: string;
  readonly where: string;
};
export type CalendarRead = { readonly found: readonly Found[]; readonly left: readonly string[] };

const mostEvents = 300;
const mostMinutes = 720;
/** Names of events of elsewhere, for ids made from them. */
const namespace = '7b1f2c0e-5d3a-4a51-9a7e-0d3f6a1c9b42';

const here = new Intl.DateTimeFormat('en-CA', {
  timeZone: 'Europe/London',
  year: 'numeric',
  month: '2-digit',
  day: '2-digit',
  hour: '2-digit',
  minute: '2-digit',
  hourCycle: 'h23',
});

/** A time as it is told in London; one without a zone is told there already. */
function told(time: ICAL.Time): { day: string; at: string } {
  if (time.zone === ICAL.Timezone.localTimezone || time.zone.tzid === 'floating') {
    const text = time.toString();
    return { day: text.slice(0, 10), at: text.slice(11, 16) };
  }
  const part = Object.fromEntries(here.formatToParts(time.toJSDate()).map(({ type, value }) => [type, value]));
  return { day: `${part.year}-${part.month}-${part.day}`, at: `${part.hour}:${part.minute}` };
}

const clean = (text: unknown): string =>
  String(text ?? '')
    // No ledger keeps control characters.
    .replaceAll(/[\u0000-\u001f\u007f]+/g, ' ')
    .trim()
    .slice(0, 200);

/** Reads an iCalendar file: what can stand in the diary, and in words what was left out. Throws on what is no calendar. */
export function readCalendar(text: string): CalendarRead {
  const calendar = new ICAL.Component(ICAL.parse(text) as never);
  for (const zone of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(zone);
  const events = calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
  const left: string[] =
    events.length > mostEvents ? [`${events.length - mostEvents} events beyond ${mostEvents}`] : [];
  const found = events.slice(0, mostEvents).flatMap((event): Found[] => {
    const what = clean(event.summary) || 'Without a name';
    if (!event.startDate || event.startDate.isDate) {
      left.push(`${what}: all day, no time`);
      return [];
    }
    if (event.isRecurring()) left.push(`${what}: repeats, only the first is read`);
    const minutes = Math.round((event.endDate.toUnixTime() - event.startDate.toUnixTime()) / 60);
    if (minutes < 5 || minutes > mostMinutes) {
      left.push(`${what}: ${minutes} minutes long`);
      return [];
    }
    const where = clean(event.location);
    return [{ visitId: v5(`${event.uid}`, namespace), what, minutes, ...told(event.startDate), contact: '', where }];
  });
  return { found, left };
}

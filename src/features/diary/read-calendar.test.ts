import ical from 'ical-generator';
import { describe, expect, it } from 'vitest';
import { readCalendar } from './read-calendar';

const file = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//y//EN', ...events, 'END:VCALENDAR'].join('\r\n');
const event = (uid: string, ...lines: string[]) =>
  ['BEGIN:VEVENT', `UID:${uid}`, 'DTSTAMP:20260101T000000Z', ...lines, 'END:VEVENT'].join('\r\n');

describe('a calendar of elsewhere', () => {
  it.each([
    // Summer time is an hour ahead of UTC in July and not in January.
    ['DTSTART:20260701T083000Z', 'DTEND:20260701T100000Z', '2026-07-01', '09:30'],
    ['DTSTART:20260105T083000Z', 'DTEND:20260105T100000Z', '2026-01-05', '08:30'],
    ['DTSTART:20260701T083000', 'DTEND:20260701T100000', '2026-07-01', '08:30'],
    ['DTSTART:20260630T233000Z', 'DTEND:20260701T010000Z', '2026-07-01', '00:30'],
  ])('%s is told here', (start, end, day, at) => {
    const { found, left } = readCalendar(
      file(event('a', start, end, 'SUMMARY:Report', 'LOCATION:1 The Row\\nMarrowby')),
    );
    expect(left).toEqual([]);
    expect(found).toMatchObject([{ what: 'Report', day, at, minutes: 90, where: '1 The Row Marrowby' }]);
  });
  it('books the same event once, and leaves out what is no visit with a word', () => {
    const one = event('a@b', 'DTSTART:20260701T083000', 'DTEND:20260701T093000', 'SUMMARY:A');
    const [a, b] = [readCalendar(file(one)), readCalendar(file(one))];
    expect(a.found[0]?.visitId).toBe(b.found[0]?.visitId);
    const { found, left } = readCalendar(
      file(
        event('all', 'DTSTART;VALUE=DATE:20260701', 'SUMMARY:Holiday'),
        event('short', 'DTSTART:20260701T083000', 'DTEND:20260701T083400', 'SUMMARY:Call'),
        event('long', 'DTSTART:20260701T083000', 'DTEND:20260702T083000', 'SUMMARY:Course'),
        event('often', 'DTSTART:20260701T083000', 'DTEND:20260701T093000', 'RRULE:FREQ=WEEKLY', 'SUMMARY:Yard'),
      ),
    );
    expect(found.map(({ what }) => what)).toEqual(['Yard']);
    expect(left).toEqual([
      'Holiday: all day, no time',
      'Call: 4 minutes long',
      'Course: 1440 minutes long',
      'Yard: repeats, only the first is read',
    ]);
  });
  it('keeps a name within a line, and refuses what is no calendar', () => {
    const long = readCalendar(
      file(event('a', 'DTSTART:20260701T083000', 'DTEND:20260701T093000', `SUMMARY:${'x'.repeat(900_000)}`)),
    );
    expect(long.found[0]?.what).toHaveLength(200);
    for (const text of ['', 'not one', '<html>', 'BEGIN:VCALENDAR']) expect(() => readCalendar(text)).toThrow();
  });
  it('reads what another writer wrote', () => {
    const calendar = ical({ name: 'x' });
    calendar.createEvent({
      id: 'w',
      start: new Date('2026-03-02T10:00:00Z'),
      end: new Date('2026-03-02T11:15:00Z'),
      floating: true,
      summary: 'Board, with; commas',
    });
    expect(readCalendar(calendar.toString()).found).toMatchObject([
      { what: 'Board, with; commas', day: '2026-03-02', at: '10:00', minutes: 75 },
    ]);
  });
});

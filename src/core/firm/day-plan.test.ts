import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clockOf, minutesOf, readClock } from '../words/clock';
import { dayAfter, mondayOf, weekdayOf } from '../words/week';
import { type Planner, layOut, planDay, runLate } from './day-plan';
import { type Visit, usualDay } from './kinds/visit';
import { areaOf, kilometres, roughTravel } from './travel';

const spots: Readonly<Record<string, string>> = { a: 'A', b: 'B', c: 'C', d: 'D' };
const visit = (id: string, at: string, minutes: number, more: Partial<Visit> = {}): Visit => ({
  id,
  what: `Report at ${id}`,
  day: '2026-03-02',
  at,
  minutes,
  personId: 'p',
  installationId: null,
  jobId: null,
  earliest: null,
  latest: null,
  parkMinutes: null,
  contact: '',
  report: false,
  cancelled: null,
  ...more,
});
const planner = (travelMinutes = 20, rules: Partial<typeof usualDay> = {}): Planner => ({
  rules: { ...usualDay, ...rules },
  spotOf: ({ id }) => ({ position: null, address: spots[id] ?? id }),
  travel: (from, to) => ({ minutes: from.address === to.address ? 0 : travelMinutes, how: 'distance' }),
});
const shape = (visits: Visit[], by: Planner = planner()) =>
  planDay(visits, by).parts.map(({ is, at, minutes }) => `${at} ${is} ${minutes}`);

describe('a day as it stands', () => {
  it('has its travel before each visit', () => {
    // On the road at 12:10, and out again after the latest lunch: there is none.
    expect(shape([visit('a', '08:00', 180), visit('b', '12:30', 120)])).toEqual([
      '08:00 visit 180',
      '12:10 travel 20',
      '12:30 visit 120',
    ]);
  });
  it('eats before leaving where there is time for both, and at home where the day is over by then', () => {
    expect(shape([visit('a', '08:00', 240), visit('b', '13:00', 60)])).toEqual([
      '08:00 visit 240',
      '12:00 lunch 30',
      '12:40 travel 20',
      '13:00 visit 60',
    ]);
    expect(shape([visit('a', '08:00', 360)])).toEqual(['08:00 visit 360']);
    expect(planDay([visit('a', '08:00', 360)], planner()).wrong).toEqual([]);
    expect(planDay([visit('a', '08:00', 361)], planner()).wrong).toEqual([
      'No room for lunch between 12:00 and 14:00.',
    ]);
  });
  it.each([
    // Fifty minutes between them: lunch and the way are fifty exactly.
    ['12:50', []],
    ['12:49', ['No room for lunch between 12:00 and 14:00.']],
  ])('a visit at %s after one until 12:00 leaves %j', (at, wrong) => {
    expect(planDay([visit('a', '08:00', 240), visit('b', at, 200)], planner()).wrong).toEqual(wrong);
  });
  it('says who cannot be there, which door is shut, when it has to be left, and how long a van may stand', () => {
    const wrongOf = (more: Partial<Visit>, at = '10:00') =>
      planDay([visit('a', '08:00', 90), visit('b', at, 60, more)], planner()).parts.flatMap((part) =>
        part.is === 'visit' && part.visit.id === 'b' ? part.wrong : [],
      );
    expect(wrongOf({}, '09:50')).toEqual([]);
    expect(wrongOf({}, '09:49')).toEqual(['No one on site before 09:50.']);
    expect(wrongOf({ earliest: '10:00' })).toEqual([]);
    expect(wrongOf({ earliest: '10:01' })).toEqual(['No access before 10:01.']);
    expect(wrongOf({ latest: '11:00' })).toEqual([]);
    expect(wrongOf({ latest: '10:59' })).toEqual(['Leave by 10:59: it ends at 11:00.']);
    expect(wrongOf({ parkMinutes: 60 })).toEqual([]);
    expect(wrongOf({ parkMinutes: 59 })).toEqual(['Parking is limited to 59 minutes, the visit takes 60.']);
  });
  it('counts reports, and the way home against the end of the day', () => {
    const reports = ['a', 'b', 'c'].map((id, index) => visit(id, clockOf(480 + index * 120), 60, { report: true }));
    expect(planDay(reports.slice(0, 2), planner()).wrong).toEqual([]);
    expect(planDay(reports, planner()).wrong).toEqual(['3 condition reports, 2 at most.']);
    const home = planner(20, { home: { north: 54, east: -2 }, lunchMinutes: 0 });
    expect(planDay([visit('a', '15:10', 120)], home)).toMatchObject({ done: '17:30', wrong: [], travelMinutes: 40 });
    expect(planDay([visit('a', '15:11', 120)], home).wrong).toEqual(['Ends at 17:31, after 17:30.']);
    expect(planDay([], home)).toMatchObject({ parts: [], done: null, wrong: [] });
  });
});

describe('a day laid out', () => {
  const times = (visits: Visit[], by = planner()) => layOut(visits, by).map(({ at }) => at);
  it('goes from door to door, waits for none that is shut, and eats', () => {
    expect(times([visit('a', '10:00', 150), visit('b', '10:00', 60), visit('c', '10:00', 120)])).toEqual([
      '08:00',
      '10:50',
      // Ten minutes until lunch may begin, half an hour of it, twenty on the road.
      '12:50',
    ]);
    expect(times([visit('a', '10:00', 60, { earliest: '09:30' }), visit('b', '10:00', 60)])).toEqual([
      '09:30',
      '10:50',
    ]);
  });
  it('what is laid out has nothing wrong that a later start would mend', () => {
    const some = fc.array(
      fc.record({ minutes: fc.integer({ min: 5, max: 240 }), earliest: fc.option(fc.integer({ min: 420, max: 900 })) }),
      { minLength: 1, maxLength: 4 },
    );
    fc.assert(
      fc.property(some, fc.integer({ min: 0, max: 60 }), (lengths, way) => {
        const visits = lengths.map(({ minutes, earliest }, index) =>
          visit('abcd'[index] ?? 'd', '08:00', minutes, { earliest: earliest === null ? null : clockOf(earliest) }),
        );
        const laid = layOut(visits, planner(way)).map(({ visit: each, at }) => ({ ...each, at }));
        // Laid out past midnight it is no day, and the plan of it says so by its end.
        if (laid.reduce((all, each) => all + each.minutes + 60, 900) > 24 * 60) return;
        const wrong = planDay(laid, planner(way)).parts.flatMap((part) => (part.is === 'visit' ? part.wrong : []));
        expect(wrong).toEqual([]);
      }),
    );
  });
});

describe('a late day', () => {
  const day = [
    visit('a', '08:00', 120),
    visit('b', '10:30', 60, { contact: 'Mrs Oake, 01632 960 111', latest: '11:40' }),
    visit('c', '14:00', 60),
  ];
  it.each([
    [10, []],
    [15, ['b 10:30 10:35']],
    [40, ['b 10:30 11:00']],
    // From a until 12:30, on the road twenty minutes, an hour at b: nobody has eaten, and c is reached by then.
    [150, ['b 10:30 12:50', 'c 14:00 14:10']],
  ])('%i minutes more at the first moves %j', (minutes, moved) => {
    expect(runLate(day, 'a', minutes, planner()).map(({ visit: { id }, was, at }) => `${id} ${was} ${at}`)).toEqual(
      moved,
    );
  });
  it('says whom to ring and what to say, and what cannot be kept', () => {
    const [first] = runLate(day, 'a', 40, planner());
    expect(first?.message).toMatch(/^Hello Mrs Oake, .* about 11:00 instead of 10:30 for: Report at b/);
    expect(first?.wrong).toEqual(['Leave by 11:40: it ends at 12:00.']);
    expect(runLate(day, 'nobody', 40, planner())).toEqual([]);
  });
  it('later is never sooner: more minutes move as much or more, and nothing before its time', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 120 }), (late, more) => {
        const at = (minutes: number) => {
          const moved = new Map(runLate(day, 'a', minutes, planner()).map(({ visit: { id }, at }) => [id, at]));
          return day.slice(1).map((each) => minutesOf(moved.get(each.id) ?? each.at));
        };
        const [a, b] = [at(late), at(late + more)];
        a.forEach((each, index) => {
          expect(b[index]).toBeGreaterThanOrEqual(each);
          expect(each).toBeGreaterThanOrEqual(minutesOf(day[index + 1]?.at ?? ''));
        });
      }),
    );
  });
});

describe('travel', () => {
  const place = (north: number, east: number) => ({ position: { north, east }, address: '' });
  it('is the straight line and a third, slower in towns, and grows with distance', () => {
    // A degree of latitude is 111.2 km on a sphere of 6,371 km.
    expect(kilometres({ north: 53, east: -1 }, { north: 54, east: -1 })).toBeCloseTo(111.19, 1);
    expect(roughTravel(place(53, -1), place(53, -1))).toEqual({ minutes: 10, how: 'distance' });
    expect(roughTravel(place(53, -1), place(54, -1)).minutes).toBeGreaterThan(120);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3, noNaN: true }), fc.double({ min: 0, max: 3, noNaN: true }), (a, b) => {
        const far = (by: number) => roughTravel(place(52, -1), place(52 + by, -1)).minutes;
        expect(far(a + b)).toBeGreaterThanOrEqual(far(a));
      }),
    );
  });
  it.each([
    ['12 Tansy Court\nMarrowby\nLS6 2AA', 'LS'],
    ['Flat 2, 4 Rope Walk, Marrowby, e1 6aa', 'E'],
    ['12 Tansy Court, Marrowby', null],
    ['ZZ1 1ZZ', null],
    ['CONSTRUCTOR1 1AA', null],
  ])('%j lies in %s', (address, area) => {
    expect(areaOf(address)).toEqual(area ? areaOf(`${area}1 1AA`) : null);
    if (area) expect(areaOf(address)).not.toBeNull();
  });
  it('is assumed where nothing is known, and none at one address', () => {
    const at = (address: string) => ({ position: null, address });
    expect(roughTravel(at('1 The Row'), at('2 The Row'))).toEqual({ minutes: 20, how: 'assumed' });
    expect(roughTravel(at('1 The Row\nMarrowby'), at('1 the row, Marrowby'))).toEqual({
      minutes: 0,
      how: 'same place',
    });
    expect(roughTravel(at('LS1 1AA'), at('YO1 1AA'))).toMatchObject({ how: 'postcodes' });
    expect(roughTravel(at('LS1 1AA'), at('LS2 1AA'))).toMatchObject({ how: 'assumed' });
  });
});

describe('days and times as typed', () => {
  it.each([
    ['8.30', '08:30'],
    ['0830', '08:30'],
    ['8', '08:00'],
    ['2pm', '14:00'],
    ['12am', '00:00'],
    ['12 pm', '12:00'],
    ['23:59', '23:59'],
    ['24:00', null],
    ['8:60', null],
    ['13pm', null],
    ['soon', null],
  ])('%s is %s', (typed, clock) => {
    const read = readClock(typed);
    expect(read.ok ? read.clock : null).toBe(clock);
  });
  it('weeks begin on Monday, over the end of a year and of summer time', () => {
    expect(mondayOf('2026-11-29')).toBe('2026-11-23');
    expect(mondayOf('2026-11-23')).toBe('2026-11-23');
    expect(mondayOf('2027-01-02')).toBe('2026-12-28');
    expect([dayAfter('2026-10-24', 1), dayAfter('2026-10-25', 1), weekdayOf('2026-10-25')]).toEqual([
      '2026-10-25',
      '2026-10-26',
      'Sun',
    ]);
  });
});

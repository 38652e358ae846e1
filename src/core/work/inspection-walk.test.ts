import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { cottageEntries, opened, rentedHouseEntries, viewAt, viewOfScribe } from '../../../tests/support/entries';
import type { Scribe } from '../../../scripts/demo/scribe';
import { eic } from '../certificates/eic/definition';
import { buildReport } from '../certificates/eicr/build';
import { eicr } from '../certificates/eicr/definition';
import { editionPack } from '../edition/editions';
import { loadFindings } from '../edition/findings';
import { loadGuidance } from '../edition/guidance';
import type { Job } from '../job/job';
import { judgeJob } from '../job/verdicts';
import type { JobView } from '../job/view';
import { zs } from '../measurements/loop/slots';
import { rcdTime } from '../measurements/residual/slots';
import { appliesAfterAll, inspectionWalk, notApplicable, roomsSeen, wholeHouse } from './inspection-walk';
import { measuredItem } from './measured-items';
import { factOf, hasFeature, ruleHolds } from './premises';
import { openedShare, samplingOfJob } from './sampling';

const guidance = await loadGuidance();
const findings = new Set((await loadFindings()).map(({ id }) => id));
const pack = editionPack('bs7671-2018-a2');
const house = viewAt(rentedHouseEntries());
const placeOf = (view: JobView, name: string) => {
  const place = inspectionWalk(view, guidance).find((each) => each.name === name);
  if (!place) throw new Error(`No place ${name}`);
  return place;
};
const of = (item: string) => {
  const found = guidance.find((each) => each.document === 'EICR' && each.item === item);
  if (!found) throw new Error(`No guidance for ${item}`);
  return found;
};

/** A small house of three rooms. */
function small(): Scribe {
  const s = opened();
  const board = s.board('CU', 'hall', 'intake');
  const way = s.way(board, 1, ['Sockets', 'sockets', 3, 'B20', '30 A', '2.5/1.5', 'C']);
  for (const [index, name] of ['Hall', 'Kitchen 1', 'Bathroom'].entries())
    s.say('point.added', {
      pointId: v7(),
      wayId: way,
      fields: { name, room: null, kind: 'socket', order: index + 1, spur: false, switching: 'none', unplaced: false },
    });
  return s;
}

describe('what items ask', () => {
  it.each([eicr, eic])('there is one answer for every item of the schedule: $kind', ({ kind, schedule }) => {
    const items = guidance.filter(({ document }) => document === kind).map(({ item }) => item);
    const asked = schedule(pack).map(({ item }) => item);
    expect(items.filter((item) => asked.includes(item))).toEqual(asked);
    // What is no row of the schedule is a part of one.
    for (const item of items) expect(asked.some((row) => item === row || item.startsWith(`${row}.`))).toBe(true);
  });
  it('every one says what to look for, when it is in order, where, and names findings there are', () => {
    for (const each of guidance) {
      expect(each.lookFor.length, each.item).toBeGreaterThan(0);
      expect(each.acceptable.length, each.item).toBeGreaterThan(0);
      expect(each.where.length, each.item).toBeGreaterThan(0);
      expect(each.findings.filter((id) => !findings.has(id))).toEqual([]);
    }
  });
  it('holds every rule to yes, no or not known, whatever is said', () => {
    const rules = guidance.flatMap(({ naWhen }) => naWhen?.rule ?? []);
    expect(rules.length).toBeGreaterThan(30);
    for (const rule of rules) expect([true, false, null]).toContain(ruleHolds(house.job, rule));
  });
});

describe('the walk', () => {
  it('settles every item at one place, and shows it nowhere that is not there', () => {
    for (const view of [house, viewAt(cottageEntries()), viewOfScribe(opened())]) {
      const walk = inspectionWalk(view, guidance);
      expect(walk.flatMap(({ closes }) => closes.map(({ row }) => row.item)).sort()).toEqual(
        eicr
          .schedule(pack)
          .map(({ item }) => item)
          .sort(),
      );
    }
  });
  it('goes from the intake through the rooms to the whole house, the outdoors together', () =>
    expect(inspectionWalk(house, guidance).map(({ name }) => name)).toEqual([
      ...['Intake', 'Board', 'Hall', 'Parlour', 'Dining room', 'Kitchen', 'Utility room', 'Cloakroom', 'Landing'],
      ...['Front bedroom', 'Loft room', 'Back bedroom', 'Box room', 'Airing cupboard', 'Bathroom'],
      ...['Loft', 'Under the floor', 'Outside', 'Garden room', wholeHouse],
    ]));
  it('settles what is in a bath room there, and what is in every room at the end', () => {
    expect(placeOf(house, 'Bathroom').closes.map(({ row }) => row.item)).toContain('6.1');
    expect(placeOf(house, wholeHouse).closes.map(({ row }) => row.item)).toContain('5.18');
    expect(placeOf(house, 'Kitchen').also.map(({ row }) => row.item)).toContain('5.18');
  });
  it('brings to a room what was chosen to be opened in it', () => {
    const chosen = samplingOfJob(house.job)?.chosen ?? [];
    const open = inspectionWalk(house, guidance).flatMap((place) => place.open.map(({ id }) => id));
    expect(open.sort()).toEqual([...chosen].sort());
  });
  it('counts a room until somebody was in it, and settles elsewhere what a place that is not there would', () => {
    const s = small();
    expect(placeOf(viewOfScribe(s), 'Hall').left).toBe(1);
    expect(roomsSeen(inspectionWalk(viewOfScribe(s), guidance))).toEqual({ seen: 0, of: 3 });
    s.say('place.walked', { place: 'Hall', outcome: 'seen', reason: null });
    expect(placeOf(viewOfScribe(s), 'Hall').left).toBe(0);
    expect(roomsSeen(inspectionWalk(viewOfScribe(s), guidance))).toEqual({ seen: 1, of: 3 });
    const before = placeOf(viewOfScribe(s), 'Under the floor').closes.map(({ row }) => row.item);
    s.say('place.walked', { place: 'Under the floor', outcome: 'none here', reason: null });
    const view = viewOfScribe(s);
    expect(before.length).toBeGreaterThan(0);
    expect(placeOf(view, 'Under the floor')).toMatchObject({ closes: [], also: [], left: 0 });
    s.say('place.walked', { place: 'Under the floor', outcome: null, reason: null });
    expect(placeOf(viewOfScribe(s), 'Under the floor').closes.map(({ row }) => row.item)).toEqual(before);
  });
  it('is one place of one name, whatever points are called, and settles every item once', () => {
    const s = small();
    const [way] = viewOfScribe(s).job.ways.keys();
    for (const [index, name] of [
      'Intake',
      'Board',
      'Outside',
      'Loft',
      'Under the floor',
      wholeHouse,
      'Rooms',
    ].entries())
      s.say('point.added', {
        pointId: v7(),
        wayId: way ?? '',
        fields: { name, room: null, kind: 'socket', order: index + 9, spur: false, switching: 'none', unplaced: false },
      });
    const walk = inspectionWalk(viewOfScribe(s), guidance);
    expect(new Set(walk.map(({ name }) => name)).size).toBe(walk.length);
    const settled = walk.flatMap(({ closes }) => closes.map(({ row }) => row.item));
    expect(settled.sort()).toEqual(
      eicr
        .schedule(pack)
        .map(({ item }) => item)
        .sort(),
    );
  });
  it('says why a place was not reached, or is refused', () => {
    const s = small();
    expect(() => s.say('place.walked', { place: 'Loft', outcome: 'not reached', reason: ' ' })).toThrow(/Enter/);
    expect(() => s.say('accessory.opened', { pointId: v7(), found: 'not opened', reason: null })).toThrow(/Enter/);
  });
});

describe('what does not apply', () => {
  const told = (job: Job) => ({
    bath: hasFeature(job, 'bathRoom'),
    solar: hasFeature(job, 'solar'),
    sources: factOf(job, 'sources'),
    gas: factOf(job, 'gas'),
    spd: factOf(job, 'spd'),
  });
  it('is read from what is recorded, and not known where nobody said', () => {
    const s = small();
    expect(told(viewOfScribe(s).job)).toEqual({ bath: true, solar: null, sources: null, gas: null, spd: null });
    s.say('supply.described', { otherSources: 'None', bondGas: 'not-present' });
    expect(told(viewOfScribe(s).job)).toMatchObject({ solar: false, sources: 'none', gas: false });
    s.say('feature.told', { feature: 'storage', present: true });
    expect(factOf(viewOfScribe(s).job, 'sources')).toBe('some');
    s.say('feature.told', { feature: 'storage', present: null });
    expect(factOf(viewOfScribe(s).job, 'sources')).toBe('none');
    s.say('feature.told', { feature: 'bathRoom', present: false });
    expect(hasFeature(viewOfScribe(s).job, 'bathRoom')).toBe(false);
  });
  it.each([
    ['one no decides all of them', { all: ['no', 'unknown'] }, false],
    ['all of them want every yes', { all: ['yes', 'unknown'] }, null],
    ['one yes decides any of them', { any: ['yes', 'unknown'] }, true],
    ['any of them wants every no', { any: ['no', 'unknown'] }, null],
  ] as const)('%s', (_name, rule, holds) => {
    const s = small();
    s.say('feature.told', { feature: 'solar', present: true });
    const fact = {
      yes: { fact: 'solar', is: true },
      no: { fact: 'solar', is: false },
      unknown: { fact: 'seLv', is: true },
    } as const;
    const parts = ('all' in rule ? rule.all : rule.any).map((each) => fact[each]);
    expect(ruleHolds(viewOfScribe(s).job, 'all' in rule ? { all: parts } : { any: parts })).toBe(holds);
  });
  it('is offered with its reason, and said again where the job says otherwise later', () => {
    const s = small();
    s.say('feature.told', { feature: 'bathRoom', present: false });
    const offered = notApplicable(viewOfScribe(s), guidance);
    expect(offered.map(({ item }) => item)).toEqual(expect.arrayContaining(['6.1', '6.8']));
    const documentId = viewOfScribe(s).document.id;
    for (const { item, reason } of offered) s.say('item.marked', { documentId, item, outcome: 'N/A', reason });
    expect(notApplicable(viewOfScribe(s), guidance)).toEqual([]);
    expect(appliesAfterAll(viewOfScribe(s), guidance)).toEqual([]);
    s.say('feature.told', { feature: 'bathRoom', present: true });
    expect(appliesAfterAll(viewOfScribe(s), guidance).map(({ item }) => item)).toEqual(expect.arrayContaining(['6.1']));
  });
});

describe('what was measured of an item', () => {
  const said = (view: JobView, item: string) => measuredItem(view, judgeJob(view), of(item));
  it('is told with its figures: what meets, what does not, what is not read', () => {
    expect(said(house, '3.6')).toMatchObject({ verdict: 'doubt' });
    expect(said(house, '5.3')?.checks[0]).toMatchObject({
      verdict: 'fails',
      says: expect.stringMatching(/^Insulation: way 8 0\.60 MΩ \(1\.0 MΩ\)/),
    });
    expect(said(house, '4.7')?.checks[0]?.says).toBe('Function: 1 in order');
    expect(said(viewAt(cottageEntries()), '3.2')?.checks[0]?.says).toBe(
      'RA: 1 in order, highest 61.4 Ω of 500 Ω, supply',
    );
  });
  it('is that of the supply at the intake, and of the circuits elsewhere', () => {
    expect(said(house, '1.1')?.checks[0]?.says).toBe('Polarity: 1 in order');
    expect(said(house, '4.14')?.checks[0]?.says).toMatch(/^Polarity: 7 in order; not read: way 6, way 8/);
  });
  it('never settles where something is still to be read, and nothing is said of nothing', () => {
    const s = small();
    expect(said(viewOfScribe(s), '5.7')?.verdict).toBe('doubt');
    expect(measuredItem(viewOfScribe(opened()), new Map(), of('5.20'))).toBeNull();
  });
  it('says which sockets and lights are behind no RCD of 30 mA', () => {
    const s = small();
    const [way] = viewOfScribe(s).job.ways.keys();
    expect(said(viewOfScribe(s), '5.12.1')?.checks[0]).toMatchObject({
      verdict: 'meets',
      says: 'Behind 30 mA: all 1',
    });
    for (const [fields, says] of [
      [{ residualMilliamps: 31 }, 'all but way 1'],
      [{ residualMilliamps: null, residualAbsent: true }, 'all but way 1'],
      [{ residualMilliamps: null, residualAbsent: null }, 'not described: way 1'],
    ] as const) {
      s.say('way.described', { wayId: way ?? '', fields });
      expect(said(viewOfScribe(s), '5.12.1')?.checks[0]).toMatchObject({
        verdict: 'doubt',
        says: `Behind 30 mA: ${says}`,
      });
    }
  });
  it('a worse reading never makes the proposal better', () => {
    const order = ['meets', 'unjudged', 'doubt', 'fails'];
    const s = small();
    const [way] = viewOfScribe(s).job.ways.keys();
    const on = { of: 'way', id: way ?? '' } as const;
    let worst = 0;
    for (const shown of ['0.40', '1.70', '2.00', '9.00', '1700']) {
      s.read(on, zs, shown);
      const check = said(viewOfScribe(s), '5.7')?.checks.find(({ says }) => says.startsWith('Zs'));
      const verdict = order.indexOf(check?.verdict ?? '');
      expect(verdict).toBeGreaterThanOrEqual(worst);
      worst = verdict;
    }
    s.read(on, rcdTime, '>300');
    expect(said(viewOfScribe(s), '4.18')).toMatchObject({ verdict: 'fails' });
  });
});

describe('what was opened', () => {
  it('is counted and printed by name, and a defect behind one enlarges the sample', () => {
    const s = small();
    s.say('brief.agreed', { samplingPercent: 34 });
    const [one, other] = [...viewOfScribe(s).job.points.values()];
    expect(samplingOfJob(viewOfScribe(s).job)?.percent).toBe(34);
    s.say('accessory.opened', { pointId: one?.id ?? '', found: 'sound', reason: null });
    s.say('accessory.opened', { pointId: other?.id ?? '', found: 'not opened', reason: 'Painted in' });
    expect(openedShare(viewOfScribe(s).job)).toMatchObject({ share: '1 of 3 (33 %)' });
    s.say('accessory.opened', { pointId: other?.id ?? '', found: 'defect', reason: null });
    const view = viewOfScribe(s);
    expect(samplingOfJob(view.job)?.percent).toBe(68);
    const firm = { name: 'F', address: 'A', telephone: 'T', email: 'E', logo: '' };
    expect(buildReport(view, firm).brief).toContainEqual({
      label: 'Accessories opened',
      value: '2 of 3 (67 %); 34 % agreed: Hall, Kitchen 1',
    });
    s.say('accessory.opened', { pointId: other?.id ?? '', found: null, reason: null });
    expect(samplingOfJob(viewOfScribe(s).job)?.percent).toBe(34);
  });
});

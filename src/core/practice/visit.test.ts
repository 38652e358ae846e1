import { describe, expect, it } from 'vitest';
import { loadFindings } from '../edition/findings';
import type { Act, Measured } from './act';
import { type Caution, cautions } from './cautions';
import { loadDwellingTypes } from './dwelling-type';
import { houseOf, numberOf } from './house';
import { inspect } from './inspector';
import { type Part, parts, scoreOf, total } from './score';
import { AtHouse, type Visit } from './visit';

const types = await loadDwellingTypes();
const findings = await loadFindings();

function at(typeId: string, faults: readonly string[], seed = 'b1'): AtHouse {
  const type = types.find(({ id }) => id === typeId);
  const house = type && houseOf(numberOf(type, seed, faults), types);
  if (!house) throw new Error('no such house');
  return new AtHouse(house);
}
const terrace = (...faults: string[]) => at('terrace-thin-cpc', faults);
const pointOf = (there: AtHouse, circuit: string, index = 0): string =>
  there.house.places.filter((place) => place.circuit === circuit && place.kind !== 'switch').at(index)?.id ?? '';
const kept = ({ wrongs }: Visit): Caution[] => wrongs.map(({ caution }) => caution);
const measure = (measured: Measured): Act => ({ is: 'measure', measured });
const last = (visit: Visit) => visit.readings.at(-1)?.value;

/** Isolated as it is done: told, proved, off, locked, read dead, proved again. */
const dead = (there: AtHouse, circuit: string): Act[] => [
  { is: 'tell' },
  { is: 'prove' },
  { is: 'switch', what: circuit, on: false },
  { is: 'lock', what: circuit },
  { is: 'volts', place: pointOf(there, circuit) },
  { is: 'prove' },
];

describe('safe isolation, step by step', () => {
  const there = terrace();
  const whole = dead(there, 'c3');
  const cover: Act = { is: 'cover', place: pointOf(there, 'c3'), off: true };
  it('done whole loses nothing, and a cover may come off', () =>
    expect(kept(there.after([...whole, cover]))).toEqual([]));
  it.each<[string, (act: Act, index: number) => boolean, Caution[]]>([
    ['nobody told', (act) => act.is === 'tell', ['off untold']],
    [
      'the indicator not proved first',
      (act, index) => act.is === 'prove' && index < 3,
      ['indicator unproved', 'cover off live'],
    ],
    ['not switched off', (act) => act.is === 'switch' || act.is === 'lock', ['cover off live']],
    ['not locked', (act) => act.is === 'lock', ['not locked']],
    ['not read', (act) => act.is === 'volts', ['cover off live']],
    ['not proved again', (act, index) => act.is === 'prove' && index > 3, ['cover off live']],
  ])('%s', (_name, left, lost) => {
    const acts = whole.filter((act, index) => !left(act, index));
    expect(kept(there.after([...acts, cover]))).toEqual(lost);
  });
  it('on again, what was proved dead is not', () =>
    expect(
      kept(
        there.after([...whole, { is: 'switch', what: 'c3', on: true }, { is: 'switch', what: 'c3', on: false }, cover]),
      ),
    ).toEqual(['cover off live']));
  it('each caution is counted once a place, however often it is not kept', () =>
    expect(kept(there.after([cover, { ...cover, off: false }, cover]))).toEqual(['cover off live']));
  it('a way that is on is not dead, though nothing is found at one of its points', () => {
    const there = at('night-rate-flat', []);
    const place = pointOf(there, 'c1');
    const off = there.after([
      { is: 'tell' },
      { is: 'prove' },
      { is: 'switch', what: 'main', on: false },
      { is: 'volts', place },
      { is: 'prove' },
    ]);
    expect(off.provedDead.has('c1')).toBe(true);
    const on = there.act(off, { is: 'switch', what: 'main', on: true });
    expect([...on.provedDead]).toEqual([]);
  });
  it('what another circuit feeds is dead no longer when that is on again, and its covers are to stay on', () => {
    const joined = terrace('rings-joined');
    const both = joined.after([
      { is: 'tell' },
      { is: 'prove' },
      ...(['c3', 'c4'] as const).flatMap((what): Act[] => [
        { is: 'switch', what, on: false },
        { is: 'lock', what },
      ]),
      { is: 'volts', place: pointOf(joined, 'c3') },
      { is: 'prove' },
    ]);
    expect(both.provedDead.has('c3')).toBe(true);
    const fed = joined.act(both, { is: 'switch', what: 'c4', on: true });
    expect(fed.provedDead.has('c3')).toBe(false);
    expect(kept(joined.act(fed, { is: 'cover', place: pointOf(joined, 'c3'), off: true }))).toEqual(['cover off live']);
  });
  it('two rings that are one stay live with one of them off', () => {
    const joined = terrace('rings-joined');
    const visit = joined.after(dead(joined, 'c3'));
    expect(visit.said.flat().some(({ tone }) => tone === 'sign')).toBe(true);
    expect(visit.provedDead.has('c3')).toBe(false);
  });
});

describe('the tester', () => {
  it('says no on what is live, and its fuse goes', () => {
    const there = terrace();
    const visit = there.after([measure({ of: 'ring end', circuit: 'c3', conductor: 'L' })]);
    expect([visit.readings.length, kept(visit)]).toEqual([0, ['dead test live']]);
  });
  it('reads the leads too until they are nulled', () => {
    const there = terrace();
    const ends = measure({ of: 'ring end', circuit: 'c3', conductor: 'L' });
    const raw = there.after([...dead(there, 'c3'), ends]);
    const nulled = there.after([...dead(there, 'c3'), { is: 'null' }, ends]);
    const ohms = (visit: Visit) => Number((last(visit) as { shown: string }).shown);
    expect(kept(raw)).toEqual(['leads not nulled']);
    expect(ohms(raw) - ohms(nulled)).toBeCloseTo(0.08, 1);
  });
  it.each([
    ['no links', [], 'open'],
    ['links of step 2', [{ is: 'link', circuit: 'c3', how: 'L to N crossed' }], 'number'],
    ['links of another circuit', [{ is: 'link', circuit: 'c4', how: 'L to N crossed' }], 'open'],
  ] as const)('at a socket, with %s', (_name, links, is) => {
    const there = terrace();
    const read = measure({ of: 'continuity', place: pointOf(there, 'c3', 3), pair: 'L-N' });
    const visit = there.after([...dead(there, 'c3'), ...dead(there, 'c4'), { is: 'null' }, ...links, read]);
    expect(last(visit)?.is).toBe(is);
  });
  it('a broken line is open from end to end, and the other two are not', () => {
    const there = terrace('line-open');
    const ends = (['L', 'N', 'C'] as const).map((conductor) => measure({ of: 'ring end', circuit: 'c4', conductor }));
    const visit = there.after([...dead(there, 'c4'), { is: 'null' }, ...ends]);
    expect(visit.readings.map(({ value }) => value.is)).toEqual(['over', 'number', 'number']);
  });
  it('a worn contact moves', () => {
    const there = terrace('worn');
    const point = there.house.hidden[0]?.places[0] ?? '';
    const visit = there.after([
      ...dead(there, 'c4'),
      { is: 'null' },
      { is: 'link', circuit: 'c4', how: 'L to N crossed' },
      measure({ of: 'continuity', place: point, pair: 'L-N' }),
    ]);
    expect(visit.readings.at(-1)?.moves).not.toBeNull();
  });
  it('insulation at 500 V with a dimmer in is low and hurts it; at 250 V it is low and hurts nothing; out it is sound', () => {
    const there = at('hundred-repairs', ['dimmer-buzz']);
    const read = (volts: 250 | 500) => measure({ of: 'insulation', circuit: 'c1', pair: 'L-N', volts });
    const [high, gentle, empty] = [
      there.after([...dead(there, 'c1'), read(500)]),
      there.after([...dead(there, 'c1'), read(250)]),
      there.after([...dead(there, 'c1'), { is: 'empty', circuit: 'c1' }, read(500)]),
    ];
    const megohms = (visit: Visit | undefined) => Number((visit && (last(visit) as { shown: string })?.shown) ?? 0);
    expect([megohms(high) < 1, megohms(gentle) < 1, megohms(empty) > 1]).toEqual([true, true, true]);
    expect([high, gentle, empty].map((visit) => visit && kept(visit))).toEqual([['electronics at 500 V'], [], []]);
  });
  it('finds the place of low insulation by parting before it', () => {
    const there = at('after-the-water', ['joint-silt']);
    const bad = there.house.hidden[0]?.places[0] ?? '';
    const points = there.house.places
      .filter(({ circuit, kind }) => circuit === 'c1' && kind !== 'switch')
      .map(({ id }) => id);
    const read = (before: string) =>
      last(
        there.after([
          ...dead(there, 'c1'),
          { is: 'empty', circuit: 'c1' },
          measure({ of: 'insulation', circuit: 'c1', pair: 'L-C', volts: 500, before }),
        ]),
      );
    const megohms = points.map((id) => {
      const value = read(id);
      return value?.is === 'number' ? Number(value.shown) : Infinity;
    });
    const at_ = points.indexOf(bad);
    expect(megohms.slice(0, at_ + 1).every((each) => each > 1)).toBe(true);
    expect(megohms.slice(at_ + 1).every((each) => each < 1)).toBe(true);
  });
  it('behind an RCD a loop read with two leads trips it, and what is behind it is off', () => {
    const there = at('bath-room-bonding', []);
    const place = pointOf(there, 'c2');
    const visit = there.after([measure({ of: 'zs', place, method: 'two-lead' })]);
    expect(kept(visit)).toEqual(['loop before continuity', 'tripped by the test']);
    expect([visit.off.has('c2'), visit.readings.length]).toEqual([true, 0]);
    expect(last(there.after([measure({ of: 'zs', place, method: 'no-trip' })]))?.is).toBe('number');
  });
  it.each([
    ['half', 'over', false],
    ['1', 'number', true],
    ['5', 'number', true],
    ['ramp', 'number', true],
  ] as const)('an RCD at %s of its current: %s, off afterwards %s', (times, is, trips) => {
    const there = at('bath-room-bonding', []);
    const place = pointOf(there, 'c2');
    const visit = there.after([measure({ of: 'rcd', place, times, wave: '180' })]);
    expect([last(visit)?.is, visit.off.has('c2')]).toEqual([is, trips]);
  });
  it('a slow RCD is over its time at its own current, and what is behind it stays on where it does not trip', () => {
    const there = at('tt-cottage', ['rcd-slow']);
    const visit = there.after([measure({ of: 'rcd', place: pointOf(there, 'c2') })]);
    expect([last(visit)?.is, visit.off.size]).toEqual(['over', 0]);
  });
  it('a link left in is a bang when the supply goes on, and the way is off again', () => {
    const there = terrace();
    const visit = there.after([
      ...dead(there, 'c3'),
      { is: 'link', circuit: 'c3', how: 'L to CPC crossed' },
      { is: 'switch', what: 'c3', on: true },
    ]);
    expect(kept(visit)).toEqual(['live with links']);
    expect(visit.off.has('c3')).toBe(true);
  });
  it('reads nothing in a locked room', () => {
    const there = at('shared-house', ['locked-two']);
    const place = there.house.places.find(({ room, kind }) => room === 'room 4' && kind === 'socket')?.id ?? '';
    const visit = there.after([
      measure({ of: 'rcd', place }),
      { is: 'volts', place },
      { is: 'cover', place, off: true },
    ]);
    expect([visit.readings.length, visit.covers.size, kept(visit)]).toEqual([0, 0, []]);
  });
  it.each<Act>([
    { is: 'look', place: 'nowhere' },
    { is: 'switch', what: 'c99', on: false },
    { is: 'volts', place: 'board:b1' },
    { is: 'lock', what: 'c1' },
    measure({ of: 'ring end', circuit: 'c1', conductor: 'L' }),
    measure({ of: 'insulation', circuit: 'none', pair: 'L-N', volts: 500 }),
    measure({ of: 'bond', place: 'service:oil' }),
    measure({ of: 'part', place: 'part:none' }),
    { is: 'unclaim', index: 7 },
  ])('answers what cannot be done, and throws nothing: %j', (act) => {
    const visit = terrace().after([act]);
    expect([visit.acts.length, visit.said[0]?.length, visit.readings.length]).toEqual([1, expect.any(Number), 0]);
  });
  it('nothing is done after the report is handed over', () => {
    const there = terrace();
    const done = there.after([{ is: 'finish', paper: { document: 'EICR', satisfactory: true, limitations: [] } }]);
    expect(there.act(done, { is: 'hint' })).toBe(done);
  });
});

describe('marks', () => {
  const there = terrace('line-open');
  const place = there.house.hidden[0]?.places[0] ?? '';
  const finish = (satisfactory: boolean): Act => ({
    is: 'finish',
    paper: { document: 'EICR', satisfactory, limitations: [] },
  });
  const of = (acts: readonly Act[], part: Part) =>
    total(scoreOf(there.house, there.after(acts), findings).marks.filter((mark) => mark.part === part));
  const claim = (more: object): Act => ({
    is: 'claim',
    claim: { at: place, sort: 'open', code: 'C2', regulation: '433.1.204', ...more },
  });
  it.each<[string, Act[], Part, number]>([
    ['found where it is', [claim({})], 'found', 4],
    ['found on its circuit', [claim({ at: 'circuit:c4' })], 'found', 3],
    ['something else named there', [claim({ sort: 'joint' })], 'found', 1],
    ['found elsewhere', [claim({ at: 'circuit:c1' })], 'found', 0],
    ['coded and by its regulation', [claim({})], 'codes', 3],
    ['coded as its questions may come to', [claim({ code: 'C3' })], 'codes', 2],
    ['coded far off', [claim({ code: 'C1' })], 'codes', 1],
    ['no regulation', [claim({ regulation: '' })], 'codes', 2],
    ['invented', [claim({}), claim({ at: 'intake', sort: 'earth' })], 'codes', 0],
    ['named and not coded', [claim({}), claim({ at: 'intake', sort: 'earth', code: 'none' })], 'codes', 3],
    ['a hint', [claim({}), { is: 'hint' }], 'found', 2],
    ['the right outcome', [finish(false)], 'paper', 5],
    ['the wrong outcome', [finish(true)], 'paper', 2],
    ['no paper', [], 'paper', 0],
  ])('%s', (_name, acts, part, got) => expect(of(acts, part).got).toBe(got));

  it.each<[string, Measured[], number]>([
    ['a reading of another sort at the place', [{ of: 'insulation', circuit: 'c4', pair: 'L-N', volts: 250 }], 4],
    ['the reading that shows it', [{ of: 'ring end', circuit: 'c4', conductor: 'L' }], 5],
    ['the same on another circuit', [{ of: 'ring end', circuit: 'c3', conductor: 'L' }], 4],
  ])('found, with %s', (_name, measured, got) => {
    const isolated = (['c3', 'c4'] as const).flatMap((circuit) => dead(there, circuit));
    expect(of([...isolated, ...measured.map(measure), claim({})], 'found').got).toBe(got);
  });

  it('every further guess at a place costs, and so does one of another sort elsewhere', () => {
    const sorts = ['joint', 'spur', 'bridge', 'worn'].map((sort) => claim({ sort }));
    // The first is what it was taken for: one point, and nothing off.
    expect(of(sorts.slice(0, 1), 'codes').got).toBe(0);
    expect(of(sorts, 'codes').got).toBe(-9);
    expect(of([claim({}), ...sorts], 'codes').got).toBe(3 - 12);
  });

  it.each<[string, Act[], string, number]>([
    ['without a link', [], 'Ring step 2, way 4', 0],
    ['with the links of step 3', [{ is: 'link', circuit: 'c4', how: 'L to CPC crossed' }], 'Ring step 2, way 4', 0],
    ['with its own links', [{ is: 'link', circuit: 'c4', how: 'L to N crossed' }], 'Ring step 2, way 4', 1],
  ])('step 2 at every socket counts only %s', (_name, links, what, got) => {
    const sockets = there.house.places.filter(({ circuit, kind }) => circuit === 'c4' && kind === 'socket');
    const acts = [
      ...dead(there, 'c4'),
      ...links,
      ...sockets.map(({ id }) => measure({ of: 'continuity', place: id, pair: 'L-N' })),
    ];
    const { marks } = scoreOf(there.house, there.after(acts), findings, { circuits: ['c4'] });
    expect(marks.find((mark) => mark.what === what)?.got).toBe(got);
  });

  it('a loop that tripped its RCD is no loop read', () => {
    const bath = at('bath-room-bonding', []);
    const acts = [measure({ of: 'zs', place: pointOf(bath, 'c2'), method: 'two-lead' })];
    const { marks } = scoreOf(bath.house, bath.after(acts), findings, { circuits: ['c2'] });
    const loop = (all: typeof marks) => all.find(({ what }) => what.startsWith('Loop'))?.got;
    expect(loop(marks)).toBe(0);
  });

  it('what is not wrong in itself costs when it is coded, and says why', () => {
    const spurs = terrace('two-spurs');
    const at_ = spurs.house.hidden[0]?.places[0] ?? '';
    const { marks } = scoreOf(
      spurs.house,
      spurs.after([{ is: 'claim', claim: { at: at_, sort: 'spur', code: 'C3', regulation: '' } }]),
      findings,
    );
    expect(marks.find(({ got }) => got < 0)).toMatchObject({ got: -3, why: expect.stringMatching(/not to be coded/) });
  });

  it.each([
    [10, 10, 2],
    [10.1, 10, 1],
    [15, 10, 1],
    [15.1, 10, 0],
  ])('%d of %d minutes', (took, allowed, got) =>
    expect(
      scoreOf(there.house, there.after([]), findings, { time: { took, allowed }, counted: ['time'] }).marks,
    ).toMatchObject([{ got, of: 2 }]),
  );

  it('every caution costs what it says, once', () => {
    const visit = there.after([{ is: 'cover', place, off: true }, finish(false)]);
    const costs = visit.wrongs.reduce((sum, { caution }) => sum + cautions[caution].costs, 0);
    expect(of([{ is: 'cover', place, off: true }, finish(false)], 'safety').got).toBe(20 - costs);
    expect(kept(visit)).toEqual(['cover off live', 'cover left off']);
  });
});

describe('an automatic inspector', () => {
  // Every third fault alone, so that each kind of physics and sight is among them.
  const alone = types
    .flatMap((type) => type.faults.map((fault) => [type.id, fault.id] as const))
    .filter((_, at_) => at_ % 3 === 0);
  it.each(alone)('finds what is wrong in %s: %s', (typeId, faultId) => {
    const there = at(typeId, [faultId], 'k7');
    const { marks } = scoreOf(there.house, inspect(there), findings);
    const lost = marks.filter(({ part, got, of }) => (part === 'found' || part === 'safety') && got < of);
    expect(lost).toEqual([]);
  });

  it.each([
    ['safety', []],
    ['codes', []],
    ['paper', []],
    ['tests', ['found', 'codes', 'paper']],
    ['found', ['codes']],
  ] as const)('that skips %s loses points of it, and elsewhere only of what follows from it', (part, follows) => {
    const there = at('flat-rewireable', ['thick-wire', 'cpc-open', 'gas-bond-off'], 'k7');
    const by = (skip: readonly Part[]) => {
      const { marks } = scoreOf(there.house, inspect(there, skip), findings);
      return new Map(parts.map((each) => [each, total(marks.filter((mark) => mark.part === each)).got]));
    };
    const [whole, without] = [by([]), by([part])];
    for (const each of parts) {
      if (each === part) expect(without.get(each)).toBeLessThan(whole.get(each) ?? 0);
      else if (!(follows as readonly Part[]).includes(each)) expect(without.get(each)).toBe(whole.get(each));
    }
  });
});

import { describe, expect, it } from 'vitest';
import { loadFindings } from '../edition/findings';
import type { Act } from './act';
import { loadDwellingTypes } from './dwelling-type';
import { houseOf, numberOf } from './house';
import { recordOf } from './record';
import { scoreOf } from './score';
import { Draw, seeded } from './seeded';
import { switchesRight, switchingsOf } from './switching';
import { AtHouse, type Visit } from './visit';

const types = await loadDwellingTypes();
const findings = await loadFindings();

function repairs(...faults: string[]): AtHouse {
  const type = types.find(({ id }) => id === 'hundred-repairs');
  const house = type && houseOf(numberOf(type, 's1', faults), types);
  if (!house) throw new Error('no such house');
  return new AtHouse(house);
}
const [hall, kitchen] = ['point:Hall light', 'point:Kitchen light'];
const [one, two] = ['point:Hall switch 1', 'point:Hall switch 2'];
const work = (place: string): Act => ({ is: 'work', place });
const dead: Act[] = [
  { is: 'tell' },
  { is: 'prove' },
  { is: 'switch', what: 'c1', on: false },
  { is: 'lock', what: 'c1' },
  { is: 'volts', place: hall },
  { is: 'prove' },
  { is: 'null' },
  { is: 'link', circuit: 'c1', how: 'L to CPC' },
];
const read = (place: string): Act => ({ is: 'measure', measured: { of: 'continuity', place, pair: 'L-C' } });
/** Read as they stand, after each switch changed over in turn, and once more when all are back. */
const round = (light: string, switches: readonly string[]): Act[] => [
  read(light),
  ...[...switches, ...switches].flatMap((each) => [work(each), read(light)]),
];
const reads = ({ readings }: Visit) => readings.map(({ value }) => value.is === 'number');
const hallSwitching = { lights: ['Hall light'], switches: ['Hall switch 1', 'Hall switch 2'] };

describe('a light by its switches, dead', () => {
  it.each<[string, string[], string, string[], boolean[], boolean]>([
    ['one switch', [], kitchen, ['point:Kitchen switch'], [true, false, true], true],
    ['two switches', [], hall, [one, two], [true, false, true, false, true], true],
    ['a strapper broken', ['hall-strapper'], hall, [one, two], [true, false, false, false, true], false],
    ['the neutral switched', ['kitchen-neutral'], kitchen, ['point:Kitchen switch'], [true, true, true], false],
  ])('%s', (_name, faults, light, switches, shown, isRight) => {
    const there = repairs(...faults);
    const visit = there.after([...dead, ...round(light, switches)]);
    expect(reads(visit)).toEqual(shown);
    const bare = (place: string) => place.replace('point:', '');
    expect(switchesRight(visit, { lights: [bare(light)], switches: switches.map(bare) })).toBe(isRight);
  });
  it('common and strapper exchanged makes in one position of four', () => {
    const there = repairs('landing-common');
    const places = ['point:Landing switch 1', 'point:Landing switch 2'];
    const acts = dead.map(
      (act) => JSON.parse(JSON.stringify(act).replaceAll('c1', 'c2').replace('Hall', 'Landing')) as Act,
    );
    expect(reads(there.after([...acts, ...round('point:Landing light', places)]))).toEqual([
      true,
      false,
      false,
      false,
      true,
    ]);
  });
  it('is not judged before every position was read, nor by what was read without the link', () => {
    const there = repairs();
    const some = there.after([...dead, read(hall), work(one), read(hall), work(two), read(hall)]);
    expect(switchesRight(some, hallSwitching)).toBeNull();
    const unlinked = there.after([...dead.filter(({ is }) => is !== 'link'), ...round(hall, [one, two])]);
    expect(switchesRight(unlinked, hallSwitching)).toBeNull();
  });
});

describe('a light by its switches, live', () => {
  const pairs = (visit: Visit) => visit.said.at(-1)?.at(-1)?.text ?? '';
  it('goes out and comes on again, whichever switch is worked', () => {
    const visit = repairs().after([work(one), work(two)]);
    expect(visit.said.map((says) => says.at(-1)?.text)).toEqual([
      'Changed over. Hall light: out.',
      'Changed over. Hall light: on.',
    ]);
  });
  it('burns while it has a line and a way back, and says so when it is tried', () => {
    const there = repairs();
    const tried = (...acts: Act[]) => there.after([...acts, { is: 'try', place: kitchen }]).said.at(-1)?.[0]?.text;
    expect(tried()).toBe('It lights.');
    expect(tried(work('point:Kitchen switch'))).toBe('It stays dark.');
    expect(tried(work('point:Kitchen switch'), work('point:Kitchen switch'))).toBe('It lights.');
    expect(tried({ is: 'switch', what: 'c1', on: false })).toBe('It stays dark.');
    expect(tried({ is: 'switch', what: 'main', on: false })).toBe('It stays dark.');
    const place = there.house.places.find(({ id }) => id === kitchen);
    expect(place && there.isLit(there.after([]), place)).toBe(true);
  });
  it('with its switch open only what feeds the switch is live, and nothing is dead for it', () => {
    const visit = repairs().after([{ is: 'prove' }, work('point:Kitchen switch'), { is: 'volts', place: kitchen }]);
    expect(pairs(visit)).toMatch(/^L–N nothing, L–E nothing, N–E nothing, feed–E 2\d\d V$/);
    expect(visit.readDead.has('c1')).toBe(false);
  });
  it('with its neutral switched it is out and live to earth', () => {
    const visit = repairs('kitchen-neutral').after([work('point:Kitchen switch'), { is: 'volts', place: kitchen }]);
    expect(visit.said[0]?.at(-1)?.text).toBe('Changed over. Kitchen light: out.');
    expect(pairs(visit)).toMatch(/^L–N nothing, L–E 2\d\d V, N–E nothing/);
  });
  it('no loop is read where its switch is open', () => {
    const there = repairs();
    const loop: Act = { is: 'measure', measured: { of: 'zs', place: kitchen, method: 'two-lead' } };
    expect(there.after([work('point:Kitchen switch'), loop]).readings).toEqual([]);
    expect(there.after([loop]).readings).toHaveLength(1);
  });
  it('a switch reads its terminals, and what is no switch cannot be changed over', () => {
    const there = repairs();
    const atOne = /^COM–E 2\d\d V, L1–E 2\d\d V, L2–E nothing$/;
    expect(pairs(there.after([{ is: 'volts', place: one }]))).toMatch(atOne);
    // What is broken is not to be seen by which terminals there are.
    const broken = repairs('hall-strapper');
    expect(pairs(broken.after([{ is: 'volts', place: one }]))).toMatch(atOne);
    expect(pairs(broken.after([work(one), { is: 'volts', place: one }]))).toMatch(/L2–E 2\d\d V$/);
    expect(pairs(broken.after([work(one), { is: 'volts', place: two }]))).toMatch(/L2–E nothing$/);
    expect(there.after([work(hall), work('nowhere')]).over.size).toBe(0);
  });
});

describe('what is asked of it', () => {
  const of = (acts: readonly Act[]) => {
    const there = repairs();
    const { marks } = scoreOf(there.house, there.after(acts), findings, { circuits: ['c1'] });
    return marks.find(({ what }) => what.startsWith('Switches'))?.got;
  };
  const all = (repairs().house.switchings.get('c1') ?? []).flatMap(({ lights, switches }) =>
    round(
      `point:${lights[0]}`,
      switches.map((each) => `point:${each}`),
    ),
  );
  it('every position of every switch', () => expect(of([...dead, ...all])).toBe(1));
  it('and not all but one', () => expect(of([...dead, ...all.slice(0, -3)])).toBe(0));

  it('stands in the paper as right or wrong; what was read with a switch the other way is no R1+R2', () => {
    const slots = (there: AtHouse, acts: readonly Act[]) =>
      recordOf(there.house, there.after(acts), () => 'id').flatMap(({ kind, body }) => {
        const { slot, value } = body as { slot?: { test: string }; value?: { is: string } };
        return kind === 'reading.taken' ? [`${slot?.test} ${value?.is}`] : [];
      });
    const acts = [...dead, ...round(hall, [one, two])];
    const sound = slots(repairs(), acts);
    expect(sound).toContain('switching confirmed');
    expect(sound.filter((each) => each.startsWith('r1r2'))).toEqual(['r1r2 number', 'r1r2 number', 'r1r2 number']);
    expect(slots(repairs('hall-strapper'), acts)).toContain('switching reversed');
    expect(slots(repairs(), acts.slice(0, -4))).not.toContain('switching confirmed');
  });
});

it('takes the lights of a room with one switch or two, and no more', () => {
  const at = (kind: string, room: string, count: number) =>
    Array.from({ length: count }, (_, index) => ({ id: `${room} ${kind} ${index + 1}`, room, kind }));
  const lights = [
    ...at('light', 'hall', 2),
    ...at('light', 'attic', 1),
    ...at('socket', 'shed', 1),
    ...at('light', 'barn', 1),
  ];
  const switches = [...at('switch', 'hall', 2), ...at('switch', 'shed', 1), ...at('switch', 'barn', 3)];
  expect(switchingsOf(lights, switches, new Draw(seeded('any'))).map(({ room }) => room)).toEqual(['hall']);
});

import { describe, expect, it } from 'vitest';
import { loadFindings } from '../edition/findings';
import { cablesAt, cablesWords } from './cables';
import { loadDwellingTypes } from './dwelling-type';
import { houseOf, numberOf } from './house';
import { inspect } from './inspector';
import { scoreOf } from './score';
import { AtHouse } from './visit';

const types = await loadDwellingTypes();
const findings = await loadFindings();

function house(typeId: string, faults: readonly string[], seed = 'n1') {
  const type = types.find(({ id }) => id === typeId);
  const made = type && houseOf(numberOf(type, seed, faults), types);
  if (!made) throw new Error('no such house');
  return made;
}

describe('several things wrong with one ring at once', () => {
  it.each([
    ['terrace-thin-cpc', ['two-spurs', 'bridge']],
    ['terrace-thin-cpc', ['two-spurs', 'joint-line']],
    ['terrace-thin-cpc', ['two-spurs', 'spur-of-spur', 'bridge']],
    ['terrace-thin-cpc', ['rings-joined', 'bridge', 'two-spurs']],
    ['terrace-thin-cpc', ['other-ring', 'line-open', 'worn']],
    ['terrace-thin-cpc', ['two-spurs', 'other-ring', 'joint-line']],
    ['hundred-repairs', ['spurs', 'one-astray', 'rev-two', 'worn-two']],
    ['flat-rewireable', ['cpc-open', 'reversed']],
  ] as const)('%s: %j are each found where they are, and nothing else is', (typeId, faults) => {
    const made = house(typeId, faults);
    const { marks } = scoreOf(made, inspect(new AtHouse(made)), findings);
    expect(
      marks.filter(({ part, got, of }) => (part === 'found' || part === 'codes') && (got < of || got < 0)),
    ).toEqual([]);
  });
});

describe('what comes into a box', () => {
  const count = (made: ReturnType<typeof house>, id: string): number => {
    const place = made.places.find((each) => each.id === `point:${id}`);
    return place ? cablesAt(made, place) : -1;
  };
  it('is two cables at every socket of a sound ring', () => {
    const made = house('terrace-thin-cpc', []);
    const sockets = made.circuits.find(({ id }) => id === 'c3')?.points ?? [];
    expect(new Set(sockets.map((id) => count(made, id)))).toEqual(new Set([2]));
  });
  it('is one at the end of a spur, three where it hangs', () => {
    const made = house('terrace-thin-cpc', ['two-spurs']);
    const { cables } = made.dwelling.circuits.find(({ id }) => id === 'c3') ?? { cables: [] };
    const spurs = cables.filter(({ id }) => id.startsWith('spur'));
    expect(spurs).toHaveLength(2);
    for (const { from, to } of spurs) expect([count(made, from), count(made, to)]).toEqual([3, 1]);
  });
  it('is three at both ends of a cable across the ring, and at both of one to another circuit', () => {
    const bridged = house('terrace-thin-cpc', ['bridge']);
    const [bridge] = bridged.dwelling.faults;
    if (bridge?.kind !== 'bridge') throw new Error('no bridge');
    expect([count(bridged, bridge.from), count(bridged, bridge.to)]).toEqual([3, 3]);
    const joined = house('terrace-thin-cpc', ['rings-joined']);
    const [link] = joined.dwelling.faults;
    if (link?.kind !== 'linked circuits') throw new Error('no link');
    expect([count(joined, link.one.point), count(joined, link.other.point)]).toEqual([3, 3]);
  });
  it('is one more at a light that feeds its switch, and nothing at a board', () => {
    const made = house('hundred-repairs', []);
    const points = made.circuits.find(({ id }) => id === 'c1')?.points ?? [];
    const last = points.at(-1) ?? '';
    // Along the run; what has no switch of its own ends it.
    expect(points.map((id) => count(made, id))).toEqual(points.map((id) => (id === last ? 1 : 3)));
    const board = made.places.find(({ kind }) => kind === 'board');
    expect(board && cablesAt(made, board)).toBe(0);
  });
  it('is seen with the cover off alone', () => {
    const made = house('terrace-thin-cpc', []);
    const at = new AtHouse(made);
    const place = made.places.find(({ circuit, kind }) => circuit === 'c3' && kind === 'socket')?.id ?? '';
    expect(at.cablesSeen(at.after([{ is: 'look', place }]), place)).toBeNull();
    const opened = at.after([{ is: 'cover', place, off: true }]);
    expect(at.cablesSeen(opened, place)).toBe(2);
    expect(opened.said.flat().map(({ text }) => text)).toContain('Two cables come in.');
  });
  it.each([
    [1, 'One cable comes in.'],
    [3, 'Three cables come in.'],
    [6, '6 cables come in.'],
  ])('%i in words', (cables, words) => expect(cablesWords(cables)).toBe(words));
});

describe('one leg linked alone', () => {
  const dead = (circuit: string, place: string) =>
    [
      { is: 'tell' },
      { is: 'prove' },
      { is: 'switch', what: circuit, on: false },
      { is: 'lock', what: circuit },
      { is: 'volts', place },
      { is: 'prove' },
      { is: 'null' },
      { is: 'link', circuit, how: 'L to CPC one leg' },
    ] as const;
  it('reads up to the break of a line, and nothing beyond', () => {
    const made = house('terrace-thin-cpc', ['line-open']);
    const at = new AtHouse(made);
    const sockets = made.places.filter(({ circuit, kind }) => circuit === 'c4' && kind === 'socket');
    const visit = at.after([
      ...dead('c4', sockets[0]?.id ?? ''),
      ...sockets.map(({ id }) => ({ is: 'measure', measured: { of: 'continuity', place: id, pair: 'L-C' } }) as const),
    ]);
    const reads = visit.readings.map(({ value }) => value.is === 'number');
    const broken = sockets.findIndex(({ id }) => id === made.hidden[0]?.places[0]);
    expect(broken).toBeGreaterThan(0);
    expect(reads).toEqual(sockets.map((_, index) => index < broken));
    expect(visit.wrongs).toEqual([]);
  });
});

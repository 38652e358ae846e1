import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { fold, numbered, opened, viewOfScribe } from '../../../tests/support/entries';
import type { Scribe } from '../../../scripts/demo/scribe';
import { type Recorded } from '../ledger/entry';
import { jobStream } from '../catalogue';
import { slotAt, slotKey } from '../installation/slot';
import { strayNeutral } from '../installation/way';
import { governing } from '../job/governing';
import { standing } from '../job/job';
import type { LinkSort } from '../job/kinds/link';
import { whetherLive } from '../job/whether-live';
import { r1r2 } from '../measurements/continuity/slots';
import { zs } from '../measurements/loop/slots';
import { ipfLineNeutral, ze } from '../measurements/origin/slots';
import { atHalfCycle, rcdButton, rcdTime } from '../measurements/residual/slots';
import { beforeAndAfter } from './before-after';
import { emptyHanded } from './in-hand';
import { neutralProof } from './isolation';
import { inTheWayOfLive, inTheWayOn } from './live-tests';
import { deadBecause, devicesBefore, nameOfDevice, offNow, onlyThis, stateOf } from './on-now';
import { planOfTests } from './plan';
import { methodFor, recordBeside, recordReading, recordServing } from './recorder';
import { doubtOfType, listResidualDevices } from '../measurements/residual/devices';
import { timeSpent } from './time-spent';

const jobOf = (s: Scribe) => fold(numbered(s.drafts));

/** A board with two ways behind one RCD and one behind its own. */
function house() {
  const s = opened();
  const board = s.board('CU', 'hall', 'intake');
  const group = { residualGroup: 'RCD 1' };
  const sockets = s.way(board, 1, ['Sockets', 'sockets', 2, 'B20', '30 A', '2.5/1.5', 'C'], group);
  const lights = s.way(board, 2, ['Lights', 'lights', 2, 'B6', '30 A', '1.5/1', 'C'], group);
  const boiler = s.way(board, 3, ['Boiler', 'fixed', 1, 'RCBO B 16', '30 A', '2.5/1.5', 'C']);
  const points = s.points(sockets, [['Hall'], ['Kitchen']]);
  const at = (name: string) => ({ of: 'point', id: points.get(name) ?? '' }) as const;
  const way = (id: string) => {
    const found = jobOf(s).ways.get(id);
    if (!found) throw new Error('no such way');
    return found;
  };
  const rcd = { of: 'residual', boardId: board, group: 'RCD 1' } as const;
  return { s, board, sockets, lights, boiler, at, way, rcd };
}
const switchTo = (s: Scribe, device: Parameters<typeof stateOf>[1], state: 'on' | 'off' | 'locked' | 'tripped') =>
  s.say('device.switched', { devices: [{ device, state }] });

describe('what is on now', () => {
  it('names the devices before a way, and the first that is off, from the supply on', () => {
    const { s, sockets, boiler, way, rcd } = house();
    const job = jobOf(s);
    expect(devicesBefore(job, way(sockets)).map((each) => nameOfDevice(job, each))).toEqual([
      'main switch',
      'RCD 1',
      'way 1 Sockets',
    ]);
    expect(devicesBefore(job, way(boiler))).toHaveLength(2);
    expect(deadBecause(job, way(sockets))).toBeNull();
    switchTo(s, { of: 'way', id: sockets }, 'off');
    expect(deadBecause(jobOf(s), way(sockets))).toMatch(/^Way 1 Sockets is off/);
    switchTo(s, rcd, 'tripped');
    expect(deadBecause(jobOf(s), way(sockets))).toMatch(/^RCD 1 is tripped/);
    switchTo(s, { of: 'supply' }, 'off');
    expect(deadBecause(jobOf(s), way(sockets))).toMatch(/^Main switch is off/);
  });
  it('counts the switch of a further board in', () => {
    const { s } = house();
    const other = s.board('Garage', 'garage', 'way 3');
    const id = s.way(other, 1, ['Door', 'fixed', 1, 'B6', 'none', '1.5/1', 'C']);
    const job = jobOf(s);
    const way = job.ways.get(id);
    expect(way && devicesBefore(job, way).map(({ of }) => of)).toEqual(['supply', 'board', 'way']);
  });
  it('switches one circuit alone on: its chain, and nobody else', () => {
    const { s, sockets, lights, boiler, way, rcd } = house();
    switchTo(s, rcd, 'off');
    switchTo(s, { of: 'way', id: lights }, 'locked');
    const changes = onlyThis(jobOf(s), way(sockets));
    expect(changes).toEqual([
      { device: rcd, state: 'on' },
      { device: { of: 'way', id: boiler }, state: 'off' },
    ]);
  });
  it('says in one line what is off', () => {
    const { s, sockets, rcd } = house();
    expect(offNow(jobOf(s))).toBeNull();
    switchTo(s, { of: 'way', id: sockets }, 'off');
    switchTo(s, rcd, 'tripped');
    expect(offNow(jobOf(s))).toBe('Switched off: RCD 1 tripped, way 1');
    switchTo(s, { of: 'way', id: sockets }, 'on');
    switchTo(s, rcd, 'on');
    expect(offNow(jobOf(s))).toBeNull();
  });
  it('refuses a device that is not there', () => {
    const { s, board } = house();
    const refused = (device: object) => {
      const draft = jobStream.readDraft({
        id: v7(),
        kind: 'device.switched',
        version: 1,
        body: { devices: [{ device, state: 'on' }] },
        madeAt: '2026-03-02T12:00:00.000Z',
        device: 'd',
      });
      if (!draft.ok) return draft.problem;
      const asked = jobStream.admit(jobOf(s), draft.value, { id: 'p', roles: ['inspector'] } as never);
      return asked.accepted ? '' : asked.reason;
    };
    expect(refused({ of: 'residual', boardId: board, group: 'RCD 9' })).toMatch(/No way of that board/);
    expect(refused({ of: 'way', id: v7() })).toMatch(/no such way/);
    expect(refused({ of: 'residual', boardId: board, group: 'RCD 1' })).toBe('');
  });
});

describe('going live', () => {
  const link = (s: Scribe, sort: LinkSort, wayId: string) => {
    const linkId = v7();
    s.say('link.made', { linkId, sort, on: { of: 'way', id: wayId }, where: 'way 1', test: null });
    return linkId;
  };
  const attempt = (s: Scribe, left: { linkId: string; why: string }[] = []): string => {
    const read = jobStream.readDraft(
      jobStream.draft(
        'supply.restored',
        { told: 'Ms Sedge', earthSeen: true, left },
        { id: v7(), madeAt: '2027-01-01T00:00:00.000Z', device: 'd' },
      ),
    );
    if (!read.ok) return read.problem;
    const asked = jobStream.admit(jobOf(s), read.value, { id: 'p', roles: ['inspector'] } as never);
    return asked.accepted ? '' : asked.reason;
  };
  it('is as found until isolated, then only once somebody made it so', () => {
    const { s } = house();
    expect(whetherLive(jobOf(s)).live).toBe(true);
    s.isolate('Ms Sedge', '4', null);
    expect(whetherLive(jobOf(s)).live).toBe(false);
    expect(stateOf(jobOf(s), { of: 'supply' })).toBe('locked');
    expect(inTheWayOfLive({ job: jobOf(s) })).toHaveLength(1);
    s.goLive('Ms Sedge');
    expect(whetherLive(jobOf(s)).live).toBe(true);
    expect(stateOf(jobOf(s), { of: 'supply' })).toBe('on');
    s.isolate('Ms Sedge', '4', null);
    expect(whetherLive(jobOf(s)).live).toBe(false);
  });
  it.each([
    ['open', null, /recorded as open/],
    ['attended', 'Reading Ipf at the bars', /^$/],
    ['blanked', 'Cover broken', /^$/],
    ['on', null, /^$/],
  ] as const)('with a board that is said to be %s', (state, why, says) => {
    const { s, board } = house();
    s.say('cover.set', { boardId: board, state, why });
    expect(attempt(s)).toMatch(says);
  });
  it('waits for the isolation to end', () => {
    const { s } = house();
    s.isolate('Ms Sedge', '4', null);
    expect(attempt(s)).toMatch(/still in force/);
  });
  it.each<[LinkSort, RegExp]>([
    ['L–CPC link', /remove it/],
    ['ring cross-connection', /remove it/],
    ['L+N link', /remove it/],
    ['earthing conductor off', /remove it/],
    ['bond off', /remove it/],
    ['CPC off', /remove it/],
    ['neutral off', /no reason recorded/],
    ['circuit opened', /no reason recorded/],
  ])('is refused over %s', (sort, why) => {
    const { s, sockets } = house();
    const linkId = link(s, sort, sockets);
    expect(attempt(s)).toMatch(why);
    if (/no reason/.test(why.source)) expect(attempt(s, [{ linkId, why: 'made safe in a box' }])).toBe('');
    else expect(attempt(s, [{ linkId, why: 'I say so' }])).toMatch(why);
    // With the way locked off it may stay, answered for.
    switchTo(s, { of: 'way', id: sockets }, 'locked');
    expect(attempt(s)).toMatch(/no reason recorded/);
    expect(attempt(s, [{ linkId, why: 'way 1 stays locked off' }])).toBe('');
    s.say('link.cleared', { linkId });
    expect(attempt(s)).toBe('');
  });
  it('says of each circuit what is in the way of a live test', () => {
    const { s, sockets, way } = house();
    const whats = () => inTheWayOn(viewOfScribe(s), way(sockets)).map(({ what }) => what);
    expect(whats()).toEqual(['CPC of way 1 not proved']);
    s.read({ of: 'way', id: sockets }, r1r2, '0.3');
    expect(whats()).toEqual([]);
    link(s, 'L–CPC link', sockets);
    switchTo(s, { of: 'way', id: sockets }, 'off');
    expect(whats()).toEqual([expect.stringMatching(/Way 1 Sockets is off/), 'L–CPC link, way 1']);
  });
  it('leaves signatures in force: what is on changes nothing of the installation', () => {
    for (const kind of ['device.switched', 'cover.set', 'supply.restored', 'leaving.checked'] as const)
      expect(jobStream.kinds[kind].paper, kind).toBe(true);
    expect(jobStream.kinds['circuit.tried'].paper).toBeUndefined();
  });
});

describe('a neutral off its bar', () => {
  it('is proved by itself, since it was taken off', () => {
    const { s, sockets } = house();
    const isolationId = s.isolate('Ms Sedge', '4', null);
    const linkId = v7();
    s.say('link.made', { linkId, sort: 'neutral off', on: { of: 'way', id: sockets }, where: 'way 1', test: null });
    const made = () => jobOf(s).links[0];
    const proof = () => {
      const neutral = made();
      return neutral ? neutralProof(jobOf(s), neutral) : null;
    };
    expect(proof()).toBeNull();
    s.say('isolation.read', { isolationId, step: 'test', pair: 'N–E', place: 'neutral of way 1', volts: 0 });
    expect(proof()).toMatchObject({ volts: 0 });
  });
  it.each([
    ['RCD 1', 'RCD 1', null],
    ['RCD 1', null, null],
    ['RCD 1', 'rcd 1 ', null],
    ['RCD 1', 'RCD 2', /both trip/],
    [null, 'RCD 2', /no such RCD/],
  ] as const)('behind %s on the bar of %s', (residualGroup, neutralBar, says) => {
    const said = strayNeutral({ residualGroup, neutralBar });
    if (says) expect(said).toMatch(says);
    else expect(said).toBeNull();
  });
});

describe('one reading of a device serves every circuit behind it', () => {
  const record = (s: Scribe, way: string, value: string) => {
    const recording = recordServing(
      viewOfScribe(s),
      slotAt({ of: 'way', id: way }, atHalfCycle(rcdTime, '0')),
      { value: { is: 'number', shown: value }, reason: null },
      emptyHanded,
    );
    if (!recording.ok) throw new Error(recording.problem);
    for (const { kind, body } of recording.entries) s.say(kind, body);
    return recording.entries;
  };
  it('is kept with each, the longer half cycle governing', () => {
    const { s, sockets, lights, boiler } = house();
    const entries = record(s, sockets, '24');
    expect(entries.map(({ kind }) => kind)).toEqual(['reading.taken', 'reading.taken']);
    expect(entries[0]).toMatchObject({ body: { slot: { on: { id: sockets } } } });
    s.read({ of: 'way', id: lights }, atHalfCycle(rcdTime, '180'), '31');
    const time = (id: string) => governing(viewOfScribe(s), { of: 'way', id }, rcdTime)?.body.value;
    expect(time(sockets)).toMatchObject({ shown: '24' });
    expect(time(lights)).toMatchObject({ shown: '31' });
    expect(time(boiler)).toBeUndefined();
    expect(record(s, boiler, '20')).toHaveLength(1);
  });
  it('names the devices with what they guard, and doubts type AC before what makes direct current', () => {
    const { s, board } = house();
    expect(listResidualDevices(jobOf(s)).map(({ name, ways }) => [name, ways.length])).toEqual([
      ['RCD 1', 2],
      ['Way 3 Boiler', 1],
    ]);
    s.way(board, 4, ['Vehicle charging', 'fixed', 1, 'B32', '30 AC', '6/2.5', 'C']);
    const doubts = listResidualDevices(jobOf(s)).map(doubtOfType);
    expect(doubts).toEqual([null, null, expect.stringMatching(/way 4 Vehicle charging/)]);
  });
  it('keeps what one press showed beside it, and never under what counts more', () => {
    const { s } = house();
    const also = [
      { measure: ipfLineNeutral, value: { is: 'number', shown: '1.10' } as const },
      { measure: { test: 'volts', pair: 'L-N' }, value: { is: 'number', shown: '236' } as const },
      { measure: { test: 'nothing known' }, value: { is: 'number', shown: '1' } as const },
    ];
    const kept = () => recordBeside(viewOfScribe(s), { of: 'supply' }, also, emptyHanded);
    expect(kept().map(({ kind }) => kind)).toEqual(['reading.taken', 'reading.taken']);
    s.read({ of: 'supply' }, ipfLineNeutral, '1.40');
    s.read({ of: 'supply' }, { test: 'volts', pair: 'L-N' }, '235');
    expect(kept()).toEqual([]);
  });
  it('keeps how a loop was read with it: by what RCD is in the way, unless chosen', () => {
    const { s, at, way, sockets } = house();
    expect(methodFor(way(sockets), emptyHanded)).toBe('no-trip');
    expect(methodFor(way(sockets), { loopMethod: 'two-lead' })).toBe('two-lead');
    expect(methodFor(null, emptyHanded)).toBe('two-lead');
    const recording = recordReading(
      viewOfScribe(s),
      slotAt(at('Hall'), zs),
      { value: { is: 'number', shown: '0.4' }, reason: null },
      { ...emptyHanded, cpcProvedBy: { [sockets]: 'long lead, last week' } },
    );
    expect(recording.ok && recording.entries[0]?.body).toMatchObject({
      method: 'no-trip',
      reason: 'CPC proved by long lead, last week',
    });
  });
});

describe('a plan over both halves', () => {
  it('walks Zs by rooms, presses each RCD once, and lists what is tried by hand', () => {
    const { s, at } = house();
    const tasks = (id: string) => planOfTests(viewOfScribe(s)).steps.find((step) => step.id === id)?.tasks ?? [];
    expect(tasks('zs').map(({ room }) => room)).toEqual(expect.arrayContaining(['Hall', 'Kitchen']));
    expect(tasks('residual').filter(({ slot }) => slot.test === 'rcd button')).toHaveLength(2);
    expect(tasks('function').map(({ slot }) => slot.position)).toEqual([
      'main switch',
      'switches',
      'isolator',
      'controls',
    ]);
    s.read(at('Hall'), zs, '0.5');
    expect(tasks('zs').filter(({ done }) => done)).toHaveLength(1);
  });
  it('asks again for what a repair puts in question, and shows both readings', () => {
    const { s, sockets, at } = house();
    s.read(at('Kitchen'), r1r2, '0.9');
    s.read(at('Kitchen'), zs, '2.10');
    s.read({ of: 'way', id: sockets }, rcdButton, 'ok');
    s.say('repair.made', { repairId: v7(), wayId: sockets, found: zs, what: 'terminal tightened', minutes: 10 });
    const { repeats } = planOfTests(viewOfScribe(s));
    expect(repeats.map(({ slot }) => slot.test).sort()).toEqual(['r1r2', 'zs']);
    const shown = () => {
      const view = viewOfScribe(s);
      const repair = view.job.repairs[0];
      if (!repair) throw new Error('no repair');
      return beforeAndAfter(view, repair);
    };
    expect(shown()).toEqual({ name: 'Zs', before: '2.10', after: null });
    const old = standing(jobOf(s).readings.get(slotKey(at('Kitchen'), zs)))[0] as Recorded;
    s.say('entry.struck', { entryId: old.id, why: 'Repeated after a repair' });
    s.read(at('Kitchen'), zs, '0.70');
    // Folded anew: what was struck since the repair stood when it was made.
    expect(shown()).toMatchObject({ before: '2.10', after: '0.70' });
  });
});

describe('time spent', () => {
  it('belongs to what the next entry is, and a long gap to nobody', () => {
    const { s } = house();
    const before = timeSpent(viewOfScribe(s));
    s.read({ of: 'supply' }, ze, '0.2');
    const after = timeSpent(viewOfScribe(s));
    expect(after.readings).toBe(before.readings + 1);
    expect(after.minutes - before.minutes).toBeLessThanOrEqual(1);
    expect(after.parts.reduce((sum, { minutes }) => sum + minutes, 0)).toBeGreaterThan(0);
    const late = numbered(s.drafts).map((entry, index, all) =>
      index === all.length - 1
        ? { ...entry, madeAt: new Date(Date.parse(entry.madeAt) + 21 * 60_000).toISOString() }
        : entry,
    );
    const view = viewOfScribe(s);
    expect(timeSpent({ ...view, job: fold(late) }).minutes).toBe(before.minutes);
  });
});

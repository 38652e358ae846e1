import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { WebSocket } from 'ws';
import { type Measure, type Slot, type Subject, slotAt } from '../../src/core/installation/slot';
import { type Asked, type Line, TesterLink } from '../../src/instruments/tester-link';
import { randomFrom } from '../../src/core/physics/seeded-random';
import { eventually } from '../support/eventually';
import { type TesterReading, testerFormat } from '../../src/instruments/messages';
import { sallowRise } from '../../src/standins/tester/sallow-rise';
import { serveTester } from '../../src/standins/tester/serve';
import { conductorContinuity, r1r2 } from '../../src/core/measurements/continuity/slots';
import { liveLive, neutralEarth } from '../../src/core/measurements/insulation/slots';
import { polarity } from '../../src/core/measurements/polarity/slots';
import { ringR1, ringR2, ringRn } from '../../src/core/measurements/ring/slots';

const origin = 'http://127.0.0.1:9';
const instrument = { name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' };
type Tester = Awaited<ReturnType<typeof serveTester>>;
let tester: Tester;
const serve = (port = 0) =>
  serveTester({ port, dwelling: sallowRise, instrument, random: randomFrom(3), origin, settleMillis: 0 });
beforeEach(async () => void (tester = await serve()));
afterEach(() => tester.close());

const way: Subject = { of: 'way', id: '0195a000-0000-7000-8000-0000000000a0' };
const slot = (measure: Measure): Slot => slotAt(way, measure);
let requests = 0;
const newId = () => `0195a000-0000-7000-8000-${String((requests += 1)).padStart(12, '0')}`;

/** A link as a page holds it, with what it recorded; `lines` are the sockets it opened. */
function page(kept: Record<string, Asked> = {}, takes = true) {
  const recorded: { slot: Slot; reading: TesterReading }[] = [];
  const lines: WebSocket[] = [];
  let places = kept;
  const link = new TesterLink({
    open: () => {
      const socket = new WebSocket(`ws://127.0.0.1:${tester.port}`, { origin });
      lines.push(socket);
      socket.on('error', () => undefined);
      return socket as unknown as Line;
    },
    keeper: { load: () => places, keep: (next) => void (places = { ...next }) },
    later: (work) => {
      const timer = setTimeout(work, 5);
      return () => clearTimeout(timer);
    },
    newId,
    record: (at, reading) => {
      if (takes && !recorded.some((each) => each.reading.id === reading.id)) recorded.push({ slot: at, reading });
      return takes;
    },
  });
  link.begin();
  const is = (line: string) => eventually(() => expect(link.getSnapshot().line).toBe(line));
  return { link, recorded, lines, is, places: () => places };
}

describe('a tester over its link', () => {
  it('says who it is, takes a reading where it is asked to, and is told that it arrived', async () => {
    const { link, recorded, is, places } = page();
    await is('ready');
    expect(link.getSnapshot().instrument).toEqual(instrument);
    link.measure(slot(ringR1), { where: { of: 'way', way: 1 }, testVolts: null });
    expect(Object.values(places())).toEqual([{ slot: slot(ringR1), where: { of: 'way', way: 1 }, testVolts: null }]);
    await eventually(() => expect(recorded).toHaveLength(1));
    expect(Number((recorded[0]?.reading.value as { shown: string }).shown)).toBeCloseTo(0.281, 1);
    expect(recorded[0]?.reading).toMatchObject({ leadNullOhms: '0.08', testVolts: null });
    expect(places()).toEqual({});
    // Another page that connects is not sent what was acknowledged.
    const second = page();
    await second.is('ready');
    second.link.measure(slot(liveLive), { where: { of: 'way', way: 1 }, testVolts: 250 });
    await eventually(() =>
      expect(second.recorded.map((each) => each.reading.value)).toEqual([{ is: 'over', bound: '999' }]),
    );
    expect(second.recorded[0]?.reading).toMatchObject({ testVolts: 250, leadNullOhms: null });
    link.end();
    second.link.end();
  });
  it('keeps a reading the page did not acknowledge and sends it again after a lost line, once', async () => {
    const { link, recorded, lines, is } = page();
    await is('ready');
    const before = lines[0];
    before?.removeAllListeners('message');
    if (before) before.onmessage = () => undefined;
    link.measure(slot(neutralEarth), { where: { of: 'way', way: 8 }, testVolts: 500 });
    before?.once('message', () => before.terminate());
    await eventually(() => expect(recorded).toHaveLength(1));
    expect(lines.length).toBeGreaterThan(1);
    expect(recorded[0]?.reading.value).toEqual({ is: 'number', shown: '0.60' });
    link.end();
  });
  it('asks again, after the tester was away altogether, what it was never able to ask', async () => {
    const { link, recorded, is } = page();
    await is('ready');
    const { port } = tester;
    await tester.close();
    await is('lost');
    link.measure(slot(ringRn), { where: { of: 'way', way: 1 }, testVolts: null });
    expect(link.getSnapshot().waiting).toHaveLength(1);
    tester = await serve(port);
    await eventually(() => expect(recorded).toHaveLength(1));
    expect(link.getSnapshot().waiting).toHaveLength(0);
    link.end();
  });
  it('asks for it after a reload, though the page never got to', async () => {
    const { link, recorded, is, places } = page({
      [newId()]: { slot: slot(ringR2), where: { of: 'way', way: 1 }, testVolts: null },
    });
    await is('ready');
    await eventually(() => expect(recorded).toHaveLength(1));
    expect(recorded[0]?.slot).toEqual(slot(ringR2));
    await eventually(() => expect(places()).toEqual({}));
    link.end();
  });
  it('says why it cannot, and forgets the place', async () => {
    const { link, is, recorded } = page();
    await is('ready');
    for (const [test, at, why] of [
      [polarity, { of: 'way', way: 1 }, /looked at, not measured/],
      [r1r2, { of: 'point', way: 5, point: 'Attic' }, /finds no point “Attic”/],
      [ringR1, { of: 'way', way: 5 }, /Not a ring/],
      [r1r2, { of: 'way', way: 77 }, /not connected/],
      [conductorContinuity, { of: 'conductor', to: 'oil' }, /No bond to oil/],
    ] as const) {
      link.measure(slot(test), { where: at, testVolts: null });
      await eventually(() => expect(link.getSnapshot().refused).toMatch(why));
      expect(link.getSnapshot().waiting).toHaveLength(0);
    }
    expect(recorded).toEqual([]);
    link.end();
  });
  it('shows a reading that does not fit its place, for the person to put somewhere', async () => {
    const { link, is } = page({}, false);
    await is('ready');
    link.measure(slot(ringR2), { where: { of: 'way', way: 1 }, testVolts: null });
    await eventually(() => expect(link.getSnapshot().unplaced).toHaveLength(1));
    expect(link.getSnapshot().waiting).toHaveLength(0);
    link.end();
  });
  it('lets no other page listen in, and closes on what it does not understand', async () => {
    const stranger = new WebSocket(`ws://127.0.0.1:${tester.port}`, { origin: 'http://elsewhere.example' });
    expect(
      await new Promise((resolve) =>
        stranger.once('unexpected-response', (_request, response) => resolve(response.statusCode)),
      ),
    ).toBe(401);
    for (const [said, code] of [
      ['not json', 1007],
      [JSON.stringify({ format: testerFormat, type: 'measure' }), 1008],
    ] as const) {
      const socket = new WebSocket(`ws://127.0.0.1:${tester.port}`, { origin });
      await new Promise((resolve) => socket.once('open', resolve));
      socket.send(said);
      expect(await new Promise((resolve) => socket.once('close', resolve))).toBe(code);
    }
  });
});

import { describe, expect, it } from 'vitest';
import { fold, numbered, opened } from '../../../tests/support/entries';
import type { Scribe } from '../../../scripts/demo/scribe';
import type { Code } from '../job/outcome';
import { samplingOfJob } from './sampling';

const planOf = (s: Scribe) => samplingOfJob(fold(numbered(s.drafts)));

function house() {
  const s = opened();
  const board = s.board('CU', 'hall', 'intake');
  const lights = s.way(board, 1, ['Lights', 'lights', 4, 'B6', '30 A', '1.5/1', 'C']);
  const sockets = s.way(board, 2, ['Sockets', 'sockets', 6, 'B20', '30 A', '2.5/1.5', 'C']);
  s.way(board, 3, ['Boiler', 'fixed', 1, 'B16', '30 A', '2.5/1.5', 'C']);
  s.points(
    lights,
    ['Hall', 'Landing', 'Study', 'Porch'].map((room) => [room, 'light', { room }] as const),
  );
  s.points(
    sockets,
    ['Hall', 'Landing', 'Study', 'Kitchen 1', 'Kitchen 2', 'Pantry'].map(
      (name) => [name, 'socket', { room: name.replace(/ \d$/, '') }] as const,
    ),
  );
  return { s, sockets };
}
const found = (s: Scribe, code: Code, wayId: string | null) =>
  s.say('observation.noted', {
    observationId: crypto.randomUUID(),
    fields: {
      what: 'w',
      where: 'x',
      why: 'y',
      code,
      item: null,
      wayId,
      regulation: null,
      livePartsAccessible: false,
      codeReason: null,
    },
  });

describe('which accessories of a job to open', () => {
  it('is nothing while no points are known', () => expect(planOf(opened())).toBeNull());
  it('is a tenth where nothing else was agreed, at least one of every circuit that has any', () => {
    const plan = planOf(house().s);
    expect(plan?.share).toBe('2 of 10 (20 %)');
    expect(plan?.byWay.map(({ way, points }) => [way.number, points.length])).toEqual([
      [1, 1],
      [2, 1],
    ]);
  });
  it('is the share agreed in the brief, spread over rooms', () => {
    const { s } = house();
    s.say('brief.agreed', { samplingPercent: 50 });
    const plan = planOf(s);
    expect(plan?.share).toBe('5 of 10 (50 %)');
    const rooms = plan?.byWay.flatMap(({ points }) => points.map((point) => point.room)) ?? [];
    expect(new Set(rooms).size).toBe(5);
  });
  it('grows with defects on circuits, not with what is to be improved or is at the intake', () => {
    const { s, sockets } = house();
    s.say('brief.agreed', { samplingPercent: 30 });
    found(s, 'C3', sockets);
    found(s, 'C2', null);
    expect(planOf(s)?.percent).toBe(30);
    found(s, 'C2', sockets);
    expect(planOf(s)).toMatchObject({ percent: 60, share: '6 of 10 (60 %)' });
    found(s, 'C1', sockets);
    found(s, 'C2', sockets);
    expect(planOf(s)?.share).toBe('10 of 10 (100 %)');
  });
});

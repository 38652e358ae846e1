import { describe, expect, it } from 'vitest';
import { changesOver, parsePoints, usualPoint } from './point';

const names = (typed: string, taken: string[] = []) => {
  const parsed = parsePoints(typed, taken);
  return parsed.ok ? parsed.points.map((p) => `${p.name} (${p.kind})`) : parsed.problem;
};

describe('points as typed', () => {
  it.each([
    ['kitchen 4', [], ['Kitchen 1 (socket)', 'Kitchen 2 (socket)', 'Kitchen 3 (socket)', 'Kitchen 4 (socket)']],
    ['hall', [], ['Hall (socket)']],
    ['hall, garden room 2', [], ['Hall (socket)', 'Garden room 1 (outdoor)', 'Garden room 2 (outdoor)']],
    ['kitchen 2', ['Kitchen 1', 'kitchen 2'], ['Kitchen 3 (socket)', 'Kitchen 4 (socket)']],
    ['hall', ['Hall'], ['Hall 2 (socket)']],
    ['bathroom 1', [], ['Bathroom (wet room)']],
  ] as [string, string[], string[]][])('%s beside %j', (typed, taken, wanted) =>
    expect(names(typed, taken)).toEqual(wanted),
  );
  it('are what the circuit is made of, unless the room says more', () => {
    const parsed = parsePoints('hall, bathroom, garden', [], 'light');
    expect(parsed.ok && parsed.points.map((point) => point.kind)).toEqual(['light', 'wet room', 'outdoor']);
  });
  it.each(['', ' , ', '4', 'kitchen 0', 'x'.repeat(61)])('refuses %j', (typed) =>
    expect(names(typed)).toMatch(/how many points/),
  );
});

describe('a point by its circuit', () => {
  it.each([
    ['lighting', 'light', 'one-way'],
    ['sockets', 'socket', 'none'],
    ['fixed', 'fixed', 'none'],
    ['distribution', 'fixed', 'none'],
    [null, 'socket', 'none'],
  ] as const)('%s: %s, %s', (load, kind, switching) => expect(usualPoint(load)).toEqual({ kind, switching }));
  it.each([
    ['none', false],
    ['one-way', false],
    ['two-way', true],
    ['intermediate', true],
  ] as const)('switched %s is changed over: %s', (switching, over) => expect(changesOver({ switching })).toBe(over));
});

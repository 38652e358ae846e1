import { describe, expect, it } from 'vitest';
import { leadNullDue, readLeadNull } from './lead-null';
import { type Switching, switchingSteps } from '../polarity/switching';

describe('the lead null', () => {
  const at = '2026-03-02T12:00:00.000Z';
  it.each([
    [{ leadNullOhms: null, nulledAt: null }, at, /Not yet/],
    [{ leadNullOhms: '0.08', nulledAt: null }, at, /Not yet/],
    [{ leadNullOhms: '0.08', nulledAt: at }, '2026-03-02T13:00:00.000Z', null],
    [{ leadNullOhms: '0.08', nulledAt: at }, '2026-03-02T13:00:01.000Z', /more than 60 minutes/],
    [{ leadNullOhms: '0.08', nulledAt: at }, '2026-03-02T11:59:00.000Z', /more than 60 minutes/],
  ])('%j at %s', (held, now, due) => {
    const found = leadNullDue(held, now);
    if (due) expect(found).toMatch(due);
    else expect(found).toBeNull();
  });
  it.each([
    ['0.08', '0.08', null],
    ['.08', '0.08', null],
    ['0.5 Ω', '0.5', null],
    ['0.51', '0.51', /clips, tips and fuses/],
    ['10', '10', /fuses/],
  ])('%s is read', (typed, ohms, doubt) => {
    const read = readLeadNull(typed);
    expect(read).toMatchObject({ ok: true, ohms });
    if (read.ok && doubt) expect(read.doubt).toMatch(doubt);
    else if (read.ok) expect(read.doubt).toBeNull();
  });
  it.each(['', 'none', '-0.1', '10.01'])('“%s” is asked again', (typed) => expect(readLeadNull(typed).ok).toBe(false));
});

describe('switch positions', () => {
  it.each([
    ['none', 0],
    ['one-way', 2],
    ['two-way', 4],
    ['intermediate', 8],
  ] as [Switching, number][])(
    '%s has %i combinations, each tried once, one change at a time',
    (switching, combinations) => {
      const steps = switchingSteps(switching);
      expect(steps).toHaveLength(combinations);
      const visited = new Set<string>();
      const positions: Record<string, boolean> = {};
      for (const step of steps) {
        const changed = /^Change (.*) over$/.exec(step.do)?.[1];
        if (changed) positions[changed] = !positions[changed];
        visited.add(
          JSON.stringify(
            Object.entries(positions)
              .filter(([, over]) => over)
              .map(([name]) => name)
              .sort(),
          ),
        );
        // Switches in a row make the line when an even number of them has been changed over.
        expect(step.expect).toBe(Object.values(positions).filter(Boolean).length % 2 === 0 ? 'reads' : 'open');
      }
      expect(visited.size).toBe(combinations);
    },
  );
});

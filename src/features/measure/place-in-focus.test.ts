import { describe, expect, test } from 'vitest';
import { slotAt } from '../../core/installation/slot';
import { zs } from '../../core/measurements/loop/slots';
import { FocusStore } from './place-in-focus';

const slotOf = (id: string) => slotAt({ of: 'point', id }, zs);
const kitchen = slotOf('kitchen');
const hall = slotOf('hall');

function bench(refuses: (text: string) => string | null = () => null) {
  const written: [string, string][] = [];
  const focus = new FocusStore();
  focus.recordWith((slot, text) => {
    const problem = refuses(text);
    if (problem === null) written.push([slot.on.of === 'point' ? slot.on.id : slot.on.of, text]);
    return problem;
  });
  return { focus, written };
}

describe('the one place readings are written to', () => {
  test('nothing is written where nothing is in focus', () => {
    const { focus, written } = bench();
    focus.write('0.42');
    expect(focus.record('0.42')).toBe(false);
    expect(written).toEqual([]);
  });

  test('a cell that left the screen takes the focus with it, and what was typed waits in it', () => {
    const { focus, written } = bench();
    focus.enter('a', kitchen, 'kitchen');
    focus.write('0.4');
    focus.gone('a');
    focus.write('9');
    focus.record('9');
    expect(written).toEqual([]);
    focus.enter('b', kitchen, 'kitchen');
    expect([...focus.getSnapshot().notRecorded.values()].map(({ text }) => text)).toEqual(['0.4']);
    expect(focus.record()).toBe(true);
    expect(written).toEqual([['kitchen', '0.4']]);
  });

  test('a cell that left the screen takes nobody else out of focus', () => {
    const { focus, written } = bench();
    focus.enter('b', hall, 'hall');
    focus.gone('a');
    focus.record('0.52');
    expect(written).toEqual([['hall', '0.52']]);
  });

  test('going to another cell records what was typed in the one before, there', () => {
    const { focus, written } = bench();
    focus.enter('a', kitchen, 'kitchen');
    focus.write('0.42');
    focus.enter('b', hall, 'hall');
    focus.write('0.52');
    focus.leave('b');
    focus.leave('b');
    expect(written).toEqual([
      ['kitchen', '0.42'],
      ['hall', '0.52'],
    ]);
  });

  test('after a record nothing is typed: the next digit begins anew', () => {
    const { focus, written } = bench();
    focus.enter('a', kitchen, 'kitchen');
    focus.write('0.33');
    focus.record();
    expect(focus.getSnapshot().focus?.draft).toBeNull();
    focus.record();
    expect(written).toEqual([['kitchen', '0.33']]);
  });

  test('what cannot be recorded stays with its reason until it is typed over or forgotten', () => {
    const { focus, written } = bench((text) => (text.includes('o') ? 'No figure.' : null));
    focus.enter('a', kitchen, 'kitchen');
    focus.write('o.42');
    expect(focus.record()).toBe(false);
    focus.enter('b', hall, 'hall');
    expect([...focus.getSnapshot().notRecorded.values()]).toEqual([{ text: 'o.42', problem: 'No figure.' }]);
    focus.enter('a', kitchen, 'kitchen');
    focus.write('0');
    expect(focus.getSnapshot().notRecorded.size).toBe(0);
    focus.forget();
    focus.record();
    expect(written).toEqual([]);
  });
});

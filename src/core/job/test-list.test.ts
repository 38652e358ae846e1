import { describe, expect, it } from 'vitest';
import { tests } from '../catalogue';
import { confirmation, continuityOhms, loopOhms, megohms } from '../quantity/reading-spec';
import type { ReadingValue } from '../quantity/reading-value';
import { r1r2 } from '../measurements/continuity/slots';
import { polarity } from '../measurements/polarity/slots';
import type { TestDefinition } from './test-definition';
import { testList } from './test-list';

const number = (shown: string): ReadingValue => ({ is: 'number', shown });

describe('what may stand in a slot', () => {
  it.each([
    [continuityOhms, number('0'), true],
    [continuityOhms, number('10000'), true],
    [continuityOhms, number('10000.01'), false],
    [continuityOhms, number('-0.01'), false],
    [continuityOhms, { is: 'open' }, true],
    [continuityOhms, { is: 'over', bound: '1999' }, true],
    [continuityOhms, { is: 'over', bound: '-1' }, false],
    [continuityOhms, { is: 'unstable', low: '0.2', high: '0.4' }, true],
    [continuityOhms, { is: 'unstable', low: '0.4', high: '0.4' }, false],
    [continuityOhms, { is: 'unstable', low: '0.4', high: '0.2' }, false],
    [continuityOhms, { is: 'unstable', low: '-0.2', high: '0.2' }, false],
    [continuityOhms, { is: 'unstable', low: '0.2', high: '10000.1' }, false],
    [continuityOhms, { is: 'confirmed' }, false],
    [continuityOhms, { is: 'not-taken', mark: 'LIM' }, true],
    [megohms, { is: 'open' }, false],
    [megohms, { is: 'over', bound: '999' }, true],
    [megohms, { is: 'under', bound: '0.01' }, true],
    [megohms, { is: 'under', bound: '-0.01' }, false],
    [megohms, { is: 'unstable', low: '1', high: '2' }, false],
    [loopOhms, { is: 'unstable', low: '0.2', high: '0.9' }, true],
    [loopOhms, { is: 'open' }, false],
    [confirmation, { is: 'confirmed' }, true],
    [confirmation, { is: 'reversed' }, true],
    [confirmation, number('1'), false],
    [confirmation, { is: 'not-taken', mark: 'N/A' }, true],
  ] as const)('%j takes %j: %s', (spec, value, fits) => {
    const why = tests.misfit(value, { spec, name: 'It' } as never);
    expect(why === null).toBe(fits);
    if (!fits) expect(why).toMatch(/^It /);
  });
});

describe('the list of tests', () => {
  it('refuses two families that claim one slot', () => {
    const [family] = tests.families;
    if (!family) throw new Error('no families');
    expect(() => testList([family, family])).toThrow(/^Two tests claim /);
    expect(() => testList([])).not.toThrow();
  });
  it('has every slot under what it is on, and none under anything else', () => {
    expect(tests.slots.length).toBeGreaterThan(40);
    for (const each of tests.slots) expect(tests.on(each.on, each.measure)).toBe(each);
  });
  it('finds a measure on any phase by the one without', () => {
    const id = '0195a000-0000-7000-8000-0000000000aa';
    const plain = tests.of({ ...r1r2, on: { of: 'way', id } });
    expect(plain?.name).toBe('R1+R2');
    expect(tests.of({ ...r1r2, phase: 'L2', on: { of: 'way', id } })).toBe(plain);
  });
  it('says where a test is taken that was put elsewhere, and of none that there is none', () => {
    expect(tests.whyNot({ ...r1r2, on: { of: 'supply' } })).toMatch(/is taken on a (way|point)\.$/);
    expect(tests.whyNot({ test: 'no such test', on: { of: 'supply' } })).toBe(
      'There is no test no such test in this application.',
    );
  });
  it('counts the points of a way with the way, and nothing of other measures', () => {
    const id = '0195a000-0000-7000-8000-0000000000aa';
    const way = tests.of({ ...polarity, on: { of: 'way', id } });
    const parts = way ? tests.partsOf(way) : [];
    expect(parts.map(({ on }) => on)).toContain('point');
    for (const part of parts) expect(part.measure.test).toBe('polarity');
    expect(tests.partsOf({} as TestDefinition['slots'][number])).toEqual([]);
  });
  it('has its columns in their order, each once', () => {
    const places = tests.columns.map(({ column }) => column.place);
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(new Set(tests.columns.map(({ column }) => column.spoken)).size).toBe(places.length);
  });
});

import { describe, expect, it } from 'vitest';
import { opened, viewOfScribe } from '../../../tests/support/entries';
import type { Results, Scribe, WayShorthand } from '../../../scripts/demo/scribe';
import { isNeutralEarthed, whatAnRcdMeets } from './rcd-meets';

const lights: WayShorthand = ['Lights', 'lights', 6, 'B6', 'none', '1/1', 'C'];
const sockets: WayShorthand = ['Sockets', 'ring', 6, 'B32', 'none', '2.5/1.5', 'C'];
const cylinder: WayShorthand = ['Immersion heater', 'fixed', 1, 'B16', 'none', '2.5/1.5', 'C'];

function house(...ways: readonly (readonly [WayShorthand, Results])[]): { s: Scribe; ids: string[] } {
  const s = opened();
  const board = s.board('Board', 'Hall', 'Origin');
  const ids = ways.map(([way, results], index) => {
    const id = s.way(board, index + 1, way);
    s.results(id, results);
    return id;
  });
  return { s, ids };
}
const linesOf = (s: Scribe) => {
  const view = viewOfScribe(s);
  return whatAnRcdMeets(view, [...view.job.ways.values()]);
};
const keys = (s: Scribe, ids: readonly string[]) =>
  linesOf(s).map(
    ({ key, stands }) => `${ids.reduce((text, id, way) => text.replace(id, `way ${way + 1}`), key)}: ${stands}`,
  );

describe('a neutral to earth, before an RCD is fitted', () => {
  it.each<[string, Results, string[]]>([
    ['never read', {}, ['neutral-earth-way 1: not known']],
    ['sound by itself', { neutralEarth: '200' }, []],
    ['at the least', { neutralEarth: '1' }, []],
    ['a hair below', { neutralEarth: '0.99' }, ['neutral-earth-way 1: shortfall']],
    ['next to nothing', { neutralEarth: '0.00' }, ['neutral-earth-way 1: shortfall']],
    ['covered by both live to earth, sound', { liveEarth: '150' }, []],
    ['both live to earth low: read it by itself', { liveEarth: '0.3' }, ['neutral-earth-way 1: not known']],
    ['not taken', { neutralEarth: 'LIM' }, ['neutral-earth-way 1: not known']],
  ])('%s', (_name, results, wanted) => {
    const { s, ids } = house([sockets, results]);
    expect(keys(s, ids).filter((each) => each.startsWith('neutral-earth'))).toEqual(wanted);
  });
  it('says by itself whether it is joined to earth, and nothing where it was not read', () => {
    const joined = (results: Results): boolean => {
      const { s, ids } = house([sockets, results]);
      const view = viewOfScribe(s);
      const way = view.job.ways.get(ids[0] ?? '');
      return way !== undefined && isNeutralEarthed(view, way);
    };
    expect([{}, { neutralEarth: '50' }, { neutralEarth: '0.02' }, { neutralEarth: 'LIM' }].map(joined)).toEqual([
      false,
      false,
      true,
      false,
    ]);
  });
});

describe('neutrals shared', () => {
  it('is asked of two lighting circuits, of one alone never', () => {
    const one = house([lights, { neutralEarth: '200' }]);
    expect(keys(one.s, one.ids)).toEqual([]);
    const two = house([lights, { neutralEarth: '200' }], [lights, { neutralEarth: '200' }]);
    expect(keys(two.s, two.ids)).toEqual(['neutral-way 1: not known', 'neutral-way 2: not known']);
  });
  it('is a shortfall that names the other circuit, and settled where it is said to be its own', () => {
    const { s, ids } = house([lights, { neutralEarth: '200' }], [lights, { neutralEarth: '200' }]);
    const [one = '', two = ''] = ids;
    s.say('way.described', { wayId: one, fields: { neutral: 'shared', neutralSharedWith: two } });
    s.say('way.described', { wayId: two, fields: { neutral: 'own' } });
    expect(keys(s, ids)).toEqual(['neutral-way 1: shortfall']);
    expect(linesOf(s)[0]?.quote).toBe('Way 1, Lights: part its neutral from Way 2, Lights, or both behind one device');
  });
});

describe('leakage behind one device', () => {
  // 30 mA, three tenths of it: 9 mA, or 230 V over 25.6 kΩ.
  it.each<[string, readonly string[], boolean]>([
    ['none read', [], false],
    ['sound circuits', ['200', '200', '200'], false],
    ['just under', ['0.0256'], false],
    ['just over', ['0.0255'], true],
    ['together over', ['0.05', '0.05'], true],
    ['over range leaks nothing', ['>999', '>999'], false],
    ['nothing at all counts as the least told apart', ['0.00'], true],
  ])('%s', (_name, megohms, isOver) => {
    const { s } = house(...megohms.map((lineEarth) => [sockets, { lineEarth, neutralEarth: '200' }] as const));
    expect(linesOf(s).some(({ key }) => key === 'leakage')).toBe(isOver);
  });
  it('never counts less for worse insulation', () => {
    const milliamps = ['0.02', '0.01', '0.005', '0.001', '0.0005', '0.00'].map((lineEarth) => {
      const { s } = house([sockets, { lineEarth, neutralEarth: '200' }]);
      return Number(/^([\d.]+) mA/.exec(linesOf(s).find(({ key }) => key === 'leakage')?.why ?? '')?.[1] ?? 0);
    });
    expect(milliamps[0]).toBeGreaterThan(9);
    expect(milliamps).toEqual([...milliamps].sort((a, b) => a - b));
  });
  it('asks of what heats water, which may leak until it is dry', () => {
    const { s, ids } = house([cylinder, { neutralEarth: '200' }]);
    expect(keys(s, ids)).toEqual(['leaks-way 1: not known']);
  });
});

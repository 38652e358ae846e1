import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { opened, viewOfScribe } from '../../../tests/support/entries';
import { type Subject, slotAt } from '../installation/slot';
import { governingOf } from '../job/governing';
import { showValue } from '../quantity/reading-value';
import { r1r2 } from '../measurements/continuity/slots';
import { liveEarth } from '../measurements/insulation/slots';
import { zs } from '../measurements/loop/slots';
import { ipfLineNeutral, ze } from '../measurements/origin/slots';
import { emptyHanded } from './in-hand';
import { recordTyped } from './recorder';

function house() {
  const s = opened();
  const board = s.board('CU', 'hall', 'intake');
  const way = s.way(board, 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '4/1.5', 'C']);
  const [point = ''] = s.points(way, [['Hall']]).values();
  return { s, board, way, point };
}
type House = ReturnType<typeof house>;

/** Types figures one after the other into a slot, as a cell does; answers what governs it then. */
function typed(
  { s }: House,
  on: Subject,
  measure: { test: string; pair?: string },
  texts: readonly string[],
  corrects = true,
) {
  const slot = slotAt(on, measure);
  for (const text of texts) {
    const recording = recordTyped(viewOfScribe(s), slot, text, emptyHanded, { corrects });
    if (!recording.ok) throw new Error(recording.problem);
    for (const { kind, body } of recording.entries) s.say(kind, body as never);
  }
  const governs = governingOf(viewOfScribe(s), slot);
  return governs && showValue(governs.body.value);
}

const places: readonly (readonly [string, (house: House) => Subject, { test: string; pair?: string }])[] = [
  ['a point', ({ point }) => ({ of: 'point', id: point }), zs],
  ['R1+R2 at a point', ({ point }) => ({ of: 'point', id: point }), r1r2],
  ['a circuit', ({ way }) => ({ of: 'way', id: way }), zs],
  ['insulation of a circuit', ({ way }) => ({ of: 'way', id: way }), liveEarth],
  ['a board', ({ board }) => ({ of: 'board', id: board }), zs],
  ['the supply', () => ({ of: 'supply' }), ze],
  ['a fault current', () => ({ of: 'supply' }), ipfLineNeutral],
];

describe('a new figure in its own cell', () => {
  it.each(places)('replaces the one before, at %s', (_, on, measure) => {
    const at = house();
    expect(typed(at, on(at), measure, ['5.5', '0.55'])).toBe('0.55');
    expect(typed(at, on(at), measure, ['6.1', '0.61', '0.6'])).toBe('0.6');
    expect(typed(at, on(at), measure, ['0.6', '7'])).toBe('7');
  });
  it.each(places)('governs whatever was typed before, also after two stood together, at %s', (_, on, measure) => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 1999 }), { minLength: 1, maxLength: 5 }),
        fc.boolean(),
        (all, both) => {
          const at = house();
          if (both && measure !== zs) typed(at, on(at), measure, ['0.01', '19'], false);
          const texts = all.map((each) => (each / 100).toFixed(2));
          expect(typed(at, on(at), measure, texts)).toBe(texts.at(-1));
        },
      ),
      { numRuns: 12 },
    );
  });
  it('stands beside the other where that is said on purpose: the worse governs', () => {
    const at = house();
    expect(typed(at, { of: 'way', id: at.way }, zs, ['0.55', '0.31'], false)).toBe('0.55');
    expect(typed(at, { of: 'way', id: at.way }, liveEarth, ['200', '300'], false)).toBe('200');
  });
  it('says where the reading stands that governs elsewhere, and leads there', () => {
    const at = house();
    const on = { of: 'point', id: at.point } as const;
    typed(at, on, zs, ['5.5']);
    const slot = slotAt({ of: 'way', id: at.way }, zs);
    expect(recordTyped(viewOfScribe(at.s), slot, '0.55', emptyHanded)).toMatchObject({
      ok: false,
      problem: '5.5 stands at Hall and governs. Correct it there.',
      elsewhere: { of: 'slot', slot: { on, test: 'zs' } },
    });
    expect(typed(at, on, zs, ['0.55'])).toBe('0.55');
    expect(governingOf(viewOfScribe(at.s), slot)?.body.value).toEqual({ is: 'number', shown: '0.55' });
  });
});

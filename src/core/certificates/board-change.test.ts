import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boardChange } from '../../../scripts/demo/new-work';
import type { Scribe } from '../../../scripts/demo/scribe';
import { noon, viewOfScribe } from '../../../tests/support/entries';
import type { JobBody } from '../catalogue';
import { lineEarth, liveEarth, liveLive, neutralEarth } from '../measurements/insulation/slots';
import { toShortest } from '../quantity/exact';
import { boardChangeCheck, quoteFrom } from './board-change';
import { demandOfJob } from './job-demand';

const job = () => boardChange(noon, []);
const works = (scribe: Scribe, fields: JobBody<'works.described'>['fields']) =>
  scribe.say('works.described', { documentId: scribe.documentId, fields });
const idOf = (scribe: Scribe, number: number) =>
  [...viewOfScribe(scribe).job.ways.values()].find((way) => way.number === number)?.id ?? '';
const linesOf = (scribe: Scribe) => {
  const { lines, meets } = boardChangeCheck(viewOfScribe(scribe));
  return [...lines, ...meets];
};
const line = (scribe: Scribe, key: string) => linesOf(scribe).find((each) => each.key === key);

describe('the check before a new board is quoted', () => {
  it.each<[string, JobBody<'supply.described'>, string, string | undefined, RegExp | null]>([
    ['an earthing conductor of the size asked', {}, 'earthing', 'sound', null],
    [
      'one too small',
      { earthingConductorCsaMm2: 6 },
      'earthing',
      'shortfall',
      /Earthing conductor: renew, at least 16/,
    ],
    ['one nobody measured', { earthingConductorCsaMm2: null }, 'earthing', 'not known', null],
    ['bonding of the size asked', { bondingCsaMm2: 10 }, 'bonding', 'sound', null],
    ['bonding just below', { bondingCsaMm2: 6 }, 'bonding', 'shortfall', /Main bonding: renew, at least 10/],
    ['gas not bonded', { bondGas: 'not-bonded' }, 'bond-gas', 'shortfall', /Bond gas/],
    ['gas nobody looked at', { bondGas: null }, 'bond-gas', 'not known', null],
    ['oil nobody looked at', { bondOil: null }, 'bond-oil', undefined, null],
    ['tails above their fuse', { tailsCsaMm2: 25, serviceFuseAmps: 100 }, 'tails', 'sound', null],
    ['tails just above', { tailsCsaMm2: 16, serviceFuseAmps: 80 }, 'tails', 'sound', null],
    ['tails at their rating', { tailsCsaMm2: 16, serviceFuseAmps: 87 }, 'tails', 'sound', null],
    ['tails below', { tailsCsaMm2: 16, serviceFuseAmps: 88 }, 'tails', 'shortfall', /Tails: 25 mm² for a 88 A/],
    ['tails no table holds', { tailsCsaMm2: 14 }, 'tails', 'not known', null],
    ['a service fuse nobody read', { serviceFuseAmps: null }, 'fuse', 'not known', null],
    ['a service fuse far too small', { serviceFuseAmps: 40 }, 'fuse', 'shortfall', /Larger service/],
  ])('%s', (_name, said, key, stands, quote) => {
    const scribe = job();
    scribe.say('supply.described', said);
    const found = line(scribe, key);
    expect(found?.stands).toBe(stands);
    if (quote) expect(found?.quote).toMatch(quote);
    else expect(found?.quote ?? null).toBeNull();
  });

  it.each<[number | null, string, boolean]>([
    [null, 'not known', false],
    [100, 'sound', false],
    [80, 'sound', true],
    [63, 'shortfall', true],
  ])('a board of %s A is %s against a demand of 79 A behind a fuse of 100 A', (plannedBoardAmps, stands, behind) => {
    const scribe = job();
    works(scribe, { plannedBoardAmps });
    expect(toShortest(demandOfJob(viewOfScribe(scribe)).after.total, 2)).toBe('79.92');
    expect(line(scribe, 'board')?.stands).toBe(stands);
    expect(line(scribe, 'board-behind-fuse') !== undefined).toBe(behind);
  });

  it.each<[string, string, string]>([
    ['>999', '>999', 'sound'],
    ['2.00', '>999', 'sound'],
    ['1.99', '>999', 'shortfall'],
    ['1.00', '>999', 'shortfall'],
    ['0.99', '>999', 'shortfall'],
    ['>999', '0.4', 'shortfall'],
    ['>0.5', '>999', 'shortfall'],
  ])('a circuit of %s MΩ to earth and %s MΩ between lives is %s', (toEarth, between, stands) => {
    const scribe = job();
    const id = idOf(scribe, 1);
    for (const entry of scribe.drafts.filter(
      ({ kind, body }) =>
        kind === 'reading.taken' &&
        (body as JobBody<'reading.taken'>).slot.test === 'insulation' &&
        JSON.stringify(body).includes(id),
    ))
      scribe.say('entry.struck', { entryId: entry.id, why: 'again' });
    scribe.read({ of: 'way', id }, liveEarth, toEarth);
    scribe.read({ of: 'way', id }, liveLive, between);
    expect(line(scribe, `insulation-${id}`)?.stands).toBe(stands);
  });

  it('does not call sound what was never read, and tells of a neutral joined to earth', () => {
    const scribe = job();
    const way = scribe.way([...viewOfScribe(scribe).job.boards.keys()][0] ?? '', 7, [
      'Immersion heater',
      'fixed',
      1,
      'B 16',
      '30 A',
      '2.5/1.5',
      'C',
    ]);
    expect(line(scribe, `insulation-${way}`)).toMatchObject({
      stands: 'not known',
      quote: expect.stringMatching(/extra/),
    });
    expect(line(scribe, `neutral-earth-${way}`)?.stands).toBe('not known');
    expect(line(scribe, `leaks-${way}`)?.why).toMatch(/dried out/);
    scribe.read({ of: 'way', id: way }, neutralEarth, '0.02');
    expect(line(scribe, `neutral-earth-${way}`)).toMatchObject({
      stands: 'shortfall',
      quote: 'Way 7, Immersion heater: find and part the neutral from earth',
    });
    expect(line(scribe, 'leakage')).toBeUndefined();
    scribe.read({ of: 'way', id: way }, lineEarth, '0.02');
    expect(line(scribe, 'leakage')?.why).toMatch(/11\.6 mA .* no more than 9 mA/);
  });

  it.each([
    ['>999', false],
    ['0.03', false],
    ['0.02', true],
    ['<0.01', true],
    ['0.00', true],
  ])('counts a lone circuit of %s MΩ to earth as leaking too much: %s', (toEarth, tooMuch) => {
    const scribe = job();
    const [board = ''] = viewOfScribe(scribe).job.boards.keys();
    const id = scribe.way(board, 7, ['Outside light', 'lights', 1, 'B 6', '30 A', '1.5/1', 'C']);
    scribe.read({ of: 'way', id }, lineEarth, toEarth);
    expect(line(scribe, 'leakage') !== undefined).toBe(tooMuch);
  });

  it('asks for the neutrals of two lighting circuits to be proved, and names the two that share one', () => {
    const scribe = job();
    const [down, up] = [idOf(scribe, 3), idOf(scribe, 4)];
    expect(line(scribe, `neutral-${down}`)?.stands).toBe('not known');
    scribe.say('way.described', { wayId: down, fields: { neutral: 'own' } });
    expect(line(scribe, `neutral-${down}`)).toBeUndefined();
    scribe.say('way.described', { wayId: down, fields: { neutral: 'shared', neutralSharedWith: up } });
    expect(line(scribe, `neutral-${down}`)).toMatchObject({
      stands: 'shortfall',
      why: expect.stringMatching(/Shared with Way 4, Lights, first floor/),
    });
  });

  it('makes a line of the quote of each shortfall once, and leaves what was priced', () => {
    const scribe = job();
    scribe.say('supply.described', { bondGas: 'not-bonded', earthingConductorCsaMm2: 6 });
    works(scribe, { plannedBoardAmps: 100 });
    const check = boardChangeCheck(viewOfScribe(scribe));
    const first = quoteFrom(check, [{ what: 'New board', answers: null, pence: 45_000 }]);
    expect(first.map(({ answers }) => answers)).toEqual([null, 'earthing', 'bond-gas']);
    const priced = first.map((each) => ({ ...each, pence: each.pence ?? 100 }));
    expect(quoteFrom(check, priced)).toEqual(priced);
    works(scribe, { quote: priced });
    expect(viewOfScribe(scribe).document.works.quote).toEqual(priced);
  });

  it('never reads better for a smaller conductor or lower insulation', () => {
    const grade = { sound: 2, 'not known': 1, shortfall: 0 };
    const sizes = fc.constantFrom(4, 6, 10, 16, 25, 35);
    fc.assert(
      fc.property(sizes, sizes, fc.constantFrom('earthing', 'bonding'), (a, b, key) => {
        const stands = (size: number) => {
          const scribe = job();
          scribe.say(
            'supply.described',
            key === 'earthing' ? { earthingConductorCsaMm2: size } : { bondingCsaMm2: size },
          );
          return grade[line(scribe, key)?.stands ?? 'sound'];
        };
        expect(stands(Math.min(a, b))).toBeLessThanOrEqual(stands(Math.max(a, b)));
      }),
      { numRuns: 12 },
    );
  });
});

describe('demand before and after', () => {
  it('counts as new what is said to be, and of an addition the circuits it is about', () => {
    const scribe = job();
    const shower = idOf(scribe, 2);
    const totals = () => {
      const { before, after } = demandOfJob(viewOfScribe(scribe));
      return [before && toShortest(before.total, 2), toShortest(after.total, 2)];
    };
    expect(totals()).toEqual([null, '79.92']);
    works(scribe, { newWayIds: [shower] });
    expect(totals()).toEqual(['39.92', '79.92']);
    works(scribe, { newWayIds: null, nature: 'addition', wayIds: [shower] });
    expect(totals()).toEqual(['39.92', '79.92']);
  });
  it('takes a design current before the device, and adds a cooker’s socket', () => {
    const scribe = job();
    const shower = idOf(scribe, 2);
    scribe.say('way.described', { wayId: shower, fields: { designAmps: 37 } });
    expect(toShortest(demandOfJob(viewOfScribe(scribe)).after.total, 2)).toBe('76.92');
    scribe.say('way.described', { wayId: shower, fields: { demandAs: 'cooking', cookerSocket: true } });
    expect(toShortest(demandOfJob(viewOfScribe(scribe)).after.total, 2)).toBe('63.02');
  });
});

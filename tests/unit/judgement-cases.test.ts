import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeDescribed, judgedTests } from '../../scripts/ledger/judge/judge';

type Case = {
  id: string;
  test: string;
  context: Record<string, unknown>;
  reading: string | Record<string, string>;
  expect: { verdict: string; limit: string | null; alsoAccept?: string[] };
};
const cases = ['live', 'dead'].flatMap((name) =>
  readFileSync(`tests/reference/judgement-${name}.jsonl`, 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Case),
);
/** The figures in a text, as numbers: `216.2 V to 253 V` is two of them. */
const figures = (text: string) => (text.match(/\d+(\.\d+)?/g) ?? []).map(Number);
const answered = (given: object) => {
  const answer = judgeDescribed(given);
  if ('problem' in answer) throw new Error(`${JSON.stringify(given)}: ${answer.problem}`);
  return answer;
};

describe('judgements worked out by other hands', () => {
  it('are many, over every test there is', () => {
    expect(cases.length).toBe(807);
    // A test added since has its table beside its rule.
    const since = [
      'accessory-polarity',
      'afdd-button',
      'cpc-size',
      'line-neutral-loop',
      'line-to-line-voltage',
      'phase-sequence',
      'rcd-button',
      'rcd-type',
      'spd-indicator',
      'touch-voltage',
    ];
    expect([...new Set(cases.map(({ test }) => test)), ...since].sort()).toEqual(Object.keys(judgedTests).sort());
  });
  it.each(Object.keys(judgedTests))('%s: all hold, with their limits', (test) => {
    const wrong = cases
      .filter((each) => each.test === test)
      .flatMap((each) => {
        const answer = answered(each);
        const { verdict, limit, alsoAccept = [] } = each.expect;
        const agrees =
          [verdict, ...alsoAccept].includes(answer.verdict) &&
          (limit === null
            ? verdict !== 'no-limit' || answer.limit === null
            : JSON.stringify(figures(limit)) === JSON.stringify(figures(answer.limit ?? '')));
        return agrees ? [] : [`${each.id}: ${verdict} ${limit}, not ${answer.verdict} ${answer.limit}`];
      });
    expect(wrong).toEqual([]);
  });
});

/** Tests where the larger figure is the worse, and where the smaller is; the least an honest reading can be, where there is one. */
const larger = ['zs', 'ze', 'ra', 'supplementary-bonding', 'device-and-cable', 'disconnection-time', 'next-inspection'];
const smaller = ['insulation-resistance', 'earthing-conductor-size', 'main-bonding-size', 'extraneous-part'];
const order = ['meets', 'no-limit', 'doubt', 'fails'];
const gravity = (verdict: string) => order.indexOf(verdict);
const contextsOf = (test: string) => [
  ...new Map(
    cases.filter((each) => each.test === test).map((each) => [JSON.stringify(each.context), each.context]),
  ).values(),
];
/** Below Ze on the same path a Zs is not better but impossible. */
const least = (context: Record<string, unknown>) => (typeof context.ze === 'string' ? Number(context.ze) : 0.001);
const shown = (value: number) => value.toFixed(3);
const figure = fc.double({ min: 0, max: 1, noNaN: true }).map((share) => 0.001 * 10 ** (share * 6.6));

describe.each([...larger, ...smaller])('laws of %s', (test) => {
  const sign = larger.includes(test) ? 1 : -1;
  const contexts = contextsOf(test);
  const context = fc.constantFrom(...contexts);
  const judge = (given: Record<string, unknown>, reading: string) => answered({ test, context: given, reading });
  const most = test === 'ra' || test === 'zs' || test === 'ze' ? 4999 : test === 'supplementary-bonding' ? 1999 : 1e4;

  it('worse never reads better', () =>
    fc.assert(
      fc.property(context, figure, figure, (given, a, b) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)]
          .map((value) => Math.min(Math.max(value, least(given)), most))
          .map((value) => gravity(judge(given, shown(value)).verdict)) as [number, number];
        expect(sign * (high - low)).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 400 },
    ));

  it.skipIf(!['zs', 'ze', 'ra', 'supplementary-bonding'].includes(test))(
    'over range is never better than its bound',
    () =>
      fc.assert(
        fc.property(context, figure, (given, value) => {
          const at = shown(Math.min(Math.max(value, least(given)), most));
          expect(gravity(judge(given, `>${at}`).verdict)).toBeGreaterThanOrEqual(gravity(judge(given, at).verdict));
        }),
        { numRuns: 400 },
      ),
  );

  it('every verdict names its limit and where it is from, and one without a limit says why', () =>
    fc.assert(
      fc.property(context, figure, (given, value) => {
        const answer = judge(given, shown(Math.min(value, most)));
        expect(answer.why.join('').length).toBeGreaterThan(3);
        if (answer.verdict === 'no-limit') return;
        expect(answer.limit).toMatch(/\d/);
        expect(answer.limitSource?.length).toBeGreaterThan(2);
      }),
    ));
});

it('no reading and no context throws: each is judged or refused with a reason', () => {
  const junk = fc.oneof(
    fc.string({ maxLength: 12 }),
    fc.constantFrom('', '-0', '1e-7', '>', '<', '0..37', 'NaN', 'LIM', '9'.repeat(40), '>>2', '0.1~0.2', '5~2', '1,5'),
    figure.map(String),
  );
  fc.assert(
    fc.property(fc.constantFrom(...cases), junk, fc.anything(), (each, text, odd) => {
      const reading =
        typeof each.reading === 'string'
          ? text
          : Object.fromEntries(Object.keys(each.reading).map((key) => [key, text]));
      const answers = [
        judgeDescribed({ ...each, reading }),
        judgeDescribed({ ...each, reading: odd }),
        judgeDescribed({ ...each, context: odd }),
        judgeDescribed({ ...each, test: odd }),
      ];
      for (const answer of answers) expect('problem' in answer ? answer.problem : answer.verdict).toMatch(/.{4}/);
    }),
    { numRuns: 1500 },
  );
});

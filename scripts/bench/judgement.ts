// How many of the judgements worked out by other hands hold, by test, and how long one takes.
import { readFileSync } from 'node:fs';
import { judgeDescribed } from '../ledger/judge/judge';

type Case = { test: string; expect: { verdict: string; limit: string | null; alsoAccept?: string[] } };
const cases = ['live', 'dead'].flatMap((name) =>
  readFileSync(`tests/reference/judgement-${name}.jsonl`, 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Case),
);
const figures = (text: string) => JSON.stringify((text.match(/\d+(\.\d+)?/g) ?? []).map(Number));
const byTest = new Map<string, { all: number; hold: number }>();
const from = performance.now();
for (const each of cases) {
  const answer = judgeDescribed(each);
  const { verdict, limit, alsoAccept = [] } = each.expect;
  const holds =
    !('problem' in answer) &&
    [verdict, ...alsoAccept].includes(answer.verdict) &&
    (limit === null ? verdict !== 'no-limit' || answer.limit === null : figures(limit) === figures(answer.limit ?? ''));
  const row = byTest.get(each.test) ?? { all: 0, hold: 0 };
  byTest.set(each.test, { all: row.all + 1, hold: row.hold + Number(holds) });
}
const micros = (1000 * (performance.now() - from)) / cases.length;
for (const [test, { all, hold }] of byTest) console.log(`${test.padEnd(26)} ${hold} of ${all}`);
const hold = [...byTest.values()].reduce((sum, each) => sum + each.hold, 0);
console.log(`${'all'.padEnd(26)} ${hold} of ${cases.length}, ${micros.toFixed(0)} µs each`);

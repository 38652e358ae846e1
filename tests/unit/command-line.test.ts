import { spawnSync } from 'node:child_process';
import { generateKeyPairSync } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { conversation, formatNames, formats, handedOut, schemaText } from '../../scripts/ledger/formats';
import { verbs } from '../../scripts/ledger/verbs';
import type { LogProof } from '../../src/core/ledger/daily-head';

const example = (name: string) =>
  JSON.parse(readFileSync(`docs/formats/examples/${name}.json`, 'utf8')) as Record<string, unknown>;
const run = (verb: string, raw: unknown) => {
  const answer = verbs[verb]?.(raw);
  if (!answer) throw new Error(verb);
  return answer;
};
const verbOf: Record<string, string> = {
  case: 'solve',
  installation: 'predict',
  ring: 'ring',
  insulation: 'insulation',
  limits: 'limits',
  demand: 'demand',
  job: 'check',
  proof: 'proof',
  judge: 'judge',
  advise: 'advise',
  which: 'which',
  describe: 'describe',
  locate: 'locate',
  capacity: 'capacity',
  bonding: 'bonding',
};

const command = (args: string[], input = '') =>
  spawnSync('npm', ['run', '-s', 'ledger', '--', ...args], { encoding: 'utf8', input });

describe('published formats', () => {
  it('are the schemas the verbs read, and each has an example', () => {
    expect(formatNames.length).toBe(18);
    for (const name of formatNames)
      expect(
        readFileSync(`docs/formats/${name}.schema.json`, 'utf8'),
        `run: npm run -s ledger -- formats (${name})`,
      ).toBe(schemaText(name));
    expect(readdirSync('docs/formats/examples').sort()).toEqual(formatNames.map((name) => `${name}.json`).sort());
  });
  it.each(['tester-says', 'ledger-says'] as const)('%s: each message of the example is one of the format', (name) => {
    const messages = example(name) as unknown as unknown[];
    expect(messages.length).toBeGreaterThan(1);
    for (const message of messages)
      expect(conversation[name].safeParse(message).success, JSON.stringify(message)).toBe(true);
  });
  it('the document of the example is one as it is handed out', () =>
    expect(handedOut.document.safeParse(example('document')).success).toBe(true));
  it('has a verb for every input', () => expect(Object.keys(verbOf).sort()).toEqual(Object.keys(formats).sort()));
  it.each(Object.entries(verbOf))('the %s example is read by %s', (name, verb) =>
    expect(run(verb, example(name)).exit).not.toBe(2),
  );
});

describe('the verbs', () => {
  it('proof holds for a document of a signed head, and for no other head, key, place or document', () => {
    const sound = example('proof') as unknown as LogProof;
    expect(run('proof', sound)).toMatchObject({ exit: 0, output: { holds: true } });
    const other = 'ab'.repeat(32);
    const { publicKey } = generateKeyPairSync('ed25519');
    const anotherKey = publicKey.export({ format: 'der', type: 'spki' }).toString('base64');
    for (const wrong of [
      { ...sound, index: sound.index + 1 },
      { ...sound, path: sound.path.slice(1) },
      { ...sound, leaf: { ...sound.leaf, documentHash: other } },
      { ...sound, leaf: { ...sound.leaf, pdfSha256: null } },
      { ...sound, head: { ...sound.head, root: other } },
      { ...sound, head: { ...sound.head, day: '2026-11-23' } },
      { ...sound, head: { ...sound.head, size: sound.head.size + 1 } },
      { ...sound, head: { ...sound.head, publicKey: anotherKey } },
      { ...sound, head: { ...sound.head, publicKey: 'none' } },
    ])
      expect(run('proof', wrong), JSON.stringify(wrong)).toMatchObject({ exit: 1, output: { holds: false } });
  });
  it('solve answers every reading in order', () =>
    expect(run('solve', example('case')).output).toMatchObject({
      id: 'E01',
      readings: [{ no: 1, open: false }, { no: 2 }, { no: 3, value: 0.032025 }, { no: 4 }, { no: 5 }, { no: 6 }],
    }));
  it('ring names what is wrong and where', () =>
    expect(run('ring', example('ring'))).toMatchObject({
      exit: 1,
      output: { confident: true, explanations: [{ kind: 'broken L' }] },
    }));
  it('ring finds nothing wrong with a sound one', () =>
    expect(
      run('ring', {
        ...example('ring'),
        ends: { r1: 0.45, rn: 0.44, r2: 0.73 },
        step2: Array(9).fill(0.22),
        step3: [0.28, 0.28, 0.29, 0.29, 0.29, 0.29, 0.29, 0.28, 0.28],
      }),
    ).toMatchObject({ exit: 0 }));
  it('insulation says what to open next', () =>
    expect(run('insulation', example('insulation'))).toMatchObject({
      exit: 1,
      output: { next: { before: 'gatepost' }, cleared: ['porch', 'side door'], openingsLeft: 1 },
    }));
  it('predict reads like the meter', () =>
    expect(run('predict', example('installation'))).toMatchObject({
      exit: 0,
      output: {
        Ze: 0.21,
        circuits: [
          { id: 'sockets', r2: 0.4719 },
          {
            id: 'lights',
            'R1+R2': { gatepost: 1.0872 },
            insulation: { 'L–E': null, 'N–E': expect.closeTo(0.35, 4) as number },
          },
        ],
      },
    }));
  it('limits shows its working, and says why where there is none', () => {
    expect(run('limits', example('limits'))).toMatchObject({
      exit: 0,
      output: { loops: [{ maxZsOhms: '1.3656', atAmbientOhms: '1.0925' }, {}], residual: { maxZsOhms: '1666.7' } },
    });
    expect(run('limits', { ...example('limits'), earthing: 'TT' })).toMatchObject({
      exit: 0,
      output: { loops: [{ seconds: 0.2, maxZsOhms: '1.3656', working: expect.stringContaining('0.2 s') }, {}] },
    });
    expect(
      run('limits', { ...example('limits'), standard: 'BS 3036', type: '', ratingAmps: 30, earthing: 'TT' }),
    ).toMatchObject({
      exit: 1,
      output: { loops: [{ maxZsOhms: null, why: expect.stringContaining('0.2 s') }, {}] },
    });
  });
  it('demand adds up and compares', () => {
    expect(run('demand', example('demand'))).toMatchObject({
      exit: 1,
      output: { calculatedAmps: '111.26', judged: [{ verdict: 'doubt' }] },
    });
    expect(
      run('demand', { ...example('demand'), overrideAmps: '70', overrideReason: 'load limitation fitted' }),
    ).toMatchObject({ exit: 0 });
  });
  it('which, describe, advise, capacity, bonding and locate answer as the screens do', () => {
    expect(run('which', example('which'))).toMatchObject({ output: { document: 'MWC', count: 1, notifiable: true } });
    expect(run('describe', example('describe'))).toMatchObject({ exit: 0, output: { lacks: [] } });
    expect(run('describe', { text: 'added a point' })).toMatchObject({
      exit: 1,
      output: { lacks: ['what', 'where', 'circuit'] },
    });
    expect(run('advise', example('advise'))).toMatchObject({ exit: 0, output: { next: { ask: expect.any(String) } } });
    expect(run('advise', { finding: 'constructor' })).toMatchObject({ exit: 2 });
    expect(run('advise', { ...example('advise'), answers: { constructor: true } })).toMatchObject({ exit: 2 });
    expect(run('capacity', example('capacity'))).toMatchObject({ exit: 0, output: { limit: '46.4 A' } });
    expect(run('bonding', example('bonding'))).toMatchObject({ output: { earthingMm2: '16', bondingMm2: '10' } });
    expect(run('locate', example('locate'))).toMatchObject({ output: { next: expect.anything() } });
  });
  it('check judges a job', () =>
    expect(run('check', example('job'))).toMatchObject({ exit: 1, output: { edition: 'BS 7671:2018+A2:2022' } }));
});

describe('--lines', () => {
  it('answers a line a line, errors in their place, and the rest goes on', () => {
    const sound = JSON.stringify(example('judge'));
    const answer = command(['judge', '--lines'], [sound, '{', '', '{"test":"none"}', sound].join('\n'));
    const lines = answer.stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as object);
    expect([answer.status, lines]).toEqual([
      2,
      [
        expect.objectContaining({ id: 'a', verdict: 'meets', limit: '1.37 Ω' }),
        { problem: expect.stringContaining('Not JSON') },
        { problem: expect.stringContaining('test') },
        expect.objectContaining({ id: 'a' }),
      ],
    ]);
  });
  it('says of a file that is not there, and of a verb that is none', () => {
    for (const args of [
      ['judge', '--lines', 'no/such.jsonl'],
      ['sing', '--lines', 'docs/formats/examples/judge.json'],
    ]) {
      const answer = command(args);
      expect([answer.status, answer.stdout]).toEqual([2, expect.stringContaining('problem')]);
    }
  });
});

describe('input that cannot be used is refused with its place', () => {
  it.each([
    ['ring', { format: 'orange-ledger/ring/2' }, /format/],
    ['ring', { ...example('ring'), sockets: 3 }, /more readings than sockets/],
    ['ring', { ...example('ring'), ends: { r1: -1 } }, /ends\.r1/],
    ['ring', { ...example('ring'), cable: { liveMm2: 3.3, cpcMm2: 1.5 } }, /no resistance is held for 3.3/],
    ['insulation', { ...example('insulation'), openings: [{ before: 'attic' }] }, /attic, which is not/],
    ['predict', { ...example('installation'), circuits: [] }, /circuits/],
    ['limits', { ...example('limits'), ratingAmps: 'B32' }, /ratingAmps/],
    ['demand', { ...example('demand'), overrideAmps: '70' }, /needs its reason/],
    ['check', { format: 'orange-ledger/job/1', entries: [{ madeBy: 'x', seq: 1, kind: 'nonsense' }] }, /entries\.0/],
    ['check', null, /whole file/],
    ['solve', [], /whole file/],
  ] as [string, unknown, RegExp][])('%s', (verb, raw, words) => {
    const answer = run(verb, raw);
    expect(answer.exit).toBe(2);
    expect((answer.output as { problem: string }).problem).toMatch(words);
  });
});

describe('the command', () => {
  it('reads a file or standard input, writes JSON alone, and exits 0, 1 or 2', () => {
    const file = command(['limits', 'docs/formats/examples/limits.json']);
    expect([file.status, JSON.parse(file.stdout)]).toMatchObject([0, { edition: 'BS 7671:2018+A2:2022' }]);
    const piped = command(['ring', '-'], readFileSync('docs/formats/examples/ring.json', 'utf8'));
    expect([piped.status, JSON.parse(piped.stdout)]).toMatchObject([1, { confident: true }]);
    for (const [args, input] of [
      [['ring', '-'], '{'],
      [['ring', 'no/such.json'], ''],
      [['sing'], '{}'],
      [['constructor'], '{}'],
    ] as const) {
      const bad = command([...args], input);
      expect([bad.status, Object.keys(JSON.parse(bad.stdout) as object)]).toEqual([2, ['problem']]);
    }
  });
});

import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readDescription } from '../../src/core/certificates/description';
import { whichDocument, whichDocuments, workDone, workTold } from '../../src/core/certificates/which-document';
import { editionPack } from '../../src/core/edition/editions';
import { demandBeforeAndAfter, dwellingDemand } from '../../src/core/installation/demand';

/** Decisions worked out by other hands from the same rules. */
const rows = <Row>(file: string): Row[] =>
  readFileSync(`tests/reference/${file}.jsonl`, 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Row);

type Told = {
  id: string;
  country: string;
  document: string;
  notifiable: boolean | string;
  signatures: string[];
  schedules: string[];
  accept?: { document?: string[]; notifiable?: (boolean | string)[] };
};
type Described = { id: string; text: string; lacks: string[] };
type Side = {
  connected: string;
  total: string;
  totalShown: string;
  kVA: string;
  serviceFuse: object;
  board: object;
  lines: { purpose: string; connected: string; demand: string }[];
};
type Dwelling = { id: string; before: Side; after: Side };

describe('which paper is due', () => {
  it.each(rows<Told>('which-document').map((row) => [row.id, row] as const))('%s', (_id, row) => {
    const found = whichDocument(workTold.parse(row));
    const papers = [row.document, ...(row.accept?.document ?? [])];
    if (!(found.document === 'EIC' && papers.includes('MWC'))) expect(papers).toContain(found.document);
    expect([
      row.notifiable,
      ...(row.accept?.notifiable ?? []),
      ...(row.country === 'England' ? [] : ['check locally']),
    ]).toContain(found.notifiable);
    if (found.document === row.document) {
      expect(found.signatures).toEqual(row.signatures);
      expect(found.schedules).toEqual(row.schedules);
    }
  });
  const facts = fc.record({
    newCircuit: fc.boolean(),
    boardChanged: fc.boolean(),
    protectiveDeviceChanged: fc.boolean(),
    cableChanged: fc.boolean(),
    altered: fc.boolean(),
    pointsAdded: fc.nat(40),
    circuitsTouched: fc.nat(20),
    specialLocation: fc.constantFrom('none' as const, 'bath zone 1' as const, 'pool' as const),
  });
  it('asks no less where more was done, and never a form for a new circuit or board', () => {
    const weight = {
      none: 0,
      'none required, MWC advised': 1,
      MWC: 2,
      EIC: 3,
      EICR: 0,
      'EIC and EICR': 3,
      'MWC and EICR': 2,
    };
    fc.assert(
      fc.property(facts, (some) => {
        const told = (more: object) =>
          whichDocument({ country: 'England', did: '', facts: workDone.parse({ ...some, ...more }) });
        expect(weight[told({ newCircuit: true }).document]).toBeGreaterThanOrEqual(weight[told({}).document]);
        expect(told({ newCircuit: true }).document).toBe('EIC');
        expect(told({ boardChanged: true }).document).toBe('EIC');
        if (told({}).notifiable === true) expect(told({ newCircuit: true }).notifiable).not.toBe(false);
      }),
    );
  });
});

describe('facts that contradict one another', () => {
  const told = (facts: object, country: 'England' | 'Wales' = 'England') =>
    whichDocument({ country, did: '', facts: workDone.parse(facts) });
  it.each([
    [{ pointsAdded: 1 }, 'MWC'],
    [{ protectiveDeviceChanged: true }, 'MWC'],
    [{ cableChanged: true }, 'MWC'],
    [{ likeForLike: true }, 'none required, MWC advised'],
    [{ likeForLike: true, pointsAdded: 1 }, 'MWC'],
    [{ likeForLike: true, cableChanged: true }, 'MWC'],
    [{ periodic: true }, 'EICR'],
    [{ periodic: true, newCircuit: true }, 'EIC and EICR'],
    [{ periodic: true, altered: true }, 'MWC and EICR'],
    [{ periodic: true, pointsAdded: 2 }, 'MWC and EICR'],
    [{ reissue: true }, 'EIC'],
    [{ reissue: true, reissueOf: 'MWC' }, 'MWC'],
    [{ reissue: true, reissueOf: 'EICR' }, 'EICR'],
    [{}, 'none'],
  ] as const)('%j: %s', (facts, document) => expect(told(facts).document).toBe(document));
  it('an outside point in Wales is on its list, and not in England', () => {
    expect(told({ pointsAdded: 1, outdoors: true }, 'Wales').notifiable).toBe(true);
    expect(told({ pointsAdded: 1, outdoors: true }).notifiable).toBe(false);
    expect(told({ newCircuit: true, premises: 'not a dwelling' }).notifiable).toBe(false);
  });
  it('several works of one visit call for a paper each', () =>
    expect(
      whichDocuments([
        { country: 'England', did: '', facts: workDone.parse({ newCircuit: true }) },
        { country: 'England', did: '', facts: workDone.parse({ altered: true }) },
      ]).map(({ document }) => document),
    ).toEqual(['EIC', 'MWC']));
  it('a fact nobody asks for is refused by name', () =>
    expect(workDone.safeParse({ altred: true }).error?.issues[0]?.message).toMatch(/altred/));
});

describe('what a description says', () => {
  it.each(rows<Described>('descriptions').map((row) => [row.text, row.lacks] as const))('%s', (text, lacks) => {
    const found = readDescription(text);
    expect(found.lacks).toEqual(lacks);
    expect(found.ask === null).toBe(lacks.length === 0);
  });
  it.each([
    'Consumer unit in the hall replaced by one of RCBOs, all six circuits moved over',
    'Board under the stairs swapped, meter tails kept',
    'Hall consumer unit renewed, every circuit moved across',
  ])('asks no circuit of a board that was changed: %s', (text) => {
    expect(readDescription(text)).toMatchObject({ lacks: [], ask: null });
  });
  it('takes anything, however long, and asks one question at the most', () => {
    fc.assert(fc.property(fc.string({ maxLength: 400 }), (text) => void readDescription(text)));
    const long = 'double socket, study, from circuit 6. '.repeat(5000);
    expect(readDescription(long).lacks).toEqual([]);
  });
});

describe('maximum demand before and after', () => {
  it.each(rows<Dwelling>('demand-cases').map((row) => [row.id, row] as const))('%s', (_id, row) => {
    const found = demandBeforeAndAfter(dwellingDemand.parse(row), editionPack('bs7671-2018-a2'));
    for (const side of ['before', 'after'] as const) {
      const { connected, total, totalShown, kVA, serviceFuse, board, lines } = row[side];
      expect(found[side]).toMatchObject({ connected, total, totalShown, kVA, serviceFuse, board });
      const amounts = (of: Side['lines']) =>
        Object.fromEntries(of.map((line) => [line.purpose, [line.connected, line.demand]]));
      expect(amounts([...found[side].lines])).toEqual(amounts(lines));
    }
  });
});

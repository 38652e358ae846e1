import { describe, expect, it } from 'vitest';
import { editionPack } from '../../edition/editions';
import { type Diagnosis, type Finding, nameOf } from './diagnose';
import type { RingReadings } from './evidence';
import { explainRing } from './explain';
import { type RingFault, ringHypotheses, socketHypotheses } from './hypotheses';

const pack = editionPack('bs7671-2018-a2');
const readings: RingReadings = {
  sockets: 6,
  ordered: true,
  ends: { r1: 0.45, rn: 0.45, r2: 0.73 },
  step2: Array(6).fill(0.22),
  step3: Array(6).fill(0.29),
};
const explained = (fault: Finding, given: RingReadings = readings) => {
  const diagnosis: Diagnosis = {
    explanations: [{ fault, fit: { live: 0.45, cpc: 0.73, size: 0.3 }, share: 1, leads: true, positions: [] }],
    wholes: [],
    worst: [],
    sigma: 0.01,
    readings: 12,
    confident: true,
  };
  const [first] = explainRing(diagnosis, given, { liveMm2: 2.5, cpcMm2: 1.5 }, pack).explanations;
  if (!first) throw new Error('one explanation');
  return first;
};

describe('every explanation in words', () => {
  const bridges: RingFault[] = [
    { kind: 'bridge', from: 1, to: 4, conductors: ['L', 'N', 'C'] },
    { kind: 'bridge', from: 1, to: 4, conductors: ['L'] },
  ];
  const mistakes: Finding[] = [
    { kind: 'leads' },
    { kind: 'steps exchanged' },
    { kind: 'ends exchanged', swap: ['N', 'C'] },
    { kind: 'end slipped', conductor: 'C', times: 10 },
    { kind: 'nothing fits' },
  ];
  const all: Finding[] = [...ringHypotheses(6, true), ...socketHypotheses(2), ...bridges, ...mistakes];
  const kinds = [...new Map(all.map((fault) => [nameOf(fault), fault])).values()];

  it('covers every kind', () => expect(new Set(all.map((fault) => fault.kind)).size).toBe(21));
  it.each(kinds.map((fault) => [nameOf(fault), fault] as const))(
    '%s has a title, reasons and what to do',
    (_name, fault) => {
      const words = explained(fault);
      expect(words.title.length).toBeGreaterThan(5);
      expect(words.reasons.length).toBeGreaterThan(0);
      expect(words.action).toMatch(/\.$/);
      for (const reason of words.reasons) expect(reason).not.toMatch(/undefined|NaN|\bnull\b/);
    },
  );

  it.each<[string, RingFault, string | null]>([
    ['before the first', { kind: 'broken', conductors: ['L'], after: 0 }, 'between the board (leg A) and socket 1'],
    ['in the middle', { kind: 'broken', conductors: ['L'], after: 3 }, 'between sockets 3 and 4'],
    ['after the last', { kind: 'broken', conductors: ['C'], after: 6 }, 'between socket 6 and the board (leg B)'],
    ['the neutral cannot be placed', { kind: 'broken', conductors: ['N'], after: 3 }, null],
    ['nor all three', { kind: 'broken', conductors: ['L', 'N', 'C'], after: 3 }, null],
    ['at a socket', { kind: 'spur', socket: 2 }, 'at socket 3'],
    ['a stretch', { kind: 'crossed back', after: 1, until: 4 }, 'sockets 2 to 4'],
    ['a bridge', { kind: 'bridge', from: 1, to: 4, conductors: ['L', 'N', 'C'] }, 'from about socket 2 to socket 5'],
    ['no CPC is nowhere', { kind: 'unearthed' }, null],
    ['nor is what is not linked', { kind: 'not linked', steps: 'step 3' }, null],
    ['links are nowhere', { kind: 'same leg', steps: 'both' }, null],
  ])('%s', (_name, fault, place) => expect(explained(fault).place).toBe(place));

  it('places nothing between sockets whose order is unknown', () => {
    expect(explained({ kind: 'joint', conductor: 'L', after: 2 }, { ...readings, ordered: false }).place).toBeNull();
    expect(explained({ kind: 'spur', socket: 2 }, { ...readings, ordered: false }).place).toBe('at socket 3');
  });
});

describe('what becomes an observation', () => {
  const items = new Set(pack.inspectionEicr.map((row) => row.item));
  it.each<[string, RingFault, { item: string; code: string | null } | null]>([
    ['a sound ring is none', { kind: 'healthy' }, null],
    ['wrong links are the tester’s own', { kind: 'same leg', steps: 'both' }, null],
    ['a link forgotten too', { kind: 'one link', steps: 'both', missing: 'A' }, null],
    ['nor is leaving both out', { kind: 'not linked', steps: 'step 3' }, null],
    ['no CPC at all', { kind: 'unearthed' }, { item: '5.8', code: 'C2' }],
    ['a spur by itself is allowed', { kind: 'spur', socket: 1 }, null],
    ['line broken', { kind: 'broken', conductors: ['L'], after: 2 }, { item: '5.6', code: 'C2' }],
    ['neutral broken', { kind: 'broken', conductors: ['N'], after: 2 }, { item: '5.6', code: 'C2' }],
    ['CPC broken', { kind: 'broken', conductors: ['C'], after: 2 }, { item: '5.8', code: 'C2' }],
    ['all broken', { kind: 'broken', conductors: ['L', 'N', 'C'], after: 2 }, { item: '5.8', code: 'C2' }],
    ['CPC not connected', { kind: 'loose', conductor: 'C', socket: 1 }, { item: '5.8', code: 'C2' }],
    ['reversed', { kind: 'reversed', swap: ['L', 'N'], socket: 1 }, { item: '5.18', code: 'C2' }],
    [
      'a poor joint is for the inspector to code',
      { kind: 'joint', conductor: 'L', after: 2 },
      { item: '5.17.1', code: null },
    ],
    ['a bridge too', { kind: 'bridge', from: 1, to: 4, conductors: ['L'] }, { item: '5.6', code: null }],
  ])('%s', (_name, fault, wanted) => {
    const { observation } = explained(fault);
    expect(observation).toEqual(wanted);
    if (observation) expect(items).toContain(observation.item);
  });
});

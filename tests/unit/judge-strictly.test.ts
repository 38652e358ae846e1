import { describe, expect, it } from 'vitest';
import { judgeDescribed } from '../../scripts/ledger/judge/judge';

const asked = (test: string, context: object, reading: unknown, more: object = {}) =>
  judgeDescribed({ test, context, reading, ...more });
const verdict = (...given: Parameters<typeof asked>) => {
  const answer = asked(...given);
  return 'problem' in answer ? answer.problem : answer.verdict;
};

describe('a word nobody knows', () => {
  it.each([
    ['zs', { circuit: { kind: 'final', points: 'plugs' } }, '0.4', /context\.circuit\.points: “plugs” is not one of/],
    ['zs', { sytem: 'TT' }, '0.4', /Unrecognized key.*sytem/],
    ['zs', { device: { standard: 'BS 3037', rating_A: 30 } }, '0.4', /BS 3037/],
    ['zs', { rcd: { idn_mA: 30, kind: 'sensitive' } }, '0.4', /sensitive/],
    ['rcd-time', { standard: 'BS EN 61010', idn_mA: 30 }, '20', /BS EN 61010/],
    ['rcd-time', { standard: 'BS EN 61008', idn_mA: 30 }, { '0°': '20' }, /no half cycle 0°/],
    ['ipf', {}, { 'A-B': '1' }, /no pair A-B/],
    ['supply-polarity', {}, { 'N-PE': '3' }, /no voltage N-PE/],
    ['insulation-resistance', { system: 'HV' }, '200', /HV/],
    ['earthing-conductor-size', { earthing: 'TNX', lineMm2: 25 }, '16', /TNX/],
    ['additional-protection', { feeds: [], premises: 'castle' }, '30', /castle/],
    ['additional-protection', { feeds: [], room: 'Wetroom' }, '30', /Wetroom/],
    ['overall-assessment', {}, { '5.7': 'C2/FI' }, /5\.7: “C2\/FI” is not an outcome/],
    ['overall-assessment', {}, { '5.7': '' }, /is not an outcome/],
    ['overall-assessment', {}, { '5.7': {} }, /reading/],
    ['proving-dead', { indicator: { ownZero_V: '50' } }, { 'L-N': '40' }, /at most 3 V/],
  ])('%s %j is refused by name', (test, context, reading, problem) =>
    expect(verdict(test, context, reading)).toMatch(problem),
  );

  it.each([
    [
      'zs',
      { system: 'pme', circuit: { kind: 'Final', points: 'Sockets' }, device: { standard: 'BS3036', rating_A: 30 } },
      '0.8',
      'meets',
    ],
    [
      'zs',
      {
        system: 'TN-S',
        circuit: { kind: 'final', points: 'sockets' },
        device: { standard: '60898-1', type: 'B', rating_A: 32 },
      },
      '1.09',
      'meets',
    ],
    ['zs', { system: 'TN-S', rcd: { idn_mA: 100, kind: 'selective' } }, '500', 'meets'],
    ['overall-assessment', {}, { '5.7': 'c1' }, 'fails'],
    ['overall-assessment', {}, { '5.7': 'C1 ' }, 'fails'],
    ['overall-assessment', {}, { '5.7': 'c3', '5.8': '✓' }, 'meets'],
    ['overall-assessment', { overrule: { to: 'satisfactory', reason: 'r' } }, { '5.7': 'C2' }, 'fails'],
    ['overall-assessment', { overrule: { to: 'unsatisfactory', reason: 'r' } }, { '5.7': 'C3' }, 'fails'],
    ['additional-protection', { feeds: [{ kind: 'light' }], premises: 'flat' }, 'none', 'fails'],
  ])('%s %j is known by another spelling', (test, context, reading, expected) =>
    expect(verdict(test, context, reading)).toBe(expected),
  );
});

describe('what no real circuit reads is doubted', () => {
  const b32 = { system: 'TN-S', disconnection_s: '0.4', device: { standard: 'BS EN 60898', type: 'B', rating_A: 32 } };
  it.each([
    ['zs', b32, '0.00', 'doubt'],
    ['zs', b32, '0.01', 'meets'],
    ['ze', { system: 'TN-S' }, '0', 'doubt'],
    ['ze', { system: 'TN-S' }, '0.01', 'meets'],
    ['ra', { rcd: { idn_mA: 30 } }, '0.0', 'doubt'],
    ['ring-ends', { lineMm2: 2.5, cpcMm2: 1.5 }, { r1: '0.00', rn: '0.00', r2: '0.00' }, 'doubt'],
    ['insulation-resistance', { testV: 100 }, '>999', 'doubt'],
    ['insulation-resistance', { testV: 249 }, '>999', 'doubt'],
    ['insulation-resistance', { testV: 250 }, '>999', 'meets'],
    ['insulation-resistance', { testV: 500, nominalV: 690 }, '>999', 'doubt'],
    ['insulation-resistance', { testV: 1000, nominalV: 690 }, '>999', 'meets'],
    ['insulation-resistance', { testV: 100, system: 'SELV' }, '>999', 'doubt'],
    ['insulation-resistance', { testV: 100 }, '0.3', 'fails'],
    ['supplementary-bonding', { IaA: '0.01' }, '4999', 'meets'],
    ['supplementary-bonding', { IaA: '0.01' }, '5001', 'fails'],
    ['radial-continuity', { lineMm2: 2.5, cpcMm2: 1.5, lengthM: 9 }, '0.09', 'doubt'],
  ])('%s %j %j: %s', (test, context, reading, expected) => expect(verdict(test, context, reading)).toBe(expected));
});

describe('metals', () => {
  const earthing = (more: object, mm2: string) =>
    verdict('earthing-conductor-size', { earthing: 'TN-S', lineMm2: 16, ...more }, mm2);
  const bonding = (more: object, mm2: string) =>
    verdict('main-bonding-size', { earthing: 'PME', supplyNeutralCuMm2: 25, ...more }, mm2);
  it.each([
    // 16 mm² of copper is 26.24 mm² of aluminium; 10 mm² is 16.4.
    [earthing({}, '16'), 'meets'],
    [earthing({ material: 'aluminium' }, '16'), 'fails'],
    [earthing({ material: 'Al' }, '26'), 'fails'],
    [earthing({ material: 'aluminium' }, '35'), 'meets'],
    [earthing({ buried: 'protected against corrosion', lineMm2: 6 }, '10'), 'fails'],
    [earthing({ buried: 'protected against corrosion', lineMm2: 6 }, '16'), 'meets'],
    [earthing({ buried: true, lineMm2: 6 }, '16'), 'fails'],
    [earthing({ buried: true, lineMm2: 6 }, '25'), 'meets'],
    [bonding({}, '10'), 'meets'],
    [bonding({ material: 'aluminium' }, '16'), 'fails'],
    [bonding({ material: 'aluminium' }, '25'), 'meets'],
    [verdict('device-and-cable', { device: 'MCB', cableMm2: 6, method: 'C', material: 'aluminium' }, '32'), 'no-limit'],
    [verdict('device-and-cable', { device: 'MCB', cableMm2: 6, method: 'C' }, '32'), 'meets'],
    // √(1000² × 0.1) ÷ 115 = 2.75 mm².
    [verdict('cpc-size', { faultA: 1000, clearS: '0.1', k: 115 }, '2.5'), 'fails'],
    [verdict('cpc-size', { faultA: 1000, clearS: '0.1', k: 115 }, '4'), 'meets'],
    [verdict('cpc-size', { faultA: 100, clearS: '0.1', k: 115, apart: 'unprotected' }, '2.5'), 'fails'],
    [verdict('cpc-size', { faultA: 100, clearS: '0.1', k: 115, apart: 'protected' }, '2.5'), 'meets'],
  ])('%#: %s', (found, expected) => expect(found).toBe(expected));
});

describe('fault currents by pair', () => {
  const six = { phases: 3, device: { standard: 'BS EN 60898', mark: '6000' }, assembly: { declared: false } };
  it('doubles line to neutral on three phases, and never line to line', () => {
    expect(verdict('ipf', six, { 'L1-N': '3.1' })).toBe('fails');
    expect(verdict('ipf', six, { 'L1-L2': '5.9' })).toBe('meets');
    expect(verdict('ipf', six, { 'L1-L2': '6.1' })).toBe('fails');
    expect(verdict('ipf', six, { 'L1-PE': '5.9' })).toBe('meets');
  });
});

describe('the edition', () => {
  it('is the one named, and one that is not held is refused', () => {
    expect(verdict('ze', { system: 'TN-S' }, '0.5', { edition: 'bs7671-2018-a3' })).toBe('meets');
    expect(verdict('ze', { system: 'TN-S' }, '0.5', { edition: 'bs7671-1992' })).toMatch(/edition/);
  });
  it("may be the firm's own, on the pack it starts from", () => {
    const own = {
      editionId: '0195a000-0000-7000-8000-0000000000aa',
      title: 'Our own',
      shortTitle: 'Own',
      basedOn: 'bs7671-2018-a2',
      rows: [{ of: 'figure', figure: 'externalLoop.TN-S', value: '0.4', source: 'letter' }],
    };
    expect(verdict('ze', { system: 'TN-S' }, '0.5', { ownEdition: own })).toBe('doubt');
    expect(verdict('ze', { system: 'TN-S' }, '0.5', { ownEdition: { ...own, basedOn: 'bs7671-2018-a3' } })).toMatch(
      /ownEdition/,
    );
  });
});

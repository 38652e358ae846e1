import { describe, expect, it } from 'vitest';
import { judgeDescribed } from '../../scripts/ledger/judge/judge';

const judged = (test: string, context: object, reading: unknown) => {
  const answer = judgeDescribed({ test, context, reading });
  return 'problem' in answer ? answer.problem : `${answer.verdict}${answer.limit ? ` ${answer.limit}` : ''}`;
};
const sockets = { system: 'TN-S', circuit: { kind: 'final', points: 'sockets' } };
const b32 = { standard: 'BS EN 60898', type: 'B', rating_A: 32 };

/** Worked out by hand: 218.5 V ÷ Ia, and 0.8 of it for a reading at ambient. */
describe('what is judged of a three-phase installation, and of a live circuit beside its earth', () => {
  it.each<[string, object, unknown, RegExp]>([
    // L–N loop of a B32: 218.5 ÷ 160 = 1.365625, 0.8 of it 1.0925.
    ['line-neutral-loop', { ...sockets, device: b32 }, '1.09', /^meets/],
    ['line-neutral-loop', { ...sockets, device: b32 }, '1.10', /^fails/],
    ['line-neutral-loop', { ...sockets, device: b32 }, { L1: '0.5', L2: '0.6', L3: '1.2' }, /^fails/],
    ['line-neutral-loop', { ...sockets, device: b32 }, { L1: '0.5', L2: '0.6' }, /^not-judged/],
    // 230 ÷ 1000 A = 0.23 Ω of supply: a loop far below it was read wrongly.
    ['line-neutral-loop', { ...sockets, device: b32, ipf_kA: 0.23 }, '0.4', /^doubt/],
    ['line-neutral-loop', {}, '0.4', /^no-limit/],
    // 216.2 × √3 = 374.5 and 253 × √3 = 438.2.
    ['line-to-line-voltage', {}, { 'L1-L2': '400', 'L2-L3': '401', 'L3-L1': '399' }, /^meets/],
    ['line-to-line-voltage', {}, { 'L1-L2': '400', 'L2-L3': '374', 'L3-L1': '399' }, /^doubt/],
    ['line-to-line-voltage', {}, { 'L1-L2': '400', 'L2-L3': '439', 'L3-L1': '399' }, /^doubt/],
    ['line-to-line-voltage', {}, { 'L1-L2': '400' }, /^not-judged/],
    ['line-to-line-voltage', {}, { 'L1-N': '230' }, /no pair L1-N/],
    ['phase-sequence', {}, 'ok', /^meets/],
    ['phase-sequence', {}, 'rev', /^fails/],
    ['phase-sequence', {}, '', /^not-judged/],
    ['zs', { ...sockets, device: b32 }, { L1: '0.5', L2: '0.6', L3: '1.37' }, /^fails/],
    ['zs', { ...sockets, device: b32 }, { L1: '0.5', L2: '0.6', L3: '1.09' }, /^meets/],
    ['zs', { ...sockets, device: b32 }, { L1: '0.5', L3: '1.09' }, /^not-judged/],
    ['zs', { ...sockets, device: b32 }, { L4: '0.5' }, /no phase L4/],
    ['rcd-time', { idn_mA: 30 }, { L1: '20', L2: '22', L3: '301' }, /^fails/],
    ['rcd-time', { idn_mA: 30 }, { 'L1 0': '20', 'L1 180': '25', L2: '22', L3: '300' }, /^meets/],
    ['rcd-time', { idn_mA: 30 }, { L1: '20', L2: '22' }, /^not-judged/],
    ['accessory-polarity', {}, 'ok', /^meets/],
    ['accessory-polarity', {}, { L1: 'ok', L2: 'rev', L3: 'ok' }, /^fails/],
    ['rcd-button', {}, 'ok', /^meets/],
    ['afdd-button', {}, 'rev', /^fails/],
    ['spd-indicator', {}, 'rev', /^fails/],
    ['spd-indicator', {}, 'LIM', /^not-judged/],
    ['touch-voltage', {}, '50', /^meets/],
    ['touch-voltage', {}, '51', /^fails/],
  ])('%s %j %j', (test, context, reading, wanted) => expect(judged(test, context, reading)).toMatch(wanted));
});

describe('an RCD by the loads behind it', () => {
  it.each<[object, string, RegExp]>([
    [{ load: 'shower' }, 'AC', /^meets/],
    [{ load: 'LED' }, 'AC', /^fails/],
    [{ load: 'LED' }, 'A', /^meets/],
    [{ load: 'heat pump' }, 'A', /^fails/],
    [{ load: 'heat pump' }, 'F', /^meets/],
    [{ load: 'EV' }, 'A', /^fails/],
    [{ load: 'EV' }, 'F', /^fails/],
    [{ load: 'EV' }, 'B', /^meets/],
    [{ load: 'EV', smoothDcHandled: true }, 'A', /^meets/],
    [{ load: 'EV', smoothDcHandled: true }, 'AC', /^fails/],
    [{ load: 'solar' }, 'type B', /^meets/],
    [{ load: 'LED' }, 'LIM', /^doubt/],
    [{}, 'A', /^no-limit/],
    [{ load: 'LED' }, 'G', /is no type/],
    [{ load: 'kettle farm' }, 'A', /is not one of/],
  ])('%j %s', (context, type, wanted) => expect(judged('rcd-type', context, type)).toMatch(wanted));
});

describe('devices of other standards', () => {
  const zs = (device: object, reading: string, circuit: object = { kind: 'final', points: 'fixed' }) =>
    judged('zs', { system: 'TN-S', circuit, device }, reading);
  it.each<[object, string, RegExp]>([
    // Type 4 of BS 3871 needs 50 times: 218.5 ÷ (50 × 20) = 0.2185, 0.8 of it 0.1748.
    [{ standard: '3871', type: '4', rating_A: 20 }, '0.17', /^meets 0\.22/],
    [{ standard: '3871', type: '4', rating_A: 20 }, '0.22', /^fails/],
    // Set to 10 × 100 A and a fifth more: 218.5 ÷ 1200 = 0.18208.
    [{ standard: 'MCCB', type: '10x', rating_A: 100 }, '0.14', /^meets 0\.18/],
    [{ standard: 'MCCB', type: '10x', rating_A: 100 }, '0.19', /^fails/],
    [{ standard: 'MCCB', type: 'C', rating_A: 100 }, '0.19', /^no-limit/],
    [{ standard: 'AFDD', type: 'B', rating_A: 32 }, '1.09', /^meets 1\.37/],
  ])('%j %s', (device, reading, wanted) => expect(zs(device, reading)).toMatch(wanted));
});

describe('a fixed load that cannot come to draw more (433.3.1)', () => {
  const judge = (more: object, rating = '40') =>
    judged('device-and-cable', { device: 'BS EN 60898', cableMm2: 4, method: 'A', loadA: 24, ...more }, rating);
  it('fails where nobody says the load is fixed', () => expect(judge({})).toMatch(/^fails/));
  it('is looked at where it is', () => expect(judge({ fixedLoad: 'fixed' })).toMatch(/^doubt/));
  it('meets where it was seen that it cannot', () => expect(judge({ fixedLoad: 'seen to be' })).toMatch(/^meets/));
  it('still fails where the cable does not carry the load itself', () =>
    expect(judge({ fixedLoad: 'seen to be', loadA: 60 })).toMatch(/^fails/));
  it('says nothing of it where the device protects the cable', () =>
    expect(judge({ fixedLoad: 'fixed' }, '25')).toMatch(/^meets/));
});

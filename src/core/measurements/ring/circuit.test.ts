import { describe, expect, it } from 'vitest';
import { fold, numbered, opened, rentedHouseEntries, viewAt, viewOfScribe } from '../../../../tests/support/entries';
import { editionPack } from '../../edition/editions';
import { slotKey } from '../../installation/slot';
import { pointsOf, wayOfSubject, waysOf } from '../../job/job';
import type { JobView } from '../../job/view';
import { highestStep3, ringCableOf, ringOfWay, ringReport } from './circuit';
import { judgeJob } from '../../job/verdicts';
import { step2, step3, step3NeutralCpc } from './slots';

const pack = editionPack('bs7671-2018-a2');
const house = viewAt(rentedHouseEntries());
const reportAt = (view: JobView) => ringReport(ringOfWay(view, ringIn(view)).readings, ringCableOf(ringIn(view)), pack);
const ringIn = ({ job }: JobView) => {
  const way = waysOf(job, [...job.boards.keys()][0] ?? '').find((each) => each.arrangement === 'ring');
  if (!way) throw new Error('a ring');
  return way;
};

/** A ring described and read as a person would, point by point. */
function ring(
  ends: readonly [string, string, string],
  points: readonly (readonly [string, string, string])[],
): JobView {
  const s = opened();
  const way = s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'ring', 9, 'B32', '30 A', '2.5/1.5', 'C']);
  s.results(way, { ringR1: ends[0], ringRn: ends[1], ringR2: ends[2] });
  s.ringPoints(way, points);
  return viewOfScribe(s);
}

describe('a ring as a job holds it', () => {
  it('gathers ends, steps and the recorded cable, in order along the ring', () => {
    const { points, readings } = ringOfWay(house, ringIn(house));
    expect(points.map((p) => p.name).slice(0, 4)).toEqual(['Hall', 'Parlour 1', 'Parlour 2', 'Garden room']);
    expect(readings.sockets).toBe(11);
    // 61 m of 4/1.5, read to 0.01 Ω.
    expect(readings.ends.r1).toBeCloseTo(0.281, 1);
    expect(readings.ends.r2).toBeCloseTo(0.738, 1);
    expect(readings.step2[3]).toBeGreaterThan(0.25);
    expect(readings.cableRatio).toBeCloseTo(12.1 / 4.61, 6);
  });
  it('explains the demo house: a spur to the garden room, and lands its reading', () => {
    const report = reportAt(house);
    expect(report?.explanations[0]).toMatchObject({ kind: 'spur', place: 'at socket 4' });
    expect(report?.explanations[0]?.lengthMetres).toBeGreaterThan(15);
    expect(report?.explanations[0]?.lengthMetres).toBeLessThan(19);
    expect(highestStep3(house, ringIn(house))).toMatchObject({ point: { name: 'Garden room' } });
  });
  it('says nothing before there is enough to explain, and takes what was not taken as nothing', () => {
    expect(reportAt(ring(['0.45', 'LIM behind units', 'N/A'], []))).toBeNull();
    const job = ring(
      ['0.45', '0.45', '0.73'],
      [
        ['A', 'LIM sealed', '0.29'],
        ['B', '0.22', '0.29'],
        ['C', '0.22', 'open'],
        ['D', '0.22', '>20'],
      ],
    );
    const { readings } = ringOfWay(job, ringIn(job));
    expect(readings.step2[0]).toBeNull();
    expect(readings.step3.slice(2)).toEqual(['open', 'open']);
  });
  it('takes another pair tried at an open socket, and is then sure', () => {
    const s = opened();
    const way = s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'ring', 9, 'B32', '30 A', '2.5/1.5', 'C']);
    s.results(way, { ringR1: '0.45', ringRn: '0.45', ringR2: '0.73' });
    s.ringPoints(way, [
      ['A', '0.22', '0.28'],
      ['B', '0.22', '0.29'],
      ['C', '0.22', 'open'],
      ['D', '0.22', '0.29'],
      ['E', '0.22', '0.29'],
      ['F', '0.22', '0.28'],
    ]);
    const before = viewOfScribe(s);
    expect(reportAt(before)?.confident).toBe(false);
    const third = pointsOf(before.job, way)[2]?.id ?? '';
    s.read({ of: 'point', id: third }, step3NeutralCpc, '0.29');
    const after = viewOfScribe(s);
    expect(ringOfWay(after, ringIn(after)).readings.tried).toEqual([
      { socket: 2, step: 3, pair: ['N', 'C'], reading: 0.29 },
    ]);
    expect(reportAt(after)).toMatchObject({
      confident: true,
      explanations: [{ kind: 'reversed LN', title: 'Line and neutral are reversed', place: 'at socket 3' }],
    });
    expect(judgeJob(after).get(slotKey({ of: 'point', id: third }, step3NeutralCpc))?.judgement.verdict).toBe(
      'unjudged',
    );
  });
  it('keeps the way of a point that moved with its history', () => {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const [one, two] = [
      s.way(board, 1, ['Sockets', 'ring', 9, 'B32', '30 A', '2.5/1.5', 'C']),
      s.way(board, 2, ['More sockets', 'ring', 9, 'B32', '30 A', '2.5/1.5', 'C']),
    ];
    s.ringPoints(one, [
      ['Hall', '0.22', '0.29'],
      ['Study', 'open', 'open'],
    ]);
    const study = [...fold(numbered(s.drafts)).points.values()].find((p) => p.name === 'Study');
    s.say('point.moved', { pointId: study?.id ?? '', wayId: two, order: 1 });
    const job = fold(numbered(s.drafts));
    expect(pointsOf(job, one).map((p) => p.name)).toEqual(['Hall']);
    expect(pointsOf(job, two).map((p) => p.name)).toEqual(['Study']);
    expect(wayOfSubject(job, { of: 'point', id: study?.id ?? '' })?.number).toBe(2);
    expect(job.readings.get(slotKey({ of: 'point', id: study?.id ?? '' }, step2))).toHaveLength(1);
  });
});

describe('a reading of a step beside a quarter of the ends', () => {
  const verdictOf = (
    step: 2 | 3,
    shown: string,
    ends: readonly [string, string, string] = ['0.45', '0.45', '0.73'],
  ) => {
    const view = ring(ends, [['A', step === 2 ? shown : '0.22', step === 3 ? shown : '0.29']]);
    const point = { of: 'point', id: [...view.job.points.keys()][0] ?? '' } as const;
    return judgeJob(view).get(slotKey(point, step === 2 ? step2 : step3))?.judgement.rule;
  };
  // Step 2: 0.225 ± 0.05. Step 3: 0.278 to 0.295, 0.05 either way.
  it.each([
    [2, '0.22', 'ring-step.level'],
    [2, '0.275', 'ring-step.level'],
    [2, '0.276', 'ring-step.high'],
    [2, '0.175', 'ring-step.level'],
    [2, '0.174', 'ring-step.low'],
    [2, 'open', 'ring-step.open'],
    [2, 'LIM sealed', 'ring-step.not-taken'],
    [3, '0.29', 'ring-step.level'],
    [3, '0.345', 'ring-step.level'],
    [3, '0.346', 'ring-step.high'],
    [3, '0.228', 'ring-step.low'],
    [3, '0.23', 'ring-step.level'],
  ] as const)('step %s: %s is %s', (step, shown, rule) => expect(verdictOf(step, shown)).toBe(rule));
  it('waits for both ends', () => expect(verdictOf(2, '0.22', ['0.45', 'open', '0.73'])).toBe('ring-step.alone'));
});

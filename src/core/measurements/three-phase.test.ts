import { describe, expect, it } from 'vitest';
import { Scribe } from '../../../scripts/demo/scribe';
import { noon, viewOfScribe } from '../../../tests/support/entries';
import { keyOf, lines, slotAt } from '../installation/slot';
import { showValue } from '../quantity/reading-value';
import { valueAt } from '../job/governing';
import { judgeJob, resultVerdicts } from '../job/verdicts';
import { lineNeutralLoop, zs } from './loop/slots';
import { externalLoop } from './origin/external-loop';
import { phaseSequence, ze } from './origin/slots';
import { polarity } from './polarity/slots';
import { rcdTime } from './residual/slots';

const supply = { of: 'supply' } as const;

/** A board on three phases with one circuit of a B32 behind 30 mA. */
function threePhases() {
  const scribe = new Scribe(noon, 'test device');
  scribe.open('EICR', 'bs7671-2018-a2', 'T-3');
  scribe.say('supply.described', { earthing: 'TN-S', liveConductors: 'three-phase', nominalVolts: 230 });
  const board = scribe.board('Board', 'Hall', 'Intake');
  const wayId = scribe.way(board, 1, ['Charger', 'fixed', 1, 'B32', '30 A', '4/1.5', 'C']);
  const on = { of: 'way', id: wayId } as const;
  const verdict = (at: Parameters<typeof slotAt>[0], measure: Parameters<typeof slotAt>[1]) =>
    judgeJob(viewOfScribe(scribe)).get(keyOf(slotAt(at, measure)))?.judgement.verdict;
  return { scribe, board, on, verdict };
}

describe('a three-phase supply', () => {
  it.each([
    ['1.09', 'meets'],
    ['1.37', 'fails'],
  ])('a Zs of %s that says no phase is judged: %s', (ohms, expected) => {
    const { scribe, on, verdict } = threePhases();
    scribe.say('way.described', { wayId: on.id, fields: { residualMilliamps: null, residualAbsent: true } });
    scribe.read(on, zs, ohms);
    expect(verdict(on, zs)).toBe(expected);
  });

  it('phase by phase the worst counts, for Zs, the L–N loop, the RCD and polarity', () => {
    const { scribe, on, verdict } = threePhases();
    for (const [phase, ohms, millis, placed] of [
      ['L1', '0.50', '20', 'ok'],
      ['L2', '0.90', '310', 'rev'],
      ['L3', '0.60', '25', 'ok'],
    ] as const) {
      scribe.read(on, { ...zs, phase }, ohms);
      scribe.read(on, { ...lineNeutralLoop, phase }, ohms);
      scribe.read(on, { ...rcdTime, phase }, millis);
      scribe.read(on, { ...polarity, phase }, placed);
    }
    const view = viewOfScribe(scribe);
    const shown = [zs, lineNeutralLoop, rcdTime].map((measure) => {
      const value = valueAt(view, on, measure);
      return value && showValue(value);
    });
    expect(shown).toEqual(['0.90', '0.90', '310']);
    expect([verdict(on, zs), verdict(on, rcdTime), verdict(on, polarity)]).toEqual(['meets', 'fails', 'fails']);
    // Each counts once among the results: the circuit's, not its phases'.
    const counted = resultVerdicts(view, judgeJob(view)).filter(({ slot }) => slot.test === rcdTime.test);
    expect(counted.map(({ slot }) => slot.phase)).toEqual([undefined]);
  });

  it('an external loop read on each phase is that of the phase', () => {
    const { scribe, on } = threePhases();
    for (const [index, phase] of lines.entries())
      scribe.read(supply, { ...ze, phase }, ['0.20', '0.35', '0.30'][index] ?? '');
    scribe.read(on, { ...zs, phase: 'L1' }, '0.50');
    const view = viewOfScribe(scribe);
    const highest = valueAt(view, supply, ze);
    expect(highest && showValue(highest)).toBe('0.35');
    // R1+R2 is not read: a loop of L1 is held against Ze of L1, and against the highest where it says no phase.
    const ofPhase = externalLoop(view, 'L1');
    expect(ofPhase && showValue(ofPhase)).toBe('0.20');
    const ofNone = externalLoop(view, undefined);
    expect(ofNone && showValue(ofNone)).toBe('0.35');
  });

  it('what was read of a phase at a point counts with its circuit, and its failure is among the results', () => {
    const { scribe, on, verdict } = threePhases();
    scribe.say('way.described', { wayId: on.id, fields: { residualMilliamps: null, residualAbsent: true } });
    scribe.points(on.id, [['Hall', 'fixed']]);
    const [point] = [...viewOfScribe(scribe).job.points.values()];
    scribe.read(on, zs, '0.50');
    scribe.read({ of: 'point', id: point?.id ?? '' }, { ...zs, phase: 'L2' }, '1.60');
    expect(verdict(on, zs)).toBe('fails');
    const view = viewOfScribe(scribe);
    const failed = resultVerdicts(view, judgeJob(view)).filter(({ judgement }) => judgement.verdict === 'fails');
    expect(failed.map(({ slot }) => keyOf(slot))).toEqual([keyOf(slotAt(on, zs))]);
  });

  it('the sequence of the phases is judged, and is due there alone', () => {
    const { scribe, verdict } = threePhases();
    const definition = viewOfScribe(scribe).tests.on('supply', phaseSequence);
    expect(definition?.due?.(viewOfScribe(scribe), supply)).toBe(true);
    scribe.read(supply, phaseSequence, 'rev');
    expect(verdict(supply, phaseSequence)).toBe('fails');
    scribe.say('supply.described', { liveConductors: 'single-phase' });
    expect(definition?.due?.(viewOfScribe(scribe), supply)).toBe(false);
  });
});

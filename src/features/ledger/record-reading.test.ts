import { describe, expect, it } from 'vitest';
import { numbered, opened } from '../../../tests/support/entries';
import type { Subject, TestId } from '../../core/installation/measurement';
import { fold } from '../../core/ledger/fold';
import type { ReadingValue } from '../../core/quantity/reading-value';
import { type InHand, emptyHanded, inHandSchema, readingEntries } from './record-reading';

const s = opened();
const board = s.board('CU', 'hall', 'intake');
const alarms = s.way(board, 1, ['Smoke alarms', 'fixed', 1, 'B6', '30 A', '1.5/1', 'C']);
const lights = s.way(board, 2, ['Lights', 'lights', 1, 'B6', '30 A', '1.5/1', 'C']);
const porch = s.points(lights, [['Porch', 'light']]).get('Porch') ?? '';
const job = fold(numbered(s.drafts));
const inHand: InHand = { ...emptyHanded, instrumentId: 'MF-1', leadNullOhms: '0.08', testVolts: 250, isolationWhy: 'no power yet', connected: { [alarms]: 'alarm heads', [lights]: '' } };

const body = (on: Subject, test: TestId, value: ReadingValue = { is: 'number', shown: '1' }) => {
  const [entry] = readingEntries(job, on, test, { value, reason: null }, inHand);
  return entry?.kind === 'reading.taken' ? entry.body : null;
};
const way = (id: string): Subject => ({ of: 'way', id });

describe('what goes with a reading', () => {
  it.each<[string, Subject, TestId, object]>([
    ['insulation: the voltage, and what stayed connected on that circuit', way(alarms), 'ir-le', { testVolts: 250, connected: 'alarm heads', leadNullOhms: null, instrumentId: 'MF-1' }],
    ['nothing where nothing stayed connected', way(lights), 'ir-le', { connected: null }],
    ['also when it is taken at a point of the circuit', { of: 'point', id: porch }, 'ir-far', { testVolts: 250, connected: null }],
    ['continuity: the lead null', way(alarms), 'r1r2', { leadNullOhms: '0.08', testVolts: null, connected: null }],
    ['a live test: neither', way(alarms), 'zs', { leadNullOhms: null, testVolts: null, connected: null, isolationWhy: null }],
    ['a dead test with no isolation in force: why', way(alarms), 'r2', { isolationId: null, isolationWhy: 'no power yet' }],
  ])('%s', (_what, on, test, part) => expect(body(on, test)).toMatchObject(part));

  it('a test not made carries none of it', () => {
    expect(body(way(alarms), 'ir-le', { is: 'not-taken', mark: 'LIM' })).toMatchObject({ instrumentId: null, testVolts: null, connected: null, isolationWhy: null });
  });

  it('what a device kept is read back, and rubbish refused', () => {
    expect(inHandSchema.parse(JSON.parse(JSON.stringify(inHand)))).toEqual(inHand);
    expect(inHandSchema.parse({ instrumentId: 'MF-1' })).toEqual({ ...emptyHanded, instrumentId: 'MF-1' });
    expect(inHandSchema.safeParse({ testVolts: 'high' }).success).toBe(false);
  });
});

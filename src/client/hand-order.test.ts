import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Cue, cues } from '../core/job/kinds/hand';
import { type HandOrder, type HandState, knownMillis, orderAt, takeOrder } from './hand-order';

const none: HandState = { order: null, askedAt: 0 };
const order = (number: number, cue: Cue): HandOrder => ({ cue, what: `way ${number}`, at: null, number });

describe('what a second device at the board shows', () => {
  it.each([
    [0, 'switch on', true],
    [knownMillis, 'switch on', true],
    [knownMillis + 1, 'stand by', false],
    [60_000, 'stand by', false],
    // A clock that ran backwards confirms nothing.
    [-1, 'stand by', false],
  ] as const)('%i ms after it asked: %s', (after, cue, isLinked) =>
    expect(orderAt(takeOrder(none, order(1, 'switch on'), 1000), 1000 + after)).toMatchObject({ cue, isLinked }),
  );
  it('stands by before anything was told', () => expect(orderAt(none, 0)).toMatchObject({ cue: 'stand by' }));
  it('stays on STOP without a link, and leaves it for a later order alone', () => {
    const stopped = takeOrder(takeOrder(none, order(1, 'switch on'), 0), order(2, 'stop'), 500);
    expect(orderAt(stopped, 90_000)).toMatchObject({ cue: 'stop', isLinked: false });
    expect(orderAt(takeOrder(stopped, order(1, 'switch on'), 900), 1000).cue).toBe('stop');
    expect(orderAt(takeOrder(stopped, order(3, 'switch on'), 900), 1000).cue).toBe('switch on');
  });

  /** Orders told one after the other; each poll answers with the last told before it, late, out of order, or never. */
  const run = fc.record({
    told: fc.array(fc.record({ cue: fc.constantFrom(...cues), gap: fc.integer({ min: 50, max: 4000 }) }), {
      minLength: 1,
      maxLength: 8,
    }),
    polls: fc.array(fc.record({ delay: fc.integer({ min: 1, max: 9000 }), dropped: fc.boolean() }), {
      minLength: 5,
      maxLength: 40,
    }),
  });
  it('holds its laws under delay, loss and answers out of order', () => {
    fc.assert(
      fc.property(run, ({ told, polls }) => {
        let clock = 0;
        const orders = told.map(({ cue, gap }, index) => ({ toldAt: (clock += gap), ...order(index + 1, cue) }));
        const answers = polls
          .map(({ delay, dropped }, index) => {
            const askedAt = index * 1000;
            const last = orders.filter(({ toldAt }) => toldAt <= askedAt).at(-1);
            return { askedAt, arrives: askedAt + delay, answer: dropped ? undefined : last };
          })
          .sort((a, b) => a.arrives - b.arrives);
        let state = none;
        let highest = 0;
        for (let now = 0; now < polls.length * 1000 + 9000; now += 125) {
          while (answers[0] && answers[0].arrives <= now) {
            const { answer, askedAt } = answers.shift()!;
            if (!answer) continue;
            state = takeOrder(state, { cue: answer.cue, what: answer.what, at: null, number: answer.number }, askedAt);
            highest = Math.max(highest, answer.number);
          }
          const shown = orderAt(state, now);
          const newest = highest === 0 ? null : orders[highest - 1]!;
          if (newest?.cue === 'stop') expect(shown.cue).toBe('stop');
          if (shown.cue === 'switch on' || shown.cue === 'switch off') {
            expect(shown.cue).toBe(newest?.cue);
            // It stood no longer ago than it is known for.
            const since = orders[highest];
            if (since) expect(now - since.toldAt).toBeLessThanOrEqual(knownMillis);
          }
        }
      }),
      { numRuns: 300 },
    );
  });
});

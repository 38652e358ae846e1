'use client';

import { useEffect, useState } from 'react';
import * as z from 'zod';
import { type HandOrder, type HandState, orderAt, takeOrder } from '../../client/hand-order';
import { type Cue, cues } from '../../core/job/kinds/hand';
import { say } from '../../ui/say';

const orderSchema = z.object({
  cue: z.enum(cues),
  what: z.string(),
  at: z.string().nullable(),
  number: z.number().int().min(0),
});

const askMillis = 1000;
/** An answer that takes longer says nothing any more. */
const giveUpMillis = 2500;
const lookMillis = 250;
const words: Record<Cue, string> = {
  'switch on': 'Switch ON',
  'switch off': 'Switch OFF',
  stop: 'STOP',
  'stand by': 'STAND BY',
};

/** One thing, as large as the screen: what the one at the board does now. Without a link nothing is done. */
export function HandView({ token, first }: { token: string; first: HandOrder }) {
  const [state, setState] = useState<HandState>({ order: first.number > 0 ? first : null, askedAt: -Infinity });
  // A steady clock: that of the day may be set meanwhile.
  const [clock, setClock] = useState({ startedAt: 0, now: 0 });
  useEffect(() => {
    let here = true;
    const startedAt = performance.now();
    const ask = async () => {
      const askedAt = performance.now();
      try {
        const answer = await fetch(`/hand/${token}/now`, {
          cache: 'no-store',
          signal: AbortSignal.timeout(giveUpMillis),
        });
        const read = orderSchema.safeParse(await answer.json());
        if (!here || !read.success) return;
        setState((before) => takeOrder(before, read.data, askedAt));
      } catch {
        // No answer confirms nothing: what is shown lapses by itself.
      }
    };
    void ask();
    const asking = setInterval(() => void ask(), askMillis);
    const looking = setInterval(() => setClock({ startedAt, now: performance.now() }), lookMillis);
    return () => {
      here = false;
      clearInterval(asking);
      clearInterval(looking);
    };
  }, [token]);
  const { cue, what, isLinked } = orderAt(state, clock.now);
  const lost = !isLinked && clock.now - clock.startedAt > giveUpMillis;
  const number = state.order?.number ?? 0;
  useEffect(() => {
    if (number > 0) say(`${words[cue]} ${what}`, cue === 'switch on' || cue === 'switch off' ? 'good' : 'bad');
  }, [cue, what, number]);
  const isDark = cue === 'stop' || cue === 'switch off';
  return (
    <main
      className={`flex min-h-dvh flex-col items-center justify-center gap-6 p-6 text-center ${isDark ? 'bg-ink text-paper' : ''} ${lost ? 'hatch' : ''}`}
    >
      <h1
        className={`px-4 text-6xl font-semibold sm:text-8xl ${lost && !isDark ? 'bg-paper' : ''}`}
        aria-live="assertive"
      >
        {words[cue]}
      </h1>
      <p className="text-4xl sm:text-6xl">{what}</p>
      {lost ? (
        <p role="alert" className={`border-2 p-3 text-xl font-semibold ${isDark ? 'bg-ink' : 'bg-paper'}`}>
          No connection. Do nothing until it is back.
        </p>
      ) : (
        <p className="text-sm">Touch no terminals. Do only what is shown here, then call out that it is done.</p>
      )}
    </main>
  );
}

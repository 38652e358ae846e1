'use client';

import { useEffect, useState } from 'react';
import * as z from 'zod';
import { cues } from '../../core/job/kinds/hand';
import { say } from '../../ui/say';

const toldSchema = z.object({ cue: z.enum(cues), what: z.string(), at: z.string().nullable() });
type Told = z.infer<typeof toldSchema>;

const askMillis = 1500;
const words: Record<Told['cue'], string> = {
  'switch on': 'Switch ON',
  'switch off': 'Switch OFF',
  stop: 'STOP',
  'stand by': 'Stand by',
};

/** One thing, as large as the screen: what the one at the board does now. */
export function HandView({ token, first }: { token: string; first: Told }) {
  const [told, setTold] = useState(first);
  const [lost, setLost] = useState(false);
  useEffect(() => {
    let here = true;
    const ask = async () => {
      try {
        const answer = await fetch(`/hand/${token}/now`, { cache: 'no-store' });
        const read = toldSchema.safeParse(await answer.json());
        if (!here) return;
        setLost(!read.success);
        if (read.success) setTold(read.data);
      } catch {
        if (here) setLost(true);
      }
    };
    const timer = setInterval(() => void ask(), askMillis);
    return () => {
      here = false;
      clearInterval(timer);
    };
  }, [token]);
  const { cue, what, at } = told;
  useEffect(() => {
    if (at) say(`${words[cue]} ${what}`, cue === 'stop' ? 'bad' : 'good');
  }, [cue, what, at]);
  const isDark = cue === 'stop' || cue === 'switch off';
  return (
    <main
      className={`flex min-h-dvh flex-col items-center justify-center gap-6 p-6 text-center ${isDark ? 'bg-ink text-paper' : ''}`}
    >
      <h1 className="text-6xl font-semibold sm:text-8xl" aria-live="assertive">
        {words[cue]}
      </h1>
      <p className="text-4xl sm:text-6xl">{what}</p>
      {lost ? (
        <p role="alert" className="border-2 p-3 text-xl font-semibold">
          No link to the job: do nothing until it is back.
        </p>
      ) : (
        <p className="text-sm">Touch no terminal. Do only what stands here, and say aloud that it is done.</p>
      )}
    </main>
  );
}

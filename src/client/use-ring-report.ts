'use client';

import { useEffect, useRef, useState } from 'react';
import type { RingReport } from '../core/measurements/ring/explain';
import type { RingAnswer, RingQuestion } from '../workers/ring.worker';

type Asked = Omit<RingQuestion, 'id'>;

/**
 * What a ring's readings come to, worked out beside the page: the last answer stays until the next is there. A question
 * asked while the worker is busy waits, and only the latest of those is put. Undefined before the first
 * answer.
 */
export function useRingReport({ readings, cable, edition, ownEdition }: Asked): RingReport | null | undefined {
  const [report, setReport] = useState<RingReport | null>();
  const [attempt, setAttempt] = useState(0);
  const held = useRef<{
    worker: Worker;
    busy: boolean;
    failed: boolean;
    next: RingQuestion | null;
    asked: number;
  } | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../workers/ring.worker.ts', import.meta.url), { type: 'module' });
    const state = { worker, busy: false, failed: false, next: null as RingQuestion | null, asked: 0 };
    held.current = state;
    worker.addEventListener('message', ({ data }: MessageEvent<RingAnswer>) => {
      state.busy = false;
      if (data.id === state.asked) setReport(data.report);
      if (state.next) {
        state.busy = true;
        worker.postMessage(state.next);
        state.next = null;
      }
    });
    // Its script did not come: the next question asks for it again.
    worker.addEventListener('error', () => (state.failed = true));
    return () => {
      worker.terminate();
      held.current = null;
    };
  }, [attempt]);
  useEffect(() => {
    const state = held.current;
    if (!state) return;
    if (state.failed) return setAttempt((tried) => tried + 1);
    state.asked += 1;
    const question: RingQuestion = { id: state.asked, readings, cable, edition, ownEdition };
    if (state.busy) state.next = question;
    else {
      state.busy = true;
      state.worker.postMessage(question);
    }
  }, [readings, cable, edition, ownEdition, attempt]);
  return report;
}

'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { useJob, useJobNow } from '../../../client/job-provider';
import { type Slot, keyOf } from '../../../core/installation/slot';
import { wayOfSubject } from '../../../core/job/job';
import { judgeValue } from '../../../core/job/verdicts';
import type { JobView } from '../../../core/job/view';
import { unitWord } from '../../../core/quantity/parse-reading';
import { showValue } from '../../../core/quantity/reading-value';
import { verdictWord } from '../../../core/words/judgement';
import { deadBecause } from '../../../core/work/on-now';
import { Button } from '../../../ui/button';
import { say } from '../../../ui/say';
import { useMeasure, useTester } from '../../measure/measure-provider';

type Place = { readonly slot: Slot; readonly name: string };

/** Why a live place does not answer; nothing stands against a dead test. */
function whyDead(view: JobView, slot: Slot): string | null {
  const way = view.tests.of(slot)?.dead === false ? wayOfSubject(view.job, slot.on) : undefined;
  return way ? deadBecause(view.job, way) : null;
}

/**
 * The walk with both hands on the probes: each settled reading of the tester is recorded where the walk stands, spoken with
 * its verdict, and the next place is named. Where a test tripped what is before the next place, it waits until that is on
 * again. It stops where the tester refuses, and after the last place.
 */
export function HandsFree({ slots, disabled }: { slots: readonly Place[]; disabled: boolean }) {
  const now = useJobNow();
  const { take, listen } = useMeasure();
  const tester = useTester((held) => held);
  const [walk, setWalk] = useState<readonly Place[] | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const asked = useRef<string | null>(null);
  const latest = useRef({ walk });
  useEffect(() => {
    latest.current = { walk };
  });
  const speak = (text: string, tone: 'good' | 'bad') => {
    setSaid(text);
    say(text, tone);
  };
  const stop = useCallback(() => {
    setWalk(null);
    asked.current = null;
    listen(null);
  }, [listen]);
  const here = walk?.[0] ?? null;
  const dead = useJob((view) => here && whyDead(view, here.slot));
  useEffect(() => {
    if (dead) speak(dead, 'bad');
  }, [dead]);
  useEffect(() => {
    if (!here || dead || asked.current === keyOf(here.slot)) return;
    asked.current = keyOf(here.slot);
    // What is on is told to the tester first.
    queueMicrotask(() => take(here.slot));
  }, [here, dead, take]);
  useEffect(() => stop, [stop]);
  const refused = tester?.refused ?? null;
  useEffect(() => {
    if (!refused || !latest.current.walk) return;
    speak(`Stop. ${refused}`, 'bad');
    stop();
  }, [refused, stop]);
  const begin = () => {
    const [first] = slots;
    if (!first) return;
    setWalk(slots);
    speak(`Next: ${first.name}`, 'good');
    listen((slot, { value }) => {
      const { walk } = latest.current;
      const view = now();
      const [here, ...rest] = walk ?? [];
      if (!here || keyOf(here.slot) !== keyOf(slot)) return;
      const { verdict } = judgeValue(view, slot, { value, how: 'measured', testVolts: null });
      const spec = view.tests.of(slot)?.spec;
      const unit = spec?.takes === 'figure' ? unitWord[spec.unit] : '';
      const next = rest[0] ? `Next: ${rest[0].name}` : 'All read.';
      speak(
        `${here.name}: ${showValue(value)} ${unit}, ${verdictWord[verdict]}. ${next}`,
        verdict === 'fails' ? 'bad' : 'good',
      );
      if (!rest[0]) return stop();
      setWalk(rest);
    });
  };
  if (!tester || (slots.length === 0 && !said)) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
      {walk ? (
        <Button className="min-h-11" onClick={stop}>
          Stop hands-free
        </Button>
      ) : (
        <Button
          className="min-h-11"
          disabled={disabled || slots.length === 0 || tester.line !== 'ready'}
          onClick={begin}
        >
          Hands-free: {slots.length} to read
        </Button>
      )}
      <span role="status" aria-label="Spoken" className="text-lg font-semibold">
        {said}
      </span>
    </div>
  );
}

'use client';

import { useEffect, useState } from 'react';
import * as z from 'zod';

const everyMillis = 2_000;
const answer = z.object({ waiting: z.number().int() });

/** What is going on while a document is sealed: how long already, and how many are printed before it. */
export function Sealing() {
  const [seconds, setSeconds] = useState(0);
  const [waiting, setWaiting] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => {
      setSeconds((before) => before + everyMillis / 1000);
      void fetch('/api/printing')
        .then(async (response) => answer.safeParse(await response.json()))
        .then((read) => read.success && setWaiting(read.data.waiting))
        .catch(() => undefined);
    }, everyMillis);
    return () => clearInterval(timer);
  }, []);
  if (seconds === 0) return null;
  const before = waiting - 1;
  return (
    <p role="status" className="pt-1 text-sm">
      Printing it, {seconds} s so far.{' '}
      {before > 0 && `${before === 1 ? 'One document is' : `${before} documents are`} printed before it. `}
      It is issued once printed.
    </p>
  );
}

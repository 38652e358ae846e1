'use client';

import type { ReactNode } from 'react';
import { Keypad } from './keypad';
import { MeasureProvider, useMeasure } from './measure-provider';

/** A page on which readings are taken: one place in focus, the keypad and the tester's link that write to it. */
export function Measuring({ children }: { children: ReactNode }) {
  return (
    <MeasureProvider>
      {children}
      <Room />
      <Keypad />
    </MeasureProvider>
  );
}

/** Room beneath the page for the keypad that lies over its foot. */
function Room() {
  const { padOpen } = useMeasure();
  return padOpen ? <div aria-hidden className="h-24 md:hidden" /> : null;
}

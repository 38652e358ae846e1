'use client';

import type { ReactNode } from 'react';
import { useScreenAwake } from '../../../ui/screen-awake';
import { NotReadMenu } from '../../measure/not-read';
import { Setup } from '../../measure/setup';
import { TestCards } from './test-cards';
import { WentDead } from './went-dead';

/** Tests that ask for no nulled leads, no test voltage and no isolation. */
const liveBenches: ReadonlySet<string> = new Set(['origin', 'loop', 'residual', 'function', 'leaving']);

/** The line above every test: which one, what it is read with, and help. */
export function BenchHand({ name, bench }: { readonly name: string; readonly bench: ReactNode }) {
  useScreenAwake();
  return (
    <div className="flex border-b border-rule">
      <Setup
        live={liveBenches.has(name)}
        before={bench}
        more={
          <span className="md:hidden">
            <TestCards bench={name} />
          </span>
        }
      >
        <span className="flex-1 max-md:hidden" />
        <span className="flex items-center gap-x-4 max-md:hidden">
          <NotReadMenu />
          <TestCards bench={name} />
        </span>
        <WentDead />
      </Setup>
    </div>
  );
}

'use client';

import { Tooltip as Primitive } from 'radix-ui';
import type { ReactElement, ReactNode } from 'react';

/** A short word about what it is laid on, for the pointer and for the keyboard. */
export function Tooltip({ says, children }: { says: ReactNode; children: ReactElement }) {
  return (
    <Primitive.Provider delayDuration={400}>
      <Primitive.Root>
        <Primitive.Trigger asChild>{children}</Primitive.Trigger>
        <Primitive.Portal>
          <Primitive.Content
            sideOffset={4}
            className="z-50 max-w-72 border border-rule-strong bg-ink px-2 py-1 text-sm text-paper"
          >
            {says}
          </Primitive.Content>
        </Primitive.Portal>
      </Primitive.Root>
    </Primitive.Provider>
  );
}

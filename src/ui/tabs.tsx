'use client';

import { Tabs as Primitive } from 'radix-ui';
import type { ReactNode } from 'react';

type Props<V extends string> = {
  readonly label: string;
  readonly value: V;
  readonly tabs: readonly { readonly value: V; readonly face: string }[];
  readonly onChange: (value: V) => void;
  /** What stands between the tabs and what they show. */
  readonly between?: ReactNode;
  readonly children: ReactNode;
};

/** Several sheets of one place, one in front. */
export function Tabs<V extends string>({ label, value, tabs, onChange, between, children }: Props<V>) {
  return (
    <Primitive.Root value={value} onValueChange={(next) => onChange(next as V)} activationMode="manual">
      <Primitive.List aria-label={label} className="flex overflow-x-auto px-0.5 pt-0.5 print:hidden">
        {tabs.map((tab) => (
          <Primitive.Trigger
            key={tab.value}
            value={tab.value}
            className="flex min-h-9 items-center border-b-[3px] border-transparent px-3 font-serif text-lg hover:bg-hover data-[state=active]:border-ink data-[state=active]:font-semibold max-md:min-h-11 max-md:px-2 max-md:text-base"
          >
            {tab.face}
          </Primitive.Trigger>
        ))}
      </Primitive.List>
      {between}
      <Primitive.Content value={value} tabIndex={-1} className="outline-none">
        {children}
      </Primitive.Content>
    </Primitive.Root>
  );
}

'use client';

import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState, type ReactNode } from 'react';

type Props = {
  readonly summary: ReactNode;
  readonly children: ReactNode;
  /** Whether it is open until somebody says otherwise. */
  readonly open?: boolean;
  readonly className?: string;
};

/** A line with more behind it. */
export function Disclosure({ summary, children, open = false, className }: Props) {
  const [said, setSaid] = useState<boolean | null>(null);
  return (
    <Collapsible.Root open={said ?? open} onOpenChange={setSaid} className={className}>
      <Collapsible.Trigger className="group flex min-h-8 w-full items-center gap-1.5 text-left max-md:min-h-11">
        <ChevronRight size={15} aria-hidden className="shrink-0 text-faint group-data-[state=open]:rotate-90" />
        <span className="min-w-0 flex-1">{summary}</span>
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}

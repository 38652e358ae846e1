'use client';

import { Search } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { FindableGroup } from './palette';

/** Loaded when somebody looks for something. */
const Palette = dynamic(() => import('./palette').then((module) => module.Palette), { ssr: false });

type Props = {
  readonly hint: string;
  /** Worked out when the list is opened. */
  readonly groups: () => readonly FindableGroup[];
  readonly onOpen?: () => void;
};

/** Opens the list of everything that can be gone to from here: by Ctrl-K or ⌘-K, or by a tap. */
export function Find({ hint, groups, onOpen }: Props) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.shiftKey || event.altKey || event.key.toLowerCase() !== 'k')
        return;
      event.preventDefault();
      setOpen((was) => !was);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  useEffect(() => {
    if (open) onOpen?.();
  }, [open, onOpen]);
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        aria-keyshortcuts="Control+K Meta+K"
        title="Ctrl K"
        className="inline-flex min-h-8 items-center gap-1.5 rounded-md px-1 text-sm hover:bg-hover max-md:min-h-11 max-md:min-w-11 max-md:justify-center"
      >
        <Search size={15} aria-hidden /> <span className="max-md:sr-only">Find</span>
      </button>
      {open && <Palette hint={hint} groups={groups()} onClose={() => setOpen(false)} />}
    </>
  );
}

'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';

/** However much happens, a page is not read more often than this. */
const leastMillis = 3_000;
const soonMillis = 300;

/** Reads the page it stands on again whenever something of the firm's moved since it was read. */
export function AsItHappens({ readAt }: { readAt: number }) {
  const { refresh } = useRouter();
  const since = useRef(readAt);
  useEffect(() => {
    since.current = readAt;
  }, [readAt]);
  useEffect(() => {
    let source: EventSource | null = null;
    let waiting: ReturnType<typeof setTimeout> | null = null;
    let lastRead = 0;
    const read = () => {
      waiting = null;
      lastRead = Date.now();
      refresh();
    };
    const more = () => {
      waiting ??= setTimeout(read, Math.max(soonMillis, lastRead + leastMillis - Date.now()));
    };
    const open = () => {
      if (source) return;
      source = new EventSource(`/api/firm/moves?since=${since.current}`);
      source.addEventListener('more', more);
    };
    // A page put aside by the browser holds no line open, so that going back to it is at once.
    const close = () => {
      if (waiting) clearTimeout(waiting);
      waiting = null;
      source?.close();
      source = null;
    };
    const shown = ({ persisted }: PageTransitionEvent) => {
      open();
      if (persisted) more();
    };
    open();
    window.addEventListener('pageshow', shown);
    window.addEventListener('pagehide', close);
    return () => {
      close();
      window.removeEventListener('pageshow', shown);
      window.removeEventListener('pagehide', close);
    };
  }, [refresh]);
  return null;
}

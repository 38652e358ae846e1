'use client';

import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import type { Actor } from '../core/ledger/actor';
import type { Recorded } from '../core/ledger/entry';
import type { Streamed } from '../core/ledger/stream';
import { httpLink } from './http-link';
import type { LedgerLink } from './ledger-link';
import { type Reader, dropOutgoing, keepNumbered, keepOutgoing, loadStream } from './on-this-device';
import { type HeldStream, StreamStore } from './stream-store';

const deviceKey = 'orange-ledger-device';

/** The name this browser goes by in the ledger. */
export function deviceName(): string {
  if (typeof window === 'undefined') return 'server';
  const kept = localStorage.getItem(deviceKey);
  if (kept) return kept;
  const made = `browser ${v7().slice(-6)}`;
  localStorage.setItem(deviceKey, made);
  return made;
}

const later = (work: () => void, millis: number) => {
  const timer = setTimeout(work, millis);
  return () => clearTimeout(timer);
};

type Held<State> = {
  readonly stream: HeldStream<State> & Reader;
  readonly streamId: string;
  /** Where the server has it. */
  readonly address: string;
  readonly entries: readonly Recorded[];
  readonly me: Actor;
  /** Whether others wait for what this device may still hold when it goes out of reach. */
  readonly tellsLeaving?: boolean;
  /** Where it goes instead of to a server: then nobody else has it, and no line is held open. */
  readonly link?: LedgerLink;
};

/** A stream held by this browser: kept on the device, sent when there is a network, told of what others append. */
export function useStream<State extends Streamed>(held: Held<State>): StreamStore<State> {
  const { stream, streamId, address, entries, me, tellsLeaving = false, link } = held;
  const [store] = useState(
    () =>
      new StreamStore<State>({
        stream,
        actor: me,
        streamId,
        entries,
        keeper: {
          load: (known) => loadStream(streamId, me.id, stream, known),
          keep: keepOutgoing,
          keepNumbered: (made) => keepNumbered(streamId, made),
          drop: dropOutgoing,
        },
        link: link ?? httpLink(address, stream),
        newId: v7,
        now: () => new Date().toISOString(),
        device: deviceName(),
        later,
      }),
  );
  const isAlone = link !== undefined;
  useEffect(() => {
    void store.begin();
    if (isAlone) return;
    let source: EventSource | null = null;
    const from = new URLSearchParams({ device: deviceName() }).toString();
    const catchUp = () => {
      store.nudge();
      store.catchUp().catch(() => undefined);
    };
    const open = () => {
      source ??= new EventSource(`${address}/stream?${from}`);
      source.addEventListener('more', catchUp);
    };
    // A page put aside by the browser holds no line open, so that going back to it is at once.
    const close = () => {
      if (!source) return;
      source.close();
      source = null;
      // Closed with everything sent: nobody has to wait for what this device might still hold.
      if (tellsLeaving && store.getSnapshot().unsent === 0) navigator.sendBeacon(`${address}/left?${from}`);
    };
    const shown = (event: PageTransitionEvent) => {
      open();
      if (event.persisted) catchUp();
    };
    open();
    window.addEventListener('pageshow', shown);
    window.addEventListener('pagehide', close);
    window.addEventListener('online', catchUp);
    window.addEventListener('focus', catchUp);
    return () => {
      close();
      window.removeEventListener('pageshow', shown);
      window.removeEventListener('pagehide', close);
      window.removeEventListener('online', catchUp);
      window.removeEventListener('focus', catchUp);
    };
  }, [store, address, tellsLeaving, isAlone]);
  return store;
}

'use client';

import { createContext, use, useMemo, useSyncExternalStore, type ReactNode } from 'react';
import { type NewFirmEntry, firmStream } from '../core/catalogue';
import type { FirmState } from '../core/firm/firm';
import type { Recorded } from '../core/ledger/entry';
import type { Me } from './job-provider';
import type { AppendOutcome, Snapshot } from './stream-store';
import { useStream } from './use-stream';

type HeldFirm = { readonly me: Me } & Omit<Snapshot<FirmState>, 'state'> & {
    readonly firm: FirmState;
    readonly append: (entries: readonly NewFirmEntry[]) => AppendOutcome;
    readonly dismiss: (id: string) => void;
    readonly sendAgain: (id: string) => void;
    readonly nudge: () => void;
    readonly undo: () => void;
  };

const Context = createContext<HeldFirm | null>(null);

/** The firm of whoever is signed in, as it stands here and now. */
export function useFirm(): HeldFirm {
  const held = use(Context);
  if (!held) throw new Error('useFirm is used inside a FirmProvider');
  return held;
}

type Props = {
  readonly firmId: string;
  readonly me: Me;
  readonly entries: readonly Recorded[];
  readonly children: ReactNode;
};

export function FirmProvider({ firmId, me, entries, children }: Props) {
  const store = useStream({ stream: firmStream, streamId: firmId, address: '/api/firm', entries, me });
  const snapshot = useSyncExternalStore(store.subscribe, store.getSnapshot, store.getSnapshot);
  const held = useMemo<HeldFirm>(() => {
    const { state, ...rest } = snapshot;
    return {
      ...rest,
      me,
      firm: state,
      append: (made) => store.append(made),
      dismiss: (id) => void store.dismiss(id),
      sendAgain: (id) => void store.sendAgain(id),
      nudge: store.nudge,
      undo: () => void store.undo(),
    };
  }, [snapshot, store, me]);
  return <Context value={held}>{children}</Context>;
}

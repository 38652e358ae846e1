'use client';

import Link from 'next/link';
import { useEffect, useState } from 'react';
import { waitingHere } from '../../client/on-this-device';
import { capital } from '../../core/words/capital';

type State = { readonly online: boolean; readonly waiting: ReadonlyMap<string, number> };
const everyMillis = 5_000;

/** Whether this device is online, and what it keeps that has not been sent, of whichever job: it leads to that job, which sends it. */
export function DeviceState({ personId, firmId, quiet }: { personId: string; firmId: string; quiet: boolean }) {
  const [state, setState] = useState<State | null>(null);
  useEffect(() => {
    let isHere = true;
    const look = () =>
      void waitingHere(personId)
        .catch(() => new Map<string, number>())
        .then((waiting) => isHere && setState({ online: navigator.onLine, waiting }));
    look();
    const timer = setInterval(look, everyMillis);
    window.addEventListener('online', look);
    window.addEventListener('offline', look);
    return () => {
      isHere = false;
      clearInterval(timer);
      window.removeEventListener('online', look);
      window.removeEventListener('offline', look);
    };
  }, [personId]);
  if (!state) return null;
  const { online, waiting } = state;
  const count = [...waiting.values()].reduce((sum, each) => sum + each, 0);
  const words = `${online ? '' : 'Offline'}${!online && count > 0 ? ', ' : ''}${count > 0 ? `saved here (${count})` : online ? 'Saved' : ''}`;
  if (quiet && count === 0 && online) return null;
  const [stream] = waiting.keys();
  const look = `whitespace-nowrap text-sm ${count === 0 && online ? 'text-faint' : 'font-semibold'}`;
  const said = capital(words);
  return (
    <span role="status" data-testid="device-state" className={look}>
      {stream && stream !== firmId ? (
        <Link href={`/jobs/${stream}`} className="inline-flex min-h-9 items-center underline underline-offset-4">
          {said}
        </Link>
      ) : (
        said
      )}
    </span>
  );
}

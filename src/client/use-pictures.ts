'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { houseOfPaper } from '../core/practice/paper-stream';
import { keepPicture, pictureArrived, picturesHere } from './on-this-device';
import type { SmallPicture } from './small-picture';

const everyMillis = 15_000;

type Pictures = {
  /** Addresses of pictures this device holds, by their hash. */
  readonly here: ReadonlyMap<string, string>;
  /** Hashes of those that have not reached the server. */
  readonly waiting: ReadonlySet<string>;
  /** How far sending is, of those that waited when it began; null while nothing is on its way. */
  readonly sending: { readonly done: number; readonly of: number } | null;
  readonly keep: (picture: SmallPicture) => Promise<void>;
};

/** One address a picture for as long as the page lives: its bytes stay on the device's disk until they are shown. */
const addresses = new Map<string, string>();
function addressOf(sha256: string, bytes: Blob): string {
  const known = addresses.get(sha256);
  if (known) return known;
  const address = URL.createObjectURL(bytes);
  addresses.set(sha256, address);
  return address;
}

/** The pictures of a job that were taken on this device: kept, shown, and sent when there is a network; of practice never. */
export function usePictures(jobId: string): Pictures {
  const isSent = houseOfPaper(jobId) === null;
  const [here, setHere] = useState<ReadonlyMap<string, string>>(new Map());
  const [waiting, setWaiting] = useState<ReadonlySet<string>>(new Set());
  const [sending, setSending] = useState<Pictures['sending']>(null);
  const busy = useRef(false);
  const look = useCallback(async () => {
    const kept = await picturesHere(jobId).catch(() => []);
    setHere((before) =>
      kept.every(({ sha256 }) => before.has(sha256))
        ? before
        : new Map(kept.map(({ sha256, bytes }) => [sha256, addressOf(sha256, bytes)])),
    );
    const lacking = kept.filter(({ sent }) => isSent && !sent);
    setWaiting(new Set(lacking.map(({ sha256 }) => sha256)));
    return lacking;
  }, [jobId, isSent]);
  const send = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    const tried = new Set<string>();
    try {
      // Those taken while others were on their way go too.
      for (;;) {
        const lacking = (await look()).filter(({ sha256 }) => !tried.has(sha256));
        if (lacking.length === 0) return;
        for (const [done, { sha256, bytes }] of lacking.entries()) {
          tried.add(sha256);
          setSending({ done, of: lacking.length });
          const answer = await fetch(`/api/jobs/${jobId}/pictures/${sha256}`, { method: 'PUT', body: bytes }).catch(
            () => null,
          );
          // Without an answer the others have to wait too; one that is refused holds back no other.
          if (!answer) return;
          if (answer.ok) await pictureArrived(jobId, sha256);
        }
      }
    } finally {
      busy.current = false;
      setSending(null);
      await look();
    }
  }, [jobId, look]);
  useEffect(() => {
    // Set once the device has been asked: a store outside this page.
    const go = () => void send();
    const soon = setTimeout(go, 0);
    const timer = setInterval(go, everyMillis);
    window.addEventListener('online', go);
    return () => {
      clearTimeout(soon);
      clearInterval(timer);
      window.removeEventListener('online', go);
    };
  }, [send]);
  const keep = useCallback(
    async ({ sha256, bytes }: SmallPicture) => {
      await keepPicture(jobId, sha256, bytes);
      await look();
      void send();
    },
    [jobId, look, send],
  );
  return { here, waiting, sending, keep };
}

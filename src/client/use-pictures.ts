'use client';

import { useCallback, useEffect, useState } from 'react';
import { keepPicture, pictureArrived, picturesHere } from './on-this-device';
import type { SmallPicture } from './small-picture';

const everyMillis = 15_000;

type Pictures = {
  /** Addresses of pictures this device holds, by their hash. */
  readonly here: ReadonlyMap<string, string>;
  /** Hashes of those that have not reached the server. */
  readonly waiting: ReadonlySet<string>;
  readonly keep: (picture: SmallPicture) => Promise<void>;
};

/** The pictures of a job that were taken on this device: kept, shown, and sent when there is a network. */
export function usePictures(jobId: string): Pictures {
  const [here, setHere] = useState<ReadonlyMap<string, string>>(new Map());
  const [waiting, setWaiting] = useState<ReadonlySet<string>>(new Set());
  const look = useCallback(async () => {
    const kept = await picturesHere(jobId).catch(() => []);
    setHere((before) => {
      const lacking = kept.filter(({ sha256 }) => !before.has(sha256));
      if (lacking.length === 0) return before;
      return new Map([...before, ...lacking.map(({ sha256, bytes }) => [sha256, URL.createObjectURL(bytes)] as const)]);
    });
    setWaiting(new Set(kept.filter(({ sent }) => !sent).map(({ sha256 }) => sha256)));
    return kept.filter(({ sent }) => !sent);
  }, [jobId]);
  const send = useCallback(async () => {
    for (const { sha256, bytes } of await look()) {
      const answer = await fetch(`/api/jobs/${jobId}/pictures/${sha256}`, { method: 'PUT', body: bytes }).catch(
        () => null,
      );
      // Without an answer the others have to wait too; one that is refused holds back no other.
      if (!answer) break;
      if (!answer.ok) continue;
      await pictureArrived(jobId, sha256);
    }
    await look();
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
  return { here, waiting, keep };
}

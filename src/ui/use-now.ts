import { useEffect, useState } from 'react';

/** The moment it is, again every so often; null until the page is alive, so that server and browser draw the same. */
export function useNow(everyMillis: number): number | null {
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    const tick = () => setNow(Date.now());
    tick();
    const timer = setInterval(tick, everyMillis);
    return () => clearInterval(timer);
  }, [everyMillis]);
  return now;
}

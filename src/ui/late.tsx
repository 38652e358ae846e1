import { useEffect, useState, type ReactNode } from 'react';
import { whenIdle } from './when-idle';

/** What is looked at after the work: shown, and its script fetched, once the page has nothing more urgent to do. */
export function Late({ children }: { children: ReactNode }) {
  const [isIdle, setIsIdle] = useState(false);
  useEffect(() => {
    let here = true;
    void whenIdle().then(() => here && setIsIdle(true));
    return () => {
      here = false;
    };
  }, []);
  return isIdle ? children : null;
}

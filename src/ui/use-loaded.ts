import { useEffect, useState } from 'react';

/** What is fetched apart from the page once it is there; none yet, or that it cannot be read here. */
export function useLoaded<T>(load: () => Promise<T>): T | 'loading' | 'unreadable' {
  const [loaded, setLoaded] = useState<T | 'loading' | 'unreadable'>('loading');
  useEffect(() => {
    let here = true;
    load().then(
      (value) => here && setLoaded(value),
      () => here && setLoaded('unreadable'),
    );
    return () => {
      here = false;
    };
  }, [load]);
  return loaded;
}

import { useEffect, useState } from 'react';
import { type Finding, loadFindings } from '../../core/edition/findings';

/** The typical findings once they are there; none yet, or that they cannot be read here. */
export function useFindings(): readonly Finding[] | 'loading' | 'unreadable' {
  const [findings, setFindings] = useState<readonly Finding[] | 'loading' | 'unreadable'>('loading');
  useEffect(() => {
    let here = true;
    loadFindings().then(
      (loaded) => here && setFindings(loaded),
      () => here && setFindings('unreadable'),
    );
    return () => {
      here = false;
    };
  }, []);
  return findings;
}

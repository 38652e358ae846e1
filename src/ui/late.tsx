import { Component, Suspense, useEffect, useState, type ReactNode } from 'react';
import { whenIdle } from './when-idle';

/** Where the script of a drawing cannot be fetched, its room stays empty and the page goes on. */
class Fetched extends Component<{ children: ReactNode }, { lacks: boolean }> {
  override state = { lacks: false };
  static getDerivedStateFromError = () => ({ lacks: true });
  override render() {
    return this.state.lacks ? null : this.props.children;
  }
}

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
  return (
    isIdle && (
      <Fetched>
        <Suspense>{children}</Suspense>
      </Fetched>
    )
  );
}

/** Resolves once the page has nothing more urgent to do. Not every browser says when that is. */
export const whenIdle = (): Promise<unknown> =>
  new Promise((go) => (window.requestIdleCallback ? window.requestIdleCallback(go) : setTimeout(go, 1000)));

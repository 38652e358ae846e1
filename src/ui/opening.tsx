/** While the script of a page is on its way, which on an old phone takes a moment. */
export const Opening = () => (
  <p role="status" className="min-h-dvh py-3 text-faint">
    Opening…
  </p>
);

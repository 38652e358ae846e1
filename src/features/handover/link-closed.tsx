/** For a link that opens nothing, or no longer does. */
export function LinkClosed() {
  return (
    <main className="mx-auto max-w-md p-6 pt-14">
      <h1 className="pb-2 text-2xl">This link is not open</h1>
      <p>It was used, taken back, or has run out. Ask whoever sent it for another.</p>
    </main>
  );
}

/** For a link that opens nothing, or no longer does. */
export function LinkClosed() {
  return (
    <main className="mx-auto max-w-md p-6 pt-14">
      <h1 className="pb-2 text-2xl">This link is not open</h1>
      <p>It was used or withdrawn, or has expired. Ask the sender for another.</p>
    </main>
  );
}

/** For a link to sign by, opened by somebody of the firm that made it. */
export function LinkIsTheirs() {
  return (
    <main className="mx-auto max-w-md p-6 pt-14">
      <h1 className="pb-2 text-2xl">This link is for somebody outside the firm</h1>
      <p>
        You are signed in to the firm that asks, so it does not open here. Whoever it is for opens it on their own
        device. Yours to sign is on the Review page of the job.
      </p>
    </main>
  );
}

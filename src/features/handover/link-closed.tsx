/** For a link that opens nothing, or no longer does. */
export function LinkClosed() {
  return (
    <main className="mx-auto max-w-md p-6 pt-14">
      <h1 className="pb-2 text-2xl">This link no longer works</h1>
      <p>It was used, withdrawn or has expired. Ask the sender for another.</p>
    </main>
  );
}

/** For a link to sign by, opened by somebody of the firm that made it. */
export function LinkIsTheirs() {
  return (
    <main className="mx-auto max-w-md p-6 pt-14">
      <h1 className="pb-2 text-2xl">This link is for someone outside the company</h1>
      <p>
        You are signed in to the company that sent it, so it does not open here. The recipient opens it on their own
        device. You sign on the job’s Review and sign page.
      </p>
    </main>
  );
}

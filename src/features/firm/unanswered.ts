/** For a form the server never answered. */
export const unanswered = (): { readonly ok: false; readonly problem: string } => ({
  ok: false,
  problem: 'The server did not answer: nothing was changed. What you typed is still here; try again.',
});

import type { Metadata } from 'next';
import { KeepPage } from '../../client/keep-page';
import { whoIsAsking } from '../../server/who';
import { PracticePage } from '../../features/practice/practice-page';

export const metadata: Metadata = { title: 'Practice' };

/** Open to anybody: nothing of a firm is on it, and nothing of it comes into a firm's ledger. */
export default async function Practice() {
  const asker = await whoIsAsking();
  return (
    <>
      <KeepPage path="/practice" />
      <PracticePage isSignedIn={asker !== null} />
    </>
  );
}

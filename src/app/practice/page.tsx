import type { Metadata } from 'next';
import { KeepPage } from '../../client/keep-page';
import { PracticePage } from '../../features/practice/practice-page';

export const metadata: Metadata = { title: 'Practice' };

/** Open to anybody: nothing of a firm is on it, and nothing of it comes into a firm's ledger. */
export default function Practice() {
  return (
    <>
      <KeepPage path="/practice" />
      <PracticePage />
    </>
  );
}
